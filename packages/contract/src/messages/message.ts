import { MESSAGE_KINDS, REMINDER_HOURS, type MessageKind } from '@alnage/core/messages';
import { Type, type Static } from 'typebox';
import { Version, within } from '../shared/bounds';
import { ClockTime, closed, Id, Instant, orNull, plainText } from '../shared/closed';

export const SUBJECT_LENGTH = 120;
export const BODY_LENGTH = 1200;

const Text = closed({
  isOn: Type.Boolean(),
  subject: plainText({ maxLength: SUBJECT_LENGTH }),
  body: Type.String({ maxLength: BODY_LENGTH, format: 'plain-lines' }),
});

/** What customers are told, and when they are left in peace. */
export const MessageSettings = closed({
  texts: closed({
    confirmed: Text,
    changed: Text,
    swapped: Text,
    moved: Text,
    reminder: Text,
    ready: Text,
    late: Text,
    cancelled: Text,
    thanks: Text,
    recalled: Text,
  } satisfies Record<MessageKind, typeof Text>),
  quiet: closed({ from: ClockTime, until: ClockTime }),
  reminderHours: within(REMINDER_HOURS),
  version: Version,
});
export type MessageSettings = Static<typeof MessageSettings>;

export const MESSAGE_CHANNELS = ['text', 'mail'] as const;
export type MessageChannel = (typeof MESSAGE_CHANNELS)[number];
export const MESSAGE_STATES = ['waiting', 'sending', 'delivered', 'bounced', 'stopped'] as const;
export type MessageState = (typeof MESSAGE_STATES)[number];

/** A message to the customer of an order: as it would be sent now while it waits, as it was sent after. */
export const MessageView = closed({
  id: Id,
  order: Id,
  ticket: Type.String(),
  customer: Type.String(),
  kind: Type.Enum([...MESSAGE_KINDS]),
  state: Type.Enum([...MESSAGE_STATES]),
  channel: orNull(Type.Enum([...MESSAGE_CHANNELS])),
  address: Type.String(),
  subject: Type.String(),
  body: Type.String(),
  dueAt: Instant,
  sentAt: orNull(Instant),
  /** Why it was stopped, or did not arrive; '' where neither. */
  fault: Type.String(),
});
export type MessageView = Static<typeof MessageView>;

/** Messages of one order, or the last of all. */
export const MessageQuery = closed({ order: Type.Optional(Type.String({ format: 'uuid' })) });
export type MessageQuery = Static<typeof MessageQuery>;

/** A text as it would be sent for an order. */
export const MessagePreviewAsk = closed({
  kind: Type.Enum([...MESSAGE_KINDS]),
  order: Type.String({ format: 'uuid' }),
  subject: Text.properties.subject,
  body: Text.properties.body,
});
export type MessagePreviewAsk = Static<typeof MessagePreviewAsk>;

export const MessagePreview = closed({
  channel: orNull(Type.Enum([...MESSAGE_CHANNELS])),
  address: Type.String(),
  subject: Type.String(),
  body: Type.String(),
});
export type MessagePreview = Static<typeof MessagePreview>;

import type { MessageView } from '@alnage/contract';
import type { MessageKind } from '@alnage/core/messages';
import type { WallTime } from '../formats/wall-time';

/** What a message is about, as one would say it. */
export const MESSAGE_WORDS: Readonly<Record<MessageKind, string>> = {
  confirmed: 'Order confirmed',
  changed: 'Order changed',
  swapped: 'Something else in it',
  moved: 'Another time',
  reminder: 'Reminder',
  ready: 'Ready',
  late: 'Waits for who is late',
  cancelled: 'Cancelled',
  thanks: 'Thanks, and how to keep it',
  recalled: 'Do not eat it',
};

const WAYS = { text: 'text message', mail: 'mail' } as const;

/** What became of a message, or when it is sent. */
export function messageStanding(message: MessageView, wall: WallTime): { text: string; tone: string } {
  const { state, channel, address, fault } = message;
  const to = channel === null ? 'nobody can be reached' : `${WAYS[channel]} to ${address}`;
  const sent = message.sentAt === null ? '' : wall.dayTime(Date.parse(message.sentAt));
  switch (state) {
    case 'waiting':
      return {
        text: `${wall.dayTime(Date.parse(message.dueAt))}, ${to}`,
        tone: channel === null ? 'care' : 'soft',
      };
    case 'sending':
      return { text: `on its way, ${to}`, tone: 'soft' };
    case 'delivered':
      return { text: `delivered ${sent}, ${to}`, tone: 'well' };
    case 'bounced':
      return { text: `did not arrive, ${to}: ${fault}`, tone: 'over' };
    case 'stopped':
      return { text: `not sent: ${fault}`, tone: 'soft' };
  }
}

import type { Bound } from '../input/bounds';
import type { MessageKind } from './due';

/** What a message says, and whether it is sent at all. */
export interface MessageText {
  readonly isOn: boolean;
  /** Of a mail; a text message has none. */
  readonly subject: string;
  readonly body: string;
}
export type MessageTexts = Readonly<Record<MessageKind, MessageText>>;

/** How long before its pickup an order is reminded of, in hours. */
export const REMINDER_HOURS: Bound = { min: 1, max: 336, isInteger: true };

const said = (subject: string, ...lines: readonly string[]): MessageText => ({
  ...{ isOn: true, subject },
  body: ['Hello {name},', ...lines, '{workshop}'].join('\n'),
});

/** Shop default: plain words for each. */
export const DEFAULT_MESSAGES: MessageTexts = {
  confirmed: said(
    'Your order {ticket}',
    'we have your order {ticket}: {what}.',
    'It is yours on {when}, at {where}.',
    'To pay: {to pay}.',
    'It contains {contains}.',
  ),
  changed: said(
    'Your order {ticket} has changed',
    'your order {ticket} is now: {what}.',
    'It is yours on {when}, at {where}. To pay: {to pay}.',
    'It contains {contains}.',
  ),
  swapped: said(
    'A change in your order {ticket}',
    'we could not make all of your order {ticket} as we wished. You get {swap}, and pay no more for it.',
    'If you would rather not, ring us: what you did not get is paid back.',
    'It contains {contains}.',
  ),
  moved: said('Another time for {ticket}', 'your order {ticket} is yours on {when}, at {where}.'),
  reminder: said(
    'Your order {ticket} is soon ready',
    'we look forward to seeing you on {when}, at {where}: {what}.',
    'To pay: {to pay}.',
  ),
  ready: said(
    'Your order {ticket} is ready',
    'your order {ticket} is ready, at {where}.',
    'To pay: {to pay}.',
  ),
  late: said(
    'Your order {ticket} waits for you',
    'we keep your order {ticket} until {kept until}, at {where}.',
  ),
  cancelled: said('Your order {ticket} is cancelled', 'your order {ticket} for {when} is cancelled.'),
  thanks: said('Thank you', 'thank you. {keep}', 'It contains {contains}.'),
  recalled: said(
    'Please do not eat what you had from us',
    'please do not eat what you had from us: {recalled}.',
    'Why: {reason}',
    'Keep it apart, do not pass it on, and bring it back or throw it away; we settle the price with you. If somebody ate of it and feels unwell, ask a doctor and show this message.',
  ),
};

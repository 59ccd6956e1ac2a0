import type { MessageKind } from './due';

/** Where somebody can be written to; '' where nobody knows. */
export interface Reachable {
  readonly phone: string;
  readonly email: string;
}

export interface Channel {
  readonly channel: 'text' | 'mail';
  readonly address: string;
}

/** What is read at once rather than in the evening. */
const SOON: readonly MessageKind[] = ['ready', 'late', 'reminder', 'recalled'];

/** How somebody is told of something: what is soon by a text message, the rest by mail, as far as they can be reached so. Null: not at all. */
export function channelOf(kind: MessageKind, { phone, email }: Reachable): Channel | null {
  const text: Channel | null = phone.trim() === '' ? null : { channel: 'text', address: phone.trim() };
  const mail: Channel | null = email.trim() === '' ? null : { channel: 'mail', address: email.trim() };
  return SOON.includes(kind) ? (text ?? mail) : (mail ?? text);
}

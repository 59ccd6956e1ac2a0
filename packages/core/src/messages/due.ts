/** What a customer is told, and when of an order. */
export const MESSAGE_KINDS = [
  'confirmed',
  'changed',
  'swapped',
  'moved',
  'reminder',
  'ready',
  'late',
  'cancelled',
  'thanks',
  'recalled',
] as const;
export type MessageKind = (typeof MESSAGE_KINDS)[number];

/** An order as far as messages go by it. */
export interface ToldOrder {
  readonly state: string;
  readonly pickup: string;
  readonly pickupPoint: string;
  readonly keptUntil: string | null;
  /** What it is of, as a text that is another when it is another. */
  readonly contents: string;
  /** What stands in it for something else, the same way; '' where nothing does. */
  readonly swaps: string;
}

const MADE_FOR = ['promised', 'ready', 'handed-over', 'not-collected'];

/** What a change of an order is told by: nothing, or what is new to its customer. */
export function messagesOf(before: ToldOrder | null, after: ToldOrder): MessageKind[] {
  const was = before !== null && MADE_FOR.includes(before.state);
  if (!was) return after.state === 'promised' ? ['confirmed', 'reminder'] : [];
  if (after.state === 'cancelled') return ['cancelled'];
  if (!MADE_FOR.includes(after.state)) return [];
  const isMoved = before.pickup !== after.pickup || before.pickupPoint !== after.pickupPoint;
  const told: readonly (readonly [MessageKind, boolean])[] = [
    ['moved', isMoved],
    ['reminder', isMoved],
    ['changed', before.contents !== after.contents && !isSwapped(before, after)],
    ['swapped', isSwapped(before, after)],
    ['ready', isStep(before, after, ['promised', 'ready'])],
    ['late', after.keptUntil !== null && before.keptUntil !== after.keptUntil],
    ['thanks', before.state !== 'handed-over' && after.state === 'handed-over'],
  ];
  return told.filter(([, isSo]) => isSo).map(([kind]) => kind);
}

function isSwapped(before: ToldOrder, after: ToldOrder): boolean {
  return after.swaps !== '' && before.swaps !== after.swaps;
}

function isStep(before: ToldOrder, after: ToldOrder, [from, to]: readonly [string, string]): boolean {
  return before.state === from && after.state === to;
}

/** What is said because somebody says so, of what may hurt: at once, to everybody, whatever else is switched off. */
export function isUrgent(kind: MessageKind): boolean {
  return kind === 'recalled';
}

/** States of an order in which a message of a kind is still true. */
const TRUE_IN: Readonly<Record<MessageKind, readonly string[]>> = {
  confirmed: ['promised', 'ready'],
  changed: ['promised', 'ready'],
  swapped: ['promised', 'ready'],
  moved: ['promised', 'ready'],
  reminder: ['promised', 'ready'],
  ready: ['ready'],
  late: ['ready'],
  cancelled: ['cancelled'],
  thanks: ['handed-over'],
  recalled: ['handed-over', 'ready', 'not-collected'],
};

/** Whether a message that waits is still to be sent to somebody whose order is in this state by now. */
export function isStillTrue(kind: MessageKind, state: string): boolean {
  return TRUE_IN[kind].includes(state);
}

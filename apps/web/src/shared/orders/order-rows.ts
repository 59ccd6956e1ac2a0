import type { Order, OrderState } from '@alnage/contract';
import { countPieces } from '@alnage/core/ordering';
import { count, listed } from '../formats/formats';
import type { WallTime } from '../formats/wall-time';
import type { OrderFate } from '../../state/order-fate';
import type { OrderNames } from '../../state/workshop.state';

/** How an order stands, by a word and a mark that do without colour. */
export interface Standing {
  readonly word: string;
  readonly mark: string;
  readonly tone: 'well' | 'care' | 'over' | 'soft';
}

export interface OrderRow {
  readonly order: Order;
  readonly pickup: string;
  readonly what: string;
  readonly pieces: string;
  readonly standing: Standing;
  readonly state: string;
}

export const STATE_WORDS: Readonly<Record<OrderState, string>> = {
  asked: 'asked for',
  waiting: 'on the waiting list',
  promised: 'promised',
  ready: 'on the shelf',
  'handed-over': 'handed over',
  'not-collected': 'not collected',
  cancelled: 'cancelled',
};

const NOT_PLANNED: Standing = { word: 'not planned', mark: '○', tone: 'care' };

/** Promised by somebody although the plan had no room, and still without any. */
const AGAINST_THE_PLAN: Standing = { word: 'taken against the plan', mark: '✕', tone: 'over' };

const STANDINGS: Readonly<Record<OrderFate['standing'], Standing>> = {
  met: { word: 'planned', mark: '●', tone: 'well' },
  tight: { word: 'tight', mark: '▬', tone: 'care' },
  unmet: { word: 'not met', mark: '✕', tone: 'over' },
  unplanned: NOT_PLANNED,
};

/** What is ordered, in words: 2 twist bag, 12 dusk berry; a box that was filled as chosen tells what is in it. */
export function linesText({ lines, boxes }: Pick<Order, 'lines' | 'boxes'>, names: OrderNames): string {
  const piecesText = (all: readonly { piece: string; pieces: number }[]): string[] =>
    all.map(({ piece, pieces }) => `${count(pieces)} ${(names.pieces.get(piece) ?? piece).toLowerCase()}`);
  const boxTexts = boxes.map(({ box: id, count: times, contents }) => {
    const box = names.boxes.get(id);
    const text = `${count(times)} ${(box?.name ?? id).toLowerCase()}`;
    return box && box.among.length === 0 ? text : `${text} of ${listed(piecesText(contents))}`;
  });
  return [...boxTexts, ...piecesText(lines)].join(', ');
}

/** What the plan does with an order, as it is now. */
export function standingOf(order: Order, fate: OrderFate | undefined): Standing {
  if (order.state === 'cancelled') return { word: 'cancelled', mark: '–', tone: 'soft' };
  if (order.state === 'asked' || order.state === 'waiting')
    return { word: 'not made yet', mark: '…', tone: 'soft' };
  if (order.state === 'not-collected') return { word: 'not collected', mark: '!', tone: 'care' };
  if (order.state === 'handed-over') return { word: 'gone', mark: '✓', tone: 'soft' };
  const standing = plannedStanding(order, fate);
  const isMade = standing === STANDINGS.met || standing === STANDINGS.tight;
  return order.kitchenOverruled && !isMade ? AGAINST_THE_PLAN : standing;
}

function plannedStanding(order: Order, fate: OrderFate | undefined): Standing {
  return fate && isPlannedFor(order, fate) ? STANDINGS[fate.standing] : NOT_PLANNED;
}

/** Whether the plan speaks of all that the order wants now, not of what it wanted before a change. */
function isPlannedFor(order: Order, fate: OrderFate): boolean {
  const planned = countPieces(fate.madeBy);
  const unmet = countPieces(fate.unmet);
  return planned + unmet === countPieces(order.pieces);
}

export interface RowInput {
  readonly names: OrderNames;
  readonly fates: ReadonlyMap<string, OrderFate>;
  readonly wall: WallTime;
}

/** One order of the list, ready to read. */
export function orderRow(order: Order, { names, fates, wall }: RowInput): OrderRow {
  return {
    order,
    pickup: wall.dayTime(Date.parse(order.pickupAt)),
    what: linesText(order, names),
    pieces: count(countPieces(order.pieces)),
    standing: standingOf(order, fates.get(order.id)),
    state: STATE_WORDS[order.state],
  };
}

/** Orders whose ticket, customer or note holds the words looked for, or whose telephone holds the digits. */
export function matching(orders: readonly Order[], find: string): Order[] {
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  return orders.filter((order) => {
    const text = `${order.ticket} ${order.customer} ${order.note}`.toLowerCase();
    return words.every((word) => text.includes(word)) || isOfPhone(order, find);
  });
}

/** So many digits of a number, however it is spaced, are somebody's: the last ones are what people say. */
const PHONE_DIGITS = 4;

function isOfPhone({ phone }: Order, find: string): boolean {
  const digits = find.replaceAll(/[\s()+/-]/g, '');
  return (
    /^\d+$/.test(digits) && digits.length >= PHONE_DIGITS && phone.replaceAll(/\D/g, '').includes(digits)
  );
}

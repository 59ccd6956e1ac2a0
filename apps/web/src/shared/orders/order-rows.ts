import type { Order, OrderState } from '@alnage/contract';
import { count } from '../formats/formats';
import type { WallTime } from '../formats/wall-time';
import type { OrderFate } from '../../state/order-fate';

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

const STATE_WORDS: Readonly<Record<OrderState, string>> = {
  promised: 'promised',
  ready: 'on the shelf',
  'handed-over': 'handed over',
  cancelled: 'cancelled',
};

const STANDINGS: Readonly<Record<OrderFate['standing'], Standing>> = {
  met: { word: 'in a run', mark: '●', tone: 'well' },
  tight: { word: 'tight', mark: '▬', tone: 'care' },
  unmet: { word: 'not met', mark: '✕', tone: 'over' },
};

/** The order's lines in words: 12 dusk berry, 8 rye truffle. */
export function linesText(order: Order, names: ReadonlyMap<string, string>): string {
  return order.lines
    .map((line) => `${count(line.pieces)} ${(names.get(line.piece) ?? line.piece).toLowerCase()}`)
    .join(', ');
}

/** What the plan does with an order, as it is now. */
export function standingOf(order: Order, fate: OrderFate | undefined): Standing {
  if (order.state === 'cancelled') return { word: 'cancelled', mark: '–', tone: 'soft' };
  if (order.state === 'handed-over') return { word: 'gone', mark: '✓', tone: 'soft' };
  if (!fate || !isPlannedFor(order, fate)) return { word: 'not planned', mark: '○', tone: 'care' };
  return STANDINGS[fate.standing];
}

/** Whether the plan speaks of all that the order wants now, not of what it wanted before a change. */
function isPlannedFor(order: Order, fate: OrderFate): boolean {
  const planned = fate.madeBy.reduce((sum, made) => sum + made.pieces, 0);
  const unmet = fate.unmet.reduce((sum, reason) => sum + reason.pieces, 0);
  return planned + unmet === order.lines.reduce((sum, line) => sum + line.pieces, 0);
}

export interface RowInput {
  readonly orders: readonly Order[];
  readonly names: ReadonlyMap<string, string>;
  readonly fates: ReadonlyMap<string, OrderFate>;
  readonly wall: WallTime;
}

/** The list, ready to read. */
export function orderRows({ orders, names, fates, wall }: RowInput): OrderRow[] {
  return orders.map((order) => ({
    order,
    pickup: wall.dayTime(Date.parse(order.pickupAt)),
    what: linesText(order, names),
    pieces: count(order.lines.reduce((sum, line) => sum + line.pieces, 0)),
    standing: standingOf(order, fates.get(order.id)),
    state: STATE_WORDS[order.state],
  }));
}

/** Orders whose ticket, customer or note holds the words looked for. */
export function matching(orders: readonly Order[], find: string): Order[] {
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  return orders.filter((order) => {
    const text = `${order.ticket} ${order.customer} ${order.note}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
}

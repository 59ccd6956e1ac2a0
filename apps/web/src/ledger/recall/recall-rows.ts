import {
  batchKeyOf,
  type Larder,
  type ReachedByView,
  type RecallAsk,
  type RecallView,
  type RecalledOrder,
  type RunRecord,
  type StopView,
  type Workshop,
} from '@alnage/contract';
import { piecesOfOrder } from '@alnage/core/ordering';
import { counted, listed } from '../../shared/formats/formats';
import type { WallTime } from '../../shared/formats/wall-time';
import { wallText } from '../../shared/formats/wall-time';
import { MOVE_WORDS } from '../../shared/keeping/move-words';
import { baseOf, itemName, stockText } from '../../shared/larder/larder-words';
import { nameOf } from '../../shared/name-of';
import { STATE_WORDS } from '../../shared/orders/order-rows';

/** Names that a recall needs. */
export interface RecallNames {
  readonly workshop: Workshop;
  readonly pieces: ReadonlyMap<string, string>;
  readonly larder: Larder | null;
  readonly wall: WallTime;
}

/** A lot or a batch that was found by what was typed. */
export interface Found {
  readonly ask: Pick<RecallAsk, 'lot' | 'batch'>;
  readonly name: string;
  readonly more: string;
}

const FOUND_MOST = 8;

/** Lots by their code or what they are of, and batches by their run, their own name or their piece. */
export function foundBy(typed: string, runs: readonly RunRecord[], names: RecallNames): Found[] {
  const wanted = typed.trim().toLowerCase();
  if (wanted === '') return [];
  const lots = (names.larder?.lots ?? []).map(({ id, code, item }): Found => ({
    ...{ ask: { lot: id }, name: code, more: itemName(item, names.workshop) },
  }));
  const batches = runs.map((run): Found => {
    const piece = names.pieces.get(run.piece) ?? run.piece;
    return { ask: { batch: batchKeyOf(run) }, name: `Run ${run.code}`, more: `batch ${run.batch}, ${piece}` };
  });
  return [...lots, ...batches.toReversed()]
    .filter(({ name, more }) => `${name} ${more}`.toLowerCase().includes(wanted))
    .slice(0, FOUND_MOST);
}

/** What it goes out from, in a few words: Lot D-12 of Dark 58, dipped from Bowl A, from Thu 18, 08:00. */
export function originText(ask: RecallAsk, names: RecallNames): string {
  const { lot, batch, bowl, person, zone, from, until } = ask;
  const { workshop, pieces } = names;
  const told = [
    ...(lot === undefined ? [] : [lotText(lot, names)]),
    ...(batch === undefined ? [] : [batchText(batch, pieces)]),
    ...(bowl === undefined ? [] : [`dipped from ${nameOf(workshop.bowls, bowl)}`]),
    ...(person === undefined ? [] : [`worked on by ${nameOf(workshop.people, person)}`]),
    ...(zone === undefined ? [] : [`lay in ${nameOf(workshop.zones, zone)}`]),
    ...(from === undefined ? [] : [`from ${wallText(from)}`]),
    ...(until === undefined ? [] : [`until ${wallText(until)}`]),
  ].join(', ');
  return told.charAt(0).toUpperCase() + told.slice(1);
}

function lotText(id: string, names: RecallNames): string {
  const lot = names.larder?.lots.find((each) => each.id === id);
  return lot ? `lot ${lot.code} of ${itemName(lot.item, names.workshop)}` : 'a lot';
}

function batchText(key: string, pieces: RecallNames['pieces']): string {
  const [, batch, ...piece] = key.split(' ');
  return `batch ${batch}, ${pieces.get(piece.join(' ')) ?? piece.join(' ')}`;
}

/** How something is reached; '' for what was asked about. */
export function byText({ kind, code }: ReachedByView): string {
  if (kind === 'asked') return '';
  if (kind === 'lot') return `lot ${code ?? ''} is in it`;
  if (kind === 'melt') return `from the bowl of run ${code ?? ''}`;
  if (kind === 'left-over') return `left over of run ${code ?? ''}`;
  return `perhaps: nobody wrote down which lot is in it, and ${code ?? ''} was there`;
}

/** An order that is reached. */
export interface ReachedOrder {
  readonly id: string;
  readonly ticket: string;
  readonly customer: string;
  readonly phone: string;
  readonly pickup: string;
  readonly what: string;
  readonly state: string;
}

/** What is reached, as it is read. */
export interface Reached {
  readonly sum: string;
  readonly gone: readonly ReachedOrder[];
  readonly here: readonly ReachedOrder[];
  readonly batches: readonly {
    readonly key: string;
    readonly name: string;
    readonly more: string;
    readonly pieces: string;
    readonly here: string;
    readonly elsewhere: string;
    readonly by: string;
  }[];
  readonly lots: readonly {
    readonly id: string;
    readonly code: string;
    readonly of: string;
    readonly left: string;
    readonly by: string;
  }[];
}

export function reachedRows(view: RecallView, names: RecallNames): Reached {
  const { wall, workshop, pieces } = names;
  const orders = view.orders.map((order) => ({ order, row: orderRow(order, names) }));
  return {
    sum: sumText(view),
    gone: orders.filter(({ order }) => order.isGone).map(({ row }) => row),
    here: orders.filter(({ order }) => !order.isGone).map(({ row }) => row),
    batches: view.batches.map(({ key, batch, piece, runs, madeAt, by, ...batches }) => ({
      ...{ key, name: pieces.get(piece) ?? piece, by: byText(by) },
      more: [
        `batch ${batch}`,
        ...(madeAt ? [wall.dateTime(Date.parse(madeAt))] : []),
        ...(runs.length > 0 ? [`run ${runs.join(', ')}`] : []),
      ].join(' · '),
      pieces: counted(batches.pieces, 'piece'),
      here: hereText(batches, workshop),
      elsewhere: batches.moves.map((move) => `${move.pieces} ${MOVE_WORDS[move.kind]}`).join(', '),
    })),
    lots: view.lots.map(({ lot, code, item, left, by }) => ({
      ...{ id: lot, code, of: itemName(item, names.workshop), by: byText(by) },
      left: left > 0 ? `${stockText(left, baseOf(item, workshop))} left` : 'none left',
    })),
  };
}

function hereText(
  { here, zone }: Pick<RecallView['batches'][number], 'here' | 'zone'>,
  { zones }: Workshop,
): string {
  if (here === 0) return 'none here';
  return zone === null ? `${here} here` : `${here} here, ${nameOf(zones, zone)}`;
}

function orderRow(order: RecalledOrder, { wall, pieces }: RecallNames): ReachedOrder {
  const what = piecesOfOrder({ lines: order.pieces, boxes: [] }).map(
    ({ piece, pieces: some }) => `${some} ${pieces.get(piece) ?? piece}`,
  );
  return {
    ...{ id: order.order, ticket: order.ticket, customer: order.customer, phone: order.phone },
    pickup: wall.dateTime(Date.parse(order.pickupAt)),
    what: what.length > 0 ? listed(what) : 'what it is packed in',
    // what counts is whether it is in a box by now
    state: order.state === 'promised' ? 'not packed yet' : STATE_WORDS[order.state],
  };
}

function sumText({ sums, batches }: RecallView): string {
  if (batches.length === 0 && sums.ordersGone + sums.ordersHere === 0)
    return 'Nothing that was made is reached by it.';
  const { pieces, piecesHere, piecesElsewhere, ordersGone, ordersHere, customersGone } = sums;
  const gone = `${counted(ordersGone, 'order')} of ${counted(customersGone, 'customer')} ${ordersGone === 1 ? 'has' : 'have'} left the shop`;
  const elsewhere =
    piecesElsewhere > 0
      ? ` ${counted(piecesElsewhere, 'piece')} went without an order: put up a notice.`
      : '';
  return `${counted(pieces, 'piece')} in ${counted(batches.length, 'batch')}: ${gone}, ${counted(ordersHere, 'order')} and ${counted(piecesHere, 'piece')} are still here.${elsewhere}`;
}

/** A stop, as it is told. */
export interface StopRow {
  readonly id: string;
  readonly ask: RecallAsk;
  readonly title: string;
  readonly origin: string;
  readonly since: string;
  readonly lifted: string;
  readonly isOpen: boolean;
  readonly isPractice: boolean;
}

export function stopRow(stop: StopView, names: RecallNames): StopRow {
  const { id, origin, reason, name, isPractice, at, lifted } = stop;
  return {
    ...{ id, ask: origin, title: reason, origin: originText(origin, names), isPractice },
    since: `${isPractice ? 'practised' : 'stopped'} ${names.wall.dateTime(Date.parse(at))} by ${name}`,
    lifted: lifted
      ? `let go ${names.wall.dateTime(Date.parse(lifted.at))} by ${lifted.name}: ${lifted.reason}`
      : '',
    isOpen: lifted === null,
  };
}

import {
  PROMISED_STATES,
  type Customer,
  type Order,
  type OrderState,
  type SeasonDay,
  type Workshop,
} from '@alnage/contract';
import { isAllPacked, lackingPieces, type MadeForOrder } from '@alnage/core/bench';
import { allergenClashes, neverOf, unanswered, type ClashBook } from '@alnage/core/larder';
import { countPieces, keptUntil as keptUntilBy, partsLeft } from '@alnage/core/ordering';
import { counted, duration, listed, money } from '../shared/formats/formats';
import { timeText, wallText, WallTime } from '../shared/formats/wall-time';
import { linesText, matching } from '../shared/orders/order-rows';
import { isSent, leavesAt, whereText } from '../shared/orders/sending-words';
import { allergensText } from '../shared/orders/allergen-words';
import { clashText } from '../shared/orders/clash-words';
import { swapsText } from '../shared/orders/swap-words';
import { missingText } from '../shared/orders/made-words';
import { waivedText } from '../shared/orders/waiver-words';
import type { OrderKeeping } from '../state/keeping.state';
import type { OrderFate } from '../state/order-fate';
import type { OrderNames } from '../state/workshop.state';

const MS_PER_MINUTE = 60_000;
/** What is gone for so long is folded away. Shop default. */
const OVER_MS = 30 * MS_PER_MINUTE;

/** One order at the counter. */
export interface CounterRow {
  readonly order: Order;
  readonly what: string;
  /** How it goes: somebody collects it, or it leaves by post. */
  readonly goes: 'collects' | 'leaves';
  readonly time: string;
  readonly point: string;
  readonly ready: { readonly word: string; readonly tone: 'well' | 'care' | 'over' | 'soft' };
  readonly age: string;
  readonly eatBy: string;
  readonly isLate: boolean;
  /** Kept for somebody who is late; '' where it is not. */
  readonly kept: string;
  /** Until when it would be kept by the shop’s rule and its own life, as wall-clock time. */
  readonly keepUntil: string;
  /** Where it lies, and what whoever collects it is told. */
  readonly lies: string;
  readonly says: readonly string[];
  /** What of it is gone already, and to whom; '' where nothing is, or all. */
  readonly gone: string;
  /** What was handed over in spite of something, while nobody could be asked. */
  readonly against: string;
  /** What is still to pay when it is collected; '' where all is paid. */
  readonly toPay: string;
  /** What speaks against the next step, to be asked about first; null where nothing does. */
  readonly stop: string | null;
  /** Whether that is what its customer must never have: then somebody says why it is right, with their name. */
  readonly isClash: boolean;
}

/** The orders that leave within one hour. */
export interface CounterHour {
  readonly hour: string;
  readonly rows: readonly CounterRow[];
  readonly toGo: number;
  readonly gone: number;
  /** It is over, all of it is gone and paid for: nobody need look at it any more. */
  readonly isOver: boolean;
}

export interface CounterInput {
  readonly orders: readonly Order[];
  readonly workshop: Workshop;
  readonly names: OrderNames;
  readonly clashBook: ClashBook;
  readonly customers: ReadonlyMap<string, Pick<Customer, 'allergies'>>;
  readonly fates: ReadonlyMap<string, OrderFate>;
  /** What is made for each order by what the bench wrote down; null where it wrote down nothing. */
  readonly made: ReadonlyMap<string, readonly MadeForOrder[]> | null;
  /** How what each order gets keeps, by where it lies. */
  readonly keeping: ReadonlyMap<string, OrderKeeping>;
  /** How long what lies in these zones stays closed where it is opened; '' where nobody knows. */
  dewOf(zones: readonly string[]): string;
  readonly horizonStart: number;
  readonly day: SeasonDay;
  readonly find: string;
  readonly now: number;
}

/** The day's orders by hour; those that are cancelled or only wait are not there. */
export function counterHours(input: CounterInput): CounterHour[] {
  const wall = new WallTime(input.workshop.timeZone);
  const [start, end] = [Date.parse(input.day.start), Date.parse(input.day.end)];
  const points = input.workshop.pickupPoints;
  const orders = matching(input.orders, input.find)
    .filter((order) => {
      const at = leavesAt(order, points);
      return PROMISED_STATES.includes(order.state) && at >= start && at < end;
    })
    .sort((a, b) => leavesAt(a, points) - leavesAt(b, points));
  const hours = [...new Set(orders.map((order) => wall.hour(leavesAt(order, points))))];
  return hours.map((hour) => {
    const rows = orders
      .filter((order) => wall.hour(leavesAt(order, points)) === hour)
      .map((order) => counterRow(order, input, wall));
    const gone = rows.filter(
      (row) => row.order.state === 'handed-over' || row.order.state === 'not-collected',
    ).length;
    const last = Math.max(...rows.map((row) => leavesAt(row.order, points)));
    const isOver =
      last < input.now - OVER_MS && gone === rows.length && rows.every(({ toPay }) => toPay === '');
    return { hour, rows, gone, isOver, toGo: rows.length - gone };
  });
}

function counterRow(order: Order, input: CounterInput, wall: WallTime): CounterRow {
  const points = input.workshop.pickupPoints;
  const at = leavesAt(order, points);
  return {
    order,
    what: linesText(order, input.names),
    goes: isSent(order, points) ? 'leaves' : 'collects',
    time: wall.time(at),
    point: whereText(order, points, wall),
    ready: readyText(order, input, wall),
    age: ageText(input.keeping.get(order.id)),
    eatBy: eatByText(input.keeping.get(order.id), wall),
    toPay: toPayText(order, input.workshop.currency),
    stop: stopText(order, input, wall),
    isClash: NEXT_STEPS.includes(order.state) && neverText(order, input).length > 0,
    isLate: isLate(order, at, { input, wall }),
    ...lateTexts(order, at, { input, wall }),
    ...toldTexts(order, input),
    gone: goneText(order),
    against: againstText(order),
  };
}

interface Shown {
  readonly input: CounterInput;
  readonly wall: WallTime;
}

/** Late is who is waited for no longer. */
function isLate({ state, keptUntil }: Order, at: number, { input, wall }: Shown): boolean {
  if (state !== 'promised' && state !== 'ready') return false;
  return keptUntil === null ? at < input.now : keptUntil < wallClock(input.now, wall);
}

function lateTexts(
  { id, keptUntil }: Order,
  at: number,
  { input, wall }: Shown,
): Pick<CounterRow, 'kept' | 'keepUntil'> {
  const { lateKeepMinutes } = input.workshop.rules;
  const from = input.keeping.get(id)?.tooOldFrom ?? Infinity;
  const until = keptUntilBy({
    ...{ leavesAt: at, now: input.now, lateKeepMinutes },
    tooOldFrom: Number.isFinite(from) ? Math.max(from, input.now + MS_PER_MINUTE) : null,
  });
  return {
    kept: keptUntil === null ? '' : `kept until ${sameDayText(keptUntil, wall.stamp(at).day)}`,
    keepUntil: wallClock(until, wall),
  };
}

/** A time, and its day where that is another. */
function sameDayText(wallClockTime: string, day: string): string {
  const isThatDay = wallClockTime.startsWith(day);
  return isThatDay ? timeText(wallClockTime.slice(11)) : wallText(wallClockTime);
}

function wallClock(instant: number, wall: WallTime): string {
  const { day, time } = wall.stamp(instant);
  return `${day}T${time}`;
}

/** Where it is fetched from, and what goes with it in words. */
function toldTexts(order: Order, input: CounterInput): Pick<CounterRow, 'lies' | 'says'> {
  const zones = input.keeping.get(order.id)?.zones ?? [];
  const names = zones.map((id) => input.workshop.zones.find((zone) => zone.id === id)?.name ?? id);
  const { contains, may } = allergensText(order, input.clashBook);
  const dew = input.dewOf(zones);
  return {
    lies: names.length > 0 ? `Lies in: ${listed(names).toLowerCase()}.` : '',
    says: [
      ...(contains ? [`Contains ${contains}.`] : []),
      ...(may ? [`May contain ${may}.`] : []),
      ...(order.swaps.length > 0 ? [`Tell them: ${swapsText(order.swaps, input.names)}.`] : []),
      ...(dew ? [dew] : []),
    ],
  };
}

/** What somebody has already of what is not all gone. */
function goneText(order: Order): string {
  if (order.handOvers.length === 0 || order.state === 'handed-over') return '';
  const sum = (counts: readonly number[]): number => counts.reduce((total, count) => total + count, 0);
  const left = partsLeft(order, order.handOvers);
  const told = [
    [sum(order.boxes.map(({ count }) => count)), sum(left.boxes), 'box'],
    [sum(order.lines.map(({ pieces }) => pieces)), sum(left.lines), 'piece'],
  ] as const;
  return told
    .filter(([all]) => all > 0)
    .map(([all, rest, what]) => `${all - rest} of ${counted(all, what)} collected`)
    .join(', ');
}

function againstText({ handOvers }: Order): string {
  const against = handOvers.flatMap((each) => each.against?.split(' ') ?? []);
  if (against.length === 0) return '';
  const words = [...new Set(against)].map((each) => (each === 'stopped' ? 'a stop' : 'an allergy'));
  return `Handed over without the network in spite of ${listed(words)}: tell them`;
}

function toPayText({ balanceMinor }: Order, currency: string): string {
  return balanceMinor > 0 ? `${money(balanceMinor, currency)} to pay` : '';
}

/** States of an order that the counter takes a step on. */
const NEXT_STEPS: readonly OrderState[] = ['promised', 'ready'];

/** What speaks against the next step of an order; null where nothing does. */
function stopText(order: Order, input: CounterInput, wall: WallTime): string | null {
  if (order.state === 'ready') return handOverText(order, input);
  if (order.state !== 'promised') return null;
  const notMade = notMadeText(order, input, wall);
  const told = [...neverText(order, input), ...(notMade ? [notMade] : [])];
  return told.length > 0 ? told.join(' ') : null;
}

/** Whether the plan does not know of it yet, and all of it is there: out of what nobody was to have. */
function isThereUnplanned({ id, pieces }: Order, { fates, keeping }: CounterInput): boolean {
  const fate = fates.get(id);
  const isPlanned = fate !== undefined && fate.standing !== 'unplanned';
  return !isPlanned && (keeping.get(id)?.dipped ?? 0) >= countPieces(pieces);
}

/** Why it cannot well be on the shelf yet: by what the bench wrote down, by the plan's hour where it writes nothing. */
function notMadeText(order: Order, input: CounterInput, wall: WallTime): string | null {
  const { id } = order;
  const fate = input.fates.get(id);
  if (isThereUnplanned(order, input)) return null;
  if (!fate || fate.standing === 'unplanned') return 'Not all of it is in the plan.';
  if (fate.packed === null) return 'The plan cannot make all of it.';
  const made = input.made?.get(id);
  if (made) return isAllPacked(made) ? null : `The bench says: ${missingText(made, input.names.pieces)}.`;
  const packed = input.horizonStart + fate.packed * MS_PER_MINUTE;
  return packed > input.now ? `By the plan it is not packed before ${wall.dayTime(packed)}.` : null;
}

/** Why it cannot well be handed over as it is, with who collects it and what is in it. */
function handOverText(order: Order, input: CounterInput): string | null {
  const { clashBook, workshop } = input;
  const told = [
    ...tooOldText(order, input),
    ...neverText(order, input),
    ...(order.allergyWaiver ? [`${waivedText(order.allergyWaiver)}.`] : []),
    ...(order.balanceMinor > 0 ? [`${toPayText(order, workshop.currency)}.`] : []),
  ];
  if (told.length === 0) return null;
  const { contains } = allergensText(order, clashBook);
  return [`For ${order.customer}.`, ...(contains ? [`Contains ${contains}.`] : []), ...told].join(' ');
}

function tooOldText({ id }: Order, { keeping }: CounterInput): string[] {
  return keeping.get(id)?.verdict === 'too-old'
    ? ['Some of it is older than the shop hands over: it lay warm, or waited too long.']
    : [];
}

/** What of it its customer must never have and nobody answered for; nothing where that is nothing. */
function neverText(order: Order, { clashBook, customers, names }: CounterInput): string[] {
  const never = neverOf(customers.get(order.customerId ?? '')?.allergies, order.allergies);
  const ordered = order.pieces.map(({ piece }) => piece);
  const answered = order.allergyWaiver?.clashes ?? [];
  const against = unanswered(allergenClashes(never, ordered, clashBook), answered);
  if (against.length === 0) return [];
  return [`${order.customer} must never have ${listed(never)}: ${clashText(against, names.pieces)}.`];
}

function readyText(order: Order, input: CounterInput, wall: WallTime): CounterRow['ready'] {
  if (order.state === 'handed-over') return { word: 'handed over', tone: 'soft' };
  if (order.state === 'not-collected') return { word: 'not collected', tone: 'care' };
  if (input.keeping.get(order.id)?.isStopped) return { word: 'stopped', tone: 'over' };
  if (tooOldText(order, input).length > 0) return { word: 'too old', tone: 'over' };
  if (order.handOvers.length > 0) return { word: 'in part on the shelf', tone: 'well' };
  return order.state === 'ready' ? { word: 'on the shelf', tone: 'well' } : plannedText(order, input, wall);
}

function plannedText(order: Order, input: CounterInput, wall: WallTime): CounterRow['ready'] {
  const fate = input.fates.get(order.id);
  if (isThereUnplanned(order, input)) return { word: 'made', tone: 'well' };
  if (!fate || fate.standing === 'unplanned') return { word: 'not planned', tone: 'care' };
  if (fate.packed === null) return { word: 'cannot be met', tone: 'over' };
  return packedText(fate as PackedFate, input.made?.get(order.id) ?? null, { input, wall });
}

type PackedFate = OrderFate & { readonly packed: number };

/** By what the bench wrote down, and when the plan has what is not packed yet. */
function packedText(
  { packed, standing }: PackedFate,
  made: readonly MadeForOrder[] | null,
  { input, wall }: { readonly input: CounterInput; readonly wall: WallTime },
): CounterRow['ready'] {
  const lacks = lackingPieces(made ?? []);
  if (lacks > 0) return { word: `${lacks} missing`, tone: 'over' };
  if (made && isAllPacked(made)) return { word: 'packed', tone: 'well' };
  const by = input.horizonStart + packed * MS_PER_MINUTE;
  const isBehind = made !== null && by <= input.now;
  if (isBehind) return { word: 'not packed yet', tone: 'care' };
  return { word: `packed by ${wall.dayTime(by)}`, tone: standing === 'tight' ? 'care' : 'soft' };
}

/** The oldest of its pieces counts, as old as warmth made it. */
function ageText(keeping: OrderKeeping | undefined): string {
  return keeping ? duration(Math.round(keeping.agedMinutes)) : '–';
}

/** The first of its pieces to be past eating. */
function eatByText(keeping: OrderKeeping | undefined, wall: WallTime): string {
  return keeping ? wall.dateTime(keeping.eatBy) : '–';
}

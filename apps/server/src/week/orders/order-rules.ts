import type { FieldProblem, OrderBox, OrderDraft, OrderState } from '@alnage/contract';
import { countPieces } from '@alnage/core';
import { fieldProblem } from '../../platform/http/field-problem';
import { slotStart } from '../../shop/pickup/pickup-slots';
import { instantOf, wallClockOf } from '../../platform/time/workshop-time';
import type { OrderContext } from './order-context';

type Ordered = Pick<OrderDraft, 'lines' | 'boxes'>;

/** Everything that is wrong with a draft by itself, beyond its shape, field by field. */
export function draftProblems(
  draft: Omit<OrderDraft, 'state' | 'despiteKitchen'>,
  context: OrderContext,
): FieldProblem[] {
  return [
    ...(draft.customer.trim() === '' ? [fieldProblem('/customer', 'blank')] : []),
    ...orderedProblems(draft, context),
    ...pointProblems(draft, context),
    ...pickupProblems(draft, context),
    ...holdProblems(draft, context),
  ];
}

/** What is wrong with what is ordered. */
export function orderedProblems(
  { lines, boxes }: Ordered,
  context: Pick<OrderContext, 'pieces' | 'boxes'>,
): FieldProblem[] {
  if (lines.length + boxes.length === 0) return [fieldProblem('/lines', 'too-few', { limit: 1 })];
  return [
    ...pieceProblems(lines, '/lines', new Set(context.pieces.keys())),
    ...boxes.flatMap((each, index) => boxProblems(each, `/boxes/${index}`, context)),
  ];
}

function pieceProblems(lines: Ordered['lines'], pointer: string, known: ReadonlySet<string>): FieldProblem[] {
  const ids = lines.map(({ piece }) => piece);
  return ids.flatMap((value, index) => {
    const at = `${pointer}/${index}/piece`;
    if (!known.has(value)) return [fieldProblem(at, 'unknown-piece', { value })];
    return ids.indexOf(value) < index ? [fieldProblem(at, 'piece-twice', { value })] : [];
  });
}

/** A box is as it is, or filled with as many pieces as it holds from those that may go in. */
function boxProblems(
  { box: id, contents }: OrderBox,
  pointer: string,
  context: Pick<OrderContext, 'boxes'>,
): FieldProblem[] {
  const box = context.boxes.get(id);
  if (!box) return [fieldProblem(`${pointer}/box`, 'unknown-box', { value: id })];
  if (contents.length === 0) return [];
  const may = box.among.length > 0 ? box.among : box.contents.map(({ piece }) => piece);
  const [held, filled] = [countPieces(box.contents), countPieces(contents)];
  const isAsItIs = (line: Ordered['lines'][number]): boolean =>
    box.contents.some(({ piece, pieces }) => piece === line.piece && pieces === line.pieces);
  const isFilled = box.among.length > 0 ? held === filled : contents.every(isAsItIs) && held === filled;
  return [
    ...pieceProblems(contents, `${pointer}/contents`, new Set(may)),
    ...(isFilled
      ? []
      : [
          fieldProblem(`${pointer}/contents`, 'out-of-range', {
            value: filled,
            range: `${held} pieces in a box`,
          }),
        ]),
  ];
}

export function pointProblems(
  { pickupPoint }: Pick<OrderDraft, 'pickupPoint'>,
  { points }: Pick<OrderContext, 'points'>,
): FieldProblem[] {
  return points.has(pickupPoint)
    ? []
    : [fieldProblem('/pickupPoint', 'unknown-pickup-point', { value: pickupPoint })];
}

/** What is wrong with an hour by itself: over, out of season, or shut. */
export function pickupProblems(
  { pickup, pickupPoint }: Pick<OrderDraft, 'pickup' | 'pickupPoint'>,
  { timeZone, now, season, points }: OrderContext,
): FieldProblem[] {
  const instant = instantOf(pickup, timeZone);
  if (instant === null) return [fieldProblem('/pickup', 'wrong-format', { value: pickup })];
  if (instant <= now)
    return [fieldProblem('/pickup', 'pickup-past', { value: pickup, now: wallClockOf(now, timeZone) })];
  if (instant < season.start || instant >= season.end) {
    const first = wallClockOf(season.start, timeZone).slice(0, 10);
    const last = wallClockOf(new Date(season.end.getTime() - 1), timeZone).slice(0, 10);
    return [fieldProblem('/pickup', 'pickup-outside-season', { value: pickup, first, last })];
  }
  const point = points.get(pickupPoint);
  return point && slotStart(point, pickup) === null
    ? [fieldProblem('/pickup', 'pickup-shut', { value: pickup, point: point.name })]
    : [];
}

/** A place is held from now on, until its pickup at most. */
function holdProblems(
  { holdUntil = null, pickup }: Pick<OrderDraft, 'holdUntil' | 'pickup'>,
  { timeZone, now }: OrderContext,
): FieldProblem[] {
  if (holdUntil === null) return [];
  const until = instantOf(holdUntil, timeZone);
  if (until === null) return [fieldProblem('/holdUntil', 'wrong-format', { value: holdUntil })];
  const isSound = until > now && holdUntil <= pickup;
  const range = `later than ${wallClockOf(now, timeZone).replace('T', ' ')}, and before its pickup`;
  return isSound
    ? []
    : [fieldProblem('/holdUntil', 'out-of-range', { value: holdUntil.replace('T', ' '), range })];
}

/** From each state the ones that may follow; every step can be taken back. */
const NEXT_STATES: Readonly<Record<OrderState, readonly OrderState[]>> = {
  asked: ['promised', 'waiting', 'cancelled'],
  waiting: ['promised', 'asked', 'cancelled'],
  promised: ['ready', 'waiting', 'cancelled'],
  ready: ['promised', 'handed-over', 'not-collected', 'cancelled'],
  'handed-over': ['ready'],
  'not-collected': ['ready', 'handed-over'],
  cancelled: ['promised', 'waiting', 'ready'],
};

/** States on the way to the hand of whoever ordered. */
const TOWARDS_HAND: readonly OrderState[] = ['asked', 'waiting', 'promised', 'ready', 'handed-over'];

/** Whether a step brings what is ordered nearer to whoever ordered it, up to being handed over. */
export function isTowardsHand(from: OrderState, to: OrderState): boolean {
  const isOff = !TOWARDS_HAND.includes(from);
  const target = TOWARDS_HAND.indexOf(to);
  return target >= TOWARDS_HAND.indexOf('promised') && (isOff || target > TOWARDS_HAND.indexOf(from));
}

/** Whether an order may go from one state to another. */
export function canMove(from: OrderState, to: OrderState): boolean {
  return NEXT_STATES[from].includes(to);
}

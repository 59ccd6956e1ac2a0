import type { FieldProblem, OrderDraft, OrderState } from '@alnage/contract';
import { instantOf, wallClockOf } from '../workshop/workshop-time';

/** What an order is judged against. */
export interface OrderContext {
  readonly pieceIds: ReadonlySet<string>;
  readonly pickupPointIds: ReadonlySet<string>;
  readonly timeZone: string;
  readonly now: Date;
  /** Start and end of the days on which orders can be collected. */
  readonly season: { readonly start: Date; readonly end: Date };
}

/** Everything that is wrong with a draft beyond its shape, field by field; empty when it can be stored. */
export function draftProblems(draft: OrderDraft, context: OrderContext): FieldProblem[] {
  return [
    ...(draft.customer.trim() === '' ? [problem('/customer', 'blank')] : []),
    ...lineProblems(draft, context),
    ...pointProblems(draft, context),
    ...pickupProblems(draft.pickup, context),
  ];
}

/** What is wrong with the lines of a draft. */
export function lineProblems(
  draft: Pick<OrderDraft, 'lines'>,
  { pieceIds }: Pick<OrderContext, 'pieceIds'>,
): FieldProblem[] {
  const seen = new Set<string>();
  return draft.lines.flatMap(({ piece }, index) => {
    const pointer = `/lines/${index}/piece`;
    if (!pieceIds.has(piece)) return [problem(pointer, 'unknown-piece', { value: piece })];
    if (seen.has(piece)) return [problem(pointer, 'piece-twice', { value: piece })];
    seen.add(piece);
    return [];
  });
}

export function pointProblems(
  { pickupPoint }: Pick<OrderDraft, 'pickupPoint'>,
  { pickupPointIds }: Pick<OrderContext, 'pickupPointIds'>,
): FieldProblem[] {
  return pickupPointIds.has(pickupPoint)
    ? []
    : [problem('/pickupPoint', 'unknown-pickup-point', { value: pickupPoint })];
}

function pickupProblems(pickup: string, { timeZone, now, season }: OrderContext): FieldProblem[] {
  const instant = instantOf(pickup, timeZone);
  if (instant === null) return [problem('/pickup', 'wrong-format', { value: pickup })];
  if (instant <= now)
    return [problem('/pickup', 'pickup-past', { value: pickup, now: wallClockOf(now, timeZone) })];
  if (instant < season.start || instant >= season.end) {
    const first = wallClockOf(season.start, timeZone).slice(0, 10);
    const last = wallClockOf(new Date(season.end.getTime() - 1), timeZone).slice(0, 10);
    return [problem('/pickup', 'pickup-outside-season', { value: pickup, first, last })];
  }
  return [];
}

function problem(
  pointer: string,
  code: FieldProblem['code'],
  params: FieldProblem['params'] = {},
): FieldProblem {
  return { pointer, code, params };
}

/** From each state the ones that may follow; every step can be taken back. */
const NEXT_STATES: Readonly<Record<OrderState, readonly OrderState[]>> = {
  promised: ['ready', 'cancelled'],
  ready: ['promised', 'handed-over', 'cancelled'],
  'handed-over': ['ready'],
  cancelled: ['promised', 'ready'],
};

/** Whether an order may go from one state to another. */
export function canMove(from: OrderState, to: OrderState): boolean {
  return NEXT_STATES[from].includes(to);
}

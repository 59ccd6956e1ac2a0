import { declaredAllergens } from '../allergens';
import { pickupZone, traysFor } from '../amounts';
import type { Blocker } from '../blocker';
import type { PlanOrder, Problem, Product, Unmet } from '../problem';
import { Builder } from './builder';
import { WITHOUT_END, WITHOUT_END_TRIALS } from './lay-in';
import { plainManner } from './manner';
import type { Obstacle } from './placement';
import { Random } from '../../chance/random';
import type { Schedule } from './schedule';

/** An order line that is not met in full, with what stood in the way of its last missing pieces. */
export interface UnmetReason extends Unmet {
  readonly blocker: Blocker;
}

/** Places what is open of the lines where it still fits and tells of the rest what stood in its way. */
export function meetTheRest(schedule: Schedule, lines: readonly number[]): UnmetReason[] {
  const { compiled, open } = schedule;
  const { problem } = compiled;
  const builder = new Builder(schedule, new Random(1));
  const reasons: { line: number; reason: UnmetReason }[] = [];
  builder.onGivenUp = (line) => {
    const { order, product } = compiled.lines[line]!;
    const reason = {
      order: problem.orders[order]!.id,
      product: problem.products[product]!.id,
      pieces: open[line]!,
      blocker: blockerOf(schedule, line, builder.placement.obstacle),
    };
    reasons.push({ line, reason });
  };
  const manner = plainManner(WITHOUT_END_TRIALS);
  builder.build(lines, { grouping: WITHOUT_END, manner, limit: Infinity });
  schedule.serveFromStock(lines, { atAnyAge: true });
  schedule.journal.commit();
  return reasons
    .filter(({ line }) => open[line]! > 0)
    .sort((a, b) => a.line - b.line)
    .map(({ line, reason }) => ({ ...reason, pieces: open[line]! }));
}

/** An obstacle in the ids of its problem. */
export function blockerOf(schedule: Schedule, line: number, obstacle: Obstacle): Blocker {
  const { products, lines, problem } = schedule.compiled;
  const { product, order } = lines[line]!;
  const { kind, from, to, started } = obstacle;
  const { id, skill, coating, then } = products[product]!.product.stages[obstacle.stage]!;
  switch (kind) {
    case 'free-from':
      return {
        kind,
        stage: id,
        allergen: forbidden(problem, problem.orders[order]!, products[product]!.product),
      };
    case 'time':
      return { kind, stage: id, earliestEnd: from, latestEnd: to };
    case 'hands':
      return { kind, stage: id, skill, from, to };
    case 'bowl':
      return { kind, stage: id, coating: coating?.id ?? '', from, to };
    case 'room':
    case 'first-room': {
      const trays = traysFor(started, then.piecesPerTray);
      return { kind: 'room', stage: id, trays, ...blockedRoom(schedule, line, obstacle) };
    }
    case 'mould': {
      const { id: mould, piecesPerMould } = products[product]!.product.mould!;
      return { kind, stage: id, mould, moulds: traysFor(started, piecesPerMould), from, to };
    }
  }
}

/** In which zone trays do not fit, and at what time. */
function blockedRoom(
  { compiled: { products, lines, problem } }: Schedule,
  line: number,
  { kind, stage, from, to }: Obstacle,
): { readonly zone: string; readonly at: number } {
  const { product: index, order } = lines[line]!;
  const { product } = products[index]!;
  const { then } = product.stages[stage]!;
  if (kind === 'first-room') return { zone: then.first!.zone, at: to };
  const isLast = stage === product.stages.length - 1;
  const zone = isLast ? pickupZone(problem.orders[order]!, product, problem.places) : then.zone;
  return { zone, at: from };
}

/** The first allergen that a product declares and an order must be free from. */
function forbidden(problem: Problem, { freeFrom = [] }: PlanOrder, product: Product): string {
  const coatings = new Map(problem.coatings.map((coating) => [coating.id, coating]));
  const declared = declaredAllergens(product, coatings);
  return freeFrom.find((allergen) => declared.has(allergen))!;
}

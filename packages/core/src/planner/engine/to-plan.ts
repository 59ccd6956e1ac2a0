import type { Batch, Melt as PlanMelt, Plan, StockServe, Unmet } from '../problem';
import type { Schedule } from './schedule';

/** The schedule as an alnage-plan/1; what came from a plan keeps its ids, the rest is named in the order of its start. */
export function toPlan(schedule: Schedule): Plan {
  const { problem, shifts, lines, coatings } = schedule.compiled;
  const person = (shift: number): string => problem.people[shifts[shift]!.person]!.id;
  const fixedBatches = new Map((problem.fixed?.batches ?? []).map((batch) => [batch.id, batch]));
  const fixedMelts = new Map((problem.fixed?.melts ?? []).map((melt) => [melt.id, melt]));
  const melts = schedule.bowls.rows.flat();
  const runs = [...schedule.runs];
  const taken = problem.takenIds ?? [];
  const meltIds = named(melts, { prefix: 'm', taken }, (melt) => melt.setupStart);
  const runIds = named(runs, { prefix: 'b', taken }, (run) => run.starts[0]!);
  return {
    format: 'alnage-plan/1',
    batches: byId(
      runs.map(
        (run): Batch =>
          fixedBatches.get(run.name ?? '') ?? {
            id: runIds.get(run)!,
            product: run.product.product.id,
            pieces: run.pieces,
            serves: run.lines.map((line, i) => ({
              order: problem.orders[lines[line]!.order]!.id,
              pieces: run.parts[i]!,
            })),
            stages: run.product.product.stages.map(({ id }, k) => ({
              stage: id,
              person: person(run.shifts[k]!),
              start: run.starts[k]!,
              end: run.ends[k]!,
              melt: run.melts[k] ? meltIds.get(run.melts[k])! : null,
            })),
          },
      ),
    ),
    melts: byId(
      melts
        .filter(({ isHeld }) => !isHeld)
        .map((melt): PlanMelt => {
          const fixed = melt.isFixed ? fixedMelts.get(melt.name ?? '') : undefined;
          return fixed
            ? { ...fixed, closed: melt.closed }
            : {
                id: meltIds.get(melt)!,
                melter: problem.melters[melt.bowl]!.id,
                coating: coatings[melt.coating]!.coating.id,
                grams: melt.grams,
                person: person(melt.setupShift),
                setupStart: melt.setupStart,
                setupEnd: melt.setupEnd,
                closed: melt.closed,
              };
        }),
    ),
    unmet: unmetOf(schedule),
    ...(problem.stock && { fromStock: fromStockOf(schedule) }),
  };
}

function fromStockOf({ compiled, stock }: Schedule): StockServe[] {
  const { problem, lots, lines } = compiled;
  return stock.serves.flatMap((serves, lot) =>
    [...serves].map(([line, pieces]) => ({
      stock: lots[lot]!.id,
      order: problem.orders[lines[line]!.order]!.id,
      pieces,
    })),
  );
}

function unmetOf({ compiled, open }: Schedule): Unmet[] {
  const { problem, lines } = compiled;
  return lines.flatMap(({ order, product }, line) =>
    open[line]! > 0
      ? [{ order: problem.orders[order]!.id, product: problem.products[product]!.id, pieces: open[line]! }]
      : [],
  );
}

/** Ids in the order of start, without touching or repeating those that are taken. */
function named<T extends { readonly name: string | null }>(
  items: readonly T[],
  { prefix, taken: others }: { readonly prefix: string; readonly taken: readonly string[] },
  start: (item: T) => number,
): Map<T, string> {
  const taken = new Set([...items.map(({ name }) => name), ...others]);
  const names = new Map<T, string>();
  let next = 1;
  for (const item of [...items].sort((a, b) => start(a) - start(b))) {
    if (item.name === null) while (taken.has(`${prefix}${next}`)) next++;
    names.set(item, item.name ?? `${prefix}${next++}`);
  }
  return names;
}

/** In the order that people count in: b2 before b10. */
function byId<T extends { readonly id: string }>(list: T[]): T[] {
  return list.sort((a, b) => a.id.localeCompare(b.id, 'en', { numeric: true }));
}

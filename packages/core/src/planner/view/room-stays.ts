import { pickupZone, startedPieces, traysFor } from '../amounts';
import { found, type Catalogue } from '../catalogue';
import type { Batch, Product, Rest, Serve, StockServe } from '../problem';

/** So many trays of one batch in one zone during `[from, to)`. */
export interface RoomStay {
  readonly batch: string;
  readonly zone: string;
  readonly trays: number;
  readonly from: number;
  readonly to: number;
}

/**
 * Where a batch's trays lie between its stages and after the last one, when they leave order by order.
 * Pieces in work lie on the bench and count nowhere. Source: the planning rules, 3.8.
 */
export function roomStays(catalogue: Catalogue, batch: Batch): RoomStay[] {
  const product = found(catalogue.products, batch.product);
  const started = startedPieces(product, batch.pieces);
  const between = batch.stages.slice(0, -1).flatMap((task, k) => {
    const { then } = product.stages[k]!;
    const trays = traysFor(started, then.piecesPerTray);
    return inTurn({ batch: batch.id, trays, from: task.end, to: batch.stages[k + 1]!.start }, then);
  });
  const zoneOf = ({ order }: Serve): string =>
    pickupZone(found(catalogue.orders, order), product, catalogue.problem.places);
  const untilPickup = [...new Set(batch.serves.map(zoneOf))].flatMap((zone) =>
    staysUntilPickup(catalogue, batch, {
      zone,
      serves: batch.serves.filter((each) => zoneOf(each) === zone),
    }),
  );
  return [...between, ...firstAfterLast(batch, product), ...untilPickup].filter(
    (stay) => stay.to > stay.from,
  );
}

/** Where trays lie in turn after a stage: first elsewhere, if so, and then in their zone. */
function inTurn(stay: Omit<RoomStay, 'zone'>, { zone, first }: Rest): RoomStay[] {
  if (!first) return [{ ...stay, zone }];
  const moved = Math.min(stay.to, stay.from + first.minutes);
  return [
    { ...stay, zone: first.zone, to: moved },
    { ...stay, zone, from: moved },
  ];
}

/** Where all that a batch came to lies first after its last stage. */
function firstAfterLast(batch: Batch, { stages }: Product): RoomStay[] {
  const { first, piecesPerTray } = stages.at(-1)!.then;
  if (!first) return [];
  const from = batch.stages.at(-1)!.end;
  const trays = traysFor(batch.pieces, piecesPerTray);
  return [{ batch: batch.id, zone: first.zone, trays, from, to: from + first.minutes }];
}

/** Where pieces in stock lie: from now until their orders leave, and what nobody takes until its life is over. */
export function stockStays(
  { problem, products, leaves }: Catalogue,
  taken: readonly StockServe[],
): RoomStay[] {
  const { stock = [], now = 0, horizon } = problem;
  return stock.flatMap(({ id, product, pieces, clock, zone }) => {
    const { lifeMinutes, stages } = found(products, product);
    const serves = taken.filter((each) => each.stock === id);
    const left = pieces - serves.reduce((sum, each) => sum + each.pieces, 0);
    const until = Math.min(horizon, Math.max(now, clock + lifeMinutes));
    const leaving = serves.map((each) => ({ at: found(leaves, each.order), pieces: each.pieces }));
    const steps = [...leaving, { at: until, pieces: left }];
    return staysOf(
      { batch: id, zone },
      { from: now, steps, piecesPerTray: stages.at(-1)!.then.piecesPerTray },
    );
  });
}

function staysUntilPickup(
  catalogue: Catalogue,
  batch: Batch,
  { zone, serves }: { readonly zone: string; readonly serves: readonly Serve[] },
): RoomStay[] {
  const { piecesPerTray, first } = found(catalogue.products, batch.product).stages.at(-1)!.then;
  const steps = serves.map(({ order, pieces }) => ({ at: found(catalogue.leaves, order), pieces }));
  const from = batch.stages.at(-1)!.end + (first?.minutes ?? 0);
  return staysOf({ batch: batch.id, zone }, { from, steps, piecesPerTray });
}

/** Trays of pieces that leave in steps. */
function staysOf(
  place: Pick<RoomStay, 'batch' | 'zone'>,
  {
    from: start,
    steps,
    piecesPerTray,
  }: {
    readonly from: number;
    readonly steps: readonly { readonly at: number; readonly pieces: number }[];
    readonly piecesPerTray: number;
  },
): RoomStay[] {
  let from = start;
  let pieces = steps.reduce((sum, step) => sum + step.pieces, 0);
  return [...steps]
    .sort((a, b) => a.at - b.at)
    .map(({ at, pieces: fewer }) => {
      const stay = { ...place, trays: traysFor(pieces, piecesPerTray), from, to: at };
      pieces -= fewer;
      from = Math.max(from, at);
      return stay;
    })
    .filter((stay) => stay.to > stay.from);
}

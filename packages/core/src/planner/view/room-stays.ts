import { pickupZone, startedPieces, traysFor } from '../amounts';
import { found, type Catalogue } from '../catalogue';
import type { Batch, Serve, StockServe } from '../problem';

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
  const between = batch.stages.slice(0, -1).map((task, k) => {
    const { zone, piecesPerTray } = product.stages[k]!.then;
    const trays = traysFor(started, piecesPerTray);
    return { batch: batch.id, zone, trays, from: task.end, to: batch.stages[k + 1]!.start };
  });
  const zoneOf = ({ order }: Serve): string =>
    pickupZone(found(catalogue.orders, order), product, catalogue.problem.places);
  const untilPickup = [...new Set(batch.serves.map(zoneOf))].flatMap((zone) =>
    staysUntilPickup(catalogue, batch, {
      zone,
      serves: batch.serves.filter((each) => zoneOf(each) === zone),
    }),
  );
  return [...between, ...untilPickup].filter((stay) => stay.to > stay.from);
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
  const { piecesPerTray } = found(catalogue.products, batch.product).stages.at(-1)!.then;
  const steps = serves.map(({ order, pieces }) => ({ at: found(catalogue.leaves, order), pieces }));
  return staysOf({ batch: batch.id, zone }, { from: batch.stages.at(-1)!.end, steps, piecesPerTray });
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

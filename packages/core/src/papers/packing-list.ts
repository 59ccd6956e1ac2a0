import type { PickupVerdict } from '../keeping/batch-life';

/** A batch as far as orders are packed out of it; times are ms since 1970. */
export interface BatchToPack {
  readonly batch: string;
  readonly piece: string;
  /** Where it lies; null: in somebody's hands, or not made yet. */
  readonly zone: string | null;
  /** When it was dipped; null: it is not yet. */
  readonly clockAt: number | null;
  readonly pickups: readonly {
    readonly order: string;
    readonly pieces: number;
    readonly eatBy: number;
    readonly verdict: PickupVerdict;
  }[];
}

/** An order that is to be packed, with all of its pieces, each once. */
export interface OrderToPack {
  readonly id: string;
  /** Packed already: nothing is fetched for it any more. */
  readonly isPacked: boolean;
  readonly pieces: readonly { readonly piece: string; readonly pieces: number }[];
}

/** Pieces of a batch that go into an order. */
export interface PackedFrom {
  readonly batch: string;
  readonly piece: string;
  readonly pieces: number;
  readonly zone: string | null;
  readonly isMade: boolean;
  readonly eatBy: number;
  /** Older by its pickup than the shop hands over. */
  readonly isTooOld: boolean;
}

/** What an order is packed out of, and what of it nothing is made for. */
export interface PackingOfOrder {
  readonly order: string;
  readonly from: readonly PackedFrom[];
  readonly lacks: readonly { readonly piece: string; readonly pieces: number }[];
}

/** What is fetched from one zone, for all orders together. */
export interface FetchedFrom {
  readonly zone: string | null;
  readonly rows: readonly { readonly batch: string; readonly piece: string; readonly pieces: number }[];
}

/**
 * What each order is packed out of, the oldest pieces first, and what is fetched from where for all of them. What is not dipped yet is told
 * with its batch, but is nowhere to be fetched. What nothing is made for is lacking.
 * By hand: 30 are ordered, 18 of an older batch and 6 of a younger one are there: 18, then 6, and 6 are lacking.
 */
export function packingList(
  orders: readonly OrderToPack[],
  batches: readonly BatchToPack[],
): { readonly orders: readonly PackingOfOrder[]; readonly shelves: readonly FetchedFrom[] } {
  const oldestFirst = [...batches].sort(
    (a, b) => (a.clockAt ?? Infinity) - (b.clockAt ?? Infinity) || (a.batch < b.batch ? -1 : 1),
  );
  const packed = orders.map((order) => packingOf(order, oldestFirst));
  const open = packed.filter((_, index) => !orders[index]!.isPacked);
  return { orders: packed, shelves: shelvesOf(open.flatMap(({ from }) => from)) };
}

function packingOf({ id, pieces: ordered }: OrderToPack, batches: readonly BatchToPack[]): PackingOfOrder {
  const from = ordered.flatMap(({ piece }) =>
    batches
      .filter((each) => each.piece === piece)
      .flatMap(({ batch, zone, clockAt, pickups }) =>
        pickups
          .filter(({ order }) => order === id)
          .map(({ pieces, eatBy, verdict }): PackedFrom => ({
            ...{ batch, piece, pieces, zone, eatBy },
            ...{ isMade: clockAt !== null, isTooOld: verdict === 'too-old' },
          })),
      ),
  );
  const lacks = ordered
    .map(({ piece, pieces }) => {
      const own = from.filter((each) => each.piece === piece);
      return { piece, pieces: pieces - own.reduce((sum, each) => sum + each.pieces, 0) };
    })
    .filter(({ pieces }) => pieces > 0);
  return { order: id, from, lacks };
}

function shelvesOf(all: readonly PackedFrom[]): FetchedFrom[] {
  const there = all.filter(({ isMade }) => isMade);
  const zones = [...new Set(there.map(({ zone }) => zone))];
  return zones.map((zone) => {
    const rows = new Map<string, { batch: string; piece: string; pieces: number }>();
    for (const { batch, piece, pieces } of there.filter((each) => each.zone === zone)) {
      const key = JSON.stringify([batch, piece]);
      rows.set(key, { batch, piece, pieces: pieces + (rows.get(key)?.pieces ?? 0) });
    }
    return { zone, rows: [...rows.values()] };
  });
}

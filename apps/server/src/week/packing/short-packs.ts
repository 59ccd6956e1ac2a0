import type { BatchKeeping, LackReason, Order, ShortPack } from '@alnage/contract';
import {
  allergenClashes,
  maySwap,
  neverOf,
  packingList,
  pieceAllergens,
  piecesOfOrder,
  summedPieces,
  type ClashBook,
  type PieceCount,
  type SwapPiece,
} from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { loadDeclared } from '../../shop/recipe-book/load-declared';
import type { SetUp } from '../../shop/seasons/set-up';
import { CustomerEntity } from '../../store/work/customer.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import { keepingOfPlan } from '../kitchen/keeping-of-plan';
import { toPack } from '../kitchen/to-pack';
import { orderView } from '../orders/order-view';
import { readOrders } from '../orders/read-orders';

const MS_PER_MINUTE = 60_000;

interface Ask {
  readonly now: Date;
  /** What leaves by then. */
  readonly until: Date;
}

/** What lacks in orders is judged by, read once for all of them. */
interface Reading {
  readonly now: number;
  readonly kept: readonly BatchKeeping[];
  readonly pieces: ReadonlyMap<string, SwapPiece>;
  readonly clashBook: ClashBook;
  readonly rule: SetUp['workshop']['swaps'];
  neverOf(order: Order): string[];
}

/**
 * The promised orders that leave by then and lack something by what is made and planned, with what could stand for it out of the pieces that
 * nobody is to have: by the shop’s rule, nothing that whoever it is for must never have, and young enough.
 */
export async function shortPacks(
  manager: EntityManager,
  setUp: SetUp,
  { now, until }: Ask,
): Promise<ShortPack[]> {
  const points = new Map((await manager.find(PickupPointEntity)).map((each) => [each.id, each]));
  const journeyOf = ({ pickupPoint }: Order): number => {
    const point = points.get(pickupPoint);
    return point?.sending ? point.journeyMinutes * MS_PER_MINUTE : 0;
  };
  const longest = Math.max(0, ...[...points.values()].map(({ journeyMinutes }) => journeyMinutes));
  const rows = await readOrders(manager, {
    where: `o.state = 'promised' and o.pickup_at >= $1 and o.pickup_at <= $2`,
    values: [setUp.span.start, new Date(until.getTime() + longest * MS_PER_MINUTE)],
    orderBy: 'o.pickup_at, o.ticket',
  });
  const orders = rows
    .map((row) => orderView(row, setUp.timeZone))
    .filter((order) => Date.parse(order.pickupAt) - journeyOf(order) <= until.getTime());
  if (orders.length === 0) return [];
  const kept = await keepingOfPlan(manager, setUp, now);
  const wanted = orders.map((order) => ({ id: order.id, isPacked: false, pieces: piecesOfOrder(order) }));
  const { orders: packed } = packingList(wanted, kept.filter(({ isStopped }) => !isStopped).map(toPack));
  const reading = await readingOf(manager, setUp, { kept, now });
  return orders.flatMap((order, index): ShortPack[] => {
    const { from, lacks } = packed[index]!;
    const old = from.filter(({ isTooOld }) => isTooOld);
    const short = summedPieces([...lacks, ...old]);
    if (short.length === 0) return [];
    const leavesAt = Date.parse(order.pickupAt) - journeyOf(order);
    const { id, ticket, customer, phone, version } = order;
    return [
      {
        ...{ order: id, ticket, customer, phone, version, leavesAt: new Date(leavesAt).toISOString() },
        lacks: short.map(({ piece, pieces }) => ({
          ...{ piece, pieces, why: reasonOf(piece, order, { old, kept }) },
          swaps: swapsFor({ piece, pieces }, { order, leavesAt }, reading),
        })),
      },
    ];
  });
}

function reasonOf(
  piece: string,
  { id }: Order,
  { old, kept }: { readonly old: readonly PieceCount[]; readonly kept: readonly BatchKeeping[] },
): LackReason {
  const isStopped = kept.some(
    (each) => each.isStopped && each.piece === piece && each.pickups.some(({ order }) => order === id),
  );
  if (isStopped) return 'stopped';
  return old.some((each) => each.piece === piece) ? 'too-old' : 'not-made';
}

/** What there is enough of first, each with until when the oldest of it is eaten. */
function swapsFor(
  { piece, pieces }: PieceCount,
  { order, leavesAt }: { readonly order: Order; readonly leavesAt: number },
  { now, kept, pieces: known, clashBook, rule, neverOf: neverIn }: Reading,
): ShortPack['lacks'][number]['swaps'] {
  const wanted = known.get(piece);
  if (!wanted) return [];
  const never = neverIn(order);
  const declared = [
    ...new Set(piecesOfOrder(order).flatMap((each) => [...(known.get(each.piece)?.declares ?? [])])),
  ];
  const young = kept.filter(
    ({ spare, isStopped, clockAt, agedMinutes, holdMinutes }) =>
      spare > 0 &&
      !isStopped &&
      clockAt !== null &&
      agedMinutes + Math.max(0, leavesAt - now) / MS_PER_MINUTE <= holdMinutes,
  );
  const candidates = [...new Set(young.map((each) => each.piece))].flatMap((id) => known.get(id) ?? []);
  return candidates
    .filter((instead) => maySwap(wanted, instead, { rule, declared }))
    .filter(({ id }) => allergenClashes(never, [id], clashBook).length === 0)
    .map(({ id }) => {
      const own = young.filter((each) => each.piece === id);
      const there = own.reduce((sum, { spare }) => sum + spare, 0);
      const eatBy = own.map((each) => each.eatBy).sort()[0]!;
      return { piece: id, pieces: Math.min(pieces, there), eatBy };
    })
    .sort((a, b) => b.pieces - a.pieces || (a.piece < b.piece ? -1 : 1));
}

async function readingOf(
  manager: EntityManager,
  { workshop }: SetUp,
  { kept, now }: { readonly kept: readonly BatchKeeping[]; readonly now: Date },
): Promise<Reading> {
  const declared = await loadDeclared(manager);
  const pieces = await manager.find(PieceEntity);
  const customers = new Map((await manager.find(CustomerEntity)).map((each) => [each.id, each]));
  return {
    ...{ kept, now: now.getTime(), rule: workshop.swaps },
    pieces: new Map(
      pieces.map((piece) => {
        const { id, family, costs } = piece;
        return [id, { id, family, priceMinor: costs.priceMinor, declares: pieceAllergens(piece, declared) }];
      }),
    ),
    clashBook: { pieces, declared, stop: workshop.mayContainStop },
    neverOf: ({ customerId, allergies }) => neverOf(customers.get(customerId ?? '')?.allergies, allergies),
  };
}

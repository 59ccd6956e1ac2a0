import { seenOf, type BatchKeeping, type BoxLabelView, type Order, type OrderLine } from '@alnage/contract';
import { boxLabel, pieceCoat, sizeClassOf, type Declared } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { loadDippery } from '../../shop/dippery/dippery';
import { loadDeclared } from '../../shop/recipe-book/load-declared';
import { requireSetUp } from '../../shop/seasons/set-up';
import { BoxEntity } from '../../store/workshop/box.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { keepingOfPlan } from '../../week/kitchen/keeping-of-plan';
import { readWeighings } from '../../week/learned/read-weighings';
import { ordersFor, type PapersOf } from './orders-for';

/** What labels are made from, read once for all of them. */
interface Reading {
  readonly declared: Declared;
  readonly pieces: ReadonlyMap<string, PieceEntity>;
  readonly boxes: ReadonlyMap<string, BoxEntity>;
  readonly coats: ReadonlyMap<string, readonly { readonly coating: string; readonly grams: number }[]>;
  readonly kept: readonly BatchKeeping[];
}

/**
 * The labels of the boxes of an order, of some, or of all that are still to leave the shop on a day, by when they leave: loose pieces of an order are
 * one box. @throws ProblemError `order-not-found`
 */
export async function boxLabels(
  manager: EntityManager,
  clock: Pick<WorkshopClock, 'now'>,
  query: PapersOf,
): Promise<BoxLabelView[]> {
  const setUp = await requireSetUp(manager);
  const orders = await ordersFor(manager, { ...query, isHere: true }, setUp.timeZone);
  if (orders.length === 0) return [];
  const pieces = await manager.find(PieceEntity);
  const dippery = await loadDippery(manager);
  const weighings = await readWeighings(manager, clock.now());
  const reading: Reading = {
    declared: await loadDeclared(manager),
    pieces: byId(pieces),
    boxes: byId(await manager.find(BoxEntity)),
    coats: new Map(
      pieces.map((piece) => {
        const seen = weighings.filter((each) => each.piece === piece.id).map(seenOf);
        const { portions } = pieceCoat(piece, dippery, {
          sizeClass: sizeClassOf(piece.form, piece.sizes),
          seen,
        });
        return [piece.id, portions];
      }),
    ),
    kept: await keepingOfPlan(manager, setUp, clock.now()),
  };
  return orders.flatMap((order) => labelsOf(order, reading));
}

/** One box of an order as it is packed. */
interface PackedBox {
  readonly name: string;
  readonly priceMinor: number | null;
  readonly contents: readonly Pick<OrderLine, 'piece' | 'pieces'>[];
}

function labelsOf(order: Order, reading: Reading): BoxLabelView[] {
  const boxes = order.boxes.flatMap(({ box, count, contents, priceMinor }): PackedBox[] => {
    const name = reading.boxes.get(box)?.name ?? box;
    return Array.from({ length: count }, () => ({ name, priceMinor, contents }));
  });
  const loose = order.lines.reduce((sum, { pieces, priceMinor }) => sum + pieces * (priceMinor ?? 0), 0);
  const all =
    order.lines.length > 0
      ? [...boxes, { name: '', priceMinor: loose > 0 ? loose : null, contents: order.lines }]
      : boxes;
  return all.map((box, index) => labelOf(order, box, { reading, number: index + 1, of: all.length }));
}

function labelOf(
  order: Order,
  { name, priceMinor, contents }: PackedBox,
  { reading, number, of }: { readonly reading: Reading; readonly number: number; readonly of: number },
): BoxLabelView {
  const { pieces, coats, declared, kept } = reading;
  const inBox = contents.flatMap(({ piece: id, pieces: count }) => {
    const piece = pieces.get(id);
    return piece ? [{ piece, pieces: count, coats: coats.get(id) ?? [] }] : [];
  });
  const label = boxLabel(inBox, { all: [...pieces.values()], declared });
  const ids = new Set(contents.map(({ piece }) => piece));
  const own = kept.filter(
    (batch) => ids.has(batch.piece) && batch.pickups.some((each) => each.order === order.id),
  );
  const ends = own.flatMap(({ pickups }) =>
    pickups.filter((each) => each.order === order.id).map(({ eatBy }) => eatBy),
  );
  const made = own.flatMap(({ clockAt }) => clockAt ?? []);
  return {
    ...{ order: order.id, ticket: order.ticket, customer: order.customer, box: name, number, of },
    contents: [...label.contents],
    ingredients: label.ingredients.map((each) => ({ ...each, allergens: [...each.allergens] })),
    ...{ contains: [...label.contains], mayContain: [...label.mayContain], netGrams: label.netGrams },
    advice: [...new Set(inBox.flatMap(({ piece }) => piece.keeping.advice || []))],
    priceMinor,
    // of what is not all made yet nobody can say it
    madeOn: made.length === own.length ? (earliest(made) ?? null) : null,
    eatBy: earliest(ends) ?? null,
  };
}

function earliest(instants: readonly string[]): string | undefined {
  return [...instants].sort()[0];
}

function byId<T extends { readonly id: string }>(rows: readonly T[]): ReadonlyMap<string, T> {
  return new Map(rows.map((row) => [row.id, row]));
}

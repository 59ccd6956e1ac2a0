import type { RecipeDraft, RecipeEffects, SupplyDraft } from '@alnage/contract';
import { neverOf, pieceAllergens, piecesOfOrder, type Declared, type LarderBook } from '@alnage/core';
import { In, type EntityManager } from 'typeorm';
import { CustomerEntity } from '../../store/work/customer.entity';
import { orderedIn } from '../../week/orders/ordered';
import { OrderEntity } from '../../store/work/order.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { findSetUp } from '../../shop/seasons/set-up';
import { loadDeclared } from '../../shop/recipe-book/load-declared';

/** Orders that a change can still be told to: what is handed over is eaten. */
const OPEN_STATES = ['promised', 'ready'] as const;

/** What would come of a recipe as it is drafted; nothing is kept. */
export function recipeEffects(
  manager: EntityManager,
  id: string,
  draft: RecipeDraft,
): Promise<RecipeEffects> {
  return effectsOf(manager, (book) => ({
    ...book,
    recipes: [...book.recipes.filter((each) => each.id !== id), { ...draft, id }],
  }));
}

/** What would come of a supply as it is drafted; nothing is kept. */
export function supplyEffects(
  manager: EntityManager,
  id: string,
  draft: SupplyDraft,
): Promise<RecipeEffects> {
  return effectsOf(manager, (book) => ({
    ...book,
    supplies: book.supplies.map((each) => (each.id === id ? { ...draft, id } : each)),
  }));
}

/** What pieces would declare otherwise with another book, and whose promised orders that touches. */
async function effectsOf(
  manager: EntityManager,
  change: (book: LarderBook) => LarderBook,
): Promise<RecipeEffects> {
  const before = await loadDeclared(manager);
  const after: Declared = { ...before, book: change(before.book) };
  const pieces = (await manager.find(PieceEntity, { order: { position: 'ASC' } })).flatMap((piece) => {
    const [was, will] = [pieceAllergens(piece, before), pieceAllergens(piece, after)];
    const gains = will.filter((each) => !was.includes(each));
    const loses = was.filter((each) => !will.includes(each));
    return gains.length + loses.length > 0 ? [{ piece: piece.id, gains, loses }] : [];
  });
  return { pieces, orders: pieces.length > 0 ? await touched(manager, pieces) : [] };
}

async function touched(
  manager: EntityManager,
  changed: RecipeEffects['pieces'],
): Promise<RecipeEffects['orders']> {
  const setUp = await findSetUp(manager);
  if (!setUp) return [];
  const orders = await orderedIn(manager, setUp.span, OPEN_STATES);
  const rows = await customersOf(
    manager,
    orders.map(({ id }) => id),
  );
  const customers = new Map((await manager.find(CustomerEntity)).map((each) => [each.id, each]));
  return orders.flatMap(({ id, ticket, pickupAt, contents }) => {
    const ids = new Set(piecesOfOrder(contents).map(({ piece }) => piece));
    const own = changed.filter(({ piece }) => ids.has(piece));
    if (own.length === 0) return [];
    const { customer, customerId, allergies } = rows.get(id)!;
    const never = neverOf(customers.get(customerId ?? '')?.allergies, allergies);
    const gained = [...new Set(own.flatMap(({ gains }) => gains))];
    return [
      {
        ...{ id, ticket, customer, pickupAt: pickupAt.toISOString() },
        pieces: own.map(({ piece }) => piece),
        mustNot: never.filter((each) => gained.includes(each)).sort(),
      },
    ];
  });
}

/** Who ordered, without all that was ordered. */
async function customersOf(
  manager: EntityManager,
  ids: readonly string[],
): Promise<ReadonlyMap<string, Pick<OrderEntity, 'customer' | 'customerId' | 'allergies'>>> {
  const rows = await manager.find(OrderEntity, {
    select: { id: true, customer: true, customerId: true, allergies: true },
    where: { id: In([...ids]) },
    loadEagerRelations: false,
  });
  return new Map(rows.map((order) => [order.id, order]));
}

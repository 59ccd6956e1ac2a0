import type { FieldProblem, SupplyDraft, SupplyView } from '@alnage/contract';
import { baseAmountOf, type Supply } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { BoxEntity } from '../boxes/box.entity';
import type { RecordKind } from '../kept/kept-records';
import { PieceEntity } from '../pieces/piece.entity';
import { loadBook } from './load-book';
import { LotEntity } from './lot.entity';
import { RecipeEntity } from './recipe.entity';
import { supplyProblems } from './still-computes';
import { SupplyEntity } from './supply.entity';

/** Supplies: what turns them into grams serves every recipe, piece and box that takes them. */
export const SUPPLIES: RecordKind<SupplyEntity, SupplyDraft, SupplyView> = {
  entity: SupplyEntity,
  what: 'supply',
  judge: async (manager, draft, id) => {
    const supply = { ...draft, id: id ?? '' };
    draft.packs.forEach((pack, index) =>
      baseAmountOf(pack, supply, { measures: 'metric', field: `/packs/${index}/unit` }),
    );
    return [
      ...packProblems(supply),
      ...(id === null
        ? []
        : [...(await baseProblems(manager, supply)), ...(await usedProblems(manager, supply))]),
    ];
  },
  columns: (draft) => draft,
  view: (_manager, { position: _position, ...supply }) => Promise.resolve(supply as SupplyView),
  settle: () => Promise.resolve(),
  heldBy: async (manager, { id }) => {
    const lots = await manager.count(LotEntity, { where: { itemKind: 'supply', itemId: id } });
    const recipes = await manager.find(RecipeEntity, { order: { position: 'ASC' } });
    const pieces = await manager.find(PieceEntity, { order: { position: 'ASC' } });
    const boxes = await manager.find(BoxEntity, { order: { position: 'ASC' } });
    return [
      ...recipes
        .filter(({ ingredients }) => ingredients.some((line) => line.of === 'supply' && line.id === id))
        .map(({ name }) => name),
      ...[...pieces, ...boxes]
        .filter(({ supplies }) => supplies.some(({ supply }) => supply === id))
        .map(({ name }) => name),
      ...(lots > 0 ? [lots === 1 ? '1 lot' : `${lots} lots`] : []),
    ];
  },
};

/** What packs hold is bought in whole grams or pieces. */
function packProblems(supply: Supply): FieldProblem[] {
  return supply.packs.flatMap((pack, index): FieldProblem[] => {
    const size = baseAmountOf(pack, supply, { measures: 'metric', field: '' });
    const range = supply.base === 'g' ? 'a gram to 100 kg' : 'a piece to 100,000';
    const pointer = `/packs/${index}/amount`;
    return size >= 1 && size <= 100_000
      ? []
      : [{ pointer, code: 'out-of-range', params: { value: pack.amount, range } }];
  });
}

/** Lots are counted as they were: what they are counted in stays while there are any. */
async function baseProblems(manager: EntityManager, { id, base }: Supply): Promise<FieldProblem[]> {
  const before = await manager.findOneByOrFail(SupplyEntity, { id });
  if (before.base === base) return [];
  const lots = await manager.count(LotEntity, { where: { itemKind: 'supply', itemId: id } });
  if (lots === 0) return [];
  const range = `${before.base}, as its lots are counted`;
  return [{ pointer: '/base', code: 'out-of-range', params: { value: base, range } }];
}

async function usedProblems(manager: EntityManager, supply: Supply): Promise<FieldProblem[]> {
  const book = await loadBook(manager);
  const supplies = book.supplies.map((each) => (each.id === supply.id ? supply : each));
  return supplyProblems(manager, { ...book, supplies });
}

import type { FieldProblem, SupplyDraft, SupplyView } from '@alnage/contract';
import { baseAmountOf, requireComposition, type Supply } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { RecordKind } from '../kept/kept-records';
import type { WorkshopUses } from '../kept/workshop-uses';
import { loadBook } from '../recipe-book/load-book';
import { supplyProblems } from '../recipe-book/still-computes';
import { SupplyEntity } from '../../store/workshop/supply.entity';

/** Supplies: what turns them into grams serves every recipe, piece and box that takes them. */
export function supplies(
  uses: Pick<WorkshopUses, 'lotCount'>,
): RecordKind<SupplyEntity, SupplyDraft, SupplyView> {
  return {
    entity: SupplyEntity,
    what: 'supply',
    judge: async (manager, draft, id) => {
      const supply = { ...draft, id: id ?? '' };
      if (draft.composition) requireComposition(draft.composition, '/composition');
      draft.packs.forEach((pack, index) =>
        baseAmountOf(pack, supply, { measures: 'metric', field: `/packs/${index}/unit` }),
      );
      return [
        ...packProblems(supply),
        ...(id === null
          ? []
          : [...(await baseProblems(manager, uses, supply)), ...(await usedProblems(manager, supply))]),
      ];
    },
    // a composition that is left out stays as it was
    columns: (draft) => draft,
    view: (_manager, { position: _position, ...supply }) => Promise.resolve(supply as SupplyView),
    settle: () => Promise.resolve(),
  };
}

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
async function baseProblems(
  manager: EntityManager,
  uses: Pick<WorkshopUses, 'lotCount'>,
  { id, base }: Supply,
): Promise<FieldProblem[]> {
  const before = await manager.findOneByOrFail(SupplyEntity, { id });
  if (before.base === base) return [];
  const lots = await uses.lotCount(manager, { kind: 'supply', id });
  if (lots === 0) return [];
  const range = `${before.base}, as its lots are counted`;
  return [{ pointer: '/base', code: 'out-of-range', params: { value: base, range } }];
}

async function usedProblems(manager: EntityManager, supply: Supply): Promise<FieldProblem[]> {
  const book = await loadBook(manager);
  const supplies = book.supplies.map((each) => (each.id === supply.id ? supply : each));
  return supplyProblems(manager, { ...book, supplies });
}

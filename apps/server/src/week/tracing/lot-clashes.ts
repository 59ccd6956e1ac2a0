import type { MayContainStop, AllergenClash } from '@alnage/core';
import { lotsBehind } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { LotEntity } from '../../store/work/lot.entity';
import { batchOfKey } from './keys';
import { traceFacts } from './trace-facts';

export interface CarriedWanted {
  /** The batches that an order is packed from, by their keys. */
  readonly batches: readonly string[];
  /** What whoever it is for must never have. */
  readonly never: readonly string[];
  /** How far what may be in a piece stops an order. */
  readonly stop: MayContainStop;
}

/**
 * What the lots behind batches carry beyond what their items declare, of what somebody must never have: what a delivery declares is in the piece,
 * what a leftover met in its bowl may be in it.
 */
export async function lotClashes(
  manager: EntityManager,
  { batches, never, stop }: CarriedWanted,
): Promise<AllergenClash[]> {
  if (batches.length === 0 || never.length === 0) return [];
  const carrying = await manager
    .createQueryBuilder(LotEntity, 'lot')
    .where('lot.allergens && :never', { never: [...never] })
    .getMany();
  if (carrying.length === 0) return [];
  const { facts } = await traceFacts(manager);
  return [...lotsBehind(facts, batches)].flatMap(([key, behind]): AllergenClash[] => {
    const own = carrying.filter(({ id }) => behind.has(id));
    const against = (lots: readonly LotEntity[]): string[] =>
      never.filter((each) => lots.some(({ allergens }) => allergens.includes(each)));
    const allergens = against(own.filter(({ origin }) => origin !== 'leftover'));
    const met = stop === 'none' ? [] : against(own.filter(({ origin }) => origin === 'leftover'));
    const mayContain = met.filter((each) => !allergens.includes(each));
    return allergens.length + mayContain.length > 0
      ? [{ piece: batchOfKey(key).piece, allergens, mayContain }]
      : [];
  });
}

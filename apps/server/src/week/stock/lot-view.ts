import type { Lot } from '@alnage/contract';
import type { LarderItem } from '@alnage/core';
import { DateTime } from 'luxon';
import type { EntityManager } from 'typeorm';
import { LotEntity } from '../../store/work/lot.entity';
import type { SupplyEntity } from '../../store/workshop/supply.entity';

const HOUR_MS = 3_600_000;

/** Until when a lot may be used: the end of its best-before day, or what its supply keeps, whichever comes first. */
export function usableUntil(
  { bestBefore, receivedAt }: Pick<LotEntity, 'bestBefore' | 'receivedAt'>,
  supply: Pick<SupplyEntity, 'keepsHours'> | undefined,
  timeZone: string,
): Date | null {
  const ends = [
    ...(bestBefore === null
      ? []
      : [DateTime.fromISO(bestBefore, { zone: timeZone }).endOf('day').toMillis()]),
    ...(supply?.keepsHours ? [receivedAt.getTime() + supply.keepsHours * HOUR_MS] : []),
  ];
  return ends.length === 0 ? null : new Date(Math.min(...ends));
}

/** What is left of a lot. */
export function leftOf({ moves }: Pick<LotEntity, 'moves'>): number {
  const left = moves.reduce((sum, { amount }) => sum + amount, 0);
  // what floating point leaves of nothing is nothing
  return Math.abs(left) < 1e-6 ? 0 : left;
}

/** The lots of an item, with what is left of each and until when it may be used. */
export function lotsThere(
  item: LarderItem,
  {
    lots,
    supplies,
    timeZone,
  }: {
    readonly lots: readonly LotEntity[];
    readonly supplies: readonly SupplyEntity[];
    readonly timeZone: string;
  },
): { readonly id: string; readonly amount: number; readonly usableUntil: Date | null }[] {
  const supply = supplies.find(({ id }) => item.kind === 'supply' && id === item.id);
  return lots
    .filter(({ itemKind, itemId }) => itemKind === item.kind && itemId === item.id)
    .map((lot) => ({ id: lot.id, amount: leftOf(lot), usableUntil: usableUntil(lot, supply, timeZone) }));
}

export function lotView(lot: LotEntity, supplies: readonly SupplyEntity[], timeZone: string): Lot {
  const supply = supplies.find(({ id }) => lot.itemKind === 'supply' && id === lot.itemId);
  return {
    id: lot.id,
    item: { kind: lot.itemKind, id: lot.itemId },
    code: lot.code,
    origin: lot.origin,
    amount: leftOf(lot),
    bestBefore: lot.bestBefore,
    allergens: lot.allergens as Lot['allergens'],
    note: lot.note,
    receivedAt: lot.receivedAt.toISOString(),
    openedAt: lot.openedAt?.toISOString() ?? null,
    usableUntil: usableUntil(lot, supply, timeZone)?.toISOString() ?? null,
    moves: [...lot.moves]
      .sort((a, b) => a.at.getTime() - b.at.getTime() || Number(a.id) - Number(b.id))
      .map(({ at, by, kind, amount, reason }) => ({ at: at.toISOString(), by, kind, amount, reason })),
  };
}

/** All lots with their moves, the first received first. */
export function findLots(manager: EntityManager): Promise<LotEntity[]> {
  return manager.find(LotEntity, {
    relations: { moves: true },
    relationLoadStrategy: 'query',
    order: { receivedAt: 'ASC', code: 'ASC', id: 'ASC' },
  });
}

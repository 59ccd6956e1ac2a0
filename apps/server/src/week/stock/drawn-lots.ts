import { isAlwaysThere, stockCourse, type ItemAmount, type LarderItem } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { stoppedNow } from '../tracing/stopped';
import { findLots, lotsThere } from './lot-view';
import { LotMoveEntity } from '../../store/work/lot.entity';
import { SupplyEntity } from '../../store/workshop/supply.entity';

/** What of an item is taken out of which lots, and what no lot has. */
export interface Drawn {
  readonly item: LarderItem;
  readonly taken: readonly { readonly lot: string; readonly amount: number }[];
  readonly shortAmount: number;
}

/** When something is drawn. */
export interface DrawnAt {
  readonly at: Date;
  /** When it really went in, where that was before: what was stopped since was still taken then. Left out: at that instant. */
  readonly wentIn?: Date;
  readonly timeZone: string;
}

/**
 * Which lots give what is wanted at an instant: those that are to be used first of those still in date; of what is always there none, and
 * none that is stopped.
 */
export async function drawnLots(
  manager: EntityManager,
  wanted: readonly ItemAmount[],
  { at, wentIn = at, timeZone }: DrawnAt,
): Promise<Drawn[]> {
  const lots = await findLots(manager);
  const { lots: all } = await stoppedNow(manager);
  const stopped = new Map([...all].filter(([, stop]) => stop.at <= wentIn));
  const supplies = await manager.find(SupplyEntity);
  const always = new Set(supplies.filter(isAlwaysThere).map(({ id }) => id));
  const counted = wanted.filter(({ item }) => item.kind !== 'supply' || !always.has(item.id));
  return counted.map(({ item, amount }) => {
    const own = lotsThere(item, { lots, supplies, stopped, timeZone }).map((lot) => ({
      ...lot,
      usableUntil: lot.usableUntil?.getTime() ?? Infinity,
    }));
    const { taken, shortAmount } = stockCourse([{ minute: at.getTime(), amount }], own);
    return { item, taken, shortAmount };
  });
}

/** When, by whom and why stock moved, and for which preparation, run or order. */
export type MovedBy = Pick<LotMoveEntity, 'at' | 'by' | 'reason'> &
  Partial<Pick<LotMoveEntity, 'preparationId' | 'runId' | 'orderId'>>;

/** Takes what was drawn out of its lots; what no lot has is not there to be taken. */
export async function takeOut(
  manager: EntityManager,
  drawn: readonly Drawn[],
  moved: MovedBy,
): Promise<void> {
  const taken = drawn.flatMap((each) => each.taken);
  await move(
    manager,
    taken.map(({ lot, amount }) => ({ ...moved, lotId: lot, kind: 'used', amount: -amount })),
  );
}

/** Gives back what some moves took, lot by lot. */
export async function giveBack(
  manager: EntityManager,
  moves: readonly Pick<LotMoveEntity, 'lotId' | 'amount'>[],
  moved: MovedBy,
): Promise<void> {
  const amounts = new Map<string, number>();
  for (const { lotId, amount } of moves) amounts.set(lotId, (amounts.get(lotId) ?? 0) + amount);
  const out = [...amounts].filter(([, amount]) => amount < 0);
  await move(
    manager,
    out.map(([lotId, amount]) => ({ ...moved, lotId, kind: 'returned', amount: -amount })),
  );
}

async function move(
  manager: EntityManager,
  moves: readonly (MovedBy & Pick<LotMoveEntity, 'lotId' | 'kind' | 'amount'>)[],
): Promise<void> {
  if (moves.length > 0) await manager.insert(LotMoveEntity, [...moves]);
}

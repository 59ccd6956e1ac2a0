import type { Lot } from '@alnage/contract';
import type { LarderItem } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { endOfDay } from '../../platform/time/workshop-time';
import { instantMs, jsonRows } from '../../platform/database/json-rows';
import type { Stopped } from '../tracing/stopped';
import type { LotEntity, LotMoveEntity } from '../../store/work/lot.entity';
import type { SupplyEntity } from '../../store/workshop/supply.entity';

const HOUR_MS = 3_600_000;

/** Until when a lot may be used: the end of its best-before day, or what its supply keeps, whichever comes first. */
export function usableUntil(
  { bestBefore, receivedAt }: Pick<LotEntity, 'bestBefore' | 'receivedAt'>,
  supply: Pick<SupplyEntity, 'keepsHours'> | undefined,
  timeZone: string,
): Date | null {
  const ends = [
    ...(bestBefore === null ? [] : [endOfDay(bestBefore, timeZone).getTime()]),
    ...(supply?.keepsHours ? [receivedAt.getTime() + supply.keepsHours * HOUR_MS] : []),
  ];
  return ends.length === 0 ? null : new Date(Math.min(...ends));
}

/** What is left of a lot. */
export function leftOf({ moves }: Pick<LotRow, 'moves'>): number {
  const left = moves.reduce((sum, { amount }) => sum + amount, 0);
  // what floating point leaves of nothing is nothing
  return Math.abs(left) < 1e-6 ? 0 : left;
}

/** The lots of an item that may be taken from, with what is left of each and until when it may be used. */
export function lotsThere(
  item: LarderItem,
  {
    lots,
    supplies,
    stopped,
    timeZone,
  }: {
    readonly lots: readonly LotRow[];
    readonly supplies: readonly SupplyEntity[];
    readonly stopped: Stopped['lots'];
    readonly timeZone: string;
  },
): { readonly id: string; readonly amount: number; readonly usableUntil: Date | null }[] {
  const supply = supplies.find(({ id }) => item.kind === 'supply' && id === item.id);
  return lots
    .filter(({ itemKind, itemId, id }) => itemKind === item.kind && itemId === item.id && !stopped.has(id))
    .map((lot) => ({ id: lot.id, amount: leftOf(lot), usableUntil: usableUntil(lot, supply, timeZone) }));
}

export function lotView(
  lot: LotRow,
  {
    supplies,
    stopped,
    timeZone,
  }: {
    readonly supplies: readonly SupplyEntity[];
    readonly stopped: Stopped['lots'];
    readonly timeZone: string;
  },
): Lot {
  const supply = supplies.find(({ id }) => lot.itemKind === 'supply' && id === lot.itemId);
  return {
    id: lot.id,
    item: { kind: lot.itemKind, id: lot.itemId },
    code: lot.code,
    origin: lot.origin,
    amount: leftOf(lot),
    isStopped: stopped.has(lot.id),
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

/** A lot with all that moved of it. */
export type LotRow = Omit<LotEntity, 'moves'> & {
  readonly moves: readonly Omit<LotMoveEntity, 'lot' | 'lotId'>[];
};

type JsonMove = Omit<LotRow['moves'][number], 'at'> & { readonly at: number };
type JsonLot = Omit<LotRow, 'receivedAt' | 'openedAt' | 'moves'> & {
  readonly receivedAt: number;
  readonly openedAt: number | null;
  readonly moves: readonly JsonMove[] | null;
};

const LOTS = `
  select l.id, l.item_kind as "itemKind", l.item_id as "itemId", l.code, l.origin, l.best_before as "bestBefore",
         l.allergens, l.note, ${instantMs('l.received_at')} as "receivedAt", ${instantMs('l.opened_at')} as "openedAt",
         m.all as moves
    from lot l
    left join (select lot_id, json_agg(json_build_object('id', id::text, 'at', ${instantMs('at')}, 'by', by, 'kind', kind,
                 'amount', amount, 'reason', reason, 'preparationId', preparation_id, 'runId', run_id,
                 'orderId', order_id) order by id) as all
                 from lot_move group by lot_id) m on m.lot_id = l.id
   order by l.received_at, l.code, l.id`;

/** All lots with their moves, the first received first. */
export async function findLots(manager: EntityManager): Promise<LotRow[]> {
  const rows = await jsonRows<JsonLot>(manager, LOTS, []);
  return rows.map(({ receivedAt, openedAt, moves, ...lot }) => ({
    ...lot,
    receivedAt: new Date(receivedAt),
    openedAt: openedAt === null ? null : new Date(openedAt),
    moves: (moves ?? []).map((move) => ({ ...move, at: new Date(move.at) })),
  }));
}

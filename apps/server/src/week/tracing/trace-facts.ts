import {
  boughtAs,
  staysOf,
  usesOfPiece,
  type ItemAmount,
  type LarderItem,
  type StageTimes,
  type TracedBoxes,
  type TracedLot,
  type TracedPreparation,
  type TracedStay,
  type TracedWork,
  type TraceFacts,
} from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { instantMs, jsonRows } from '../../platform/database/json-rows';
import { grouped } from '../../platform/grouped';
import { loadBook } from '../../shop/recipe-book/load-book';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { batchKey, itemKey, meltKey } from './keys';

const DAY_MS = 86_400_000;
/** So long at most trays are taken to lie where they were put last. Shop default. */
const LAST_STAY_MS = 7 * DAY_MS;

/** A run as far as it is traced; times are ms since 1970. */
export interface TracedRunRow {
  readonly id: string;
  readonly start: number;
  readonly product: string;
  readonly code: string;
  readonly kind: 'melt' | 'stage';
  readonly batch: string | null;
  readonly melt: string | null;
  readonly bowl: string | null;
  readonly coating: string | null;
  readonly rest: StageTimes['rest'] | null;
  readonly person: string | null;
  readonly begun: number;
  readonly ended: number | null;
  readonly isSealed: boolean;
  readonly leftoverLot: string | null;
  readonly people: readonly string[] | null;
  readonly missing: readonly { readonly item: LarderItem }[] | null;
  /** Good pieces as they were sealed, or amended since; null: not sealed. */
  readonly good: number | null;
  /** Pieces that it was planned for. */
  readonly planned: number | null;
  /** Whom it was for when it was sealed. */
  readonly orders: readonly { readonly order: string; readonly pieces: number }[] | null;
}

const RUNS = `
  select r.id, ${instantMs('r.horizon_start')} as start, r.product, r.code, r.kind, r.planned->>'batch' as batch,
         case r.kind when 'melt' then r.planned->>'melt' else r.planned->'melt'->>'id' end as melt,
         case r.kind when 'melt' then r.planned->>'bowl' else r.planned->'melt'->>'bowl' end as bowl,
         case r.kind when 'melt' then r.planned->>'coating' else r.planned->'melt'->>'coating' end as coating,
         r.planned->'rest' as rest, r.planned->>'person' as person, (r.planned->>'pieces')::int as planned,
         ${instantMs('coalesce(r.begun_at, r.ended_at, r.sealed_at)')} as begun, ${instantMs('coalesce(r.ended_at, r.sealed_at)')} as ended,
         r.sealed_at is not null as "isSealed", r.record->>'leftoverLot' as "leftoverLot",
         r.record->'missing' as missing, r.record->'orders' as orders,
         coalesce((select (a.after->>'good')::int from run_amendment a where a.run_id = r.id order by a.id desc limit 1),
                  (r.record->>'good')::int) as good,
         (select json_agg(distinct e.by) from bench_event e where e.run_id = r.id and e.by is not null) as people
    from run r
   where coalesce(r.begun_at, r.ended_at, r.sealed_at) is not null
   order by begun, r.id`;

interface TakenRow {
  readonly lot: string;
  readonly kind: LarderItem['kind'];
  readonly item: string;
  readonly run: string | null;
  readonly preparation: string | null;
  readonly order: string | null;
}

const TAKEN = `
  select m.lot_id as lot, l.item_kind as kind, l.item_id as item, m.run_id as run, m.preparation_id as preparation,
         m.order_id as "order"
    from lot_move m join lot l on l.id = m.lot_id
   where m.run_id is not null or m.preparation_id is not null or m.order_id is not null
   group by 1, 2, 3, 4, 5, 6
  having sum(m.amount) < -1e-6`;

interface LotRow {
  readonly id: string;
  readonly code: string;
  readonly kind: LarderItem['kind'];
  readonly item: string;
  readonly received: number;
  readonly left: number;
  readonly last: number;
  /** Since when nothing is taken of it; null: it is not stopped by itself. */
  readonly stopped: number | null;
}

const LOTS = `
  select l.id, l.code, l.item_kind as kind, l.item_id as item, ${instantMs('l.received_at')} as received,
         coalesce(m.left, 0) as left, ${instantMs('coalesce(m.last, l.received_at)')} as last,
         ${instantMs('s.at')} as stopped
    from lot l
    left join (select lot_id, sum(amount) as left, max(at) as last from lot_move group by 1) m on m.lot_id = l.id
    left join (select origin->>'lot' as lot, min(at) as at from stop where lifted_at is null and not is_practice
                group by 1) s on s.lot = l.id::text`;

interface PreparationRow {
  readonly id: string;
  readonly start: number;
  readonly batch: string;
  readonly piece: string;
  readonly at: number;
  readonly by: string | null;
}

const PREPARATIONS = `
  select id, ${instantMs('horizon_start')} as start, batch, piece_id as piece, ${instantMs('at')} as at, by
    from preparation`;

/** What was done, with what people call it. */
export interface TraceRead {
  readonly facts: TraceFacts;
  readonly runs: readonly TracedRunRow[];
  readonly lots: readonly LotRow[];
}

/** All that was done in all seasons, as far as it is traced: from the rows themselves, nothing is planned in it. */
export async function traceFacts(manager: EntityManager): Promise<TraceRead> {
  const runs = await jsonRows<TracedRunRow>(manager, RUNS, []);
  const taken = await jsonRows<TakenRow>(manager, TAKEN, []);
  const lots = await jsonRows<LotRow>(manager, LOTS, []);
  const made = await jsonRows<PreparationRow>(manager, PREPARATIONS, []);
  const coatings = await manager.find(CoatingEntity);
  const inMelt = new Map(coatings.map(({ id }) => [id, inCoating(id, coatings)]));
  const lotsBy = (of: 'run' | 'preparation' | 'order'): Map<string, TakenRow[]> =>
    grouped(
      taken.filter((row) => row[of] !== null),
      (row) => row[of]!,
    );
  const byRun = lotsBy('run');
  const pieceItems = await itemsOfPieces(manager, runs);
  const works = runs.map((run) =>
    workOf(run, { taken: byRun.get(run.id) ?? [], inMelt: inMelt.get(run.coating ?? ''), pieceItems }),
  );
  const byPreparation = lotsBy('preparation');
  return {
    ...{ runs, lots },
    facts: {
      works,
      preparations: made.map(({ id, start, batch, piece, at, by }): TracedPreparation => ({
        batch: batchKey({ horizonStart: new Date(start), batch, piece }),
        ...{ at, person: by, lots: (byPreparation.get(id) ?? []).map(({ lot }) => lot) },
      })),
      stays: staysOfRuns(runs),
      lots: lots.map(({ id, kind, item, received: from, left, last, stopped }): TracedLot => {
        const until = left > 1e-6 ? Infinity : last;
        return { id, item: itemKey({ kind, id: item }), from, until: Math.min(until, stopped ?? Infinity) };
      }),
      boxes: [...lotsBy('order')].map(([order, rows]): TracedBoxes => ({
        ...{ order, lots: rows.map(({ lot }) => lot) },
      })),
    },
  };
}

/** Keys of what a coating is made of: itself, the parts of a blend, and the fat that is stirred in. */
function inCoating(id: string, all: readonly CoatingEntity[]): ReadonlySet<string> {
  const found = all.find((coating) => coating.id === id)!;
  const parts = boughtAs(found, all).map(({ item }) => itemKey(item));
  return new Set([itemKey({ kind: 'coating', id }), ...parts]);
}

/** Keys of what is dipped of the pieces of runs that are not sealed yet: only then it is written down of which lots. */
async function itemsOfPieces(
  manager: EntityManager,
  runs: readonly TracedRunRow[],
): Promise<ReadonlyMap<string, readonly string[]>> {
  if (!runs.some(isOpenDip)) return new Map();
  const book = await loadBook(manager);
  const pieces = await manager.find(PieceEntity);
  const isDipped = ({ per, recipe }: { per: string; recipe: string | null }): boolean =>
    per === 'started' && recipe === null;
  return new Map(
    pieces.map((piece) => [
      piece.id,
      usesOfPiece(piece, book)
        .filter(isDipped)
        .map(({ item }: ItemAmount) => itemKey(item)),
    ]),
  );
}

function isOpenDip({ kind, melt, isSealed }: TracedRunRow): boolean {
  return kind === 'stage' && melt !== null && !isSealed;
}

interface RunParts {
  readonly taken: readonly TakenRow[];
  /** Left out for a coating that is gone by now: what is a coating was in it. */
  readonly inMelt: ReadonlySet<string> | undefined;
  readonly pieceItems: ReadonlyMap<string, readonly string[]>;
}

function workOf(run: TracedRunRow, { taken, inMelt, pieceItems }: RunParts): TracedWork {
  const horizonStart = new Date(run.start);
  const isMelted = ({ kind, item }: TakenRow): boolean =>
    kind === 'coating' || (inMelt?.has(itemKey({ kind, id: item })) ?? false);
  const [melted, others] = [taken.filter(isMelted), taken.filter((row) => !isMelted(row))];
  return {
    id: run.id,
    batch: run.batch === null ? null : batchKey({ horizonStart, batch: run.batch, piece: run.product }),
    melt: run.melt === null ? null : meltKey(horizonStart, run.melt),
    bowl: run.bowl,
    people: run.people ?? (run.person === null ? [] : [run.person]),
    ...{ from: run.begun, until: run.ended ?? Infinity, leftoverLot: run.leftoverLot },
    ...{ meltLots: melted.map(({ lot }) => lot), lots: others.map(({ lot }) => lot) },
    unknownItems: unknownOf(run, { inMelt, pieceItems }),
  };
}

/** What no lot was written down for: all of a run, or a melt, that is not sealed yet, and what a sealed one could not find. */
function unknownOf(run: TracedRunRow, { inMelt, pieceItems }: Omit<RunParts, 'taken'>): string[] {
  if (run.isSealed) return (run.missing ?? []).map(({ item }) => itemKey(item));
  const melted = run.melt === null ? [] : [...(inMelt ?? [])];
  return isOpenDip(run) ? [...melted, ...(pieceItems.get(run.product) ?? [])] : melted;
}

/** Where the trays of each batch lay, stage by stage, as somebody wrote down. */
function staysOfRuns(runs: readonly TracedRunRow[]): TracedStay[] {
  const batches = new Map<string, StageTimes[]>();
  for (const { start, batch, product, rest, begun, ended } of runs) {
    if (batch === null || rest === null || ended === null) continue;
    const key = batchKey({ horizonStart: new Date(start), batch, piece: product });
    const stages = batches.get(key) ?? [];
    stages.push({ start: begun, end: ended, rest });
    batches.set(key, stages);
  }
  return [...batches].flatMap(([batch, stages]) =>
    staysOf(stages, stages.at(-1)!.end + LAST_STAY_MS).map((stay) => ({ batch, ...stay })),
  );
}

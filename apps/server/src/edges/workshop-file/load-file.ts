import { LIVE_TOPICS, type WorkshopFile, type WorkshopLoaded } from '@alnage/contract';
import { DEFAULT_MESSAGES } from '@alnage/core';
import type { DataSource, DeepPartial, EntityManager, EntityTarget, ObjectLiteral } from 'typeorm';
import { BenchEventEntity, RunAmendmentEntity, RunEntity } from '../../store/work/run.entity';
import { BoxEntity } from '../../store/workshop/box.entity';
import { CustomerEntity } from '../../store/work/customer.entity';
import { LotEntity, LotMoveEntity } from '../../store/work/lot.entity';
import { PreparationEntity } from '../../store/work/preparation.entity';
import { RecipeEntity, RecipeVersionEntity } from '../../store/workshop/recipe.entity';
import { SupplyEntity } from '../../store/workshop/supply.entity';
import { lockRecords } from '../../shop/kept/kept-records';
import {
  HandOverEntity,
  OrderBoxEntity,
  OrderEntity,
  OrderEventEntity,
  OrderLineEntity,
  OrderPaymentEntity,
} from '../../store/work/order.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { PlanEntity } from '../../store/work/plan.entity';
import { PieceMoveEntity } from '../../store/work/piece-move.entity';
import { PackedFromEntity } from '../../store/work/packed-from.entity';
import { StopEntity } from '../../store/work/stop.entity';
import { PracticeEntity } from '../../store/work/practice.entity';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { WeighingEntity } from '../../store/work/weighing.entity';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import {
  MouldEntity,
  PersonEntity,
  PickupPointEntity,
  ZoneEntity,
} from '../../store/workshop/resources.entity';
import { SeasonEntity } from '../../store/workshop/season.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { keepBatches } from '../../week/learned/keep-batches';
import { keepPartUses } from '../../week/learned/keep-part-uses';
import { fileProblems, recordProblems } from './judge-file';

const ROWS_AT_ONCE = 500;

/** Tables that an empty installation has nothing in. */
const OWN = [
  ...[ZoneEntity, CoatingEntity, BowlEntity, PersonEntity, PickupPointEntity, PieceEntity],
  ...[MouldEntity, BoxEntity, CustomerEntity, SeasonEntity, OrderEntity, WeighingEntity, PlanEntity],
  ...[SupplyEntity, RecipeEntity, LotEntity, PreparationEntity, RunEntity, PracticeEntity, StopEntity],
] as const;

/**
 * Loads a whole workshop into an empty installation: all of it or nothing.
 * @throws ProblemError `not-empty`; `invalid-input` naming each field of the file at fault
 */
export function loadWorkshop(
  db: DataSource,
  file: WorkshopFile,
  clock: Pick<WorkshopClock, 'now'>,
): Promise<WorkshopLoaded> {
  return db.transaction(async (manager) => {
    await lockRecords(manager);
    for (const entity of OWN)
      if ((await manager.count(entity as EntityTarget<ObjectLiteral>)) > 0)
        throw new ProblemError('not-empty');
    const wrong = fileProblems(file);
    if (wrong.length > 0) throw new ProblemError('invalid-input', {}, wrong);
    await keepWorkshop(manager, file);
    await keepRecords(manager, file);
    const problems = await recordProblems(manager, file, clock);
    if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
    await keepOrders(manager, file.orders);
    await keepWork(manager, file);
    await keepLarder(manager, file);
    await keepRuns(manager, file);
    await insertAll(manager, PracticeEntity, file.practices ?? []);
    await insertAll(manager, PieceMoveEntity, (file.pieceMoves ?? []).map(movedRow));
    await insertAll(manager, StopEntity, (file.stops ?? []).map(stopRow));

    for (const topic of LIVE_TOPICS) await announce(manager, topic);
    return { name: file.details.name, orders: file.orders.length, pieces: file.pieces.length };
  });
}

/** What older files do not tell of a plan. */
const UNTOLD = {
  origin: 'planned',
  madeBy: null,
  basedOn: null,
  publishedAt: null,
  pins: [],
  locks: [],
  lapsed: [],
} satisfies Partial<PlanEntity>;

async function keepWorkshop(
  manager: EntityManager,
  { details, rules, messages: told, changeovers, weights, lastTicket }: WorkshopFile,
): Promise<void> {
  const { season: seasonId, version: detailsVersion, ...own } = details;
  const { version: rulesVersion, ...shop } = rules;
  const workshop = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  if (told) {
    const { version: messagesVersion, texts, ...others } = told;
    // files from before there were swaps tell of them as of changes
    const swapped = { ...DEFAULT_MESSAGES.swapped, isOn: texts.changed.isOn };
    Object.assign(workshop, {
      messages: { ...others, texts: { swapped, recalled: DEFAULT_MESSAGES.recalled, ...texts } },
      messagesVersion,
    });
  }
  Object.assign(workshop, own, shop, { seasonId, detailsVersion, rulesVersion, changeovers, weights });
  await manager.save(workshop);
  await manager.query('select setval($1, $2, $3)', ['order_ticket', Math.max(1, lastTicket), lastTicket > 0]);
}

async function keepRecords(manager: EntityManager, file: WorkshopFile): Promise<void> {
  const lists = [
    [MouldEntity, file.moulds],
    [ZoneEntity, file.zones.map((zone) => ({ celsius: null, humidity: null, there: null, ...zone }))],
    [CoatingEntity, file.coatings.map((coating) => ({ tempering: null, ...coating }))],
    [BowlEntity, file.bowls],
    [PersonEntity, file.people],
    [PickupPointEntity, file.pickupPoints.map((point) => ({ sending: null, wayCelsius: null, ...point }))],
    [SupplyEntity, file.supplies ?? []],
    [RecipeEntity, (file.recipes ?? []).map(({ versions: _versions, ...recipe }) => recipe)],
    [PieceEntity, file.pieces.map((piece) => ({ recipe: null, madeParts: [], supplies: [], ...piece }))],
    [BoxEntity, file.boxes.map((box) => ({ supplies: [], ...box }))],
    [CustomerEntity, file.customers],
    [SeasonEntity, file.seasons],
  ] as const;
  for (const [entity, records] of lists)
    await insertAll(
      manager,
      entity as EntityTarget<ObjectLiteral>,
      records.map((record, position) => ({ ...record, position })),
    );
}

async function keepOrders(manager: EntityManager, orders: WorkshopFile['orders']): Promise<void> {
  await insertAll(
    manager,
    OrderEntity,
    orders.map(
      ({ lines: _l, boxes: _b, payments: _p, events: _e, packedFrom: _f, handOvers: _h, ...order }) => ({
        // files from before they were said with orders have neither
        phone: '',
        allergies: [],
        swaps: [],
        ...order,
      }),
    ),
  );
  const rows = <T, R>(of: (order: WorkshopFile['orders'][number]) => readonly T[], row: (each: T) => R) =>
    orders.flatMap((order) =>
      of(order).map((each, position) => ({ orderId: order.id, position, ...row(each) })),
    );
  await insertAll(
    manager,
    OrderLineEntity,
    rows(
      ({ lines }) => lines,
      ({ piece: pieceId, pieces, priceMinor }) => ({ pieceId, pieces, priceMinor }),
    ),
  );
  await insertAll(
    manager,
    OrderBoxEntity,
    rows(
      ({ boxes }) => boxes,
      ({ box: boxId, ...row }) => ({ boxId, ...row }),
    ),
  );
  const entries = <T extends object>(of: (order: WorkshopFile['orders'][number]) => readonly T[]) =>
    orders.flatMap((order) => of(order).map((entry) => ({ orderId: order.id, ...entry })));
  await insertAll(
    manager,
    OrderPaymentEntity,
    entries(({ payments }) => payments),
  );
  await insertAll(
    manager,
    OrderEventEntity,
    entries(({ events }) => events),
  );
  await insertAll(
    manager,
    HandOverEntity,
    entries(({ handOvers = [] }) => handOvers),
  );
  await insertAll(
    manager,
    PackedFromEntity,
    entries(({ packedFrom = [] }) => packedFrom),
  );
}

async function keepWork(manager: EntityManager, { weighings, plans }: WorkshopFile): Promise<void> {
  await insertAll(manager, WeighingEntity, weighings);
  const filed = plans.map((plan) => ({ ...UNTOLD, ...plan })) as readonly DeepPartial<PlanEntity>[];
  await insertAll(manager, PlanEntity, filed);
  const last = Math.max(0, ...plans.map(({ version }) => version));
  if (last > 0) await manager.query(`select setval(pg_get_serial_sequence('plan', 'version'), $1)`, [last]);
}

async function keepLarder(
  manager: EntityManager,
  { recipes = [], lots = [], preparations = [] }: WorkshopFile,
): Promise<void> {
  const versions = recipes.flatMap(({ id: recipeId, versions: own }) =>
    own.map((version) => ({ recipeId, ...version })),
  );
  await insertAll(manager, RecipeVersionEntity, versions);
  await insertAll(manager, PreparationEntity, preparations);
  const made = await manager.find(PreparationEntity);
  await keepBatches(manager, made);
  await keepPartUses(manager, made);
  await insertAll(
    manager,
    LotEntity,
    lots.map(({ item, moves: _moves, ...lot }) => ({ ...lot, itemKind: item.kind, itemId: item.id })),
  );
  const moves = lots.flatMap(({ id: lotId, moves: own }) =>
    own.map(({ preparation: preparationId, run: runId = null, order: orderId = null, ...move }) => ({
      ...{ lotId, preparationId, runId, orderId },
      ...move,
    })),
  );
  await insertAll(manager, LotMoveEntity, moves);
}

async function keepRuns(manager: EntityManager, { runs = [] }: WorkshopFile): Promise<void> {
  await insertAll(
    manager,
    RunEntity,
    runs.map(({ events: _events, amendments: _amendments, ...run }) => run),
  );
  const rows = <T extends object>(of: (run: (typeof runs)[number]) => readonly T[]) =>
    runs.flatMap((run) => of(run).map((row) => ({ ...row, runId: run.id })));
  await insertAll(
    manager,
    BenchEventEntity,
    rows(({ events }) => events),
  );
  await insertAll(
    manager,
    RunAmendmentEntity,
    rows(({ amendments }) => amendments),
  );
}

/** A move as a row; older files know neither what was paid nor what was taken back. */
function movedRow({
  paid,
  undone,
  sale: saleId = null,
  ...move
}: NonNullable<WorkshopFile['pieceMoves']>[number]): object {
  return {
    ...{ ...move, saleId, amountMinor: null, method: null, reference: null, ...paid },
    ...(undone && { undoneAt: undone.at, undoneBy: undone.by }),
  };
}

function stopRow({ lifted, ...stop }: NonNullable<WorkshopFile['stops']>[number]): object {
  return {
    ...stop,
    ...(lifted && {
      ...{ liftedAt: lifted.at, liftedBy: lifted.by },
      ...{ liftedReason: lifted.reason, liftedName: lifted.name },
    }),
  };
}

async function insertAll<T extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntityTarget<T>,
  rows: readonly object[],
): Promise<void> {
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE)
    await manager.insert(entity, rows.slice(from, from + ROWS_AT_ONCE) as never);
}

import { Readable } from 'node:stream';
import { WORKSHOP_FILE_FORMAT, type Lot, type WorkshopFile } from '@alnage/contract';
import type { DataSource, EntityManager, EntityTarget, QueryRunner } from 'typeorm';
import { grouped } from '../../platform/grouped';
import { BoxEntity } from '../../store/workshop/box.entity';
import { findLots } from '../../week/stock/lot-view';
import { PreparationEntity } from '../../store/work/preparation.entity';
import { RecipeEntity, RecipeVersionEntity } from '../../store/workshop/recipe.entity';
import { SupplyEntity } from '../../store/workshop/supply.entity';
import { filedRuns } from './filed-runs';
import { CustomerEntity } from '../../store/work/customer.entity';
import type { KeptRecord } from '../../store/workshop/kept-record';
import { pricedContentsOf } from '../../week/orders/order-view';
import { ALL_ORDERS, readOrders } from '../../week/orders/read-orders';
import type { OrderEventEntity } from '../../store/work/order.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { PlanEntity } from '../../store/work/plan.entity';
import { practiceView } from '../../work/practices/practices.service';
import { PieceMoveEntity } from '../../store/work/piece-move.entity';
import { moveView } from '../../week/keeping/move-view';
import { PackedFromEntity } from '../../store/work/packed-from.entity';
import { StopEntity } from '../../store/work/stop.entity';
import { stopView } from '../../work/recall/stops.service';
import { PracticeEntity } from '../../store/work/practice.entity';
import { WeighingEntity } from '../../store/work/weighing.entity';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { detailsView } from '../../shop/workshop/details';
import {
  MouldEntity,
  PersonEntity,
  PickupPointEntity,
  ZoneEntity,
} from '../../store/workshop/resources.entity';
import { messageSettings } from '../../shop/workshop/message-settings';
import { rulesView } from '../../shop/workshop/rules';
import { SeasonEntity } from '../../store/workshop/season.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';

type Sections = {
  readonly [K in Exclude<keyof WorkshopFile, 'format'>]: (manager: EntityManager) => Promise<WorkshopFile[K]>;
};

/** Every part of a file in its order, each by itself. */
const SECTIONS: Sections = {
  details: async (manager) => detailsView(await theWorkshop(manager)),
  rules: async (manager) => rulesView(await theWorkshop(manager)),
  messages: async (manager) => messageSettings(await theWorkshop(manager)),
  changeovers: async (manager) => (await theWorkshop(manager)).changeovers as WorkshopFile['changeovers'],
  weights: async (manager) => (await theWorkshop(manager)).weights,
  moulds: (manager) => kept(manager, MouldEntity),
  zones: (manager) => kept(manager, ZoneEntity),
  coatings: (manager) => kept(manager, CoatingEntity) as Promise<WorkshopFile['coatings']>,
  bowls: (manager) => kept(manager, BowlEntity),
  people: (manager) => kept(manager, PersonEntity),
  pickupPoints: (manager) => kept(manager, PickupPointEntity),
  pieces: (manager) => kept(manager, PieceEntity) as Promise<WorkshopFile['pieces']>,
  boxes: (manager) => kept(manager, BoxEntity),
  customers: (manager) => kept(manager, CustomerEntity),
  seasons: (manager) => kept(manager, SeasonEntity),
  orders: filedOrders,
  weighings: filedWeighings,
  plans: filedPlans,
  supplies: (manager) => kept(manager, SupplyEntity) as Promise<WorkshopFile['supplies']>,
  recipes: filedRecipes,
  lots: filedLots,
  preparations: filedPreparations,
  runs: filedRuns,
  practices: filedPractices,
  pieceMoves: filedPieceMoves,
  stops: filedStops,
  lastTicket,
};

/**
 * All of a workshop as the text of a file, part by part: always in the same order, so that the same workshop is the same
 * bytes, and all of it as it was at one moment.
 */
export async function workshopFile(db: DataSource): Promise<Readable> {
  const runner = db.createQueryRunner();
  await runner.startTransaction('REPEATABLE READ');
  return Readable.from(partsOf(runner));
}

async function* partsOf(runner: QueryRunner): AsyncGenerator<string> {
  try {
    yield `{\n "format": ${JSON.stringify(WORKSHOP_FILE_FORMAT)}`;
    for (const [name, read] of Object.entries(SECTIONS)) {
      const text = JSON.stringify(await read(runner.manager), null, 1);
      // indented one step further than by itself; line ends within a text are escaped
      yield `,\n ${JSON.stringify(name)}: ${text.replaceAll('\n', '\n ')}`;
    }
    yield '\n}\n';
  } finally {
    await runner.rollbackTransaction();
    await runner.release();
  }
}

function theWorkshop(manager: EntityManager): Promise<WorkshopEntity> {
  return manager.findOneByOrFail(WorkshopEntity, { id: 1 });
}

async function kept<T extends KeptRecord>(
  manager: EntityManager,
  entity: EntityTarget<T>,
): Promise<Omit<T, 'position'>[]> {
  return (await manager.find(entity, { order: { position: 'ASC' } as never })).map(withoutPosition);
}

function withoutPosition<T extends KeptRecord>({ position: _position, ...rest }: T): Omit<T, 'position'> {
  return rest;
}

type FiledEvent = Pick<OrderEventEntity, 'at' | 'by' | 'what' | 'changes'>;
type EventRow = FiledEvent & { readonly orderId: string };

const EVENTS = `select order_id as "orderId", at, by, what, changes from order_event order by id`;

async function filedOrders(manager: EntityManager): Promise<WorkshopFile['orders']> {
  const orderOf = ({ orderId }: { readonly orderId: string }): string => orderId;
  const events = grouped(await manager.query<EventRow[]>(EVENTS), orderOf);
  const packed = grouped(await manager.find(PackedFromEntity, { order: { id: 'ASC' } }), orderOf);
  const orders = await readOrders(manager, { ...ALL_ORDERS, orderBy: 'o.created_at, o.ticket' });
  return orders.map((order) => ({
    id: order.id,
    ticket: order.ticket,
    customer: order.customer,
    customerId: order.customerId,
    note: order.note,
    giftMessage: order.giftMessage,
    phone: order.phone,
    allergies: order.allergies,
    depositMinor: order.depositMinor,
    allergyWaiver: order.allergyWaiver,
    kitchenOverruled: order.kitchenOverruled,
    swaps: order.swaps,
    holdUntil: order.holdUntil?.toISOString() ?? null,
    pickupAt: order.pickupAt.toISOString(),
    pickupPointId: order.pickupPointId,
    state: order.state,
    version: order.version,
    importKey: order.importKey,
    createdAt: order.createdAt.toISOString(),
    ...pricedContentsOf(order),
    payments: [...order.payments]
      .sort((a, b) => a.at.getTime() - b.at.getTime() || a.id.localeCompare(b.id))
      .map(({ id, at, by, kind, method, amountMinor, reference, givenMinor }) => ({
        ...{ id, at: at.toISOString(), by, kind, method, amountMinor, reference, givenMinor },
      })),
    handOvers: order.handOvers.map(({ at, undoneAt, ...each }) => ({
      ...{ ...each, at: at.toISOString(), undoneAt: undoneAt?.toISOString() ?? null },
    })),
    keptUntil: order.keptUntil?.toISOString() ?? null,
    events: (events.get(order.id) ?? []).map(({ at, by, what, changes }) => ({
      ...{ at: at.toISOString(), by, what, changes },
    })),
    packedFrom: (packed.get(order.id) ?? []).map(({ horizonStart, batch, pieceId, pieces }) => ({
      ...{ horizonStart: horizonStart.toISOString(), batch, pieceId, pieces },
    })),
  }));
}

async function filedWeighings(manager: EntityManager): Promise<WorkshopFile['weighings']> {
  const weighings = await manager.find(WeighingEntity, { order: { at: 'ASC', id: 'ASC' } });
  return weighings.map((weighing) => ({
    id: weighing.id,
    pieceId: weighing.pieceId,
    coat: weighing.coat,
    sizeClass: weighing.sizeClass,
    weighed: weighing.weighed,
    pieces: weighing.pieces,
    rejects: weighing.rejects,
    at: weighing.at.toISOString(),
    estimateGrams: weighing.estimateGrams,
    setAsideReason: weighing.setAsideReason,
    version: weighing.version,
  }));
}

/** Of each season the newest plan and the one published last: the others decide nothing any more. */
async function filedPlans(manager: EntityManager): Promise<WorkshopFile['plans']> {
  const plans = await manager.find(PlanEntity, { order: { version: 'ASC' } });
  const bySeason = (some: readonly PlanEntity[]): PlanEntity[] => [
    ...new Map(some.map((plan) => [plan.horizonStart.getTime(), plan])).values(),
  ];
  const published = plans
    .filter(({ publishedAt }) => publishedAt !== null)
    .sort((a, b) => a.publishedAt!.getTime() - b.publishedAt!.getTime() || a.version - b.version);
  return [...new Set([...bySeason(plans), ...bySeason(published)])]
    .sort((a, b) => a.version - b.version)
    .map(({ version, madeAt, horizonStart, cost, totalPieces, unmetPieces, ordersMark, ...answer }) => ({
      version,
      madeAt: madeAt.toISOString(),
      horizonStart: horizonStart.toISOString(),
      ...{ cost, totalPieces, unmetPieces, ordersMark },
      ...{ origin: answer.origin, madeBy: answer.madeBy, basedOn: answer.basedOn },
      publishedAt: answer.publishedAt?.toISOString() ?? null,
      ...{ pins: answer.pins, locks: answer.locks, lapsed: answer.lapsed },
      problem: answer.problem,
      plan: answer.plan as unknown as WorkshopFile['plans'][number]['plan'],
      reasons: answer.reasons,
    }));
}

async function filedRecipes(manager: EntityManager): Promise<WorkshopFile['recipes']> {
  const recipes = await manager.find(RecipeEntity, { order: { position: 'ASC' } });
  const versions = await manager.find(RecipeVersionEntity, { order: { version: 'ASC' } });
  return recipes.map((recipe) => ({
    ...withoutPosition(recipe),
    versions: versions
      .filter(({ recipeId }) => recipeId === recipe.id)
      .map(({ recipeId: _id, at, ...version }) => ({ ...version, at: at.toISOString() })),
  }));
}

async function filedLots(manager: EntityManager): Promise<WorkshopFile['lots']> {
  return (await findLots(manager)).map(({ itemKind, itemId, receivedAt, openedAt, moves, ...lot }) => ({
    ...lot,
    item: { kind: itemKind, id: itemId },
    allergens: lot.allergens as Lot['allergens'],
    receivedAt: receivedAt.toISOString(),
    openedAt: openedAt?.toISOString() ?? null,
    moves: [...moves]
      .sort((a, b) => Number(a.id) - Number(b.id))
      .map(({ at, by, kind, amount, reason, preparationId: preparation, runId: run, orderId: order }) => ({
        ...{ at: at.toISOString(), by, kind, amount, reason, preparation, run, order },
      })),
  }));
}

async function filedPreparations(manager: EntityManager): Promise<WorkshopFile['preparations']> {
  const made = await manager.find(PreparationEntity, { order: { at: 'ASC', id: 'ASC' } });
  return made.map(({ horizonStart, at, missing, ...rest }) => ({
    ...rest,
    horizonStart: horizonStart.toISOString(),
    at: at.toISOString(),
    missing: [...missing],
  }));
}

async function filedPieceMoves(manager: EntityManager): Promise<WorkshopFile['pieceMoves']> {
  const moves = await manager.find(PieceMoveEntity, { order: { at: 'ASC', id: 'ASC' } });
  return moves.map((move) => ({
    ...{ ...moveView(move), batch: move.batch, pieceId: move.pieceId },
    horizonStart: move.horizonStart.toISOString(),
    undone: move.undoneAt && { at: move.undoneAt.toISOString(), by: move.undoneBy },
  }));
}

async function filedStops(manager: EntityManager): Promise<WorkshopFile['stops']> {
  return (await manager.find(StopEntity, { order: { at: 'ASC', id: 'ASC' } })).map(stopView);
}

async function filedPractices(manager: EntityManager): Promise<WorkshopFile['practices']> {
  return (await manager.find(PracticeEntity, { order: { at: 'ASC', id: 'ASC' } })).map(practiceView);
}

async function lastTicket(manager: EntityManager): Promise<number> {
  const [{ last }] = await manager.query<[{ last: string }]>(
    'select case when is_called then last_value else 0 end as last from order_ticket',
  );
  return Number(last);
}

import type { Larder, NeedPart, NeedView, Weighing } from '@alnage/contract';
import {
  baseAmountOf,
  coatingLoads,
  isSameItem,
  itemNeed,
  learnRejects,
  pieceCoat,
  planUses,
  reserveUses,
  sizeClassOf,
  usesOfPiece,
  useSpread,
  type ItemQuestion,
  type ItemUse,
  type LarderBook,
  type LarderItem,
  type PieceKnown,
  type PlanReading,
} from '@alnage/core';
import { seenOf } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { BoxEntity } from '../boxes/box.entity';
import { boxSupplies } from './box-supplies';
import { orderedIn } from '../orders/ordered';
import { PieceEntity } from '../pieces/piece.entity';
import type { PlanEntity } from '../plan/plan.entity';
import { publishedPlan, workedPlan } from '../plan/plan-versions';
import { readWeighings } from '../weighings/read-weighings';
import { loadDippery, type WorkedDippery } from '../workshop/dippery';
import { findSetUp, type SetUp } from '../workshop/set-up';
import { minutesFrom } from '../workshop/workshop-time';
import { WorkshopEntity } from '../workshop/workshop.entity';
import { costsOf } from './item-costs';
import { loadBook } from './load-book';
import { findLots, lotsThere, lotView } from './lot-view';
import type { LotEntity } from './lot.entity';
import { needView, partsOf } from './need-view';
import { PreparationEntity } from './preparation.entity';
import { SupplyEntity } from './supply.entity';

/** Coatings come with the wholesaler's next round. Shop default. */
const COATING_AHEAD_HOURS = 24;

/** What the needs of a larder are reckoned from. */
export interface Kitchen {
  readonly setUp: SetUp;
  readonly plan: PlanEntity;
  readonly now: Date;
  readonly book: LarderBook;
  readonly dippery: WorkedDippery;
  readonly pieces: readonly PieceEntity[];
  readonly weighings: readonly Weighing[];
}

/** The larder against the plan that is worked by. */
export async function larderNow(manager: EntityManager, now: Date): Promise<Larder> {
  const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const supplies = await manager.find(SupplyEntity, { order: { position: 'ASC' } });
  const lots = await findLots(manager);
  const views = lots.map((lot) => lotView(lot, supplies, timeZone));
  const setUp = await findSetUp(manager);
  const plan = setUp && (await workedPlan(manager, setUp));
  if (!setUp || !plan) return { plan: null, needs: [], lots: views };
  const kitchen: Kitchen = {
    ...{ setUp, plan, now },
    book: await loadBook(manager),
    dippery: await loadDippery(manager),
    pieces: await manager.find(PieceEntity),
    weighings: await readWeighings(manager, now),
  };
  const published = await publishedPlan(manager, setUp);
  const uses = await allUses(manager, kitchen);
  return {
    plan: {
      version: plan.version,
      isPublished: published?.version === plan.version,
      madeAt: plan.madeAt.toISOString(),
    },
    needs: itemsOf(kitchen).map((item) => needOf(item, { uses, lots, supplies, kitchen })),
    lots: views,
  };
}

/** Everything that is bought: coatings that are not blended of others, and every supply. */
function itemsOf({ dippery, book }: Kitchen): LarderItem[] {
  return [
    ...dippery.coatings
      .filter(({ entity }) => entity.kind !== 'blend')
      .map(({ id }) => ({ kind: 'coating' as const, id })),
    ...book.supplies.map(({ id }) => ({ kind: 'supply' as const, id })),
  ];
}

async function allUses(manager: EntityManager, kitchen: Kitchen): Promise<ItemUse[]> {
  const { setUp, plan, now, book, dippery, pieces } = kitchen;
  const made = await manager.findBy(PreparationEntity, { horizonStart: setUp.span.start });
  const prepared = new Set(made.map(({ batch, pieceId }) => `${batch} ${pieceId}`));
  const reading: PlanReading = {
    problem: { ...plan.problem, now: minutesFrom(setUp.span.start, now) },
    plan: plan.plan,
    usesOf: (product) => {
      const piece = pieces.find(({ id }) => id === product);
      return piece ? usesOfPiece(piece, book) : [];
    },
    partsOf: (coating) => dippery.coatings.find(({ id }) => id === coating)?.entity.parts ?? [],
    isPrepared: ({ id, product }) => prepared.has(`${id} ${product}`),
  };
  const starts = setUp.days.map(({ start }) => minutesFrom(setUp.span.start, start));
  return [
    ...planUses(reading),
    ...reserveUses(reading, {
      seedShare: dippery.workshop.seedShare,
      dayOf: (minute) => starts.findLastIndex((start) => start <= minute),
      isTempered: (coating) => dippery.coatings.find(({ id }) => id === coating)?.entity.isTempered ?? false,
    }),
    ...(await boxUses(manager, kitchen)),
  ];
}

/** Boxes of orders that are promised and not packed yet, at their pickup. */
async function boxUses(manager: EntityManager, { setUp, book, now }: Kitchen): Promise<ItemUse[]> {
  const boxes = await manager.find(BoxEntity);
  const orders = await orderedIn(manager, setUp.span, ['promised']);
  return orders
    .filter(({ pickupAt }) => pickupAt >= now)
    .flatMap(({ id: order, pickupAt, contents }) =>
      contents.boxes.flatMap(({ box: id, count }) => {
        const kind = boxes.find((box) => box.id === id);
        const minute = minutesFrom(setUp.span.start, pickupAt);
        return boxSupplies(kind, count, book).map(({ item, amount }): ItemUse => ({
          ...{ item, minute, amount },
          cause: { kind: 'box', order, box: id, boxes: count },
        }));
      }),
    );
}

function needOf(
  item: LarderItem,
  parts: {
    readonly uses: readonly ItemUse[];
    readonly lots: readonly LotEntity[];
    readonly supplies: readonly SupplyEntity[];
    readonly kitchen: Kitchen;
  },
): NeedView {
  const { kitchen, supplies } = parts;
  const { setUp } = kitchen;
  const uses = parts.uses.filter((use) => isSameItem(use.item, item));
  const terms = termsOf(item, kitchen);
  const there = lotsThere(item, { lots: parts.lots, supplies, timeZone: setUp.timeZone }).map((lot) => ({
    ...lot,
    usableUntil: lot.usableUntil ? minutesFrom(setUp.span.start, lot.usableUntil) : Infinity,
  }));
  const now = minutesFrom(setUp.span.start, kitchen.now);
  const inDate = there.filter((lot) => lot.usableUntil >= now);
  const need = itemNeed({
    ...{ uses, terms, lots: inDate },
    sd: useSpread(uses, (piece) => knownOf(piece, kitchen)),
    costs: costsOf(uses, { item, terms, kitchen }),
  });
  const outOfDate = there.filter((lot) => lot.usableUntil < now).reduce((sum, { amount }) => sum + amount, 0);
  const told: NeedPart[] = partsOf(uses, setUp.span.start);
  return needView(need, { item, parts: told, outOfDate, start: setUp.span.start });
}

/** How an item is bought, its packs in what it is counted in. */
function termsOf(item: LarderItem, { book, dippery }: Kitchen): ItemQuestion['terms'] {
  if (item.kind === 'coating') {
    const { entity } = dippery.coatings.find(({ id }) => id === item.id)!;
    return { packs: entity.packs, sortedOutShare: 0, keepsHours: null, aheadHours: COATING_AHEAD_HOURS };
  }
  const supply = book.supplies.find(({ id }) => id === item.id)!;
  const { sortedOutShare, keepsHours, aheadHours } = supply;
  const packs = supply.packs.map((pack) => ({
    grams: Math.floor(baseAmountOf(pack, supply, { measures: 'metric', field: '/packs' })),
    priceMinor: pack.priceMinor,
  }));
  return { packs, sortedOutShare, keepsHours, aheadHours };
}

/** How well a piece is known, by its weighings. */
function knownOf(id: string, { pieces, weighings, dippery }: Kitchen): PieceKnown {
  const piece = pieces.find((each) => each.id === id);
  const own = weighings.filter((weighing) => weighing.piece === id);
  const rejects = learnRejects(own.filter(({ setAsideReason }) => setAsideReason === null));
  if (!piece) return { logSd: 0, rejects };
  const history = { sizeClass: sizeClassOf(piece.form, piece.sizes), seen: own.map(seenOf) };
  const loads = coatingLoads(pieceCoat(piece, dippery, history));
  return { logSd: Math.max(...loads.map(({ logSd }) => logSd)), rejects };
}

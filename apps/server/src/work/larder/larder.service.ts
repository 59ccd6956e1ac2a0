import type { Larder, NeedPart, NeedView } from '@alnage/contract';
import {
  boughtAs,
  baseAmountOf,
  coatingLoads,
  DIPPED_SPREAD,
  isAlwaysThere,
  isSameItem,
  itemNeed,
  learnRejects,
  pieceCoat,
  planUses,
  recipesOf,
  reserveUses,
  sizeClassOf,
  usesOfPiece,
  useSpread,
  type ItemQuestion,
  type ItemUse,
  type LarderItem,
  type PieceKnown,
  type PlanReading,
} from '@alnage/core';
import { seenOf } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { BoxEntity } from '../../store/workshop/box.entity';
import { boxSupplies } from '../../shop/recipe-book/box-supplies';
import { orderedIn } from '../../week/orders/ordered';
import { publishedVersion, workedPlan } from '../../week/kitchen/plan-versions';
import { findSetUp } from '../../shop/seasons/set-up';
import { minutesFrom } from '../../platform/time/workshop-time';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { costsOf } from './item-costs';
import { findLots, lotsThere, lotView, type LotRow } from '../../week/stock/lot-view';
import { stoppedNow, type Stopped } from '../../week/tracing/stopped';
import { needView, partsOf } from './need-view';
import type { MadeOf, NeedSources } from './need-sources';
import { madeOfBatch } from './made-of-batch';
import { PreparationEntity } from '../../store/work/preparation.entity';
import { SupplyEntity } from '../../store/workshop/supply.entity';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import { parcelSupplies } from '../../shop/recipe-book/parcel-supplies';

/** Coatings come with the wholesaler's next round. Shop default. */
const COATING_AHEAD_HOURS = 24;

/** The larder against the plan that is worked by. */
export async function larderNow(manager: EntityManager, now: Date, things: MadeOf): Promise<Larder> {
  const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const supplies = await manager.find(SupplyEntity, { order: { position: 'ASC' } });
  const lots = await findLots(manager);
  const { lots: stopped } = await stoppedNow(manager);
  const views = lots.map((lot) => lotView(lot, { supplies, stopped, timeZone }));
  const setUp = await findSetUp(manager);
  const plan = setUp && (await workedPlan(manager, setUp));
  if (!setUp || !plan) return { plan: null, needs: [], lots: views };
  const sources: NeedSources = {
    ...{ setUp, plan, now },
    ...things,
  };
  const uses = await allUses(manager, sources);
  return {
    plan: {
      version: plan.version,
      isPublished: plan.version === (await publishedVersion(manager, setUp)),
      madeAt: plan.madeAt.toISOString(),
    },
    needs: itemsOf(sources).map((item) => needOf(item, { uses, lots, supplies, stopped, sources })),
    lots: views,
  };
}

/** Everything that is bought: coatings that are not blended of others, and every supply that is not always there. */
function itemsOf({ dippery, book }: NeedSources): LarderItem[] {
  return [
    ...dippery.coatings
      .filter(({ entity }) => entity.kind !== 'blend')
      .map(({ id }) => ({ kind: 'coating' as const, id })),
    ...book.supplies
      .filter((supply) => !isAlwaysThere(supply))
      .map(({ id }) => ({ kind: 'supply' as const, id })),
  ];
}

async function allUses(manager: EntityManager, sources: NeedSources): Promise<ItemUse[]> {
  const { setUp, plan, now, book, dippery, pieces } = sources;
  const made = await manager.findBy(PreparationEntity, { horizonStart: setUp.span.start });
  const described = dippery.coatings.map(({ entity }) => entity);
  const bought = new Map(described.map((each) => [each.id, boughtAs(each, described)]));
  const reading: PlanReading = {
    problem: { ...plan.problem, now: minutesFrom(setUp.span.start, now) },
    plan: plan.plan,
    usesOf: (product) => {
      const piece = pieces.find(({ id }) => id === product);
      return piece ? usesOfPiece(piece, book) : [];
    },
    boughtAs: (coating) => bought.get(coating) ?? [{ item: { kind: 'coating', id: coating }, share: 1 }],
    isPrepared: ({ id, product }, recipe) => {
      const piece = pieces.find((each) => each.id === product);
      const recipes = piece ? recipesOf(piece).map((each) => each.recipe) : [];
      return madeOfBatch({ batch: id, piece: product, recipes }, made).has(recipe);
    },
  };
  const starts = setUp.days.map(({ start }) => minutesFrom(setUp.span.start, start));
  return [
    ...planUses(reading),
    ...reserveUses(reading, {
      seedShare: dippery.workshop.seedShare,
      dayOf: (minute) => starts.findLastIndex((start) => start <= minute),
      isTempered: (coating) => dippery.coatings.find(({ id }) => id === coating)?.entity.isTempered ?? false,
    }),
    ...(await boxUses(manager, sources)),
    ...(await parcelUses(manager, sources)),
  ];
}

/** Boxes of orders that are promised and not packed yet, at their pickup: of one kind and time together. */
async function boxUses(manager: EntityManager, { setUp, book, now }: NeedSources): Promise<ItemUse[]> {
  const kinds = await manager.find(BoxEntity);
  const orders = await orderedIn(manager, setUp.span, ['promised']);
  const wanted = new Map<string, { minute: number; box: string; boxes: number }>();
  for (const { pickupAt, contents } of orders.filter((order) => order.pickupAt >= now))
    for (const { box, count } of contents.boxes) {
      const minute = minutesFrom(setUp.span.start, pickupAt);
      const known = wanted.get(`${minute} ${box}`) ?? { minute, box, boxes: 0 };
      wanted.set(`${minute} ${box}`, { ...known, boxes: known.boxes + count });
    }
  return [...wanted.values()].flatMap(({ minute, box, boxes }) => {
    const kind = kinds.find(({ id }) => id === box);
    return boxSupplies(kind, boxes, book).map(({ item, amount }): ItemUse => ({
      ...{ item, minute, amount },
      cause: { kind: 'box', box, boxes },
    }));
  });
}

/** Parcels of orders that are promised and not packed yet, when they leave: those of one point and time together. */
async function parcelUses(manager: EntityManager, { setUp, book, now }: NeedSources): Promise<ItemUse[]> {
  const points = (await manager.find(PickupPointEntity)).filter(({ sending }) => sending !== null);
  if (points.length === 0) return [];
  const orders = (await orderedIn(manager, setUp.span, ['promised'])).filter(
    ({ pickupAt }) => pickupAt >= now,
  );
  return points.flatMap((point) => {
    const supplies = parcelSupplies(point, book);
    const leaving = orders
      .filter(({ pickupPointId }) => pickupPointId === point.id)
      .map(({ pickupAt }) => minutesFrom(setUp.span.start, pickupAt) - point.journeyMinutes);
    return [...new Set(leaving)].flatMap((minute) => {
      const parcels = leaving.filter((each) => each === minute).length;
      return supplies.map(({ item, amount }): ItemUse => ({
        ...{ item, minute: Math.max(minute, minutesFrom(setUp.span.start, now)), amount: amount * parcels },
        cause: { kind: 'parcel', parcels },
      }));
    });
  });
}

function needOf(
  item: LarderItem,
  parts: {
    readonly uses: readonly ItemUse[];
    readonly lots: readonly LotRow[];
    readonly supplies: readonly SupplyEntity[];
    readonly stopped: Stopped['lots'];
    readonly sources: NeedSources;
  },
): NeedView {
  const { sources, supplies, stopped } = parts;
  const { setUp } = sources;
  const uses = parts.uses.filter((use) => isSameItem(use.item, item));
  const terms = termsOf(item, sources);
  const there = lotsThere(item, { lots: parts.lots, supplies, stopped, timeZone: setUp.timeZone }).map(
    (lot) => ({
      ...lot,
      usableUntil: lot.usableUntil ? minutesFrom(setUp.span.start, lot.usableUntil) : Infinity,
    }),
  );
  const now = minutesFrom(setUp.span.start, sources.now);
  const inDate = there.filter((lot) => lot.usableUntil >= now);
  const need = itemNeed({
    ...{ uses, terms, lots: inDate },
    sd: useSpread(uses, (piece) => knownOf(piece, sources)),
    costs: costsOf(uses, { item, terms, sources }),
  });
  const outOfDate = there.filter((lot) => lot.usableUntil < now).reduce((sum, { amount }) => sum + amount, 0);
  const told: NeedPart[] = partsOf(uses, setUp.span.start);
  return needView(need, { item, parts: told, outOfDate, start: setUp.span.start });
}

/** How an item is bought, its packs in what it is counted in. */
function termsOf(item: LarderItem, { book, dippery }: NeedSources): ItemQuestion['terms'] {
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
function knownOf(id: string, { pieces, weighings, dippery }: NeedSources): PieceKnown {
  const piece = pieces.find((each) => each.id === id);
  const own = weighings.filter((weighing) => weighing.piece === id);
  const rejects = learnRejects(own.filter(({ setAsideReason }) => setAsideReason === null));
  if (!piece) return { logSd: 0, spread: DIPPED_SPREAD, rejects };
  const history = { sizeClass: sizeClassOf(piece.form, piece.sizes), seen: own.map(seenOf) };
  const coat = pieceCoat(piece, dippery, history);
  const logSd = Math.max(...coatingLoads(coat).map((load) => load.logSd));
  return { logSd, spread: coat.portions[0]!.spread, rejects };
}

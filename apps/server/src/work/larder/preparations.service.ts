import type { CameOutSaid, PreparationView } from '@alnage/contract';
import {
  amountsForYield,
  likelyYield,
  portionsOf,
  preparations,
  recipesOf,
  requireWithin,
  type Preparation,
} from '@alnage/core';
import type { DataSource, EntityManager } from 'typeorm';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { workedPlan } from '../../week/kitchen/plan-versions';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { requireSetUp, type SetUp } from '../../shop/seasons/set-up';
import { loadBook } from '../../shop/recipe-book/load-book';
import { lockLarder } from '../../week/stock/lock-larder';
import { drawnLots, giveBack, takeOut, type Drawn } from '../../week/stock/drawn-lots';
import { findLots, type LotRow } from '../../week/stock/lot-view';
import { keepBatches } from '../../week/learned/keep-batches';
import { LotMoveEntity } from '../../store/work/lot.entity';
import { madeOfBatch } from './made-of-batch';
import { PreparationEntity } from '../../store/work/preparation.entity';
import { RecipeEntity } from '../../store/workshop/recipe.entity';

const MS_PER_MINUTE = 60_000;

/** Who finished something, and whether what stock lacked was there all the same. */
export interface Finishing {
  readonly despiteShort: boolean;
  readonly by: string | null;
}

/** What is made for a batch, by which recipe. */
export interface PreparationKey {
  readonly batch: string;
  readonly recipe: string;
}

/** What the plan makes by recipes, and what was made of it out of which lots. */
export class PreparationsService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  async list(): Promise<PreparationView[]> {
    const { manager } = this.db;
    const setUp = await requireSetUp(manager);
    const done = await manager.findBy(PreparationEntity, { horizonStart: setUp.span.start });
    const lots = await findLots(manager);
    const all = await planned(manager, setUp);
    return all.map((each) => view(each, setUp, { done: doneOf(each, all, done), lots }));
  }

  /**
   * Writes down that a recipe is made: what its recipe took goes out of the lots that are to be used first.
   * @throws ProblemError `record-not-found`, `already-done`, `stock-short` with what is missing
   */
  finish(key: PreparationKey, { despiteShort, by }: Finishing): Promise<PreparationView> {
    return this.db.transaction(async (manager) => {
      await lockLarder(manager);
      const setUp = await requireSetUp(manager);
      const horizonStart = setUp.span.start;
      const { asked, done: before } = await this.find(manager, setUp, key);
      if (!asked) throw notFound(key);
      if (before) throw new ProblemError('already-done', { batch: asked.batch });
      const drawn = await this.draw(manager, asked, setUp.timeZone);
      const missing = drawn
        .filter(({ shortAmount }) => shortAmount > 0)
        .map(({ item, shortAmount }) => ({ item, amount: shortAmount }));
      if (missing.length > 0 && !despiteShort) throw new ProblemError('stock-short', { missing });
      const done = await this.keep(manager, { asked, horizonStart, by, missing });
      await takeOut(manager, drawn, {
        ...{ at: done.at, by, reason: `Batch ${asked.batch}`, preparationId: done.id },
      });
      await announce(manager, 'larder');
      return view(asked, setUp, { done, lots: await findLots(manager) });
    });
  }

  /**
   * Writes down what came out of a pot that is made, or that nobody measured it after all. What is less than was started is told at the
   * bench as what orders lack, and what it says of the recipe is learned.
   * @throws ProblemError `record-not-found`; `invalid-input` for what cannot have come out of this pot
   */
  tellCameOut(key: PreparationKey, said: CameOutSaid): Promise<PreparationView> {
    return this.db.transaction(async (manager) => {
      await lockLarder(manager);
      const { asked, done, setUp } = await this.requireDone(manager, key);
      if (!asked) throw notFound(key);
      if (said.kind === 'grams') requireWithin('/grams', said.grams, likelyYield(asked.yieldGrams));
      // what was made before these were kept is held against the recipe as it is
      done.potGrams ??= asked.potGrams;
      done.portionGrams ??= asked.portionGrams;
      done.cameOut = said;
      await manager.save(done);
      await keepBatches(manager, [done]);
      for (const topic of ['larder', 'workshop', 'bench'] as const) await announce(manager, topic);
      return view(asked, setUp, { done, lots: await findLots(manager) });
    });
  }

  /** Takes back that it is made: what it took is returned to its lots. @throws ProblemError `record-not-found` */
  undo(key: PreparationKey, by: string | null): Promise<void> {
    return this.db.transaction(async (manager) => {
      await lockLarder(manager);
      const { done } = await this.requireDone(manager, key);
      const moves = await manager.findBy(LotMoveEntity, { preparationId: done.id });
      await giveBack(manager, moves, {
        ...{ at: this.clock.now(), by, reason: `Batch ${key.batch} is not made` },
      });
      await keepBatches(manager, [{ ...done, cameOut: null }]);
      await manager.delete(PreparationEntity, { id: done.id });
      const topics = done.cameOut ? (['larder', 'workshop', 'bench'] as const) : (['larder'] as const);
      for (const topic of topics) await announce(manager, topic);
    });
  }

  /** @throws ProblemError `record-not-found` */
  private async requireDone(
    manager: EntityManager,
    key: PreparationKey,
  ): Promise<{ asked: Preparation | undefined; done: PreparationEntity; setUp: SetUp }> {
    const setUp = await requireSetUp(manager);
    const { asked, done } = await this.find(manager, setUp, key);
    if (!done) throw notFound(key);
    return { asked, done, setUp };
  }

  /** What is asked for of the plan, and how it was made; what was made is found when the plan has it no more. */
  private async find(
    manager: EntityManager,
    setUp: SetUp,
    key: PreparationKey,
  ): Promise<{ asked: Preparation | undefined; done: PreparationEntity | null }> {
    const all = await planned(manager, setUp);
    const made = await manager.findBy(PreparationEntity, {
      ...{ horizonStart: setUp.span.start, batch: key.batch },
    });
    const asked = all.find((each) => each.batch === key.batch && each.recipe === key.recipe);
    const done = asked ? doneOf(asked, all, made) : made.find(({ recipeId }) => recipeId === key.recipe);
    return { asked, done: done ?? null };
  }

  private async keep(
    manager: EntityManager,
    {
      asked,
      horizonStart,
      by,
      missing,
    }: {
      readonly asked: Preparation;
      readonly horizonStart: Date;
      readonly by: string | null;
      readonly missing: PreparationEntity['missing'];
    },
  ): Promise<PreparationEntity> {
    const recipe = await manager.findOneByOrFail(RecipeEntity, { id: asked.recipe });
    return manager.save(
      manager.create(PreparationEntity, {
        ...{ horizonStart, batch: asked.batch, pieceId: asked.piece, pieces: asked.startedPieces },
        ...{ recipeId: recipe.id, recipeVersion: recipe.version, at: this.clock.now(), by, missing },
        ...{ potGrams: asked.potGrams, portionGrams: asked.portionGrams, cameOut: null },
      }),
    );
  }

  private async draw(manager: EntityManager, asked: Preparation, timeZone: string): Promise<Drawn[]> {
    const book = await loadBook(manager);
    const kept = book.recipes.find(({ id }) => id === asked.recipe)!;
    const wanted = amountsForYield(kept, asked.yieldGrams, book);
    return drawnLots(manager, wanted, { at: this.clock.now(), timeZone });
  }
}

/** What the plan that is worked by makes. */
async function planned(manager: EntityManager, setUp: SetUp): Promise<Preparation[]> {
  const plan = await workedPlan(manager, setUp);
  if (!plan) return [];
  const made = new Map((await manager.find(PieceEntity)).map((piece) => [piece.id, recipesOf(piece)]));
  return preparations(plan, (piece) => made.get(piece) ?? [], await loadBook(manager));
}

/** How a recipe of a batch was made; null where it is not. */
function doneOf(
  { batch, piece, recipe }: Preparation,
  all: readonly Preparation[],
  made: readonly PreparationEntity[],
): PreparationEntity | null {
  const recipes = all.filter((each) => each.batch === batch).map((each) => each.recipe);
  return madeOfBatch({ batch, piece, recipes }, made).get(recipe) ?? null;
}

function notFound({ batch, recipe }: PreparationKey): ProblemError {
  return new ProblemError('record-not-found', { what: 'preparation', id: `${batch} ${recipe}` });
}

function view(
  { start, end, ...each }: Preparation,
  { span }: SetUp,
  { done, lots }: { readonly done: PreparationEntity | null; readonly lots: readonly LotRow[] },
): PreparationView {
  const instant = (minute: number): string =>
    new Date(span.start.getTime() + minute * MS_PER_MINUTE).toISOString();
  return { ...each, start: instant(start), end: instant(end), done: done && doneView(done, lots) };
}

function doneView(done: PreparationEntity, lots: readonly LotRow[]): NonNullable<PreparationView['done']> {
  const { id, at, by, recipeVersion, missing, cameOut, portionGrams } = done;
  return {
    ...{ at: at.toISOString(), by, recipeVersion, missing, cameOut },
    portions: cameOut && portionGrams !== null ? portionsOf(cameOut, portionGrams) : null,
    lots: lots.flatMap((lot) =>
      lot.moves
        .filter(({ preparationId }) => preparationId === id)
        .map(({ amount }) => ({
          lot: lot.id,
          item: { kind: lot.itemKind, id: lot.itemId },
          amount: -amount,
        })),
    ),
  };
}

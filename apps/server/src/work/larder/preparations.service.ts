import type { CameOutSaid, PreparationView, RestSaid } from '@alnage/contract';
import {
  amountsForYield,
  likelyYield,
  madeKey,
  portionsOf,
  preparations,
  recipesOf,
  requireWithin,
  sharedPots,
  splitOfPot,
  splitOfRest,
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
import { gramsThere, keepPartUses } from '../../week/learned/keep-part-uses';
import { LotMoveEntity } from '../../store/work/lot.entity';
import { madeOfBatch } from './made-of-batch';
import { PreparationEntity } from '../../store/work/preparation.entity';
import { RecipeEntity } from '../../store/workshop/recipe.entity';

const MS_PER_MINUTE = 60_000;

/** Who finished something, and whether what stock lacked was there all the same. */
export interface Finishing {
  readonly despiteShort: boolean;
  readonly by: string | null;
  /** Other batches that it was made for in the same pot. */
  readonly others?: readonly string[];
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
    const { all, pots } = await planned(manager, setUp);
    return all.map((each) => {
      const made = doneOf(each, all, done);
      return view(each, setUp, {
        done: made,
        lots,
        pot: made ? made.pot : (pots.get(madeKey(each)) ?? null),
      });
    });
  }

  /**
   * Writes down that a recipe is made, for other batches in the same pot as well: what its recipe took goes out of the lots that are to be
   * used first, for each of them.
   * @throws ProblemError `record-not-found`, `already-done`, `stock-short` with what is missing; `invalid-input` for another batch that is
   * not made by it
   */
  finish(key: PreparationKey, { despiteShort, by, others = [] }: Finishing): Promise<PreparationView> {
    return this.db.transaction(async (manager) => {
      await lockLarder(manager);
      const setUp = await requireSetUp(manager);
      const horizonStart = setUp.span.start;
      const members = await this.requireOpen(manager, setUp, { key, others });
      const missing = missingOf(await this.draw(manager, members, setUp.timeZone));
      if (missing.length > 0 && !despiteShort) throw new ProblemError('stock-short', { missing });
      const made: PreparationEntity[] = [];
      for (const asked of members) {
        const drawn = await this.draw(manager, [asked], setUp.timeZone);
        const done = await this.keep(manager, { asked, horizonStart, by, missing: missingOf(drawn) });
        const reason = `Batch ${asked.batch}`;
        await takeOut(manager, drawn, { at: done.at, by, reason, preparationId: done.id });
        made.push(done);
      }
      if (made.length > 1) for (const done of made) done.pot = made[0]!.id;
      await manager.save(made);
      await announce(manager, 'larder');
      return view(members[0]!, setUp, { done: made[0]!, lots: await findLots(manager), pot: made[0]!.pot });
    });
  }

  /**
   * Writes down what came out of a pot that is made, or that nobody measured it after all; of one for several batches each has its share.
   * What is less than was started is told at the bench as what orders lack, and what it says of the recipe is learned.
   * @throws ProblemError `record-not-found`; `invalid-input` for what cannot have come out of this pot
   */
  tellCameOut(key: PreparationKey, said: CameOutSaid): Promise<PreparationView> {
    return this.db.transaction(async (manager) => {
      await lockLarder(manager);
      const { asked, done, setUp } = await this.requireDone(manager, key);
      if (!asked) throw notFound(key);
      const members = await this.potOf(manager, setUp, done);
      const whole = members.reduce((sum, member) => sum + member.asked.yieldGrams, 0);
      if (said.kind === 'grams') requireWithin('/grams', said.grams, likelyYield(whole));
      const shares = splitOfPot(
        said,
        members.map((member) => member.asked),
      );
      members.forEach((member, index) => {
        // what was made before these were kept is held against the recipe as it is
        member.done.potGrams ??= member.asked.potGrams;
        member.done.portionGrams ??= member.asked.portionGrams;
        member.done.cameOut = shares[index]!;
      });
      const all = members.map((member) => member.done);
      await manager.save(all);
      await keepBatches(manager, all);
      await keepPartUses(manager, all);
      for (const topic of ['larder', 'workshop', 'bench'] as const) await announce(manager, topic);
      const own = all.find(({ id }) => id === done.id)!;
      return view(asked, setUp, { done: own, lots: await findLots(manager), pot: own.pot });
    });
  }

  /**
   * Writes down what was left of a part once so many pieces had theirs; of one for several batches each has its share. What went on a
   * piece is learned.
   * @throws ProblemError `record-not-found`; `invalid-input` for more than there was, and for a centre, which is portioned
   */
  tellRest(key: PreparationKey, said: RestSaid): Promise<PreparationView> {
    return this.db.transaction(async (manager) => {
      await lockLarder(manager);
      const { asked, done, setUp } = await this.requireDone(manager, key);
      if (!asked) throw notFound(key);
      if (!asked.isPart) throw noPart(asked.recipe);
      const members = await this.potOf(manager, setUp, done);
      const there = members.reduce((sum, member) => sum + gramsThere(member.done), 0);
      requireWithin('/grams', said.grams, { min: 0, max: Math.round(there * 10) / 10 });
      const shares = splitOfRest(
        said,
        members.map((member) => member.asked),
      );
      members.forEach((member, index) => (member.done.rest = shares[index]!));
      const all = members.map((member) => member.done);
      await manager.save(all);
      await keepPartUses(manager, all);
      for (const topic of ['larder', 'workshop'] as const) await announce(manager, topic);
      const own = all.find(({ id }) => id === done.id)!;
      return view(asked, setUp, { done: own, lots: await findLots(manager), pot: own.pot });
    });
  }

  /** Takes back that a pot is made, for all that it was made for: what it took is returned to its lots. @throws ProblemError `record-not-found` */
  undo(key: PreparationKey, by: string | null): Promise<void> {
    return this.db.transaction(async (manager) => {
      await lockLarder(manager);
      const { done } = await this.requireDone(manager, key);
      const all = done.pot ? await manager.findBy(PreparationEntity, { pot: done.pot }) : [done];
      await keepBatches(
        manager,
        all.map((each) => ({ ...each, cameOut: null })),
      );
      await keepPartUses(
        manager,
        all.map((each) => ({ ...each, rest: null })),
      );
      for (const each of all) {
        const moves = await manager.findBy(LotMoveEntity, { preparationId: each.id });
        await giveBack(manager, moves, {
          ...{ at: this.clock.now(), by, reason: `Batch ${each.batch} is not made` },
        });
        await manager.delete(PreparationEntity, { id: each.id });
      }
      const isTold = all.some(({ cameOut, rest }) => cameOut !== null || rest !== null);
      const topics = isTold ? (['larder', 'workshop', 'bench'] as const) : (['larder'] as const);
      for (const topic of topics) await announce(manager, topic);
    });
  }

  /** What is to be made in one pot, none of it made yet: what is asked for first, then the others. */
  private async requireOpen(
    manager: EntityManager,
    setUp: SetUp,
    { key, others }: { readonly key: PreparationKey; readonly others: readonly string[] },
  ): Promise<Preparation[]> {
    const members: Preparation[] = [];
    for (const [index, batch] of [key.batch, ...others].entries()) {
      const { asked, done } = await this.find(manager, setUp, { batch, recipe: key.recipe });
      if (!asked && index === 0) throw notFound(key);
      if (!asked || members.some((member) => member.batch === batch))
        throw wrongBatch(batch, index - 1, asked ? 'twice' : 'unknown-reference');
      if (done) throw new ProblemError('already-done', { batch });
      members.push(asked);
    }
    return members;
  }

  /** All that was made in one pot with this, as far as the plan still has it. */
  private async potOf(
    manager: EntityManager,
    setUp: SetUp,
    done: PreparationEntity,
  ): Promise<{ readonly asked: Preparation; readonly done: PreparationEntity }[]> {
    const made = done.pot ? await manager.findBy(PreparationEntity, { pot: done.pot }) : [done];
    const { all } = await planned(manager, setUp);
    return made.flatMap((each) => {
      const asked = all.find((one) => one.batch === each.batch && doneOf(one, all, made)?.id === each.id);
      return asked ? [{ asked, done: each }] : [];
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
    const { all } = await planned(manager, setUp);
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
        ...{
          potGrams: asked.potGrams,
          portionGrams: asked.portionGrams,
          cameOut: null,
          rest: null,
          pot: null,
        },
      }),
    );
  }

  private async draw(
    manager: EntityManager,
    members: readonly Preparation[],
    timeZone: string,
  ): Promise<Drawn[]> {
    const book = await loadBook(manager);
    const kept = book.recipes.find(({ id }) => id === members[0]!.recipe)!;
    const yieldGrams = members.reduce((sum, member) => sum + member.yieldGrams, 0);
    const wanted = amountsForYield(kept, yieldGrams, book);
    return drawnLots(manager, wanted, { at: this.clock.now(), timeZone });
  }
}

/** What the plan that is worked by makes, and what of it may share a pot. */
async function planned(
  manager: EntityManager,
  setUp: SetUp,
): Promise<{ readonly all: Preparation[]; readonly pots: ReadonlyMap<string, string> }> {
  const plan = await workedPlan(manager, setUp);
  if (!plan) return { all: [], pots: new Map() };
  const book = await loadBook(manager);
  const made = new Map((await manager.find(PieceEntity)).map((piece) => [piece.id, recipesOf(piece, book)]));
  const all = preparations(plan, (piece) => made.get(piece) ?? [], book);
  return { all, pots: sharedPots(all, plan) };
}

function missingOf(drawn: readonly Drawn[]): PreparationEntity['missing'] {
  return drawn
    .filter(({ shortAmount }) => shortAmount > 0)
    .map(({ item, shortAmount }) => ({ item, amount: shortAmount }));
}

function wrongBatch(value: string, index: number, code: 'twice' | 'unknown-reference'): ProblemError {
  const params: Record<string, string> =
    code === 'twice' ? { value } : { value, range: 'a batch that is made by this recipe' };
  return new ProblemError('invalid-input', {}, [{ pointer: `/with/${index}`, code, params }]);
}

function noPart(recipe: string): ProblemError {
  const params = { value: recipe, range: 'a part beside the centre' };
  return new ProblemError('invalid-input', {}, [{ pointer: '/recipe', code: 'out-of-range', params }]);
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
  {
    done,
    lots,
    pot,
  }: {
    readonly done: PreparationEntity | null;
    readonly lots: readonly LotRow[];
    readonly pot: string | null;
  },
): PreparationView {
  const instant = (minute: number): string =>
    new Date(span.start.getTime() + minute * MS_PER_MINUTE).toISOString();
  return { ...each, start: instant(start), end: instant(end), pot, done: done && doneView(done, lots) };
}

function doneView(done: PreparationEntity, lots: readonly LotRow[]): NonNullable<PreparationView['done']> {
  const { id, at, by, recipeVersion, missing, cameOut, portionGrams, rest } = done;
  return {
    ...{ at: at.toISOString(), by, recipeVersion, missing, cameOut },
    rest: rest && { ...rest, usedGrams: gramsThere(done) - rest.grams },
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

import type { AmendAsk, RunRecord, SealAsk } from '@alnage/contract';
import {
  centreAllergens,
  runFigures,
  isLessonDoubted,
  sealDoubts,
  workKey,
  workState,
  type RunFigures,
  type SealDoubt,
  type StageWork,
  type WorkState,
} from '@alnage/core';
import { randomUUID } from 'node:crypto';
import { IsNull, Not, type DataSource, type EntityManager } from 'typeorm';
import { drawnLots, takeOut, type MovedBy } from '../../week/stock/drawn-lots';
import { loadBook } from '../../shop/recipe-book/load-book';
import { lockLarder } from '../../week/stock/lock-larder';
import { LotEntity, LotMoveEntity } from '../../store/work/lot.entity';
import { fieldProblem } from '../../platform/http/field-problem';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { keepWeighing } from '../../week/learned/keep-weighing';
import { WeighingEntity } from '../../store/work/weighing.entity';
import { PersonEntity } from '../../store/workshop/resources.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { requireSetUp, type SetUp } from '../../shop/seasons/set-up';
import { wallClockOf } from '../../platform/time/workshop-time';
import { countsOf } from '../../week/begun/run-counts';
import { eventsOf } from '../../week/begun/run-events';
import { lockBench } from './bench.service';
import { boughtOf, describedMinutes, knownRun, portionNow, usesOfRun, type KnownRun } from './expected-run';
import { celsiusBetween } from './run-celsius';
import { runView } from './run-view';
import { printLeftover } from './leftover-label';
import {
  BenchEventEntity,
  RunAmendmentEntity,
  RunEntity,
  type RunCounts,
  type SealedRecord,
} from '../../store/work/run.entity';

/** What is needed all along the sealing of one run. */
interface Sealing {
  readonly manager: EntityManager;
  readonly setUp: SetUp;
  readonly run: RunEntity;
  readonly work: StageWork;
  readonly state: WorkState;
  readonly figures: RunFigures;
  readonly known: KnownRun;
  readonly ask: SealAsk;
  /** What cannot well be of it. */
  readonly doubts: readonly SealDoubt[];
  readonly by: string | null;
  readonly now: Date;
}

/** Closes the records of runs, and amends them; each teaches its piece. */
export class SealService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /**
   * Seals a run: its figures are kept for good, its lots are drawn, its leftover goes to the larder, its piece learns.
   * @throws ProblemError `seal-doubtful` with what cannot well be and was not confirmed, `run-sealed`,
   * `record-not-found`, `invalid-input`
   */
  seal(ask: SealAsk, by: string | null): Promise<RunRecord> {
    return this.db.transaction(async (manager) => {
      await lockBench(manager);
      await lockLarder(manager);
      const sealing = await this.begin(manager, ask, by);
      requireSure(sealing);
      requireThere(sealing);
      const record = await recordOf(sealing);
      const { run, now, state } = sealing;
      if (state.endedAt === null) await end(sealing);
      const weighingId = await learn(sealing);
      const isLearned = weighingId !== null && !isLessonDoubted(record.confirmed);
      const taught = isLearned ? await taughtBy(sealing) : null;
      const leftoverLot = await keepLeftover(sealing);
      const whole: SealedRecord = { ...record, taught, leftoverLot };
      await manager.update(
        RunEntity,
        { id: run.id },
        {
          ...{ record: whole, sealedAt: now, touchedAt: now, weighingId },
          ...{ begunAt: new Date(record.startedAt), endedAt: new Date(record.endedAt) },
        },
      );
      for (const topic of ['bench', 'larder'] as const) await announce(manager, topic);
      return runView(manager, await manager.findOneByOrFail(RunEntity, { id: run.id }));
    });
  }

  /** Notes what of a sealed run was wrong; the record stays, the piece learns what is right. @throws ProblemError */
  amend(id: string, { reason, ...after }: AmendAsk, by: string | null): Promise<RunRecord> {
    return this.db.transaction(async (manager) => {
      await lockBench(manager);
      const run = await manager.findOne(RunEntity, { where: { id }, relations: { amendments: true } });
      if (!run?.record) throw new ProblemError('record-not-found', { what: 'run', id });
      if (reason.trim() === '')
        throw new ProblemError('invalid-input', {}, [fieldProblem('/reason', 'blank')]);
      requireCounts(after);
      const now = this.clock.now();
      const before = countsOf(run);
      await manager.insert(RunAmendmentEntity, {
        runId: id,
        at: now,
        by,
        reason: reason.trim(),
        before,
        after,
      });
      const weighingId = await learnAnew(manager, run, { after, reason: reason.trim() });
      await manager.update(RunEntity, { id }, { weighingId });
      await announce(manager, 'bench');
      return runView(manager, await manager.findOneByOrFail(RunEntity, { id }));
    });
  }

  private async begin(manager: EntityManager, ask: SealAsk, by: string | null): Promise<Sealing> {
    const setUp = await requireSetUp(manager);
    const where = { horizonStart: setUp.span.start, work: ask.work };
    const run =
      (await manager.findOne(RunEntity, {
        where: { ...where, sealedAt: IsNull() },
        relations: { events: true },
      })) ?? (await manager.findOne(RunEntity, { where, relations: { events: true } }));
    if (run?.planned.kind !== 'stage' || !run.planned.melt)
      throw new ProblemError('record-not-found', { what: 'run', id: ask.work });
    if (run.sealedAt) throw new ProblemError('run-sealed', { code: run.code });
    const now = this.clock.now();
    const state = workState(eventsOf(run));
    const figures = runFigures(state, now.getTime());
    const known = await knownRun(manager, run.planned, now);
    const doubts = [...(await coatBeforeOpen(manager, run)), ...sealDoubts(figures, known)];
    const signer = ask.by === undefined ? null : await manager.findOneBy(PersonEntity, { id: ask.by });
    const signed = signer?.id ?? by;
    return { manager, setUp, run, work: run.planned, state, figures, known, ask, doubts, by: signed, now };
  }
}

/** @throws ProblemError `seal-doubtful` for each figure that cannot well be, until somebody says that it stands */
function requireSure({ doubts, ask }: Sealing): void {
  const open = doubts.filter(({ kind }) => !ask.confirmed.includes(kind));
  if (open.length > 0) throw new ProblemError('seal-doubtful', { doubts: open });
}

/** The coat before this one where nobody wrote down that it is done: a second coat goes on the first. */
async function coatBeforeOpen(
  manager: EntityManager,
  { horizonStart, planned }: RunEntity,
): Promise<SealDoubt[]> {
  if (planned.kind !== 'stage') return [];
  const piece = await manager.findOneBy(PieceEntity, { id: planned.product });
  const coats = piece?.route.filter(({ coat }) => coat !== null).map(({ id }) => id) ?? [];
  const stage = coats[coats.indexOf(planned.stage) - 1];
  if (stage === undefined) return [];
  const where = { horizonStart, work: workKey({ batch: planned.batch, stage }), endedAt: Not(IsNull()) };
  return (await manager.existsBy(RunEntity, where)) ? [] : [{ kind: 'coat-before-open', stage }];
}

/** @throws ProblemError for more leftover than there is */
function requireThere({ figures, ask }: Sealing): void {
  const limit = figures.leftGrams ?? 0;
  if (ask.toLarderGrams > limit)
    throw new ProblemError('invalid-input', {}, [
      fieldProblem('/toLarderGrams', 'more-than-there', { value: ask.toLarderGrams, limit, unit: 'g' }),
    ]);
}

async function end({ manager, run, by, now }: Sealing): Promise<void> {
  const event = {
    id: randomUUID(),
    runId: run.id,
    at: now,
    by,
    deed: { kind: 'end' as const },
    receivedAt: now,
  };
  await manager.insert(BenchEventEntity, event);
}

type Unlearned = Omit<SealedRecord, 'taught' | 'leftoverLot'>;

async function recordOf(sealing: Sealing): Promise<Unlearned> {
  const { manager, run, work, state, figures, known, ask, doubts, by, now } = sealing;
  const { pieces, good, startGrams, addedGrams, leftGrams, gramsPerPiece, minutes, secondsPerPiece } =
    figures;
  const startedAt = new Date(state.begunAt ?? now.getTime());
  const endedAt = new Date(state.endedAt ?? now.getTime());
  const drawn = await draw(sealing);
  return {
    ...{
      horizonStart: run.horizonStart.toISOString(),
      work: run.work,
      batch: work.batch,
      piece: work.product,
    },
    ...{ stage: work.stage, bowl: work.melt!.bowl, coating: work.melt!.coating, melt: work.melt!.id },
    ...{ planVersion: run.planVersion, people: [...state.people], plannedPieces: work.pieces },
    ...{ plannedGramsPerPiece: work.melt!.gramsPerPiece, plannedSecondsPerPiece: known.secondsPerPiece },
    describedMinutes: await describedMinutes(manager, { piece: known.piece, work, pieces }),
    ...{ startedAt: startedAt.toISOString(), endedAt: endedAt.toISOString(), minutes },
    ...{ good, rejects: rejectsByCause(state), startGrams, addedGrams, leftGrams, pieces },
    ...{ gramsPerPiece, secondsPerPiece, toLarderGrams: ask.toLarderGrams },
    celsius: await celsiusBetween(manager, work.melt!.bowl, { from: startedAt, to: endedAt }),
    troubles: state.troubles.map(({ at, trouble, note }) => ({
      ...{ at: new Date(at).toISOString(), sign: trouble.sign, cause: trouble.cause, note },
    })),
    lots: drawn.lots,
    missing: drawn.missing,
    orders: await ordersOf(manager, work),
    confirmed: doubts.map(({ kind }) => kind),
    ...{ note: ask.note.trim(), sealedAt: now.toISOString(), sealedBy: by },
  };
}

function rejectsByCause({ rejects }: WorkState): RunCounts['rejects'] {
  const causes = [...new Set(rejects.map(({ cause }) => cause))];
  return causes.map((cause) => ({
    cause,
    pieces: rejects.filter((each) => each.cause === cause).reduce((sum, { pieces }) => sum + pieces, 0),
  }));
}

async function ordersOf(manager: EntityManager, { orders }: StageWork): Promise<SealedRecord['orders']> {
  const rows = await manager.query<{ id: string; ticket: string }[]>(
    'select id::text, ticket from customer_order where id::text = any($1)',
    [orders.map(({ order }) => order)],
  );
  const tickets = new Map(rows.map(({ id, ticket }) => [id, ticket]));
  return orders.map(({ order, pieces }) => ({ order, pieces, ticket: tickets.get(order) ?? null }));
}

/** Takes out of the larder what the run took; what no lot has is told, for nothing holds up a run that is done. */
async function draw(sealing: Sealing): Promise<Pick<SealedRecord, 'lots' | 'missing'>> {
  const { manager, setUp, run, work, figures, known, now } = sealing;
  const coatGrams = (figures.gramsPerPiece ?? work.melt!.gramsPerPiece) * figures.pieces;
  const wanted = await usesOfRun(manager, known, { work, coatGrams, pieces: figures.pieces });
  const wentIn = run.begunAt ?? now;
  const drawn = await drawnLots(manager, wanted, { at: now, wentIn, timeZone: setUp.timeZone });
  await takeOut(manager, drawn, movedBy(sealing, `Run ${run.code}`));
  const codes = new Map(
    (await manager.find(LotEntity, { select: { id: true, code: true } })).map((lot) => [lot.id, lot.code]),
  );
  return {
    lots: drawn.flatMap(({ item, taken }) =>
      taken.map(({ lot, amount }) => ({ lot, code: codes.get(lot) ?? '', item: { ...item }, amount })),
    ),
    missing: drawn
      .filter(({ shortAmount }) => shortAmount > 1e-6)
      .map(({ item, shortAmount }) => ({ item: { ...item }, amount: shortAmount })),
  };
}

/** By what stock moves when a run is sealed. */
function movedBy({ run, by, now }: Sealing, reason: string): MovedBy {
  return { at: now, by, reason, runId: run.id };
}

/** The weighing that the piece learns from, set aside where it was doubted; null where nothing was weighed. */
async function learn({ manager, run, figures, known, doubts, setUp, now }: Sealing): Promise<string | null> {
  if (figures.gramsPerPiece === null || figures.gramsPerPiece <= 0) return null;
  const at = run.endedAt ?? now;
  const { startGrams, addedGrams, leftGrams, pieces, rejected: rejects } = figures;
  const weighed = { kind: 'run' as const, startGrams: startGrams!, addedGrams, leftGrams: leftGrams! };
  const { sizeClass, portion } = known;
  const { id } = await keepWeighing(
    manager,
    {
      ...{ piece: known.piece.id, coat: portion.role, sizeClass, weighed, pieces, rejects },
      at: wallClockOf(at, setUp.timeZone),
      setAsideReason: isLessonDoubted(doubts.map(({ kind }) => kind))
        ? `Doubtful when run ${run.code} was sealed; not learned from until it is counted again.`
        : null,
    },
    at,
  );
  return id;
}

async function taughtBy({ manager, known, now }: Sealing): Promise<SealedRecord['taught']> {
  const { piece, sizeClass, portion } = known;
  const after = await portionNow(manager, { piece, sizeClass, coat: portion.role, now });
  return { beforeGrams: portion.grams, afterGrams: after!.grams };
}

/** What is left and goes to the larder is a lot of its own, out of those that its coating came from; with its label. */
async function keepLeftover(sealing: Sealing): Promise<string | null> {
  const { manager, setUp, run, work, ask, known, now } = sealing;
  if (ask.toLarderGrams <= 0) return null;
  const { coating } = work.melt!;
  const wanted = await boughtOf(manager, coating, ask.toLarderGrams);
  const wentIn = run.begunAt ?? now;
  const drawn = await drawnLots(manager, wanted, { at: now, wentIn, timeZone: setUp.timeZone });
  await takeOut(manager, drawn, movedBy(sealing, `Left over of run ${run.code}`));
  const allergens = centreAllergens(known.piece, await loadBook(manager));
  const lot = await manager.save(
    manager.create(LotEntity, {
      ...{
        itemKind: 'coating',
        itemId: coating,
        code: `Left ${run.code}`,
        origin: 'leftover',
        bestBefore: null,
      },
      ...{ allergens, note: `from run ${run.code}`, receivedAt: now, openedAt: null },
    }),
  );
  await manager.insert(LotMoveEntity, {
    ...{ lotId: lot.id, kind: 'received', amount: ask.toLarderGrams },
    ...movedBy(sealing, `Run ${run.code}`),
  });
  await printLeftover(manager, { run, coating, grams: ask.toLarderGrams, allergens, setUp, now });
  return lot.id;
}

/** @throws ProblemError for more left than there was */
function requireCounts({ startGrams, addedGrams, leftGrams }: RunCounts): void {
  if (startGrams === null || leftGrams === null || leftGrams <= startGrams + addedGrams) return;
  const params = { value: leftGrams, range: `at most what went in, ${startGrams + addedGrams}` };
  throw new ProblemError('invalid-input', {}, [fieldProblem('/leftGrams', 'out-of-range', params)]);
}

/** Sets the weighing of what was wrong aside, and weighs what is right; null where that is nothing. */
async function learnAnew(
  manager: EntityManager,
  { weighingId, record, code }: RunEntity,
  { after, reason }: { readonly after: RunCounts; readonly reason: string },
): Promise<string | null> {
  const old = weighingId && (await manager.findOneBy(WeighingEntity, { id: weighingId }));
  if (old) {
    const setAsideReason = `Run ${code} was amended: ${reason}`.slice(0, 200);
    await manager.update(WeighingEntity, { id: old.id }, { setAsideReason, version: old.version + 1 });
    await announce(manager, 'weighings');
  }
  const rejects = after.rejects.reduce((sum, { pieces }) => sum + pieces, 0);
  const pieces = after.good + rejects;
  const { startGrams, addedGrams, leftGrams } = after;
  const took = startGrams === null || leftGrams === null ? 0 : startGrams + addedGrams - leftGrams;
  if (!old || pieces === 0 || took <= 0) return null;
  const weighed = { kind: 'run' as const, startGrams: startGrams!, addedGrams, leftGrams: leftGrams! };
  const at = new Date(record!.endedAt);
  const { id } = await keepWeighing(
    manager,
    {
      ...{ piece: old.pieceId, coat: old.coat, sizeClass: old.sizeClass, weighed, pieces, rejects },
      at: record!.endedAt,
    },
    at,
  );
  return id;
}

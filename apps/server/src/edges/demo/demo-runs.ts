import { randomUUID } from 'node:crypto';
import type { BenchEventDraft } from '@alnage/contract';
import {
  Random,
  benchWorks,
  type BenchDeed,
  type BenchWork,
  type MeltWork,
  type RejectCause,
  type StageWork,
} from '@alnage/core';
import type { DataSource } from 'typeorm';
import { BenchService } from '../../work/bench/bench.service';
import { SealService } from '../../work/bench/seal.service';
import { workedPlan } from '../../week/kitchen/plan-versions';
import { requireSetUp } from '../../shop/seasons/set-up';

const MS_PER_MINUTE = 60_000;
const SEED = 618;
/** Runs of the demo take between so much less and more than was planned. */
const COAT = { low: 0.95, high: 1.09 } as const;
const PACE = { low: 0.94, high: 1.08 } as const;
const REJECTED_SHARE = 0.02;
/** What fails most of a piece. */
const FAILS: Readonly<Record<string, RejectCause>> = {
  'salt-twist': 'foot',
  'ridge-chip': 'broken',
  'rye-truffle': 'cracked',
  'oat-ball': 'cracked',
  'foam-bar': 'misshapen',
  'dusk-berry': 'bare',
  'frost-berry': 'bare',
  'sandwich-round': 'misshapen',
};

type Dip = StageWork & { readonly melt: NonNullable<StageWork['melt']> };

interface Until {
  readonly instant: (minute: number) => number;
  readonly until: Date;
}

/** Washing, rolling, packing: begun and done as planned; what is in hand is begun. */
async function writeHandWork(
  db: DataSource,
  works: readonly BenchWork[],
  { instant, until }: Until,
): Promise<void> {
  const events = works
    .filter((work) => work.kind === 'stage' && work.melt === null)
    .flatMap((work) => [
      writer(work)(instant(work.start), { kind: 'begin' }),
      writer(work)(instant(work.end), { kind: 'end' }),
    ])
    .filter(({ at }) => at <= until.getTime());
  await write(db, events, until.getTime());
}

/** What was dipped before an instant, written down at the bench and sealed, through the same doors as people. */
export async function sealBegun(db: DataSource, until: Date): Promise<void> {
  const setUp = await requireSetUp(db.manager);
  const plan = (await workedPlan(db.manager, setUp))!;
  const instant = (minute: number): number => setUp.span.start.getTime() + minute * MS_PER_MINUTE;
  const all = benchWorks(plan.problem, plan.plan);
  const works = all.filter(({ end }) => instant(end) <= until.getTime());
  await writeHandWork(db, all, { instant, until });
  const melts = works.filter((work): work is MeltWork => work.kind === 'melt');
  const random = new Random(SEED);
  const bowls = new Map(melts.map(({ melt, grams }) => [melt, grams]));
  for (const work of works) {
    if (work.kind === 'melt') {
      const { setupFixedMinutes, setupMinutesPerKg } = plan.problem.coatings.find(
        ({ id }) => id === work.coating,
      )!;
      const minutes = setupFixedMinutes + (setupMinutesPerKg * work.grams) / 1000;
      await write(
        db,
        meltEvents(work, instant(work.end), minutes * between(random, PACE)),
        instant(work.end),
      );
      continue;
    }
    if (!isDip(work)) continue;
    const left = bowls.get(work.melt.id) ?? 0;
    const run = dipEvents(work, { instant, random, startGrams: left });
    bowls.set(work.melt.id, run.leftGrams);
    await write(db, run.events, instant(work.end) + MS_PER_MINUTE);
    const isLast = !works.some(
      (other) => other !== work && isDip(other) && other.melt.id === work.melt.id && other.start > work.start,
    );
    const sealedAt = new Date(Math.min(until.getTime(), instant(work.end) + 4 * MS_PER_MINUTE));
    await new SealService(db, { now: () => sealedAt }).seal(
      {
        ...{ work: work.key, note: '', toLarderGrams: isLast ? Math.floor(run.leftGrams * 0.6) : 0 },
        confirmed: ['few-pieces', 'coat-far-off', 'pace-far-off', 'many-pieces'],
      },
      work.person,
    );
  }
}

function isDip(work: BenchWork): work is Dip {
  return work.kind === 'stage' && work.melt !== null;
}

function between(random: Random, { low, high }: { readonly low: number; readonly high: number }): number {
  return low + (high - low) * random.next();
}

async function write(db: DataSource, events: readonly BenchEventDraft[], at: number): Promise<void> {
  await new BenchService(db, { now: () => new Date(at) }).take(events);
}

function writer({ key, person }: BenchWork) {
  return (at: number, deed: BenchDeed): BenchEventDraft => ({
    ...{ id: randomUUID(), work: key, at: Math.round(at), by: person, deed },
  });
}

/** A melt that is ready when the plan says so; what was planned for cleaning before it is no part of it. */
function meltEvents(work: MeltWork, end: number, minutes: number): BenchEventDraft[] {
  const event = writer(work);
  const at = (share: number): number => end - (1 - share) * minutes * MS_PER_MINUTE;
  return [
    event(at(0), { kind: 'begin' }),
    event(at(0.55), { kind: 'step', step: 'melt', celsius: 46.8 }),
    event(at(0.7), { kind: 'step', step: 'seed', celsius: 33.1 }),
    event(at(0.9), { kind: 'step', step: 'crystals', celsius: 28.3 }),
    event(at(0.96), { kind: 'step', step: 'warm', celsius: 31.4 }),
    event(at(1), { kind: 'step', step: 'work', celsius: 31.5 }),
    event(at(1), { kind: 'end' }),
  ];
}

function dipEvents(
  work: Dip,
  {
    instant,
    random,
    startGrams,
  }: { readonly instant: (minute: number) => number; readonly random: Random; readonly startGrams: number },
): { readonly events: BenchEventDraft[]; readonly leftGrams: number } {
  const event = writer(work);
  const gramsPerPiece = work.melt.gramsPerPiece * between(random, COAT);
  const end = instant(work.end);
  const failed = Math.max(
    0,
    Math.min(work.startPieces - work.pieces, Math.round(work.startPieces * REJECTED_SHARE)),
  );
  const dipped = (work.pieces + failed) / work.startPieces;
  const start = end - (end - instant(work.start)) * dipped * between(random, PACE);
  const leftGrams = Math.max(0, Math.round(startGrams - gramsPerPiece * (work.pieces + failed)));
  const trays = Math.ceil(work.pieces / work.rest.piecesPerTray);
  const events = [
    event(start, { kind: 'begin' }),
    event(start, { kind: 'weigh', what: 'start', grams: startGrams }),
    ...Array.from({ length: trays }, (_, index) =>
      event(start + ((end - start) * (index + 1)) / trays, {
        kind: 'tray',
        pieces: Math.min(work.rest.piecesPerTray, work.pieces - index * work.rest.piecesPerTray),
      }),
    ),
    ...(failed > 0
      ? [event((start + end) / 2, { kind: 'reject', pieces: failed, cause: FAILS[work.product] ?? 'other' })]
      : []),
    event(end, { kind: 'weigh', what: 'left', grams: leftGrams }),
    event(end, { kind: 'end' }),
  ];
  return { events, leftGrams };
}

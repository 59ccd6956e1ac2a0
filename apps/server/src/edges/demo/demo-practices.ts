import type { PracticeDraft } from '@alnage/contract';
import {
  PRACTICE_GRAMS,
  PRACTICE_PIECES,
  beginPractice,
  dipInPractice,
  practiceAfter,
  practiceProbe,
  practiceReport,
  windowsOf,
  withPracticeSolid,
  yieldPaOf,
  type Practice,
} from '@alnage/core';
import type { DataSource } from 'typeorm';
import { PracticesService } from '../../work/practices/practices.service';
import { DEMO_COATINGS, DEMO_WORKSHOP } from './demo-workshop';

/** A hand that is patient to so many °C before it warms the bowl again, waits so long for crystals, and dips. */
interface Hand {
  readonly coolsTo: number;
  readonly waitsSeconds: number;
}

/** Two evenings of one who learns: the first time the bowl was dipped from as soon as the seed had melted. */
const EVENINGS: readonly { readonly at: string; readonly id: string; readonly hand: Hand }[] = [
  {
    ...{ at: '2026-06-15T17:40:00+03:00', id: '0a1f6f2e-3b60-4f0e-8a67-51b3f1a60001' },
    hand: { coolsTo: 34.5, waitsSeconds: 0 },
  },
  {
    ...{ at: '2026-06-17T17:35:00+03:00', id: '0a1f6f2e-3b60-4f0e-8a67-51b3f1a60002' },
    hand: { coolsTo: 28.5, waitsSeconds: 420 },
  },
];
const COATING = DEMO_COATINGS[0]!;
const TICK_SECONDS = 5;
const TICKS_MOST = 2000;

/** What was practised in the demo's week, by the same bowl that people practise on. */
export async function keepPractices(db: DataSource): Promise<void> {
  for (const { at, id, hand } of EVENINGS)
    await new PracticesService(db, { now: () => new Date(at) }).keep(practised(id, hand), 'eskil');
}

function practised(id: string, { coolsTo, waitsSeconds }: Hand): PracticeDraft {
  const probe = practiceProbe(1);
  const until = (from: Practice, is: (celsius: number) => boolean): Practice => {
    let now = from;
    for (let tick = 0; tick < TICKS_MOST && !is(now.bowl.celsius); tick++)
      now = practiceAfter(now, TICK_SECONDS, probe);
    return now;
  };
  const { seedShare } = DEMO_WORKSHOP;
  const yieldPa = yieldPaOf(COATING, DEMO_COATINGS);

  const windows = windowsOf(COATING, DEMO_COATINGS);
  const begun = beginPractice({ windows, yieldPa, school: 'seed', grams: PRACTICE_GRAMS, seedShare });
  const hot = until({ ...begun, isHeated: true }, (celsius) => celsius > windows.melt.low);
  const seeded = withPracticeSolid({ ...hot, isHeated: false }, PRACTICE_GRAMS * seedShare);
  const cool = practiceAfter(
    until(seeded, (celsius) => celsius < coolsTo),
    waitsSeconds,
    probe,
  );
  const { low, high } = windows.work;
  let dipped = until({ ...cool, isHeated: true }, (celsius) => celsius > (low + high) / 2);
  for (let piece = 0; piece < PRACTICE_PIECES; piece++)
    dipped = dipInPractice({ ...dipped, isHeated: dipped.bowl.celsius < low }, 1, probe);
  const { advice: _advice, ...told } = practiceReport(dipped);
  return { id, coating: COATING.id, school: 'seed', ...told };
}

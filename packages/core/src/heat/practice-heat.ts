import { plainTauMinutes } from '../temper/bowl-heat';
import { heatOfBowl, type BowlHeat } from './heat-of-bowl';
import { PRACTICE_WATTS, type Practice } from '../temper/practice';
import { STEPS_OF } from '../temper/temper-guide';

const SECONDS_PER_MINUTE = 60;
const MS_PER_SECOND = 1000;

/** What the probe of a practice says of its bowl, by the same guide as at the bench. Source: as `heatOfBowl` */
export function practiceHeat(practice: Practice): BowlHeat {
  const { kit, bowl, seconds, done } = practice;
  const minuteOf = (second: number): number => (second - seconds) / SECONDS_PER_MINUTE;
  const grams = Math.max(1, bowl.liquidGrams + bowl.solidGrams);
  const seedGrams = kit.school === 'seed' ? kit.seedShare * kit.grams : 0;
  const ready = done[STEPS_OF[kit.school].length - 2];
  return heatOfBowl({
    ...{ school: kit.school, windows: kit.windows, watts: PRACTICE_WATTS, grams },
    ...{ seedGrams, seededGrams: practice.solidGrams, reserveGrams: seedGrams },
    done: done.map(({ step }) => step),
    readings: practice.readings.map(({ at, value }) => ({
      minute: minuteOf(at / MS_PER_SECOND),
      celsius: value,
    })),
    meddled: practice.meddled.map(minuteOf),
    seededAt: practice.seededAt === null ? null : minuteOf(practice.seededAt),
    doubtedCelsius: practice.doubtedCelsius,
    readySince: ready ? minuteOf(ready.seconds) : null,
    worked: () => ({
      roomCelsius: bowl.roomCelsius,
      tauMinutes: plainTauMinutes(null, grams),
      isWarmed: practice.isHeated,
      ...{ dippingKelvinPerMinute: 0, emptyingPerMinute: 0 },
    }),
  });
}

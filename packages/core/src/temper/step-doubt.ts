import { BURNING_KELVIN, LOST_KELVIN, type MeltSchool, type TemperStep } from './temper-guide';
import type { Celsius, TemperWindows } from './temper-windows';

/** What a probe says against a step that somebody calls done: how warm it is, and how warm it should be by then. */
export interface StepDoubt {
  readonly step: TemperStep;
  readonly celsius: number;
  readonly expected: Celsius;
}

/** A probe errs, and not all of a bowl is alike: within so much it does not contradict. Source: shop default. */
const DOUBT_KELVIN = 1;

/** What speaks against calling a step done; null where nothing does. Source: the windows of the coating; shop default. */
export function stepDoubt(
  step: TemperStep,
  { school, windows, celsius }: { school: MeltSchool; windows: TemperWindows; celsius: number | null },
): StepDoubt | null {
  const expected = expectedAfter(step, school, windows);
  if (celsius === null || expected === null) return null;
  const isWithin = celsius >= expected.low - DOUBT_KELVIN && celsius <= expected.high + DOUBT_KELVIN;
  return isWithin ? null : { step, celsius, expected };
}

/** How warm a bowl is once a step is done; null where its own probe says nothing of it. */
function expectedAfter(step: TemperStep, school: MeltSchool, windows: TemperWindows): Celsius | null {
  const own = OF_SCHOOL[school]?.[step] ?? AFTER[step];
  return own(windows);
}

type Expected = (windows: TemperWindows) => Celsius | null;

const AFTER: Readonly<Record<TemperStep, Expected>> = {
  melt: ({ melt }) => ({ low: melt.low, high: melt.high + BURNING_KELVIN }),
  seed: ({ crystals, melt }) => ({ low: crystals.low, high: melt.low }),
  crystals: ({ crystals }) => crystals,
  warm: ({ work }) => work,
  pour: () => null,
  return: ({ work }) => work,
  stir: ({ crystals, work }) => ({ low: crystals.low, high: work.high }),
  test: ({ crystals, work }) => ({ low: crystals.low, high: work.high + LOST_KELVIN - DOUBT_KELVIN }),
  work: ({ work }) => work,
};

/** Where a school does otherwise: it never melts out, or is melted only. */
const OF_SCHOOL: Readonly<Partial<Record<MeltSchool, Partial<Record<TemperStep, Expected>>>>> = {
  'by-eye': { melt: ({ crystals, work }) => ({ low: crystals.low, high: work.high }) },
  melt: {
    melt: ({ melt, work }) => ({ low: work.low, high: melt.high + BURNING_KELVIN }),
    work: ({ melt, work }) => ({ low: work.low, high: melt.high }),
  },
};

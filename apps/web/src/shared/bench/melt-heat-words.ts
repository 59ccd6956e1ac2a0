import type { MeltCourse, MeltHeat } from '@alnage/core/temper';
import { percent, temperature } from '../formats/formats';

/** What warms a bowl. */
export const MELT_HEAT_WORDS: Readonly<Record<MeltHeat, string>> = {
  steam: 'over steam',
  'warm-water': 'in warm water',
  microwave: 'in a microwave',
  melter: 'in a melter',
};

/** How a bowl is melted, step by step, and what can go wrong with it. */
export interface MeltTold {
  readonly steps: readonly string[];
  readonly danger: string;
}

type Teller = { readonly [K in MeltHeat]: (course: Extract<MeltCourse, { kind: K }>) => MeltTold };

const TELL: Teller = {
  steam: ({ solidShare }) => ({
    steps: [
      'Two fingers of water, barely steaming; the bowl sits above it and does not touch it.',
      `Stir now and then; off the steam while about ${percent(solidShare)} is still solid.`,
      'Wipe its base dry before you tilt it, and stir until the rest has melted.',
    ],
    danger: 'Steam burns: lift the far side first. One drop of water in the bowl and it seizes.',
  }),
  'warm-water': ({ waterCelsius }) => ({
    steps: [
      `Water of ${temperature(waterCelsius)} and no warmer: then nothing can burn.`,
      'Sit the bowl in it, a hand’s width of rim above the water, and stir now and then.',
      'Change the water as it cools; wipe the bowl dry before you tilt it.',
    ],
    danger: 'Water laps over the rim when you stir: one drop in the bowl and it seizes.',
  }),
  microwave: ({ firstSeconds, lastSeconds }) => ({
    steps: [
      `Cut even, at half power: ${firstSeconds} s, then stir for as long.`,
      'Again and again, until lumps swim in it.',
      `From there ${lastSeconds} s each, and stir the last lumps away without it.`,
    ],
    danger:
      'It scorches in the middle while it still looks solid outside: it keeps its shape when it has melted. Stir before you judge.',
  }),
  melter: ({ setCelsius }) => ({
    steps: [
      `Set it to ${temperature(setCelsius)} and leave it; a full one takes the night.`,
      'Stir before you trust its display: it is warmest at the wall.',
    ],
    danger: 'A dry melter that stands open thickens: keep its lid on.',
  }),
};

/** How it is melted, in words. */
export function meltWords<K extends MeltHeat>(course: Extract<MeltCourse, { kind: K }>): MeltTold {
  return (TELL[course.kind as K] as (each: typeof course) => MeltTold)(course);
}

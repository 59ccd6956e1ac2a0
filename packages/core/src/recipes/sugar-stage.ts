import { correctedCelsius } from './boiling-point';

export const SUGAR_STAGES = [
  'thread',
  'soft-ball',
  'firm-ball',
  'hard-ball',
  'soft-crack',
  'hard-crack',
  'caramel',
] as const;
export type SugarStage = (typeof SUGAR_STAGES)[number];

/** Temperatures of the stages of boiled sugar in °C at the sea. Source: shop default, ordinary craft ranges. */
export const SUGAR_CELSIUS: Readonly<Record<SugarStage, { readonly low: number; readonly high: number }>> = {
  thread: { low: 106, high: 112 },
  'soft-ball': { low: 112, high: 116 },
  'firm-ball': { low: 118, high: 121 },
  'hard-ball': { low: 121, high: 130 },
  'soft-crack': { low: 132, high: 143 },
  'hard-crack': { low: 146, high: 154 },
  caramel: { low: 160, high: 177 },
};

/** The stages with their temperatures where water boils at `boils` °C. @throws InputError */
export function sugarStagesAt(boils: number): { stage: SugarStage; low: number; high: number }[] {
  return SUGAR_STAGES.map((stage) => ({
    stage,
    low: correctedCelsius(SUGAR_CELSIUS[stage].low, boils),
    high: correctedCelsius(SUGAR_CELSIUS[stage].high, boils),
  }));
}

/** How far a boiling syrup is. */
export type SugarProgress =
  | { readonly kind: 'in'; readonly stage: SugarStage }
  | { readonly kind: 'before'; readonly next: SugarStage; readonly kelvinToGo: number }
  | { readonly kind: 'over'; readonly kelvinOver: number };

/**
 * The stage of a syrup of a temperature, or how far it is from the next; past caramel it burns. Where two stages touch,
 * the later one. By hand: 119 °C at the sea is firm ball; 117 °C is 1 K before it. @throws InputError
 */
export function sugarProgress(celsius: number, boils: number): SugarProgress {
  const stages = sugarStagesAt(boils);
  const within = stages.findLast(({ low, high }) => celsius >= low && celsius <= high);
  if (within) return { kind: 'in', stage: within.stage };
  const next = stages.find(({ low }) => celsius < low);
  return next
    ? { kind: 'before', next: next.stage, kelvinToGo: next.low - celsius }
    : { kind: 'over', kelvinOver: celsius - stages.at(-1)!.high };
}

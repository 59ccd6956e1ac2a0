import { FAMILY_STARTS, type Family } from './family';
import { suggestedFootGrams } from './foot';
import type { PieceForm } from './piece-form';
import { sizedToWeight, toTenthMm } from './size-from-weight';
import type { WayRule } from './way';

/** What a new piece is dipped in, by whose rules. */
export interface StartContext {
  readonly coating: string;
  /** The coating's working window, in °C. */
  readonly windowLowCelsius: number;
  readonly windowHighCelsius: number;
  readonly ways: readonly WayRule[];
}

/**
 * A form as its family starts: at the usual mass of its centre, in the middle of the coating's window, with the foot
 * that its way leaves. By hand: a berry of 18 g is 32 by 38 mm, its foot by fork 0.71 g. Source: FAMILY_STARTS.
 * @throws InputError for a way's figure out of range
 */
export function startForm(family: Family, context: StartContext): PieceForm {
  const { coating } = context;
  const start = FAMILY_STARTS[family];
  switch (start.form) {
    case 'moulded': {
      const { cavityMm2, wallMm, capGrams, centreGrams } = start;
      return { kind: 'moulded', coating, cavityMm2, wallMm, capGrams, centreGrams };
    }
    case 'cluster': {
      const { portionGrams, coatingShare } = start;
      return { kind: 'cluster', coating, portionGrams, coatingShare };
    }
    case 'cast': {
      const { form: kind, ...cast } = start;
      return { kind, coating, ...cast };
    }
    case 'slab': {
      const { form: kind, ...slab } = start;
      return { kind, coating, ...slab };
    }
    case 'dipped': {
      const { form: _form, densityGramsPerCm3, ...dipped } = start;
      const shape = toTenthMm(sizedToWeight(dipped.shape, dipped.centreGrams, densityGramsPerCm3));
      const foot = suggestedFootGrams(shape, dipped.way, context.ways);
      return {
        kind: 'dipped',
        coating,
        ...dipped,
        shape,
        bowlCelsius: toTenth((context.windowLowCelsius + context.windowHighCelsius) / 2),
        footGrams: Math.round(foot * 100) / 100,
        dripGrams: 0,
      };
    }
  }
}

function toTenth(celsius: number): number {
  return Math.round(celsius * 10) / 10;
}

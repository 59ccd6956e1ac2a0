import type { CoatingView, Piece, Reading, Workshop } from '@alnage/contract';
import { heatAtWork, type HeatAtWork } from '@alnage/core/heat';
import { dipRangeAt, type BenchWork, type WorkAtBench } from '@alnage/core/bench';
import type { MeltSchool } from '@alnage/core/temper';
import { windowsIn } from '../shared/coating-windows';

export interface HeatContext {
  readonly workshop: Workshop;
  readonly pieces: readonly Piece[];
  readonly readings: readonly Reading[];
  readonly roomCelsius: number | null;
  readonly now: number;
  readonly grams: number;
  /** All works of the bench, for what is dipped from a melt. */
  readonly works: readonly BenchWork[];
}

/** How a melt is brought to work where nobody chose otherwise. */
function ownSchool({ own }: CoatingView): MeltSchool {
  return own.isTempered ? (own.tempering?.school ?? 'seed') : 'melt';
}

/** The bowl and the coating that a work is about; null where it is about none, or they are gone. */
function vesselOf(work: BenchWork, { bowls, coatings }: Workshop) {
  const of = work.kind === 'melt' ? work : work.melt;
  const coating = coatings.find(({ id }) => id === of?.coating);
  const bowl = bowls.find(({ id }) => id === of?.bowl);
  return coating && bowl ? { coating, bowl } : null;
}

/** What the readings of the bowl that is worked with say, and the one next thing. */
export function heatOf(at: WorkAtBench, context: HeatContext): HeatAtWork | null {
  const { workshop, pieces, works, ...read } = context;
  const vessel = vesselOf(at.work, workshop);
  if (!vessel) return null;
  const { coating, bowl } = vessel;
  const { work } = at;
  const piece = work.kind === 'melt' ? null : pieces.find(({ id }) => id === work.product);
  const dip = dipRangeAt(work, works, pieces);
  return heatAtWork(at, {
    ...read,
    bowl: { ...bowl, isWarmed: bowl.usableMinutes === null },
    windows: { ...windowsIn(workshop, coating), ...(dip && { dip }) },
    school: ownSchool(coating),
    piece: piece?.form ?? null,
    rules: workshop.rules,
  });
}

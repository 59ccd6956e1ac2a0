import { seenOf, type Piece, type Weighing } from '@alnage/contract';
import {
  courseOfLearning,
  firstBelief,
  formOfSize,
  pieceCoat,
  runRange,
  type CoatBelief,
  type CoatRole,
  type CoatSpread,
  type Dippery,
} from '@alnage/core/coating';

/** One weighing as it stands on the chart. */
export interface WeighingPoint {
  readonly weighing: Weighing;
  /** Its place in the row of all weighings of this coat. */
  readonly index: number;
  /** Grams a piece, brought to the piece as it is described today. */
  readonly grams: number;
  readonly isDoubtful: boolean;
  readonly isSetAside: boolean;
  readonly isOlder: boolean;
}

/** What was believed from one weighing to the next, in g a piece: the mean lies within nine times in ten. */
export interface BandStep {
  readonly index: number;
  readonly low: number;
  readonly mean: number;
  readonly high: number;
}

/** The course of learning of one coat of one piece in one size. */
export interface WeighingCourse {
  readonly firstGrams: number;
  readonly points: readonly WeighingPoint[];
  /** One more than there are weighings: what was believed before the first, and after each. */
  readonly band: readonly BandStep[];
  readonly doubtful: number;
  /** What is believed now, and how far a weighing may be from it. */
  readonly belief: CoatBelief;
  readonly spread: CoatSpread;
}

/** The weighings of a coat in a size, with what was believed along them; other sizes taught it as well. */
export function weighingCourse(
  piece: Pick<Piece, 'form' | 'drizzle' | 'sizes'>,
  { role, sizeClass }: { readonly role: CoatRole; readonly sizeClass: string },
  { dippery, weighings }: { readonly dippery: Dippery; readonly weighings: readonly Weighing[] },
): WeighingCourse | null {
  const form = formOfSize(
    piece.form,
    piece.sizes.find(({ id }) => id === sizeClass),
  );
  const { portions } = pieceCoat({ form, drizzle: piece.drizzle }, dippery);
  const portion = portions.find((each) => each.role === role);
  if (!portion) return null;
  const { estimateGrams, spread } = portion;
  const ofCoat = weighings.filter(({ coat }) => coat === role);
  const steps = courseOfLearning({ estimateGrams, sizeClass }, ofCoat.map(seenOf), spread);
  const points = ofCoat.flatMap((weighing, index): WeighingPoint[] =>
    weighing.sizeClass === sizeClass
      ? [
          {
            weighing,
            index,
            grams: steps[index]!.gramsToday,
            isDoubtful: steps[index]!.isDoubtful,
            isSetAside: weighing.setAsideReason !== null,
            isOlder: weighing.seasonsBack > 0,
          },
        ]
      : [],
  );
  const beliefs = [firstBelief(estimateGrams, spread), ...steps.map(({ belief }) => belief)];
  return {
    firstGrams: estimateGrams,
    belief: beliefs.at(-1)!,
    spread,
    points,
    band: beliefs.map((belief, index) => {
      const { low90, mean, high90 } = runRange(belief);
      return { index, low: low90, mean, high: high90 };
    }),
    doubtful: points.filter(({ isDoubtful }) => isDoubtful).length,
  };
}

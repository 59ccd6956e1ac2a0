import { coatingLoads, type PieceCoat } from '../coating/piece-coat';
import type { RejectBelief } from '../coating/rejects';
import { meltFor } from '../melting/melt-for';
import type { MeltBowl } from '../melting/split-over-bowls';
import { startPiecesLearned } from '../melting/start-pieces';
import type { LotTaken } from './price-piece';

/** One step of a piece's way through the workshop, as far as it takes somebody's time. */
export interface WorkStep {
  readonly fixedMinutes: number;
  readonly secondsPerPiece: number;
}

/** A coating as far as money and set-up go. */
export interface CoatingTerms {
  readonly id: string;
  readonly minorPerGram: number;
  readonly setupFixedMinutes: number;
  readonly setupMinutesPerKg: number;
}

/** A lot of one piece, made on its own. */
export interface Lot {
  readonly goodPieces: number;
  readonly certainty: number;
  readonly coat: PieceCoat;
  readonly rejects: RejectBelief;
  readonly bowls: readonly MeltBowl[];
  readonly seedShare: number;
  readonly work: readonly WorkStep[];
  readonly coatings: readonly CoatingTerms[];
  readonly costs: Pick<LotTaken, 'centreMinorPer100' | 'finishMinorPer100' | 'packingMinorPer100'>;
}

/**
 * What a lot takes when it is made on its own: every coating melted for it with spare and tails, all pieces started
 * worked on, a standard person's minutes. Source: shop default.
 * @throws InputError for a value out of range, and bowls that do not hold a piece
 */
export function takeLot(lot: Lot): LotTaken {
  const { goodPieces, certainty } = lot;
  const startedPieces = startPiecesLearned({ goodPieces, certainty }, lot.rejects);
  const { seedShare, bowls } = lot;
  const melted = coatingLoads(lot.coat).map(({ coating, ...load }) => {
    const terms = lot.coatings.find(({ id }) => id === coating);
    if (!terms) throw new Error(`no terms for coating ${coating}`);
    const answer = meltFor({ goodPieces, startedPieces, certainty, ...load, bowls, seedShare });
    return { answer, terms };
  });
  const setUpMinutes = melted.reduce(
    (sum, { answer, terms }) =>
      sum +
      answer.melts.length * terms.setupFixedMinutes +
      (answer.totalGrams / 1000) * terms.setupMinutesPerKg,
    0,
  );
  const workMinutes = lot.work.reduce(
    (sum, step) => sum + step.fixedMinutes + (step.secondsPerPiece * startedPieces) / 60,
    0,
  );
  return {
    goodPieces,
    startedPieces,
    coatings: melted.map(({ answer, terms }) => ({
      onPiecesGrams: answer.onPiecesGrams,
      rejectsGrams: answer.rejectsGrams,
      leftGrams: answer.spareGrams + answer.tailGrams,
      minorPerGram: terms.minorPerGram,
    })),
    ...lot.costs,
    labourMinutes: setUpMinutes + workMinutes,
  };
}

import { RecordReader } from '../input/record-reader';
import { CAPACITY_GRAMS, LOG_SD, PIECE_GRAMS, SEED_SHARE, TAIL_GRAMS, meltFor } from '../melting/melt-for';
import { CERTAINTY, GOOD_PIECES, REJECT_RATE } from '../melting/start-pieces';

const FIELDS = ['pieces', 'perPieceG', 'rejectRate', 'certainty', 'tailG', 'capacityG', 'seedShare'];

/** The `bowl` command: what to melt for so many good pieces. @throws InputError */
export function runBowl(json: unknown): unknown {
  const input = new RecordReader(json).allowOnly(FIELDS);
  const perPiece = input.child('perPieceG').allowOnly(['mean', 'logSd']);
  const answer = meltFor({
    goodPieces: input.number('pieces', GOOD_PIECES),
    meanGrams: perPiece.number('mean', PIECE_GRAMS),
    logSd: perPiece.number('logSd', LOG_SD),
    rejectRate: input.number('rejectRate', REJECT_RATE),
    certainty: input.number('certainty', CERTAINTY),
    tailGrams: input.number('tailG', TAIL_GRAMS),
    capacityGrams: input.number('capacityG', CAPACITY_GRAMS),
    seedShare: input.number('seedShare', SEED_SHARE),
  });
  return {
    startPieces: answer.startPieces,
    onPiecesG: answer.onPiecesGrams,
    rejectsG: answer.rejectsGrams,
    spareG: answer.spareGrams,
    tailG: answer.tailGrams,
    melts: answer.melts,
    seedG: answer.seedGrams,
    reserveG: answer.reserveGrams,
  };
}

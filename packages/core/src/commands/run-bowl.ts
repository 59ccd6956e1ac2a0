import { RecordReader } from '../input/record-reader';
import { LOG_SD, PIECE_GRAMS, SEED_SHARE, meltFor } from '../melting/melt-for';
import { CAPACITY_GRAMS, TAIL_GRAMS } from '../melting/split-over-bowls';
import { CERTAINTY, GOOD_PIECES, REJECT_RATE, startPieces } from '../melting/start-pieces';
import { requireTail } from '../melting/tail';

const FIELDS = ['pieces', 'perPieceG', 'rejectRate', 'certainty', 'tailG', 'capacityG', 'seedShare'];

/** The `bowl` command: what to melt for so many good pieces. @throws InputError */
export function runBowl(json: unknown): unknown {
  const input = new RecordReader(json).allowOnly(FIELDS);
  const perPiece = input.child('perPieceG').allowOnly(['mean', 'logSd']);
  const wanted = {
    goodPieces: input.number('pieces', GOOD_PIECES),
    certainty: input.number('certainty', CERTAINTY),
  };
  const capacityGrams = input.number('capacityG', CAPACITY_GRAMS);
  const tailGrams = requireTail(input.number('tailG', TAIL_GRAMS), capacityGrams);
  const answer = meltFor({
    ...wanted,
    startedPieces: startPieces({ ...wanted, rejectRate: input.number('rejectRate', REJECT_RATE) }),
    meanGrams: perPiece.number('mean', PIECE_GRAMS),
    logSd: perPiece.number('logSd', LOG_SD),
    bowls: [{ id: 'bowl', capacityGrams, tailGrams }],
    seedShare: input.number('seedShare', SEED_SHARE),
  });
  return {
    startPieces: answer.startedPieces,
    onPiecesG: answer.onPiecesGrams,
    rejectsG: answer.rejectsGrams,
    spareG: answer.spareGrams,
    tailG: answer.tailGrams,
    melts: answer.melts.map(({ grams, pieces }) => ({ grams, pieces })),
    seedG: answer.seedGrams,
    reserveG: answer.reserveGrams,
  };
}

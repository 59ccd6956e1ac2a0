import { describe, expect, test } from 'vitest';
import { ledgerSums, leftoversByCoating, pieceLesson, rejectsByCause, type LedgerRun } from './ledger-sums';

function run(change: Partial<LedgerRun> = {}): LedgerRun {
  return {
    ...{ piece: 'berry', coating: 'dark', pieces: 100, good: 96, gramsPerPiece: 10 },
    rejects: [
      { cause: 'foot', pieces: 3 },
      { cause: 'bare', pieces: 1 },
    ],
    ...{ plannedGramsPerPiece: 10, minutes: 55, describedMinutes: 50, toLarderGrams: 800 },
    ...change,
  };
}
const second = run({
  ...{ pieces: 50, good: 50, gramsPerPiece: 13, minutes: 25, describedMinutes: 25, coating: 'milk' },
  ...{ rejects: [{ cause: 'bare', pieces: 0 }], toLarderGrams: 0, plannedGramsPerPiece: 12 },
});

describe('what runs came to', () => {
  test('is added up, rejects as a share of all that was dipped', () => {
    expect(ledgerSums([run(), second])).toEqual({
      ...{ runs: 2, pieces: 150, rejected: 4, rejectedShare: 4 / 150, minutes: 80 },
      // 100 of 10 g and 50 of 13 g
      ...{ coatGrams: 1650, toLarderGrams: 800 },
    });
    expect(ledgerSums([])).toMatchObject({ runs: 0, rejectedShare: 0, coatGrams: 0 });
  });

  test('has causes and leftovers with the most first, and none of which there was nothing', () => {
    const bare = run({ rejects: [{ cause: 'bare', pieces: 6 }], coating: 'milk', toLarderGrams: 900 });
    expect(rejectsByCause([run(), bare, second])).toEqual([
      { cause: 'bare', pieces: 7 },
      { cause: 'foot', pieces: 3 },
    ]);
    expect(leftoversByCoating([run(), bare, second])).toEqual([
      { coating: 'milk', grams: 900 },
      { coating: 'dark', grams: 800 },
    ]);
    expect(rejectsByCause([second])).toEqual([]);
  });
});

describe('what a piece teaches', () => {
  test('is its coat and pace against what was planned, by pieces', () => {
    const lesson = pieceLesson([run(), second]);
    // planned: (100·10 + 50·12)/150
    expect(lesson.coat).toEqual({ grams: 11, plannedGrams: 1600 / 150 });
    expect(lesson.paceFactor).toBeCloseTo(80 / 75);
    expect(lesson.secondsPerPiece).toBe(32);
    expect(lesson.commonestCause).toBe('foot');
  });

  test('is nothing of a coat that was never weighed, or a time that nobody described', () => {
    const lesson = pieceLesson([run({ gramsPerPiece: null, describedMinutes: 0, rejects: [] })]);
    expect(lesson).toMatchObject({ coat: null, paceFactor: null, commonestCause: null });
    // a run that was not weighed does not thin the mean of the others
    expect(pieceLesson([run(), run({ gramsPerPiece: null })]).coat!.grams).toBe(10);
  });
});

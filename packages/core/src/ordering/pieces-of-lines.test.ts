import * as fc from 'fast-check';
import { expect, test } from 'vitest';
import { piecesOfLine, piecesOfLines } from './pieces-of-lines';
import type { PhraseLine } from '../phrasing/read-phrase';

const boxes = [
  { id: 'bag', contents: [{ piece: 'twist', pieces: 20 }] },
  {
    id: 'mixed',
    contents: [
      { piece: 'berry', pieces: 6 },
      { piece: 'twist', pieces: 4 },
    ],
  },
];
const line = (kind: PhraseLine['kind'], id: string, count: number): PhraseLine => ({ kind, id, count });

test('the pieces of a line are those of its boxes, in their order', () => {
  expect(piecesOfLine(line('piece', 'berry', 24), boxes)).toEqual([{ piece: 'berry', pieces: 24 }]);
  expect(piecesOfLine(line('box', 'mixed', 3), boxes)).toEqual([
    { piece: 'berry', pieces: 18 },
    { piece: 'twist', pieces: 12 },
  ]);
});

test('a piece that several lines have is counted once: 2 bags of 20 twists and 5 twists are 45', () => {
  expect(piecesOfLines([line('box', 'bag', 2), line('piece', 'twist', 5)], boxes)).toEqual([
    { piece: 'twist', pieces: 45 },
  ]);
});

test('lines said apart or together come to the same pieces', () => {
  const one = fc.record({
    kind: fc.constant('box' as const),
    id: fc.constantFrom('bag', 'mixed'),
    count: fc.integer({ min: 1, max: 50 }),
  });
  fc.assert(
    fc.property(fc.array(one, { maxLength: 8 }), (lines) => {
      const whole = new Map(piecesOfLines(lines, boxes).map(({ piece, pieces }) => [piece, pieces]));
      const apart = new Map<string, number>();
      for (const { piece, pieces } of lines.flatMap((each) => piecesOfLine(each, boxes)))
        apart.set(piece, (apart.get(piece) ?? 0) + pieces);
      expect(whole).toEqual(apart);
    }),
  );
});

test('a box that there is not is a fault of whoever asks', () => {
  expect(() => piecesOfLine(line('box', 'gone', 1), boxes)).toThrow('no box gone');
});

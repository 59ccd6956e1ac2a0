import { expect, test } from 'vitest';
import { piecesOfWeight } from '../units/pieces-of-weight';
import { piecesOfLine } from './pieces-of-line';
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

test('a box that there is not is a fault of whoever asks', () => {
  expect(() => piecesOfLine(line('box', 'gone', 1), boxes)).toThrow('no box gone');
});

test.each([
  [250, 8.6, 30],
  [250, 10, 25],
  [0.3, 0.1, 3],
  [1, 40, 1],
])('%d g at %d g a piece are %d pieces', (net, each, pieces) => {
  expect(piecesOfWeight(net, each)).toBe(pieces);
});

import type { Box, BoxDraft, FieldProblem } from '@alnage/contract';
import { usesOfPiece } from '@alnage/core';
import type { RecordKind } from '../kept/kept-records';
import { loadBook } from '../recipe-book/load-book';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { BoxEntity } from '../../store/workshop/box.entity';

/** Boxes: made up of pieces that there are, each once. */
export const BOXES: RecordKind<BoxEntity, BoxDraft, Box> = {
  entity: BoxEntity,
  what: 'box',
  judge: async (manager, { contents, among, netGrams, supplies }) => {
    usesOfPiece({ recipe: null, supplies }, await loadBook(manager));
    const known = new Set((await manager.find(PieceEntity, { select: { id: true } })).map(({ id }) => id));
    const ids = contents.map(({ piece }) => piece);
    return [
      ...ids.flatMap((value, index): FieldProblem[] => {
        const pointer = `/contents/${index}/piece`;
        if (!known.has(value)) return [{ pointer, code: 'unknown-piece', params: { value } }];
        return ids.indexOf(value) < index ? [{ pointer, code: 'twice', params: { value } }] : [];
      }),
      ...among.flatMap((value, index): FieldProblem[] =>
        known.has(value) ? [] : [{ pointer: `/among/${index}`, code: 'unknown-piece', params: { value } }],
      ),
      ...(netGrams !== null && (contents.length > 1 || among.length > 0)
        ? [
            {
              pointer: '/netGrams',
              code: 'out-of-range' as const,
              params: { value: netGrams, range: 'one kind of piece in what is sold by weight' },
            },
          ]
        : []),
    ];
  },
  columns: (draft) => draft,
  view: (_manager, box) => Promise.resolve(boxView(box)),
  settle: () => Promise.resolve(),
};

export function boxView({ position: _position, ...box }: BoxEntity): Box {
  return box;
}

import { Box, BoxChange, BoxDraft, type FieldProblem } from '@alnage/contract';
import type { App } from '../app-type';
import { KeptRecords, type RecordKind } from '../kept/kept-records';
import { addKeptRoutes } from '../kept/kept-routes';
import { OrderBoxEntity } from '../orders/order.entity';
import { PieceEntity } from '../pieces/piece.entity';
import { BoxEntity } from './box.entity';

/** Boxes: made up of pieces that there are, each once. */
const BOXES: RecordKind<BoxEntity, BoxDraft, Box> = {
  entity: BoxEntity,
  what: 'box',
  judge: async (manager, { contents, among }) => {
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
    ];
  },
  columns: (draft) => draft,
  view: (_manager, box) => Promise.resolve(boxView(box)),
  settle: () => Promise.resolve(),
  heldBy: async (manager, { id }) => {
    const orders = await manager.count(OrderBoxEntity, { where: { boxId: id } });
    return orders > 0 ? [`${orders} orders`] : [];
  },
};

export function boxView({ position: _position, ...box }: BoxEntity): Box {
  return box;
}

export function addBoxes(app: App): void {
  const records = new KeptRecords(app.db, BOXES);
  addKeptRoutes(app, records, { path: '/api/boxes', draft: BoxDraft, change: BoxChange, view: Box });
}

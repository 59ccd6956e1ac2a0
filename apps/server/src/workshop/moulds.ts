import type { Mould, MouldDraft } from '@alnage/contract';
import type { RecordKind } from '../kept/kept-records';
import { PieceEntity } from '../pieces/piece.entity';
import { MouldEntity } from './resources.entity';

/** Moulds: held by the pieces that are cast in them. */
export const MOULDS: RecordKind<MouldEntity, MouldDraft, Mould> = {
  entity: MouldEntity,
  what: 'mould',
  judge: () => Promise.resolve([]),
  columns: (draft) => draft,
  view: (_manager, mould) => Promise.resolve(mouldView(mould)),
  settle: () => Promise.resolve(),
  heldBy: async (manager, { id }) => {
    const pieces = await manager.find(PieceEntity, { where: { mould: id }, order: { position: 'ASC' } });
    return pieces.map(({ name }) => name);
  },
};

export function mouldView({ position: _position, ...mould }: MouldEntity): Mould {
  return mould;
}

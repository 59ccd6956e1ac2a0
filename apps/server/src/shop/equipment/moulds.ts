import type { Mould, MouldDraft } from '@alnage/contract';
import type { RecordKind } from '../kept/kept-records';
import { MouldEntity } from '../../store/workshop/resources.entity';

export const MOULDS: RecordKind<MouldEntity, MouldDraft, Mould> = {
  entity: MouldEntity,
  what: 'mould',
  judge: () => Promise.resolve([]),
  columns: (draft) => draft,
  view: (_manager, mould) => Promise.resolve(mouldView(mould)),
  settle: () => Promise.resolve(),
};

export function mouldView({ position: _position, ...mould }: MouldEntity): Mould {
  return mould;
}

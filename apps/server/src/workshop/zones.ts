import type { ZoneDraft, ZoneView } from '@alnage/contract';
import type { RecordKind } from '../kept/kept-records';
import { PieceEntity } from '../pieces/piece.entity';
import { ZoneEntity } from './resources.entity';

/** Zones: held by the pieces whose trays lie in them. */
export const ZONES: RecordKind<ZoneEntity, ZoneDraft, ZoneView> = {
  entity: ZoneEntity,
  what: 'zone',
  judge: () => Promise.resolve([]),
  columns: (draft) => draft,
  view: (_manager, zone) => Promise.resolve(zoneView(zone)),
  settle: () => Promise.resolve(),
  heldBy: async (manager, { id }) => {
    const pieces = await manager.find(PieceEntity, { order: { position: 'ASC' } });
    return pieces.filter(({ route }) => route.some(({ rest }) => rest.zone === id)).map(({ name }) => name);
  },
};

export function zoneView({ position: _position, ...zone }: ZoneEntity): ZoneView {
  return zone;
}

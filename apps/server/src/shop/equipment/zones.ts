import type { ZoneDraft, ZoneView } from '@alnage/contract';
import type { RecordKind } from '../kept/kept-records';
import { ZoneEntity } from '../../store/workshop/resources.entity';

export const ZONES: RecordKind<ZoneEntity, ZoneDraft, ZoneView> = {
  entity: ZoneEntity,
  what: 'zone',
  judge: () => Promise.resolve([]),
  columns: (draft) => draft,
  view: (_manager, zone) => Promise.resolve(zoneView(zone)),
  settle: () => Promise.resolve(),
};

export function zoneView({ position: _position, ...zone }: ZoneEntity): ZoneView {
  return zone;
}

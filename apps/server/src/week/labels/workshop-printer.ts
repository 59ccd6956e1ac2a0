import type { EntityManager } from 'typeorm';
import { DeviceEntity } from '../../store/work/device.entity';

/** The label printer of the workshop: the first by name; null where there is none. */
export function workshopPrinter(manager: EntityManager): Promise<DeviceEntity | null> {
  return manager.findOne(DeviceEntity, { where: { kind: 'printer' }, order: { name: 'ASC', id: 'ASC' } });
}

import {
  USUAL_ROLL,
  type Device,
  type DeviceDraft,
  type DeviceTaken,
  type FieldProblem,
} from '@alnage/contract';
import { IsNull, type DataSource, type EntityManager } from 'typeorm';
import { fieldProblem } from '../../platform/http/field-problem';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { ZoneEntity } from '../../store/workshop/resources.entity';
import { newToken, tokenHash } from '../../platform/http/device-token';
import { DeviceEntity, LabelEntity, ReadingEntity } from '../../store/work/device.entity';

/** What measures and prints in the kitchen. */
export class DevicesService {
  constructor(private readonly db: DataSource) {}

  async list(): Promise<Device[]> {
    const { manager } = this.db;
    const devices = await manager.find(DeviceEntity, { order: { kind: 'ASC', name: 'ASC' } });
    const last = await lastReadings(manager, devices);
    return devices.map((device) => deviceView(device, last));
  }

  /** Takes a device; its token is told this once. @throws ProblemError for a bowl or a zone that there is not */
  take({ name, kind, bowl, zone = null, sheet = null }: DeviceDraft): Promise<DeviceTaken> {
    return this.db.transaction(async (manager) => {
      await requireSound(manager, { name, kind, bowl, zone, sheet });
      const token = newToken();
      const device = await manager.save(
        manager.create(DeviceEntity, {
          ...{ name: name.trim(), kind, bowlId: bowl, zoneId: zone, tokenHash: tokenHash(token) },
          ...{ isSimulated: false, lastHeardAt: null, trouble: null },
          sheet: kind === 'printer' ? (sheet ?? USUAL_ROLL) : null,
        }),
      );
      await announce(manager, 'readings');
      if (kind === 'printer') await announce(manager, 'labels');
      return { device: deviceView(device, []), token };
    });
  }

  /** Takes a device away with all that it said. @throws ProblemError `record-not-found` */
  remove(id: string): Promise<void> {
    return this.db.transaction(async (manager) => {
      const { affected } = await manager.delete(DeviceEntity, { id });
      if (!affected) throw new ProblemError('record-not-found', { what: 'device', id });
      await manager.delete(ReadingEntity, { deviceId: id });
      // what waited for it may wait for another
      await manager.delete(LabelEntity, { deviceId: id, printedAt: IsNull() });
      await announce(manager, 'labels');
      await announce(manager, 'readings');
    });
  }
}

async function requireSound(
  manager: EntityManager,
  { name, kind, bowl, zone = null, sheet = null }: DeviceDraft,
): Promise<void> {
  const problems = [
    ...(name.trim() === '' ? [fieldProblem('/name', 'blank')] : []),
    ...(await bowlProblems(manager, { kind, bowl })),
    ...(await zoneProblems(manager, { kind, zone })),
    ...(kind !== 'printer' && sheet !== null
      ? [fieldProblem('/sheet', 'not-allowed', { value: sheet })]
      : []),
  ];
  if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
}

async function bowlProblems(
  manager: EntityManager,
  { kind, bowl }: Pick<DeviceDraft, 'kind' | 'bowl'>,
): Promise<FieldProblem[]> {
  const isAtBowl = kind === 'probe' || kind === 'scale';
  if (!isAtBowl) return bowl === null ? [] : [fieldProblem('/bowl', 'not-allowed', { value: bowl })];
  // a probe at no bowl is for the pots on the stove
  const isThere = bowl === null ? kind === 'probe' : await manager.existsBy(BowlEntity, { id: bowl });
  if (isThere) return [];
  return [fieldProblem('/bowl', 'unknown-reference', { value: bowl, range: 'a bowl of the workshop' })];
}

async function zoneProblems(
  manager: EntityManager,
  { kind, zone }: { readonly kind: DeviceDraft['kind']; readonly zone: string | null },
): Promise<FieldProblem[]> {
  if (zone === null) return [];
  if (kind !== 'climate') return [fieldProblem('/zone', 'not-allowed', { value: zone })];
  if (await manager.existsBy(ZoneEntity, { id: zone })) return [];
  return [fieldProblem('/zone', 'unknown-reference', { value: zone, range: 'a zone of the workshop' })];
}

type LastReading = Pick<ReadingEntity, 'deviceId' | 'kind' | 'value' | 'at'>;

async function lastReadings(
  manager: EntityManager,
  devices: readonly DeviceEntity[],
): Promise<LastReading[]> {
  return manager.query<LastReading[]>(
    `select last.device_id as "deviceId", last.kind, last.value, last.at
     from unnest($1::uuid[]) as device(id)
     cross join unnest(array['celsius', 'grams', 'humidity']) as of(kind)
     cross join lateral (
       select * from reading where device_id = device.id and kind = of.kind order by at desc limit 1
     ) as last`,
    [devices.map(({ id }) => id)],
  );
}

function deviceView(
  { id, name, kind, bowlId: bowl, zoneId: zone, isSimulated, lastHeardAt, sheet }: DeviceEntity,
  last: readonly LastReading[],
): Device {
  return {
    ...{ id, name, kind, bowl, zone, sheet, isSimulated, lastHeardAt: lastHeardAt?.toISOString() ?? null },
    last: last
      .filter(({ deviceId }) => deviceId === id)
      .map(({ kind: of, value, at }) => ({ kind: of, value, at: at.toISOString() })),
  };
}

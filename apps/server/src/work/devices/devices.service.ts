import type { Device, DeviceDraft, DeviceTaken, FieldProblem, LabelView } from '@alnage/contract';
import type { DataSource, EntityManager } from 'typeorm';
import { IsNull } from 'typeorm';
import { fieldProblem } from '../../platform/http/field-problem';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { ZoneEntity } from '../../store/workshop/resources.entity';
import { newToken, tokenHash } from './device-token';
import { DeviceEntity, LabelEntity, ReadingEntity } from '../../store/work/device.entity';

const LABELS_LISTED = 50;

/** What measures and prints in the kitchen, and the labels that are to be printed. */
export class DevicesService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  async list(): Promise<Device[]> {
    const { manager } = this.db;
    const devices = await manager.find(DeviceEntity, { order: { kind: 'ASC', name: 'ASC' } });
    const last = await lastReadings(manager, devices);
    return devices.map((device) => deviceView(device, last));
  }

  /** Takes a device; its token is told this once. @throws ProblemError for a bowl or a zone that there is not */
  take({ name, kind, bowl, zone = null }: DeviceDraft): Promise<DeviceTaken> {
    return this.db.transaction(async (manager) => {
      await requireSound(manager, { name, kind, bowl, zone });
      const token = newToken();
      const device = await manager.save(
        manager.create(DeviceEntity, {
          ...{ name: name.trim(), kind, bowlId: bowl, zoneId: zone, tokenHash: tokenHash(token) },
          ...{ isSimulated: false, lastHeardAt: null },
        }),
      );
      await announce(manager, 'readings');
      return { device: deviceView(device, []), token };
    });
  }

  /** Takes a device away with all that it said. @throws ProblemError `record-not-found` */
  remove(id: string): Promise<void> {
    return this.db.transaction(async (manager) => {
      const { affected } = await manager.delete(DeviceEntity, { id });
      if (!affected) throw new ProblemError('record-not-found', { what: 'device', id });
      await manager.delete(ReadingEntity, { deviceId: id });
      await announce(manager, 'readings');
    });
  }

  /** The labels that were asked for last, the newest first. */
  async labels(): Promise<LabelView[]> {
    const labels = await this.db.manager.find(LabelEntity, { order: { at: 'DESC' }, take: LABELS_LISTED });
    return labels.map(labelView);
  }

  /** What a printer has still to print, the oldest first. */
  async toPrint({ id: deviceId }: DeviceEntity): Promise<LabelView[]> {
    const where = { deviceId, printedAt: IsNull() };
    const labels = await this.db.manager.find(LabelEntity, { where, order: { at: 'ASC' } });
    return labels.map(labelView);
  }

  /** A printer says that it has printed a label. @throws ProblemError `record-not-found` */
  async printed({ id: deviceId }: DeviceEntity, id: string): Promise<void> {
    const { manager } = this.db;
    const { affected } = await manager.update(LabelEntity, { id, deviceId }, { printedAt: this.clock.now() });
    if (!affected) throw new ProblemError('record-not-found', { what: 'label', id });
    await announce(manager, 'readings');
  }
}

async function requireSound(
  manager: EntityManager,
  { name, kind, bowl, zone = null }: DeviceDraft,
): Promise<void> {
  const isAtBowl = kind === 'probe' || kind === 'scale';
  // a probe at no bowl is for the pots on the stove
  const isThere = bowl === null ? kind === 'probe' : await manager.existsBy(BowlEntity, { id: bowl });
  const problems = [
    ...(name.trim() === '' ? [fieldProblem('/name', 'blank')] : []),
    ...(isAtBowl && !isThere
      ? [fieldProblem('/bowl', 'unknown-reference', { value: bowl, range: 'a bowl of the workshop' })]
      : []),
    ...(await zoneProblems(manager, { kind, zone })),
    ...(!isAtBowl && bowl !== null ? [fieldProblem('/bowl', 'not-allowed', { value: bowl })] : []),
  ];
  if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
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
  { id, name, kind, bowlId: bowl, zoneId: zone, isSimulated, lastHeardAt }: DeviceEntity,
  last: readonly LastReading[],
): Device {
  return {
    ...{ id, name, kind, bowl, zone, isSimulated, lastHeardAt: lastHeardAt?.toISOString() ?? null },
    last: last
      .filter(({ deviceId }) => deviceId === id)
      .map(({ kind: of, value, at }) => ({ kind: of, value, at: at.toISOString() })),
  };
}

function labelView({ id, at, title, lines, printedAt }: LabelEntity): LabelView {
  return { id, at: at.toISOString(), title, lines, printedAt: printedAt?.toISOString() ?? null };
}

import {
  READING_BOUNDS,
  type DeviceKind,
  type FieldProblem,
  type ReadingKind,
  type ReadingsAsk,
  type ReadingsTaken,
  type ReadingsView,
} from '@alnage/contract';
import type { DataSource } from 'typeorm';
import { fieldProblem } from '../../platform/http/field-problem';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import { isAhead } from '../../platform/time/screen-clock';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { DeviceEntity } from '../../store/work/device.entity';

/** What each kind of device says. */
const SAYS: Readonly<Record<DeviceKind, readonly ReadingKind[]>> = {
  probe: ['celsius'],
  scale: ['grams'],
  climate: ['celsius', 'humidity'],
  printer: [],
};
/** Open pages are told of new readings so often at most. */
const TELL_EVERY_MS = 1000;
/** Readings younger than this are drawn one by one; older ones minute by minute. */
const ONE_BY_ONE_MS = 20 * 60_000;

/** One statement a call, however many readings: each value once, and when the device was heard. */
const ADD_READINGS = `
  with added as (
    insert into reading (device_id, kind, at, value)
    select $1, * from unnest($2::text[], $3::timestamptz[], $4::double precision[])
    on conflict do nothing returning 1
  )
  update device set last_heard_at = $5 where id = $1 returning (select count(*)::int from added) as taken`;

/** Takes what devices say, each value once, and gives it out again. */
export class ReadingsService {
  private toldAt = -Infinity;

  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /** @throws ProblemError `invalid-input` naming each reading that is none; nothing is stored then */
  async take(device: DeviceEntity, { readings }: ReadingsAsk): Promise<ReadingsTaken> {
    const now = this.clock.now();
    const problems = readings.flatMap((reading, index) => problemsOf(reading, { index, device, now }));
    if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
    const [rows] = await this.db.query<[{ taken: number }[], number]>(ADD_READINGS, [
      device.id,
      readings.map(({ kind }) => kind),
      readings.map(({ at }) => (at === undefined ? now : new Date(at))),
      readings.map(({ value }) => value),
      now,
    ]);
    const taken = rows[0]?.taken ?? 0;
    await this.tell();
    return { taken, known: readings.length - taken };
  }

  /** What the probe of a bowl said since an instant: one by one lately, before that minute by minute with its range. */
  async ofBowl(bowl: string, since: Date): Promise<ReadingsView> {
    const { manager } = this.db;
    const device = await manager.findOne(DeviceEntity, {
      where: { kind: 'probe', bowlId: bowl },
      order: { lastHeardAt: { direction: 'DESC', nulls: 'LAST' } },
    });
    if (!device) return { device: null, readings: [] };
    const split = new Date(this.clock.now().getTime() - ONE_BY_ONE_MS);
    const rows = await manager.query<{ at: Date; value: number; low: number; high: number }[]>(
      `select at, mean as value, low, high from reading_minute
         where device_id = $1 and kind = 'celsius' and at >= $2
       union all
       select date_trunc('minute', at), avg(value), min(value), max(value) from reading
         where device_id = $1 and kind = 'celsius' and at >= $2 and at < $3 group by 1
       union all
       select at, value, value, value from reading
         where device_id = $1 and kind = 'celsius' and at >= greatest($2, $3)
       order by 1`,
      [device.id, since, split],
    );
    const { id, name, isSimulated } = device;
    return {
      device: { id, name, isSimulated },
      readings: rows.map(({ at, value, low, high }) => ({ at: at.getTime(), value, low, high })),
    };
  }

  /** Not with each of fifty probes a second. */
  private async tell(): Promise<void> {
    const now = performance.now();
    if (now - this.toldAt < TELL_EVERY_MS) return;
    this.toldAt = now;
    await announce(this.db.manager, 'readings');
  }
}

function problemsOf(
  { kind, value, at }: ReadingsAsk['readings'][number],
  { index, device, now }: { readonly index: number; readonly device: DeviceEntity; readonly now: Date },
): FieldProblem[] {
  const pointer = (field: string): string => `/readings/${index}/${field}`;
  if (!SAYS[device.kind].includes(kind))
    return [fieldProblem(pointer('kind'), 'not-allowed', { value: kind })];
  const { min, max } = READING_BOUNDS[kind];
  const isToCome = at !== undefined && isAhead(new Date(at), now);
  return [
    ...(value >= min && value <= max
      ? []
      : [fieldProblem(pointer('value'), 'out-of-range', { value, range: `${min}..${max}` })]),
    ...(isToCome ? [fieldProblem(pointer('at'), 'in-future', { value: at, now: now.toISOString() })] : []),
  ];
}

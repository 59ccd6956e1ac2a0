import { USUAL_ROLL, type ReadingsAsk } from '@alnage/contract';
import { normalDraw, Random, SimulatedProbe } from '@alnage/core';
import type { DataSource, QueryRunner } from 'typeorm';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { ZoneEntity } from '../../store/workshop/resources.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { newToken, tokenHash } from '../../platform/http/device-token';
import { DeviceEntity } from '../../store/work/device.entity';
import { bowlsAtWork } from './bowls-at-work';
import type { Knock } from './knock';
import { printerTurn } from './simulated-printer';
import { SimulatedBowls } from './simulated-bowls';
import { LOCKS } from '../../platform/database/locks';

const TICK_MS = 1000;
/** A simulated device speaks so often, by the workshop’s clock. */
const SAY_EVERY_SECONDS = 10;
const SEED = 1719;
/** A zone’s sensor speaks every minute; its motor runs every twenty. */
const ZONE_SAYS_MS = 60_000;
const MOTOR_MS = 20 * 60_000;

/** A device that has not spoken yet. */
const SILENT = { isSimulated: true, lastHeardAt: null, sheet: null, trouble: null };

interface Played {
  readonly device: DeviceEntity;
  readonly token: string;
  readonly probe: SimulatedProbe;
}

/**
 * Plays the devices of the demo workshop: probes and scales at its bowls, the kitchen's climate and a label printer.
 * They speak through the same doors, with tokens of their own, as real ones would.
 */
export class SimulatedDevices {
  private readonly random = new Random(SEED);
  private readonly bowls = new SimulatedBowls();
  /** Zones with a temperature of their own, which are there always. */
  private zones: readonly ZoneEntity[] = [];
  private played: readonly Played[] = [];
  private lock: QueryRunner | null = null;
  private timer: NodeJS.Timeout | null = null;
  private saidAt = 0;
  private ticking: Promise<void> = Promise.resolve();

  constructor(
    private readonly parts: {
      readonly db: DataSource;
      readonly clock: Pick<WorkshopClock, 'now'>;
      readonly knock: Knock;
      readonly log: (error: unknown) => void;
    },
  ) {}

  /** Begins to play in a demo workshop, where no other process does. */
  async start(): Promise<void> {
    const { db } = this.parts;
    const workshop = await db.manager.findOneBy(WorkshopEntity, { id: 1 });
    if (!workshop?.isDemo) return;
    this.lock = db.createQueryRunner();
    const rows = (await this.lock.query('select pg_try_advisory_lock($1) as mine', [LOCKS.simulated])) as {
      mine: boolean;
    }[];
    if (!rows[0]!.mine) return this.close();
    this.played = await this.openDevices();
    this.saidAt = this.parts.clock.now().getTime();
    this.timer = setInterval(() => {
      this.ticking = this.ticking.then(() => this.tick()).catch((error: unknown) => this.parts.log(error));
    }, TICK_MS);
  }

  async close(): Promise<void> {
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
    await this.ticking;
    await this.lock?.release();
    this.lock = null;
  }

  /** The devices that ship with the workshop, each with a token of today. */
  private async openDevices(): Promise<Played[]> {
    const { manager } = this.parts.db;
    const bowls = await manager.find(BowlEntity, { order: { position: 'ASC' } });
    this.zones = (await manager.find(ZoneEntity, { order: { position: 'ASC' } })).filter(
      ({ celsius, there }) => celsius !== null && there === null,
    );
    const wanted = [
      ...bowls.flatMap(({ id: bowlId, name }) => [
        { kind: 'probe' as const, name: `Probe, ${name}`, bowlId, zoneId: null },
        { kind: 'scale' as const, name: `Scale, ${name}`, bowlId, zoneId: null },
      ]),
      { kind: 'climate' as const, name: 'Kitchen', bowlId: null, zoneId: null },
      ...this.zones.map(({ id: zoneId, name }) => ({
        ...{ kind: 'climate' as const, name: `In the ${name.toLowerCase()}`, bowlId: null, zoneId },
      })),
      { kind: 'printer' as const, name: 'Label printer', bowlId: null, zoneId: null, sheet: USUAL_ROLL },
    ];
    const there = await manager.findBy(DeviceEntity, { isSimulated: true });
    const played: Played[] = [];
    for (const each of wanted) {
      const token = newToken();
      const known = there.find(
        ({ kind, bowlId, zoneId }) => kind === each.kind && bowlId === each.bowlId && zoneId === each.zoneId,
      );
      const device = await manager.save(
        manager.create(DeviceEntity, {
          ...(known ?? { ...SILENT, ...each }),
          tokenHash: tokenHash(token),
        }),
      );
      played.push({ device, token, probe: new SimulatedProbe(this.random) });
    }
    return played;
  }

  private async tick(): Promise<void> {
    await this.say();
    await this.print();
  }

  private async say(): Promise<void> {
    const now = this.parts.clock.now().getTime();
    const steps = Math.floor((now - this.saidAt) / (1000 * SAY_EVERY_SECONDS));
    if (steps < 1) return;
    const atWork = await bowlsAtWork(this.parts.db.manager, new Date(now));
    const said = new Map<Played, ReadingsAsk['readings']>();
    for (let step = 1; step <= steps; step++) {
      const at = this.saidAt + step * 1000 * SAY_EVERY_SECONDS;
      const room = roomCelsiusAt(at);
      const working = new Set(atWork.map(({ bowl }) => bowl));
      for (const each of atWork) this.bowls.pass(each, SAY_EVERY_SECONDS, room);
      for (const played of this.played) {
        const { bowlId } = played.device;
        if (bowlId && !working.has(bowlId)) this.bowls.rest(bowlId, SAY_EVERY_SECONDS, room);
        said.set(played, [...(said.get(played) ?? []), ...this.readings(played, { at, room })]);
      }
    }
    this.saidAt += steps * 1000 * SAY_EVERY_SECONDS;
    for (const [{ token }, readings] of said)
      if (readings.length > 0) await this.parts.knock('POST', '/api/readings', { token, body: { readings } });
  }

  /** What a device says of its bowl or of the kitchen at an instant. */
  private readings(
    { device: { kind, bowlId, zoneId }, probe }: Played,
    { at, room }: { readonly at: number; readonly room: number },
  ): ReadingsAsk['readings'] {
    const said = (of: 'celsius' | 'grams' | 'humidity', value: number | null): ReadingsAsk['readings'] =>
      value === null ? [] : [{ kind: of, value, at: new Date(at).toISOString() }];
    const bowl = bowlId ? this.bowls.of(bowlId) : null;
    switch (kind) {
      case 'probe':
        return bowl ? said('celsius', probe.read(bowl.celsius)) : [];
      case 'scale':
        return bowl
          ? said('grams', Math.round(bowl.liquidGrams + bowl.solidGrams + normalDraw(this.random)))
          : [];
      case 'climate':
        if (zoneId !== null) return said('celsius', this.zoneCelsius(zoneId, at));
        return [
          ...said('celsius', Math.round(10 * (room + 0.1 * normalDraw(this.random))) / 10),
          ...said('humidity', Math.round(humidityAt(at) + 0.5 * normalDraw(this.random))),
        ];
      case 'printer':
        return [];
    }
  }

  /** A zone about as it is set: its motor comes and goes. */
  private zoneCelsius(id: string, at: number): number | null {
    const celsius = this.zones.find((zone) => zone.id === id)?.celsius ?? null;
    if (celsius === null || at % ZONE_SAYS_MS >= 1000 * SAY_EVERY_SECONDS) return null;
    const motor = 0.6 * Math.sin((2 * Math.PI * at) / MOTOR_MS);
    return Math.round(10 * (celsius + motor + 0.1 * normalDraw(this.random))) / 10;
  }

  /** The printer prints what waits, whether or not it is time to say something. */
  private async print(): Promise<void> {
    const { db, clock, knock } = this.parts;
    for (const { device, token } of this.played.filter(({ device: { kind } }) => kind === 'printer'))
      await printerTurn({ db, knock, now: clock.now() }, { device: device.id, token });
  }
}

const DAY_MS = 86_400_000;

/** A northern kitchen in June: 19 °C at night, 22 in the afternoon. */
function roomCelsiusAt(at: number): number {
  return 20.5 + 1.5 * Math.sin((2 * Math.PI * (at - DAY_MS * 0.4)) / DAY_MS);
}

function humidityAt(at: number): number {
  return 55 - 6 * Math.sin((2 * Math.PI * (at - DAY_MS * 0.4)) / DAY_MS);
}

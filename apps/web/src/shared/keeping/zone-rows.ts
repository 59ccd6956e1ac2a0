import type { ExcursionView, KeepingNow, Workshop, ZoneNow } from '@alnage/contract';
import { counted, temperature } from '../formats/formats';
import { WallTime } from '../formats/wall-time';
import { nameOf } from '../name-of';

export type Tone = 'well' | 'care' | 'over' | 'soft';

/** A zone as it is now. */
export interface ZoneRow {
  readonly id: string;
  readonly name: string;
  readonly now: string;
  readonly set: string;
  readonly state: string;
  readonly tone: Tone;
}

interface ZonesInput {
  readonly keeping: Pick<KeepingNow, 'zones'>;
  readonly workshop: Workshop;
  readonly now: number;
}

/** The zones, with what is wrong with each now. */
export function zoneRows({ keeping, workshop, now }: ZonesInput): ZoneRow[] {
  const wall = new WallTime(workshop.timeZone);
  return keeping.zones.map((zone) => ({
    id: zone.zone,
    name: nameOf(workshop.zones, zone.zone),
    now: zone.nowCelsius === null ? '–' : temperature(zone.nowCelsius),
    set: zone.setCelsius === null ? 'no temperature set' : `set to ${temperature(zone.setCelsius)}`,
    ...zoneState(zone, wall, now),
  }));
}

/** What lasts until now is going on. */
const GOING_ON_MS = 10 * 60_000;

function zoneState(zone: ZoneNow, wall: WallTime, now: number): Pick<ZoneRow, 'state' | 'tone'> {
  if (!zone.hasSensor) return { state: 'nobody measures it', tone: 'soft' };
  const last = zone.excursions.at(-1);
  if (last && now - Date.parse(last.until) < GOING_ON_MS) {
    const tone = last.kind === 'silent' ? 'care' : 'over';
    return { state: excursionText(last, ` since ${wall.near(Date.parse(last.from), now)}`), tone };
  }
  if (zone.excursions.length === 0) return { state: 'as it is set', tone: 'well' };
  return {
    state: `as it is set; ${counted(zone.excursions.length, 'time')} not so in two days`,
    tone: 'soft',
  };
}

/** What was wrong: too warm, up to 12 °C; too warm since 14:05, up to 12 °C. */
export function excursionText({ kind, celsius }: ExcursionView, since = ''): string {
  if (kind === 'silent') return `sensor silent${since}`;
  const [how, furthest] = kind === 'warm' ? ['too warm', 'up to'] : ['too cold', 'down to'];
  return `${how}${since}, ${furthest} ${temperature(celsius ?? 0)}`;
}

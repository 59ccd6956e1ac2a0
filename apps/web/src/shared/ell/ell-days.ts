import type { SeasonDay, SeasonDayFigures } from '@alnage/contract';
import type { DayLoad, ResourceLoad } from '@alnage/core/planner';
import { counted, percent } from '../formats/formats';
import { WallTime } from '../formats/wall-time';

export type LoadStanding = 'free' | 'full' | 'over';

/** One day of the ruler, ready to draw: positions are shares of the day's width and of its full load. */
export interface EllDay {
  readonly name: string;
  readonly holiday: string | null;
  readonly share: number;
  readonly standing: LoadStanding;
  readonly figure: string;
  /** The same in a sentence, for those who hear it. */
  readonly spoken: string;
  readonly pickups: readonly number[];
  /** Where now is within the day, or null. */
  readonly now: number | null;
}

/** From this share of a resource on there is hardly any to spare; shop default. */
const FULL_SHARE = 0.9;

export interface EllInput {
  readonly days: readonly SeasonDay[];
  readonly loads: readonly DayLoad[];
  /** What is promised by day. */
  readonly figures: readonly SeasonDayFigures[];
  readonly zoneNames: ReadonlyMap<string, string>;
  readonly timeZone: string;
  readonly now: number;
}

/** The season's days with their load, their pickups and now. */
export function ellDays(input: EllInput): EllDay[] {
  const wall = new WallTime(input.timeZone);
  return input.days.map((day, index): EllDay => {
    const start = Date.parse(day.start);
    const end = Date.parse(day.end);
    const within = (instant: number): number => (instant - start) / (end - start);
    const { orders = 0, slots = [] } = input.figures.find(({ date }) => date === day.date) ?? {};
    const here = new Set(slots.map(({ at }) => Date.parse(at)));
    const load = loadOf(input.loads[index]?.scarcest ?? null, input.zoneNames);
    const name = wall.day(start);
    return {
      ...load,
      name,
      holiday: day.holiday,
      spoken: `${[name, day.holiday].filter(Boolean).join(', ')}: ${load.spoken}, ${counted(orders, 'pickup')}`,
      pickups: [...here].map(within),
      now: input.now >= start && input.now < end ? within(input.now) : null,
    };
  });
}

/** The load's part of a day; one without a plan is free and says so. */
function loadOf(
  scarcest: ResourceLoad | null,
  zoneNames: ReadonlyMap<string, string>,
): Pick<EllDay, 'share' | 'standing' | 'figure' | 'spoken'> {
  if (!scarcest) return { share: 0, standing: 'free', figure: '', spoken: 'not planned' };
  const { share } = scarcest;
  return {
    share,
    standing: loadStanding(share),
    figure: share > 0 ? percent(share) : '',
    spoken: `${resourceName(scarcest, zoneNames)} ${percent(share)}`,
  };
}

/** How a share of what there is stands. */
export function loadStanding(share: number): LoadStanding {
  if (share > 1) return 'over';
  return share >= FULL_SHARE ? 'full' : 'free';
}

/** Hands, bowls, or the zone by its name. */
export function resourceName(load: ResourceLoad, zoneNames: ReadonlyMap<string, string>): string {
  return load.zone === null ? load.resource : (zoneNames.get(load.zone) ?? load.zone).toLowerCase();
}

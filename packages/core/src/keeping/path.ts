/** Where trays of a batch are for a while; times are ms since 1970. */
export interface Stay {
  /** Null: in somebody’s hands, which counts as kept as it is meant to be. */
  readonly zone: string | null;
  readonly from: number;
  readonly until: number;
}

/** A stage that is over, or will be, with where its trays lie then. */
export interface StageTimes {
  readonly start: number;
  readonly end: number;
  readonly rest: {
    readonly zone: string;
    /** Where they lie first, and for how many minutes of it. */
    readonly first?: { readonly zone: string; readonly minutes: number };
  };
}

const MS_PER_MINUTE = 60_000;

/**
 * Where a batch is from the end of a stage on, until an instant: in the zone of each stage until the next begins, and in somebody's hands
 * meanwhile. The first stage is the one whose end starts its clock.
 */
export function staysOf(stages: readonly StageTimes[], until: number): Stay[] {
  const stays: Stay[] = [];
  const add = (zone: string | null, from: number, to: number): void => {
    const end = Math.min(to, until);
    if (end > from) stays.push({ zone, from, until: end });
  };
  stages.forEach(({ start, end, rest }, index) => {
    if (index > 0) add(null, start, end);
    const next = stages[index + 1]?.start ?? Infinity;
    const moved = rest.first ? Math.min(next, end + rest.first.minutes * MS_PER_MINUTE) : end;
    if (rest.first) add(rest.first.zone, end, moved);
    add(rest.zone, moved, next);
  });
  return stays;
}

/** How warm a zone is: as it is set, and what its sensor said, the first first. */
export interface ZoneCourse {
  readonly setCelsius: number | null;
  readonly readings: readonly { readonly at: number; readonly celsius: number }[];
  /** How warm it is taken to be after now; left out: as it is set. */
  readonly comingCelsius?: number | null;
}

/** What a temperature of a path is known by: a sensor, the zone's own, or a silence of the sensor. */
export type WarmthSource = 'measured' | 'set' | 'gap';

/** So long at one temperature; null where nobody knows it. */
export interface PathStop extends Stay {
  readonly celsius: number | null;
  readonly source: WarmthSource;
}

/** What a sensor said holds for so long; after that it is silent. Shop default. */
export const SILENT_AFTER_MS = 20 * MS_PER_MINUTE;

/**
 * How warm it was along a path. A reading holds until the next, for twenty minutes at most; where a sensor is silent for longer, that is a
 * gap, and counts as the warmest of what it said before and after and of what is set: never a straight line between. Before a sensor said
 * anything, and after now, it is as it is set. Source: shop default.
 */
export function pathOf(
  stays: readonly Stay[],
  courseOf: (zone: string | null) => ZoneCourse,
  now: number,
): PathStop[] {
  return stays.flatMap((stay) => joined(stopsIn(stay, courseOf(stay.zone), now)));
}

function stopsIn(stay: Stay, course: ZoneCourse, now: number): PathStop[] {
  const { setCelsius, comingCelsius = setCelsius } = course;
  const past = { ...stay, until: Math.min(stay.until, now) };
  const coming = { ...stay, from: Math.max(stay.from, now) };
  return [
    ...(past.until > past.from ? measuredIn(past, course) : []),
    ...(coming.until > coming.from ? [{ ...coming, celsius: comingCelsius, source: 'set' as const }] : []),
  ];
}

function measuredIn(stay: Stay, course: ZoneCourse): PathStop[] {
  const { readings, setCelsius } = course;
  const first = firstFrom(readings, stay.from + 1) - 1;
  const unheard = { from: -Infinity, until: readings[0]?.at ?? Infinity, celsius: setCelsius };
  const begin = Math.max(0, first);
  const heard = readings
    .slice(begin, firstFrom(readings, stay.until))
    .flatMap((reading, index) => saidBy(reading, readings[begin + index + 1], course));
  return [{ ...unheard, source: 'set' as const }, ...heard].flatMap((told) => {
    const from = Math.max(stay.from, told.from);
    const until = Math.min(stay.until, told.until);
    return until > from ? [{ ...told, zone: stay.zone, from, until }] : [];
  });
}

/** The place of the first reading at an instant or after it. */
function firstFrom(readings: ZoneCourse['readings'], at: number): number {
  let [low, high] = [0, readings.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (readings[middle]!.at < at) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** What a reading tells until the next: its own warmth, and after a while that nobody knows. */
function saidBy(
  { at, celsius }: ZoneCourse['readings'][number],
  next: ZoneCourse['readings'][number] | undefined,
  { setCelsius }: ZoneCourse,
): Omit<PathStop, 'zone'>[] {
  const until = next?.at ?? Infinity;
  const silent = Math.min(until, at + SILENT_AFTER_MS);
  const warmest = Math.max(celsius, next?.celsius ?? -Infinity, setCelsius ?? -Infinity);
  return [
    { from: at, until: silent, celsius, source: 'measured' },
    { from: silent, until, celsius: warmest, source: 'gap' },
  ];
}

/** Stops that follow on each other and are as warm, by the same source, are one. */
function joined(stops: readonly PathStop[]): PathStop[] {
  const all: PathStop[] = [];
  for (const stop of stops) {
    const last = all.at(-1);
    if (last && last.celsius === stop.celsius && last.source === stop.source && last.until === stop.from)
      all[all.length - 1] = { ...last, until: stop.until };
    else all.push(stop);
  }
  return all;
}

/** What a sensor says now, where it is not silent; null where it says nothing. */
export function celsiusNow({ readings }: Pick<ZoneCourse, 'readings'>, now: number): number | null {
  const last = readings.findLast(({ at }) => at <= now);
  return last && now - last.at <= SILENT_AFTER_MS ? last.celsius : null;
}

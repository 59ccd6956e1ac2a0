import type { BowlReading } from './bowl-reading';

/** Whether a probe can be believed now. */
export type ProbeState = 'fine' | 'none' | 'silent' | 'stuck' | 'out' | 'doubted';

export interface ProbeWatch {
  readonly state: ProbeState;
  /** Readings that can be reckoned with, stray ones left out. */
  readonly readings: readonly BowlReading[];
  /** How many were left out as stray. */
  readonly strays: number;
}

/** Nothing heard for so long: it is off or out of reach. Source: shop default. */
const SILENT_MINUTES = 0.75;
/** So many readings alike to the last digit over so long: a probe that stands still, for any bowl moves. Source: shop default. */
const STUCK_READINGS = 12;
const STUCK_MINUTES = 3;
/** A reading this far from the middle of its neighbours is stray, such as one taken out of the bowl. Source: shop default. */
const STRAY_KELVIN = 1.5;
const NEIGHBOURS = 2;
/** No bowl falls so far in a minute by itself, and one that lies in the air comes near the room. Source: shop default. */
const FALL_KELVIN = 4;
const FALL_MINUTES = 1;
const NEAR_ROOM_KELVIN = 3;

/** When a probe is watched, and what is known of its bowl. */
export interface ProbeContext {
  readonly now: number;
  /** Minutes at which something was put in, moved or weighed. */
  readonly meddled?: readonly number[];
  /** Absent: not known. */
  readonly roomCelsius?: number;
}

/**
 * What of a probe's readings can be reckoned with at a minute, and whether it is alive: silent without a reading for
 * 45 s, stuck after twelve alike over three minutes, out of the bowl after a fall to the warmth of the room that no bowl makes by
 * itself. A reading further than 1.5 K from the median of the five about
 * it is stray; the last two, which have none after them yet, are where they lie as far from how it went on before. Minutes go up. Source: shop default; the running median is Tukey's, Exploratory Data Analysis.
 */
export function watchProbe(readings: readonly BowlReading[], context: ProbeContext): ProbeWatch {
  const kept = readings.filter((_reading, index) => !isStray(readings, index));
  const state = stateOf(readings, context.now);
  const isOut = state === 'fine' && hasFallenOut(readings, context);
  return { state: isOut ? 'out' : state, readings: kept, strays: readings.length - kept.length };
}

/** Whether the last readings are those of a room, after a fall of which nothing that was done is the cause. */
function hasFallenOut(
  readings: readonly BowlReading[],
  { meddled = [], roomCelsius }: ProbeContext,
): boolean {
  const last = readings.at(-1);
  if (!last || roomCelsius === undefined || last.celsius > roomCelsius + NEAR_ROOM_KELVIN) return false;
  const before = readings.findLast(({ celsius }) => celsius > last.celsius + FALL_KELVIN);
  const after = before && readings[readings.indexOf(before) + 1];
  if (!before || !after) return false;
  const wasMeddled = meddled.some(
    (at) => at > before.minute - FALL_MINUTES && at < after.minute + FALL_MINUTES,
  );
  return (
    !wasMeddled &&
    after.minute - before.minute <= FALL_MINUTES &&
    before.celsius - after.celsius > FALL_KELVIN / 2
  );
}

function stateOf(readings: readonly BowlReading[], nowMinute: number): ProbeState {
  const last = readings.at(-1);
  if (!last) return 'none';
  if (nowMinute - last.minute > SILENT_MINUTES) return 'silent';
  const alike = readings.length - 1 - readings.findLastIndex(({ celsius }) => celsius !== last.celsius);
  const lasted = last.minute - readings[readings.length - alike]!.minute;
  return alike >= STUCK_READINGS && lasted >= STUCK_MINUTES ? 'stuck' : 'fine';
}

function isStray(readings: readonly BowlReading[], index: number): boolean {
  const { celsius } = readings[index]!;
  const about = readings.slice(Math.max(0, index - NEIGHBOURS), index + NEIGHBOURS + 1);
  if (index + NEIGHBOURS < readings.length)
    return (
      Math.abs(celsius - median(about.map((each) => each.celsius))) > STRAY_KELVIN && index >= NEIGHBOURS
    );
  const [before, last] = [readings[index - 2], readings[index - 1]];
  return before && last ? Math.abs(celsius - (2 * last.celsius - before.celsius)) > STRAY_KELVIN : false;
}

function median(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
}

import { minutesOf } from '../ordering/slots';

/** From when to when nobody is written to, as times of the workshop’s day; the same twice: never quiet. */
export interface QuietHours {
  readonly from: string;
  readonly until: string;
}

/** Shop default. */
export const DEFAULT_QUIET_HOURS: QuietHours = { from: '21:00', until: '08:00' };

/**
 * How many minutes after a time of day a message waits until it is not quiet any more; 0 where it is not. By hand: at 22:30, quiet from 21:00
 * to 08:00, it waits 570 minutes.
 */
export function quietMinutes(time: string, { from, until }: QuietHours): number {
  const [at, start, end] = [minutesOf(time), minutesOf(from), minutesOf(until)];
  const day = 24 * 60;
  const since = (at - start + day) % day;
  const length = (end - start + day) % day;
  return since < length ? length - since : 0;
}

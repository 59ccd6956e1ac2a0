import { units } from '../units/units';

/** Instants as the clock on the workshop's wall shows them: 15:00, or 3:00 pm for who reads it so. */
export class WallTime {
  private readonly parts: Intl.DateTimeFormat;

  constructor(readonly timeZone: string) {
    this.parts = new Intl.DateTimeFormat('en-GB', {
      timeZone,
      weekday: 'short',
      day: 'numeric',
      month: 'short',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    });
  }

  /** 15:00, or 3:00 pm */
  time(instant: number): string {
    const { hour, minute } = this.read(instant);
    if (units().clock === '24') return `${hour}:${minute}`;
    const { hour: twelfth, half } = halved(Number(hour));
    return `${twelfth}:${minute} ${half}`;
  }

  /** 15, the hour alone, of 24 */
  hour(instant: number): string {
    return this.read(instant)['hour']!;
  }

  /** Fri 19 */
  day(instant: number): string {
    const { weekday, day } = this.read(instant);
    return `${weekday} ${day}`;
  }

  /** Fri 19, 15:00 */
  dayTime(instant: number): string {
    return `${this.day(instant)}, ${this.time(instant)}`;
  }

  /** Wed 1 Jul, 15:00: for what may lie in another month */
  dateTime(instant: number): string {
    return `${this.day(instant)} ${this.read(instant)['month']}, ${this.time(instant)}`;
  }

  /** The day and time of day as they are kept: 2026-06-19 and 15:00 */
  stamp(instant: number): { day: string; time: string } {
    const { hour, minute } = this.read(instant);
    const day = new Intl.DateTimeFormat('en-CA', {
      timeZone: this.timeZone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
    }).format(instant);
    return { day, time: `${hour}:${minute}` };
  }

  /** Friday */
  weekday(instant: number): string {
    return new Intl.DateTimeFormat('en-GB', { timeZone: this.timeZone, weekday: 'long' }).format(instant);
  }

  private read(instant: number): Record<string, string> {
    return Object.fromEntries(this.parts.formatToParts(instant).map(({ type, value }) => [type, value]));
  }
}

/** The hour of 24 as a heading: 15:00, or 3 pm. */
export function hourText(hour: string): string {
  if (units().clock === '24') return `${hour}:00`;
  const { hour: twelfth, half } = halved(Number(hour));
  return `${twelfth} ${half}`;
}

/** A time of day as it is kept, HH:MM, as its reader writes it. */
export function timeText(kept: string): string {
  if (units().clock === '24') return kept;
  const { hour, half } = halved(Number(kept.slice(0, 2)));
  return `${hour}:${kept.slice(3, 5)} ${half}`;
}

/** A time on the workshop's wall, 2026-06-19T15:00, as its reader writes it: Fri 19 Jun, 15:00. */
export function wallText(kept: string): string {
  return new WallTime('UTC').dateTime(Date.parse(`${kept}Z`));
}

/** A date as it is kept, 2026-06-19, as its reader writes it: Fri 19 Jun. */
export function dayText(kept: string): string {
  return new Intl.DateTimeFormat('en-GB', {
    timeZone: 'UTC',
    weekday: 'short',
    day: 'numeric',
    month: 'short',
  })
    .format(Date.parse(`${kept}T00:00Z`))
    .replace(',', '');
}

function halved(hour: number): { hour: number; half: 'am' | 'pm' } {
  return { hour: hour % 12 || 12, half: hour < 12 ? 'am' : 'pm' };
}

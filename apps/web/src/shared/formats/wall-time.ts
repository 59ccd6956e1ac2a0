import { units } from '../units/units';

/** Instants as the clock on the workshop's wall shows them: 15:00, or 3:00 pm for whoever reads it that way. */
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

  /** 15:00, or Sat 20, 00:15 where that is another day than the one that is spoken of. */
  near(instant: number, spokenOf: number): string {
    return this.day(instant) === this.day(spokenOf) ? this.time(instant) : this.dayTime(instant);
  }

  /** Fri 19, 14:00–15:00; its end with its day where that is another. */
  span(from: number, to: number): string {
    return `${this.dayTime(from)}–${this.near(to, from)}`;
  }

  /** Wed 1 Jul, 15:00, or Wed Jul 1, 3:00 pm: for what may lie in another month */
  dateTime(instant: number): string {
    return `${dateWords(this.read(instant))}, ${this.time(instant)}`;
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

  /** Its parts, as Intl calls them. */
  read(instant: number): Record<string, string> {
    return Object.fromEntries(this.parts.formatToParts(instant).map(({ type, value }) => [type, value]));
  }
}

/** The hour of 24 as a heading: 15:00, or 3 pm. */
export function hourText(hour: string): string {
  if (units().clock === '24') return `${hour}:00`;
  const { hour: twelfth, half } = halved(Number(hour));
  return `${twelfth} ${half}`;
}

/** The hour of 24 where there is little room: 15, or 3 pm. */
export function shortHour(hour: string): string {
  return units().clock === '24' ? hour : hourText(hour);
}

/** The hour of 24 as it is heard: 15 o’clock, or 3 pm. */
export function spokenHour(hour: string): string {
  return units().clock === '24' ? `${hour} o’clock` : hourText(hour);
}

/** A time of day as it is kept, HH:MM, as its reader writes it. */
export function timeText(kept: string): string {
  if (units().clock === '24') return kept;
  const { hour, half } = halved(Number(kept.slice(0, 2)));
  return `${hour}:${kept.slice(3, 5)} ${half}`;
}

/** What is said where a time is wanted. */
export function timeWanted(): string {
  return `Give a time, such as ${timeText('15:00')}.`;
}

/** A time on the workshop's wall, 2026-06-19T15:00, as its reader writes it: Fri 19 Jun, 15:00. */
export function wallText(kept: string): string {
  return new WallTime('UTC').dateTime(Date.parse(`${kept}Z`));
}

/** A date as it is kept, 2026-06-19, as its reader writes it: Fri 19 Jun, or Fri Jun 19. */
export function dayText(kept: string): string {
  return dateWords(new WallTime('UTC').read(Date.parse(`${kept}T00:00Z`)));
}

/** Fri 19 Jun, or Fri Jun 19. */
function dateWords({ weekday, day, month }: Record<string, string>): string {
  return units().date === 'day-first' ? `${weekday} ${day} ${month}` : `${weekday} ${month} ${day}`;
}

function halved(hour: number): { hour: number; half: 'am' | 'pm' } {
  return { hour: hour % 12 || 12, half: hour < 12 ? 'am' : 'pm' };
}

/** Instants as the clock on the workshop's wall shows them. */
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

  /** 15:00 */
  time(instant: number): string {
    const { hour, minute } = this.read(instant);
    return `${hour}:${minute}`;
  }

  /** 15, the hour alone */
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

  /** Friday */
  weekday(instant: number): string {
    return new Intl.DateTimeFormat('en-GB', { timeZone: this.timeZone, weekday: 'long' }).format(instant);
  }

  private read(instant: number): Record<string, string> {
    return Object.fromEntries(this.parts.formatToParts(instant).map(({ type, value }) => [type, value]));
  }
}

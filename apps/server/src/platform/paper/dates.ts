import { DateTime } from 'luxon';

/** An instant as papers tell it: an ISO text, or ms since 1970, by the workshop’s clock. */
export function timeOnPaper(instant: string | number | Date, timeZone: string, format = 'HH:mm'): string {
  return DateTime.fromJSDate(new Date(instant), { zone: timeZone }).setLocale('en-GB').toFormat(format);
}

/** A day of the calendar, `2026-06-19`, as papers tell it: Friday 19 June. */
export function dayOnPaper(day: string, format = 'cccc d LLLL'): string {
  return DateTime.fromISO(day).setLocale('en-GB').toFormat(format);
}

import type { Word } from './words';

/** A day on which orders are collected. */
export interface PhraseDay {
  /** 2026-06-19 */
  readonly date: string;
  readonly holiday: string | null;
}

const WEEKDAYS = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday'] as const;
const MONTHS: readonly string[] =
  'january february march april may june july august september october november december'.split(' ');
const LEAST_LETTERS = 3;

export interface DayFound {
  readonly date: string;
  readonly next: number;
}

/**
 * Reads a day at a word: fri, friday, fri 19, friday the 19th, 19 june, june 19, 19.6, 19/6, 6/19, 2026-06-19, today, tomorrow,
 * midsummer eve. Only days that are collected on, from today on, are found. Null when there is none there.
 */
export function readDay(
  words: readonly Word[],
  start: number,
  { days, today }: { readonly days: readonly PhraseDay[]; readonly today: string },
): DayFound | null {
  const open = days.filter(({ date }) => date >= today);
  return (
    relativeDay(words, start, { open, today }) ??
    weekday(words, start, open) ??
    dateOf(words, start, open) ??
    holiday(words, start, open)
  );
}

function relativeDay(
  words: readonly Word[],
  start: number,
  { open, today }: { open: readonly PhraseDay[]; today: string },
): DayFound | null {
  const word = words[start]?.plain;
  const ahead = word === 'today' ? 0 : word === 'tomorrow' ? 1 : null;
  if (ahead === null) return null;
  const found = open.find(({ date }) => calendarDay(date) === calendarDay(today) + ahead);
  return found ? { date: found.date, next: start + 1 } : null;
}

/** A weekday, and the date that may follow it. */
function weekday(words: readonly Word[], start: number, open: readonly PhraseDay[]): DayFound | null {
  const word = words[start]?.plain ?? '';
  const index = WEEKDAYS.findIndex((name) => word.length >= LEAST_LETTERS && name.startsWith(word));
  if (index < 0) return null;
  const days = open.filter(({ date }) => weekdayOf(date) === index);
  const next = words[start + 1]?.plain === 'the' ? start + 2 : start + 1;
  const dated = days.find(({ date }) => dayNumber(words[next]?.plain) === Number(date.slice(8)));
  if (dated) {
    const isMonthSaid = monthOf(words[next + 1]?.plain) === Number(dated.date.slice(5, 7));
    return { date: dated.date, next: isMonthSaid ? next + 2 : next + 1 };
  }
  return days[0] ? { date: days[0].date, next: start + 1 } : null;
}

/** A date with its month, in either order, or with a stop or a slash between. */
function dateOf(words: readonly Word[], start: number, open: readonly PhraseDay[]): DayFound | null {
  const word = words[start]?.plain ?? '';
  const named = (day: number | null, month: number | null): string | null =>
    open.find(({ date }) => Number(date.slice(8)) === day && Number(date.slice(5, 7)) === month)?.date ??
    null;
  const whole = open.find(({ date }) => date === word)?.date;
  if (whole) return { date: whole, next: start + 1 };
  const short = shortDate(word, named);
  if (short) return { date: short, next: start + 1 };
  const after = words[start + 1]?.plain;
  const found = named(dayNumber(word), monthOf(after)) ?? named(dayNumber(after), monthOf(word));
  return found ? { date: found, next: start + 2 } : null;
}

/** 19.6, 19/6; 6/19 for whoever writes the month first, where it can be no other day. */
function shortDate(word: string, named: (day: number, month: number) => string | null): string | null {
  const [, a, b] = /^(\d{1,2})[./](\d{1,2})\.?$/.exec(word) ?? [];
  return a === undefined ? null : (named(Number(a), Number(b)) ?? named(Number(b), Number(a)));
}

function holiday(words: readonly Word[], start: number, open: readonly PhraseDay[]): DayFound | null {
  for (const { date, holiday: name } of open) {
    const parts = name?.toLowerCase().split(/\s+/) ?? [];
    const isNamed = parts.length > 0 && parts.every((part, i) => words[start + i]?.plain === part);
    if (isNamed) return { date, next: start + parts.length };
  }
  return null;
}

/** 19, 19th: the day of a month. */
function dayNumber(word: string | undefined): number | null {
  const match = /^(\d{1,2})(?:st|nd|rd|th)?$/.exec(word ?? '');
  return match ? Number(match[1]) : null;
}

function monthOf(word: string | undefined): number | null {
  const index = MONTHS.findIndex((name) => (word?.length ?? 0) >= LEAST_LETTERS && name.startsWith(word!));
  return index < 0 ? null : index + 1;
}

export interface TimeFound {
  /** 10:30 */
  readonly time: string;
  readonly next: number;
}

/** Parts of a time as typed. */
const TIME = /^(?<hours>\d{1,2})(?:[.:](?<minutes>[0-5]\d)|(?<mark>h))?(?<half>am|pm)?$/;

/**
 * Reads a time of day at a word: 10.30, 10:30, 10h, 3pm, 3 pm, noon. A bare hour, 10, only where `isBareHour`: after a
 * day or `at`, where it can be nothing else. Null when there is none there.
 */
export function readTime(words: readonly Word[], start: number, isBareHour: boolean): TimeFound | null {
  const word = words[start]?.plain ?? '';
  if (word === 'noon') return { time: '12:00', next: start + 1 };
  const typed = TIME.exec(word)?.groups;
  if (!typed) return null;
  if (typed['half']) return found(timeOf(typed, isBareHour), start + 1);
  const half = halfOf(words[start + 1]?.plain);
  return found(timeOf({ ...typed, half }, isBareHour), half ? start + 2 : start + 1);
}

function found(time: string | null, next: number): TimeFound | null {
  return time === null ? null : { time, next };
}

function timeOf(
  { hours, minutes, mark, half }: Readonly<Record<string, string | undefined>>,
  isBareHour: boolean,
): string | null {
  const isMarked = [minutes, mark, half].some((each) => each !== undefined);
  const hour = hourOf(Number(hours), half);
  if (hour === null || !(isMarked || isBareHour)) return null;
  return `${String(hour).padStart(2, '0')}:${minutes ?? '00'}`;
}

function halfOf(word: string | undefined): 'am' | 'pm' | undefined {
  return word === 'am' || word === 'pm' ? word : undefined;
}

function hourOf(typed: number, half: string | undefined): number | null {
  if (half === undefined) return typed > 23 ? null : typed;
  if (typed < 1 || typed > 12) return null;
  return (typed % 12) + (half === 'pm' ? 12 : 0);
}

/**
 * Number of a day on the calendar, one more each day; 2026-06-18 is 20,622. Source: days from a civil date by years of
 * March, as in Reingold and Dershowitz, Calendrical Calculations.
 */
export function calendarDay(date: string): number {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number];
  const fromMarch = (month + 9) % 12;
  const marchYear = year - (month <= 2 ? 1 : 0);
  const leaps = Math.floor(marchYear / 4) - Math.floor(marchYear / 100) + Math.floor(marchYear / 400);
  return 365 * marchYear + leaps + Math.floor((153 * fromMarch + 2) / 5) + day - 719_469;
}

/** 0 for a Sunday, 6 for a Saturday; day 0 was a Thursday. */
function weekdayOf(date: string): number {
  return (((calendarDay(date) + 4) % 7) + 7) % 7;
}

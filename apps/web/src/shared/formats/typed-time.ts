/**
 * Reads a time of day as people type it on a telephone: 15, 9.30, 0930, 15:00. Null when it is none.
 * The result is HH:MM.
 */
export function typedTime(text: string): string | null {
  const match = /^\s*(\d{1,2})(?:[:.,h ]?([0-5]\d))?\s*$/.exec(text);
  if (!match) return null;
  const hour = Number(match[1]);
  return hour > 23 ? null : `${String(hour).padStart(2, '0')}:${match[2] ?? '00'}`;
}

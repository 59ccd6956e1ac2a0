/**
 * Reads a time of day as people type it on a telephone: 15, 9.30, 0930, 15:00, 3 pm, 9:30am. Null when it is none.
 * The result is HH:MM.
 */
export function typedTime(text: string): string | null {
  const match = /^\s*(\d{1,2})(?:[:.,h ]?([0-5]\d))?\s*([ap]m)?\s*$/i.exec(text);
  if (!match) return null;
  const hour = hourOf(Number(match[1]), match[3]?.toLowerCase());
  return hour === null ? null : `${String(hour).padStart(2, '0')}:${match[2] ?? '00'}`;
}

function hourOf(typed: number, half: string | undefined): number | null {
  if (half === undefined) return typed > 23 ? null : typed;
  if (typed < 1 || typed > 12) return null;
  return (typed % 12) + (half === 'pm' ? 12 : 0);
}

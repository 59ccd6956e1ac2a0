/** The clock of a screen or a device may be ahead by so much. Shop default. */
const AHEAD_MS = 2 * 60_000;

/** Whether something is told to have been done when it cannot have been yet. */
export function isAhead(at: Date | number, now: Date): boolean {
  return new Date(at).getTime() > now.getTime() + AHEAD_MS;
}

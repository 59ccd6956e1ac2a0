import { Type, type TProperties } from 'typebox';

/** An object that takes no fields but its own. */
export function closed<T extends TProperties>(properties: T, options: { description?: string } = {}) {
  return Type.Object(properties, { additionalProperties: false, ...options });
}

/** What may be missing. */
export function orNull<T extends Parameters<typeof Type.Union>[0][number]>(type: T) {
  return Type.Union([type, Type.Null()]);
}

export const Id = Type.String({ minLength: 1, maxLength: 80, format: 'plain-text' });
export const Instant = Type.String({ format: 'date-time', description: 'An instant, ISO 8601 with offset' });
/** Wall-clock time at the workshop, to the minute. */
export const WallClock = Type.String({
  format: 'wall-clock',
  description: 'Wall-clock time in the workshop’s zone, 2026-06-19T15:00',
});
/** A time of day, 00:00 to 24:00. */
export const ClockTime = Type.String({
  format: 'clock-time',
  description: 'Time of day, 09:00; 24:00 ends it',
});
/** Text on one line: no control characters, which neither a label nor the database can hold. */
export function plainText(options: { minLength?: number; maxLength: number }) {
  return Type.String({ ...options, format: 'plain-text' });
}

export const Day = Type.String({ format: 'date' });

/** A record in a path, by its id. */
export const RecordParams = closed({ id: Id });

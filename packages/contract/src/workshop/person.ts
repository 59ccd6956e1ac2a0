import { Type, type Static } from 'typebox';
import { Version, within } from '../shared/bounds';
import { ClockTime, closed, Day, Id, plainText } from '../shared/closed';

export const PACE_PERCENT = { min: 20, max: 300, isInteger: true } as const;
export const SKILLS_MOST = 20;
export const WEEK_MOST = 21;
export const SHIFTS_MOST = 200;
export const ABSENCES_MOST = 40;
export const ABSENCE_NOTE_LENGTH = 120;

const span = { starts: ClockTime, ends: ClockTime };

const draft = {
  name: plainText({ minLength: 1, maxLength: 60 }),
  /** Percent of the standard time: 80 is fast, 125 slow. */
  pace: within(PACE_PERCENT),
  skills: Type.Array(Id, { maxItems: SKILLS_MOST, uniqueItems: true }),
  /** Hours of every week; Monday is 1. */
  week: Type.Array(closed({ weekday: Type.Integer({ minimum: 1, maximum: 7 }), ...span }), {
    maxItems: WEEK_MOST,
  }),
  /** Hours of dates that differ from the week. */
  shifts: Type.Array(closed({ day: Day, ...span }), { maxItems: SHIFTS_MOST }),
  /** Days away, the first to the last. */
  absences: Type.Array(closed({ from: Day, to: Day, why: plainText({ maxLength: ABSENCE_NOTE_LENGTH }) }), {
    maxItems: ABSENCES_MOST,
  }),
};

/** Somebody of the crew: what they can do, how fast, and when. */
export const PersonDraft = closed(draft);
export type PersonDraft = Static<typeof PersonDraft>;

export const PersonChange = closed({ ...draft, version: Version });
export type PersonChange = Static<typeof PersonChange>;

export const Person = closed({ id: Id, ...draft, version: Version });
export type Person = Static<typeof Person>;

import { Type, type Static } from 'typebox';
import { Version } from '../shared/bounds';
import { closed, Id, plainText } from '../shared/closed';

export const COUNTRY_LENGTH = 10;

/** What the workshop is called, where it is, what it is paid in, and the season that is worked on. */
export const Details = closed({
  name: plainText({ minLength: 1, maxLength: 60 }),
  /** IANA name, such as Europe/Helsinki. */
  timeZone: Type.String({ minLength: 1, maxLength: 60 }),
  /** ISO 4217, such as EUR. */
  currency: Type.String({ pattern: '^[A-Z]{3}$' }),
  /** Whose holidays are offered; '' for none. */
  country: Type.String({ maxLength: COUNTRY_LENGTH }),
  /** Part of the country; '' for all of it. */
  region: Type.String({ maxLength: COUNTRY_LENGTH }),
  /** Null: the newest. */
  season: Type.Union([Id, Type.Null()]),
  /** Said on labels and papers; '' or left out: nothing. */
  address: Type.Optional(plainText({ maxLength: 120 })),
  /** The shop’s own words on its labels. */
  labelWords: Type.Optional(plainText({ maxLength: 160 })),
  version: Version,
});
export type Details = Static<typeof Details>;

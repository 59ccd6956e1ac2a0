import { Type, type Static } from 'typebox';
import { closed } from '../shared/closed';

export const FEEDS = ['pickups', 'kitchen'] as const;

/** The secret part of the calendars' addresses; null while nobody may subscribe. */
export const Feed = closed({ token: Type.Union([Type.String(), Type.Null()]) });
export type Feed = Static<typeof Feed>;

/** Lists that are taken out as CSV. */
export const CSV_LISTS = ['orders', 'customers', 'buying'] as const;
export type CsvList = (typeof CSV_LISTS)[number];

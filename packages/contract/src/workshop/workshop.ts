import { COATING_KINDS } from '@alnage/core';
import { Type, type Static } from 'typebox';
import { closed, Day, Id, Instant } from '../shared/closed';

const grams = Type.Integer({ minimum: 0 });

export const CoatingView = closed({
  id: Id,
  name: Type.String(),
  kind: Type.Enum([...COATING_KINDS, 'blend']),
  yieldPa: Type.Number(),
  windowLowCelsius: Type.Number(),
  windowHighCelsius: Type.Number(),
  allergens: Type.Array(Id),
});
export type CoatingView = Static<typeof CoatingView>;

export const SeasonDay = closed({
  date: Day,
  start: Instant,
  end: Instant,
  holiday: Type.Union([Type.String(), Type.Null()]),
});
export type SeasonDay = Static<typeof SeasonDay>;

export const Named = closed({ id: Id, name: Type.String() });

/** The workshop as every place needs it. An empty one has no season and empty lists. */
export const Workshop = closed({
  name: Type.String(),
  timeZone: Type.String(),
  currency: Type.String(),
  isDemo: Type.Boolean(),
  now: Instant,
  season: Type.Union([closed({ id: Id, name: Type.String(), days: Type.Array(SeasonDay) }), Type.Null()]),
  pickupPoints: Type.Array(closed({ id: Id, name: Type.String(), journeyMinutes: Type.Integer() })),
  people: Type.Array(closed({ id: Id, name: Type.String(), pace: Type.Integer(), skills: Type.Array(Id) })),
  bowls: Type.Array(closed({ id: Id, name: Type.String(), capacityGrams: grams, tailGrams: grams })),
  zones: Type.Array(closed({ id: Id, name: Type.String(), trays: Type.Integer() })),
  coatings: Type.Array(CoatingView),
});
export type Workshop = Static<typeof Workshop>;

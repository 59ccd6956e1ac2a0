import { Type, type Static } from 'typebox';
import { Box } from '../boxes/box';
import { LearnedPartView, RecipeCameOut, RecipeView } from '../larder/recipe';
import { SupplyView } from '../larder/supply';
import { Season } from '../season/season';
import { closed, Day, Id, Instant } from '../shared/closed';
import { BowlView } from './bowl';
import { CoatingView } from './coating';
import { Details } from './details';
import { Mould } from './mould';
import { Person } from './person';
import { PickupPoint } from './pickup-point';
import { Rules } from './rules';
import { ZoneView } from './zone';

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
  clockRate: Type.Number({
    description: 'How much faster than any other its clock runs; 1 but for practice',
  }),
  season: Type.Union([closed({ id: Id, name: Type.String(), days: Type.Array(SeasonDay) }), Type.Null()]),
  seasons: Type.Array(Season),
  details: Details,
  pickupPoints: Type.Array(PickupPoint),
  people: Type.Array(Person),
  bowls: Type.Array(BowlView),
  moulds: Type.Array(Mould),
  zones: Type.Array(ZoneView),
  coatings: Type.Array(CoatingView),
  boxes: Type.Array(Box),
  supplies: Type.Array(SupplyView),
  recipes: Type.Array(RecipeView),
  /** What came out of recipes that somebody weighed or counted, by the recipe’s id. */
  cameOut: Type.Record(Id, RecipeCameOut),
  /** What was left of parts of pieces taught of what is on one. */
  learnedParts: Type.Array(LearnedPartView),
  rules: Rules,
});
export type Workshop = Omit<Static<typeof Workshop>, 'coatings'> & { coatings: CoatingView[] };

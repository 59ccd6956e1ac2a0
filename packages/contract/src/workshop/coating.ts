import {
  BLEND_PARTS,
  COATING_KINDS,
  FLUIDITIES,
  PACK_GRAMS,
  STOCK_MONTHS,
  THINNED_PERCENT,
  WINDOW_CELSIUS,
  YIELD_PA,
  type Fluidity,
} from '@alnage/core/coating';
import { MINOR } from '@alnage/core/pricing';
import { CRYSTALS_CELSIUS, MELT_CELSIUS, TEMPER_SCHOOLS } from '@alnage/core/temper';
import { Type, type Static } from 'typebox';
import { Allergens } from '../shared/allergens';
import { Version, within } from '../shared/bounds';
import { closed, Id, plainText } from '../shared/closed';

const minutes = Type.Integer({ minimum: 0, maximum: 1440 });

export const BLEND_PARTS_MOST = 6;
export const PACKS_MOST = 8;

/** How a coating is brought into temper, and where it is melted out and forms its crystals. */
export const Tempering = closed({
  school: Type.Enum([...TEMPER_SCHOOLS]),
  meltLowCelsius: within(MELT_CELSIUS),
  meltHighCelsius: within(MELT_CELSIUS),
  crystalsLowCelsius: within(CRYSTALS_CELSIUS),
  crystalsHighCelsius: within(CRYSTALS_CELSIUS),
});
export type Tempering = Static<typeof Tempering>;

const draft = {
  name: plainText({ minLength: 1, maxLength: 60 }),
  kind: Type.Enum([...COATING_KINDS, 'blend']),
  /** Step of the packet from thick (1) to very fluid (5). */
  fluidity: Type.Enum([...FLUIDITIES]),
  measuredYieldPa: Type.Union([within(YIELD_PA), Type.Null()]),
  thinnedPercent: within(THINNED_PERCENT),
  /** The supply that is stirred in; null or left out: a fat that nobody counts. */
  thinnedWith: Type.Optional(Type.Union([Id, Type.Null()])),
  stockMonths: within(STOCK_MONTHS),
  isTempered: Type.Boolean({ description: 'Worked in temper; else melted and set in the cold' }),
  windowLowCelsius: within(WINDOW_CELSIUS),
  windowHighCelsius: within(WINDOW_CELSIUS),
  tempering: Type.Union([Tempering, Type.Null()], { description: 'Null: as usual for its kind, by seed' }),
  parts: Type.Array(closed({ coating: Id, parts: within(BLEND_PARTS) }), { maxItems: BLEND_PARTS_MOST }),
  packs: Type.Array(closed({ grams: within(PACK_GRAMS), priceMinor: within(MINOR) }), {
    maxItems: PACKS_MOST,
  }),
  allergens: Allergens,
  setupFixedMinutes: minutes,
  setupMinutesPerKg: minutes,
  usableMinutes: Type.Integer({ minimum: 1, maximum: 1440 }),
};

/** A coating as the workshop describes it. */
export const CoatingDraft = closed(draft);
export type CoatingDraft = Omit<Static<typeof CoatingDraft>, 'fluidity'> & { fluidity: Fluidity };

export const CoatingChange = closed({ ...draft, version: Version });
export type CoatingChange = CoatingDraft & { version: number };

/** A coating as it is worked with: what follows from its description, and the description itself. */
export const CoatingView = closed({
  id: Id,
  name: Type.String(),
  kind: draft.kind,
  yieldPa: Type.Number(),
  /** How far the film is in doubt by the fat stirred in: a standard deviation of its logarithm. */
  thinnedLogSd: Type.Number(),
  windowLowCelsius: Type.Number(),
  windowHighCelsius: Type.Number(),
  allergens: Type.Array(Id, { description: 'Its own and, of a blend, those of its parts' }),
  minorPerGram: Type.Union([Type.Number(), Type.Null()]),
  own: CoatingDraft,
  version: Version,
});
export type CoatingView = Omit<Static<typeof CoatingView>, 'own'> & { own: CoatingDraft };

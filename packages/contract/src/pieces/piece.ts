import { KEPT_CELSIUS, Q10 } from '@alnage/core/keeping';
import {
  BOWL_CELSIUS,
  CAP_GRAMS,
  CAST_ML,
  CAVITY_MM2,
  CENTRE_CELSIUS,
  CENTRE_KINDS,
  COATING_SHARE,
  COAT_ROLES,
  COVERED,
  CURVATURE,
  DRIP_GRAMS,
  DWELL_SECONDS,
  FAMILIES,
  FOOT_GRAMS,
  INCLUSION_GRAMS,
  LAYER_MM,
  LENGTH_MM,
  PORTION_GRAMS,
  SLAB_PIECES,
  SLAB_SIDE_MM,
  WALL_MM,
  WAYS,
  type PieceForm,
} from '@alnage/core/coating';
import { PART_GRAMS } from '@alnage/core/larder';
import { WAY_CELSIUS } from '@alnage/core/ordering';
import { MINOR } from '@alnage/core/pricing';
import { Type, type Static } from 'typebox';
import { Allergens } from '../shared/allergens';
import { Version, within } from '../shared/bounds';
import { SupplyLines } from '../larder/supply';
import { closed, Id, plainText } from '../shared/closed';

const length = within(LENGTH_MM);
const count = Type.Integer({ minimum: 0, maximum: 1e6 });
const halves = Type.Union([Type.Literal(1), Type.Literal(2)]);
const centreGrams = Type.Number({ minimum: 0.1, maximum: 500 });

export const Shape = Type.Union([
  closed({ kind: Type.Literal('sphere'), diameterMm: length }),
  closed({ kind: Type.Literal('spheroid'), diameterMm: length, lengthMm: length }),
  closed({ kind: Type.Literal('rod'), diameterMm: length, lengthMm: length }),
  closed({ kind: Type.Literal('knot'), diameterMm: length, lengthMm: length }),
  closed({ kind: Type.Literal('cylinder'), diameterMm: length, heightMm: length }),
  closed({ kind: Type.Literal('cuboid'), lengthMm: length, widthMm: length, heightMm: length }),
  closed({ kind: Type.Literal('sheet'), lengthMm: length, widthMm: length, curvature: within(CURVATURE) }),
]);

export const PieceFormSchema = Type.Union([
  closed({
    kind: Type.Literal('dipped'),
    shape: Shape,
    centre: Type.Enum([...CENTRE_KINDS]),
    centreGrams,
    centreCelsius: within(CENTRE_CELSIUS),
    coating: Id,
    covered: within(COVERED),
    way: Type.Enum([...WAYS]),
    bowlCelsius: within(BOWL_CELSIUS),
    dwellSeconds: within(DWELL_SECONDS),
    coats: Type.Union([Type.Literal(1), Type.Literal(2)]),
    footGrams: within(FOOT_GRAMS),
    dripGrams: within(DRIP_GRAMS),
  }),
  closed({
    kind: Type.Literal('moulded'),
    coating: Id,
    cavityMm2: within(CAVITY_MM2),
    wallMm: within(WALL_MM),
    capGrams: within(CAP_GRAMS),
    /** What it is capped with, where that is a coat of its own; null or left out: with its shell. */
    capCoating: Type.Optional(Type.Union([Id, Type.Null()])),
    centreGrams,
  }),
  closed({
    kind: Type.Literal('cluster'),
    coating: Id,
    portionGrams: within(PORTION_GRAMS),
    coatingShare: within(COATING_SHARE),
  }),
  closed({
    kind: Type.Literal('cast'),
    coating: Id,
    cavityMl: within(CAST_ML),
    halves,
    inclusionGrams: within(INCLUSION_GRAMS),
  }),
  closed({
    kind: Type.Literal('slab'),
    coating: Id,
    lengthMm: within(SLAB_SIDE_MM),
    widthMm: within(SLAB_SIDE_MM),
    layerMm: within(LAYER_MM),
    layers: halves,
    pieces: within(SLAB_PIECES),
    centreGrams: Type.Number({ minimum: 0, maximum: 500 }),
  }),
  closed({ kind: Type.Literal('bare'), shape: Shape, centreGrams }),
]);

const FirstRestSchema = closed({ zone: Id, minutes: Type.Integer({ minimum: 1, maximum: 1e6 }) });

export const RouteStage = closed({
  id: Id,
  name: plainText({ minLength: 1, maxLength: 60 }),
  skill: Id,
  fixedMinutes: count,
  secondsPerPiece: count,
  maxRunMinutes: Type.Union([Type.Integer({ minimum: 1, maximum: 1e6 }), Type.Null()]),
  coat: Type.Union([Type.Enum([...COAT_ROLES]), Type.Null()]),
  rest: closed({
    zone: Id,
    piecesPerTray: Type.Integer({ minimum: 1, maximum: 10_000 }),
    minMinutes: count,
    maxMinutes: count,
    /** Where they lie first, and for how long of it: five minutes in the room, then the cold; left out: straight there. */
    first: Type.Optional(FirstRestSchema),
  }),
});
export type RouteStage = Static<typeof RouteStage>;

export const Keeping = closed({
  holdMinutes: count,
  targetMinutes: count,
  eatWithinMinutes: count,
  advice: plainText({ maxLength: 120 }),
  /** The temperature that these hours are meant at, °C; left out: where its trays lie last. */
  atCelsius: Type.Optional(within(KEPT_CELSIUS)),
  /** Times faster that it ages when it is 10 K warmer; left out: as is usual for its family. */
  q10: Type.Optional(within(Q10)),
  /** Where its customers keep it, °C; left out: as is usual for its family. */
  keptCelsius: Type.Optional(within(KEPT_CELSIUS)),
  /** How warm its way by post may be; null: it never goes; left out: as is usual for it. */
  postMostCelsius: Type.Optional(Type.Union([within(WAY_CELSIUS), Type.Null()])),
});
export type Keeping = Static<typeof Keeping>;

/** What a piece costs beside coating and time, for a hundred, and what is asked for one; in minor units. */
export const PieceCosts = closed({
  centreMinorPer100: within(MINOR),
  finishMinorPer100: within(MINOR),
  packingMinorPer100: within(MINOR),
  priceMinor: Type.Union([within(MINOR), Type.Null()]),
});
export type PieceCosts = Static<typeof PieceCosts>;

export const SIZES_MOST = 8;

/** Where a piece is dipped, of where its coating can be worked. */
export const DipRange = closed({ lowCelsius: within(BOWL_CELSIUS), highCelsius: within(BOWL_CELSIUS) });
export type DipRange = Static<typeof DipRange>;

export const MADE_PARTS_MOST = 6;

/** A recipe beside the centre's, made in a stage of the route. */
const MadePartSchema = closed({ recipe: Id, grams: within(PART_GRAMS), stage: Id });

const SizeClassSchema = closed({
  id: Id,
  name: plainText({ minLength: 1, maxLength: 40 }),
  centreGrams,
});

const draft = {
  name: plainText({ minLength: 1, maxLength: 60 }),
  family: Type.Enum([...FAMILIES]),
  centreName: plainText({ maxLength: 80 }),
  finish: plainText({ maxLength: 80 }),
  form: PieceFormSchema,
  drizzle: Type.Union([
    closed({ coating: Id, grams: Type.Number({ minimum: 0.05, maximum: 50 }) }),
    Type.Null(),
  ]),
  /** Where it is dipped; null or left out: wherever its coating is worked. */
  dipRange: Type.Optional(Type.Union([DipRange, Type.Null()])),
  /** Size classes of the centre, such as berries; empty where all are alike. */
  sizes: Type.Array(SizeClassSchema, { maxItems: SIZES_MOST }),
  allergens: Allergens,
  keeping: Keeping,
  maxBatchPieces: Type.Integer({ minimum: 1, maximum: 10_000 }),
  /** The moulds that it is cast in, which bound a batch; null where it needs none. */
  mould: Type.Union([Id, Type.Null()]),
  route: Type.Array(RouteStage, { minItems: 1, maxItems: 20 }),
  costs: PieceCosts,
  /** By which its centre is made, in the first stage of its route; null where it is bought or washed. */
  recipe: Type.Union([Id, Type.Null()]),
  /** What else of it is made by recipes: its filling, its finish, what it is rolled in. */
  madeParts: Type.Optional(Type.Array(MadePartSchema, { maxItems: MADE_PARTS_MOST })),
  /** What one of it takes beside its recipes and its coatings: a bought centre, a finish, its wrapping. */
  supplies: SupplyLines,
};

/** A new kind of dipped gift: what it is, how it is made, keeps and costs. */
export const PieceDraft = closed(draft);
export type PieceDraft = Omit<Static<typeof PieceDraft>, 'form'> & { form: PieceForm };

export const PieceChange = closed({ ...draft, version: Version });
export type PieceChange = PieceDraft & { version: number };

/** A kind of dipped gift. What it carries is computed from it and learned from its weighings. */
export const Piece = closed({ id: Id, ...draft, version: Version });
export type Piece = PieceDraft & { id: string; version: number };

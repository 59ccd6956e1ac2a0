import {
  CAP_GRAMS,
  CAVITY_MM2,
  CENTRE_KINDS,
  COVERED,
  CENTRE_CELSIUS,
  BOWL_CELSIUS,
  CURVATURE,
  DWELL_SECONDS,
  FOOT_GRAMS,
  LENGTH_MM,
  WALL_MM,
  WAYS,
  type Bound,
  type PieceForm,
} from '@alnage/core';
import { Type, type Static } from 'typebox';
import { closed, Id } from '../shared/closed';

const within = (bound: Bound) => Type.Number({ minimum: bound.min, maximum: bound.max });
const length = within(LENGTH_MM);
const count = Type.Integer({ minimum: 0, maximum: 1e6 });

export const Shape = Type.Union([
  closed({ kind: Type.Literal('sphere'), diameterMm: length }),
  closed({ kind: Type.Literal('spheroid'), diameterMm: length, lengthMm: length }),
  closed({ kind: Type.Literal('rod'), diameterMm: length, lengthMm: length }),
  closed({ kind: Type.Literal('cylinder'), diameterMm: length, heightMm: length }),
  closed({ kind: Type.Literal('cuboid'), lengthMm: length, widthMm: length, heightMm: length }),
  closed({ kind: Type.Literal('sheet'), lengthMm: length, widthMm: length, curvature: within(CURVATURE) }),
]);

export const PieceFormSchema = Type.Union([
  closed({
    kind: Type.Literal('dipped'),
    shape: Shape,
    centre: Type.Enum([...CENTRE_KINDS]),
    centreGrams: Type.Number({ minimum: 0.1, maximum: 500 }),
    centreCelsius: within(CENTRE_CELSIUS),
    coating: Id,
    covered: within(COVERED),
    way: Type.Enum([...WAYS]),
    bowlCelsius: within(BOWL_CELSIUS),
    dwellSeconds: within(DWELL_SECONDS),
    coats: Type.Union([Type.Literal(1), Type.Literal(2)]),
    footGrams: within(FOOT_GRAMS),
  }),
  closed({
    kind: Type.Literal('moulded'),
    coating: Id,
    cavityMm2: within(CAVITY_MM2),
    wallMm: within(WALL_MM),
    capGrams: within(CAP_GRAMS),
  }),
]);

export const RouteStage = closed({
  id: Id,
  name: Type.String(),
  skill: Id,
  fixedMinutes: count,
  secondsPerPiece: count,
  maxRunMinutes: Type.Union([count, Type.Null()]),
  coat: Type.Union([Type.Enum(['first', 'second', 'shell', 'drizzle']), Type.Null()]),
  rest: closed({ zone: Id, piecesPerTray: count, minMinutes: count, maxMinutes: count }),
});
export type RouteStage = Static<typeof RouteStage>;

export const Keeping = closed({
  holdMinutes: count,
  targetMinutes: count,
  eatWithinMinutes: count,
  advice: Type.String(),
});
export type Keeping = Static<typeof Keeping>;

/** A kind of dipped gift: what it is, how it is made and how it keeps. What it carries is computed from it. */
export const Piece = closed({
  id: Id,
  name: Type.String(),
  centreName: Type.String(),
  finish: Type.String(),
  form: PieceFormSchema,
  drizzle: Type.Union([
    closed({ coating: Id, grams: Type.Number({ minimum: 0.05, maximum: 50 }) }),
    Type.Null(),
  ]),
  allergens: Type.Array(Id),
  keeping: Keeping,
  maxBatchPieces: count,
  route: Type.Array(RouteStage),
});
export type Piece = Omit<Static<typeof Piece>, 'form'> & { form: PieceForm };

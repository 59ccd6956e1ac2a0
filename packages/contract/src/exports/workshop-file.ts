import { COAT_ROLES } from '@alnage/core/coating';
import { PORTION_OF_RECIPE_GRAMS, YIELD_GRAMS } from '@alnage/core/recipes';
import { Type, type Static } from 'typebox';
import { Box } from '../boxes/box';
import { Customer } from '../customers/customer';
import { OrderPartsSchema } from '../orders/counter';
import {
  AllergyWaived,
  CUSTOMER_LENGTH,
  Overruling,
  OrderLine,
  OrderState,
  PHONE_LENGTH,
  Swapped,
} from '../orders/order';
import { OrderEvent, PAYMENT_KINDS, PAYMENT_METHODS } from '../orders/payment';
import { PieceMoveView } from '../bench/keeping';
import { CameOutSaid, PreparationView, RestOfPotSchema } from '../larder/larder';
import { BenchDeedSchema } from '../bench/bench-event';
import { PracticeRecord } from '../bench/practice';
import { Lot, LotMove } from '../larder/lot';
import { StopView } from '../recall/recall';
import { RecipeVersion, RecipeView } from '../larder/recipe';
import { SupplyView } from '../larder/supply';
import { MessageSettings } from '../messages/message';
import { Piece } from '../pieces/piece';
import { SavedPlan } from '../plan/plan';
import { Season } from '../season/season';
import { Allergens } from '../shared/allergens';
import { Version, within } from '../shared/bounds';
import { closed, orNull, Id, Instant, plainText } from '../shared/closed';
import { Weighed } from '../weighings/weighing';
import { BowlDraft } from '../workshop/bowl';
import { CoatingDraft } from '../workshop/coating';
import { Details } from '../workshop/details';
import { Mould } from '../workshop/mould';
import { Person } from '../workshop/person';
import { PickupPoint } from '../workshop/pickup-point';
import { Rules } from '../workshop/rules';
import { ZoneView } from '../workshop/zone';

export const WORKSHOP_FILE_FORMAT = 'alnage-workshop/1';
/** Bytes of a file that is loaded at most. */
export const WORKSHOP_FILE_BYTES = 67_108_864;

const Uuid = Type.String({ format: 'uuid' });
const PriceMinor = orNull(Type.Integer({ minimum: 0 }));
const text = (maxLength: number) => plainText({ maxLength });

/** Older files know of no swaps, and told of no recall. */
const FiledMessages = closed({
  ...MessageSettings.properties,
  texts: closed({
    ...MessageSettings.properties.texts.properties,
    swapped: Type.Optional(MessageSettings.properties.texts.properties.swapped),
    recalled: Type.Optional(MessageSettings.properties.texts.properties.recalled),
  }),
});

/** An order with its ledger and its history. */
const FiledOrder = closed({
  id: Uuid,
  ticket: text(40),
  customer: text(120),
  customerId: orNull(Id),
  note: text(500),
  giftMessage: text(200),
  phone: Type.Optional(text(PHONE_LENGTH)),
  allergies: Type.Optional(Allergens),
  depositMinor: Type.Integer({ minimum: 0 }),
  allergyWaiver: Type.Optional(orNull(AllergyWaived)),
  kitchenOverruled: Type.Optional(orNull(Overruling)),
  swaps: Type.Optional(Type.Array(Swapped)),
  holdUntil: orNull(Instant),
  pickupAt: Instant,
  pickupPointId: Id,
  state: OrderState,
  version: Version,
  importKey: orNull(text(200)),
  createdAt: Instant,
  lines: Type.Array(closed({ ...OrderLine.properties, priceMinor: PriceMinor })),
  boxes: Type.Array(
    closed({
      box: Id,
      count: Type.Integer({ minimum: 1, maximum: 1000 }),
      contents: Type.Array(OrderLine),
      priceMinor: PriceMinor,
    }),
  ),
  payments: Type.Array(
    closed({
      id: Uuid,
      at: Instant,
      by: orNull(Id),
      kind: Type.Enum([...PAYMENT_KINDS]),
      method: Type.Enum([...PAYMENT_METHODS]),
      amountMinor: Type.Integer({ minimum: 1 }),
      reference: orNull(text(200)),
      /** Older files do not know it. */
      givenMinor: Type.Optional(orNull(Type.Integer({ minimum: 1 }))),
    }),
  ),
  /** Parts of it that were collected, also by mistake; older files know neither. */
  handOvers: Type.Optional(
    Type.Array(
      closed({
        ...{ id: Uuid, at: Instant, by: orNull(Id), collectedBy: text(CUSTOMER_LENGTH) },
        ...OrderPartsSchema.properties,
        ...{ against: orNull(text(200)), undoneAt: orNull(Instant), undoneBy: orNull(Id) },
      }),
    ),
  ),
  keptUntil: Type.Optional(orNull(Instant)),
  events: Type.Array(OrderEvent),
  /** What it was packed from, once it was; older files do not know it. */
  packedFrom: Type.Optional(
    Type.Array(
      closed({ horizonStart: Instant, batch: Id, pieceId: Id, pieces: Type.Integer({ minimum: 1 }) }),
    ),
  ),
});

const FiledWeighing = closed({
  id: Uuid,
  pieceId: Id,
  coat: Type.Enum([...COAT_ROLES]),
  sizeClass: text(80),
  weighed: Weighed,
  pieces: Type.Integer({ minimum: 1 }),
  rejects: Type.Integer({ minimum: 0 }),
  at: Instant,
  estimateGrams: Type.Number({ exclusiveMinimum: 0 }),
  setAsideReason: orNull(text(200)),
  version: Version,
});

const open = (description: string) => Type.Object({}, { additionalProperties: true, description });

/** A plan of a season, in the planning format: the newest, or the one that is worked by. Older files tell less of it. */
const FiledPlan = closed({
  version: Version,
  madeAt: Instant,
  horizonStart: Instant,
  cost: Type.Number(),
  totalPieces: Type.Integer(),
  unmetPieces: Type.Integer(),
  ordersMark: text(80),
  origin: Type.Optional(SavedPlan.properties.origin),
  madeBy: Type.Optional(SavedPlan.properties.madeBy),
  basedOn: Type.Optional(SavedPlan.properties.basedOn),
  publishedAt: Type.Optional(SavedPlan.properties.publishedAt),
  pins: Type.Optional(SavedPlan.properties.pins),
  locks: Type.Optional(SavedPlan.properties.locks),
  lapsed: Type.Optional(SavedPlan.properties.lapsed),
  problem: open('alnage-problem/1'),
  plan: SavedPlan.properties.plan,
  reasons: Type.Array(open('What stood in the way')),
});

/** A recipe with every version of it. */
const FiledRecipe = closed({ ...RecipeView.properties, versions: Type.Array(RecipeVersion) });

/** Files from before coatings had their own way of tempering do not tell it. */
const { tempering, ...coating } = CoatingDraft.properties;
const FiledCoating = closed({
  id: Id,
  ...coating,
  tempering: Type.Optional(tempering),
  version: Version,
});

/** A lot with all that was done to it; what is left follows. */
const { amount: _amount, usableUntil: _usableUntil, isStopped: _isStopped, ...lot } = Lot.properties;
const FiledLot = closed({
  ...lot,
  moves: Type.Array(
    closed({
      ...LotMove.properties,
      preparation: orNull(Uuid),
      run: Type.Optional(orNull(Uuid)),
      order: Type.Optional(orNull(Uuid)),
    }),
  ),
});

const FiledPreparation = closed({
  id: Uuid,
  horizonStart: Instant,
  batch: Id,
  pieceId: Id,
  recipeId: Id,
  recipeVersion: Version,
  pieces: Type.Integer({ minimum: 1 }),
  potGrams: Type.Optional(orNull(within(YIELD_GRAMS))),
  portionGrams: Type.Optional(orNull(within(PORTION_OF_RECIPE_GRAMS))),
  cameOut: Type.Optional(orNull(CameOutSaid)),
  rest: Type.Optional(orNull(RestOfPotSchema)),
  pot: Type.Optional(orNull(Uuid)),
  at: Instant,
  by: orNull(Id),
  missing: PreparationView.properties.done.anyOf[0].properties.missing,
});

/** A work that was begun, with all that was written down of it; once sealed with its record and what was amended. */
const FiledRun = closed({
  id: Uuid,
  horizonStart: Instant,
  work: Type.String({ minLength: 1, maxLength: 300 }),
  product: Type.String({ maxLength: 80 }),
  kind: Type.Enum(['melt', 'stage']),
  code: Type.String({ minLength: 1, maxLength: 80 }),
  planned: open('What was planned when it was begun'),
  planVersion: Type.Integer({ minimum: 1 }),
  begunAt: orNull(Instant),
  endedAt: orNull(Instant),
  touchedAt: Instant,
  sealedAt: orNull(Instant),
  record: orNull(open('The sealed record')),
  weighingId: orNull(Uuid),
  events: Type.Array(
    closed({ id: Uuid, at: Instant, by: orNull(Id), deed: BenchDeedSchema, receivedAt: Instant }),
  ),
  amendments: Type.Array(
    closed({
      at: Instant,
      by: orNull(Id),
      reason: Type.String(),
      before: open('As it stood'),
      after: open('As it is right'),
    }),
  ),
});

/** Good pieces of a batch that went elsewhere. */
const FiledPieceMove = closed({
  ...PieceMoveView.properties,
  // older files know nothing but what was written off
  paid: Type.Optional(PieceMoveView.properties.paid),
  sale: Type.Optional(PieceMoveView.properties.sale),
  /** When it was taken back and by whom; absent or null: it was not. */
  undone: Type.Optional(orNull(closed({ at: Instant, by: orNull(Id) }))),
  horizonStart: Instant,
  batch: Id,
  pieceId: Id,
});

// older files have no larder
const FiledPiece = closed({
  ...Piece.properties,
  recipe: Type.Optional(Piece.properties.recipe),
  supplies: Type.Optional(Piece.properties.supplies),
});
const FiledBox = closed({ ...Box.properties, supplies: Type.Optional(Box.properties.supplies) });

const minutes = Type.Number({ minimum: 0 });

/** All of a workshop in one file: loaded into an empty installation and taken out again it is the same, byte by byte. Secrets are not in it. */
export const WorkshopFile = closed(
  {
    format: Type.Literal(WORKSHOP_FILE_FORMAT),
    details: Details,
    /** Files of before these rules do without them. */
    rules: closed({
      ...Rules.properties,
      warmingWatts: Type.Optional(Rules.properties.warmingWatts),
      mayContainStop: Type.Optional(Rules.properties.mayContainStop),
      lateKeepMinutes: Type.Optional(Rules.properties.lateKeepMinutes),
      noShowRefundShare: Type.Optional(Rules.properties.noShowRefundShare),
      taxRates: Type.Optional(Rules.properties.taxRates),
      swaps: Type.Optional(Rules.properties.swaps),
    }),
    /** What customers are told; older files do without it. */
    messages: Type.Optional(FiledMessages),
    changeovers: closed({
      defaultMinutes: minutes,
      allergenMinutes: minutes,
      pairs: Type.Array(closed({ from: Id, to: Id, minutes })),
    }),
    weights: closed({
      unmetPiece: minutes,
      agePieceHour: minutes,
      labourMinute: minutes,
      melt: minutes,
      leftoverGram: minutes,
      stretchMinute: minutes,
    }),
    moulds: Type.Array(Mould),
    zones: Type.Array(ZoneView),
    coatings: Type.Array(FiledCoating),
    bowls: Type.Array(
      closed({
        id: Id,
        ...BowlDraft.properties,
        heat: Type.Optional(BowlDraft.properties.heat),
        version: Version,
      }),
    ),
    people: Type.Array(Person),
    pickupPoints: Type.Array(PickupPoint),
    pieces: Type.Array(FiledPiece),
    boxes: Type.Array(FiledBox),
    customers: Type.Array(Customer),
    seasons: Type.Array(Season),
    orders: Type.Array(FiledOrder),
    weighings: Type.Array(FiledWeighing),
    plans: Type.Array(FiledPlan),
    supplies: Type.Optional(Type.Array(SupplyView)),
    recipes: Type.Optional(Type.Array(FiledRecipe)),
    lots: Type.Optional(Type.Array(FiledLot)),
    preparations: Type.Optional(Type.Array(FiledPreparation)),
    runs: Type.Optional(Type.Array(FiledRun)),
    practices: Type.Optional(Type.Array(PracticeRecord)),
    pieceMoves: Type.Optional(Type.Array(FiledPieceMove)),
    stops: Type.Optional(Type.Array(StopView)),
    /** Number of the last ticket that was given. */
    lastTicket: Type.Integer({ minimum: 0 }),
  },
  { description: 'A whole workshop' },
);
export type WorkshopFile = Static<typeof WorkshopFile>;

/** What a file was made into. */
export const WorkshopLoaded = closed({ name: Type.String(), orders: Type.Integer(), pieces: Type.Integer() });
export type WorkshopLoaded = Static<typeof WorkshopLoaded>;

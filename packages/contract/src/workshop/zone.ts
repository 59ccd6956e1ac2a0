import { HUMIDITY, ZONE_CELSIUS } from '@alnage/core/temper';
import { Type, type Static } from 'typebox';
import { Version, within } from '../shared/bounds';
import { closed, Id, plainText, WallClock } from '../shared/closed';

/** Trays in one zone at most. */
export const ZONE_TRAYS = 10_000;
export const ZONE_TIMES_MOST = 60;

const draft = {
  name: plainText({ minLength: 1, maxLength: 60 }),
  trays: Type.Integer({ minimum: 0, maximum: ZONE_TRAYS }),
  /** How warm it is kept, °C; null or absent: nobody said. */
  celsius: Type.Optional(Type.Union([within(ZONE_CELSIUS), Type.Null()])),
  /** How humid it is, as a share; null or absent: nobody said. */
  humidity: Type.Optional(Type.Union([within(HUMIDITY), Type.Null()])),
  /** When it is there; null or absent: always. */
  there: Type.Optional(
    Type.Union([
      Type.Array(closed({ from: WallClock, until: WallClock }), { minItems: 1, maxItems: ZONE_TIMES_MOST }),
      Type.Null(),
    ]),
  ),
};

/** A shelf, rack or cold space, counted in trays. */
export const ZoneDraft = closed(draft);
export type ZoneDraft = Static<typeof ZoneDraft>;

export const ZoneChange = closed({ ...draft, version: Version });
export type ZoneChange = Static<typeof ZoneChange>;

export const ZoneView = closed({ id: Id, ...draft, version: Version });
export type ZoneView = Static<typeof ZoneView>;

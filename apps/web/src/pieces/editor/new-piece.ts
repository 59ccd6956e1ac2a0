import { ALLERGENS, type PieceDraft, type Workshop } from '@alnage/contract';
import {
  FAMILY_KEEPING,
  coatRoles,
  startForm,
  suggestedWindow,
  zoneFor,
  type CentreKind,
  type Family,
  type PieceForm,
  type ShapeKind,
} from '@alnage/core/coating';
import { coatStage, packStage } from './stage-form';

export const FAMILY_WORDS: Readonly<Record<Family, string>> = {
  berry: 'berry',
  pretzel: 'pretzel or stick',
  knot: 'knotted pretzel',
  chip: 'crisp or chip',
  'sandwich-cookie': 'sandwich cookie',
  truffle: 'truffle, cut or rolled',
  'shell-truffle': 'truffle in a moulded shell',
  'nut-butter-ball': 'nut butter ball',
  'nut-butter-egg': 'nut butter egg',
  caramel: 'caramel',
  honeycomb: 'honeycomb',
  bar: 'bar',
  cluster: 'cluster',
  bark: 'bark or slab, broken or cut',
  solid: 'cast whole, in a mould',
  'filled-cup': 'filled cup',
  other: 'something else',
};

export const SHAPE_WORDS: Readonly<Record<ShapeKind, string>> = {
  sphere: 'ball',
  spheroid: 'berry or egg',
  rod: 'rod or twist',
  knot: 'knot with holes',
  cylinder: 'round, flat',
  cuboid: 'block',
  sheet: 'curved sheet',
};

export const CENTRE_WORDS: Readonly<Record<CentreKind, string>> = {
  dry: 'dry and baked',
  fat: 'fat, as ganache or nut butter',
  wet: 'wet, as fruit',
};

export const MADE_WORDS: Readonly<Record<PieceForm['kind'], string>> = {
  dipped: 'dipped',
  moulded: 'a shell in a mould or cup, filled and closed',
  cluster: 'bits bound by coating',
  cast: 'spooned whole into a mould, or two halves joined',
  slab: 'poured on a tray, broken or cut',
  bare: 'no coat: rolled, dusted or bare',
};

/** A form as a family starts, in one of the workshop’s coatings; in the usual window while there is none. */
export function startIn(workshop: Workshop, family: Family, coating: string): PieceForm {
  const { low, high } = suggestedWindow(FIRST_COATING, []);
  const window = workshop.coatings.find(({ id }) => id === coating) ?? {
    windowLowCelsius: low,
    windowHighCelsius: high,
  };
  return startForm(family, {
    coating,
    windowLowCelsius: window.windowLowCelsius,
    windowHighCelsius: window.windowHighCelsius,
    ways: workshop.rules.ways,
  });
}

const FIRST_COATING = { id: '', kind: 'dark', parts: [] } as const;

/** What a family brings beside its form: how long it keeps, where it lies, and what it likely declares. */
export function familyStart(
  family: Family,
  { zones }: Pick<Workshop, 'zones'>,
): Pick<PieceDraft, 'keeping' | 'allergens'> & { readonly zone: string } {
  const { where, allergens, ...keeping } = FAMILY_KEEPING[family];
  const known = ALLERGENS.filter((each) => allergens.includes(each));
  return { keeping, allergens: known, zone: zoneFor(where, zones)?.id ?? '' };
}

/**
 * A draft that is of another family now: what stood as the family before it brings it stands as this one does, what somebody
 * typed stays.
 */
export function asFamily(draft: PieceDraft, family: Family, workshop: Workshop): PieceDraft {
  const [before, now] = [familyStart(draft.family, workshop), familyStart(family, workshop)];
  const isAsBefore = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
  const keys = ['holdMinutes', 'targetMinutes', 'eatWithinMinutes', 'advice'] as const;
  const isKept = keys.some((key) => draft.keeping[key] !== before.keeping[key]);
  return {
    ...draft,
    family,
    keeping: isKept ? draft.keeping : now.keeping,
    allergens: isAsBefore(draft.allergens, before.allergens) ? now.allergens : draft.allergens,
    route: draft.route.map((stage) =>
      stage.rest.zone === before.zone ? { ...stage, rest: { ...stage.rest, zone: now.zone } } : stage,
    ),
  };
}

/** A new piece of a family, to be described from there. */
export function newPiece(family: Family, workshop: Workshop): PieceDraft {
  const coating = workshop.coatings[0]?.id ?? '';
  const form = startIn(workshop, family, coating);
  const keeps = familyStart(family, workshop);
  const { zone } = keeps;
  const stages = coatRoles({ form, drizzle: null }).map((role) => coatStage(role, zone));
  return {
    name: '',
    family,
    centreName: '',
    finish: '',
    form,
    drizzle: null,
    dipRange: null,
    recipe: null,
    madeParts: [],
    supplies: [],
    sizes: [],
    allergens: keeps.allergens,
    keeping: keeps.keeping,
    maxBatchPieces: 120,
    mould: null,
    route: [...stages, packStage(zone)],
    costs: { centreMinorPer100: 0, finishMinorPer100: 0, packingMinorPer100: 0, priceMinor: null },
  };
}

import type { PieceDraft, Workshop } from '@alnage/contract';
import {
  coatRoles,
  FAMILY_STARTS,
  sizedToWeight,
  suggestedFootGrams,
  type CentreKind,
  type Family,
  type FamilyStart,
  type PieceForm,
  type Shape,
  type ShapeKind,
} from '@alnage/core';
import { coatStage, packStage } from './stage-form';

export const FAMILY_WORDS: Readonly<Record<Family, string>> = {
  berry: 'berry',
  pretzel: 'pretzel or stick',
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
  'filled-cup': 'filled cup',
  other: 'something else',
};

export const SHAPE_WORDS: Readonly<Record<ShapeKind, string>> = {
  sphere: 'ball',
  spheroid: 'berry or egg',
  rod: 'rod or twist',
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
};

/** A form as a family starts, in the workshop’s first coating. */
export function startForm(start: FamilyStart, workshop: Workshop, coating: string): PieceForm {
  if (start.form === 'moulded') {
    const { cavityMm2, wallMm, capGrams, centreGrams } = start;
    return { kind: 'moulded', coating, cavityMm2, wallMm, capGrams, centreGrams };
  }
  if (start.form === 'cluster') {
    const { portionGrams, coatingShare } = start;
    return { kind: 'cluster', coating, portionGrams, coatingShare };
  }
  const view = workshop.coatings.find(({ id }) => id === coating);
  const { densityGramsPerCm3, centre, centreGrams, centreCelsius, covered, way, dwellSeconds, coats } = start;
  const shape = tenths(sizedToWeight(start.shape, centreGrams, densityGramsPerCm3));
  const foot = suggestedFootGrams(shape, way, workshop.rules.ways);
  return {
    kind: 'dipped',
    coating,
    shape,
    centre,
    centreGrams,
    centreCelsius,
    covered,
    way,
    bowlCelsius: view ? Math.round((view.windowLowCelsius + view.windowHighCelsius) * 5) / 10 : 31.5,
    dwellSeconds,
    coats,
    footGrams: Math.round(foot * 100) / 100,
    dripGrams: 0,
  };
}

function tenths(shape: Shape): Shape {
  return Object.fromEntries(
    Object.entries(shape).map(([name, value]) => [
      name,
      typeof value === 'number' && name !== 'curvature' ? Math.round(value * 10) / 10 : value,
    ]),
  ) as unknown as Shape;
}

/** A new piece of a family, to be described from there. */
export function newPiece(family: Family, workshop: Workshop): PieceDraft {
  const coating = workshop.coatings[0]?.id ?? '';
  const form = startForm(FAMILY_STARTS[family], workshop, coating);
  const zone = workshop.zones[0]?.id ?? '';
  const stages = coatRoles({ form, drizzle: null }).map((role) => coatStage(role, zone));
  return {
    name: '',
    family,
    centreName: '',
    finish: '',
    form,
    drizzle: null,
    sizes: [],
    allergens: [],
    keeping: { holdMinutes: 1440, targetMinutes: 720, eatWithinMinutes: 2880, advice: '' },
    maxBatchPieces: 120,
    route: [...stages, packStage(zone)],
    costs: { centreMinorPer100: 0, finishMinorPer100: 0, packingMinorPer100: 0, priceMinor: null },
  };
}

import type { PieceDraft, Workshop } from '@alnage/contract';
import {
  coatRoles,
  startForm,
  suggestedWindow,
  type CentreKind,
  type Family,
  type PieceForm,
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

/** A new piece of a family, to be described from there. */
export function newPiece(family: Family, workshop: Workshop): PieceDraft {
  const coating = workshop.coatings[0]?.id ?? '';
  const form = startIn(workshop, family, coating);
  const zone = workshop.zones[0]?.id ?? '';
  const stages = coatRoles({ form, drizzle: null }).map((role) => coatStage(role, zone));
  return {
    name: '',
    family,
    centreName: '',
    finish: '',
    form,
    drizzle: null,
    recipe: null,
    supplies: [],
    sizes: [],
    allergens: [],
    keeping: { holdMinutes: 1440, targetMinutes: 720, eatWithinMinutes: 2880, advice: '' },
    maxBatchPieces: 120,
    mould: null,
    route: [...stages, packStage(zone)],
    costs: { centreMinorPer100: 0, finishMinorPer100: 0, packingMinorPer100: 0, priceMinor: null },
  };
}

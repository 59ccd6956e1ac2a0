import { FormArray, FormControl, FormGroup, Validators } from '@angular/forms';
import type { CoatingDraft } from '@alnage/contract';
import {
  BLEND_PARTS,
  PACK_GRAMS,
  STOCK_MONTHS,
  THINNED_PERCENT,
  WINDOW_CELSIUS,
  YIELD_PA,
  suggestedWindow,
  type Fluidity,
} from '@alnage/core/coating';
import { MINOR } from '@alnage/core/pricing';
import { CRYSTALS_CELSIUS, MELT_CELSIUS, usualWindows, type TemperSchool } from '@alnage/core/temper';
import { nameControl } from '../shared/forms/text-field';
import { NumberControl } from '../shared/forms/number-control';

export const MINUTES = { min: 0, max: 1440, isInteger: true } as const;
export const USABLE_MINUTES = { min: 1, max: 1440, isInteger: true } as const;

export const FLUIDITY_WORDS: Readonly<Record<`${Fluidity}`, string>> = {
  1: 'thick, for shells and moulds',
  2: 'rather thick',
  3: 'ordinary',
  4: 'fluid, for dipping',
  5: 'very fluid',
};

export const KIND_WORDS: Readonly<Record<CoatingDraft['kind'], string>> = {
  dark: 'dark couverture',
  milk: 'milk couverture',
  white: 'white couverture',
  compound: 'compound',
  blend: 'blend of others',
};

export const SCHOOL_WORDS: Readonly<Record<TemperSchool, string>> = {
  seed: 'by seeding',
  table: 'on the cooled table',
  'by-eye': 'without a thermometer',
};

export type CoatingForm = ReturnType<typeof coatingForm>;

const FIRST: CoatingDraft = {
  name: '',
  kind: 'dark',
  fluidity: 3,
  measuredYieldPa: null,
  thinnedPercent: 0,
  stockMonths: 0,
  isTempered: true,
  windowLowCelsius: 31,
  windowHighCelsius: 32.2,
  tempering: null,
  parts: [],
  packs: [],
  allergens: [],
  setupFixedMinutes: 20,
  setupMinutesPerKg: 4,
  usableMinutes: 240,
};

const plain = <T>(value: T) => new FormControl<T>(value, { nonNullable: true });

export function packForm(grams: number | null = null, priceMinor: number | null = null) {
  return new FormGroup({
    grams: new NumberControl(grams, PACK_GRAMS),
    priceMinor: new NumberControl(priceMinor, MINOR),
  });
}

export function partForm(coating = '', parts: number | null = 1) {
  return new FormGroup({
    coating: new FormControl(coating, { nonNullable: true, validators: [Validators.required] }),
    parts: new NumberControl(parts, BLEND_PARTS),
  });
}

/** How it is tempered, from its own figures or from those of its kind. */
function temperingForm({ tempering, kind, windowLowCelsius, windowHighCelsius }: CoatingDraft) {
  const parts = [{ kind: kind === 'blend' ? 'dark' : kind, grams: 1 } as const];
  const { melt, crystals } = usualWindows(parts);
  const start = tempering ?? {
    school: 'seed',
    meltLowCelsius: Math.max(melt.low, windowHighCelsius + 1),
    meltHighCelsius: melt.high,
    crystalsLowCelsius: crystals.low,
    crystalsHighCelsius: Math.min(crystals.high, windowLowCelsius - 0.5),
  };
  return new FormGroup({
    school: plain<TemperSchool>(start.school),
    meltLowCelsius: new NumberControl(start.meltLowCelsius, MELT_CELSIUS),
    meltHighCelsius: new NumberControl(start.meltHighCelsius, MELT_CELSIUS),
    crystalsLowCelsius: new NumberControl(start.crystalsLowCelsius, CRYSTALS_CELSIUS),
    crystalsHighCelsius: new NumberControl(start.crystalsHighCelsius, CRYSTALS_CELSIUS),
  });
}

function temperingOf({
  controls: c,
}: ReturnType<typeof temperingForm>): NonNullable<CoatingDraft['tempering']> {
  return {
    school: c.school.value,
    meltLowCelsius: c.meltLowCelsius.number,
    meltHighCelsius: c.meltHighCelsius.number,
    crystalsLowCelsius: c.crystalsLowCelsius.number,
    crystalsHighCelsius: c.crystalsHighCelsius.number,
  };
}

/** The form of a coating; a new one starts as an ordinary dark couverture. */
export function coatingForm(start: CoatingDraft = FIRST) {
  return new FormGroup({
    name: nameControl(start.name),
    kind: plain(start.kind),
    fluidity: plain(String(start.fluidity) as `${Fluidity}`),
    measuredYieldPa: new NumberControl(start.measuredYieldPa, YIELD_PA, { isOptional: true }),
    thinnedPercent: new NumberControl(start.thinnedPercent, THINNED_PERCENT),
    /** The supply that is stirred in; empty: a fat that nobody counts. */
    thinnedWith: plain(start.thinnedWith ?? ''),
    stockMonths: new NumberControl(start.stockMonths, STOCK_MONTHS),
    isTempered: plain(start.isTempered),
    windowLowCelsius: new NumberControl(start.windowLowCelsius, WINDOW_CELSIUS),
    windowHighCelsius: new NumberControl(start.windowHighCelsius, WINDOW_CELSIUS),
    hasTempering: plain(start.tempering !== null),
    tempering: temperingForm(start),
    parts: new FormArray(start.parts.map(({ coating, parts }) => partForm(coating, parts))),
    packs: new FormArray(start.packs.map(({ grams, priceMinor }) => packForm(grams, priceMinor))),
    allergens: plain<readonly string[]>(start.allergens),
    setupFixedMinutes: new NumberControl(start.setupFixedMinutes, MINUTES),
    setupMinutesPerKg: new NumberControl(start.setupMinutesPerKg, MINUTES),
    usableMinutes: new NumberControl(start.usableMinutes, USABLE_MINUTES),
  });
}

/** What the form says, as the API takes it. */
export function coatingDraftOf({ controls: c }: CoatingForm): CoatingDraft {
  return {
    name: c.name.value.trim(),
    kind: c.kind.value,
    fluidity: Number(c.fluidity.value) as Fluidity,
    measuredYieldPa: c.measuredYieldPa.value,
    thinnedPercent: c.thinnedPercent.number,
    thinnedWith: c.thinnedWith.value || null,
    stockMonths: c.stockMonths.number,
    isTempered: c.isTempered.value,
    windowLowCelsius: c.windowLowCelsius.number,
    windowHighCelsius: c.windowHighCelsius.number,
    tempering: c.hasTempering.value ? temperingOf(c.tempering) : null,
    parts:
      c.kind.value === 'blend'
        ? c.parts.controls.map((part) => ({
            coating: part.controls.coating.value,
            parts: part.controls.parts.number,
          }))
        : [],
    packs: c.packs.controls.map((pack) => ({
      grams: pack.controls.grams.number,
      priceMinor: pack.controls.priceMinor.number,
    })),
    allergens: [...c.allergens.value] as CoatingDraft['allergens'],
    setupFixedMinutes: c.setupFixedMinutes.number,
    setupMinutesPerKg: c.setupMinutesPerKg.number,
    usableMinutes: c.usableMinutes.number,
  };
}

/** Another kind brings its usual window, and whether it is worked in temper. */
export function takeKind(form: CoatingForm, kind: CoatingDraft['kind']): void {
  const { controls } = form;
  controls.kind.setValue(kind);
  controls.isTempered.setValue(kind !== 'compound');
  if (kind === 'blend') {
    while (controls.parts.length < 2) controls.parts.push(partForm());
    return;
  }
  controls.parts.clear();
  const window = suggestedWindow({ id: '', kind, parts: [] }, []);
  controls.windowLowCelsius.setValue(window.low);
  controls.windowHighCelsius.setValue(window.high);
}

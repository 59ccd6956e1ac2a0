import { FormArray, FormControl, FormGroup } from '@angular/forms';
import { NEW_SUPPLY, type SupplyDraft } from '@alnage/contract';
import type { Bound } from '@alnage/core/input';
import {
  AHEAD_HOURS,
  KEEPS_HOURS,
  SORTED_OUT_SHARE,
  supplyComposition,
  type SupplyBase,
} from '@alnage/core/larder';
import { MINOR } from '@alnage/core/pricing';
import {
  AMOUNT,
  AS_SUCROSE,
  GRAMS_PER_ML,
  GRAMS_PER_PIECE,
  KNOWN_COMPOSITIONS,
  KNOWN_INGREDIENTS,
  NOTHING,
  PER_HUNDRED,
  type AmountUnit,
  type Composition,
} from '@alnage/core/recipes';
import { choicesOf } from '../shared/forms/choice-field';
import { listed } from '../shared/formats/formats';
import { NumberControl } from '../shared/forms/number-control';
import { nameControl, textControl } from '../shared/forms/text-field';

export const BASE_CHOICES = choicesOf<SupplyBase>({ g: 'grams', piece: 'pieces' });
/** What is known of an ingredient without weighing it. */
export const KNOWN_CHOICES = KNOWN_INGREDIENTS.map(({ id, name }) => ({ id, name }));

export const COMPOSITION_CHOICES = choicesOf<'ordinary' | 'packet'>({
  ordinary: 'as is usual for it',
  packet: 'as its packet says',
});

/** The parts that a packet tells, in shares of its mass. */
export const COMPOSITION_PARTS = [
  ['water', 'Water'],
  ['fat', 'Fat'],
  ['carbohydrate', 'Carbohydrate, without fibre'],
  ['sugars', 'of which sugars'],
  ['polyols', 'of which sugar alcohols'],
  ['fibre', 'Fibre'],
  ['protein', 'Protein'],
  ['salt', 'Salt'],
  ['alcohol', 'Alcohol'],
] as const satisfies readonly (readonly [keyof Composition, string])[];
type Part = (typeof COMPOSITION_PARTS)[number][0];
const SHARE: Bound = { min: PER_HUNDRED.min / 100, max: PER_HUNDRED.max / 100 };

export type SupplyForm = ReturnType<typeof supplyForm>;

const plain = <T>(value: T) => new FormControl<T>(value, { nonNullable: true });

export function supplyPackForm(
  amount: number | null = null,
  unit: AmountUnit = 'g',
  priceMinor: number | null = null,
) {
  return new FormGroup({
    amount: new NumberControl(amount, AMOUNT),
    unit: plain<AmountUnit>(unit),
    priceMinor: new NumberControl(priceMinor, MINOR),
  });
}

function compositionForm(start: Composition) {
  const part = (name: Part) => new NumberControl(start[name] / 100, SHARE);
  return new FormGroup({
    ...{ water: part('water'), fat: part('fat'), carbohydrate: part('carbohydrate') },
    ...{ sugars: part('sugars'), polyols: part('polyols'), fibre: part('fibre') },
    ...{ protein: part('protein'), salt: part('salt'), alcohol: part('alcohol') },
    dissolves: plain(start.asSucrose !== null),
  });
}

/** Sucrose that its sugars count as in a pot: of what is known the known one, else its sugars as they are. */
function asSucroseOf(sugars: number, known: Composition | null): number {
  const ratio = known?.asSucrose && known.sugars > 0 ? known.asSucrose / known.sugars : 1;
  return Math.min(AS_SUCROSE.max, sugars * ratio);
}

function compositionOf(c: SupplyForm['controls']): Composition | null {
  if (c.compositionBy.value === 'ordinary') return null;
  const parts = c.composition.controls;
  const grams = COMPOSITION_PARTS.map(([name]) => [name, Math.round(parts[name].number * 1e6) / 1e4]);
  const made = Object.fromEntries(grams) as Record<Part, number>;
  const known = supplyComposition({ id: '', name: c.name.value.trim() });
  return { ...made, asSucrose: parts.dissolves.value ? asSucroseOf(made.sugars, known) : null };
}

export function supplyForm(start: SupplyDraft = NEW_SUPPLY) {
  return new FormGroup({
    name: nameControl(start.name),
    kind: plain(start.kind),
    base: plain<SupplyBase>(start.base),
    gramsPerMl: new NumberControl(start.gramsPerMl, GRAMS_PER_ML, { isOptional: true }),
    gramsPerPiece: new NumberControl(start.gramsPerPiece, GRAMS_PER_PIECE, { isOptional: true }),
    allergens: plain<readonly string[]>(start.allergens),
    supplier: textControl(start.supplier, 60),
    packs: new FormArray(
      start.packs.map(({ amount, unit, priceMinor }) => supplyPackForm(amount, unit, priceMinor)),
    ),
    sortedOutShare: new NumberControl(start.sortedOutShare, SORTED_OUT_SHARE),
    keepsHours: new NumberControl(start.keepsHours, KEEPS_HOURS, { isOptional: true }),
    aheadHours: new NumberControl(start.aheadHours, AHEAD_HOURS),
    compositionBy: plain<'ordinary' | 'packet'>(start.composition ? 'packet' : 'ordinary'),
    composition: compositionForm(
      start.composition ?? supplyComposition({ id: '', name: start.name }) ?? NOTHING,
    ),
  });
}

export function supplyDraftOf({ controls: c }: SupplyForm): SupplyDraft {
  return {
    name: c.name.value.trim(),
    kind: c.kind.value,
    base: c.base.value,
    gramsPerMl: c.gramsPerMl.value,
    gramsPerPiece: c.gramsPerPiece.value,
    allergens: [...c.allergens.value] as SupplyDraft['allergens'],
    supplier: c.supplier.value.trim(),
    packs: c.packs.controls.map(({ controls }) => ({
      amount: controls.amount.number,
      unit: controls.unit.value,
      priceMinor: controls.priceMinor.number,
    })),
    sortedOutShare: c.sortedOutShare.number,
    keepsHours: c.keepsHours.value,
    aheadHours: c.aheadHours.number,
    composition: compositionOf(c),
  };
}

/** What a supply of this name is usually made of, or that nobody knows. */
export function usualText(supply: { readonly id: string; readonly name: string }): string {
  const usual = supplyComposition({ ...supply, composition: null });
  if (!usual) return 'What is usual for it is not known here: facts of pieces and boiling go without it.';
  const parts = COMPOSITION_PARTS.filter(([part]) => usual[part] > 0).map(
    ([part, name]) => `${hundredths.format(usual[part])}% ${plainName(name)}`,
  );
  return `Usual for it: ${listed(parts)}.`;
}
/** Carbohydrate, without fibre: carbohydrate; of which sugars: sugars. */
function plainName(name: string): string {
  return name.replace(/,.*|^of which /g, '').toLowerCase();
}

const hundredths = new Intl.NumberFormat('en', { maximumFractionDigits: 2 });

/** Fills in what is known of an ingredient, and leaves alone what was typed of its packs and supplier. */
export function takeKnown({ controls: c }: SupplyForm, id: string): void {
  const known = KNOWN_INGREDIENTS.find((each) => each.id === id);
  if (!known) return;
  if (c.name.value.trim() === '') c.name.setValue(known.name);
  c.gramsPerMl.setValue(known.gramsPerMl);
  c.gramsPerPiece.setValue(known.gramsPerPiece);
  c.allergens.setValue(known.allergens);
  const made = KNOWN_COMPOSITIONS[id];
  if (!made) return;
  for (const [name] of COMPOSITION_PARTS) c.composition.controls[name].setValue(made[name] / 100);
  c.composition.controls.dissolves.setValue(made.asSucrose !== null);
}

import { FormArray, FormControl, FormGroup } from '@angular/forms';
import { NEW_SUPPLY, type SupplyDraft } from '@alnage/contract';
import {
  AHEAD_HOURS,
  AMOUNT,
  GRAMS_PER_ML,
  GRAMS_PER_PIECE,
  KEEPS_HOURS,
  KNOWN_INGREDIENTS,
  MINOR,
  SORTED_OUT_SHARE,
  type AmountUnit,
  type SupplyBase,
} from '@alnage/core';
import { choicesOf } from '../shared/forms/choice-field';
import { NumberControl } from '../shared/forms/number-control';
import { nameControl, textControl } from '../shared/forms/text-field';

export const BASE_CHOICES = choicesOf<SupplyBase>({ g: 'grams', piece: 'pieces' });
/** What is known of an ingredient without weighing it. */
export const KNOWN_CHOICES = KNOWN_INGREDIENTS.map(({ id, name }) => ({ id, name }));

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
  };
}

/** Fills in what is known of an ingredient, and leaves alone what was typed of its packs and supplier. */
export function takeKnown({ controls: c }: SupplyForm, id: string): void {
  const known = KNOWN_INGREDIENTS.find((each) => each.id === id);
  if (!known) return;
  if (c.name.value.trim() === '') c.name.setValue(known.name);
  c.gramsPerMl.setValue(known.gramsPerMl);
  c.gramsPerPiece.setValue(known.gramsPerPiece);
  c.allergens.setValue(known.allergens);
}

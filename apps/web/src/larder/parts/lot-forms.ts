import { FormControl, FormGroup, Validators } from '@angular/forms';
import { LOT_AMOUNT, type LotChange, type LotDraft, type Workshop } from '@alnage/contract';
import type { LarderItem } from '@alnage/core/larder';
import { pairwise, startWith } from 'rxjs';
import { choicesOf, type Choice } from '../../shared/forms/choice-field';
import { baseOf, packSizes, packText } from '../../shared/larder/larder-words';
import { NumberControl } from '../../shared/forms/number-control';
import { nameControl, textControl } from '../../shared/forms/text-field';

export const ORIGIN_CHOICES = choicesOf<LotDraft['origin']>({
  delivery: 'a delivery, or bought',
  leftover: 'left over from a bowl or a pot',
  found: 'found when counting',
});
export const CHANGE_CHOICES = choicesOf<LotChange['kind']>({
  counted: 'counted, there is',
  used: 'used up',
  discarded: 'thrown away',
});

const RECEIVED = { min: 0.001, max: LOT_AMOUNT.max };

/** Counted as its stock is: by the scale, or piece by piece. */
export const BY_BASE = '1';

/** In what an item can be counted: as its stock is, or in its packs, by what one holds. */
export function countedBy(item: LarderItem, workshop: Workshop | null): readonly Choice[] {
  const base = baseOf(item, workshop);
  const sizes = packSizes(item, workshop);
  return [
    { id: BY_BASE, name: base === 'g' ? 'by the scale' : 'pieces' },
    ...sizes.map((size) => ({ id: String(size), name: `packs of ${packText(item, size, workshop)}` })),
  ];
}

/** An amount, and in what it is counted: counted otherwise, it stays as much. */
function countedControls(amount: NumberControl) {
  const by = new FormControl(BY_BASE, { nonNullable: true });
  by.valueChanges.pipe(startWith(BY_BASE), pairwise()).subscribe(([before, now]) => {
    if (amount.value !== null) amount.setValue((amount.value * Number(before)) / Number(now));
  });
  return { amount, by };
}

/** What has come in of an item. */
export function lotForm(amount: number | null, code: string) {
  return new FormGroup({
    ...countedControls(new NumberControl(amount, RECEIVED)),
    code: nameControl(code),
    bestBefore: new FormControl('', {
      nonNullable: true,
      validators: [Validators.pattern(/^(\d{4}-\d{2}-\d{2})?$/)],
    }),
    origin: new FormControl<LotDraft['origin']>('delivery', { nonNullable: true }),
    allergens: new FormControl<readonly string[]>([], { nonNullable: true }),
    note: textControl('', 200),
  });
}

export function lotDraftOf({ controls: c }: ReturnType<typeof lotForm>, item: LarderItem): LotDraft {
  return {
    item: { kind: item.kind, id: item.id },
    amount: c.amount.number * Number(c.by.value),
    code: c.code.value.trim(),
    bestBefore: c.bestBefore.value || null,
    origin: c.origin.value,
    allergens: [...c.allergens.value] as LotDraft['allergens'],
    note: c.note.value.trim(),
  };
}

/** What was done to a lot. */
export function moveForm(amount: number) {
  return new FormGroup({
    kind: new FormControl<LotChange['kind']>('counted', { nonNullable: true }),
    ...countedControls(new NumberControl(amount, LOT_AMOUNT)),
    reason: textControl('', 200),
  });
}

export function lotChangeOf({ controls: c }: ReturnType<typeof moveForm>): LotChange {
  const amount = c.amount.number * Number(c.by.value);
  return { kind: c.kind.value, amount, reason: c.reason.value.trim() };
}

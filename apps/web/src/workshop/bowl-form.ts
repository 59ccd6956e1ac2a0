import { FormControl, FormGroup } from '@angular/forms';
import type { BowlDraft } from '@alnage/contract';
import { BOWL_MM, CAPACITY_GRAMS, TAIL_GRAMS } from '@alnage/core/melting';
import type { MeltHeat } from '@alnage/core/temper';
import { NumberControl } from '../shared/forms/number-control';
import { nameControl } from '../shared/forms/text-field';
import { USABLE_MINUTES } from './coating-form';

export type BowlKind = NonNullable<BowlDraft['form']>['kind'] | 'none';

export const BOWL_KIND_WORDS: Readonly<Record<BowlKind, string>> = {
  round: 'round below, as a mixing bowl',
  cone: 'slanted wall, flat base',
  straight: 'straight wall',
  none: 'not described',
};

export type BowlForm = ReturnType<typeof bowlForm>;

const FIRST: BowlDraft = {
  name: '',
  form: { kind: 'round', rimMm: 280, heightMm: 120 },
  capacityGrams: 4000,
  measuredTailGrams: null,
  isTilted: false,
  usableMinutes: null,
  heat: 'steam',
};

const whole = (bound: { min: number; max: number }) => ({ ...bound, isInteger: true });

/** The form of a bowl; a new one is a mixing bowl. */
export function bowlForm({
  name,
  form,
  capacityGrams,
  measuredTailGrams,
  isTilted,
  usableMinutes,
  heat,
}: BowlDraft = FIRST) {
  return new FormGroup({
    name: nameControl(name),
    kind: new FormControl<BowlKind>(form?.kind ?? 'none', { nonNullable: true }),
    rimMm: new NumberControl(form?.rimMm ?? 280, BOWL_MM),
    heightMm: new NumberControl(form?.heightMm ?? 120, BOWL_MM),
    baseMm: new NumberControl(form?.kind === 'cone' ? form.baseMm : 160, { min: 0, max: BOWL_MM.max }),
    capacityGrams: new NumberControl(capacityGrams, CAPACITY_GRAMS),
    measuredTailGrams: new NumberControl(measuredTailGrams, TAIL_GRAMS, { isOptional: true }),
    isTilted: new FormControl(isTilted, { nonNullable: true }),
    usableMinutes: new NumberControl(usableMinutes, whole(USABLE_MINUTES), { isOptional: true }),
    heat: new FormControl<MeltHeat>(heat, { nonNullable: true }),
  });
}

/** What the form says, as the API takes it; grams are kept whole. */
export function bowlDraftOf({ controls: c }: BowlForm): BowlDraft {
  const tail = c.measuredTailGrams.value;
  return {
    name: c.name.value.trim(),
    form: formOf(c),
    capacityGrams: Math.round(c.capacityGrams.number),
    measuredTailGrams: tail === null ? null : Math.round(tail),
    isTilted: c.isTilted.value,
    usableMinutes: c.usableMinutes.value,
    heat: c.heat.value,
  };
}

function formOf(c: BowlForm['controls']): BowlDraft['form'] {
  const sizes = { rimMm: c.rimMm.number, heightMm: c.heightMm.number };
  switch (c.kind.value) {
    case 'none':
      return null;
    case 'cone':
      return { kind: 'cone', ...sizes, baseMm: c.baseMm.number };
    default:
      return { kind: c.kind.value, ...sizes };
  }
}

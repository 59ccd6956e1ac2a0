import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatCheckboxModule } from '@angular/material/checkbox';
import type { BowlDraft, BowlView } from '@alnage/contract';
import { InputError } from '@alnage/core/input';
import { brimGrams, depthOfGrams, dipsOf, tailOf } from '@alnage/core/melting';
import { Store } from '@ngrx/store';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { TextField } from '../../shared/forms/text-field';
import { length, mass } from '../../shared/formats/formats';
import { MELT_HEAT_WORDS } from '../../shared/bench/melt-heat-words';
import { workshopFeature } from '../../state/workshop.state';
import { BOWL_KIND_WORDS, bowlDraftOf, bowlForm, type BowlForm, type BowlKind } from '../bowl-form';

interface Follows {
  readonly tail: string;
  readonly dippable: string;
  readonly depth: string;
  readonly brim: string;
}

/** Describes a bowl, with the depth and the tail that follow from its form and the workshop's pieces. */
@Component({
  selector: 'al-bowl-editor',
  imports: [ChoiceField, MatCheckboxModule, QuantityField, ReactiveFormsModule, RecordEditor, TextField],
  templateUrl: './bowl-editor.html',
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BowlEditor {
  /** The bowl to change; null for a new one. */
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();

  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly dippery = this.store.selectSignal(workshopFeature.selectDippery);
  protected readonly kinds = choicesOf(BOWL_KIND_WORDS);
  protected readonly heats = choicesOf(MELT_HEAT_WORDS);
  protected readonly record = new RecordForm<BowlView, BowlForm, BowlDraft>(
    {
      path: 'bowls',
      thing: 'bowl',
      records: () => this.workshop()?.bowls ?? [],
      form: bowlForm,
      draftOf: bowlDraftOf,
      done: (id) => this.done.emit(id),
      // a bowl that cannot be is told below its fields
      isHeld: () => this.isText(this.follows()),
    },
    this.id,
  );
  protected readonly kind = computed((): BowlKind => this.record.draft()?.form?.kind ?? 'none');

  /** What each piece asks of a bowl. */
  private readonly dips = computed(() => dipsOf(this.pieces(), this.dippery()));

  protected readonly follows = computed((): Follows | string => {
    const draft = this.record.draft();
    if (!draft) return '';
    try {
      const tail = Math.ceil(tailOf(draft, this.dips()));
      const { form, capacityGrams } = draft;
      return {
        tail: mass(tail),
        dippable: mass(capacityGrams - tail),
        depth: form ? length(depthOfGrams(form, capacityGrams)) : '',
        brim: form ? mass(brimGrams(form)) : '',
      };
    } catch (error) {
      if (error instanceof InputError) return refusal(error, draft);
      throw error;
    }
  });

  protected isText(follows: Follows | string): follows is string {
    return typeof follows === 'string';
  }
}

/** What is wrong with a bowl in its typist's words and units. */
function refusal({ field, value, range }: InputError, { capacityGrams, form }: BowlDraft): string {
  if (Number.isNaN(value) || typeof value !== 'number')
    return field === '/tailG' ? 'Enter its form or a measured tail.' : '';
  if (field === '/tailG')
    return `A tail of ${mass(value)} leaves nothing to dip of the ${mass(capacityGrams)} that the bowl holds.`;
  if (field === '/capacityG' && form && capacityGrams > brimGrams(form))
    return `It cannot hold ${mass(value)}: ${mass(brimGrams(form))} stand at its brim.`;
  if (field === '/capacityG') return `Filled with ${mass(value)} it is not deep enough for any piece.`;
  return `${value} will not do: ${range}.`;
}

import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { aSmallVolume } from '../../shared/formats/formats';
import { SUPPLY_PACKS_MOST, type SupplyDraft, type SupplyView } from '@alnage/contract';
import { ReactiveFormsModule } from '@angular/forms';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { Store } from '@ngrx/store';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { TextField } from '../../shared/forms/text-field';
import { TicksField } from '../../shared/forms/ticks-field';
import { askEffects } from '../../shared/larder/ask-effects';
import { EffectsNote } from '../../shared/larder/effects-note';
import { SUPPLY_KIND_WORDS, UNIT_CHOICES } from '../../shared/larder/larder-words';
import { ALLERGEN_CHOICES } from '../../shared/piece-words';
import { Api } from '../../state/api';
import { workshopFeature } from '../../state/workshop.state';
import {
  BASE_CHOICES,
  COMPOSITION_CHOICES,
  COMPOSITION_PARTS,
  KNOWN_CHOICES,
  supplyDraftOf,
  supplyForm,
  supplyPackForm,
  takeKnown,
  usualText,
  type SupplyForm,
} from '../supply-form';

/** A supply: what turns it into grams, what it declares, how it is bought and how long it keeps. */
@Component({
  selector: 'al-supply-editor',
  imports: [
    ChoiceField,
    EffectsNote,
    MatCheckboxModule,
    QuantityField,
    ReactiveFormsModule,
    RecordEditor,
    RowsField,
    RowTemplate,
    TextField,
    TicksField,
  ],
  template: `
    @if (record.form(); as form) {
      <al-record-editor [record]="record">
        <div class="row">
          <al-text class="wide" [control]="form.controls.name" at="/name" />
          <al-choice class="choice" label="Kind" [control]="form.controls.kind" [choices]="kinds" />
          <al-choice
            class="choice"
            label="Take the figures of"
            value=""
            [choices]="known"
            (chosen)="takeKnown(form, $event)"
          />
        </div>
        <div class="row">
          <al-choice label="Counted in" [control]="form.controls.base" [choices]="bases" at="/base" />
          <al-quantity
            [label]="'One ' + aSmallVolume() + ' weighs'"
            quantity="density"
            [control]="form.controls.gramsPerMl"
            at="/gramsPerMl"
          />
          <al-quantity
            label="One piece weighs"
            quantity="mass"
            [control]="form.controls.gramsPerPiece"
            at="/gramsPerPiece"
          />
        </div>
        <div class="row">
          <al-text label="Supplier" [control]="form.controls.supplier" at="/supplier" />
          <al-quantity
            label="Bought ahead of its use"
            unit="h"
            [control]="form.controls.aheadHours"
            at="/aheadHours"
          />
          <al-quantity
            label="Keeps, once bought"
            unit="h"
            [control]="form.controls.keepsHours"
            at="/keepsHours"
          />
          <al-quantity
            label="Sorted out"
            quantity="share"
            [control]="form.controls.sortedOutShare"
            at="/sortedOutShare"
          />
        </div>
        <al-rows
          legend="Packs it is bought in"
          thing="pack"
          [most]="most"
          (added)="form.controls.packs.push(supplyPackForm(null, form.controls.base.value))"
        >
          <ng-template [alRow]="form.controls.packs" let-pack let-index="index">
            <al-quantity
              class="narrow"
              label="A pack of"
              [control]="pack.controls.amount"
              [at]="'/packs/' + index + '/amount'"
            />
            <al-choice
              class="narrow"
              label="Unit"
              [control]="pack.controls.unit"
              [choices]="units"
              [at]="'/packs/' + index + '/unit'"
            />
            <al-quantity
              class="narrow"
              label="costs"
              quantity="money"
              [control]="pack.controls.priceMinor"
              [at]="'/packs/' + index + '/priceMinor'"
            />
          </ng-template>
        </al-rows>
        <div class="row">
          <al-choice
            class="wide"
            label="It is made"
            [control]="form.controls.compositionBy"
            [choices]="compositions"
          />
        </div>
        @if (form.controls.compositionBy.value === 'ordinary') {
          <p class="soft">{{ usual() }}</p>
        }
        @if (form.controls.compositionBy.value === 'packet') {
          <div class="row">
            @for (part of parts; track part[0]) {
              <al-quantity
                [label]="part[1]"
                quantity="part"
                [control]="form.controls.composition.controls[part[0]]"
                [at]="'/composition/' + part[0]"
              />
            }
          </div>
          <mat-checkbox [formControl]="form.controls.composition.controls.dissolves">
            it dissolves in a pot that is boiled: its water boils off, its sugars count
          </mat-checkbox>
        }
        <al-ticks legend="It declares" [choices]="allergens" [control]="form.controls.allergens" />
        <al-effects-note [effects]="effects()" />
      </al-record-editor>
    }
  `,
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SupplyEditor {
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();

  protected readonly aSmallVolume = aSmallVolume;
  protected readonly most = SUPPLY_PACKS_MOST;
  protected readonly compositions = COMPOSITION_CHOICES;
  protected readonly parts = COMPOSITION_PARTS;
  protected readonly kinds = choicesOf(SUPPLY_KIND_WORDS);
  protected readonly bases = BASE_CHOICES;
  protected readonly known = KNOWN_CHOICES;
  protected readonly units = UNIT_CHOICES;
  protected readonly allergens = ALLERGEN_CHOICES;
  protected readonly takeKnown = takeKnown;
  protected readonly supplyPackForm = supplyPackForm;
  private readonly api = inject(Api);
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly record = new RecordForm<SupplyView, SupplyForm, SupplyDraft>(
    {
      path: 'supplies',
      thing: 'supply',
      records: () => this.workshop()?.supplies ?? [],
      form: supplyForm,
      draftOf: supplyDraftOf,
      done: (id) => this.done.emit(id),
    },
    this.id,
  );
  /** What is usual for a supply of its name, or that nobody knows. */
  protected readonly usual = computed(() => {
    const draft = this.record.draft();
    return draft ? usualText({ id: this.id() ?? '', name: draft.name }) : '';
  });
  private readonly asked = computed(() => {
    const [id, draft] = [this.id(), this.record.draft()];
    const kept = this.workshop()?.supplies.find((each) => each.id === id);
    const isOther = draft && kept && [...kept.allergens].sort().join() !== [...draft.allergens].sort().join();
    return id !== null && draft && isOther ? { id, draft } : null;
  });
  protected readonly effects = askEffects(this.asked, (id, draft) => this.api.supplyEffects(id, draft));
}

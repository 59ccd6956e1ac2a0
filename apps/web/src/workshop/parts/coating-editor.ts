import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { BLEND_PARTS_MOST, PACKS_MOST, type CoatingDraft, type CoatingView } from '@alnage/contract';
import {
  coatingAllergens,
  filmMm,
  minorPerGram,
  suggestedWindow,
  yieldPaOf,
  type CoatingDescription,
} from '@alnage/core/coating';
import { InputError } from '@alnage/core/input';
import { Store } from '@ngrx/store';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { TextField } from '../../shared/forms/text-field';
import { aLargeMass, counted, listed, priceOfMass, thickness } from '../../shared/formats/formats';
import { ALLERGEN_CHOICES } from '../../shared/piece-words';
import { LarderActions, larderFeature } from '../../state/larder.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';
import { fatText, lotAge } from '../../shared/flow-words';
import {
  FLUIDITY_WORDS,
  KIND_WORDS,
  SCHOOL_WORDS,
  coatingDraftOf,
  coatingForm,
  packForm,
  partForm,
  takeKind,
  type CoatingForm,
} from '../coating-form';
import { TicksField } from '../../shared/forms/ticks-field';

/** What follows from a coating as it is typed. */
interface Follows {
  readonly yieldText: string;
  readonly filmText: string;
  readonly priceText: string;
  readonly allergens: string;
}

/** Describes a coating or a blend, with what follows from it. */
@Component({
  selector: 'al-coating-editor',
  imports: [
    ReactiveFormsModule,
    MatButtonModule,
    MatCheckboxModule,
    TicksField,
    ChoiceField,
    QuantityField,
    RecordEditor,
    RowsField,
    RowTemplate,
    TextField,
  ],
  templateUrl: './coating-editor.html',
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CoatingEditor {
  /** The coating to change; null for a new one. */
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();

  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly larder = this.store.selectSignal(larderFeature.selectLarder);
  protected readonly kinds = choicesOf(KIND_WORDS);
  protected readonly fluidities = choicesOf(FLUIDITY_WORDS);
  protected readonly schools = choicesOf(SCHOOL_WORDS);
  protected readonly packForm = packForm;
  protected readonly partForm = partForm;
  protected readonly takeKind = takeKind;
  protected readonly BLEND_PARTS_MOST = BLEND_PARTS_MOST;
  protected readonly PACKS_MOST = PACKS_MOST;
  protected readonly allergens = ALLERGEN_CHOICES;
  protected readonly record = new RecordForm<CoatingView, CoatingForm, CoatingDraft>(
    {
      path: 'coatings',
      thing: 'coating',
      records: () => this.workshop()?.coatings ?? [],
      form: (kept) => coatingForm(kept?.own),
      draftOf: coatingDraftOf,
      done: (id) => this.done.emit(id),
    },
    this.id,
  );
  protected readonly isBlend = computed(() => this.record.draft()?.kind === 'blend');
  /** Coatings that a blend can be made of. */
  protected readonly single = computed(() =>
    (this.workshop()?.coatings ?? []).filter(({ id, kind }) => kind !== 'blend' && id !== this.id()),
  );
  private readonly described = computed((): CoatingDescription[] =>
    (this.workshop()?.coatings ?? []).map(({ id, own }) => ({ ...own, id })),
  );

  protected readonly aLargeMass = aLargeMass;
  protected readonly counted = counted;

  private readonly supplies = computed(() => this.workshop()?.supplies ?? []);
  /** What of the larder may be stirred in: what is weighed, fats first. */
  protected readonly fats = computed(() => {
    const weighed = this.supplies().filter(({ base, kind }) => base === 'g' && kind !== 'packing');
    const isFat = ({ kind }: { readonly kind: string }): boolean => kind === 'fat';
    return [
      { id: '', name: 'not counted' },
      ...[...weighed.filter(isFat), ...weighed.filter((each) => !isFat(each))].map(({ id, name }) => ({
        id,
        name,
      })),
    ];
  });
  /** What the fat comes to in a bowl, by scale and by spoon. */
  protected readonly told = computed(() => {
    const draft = this.record.draft();
    if (!draft || !(draft.thinnedPercent > 0)) return [];
    const fat = this.supplies().find(({ id }) => id === draft.thinnedWith);
    return [fatText(draft.thinnedPercent, fat?.gramsPerMl ?? null)];
  });
  /** How old the lot is that is to be used first, and what fat brings it back; null where there is none, or it is fresh. */
  protected readonly ofLot = computed(() => {
    const draft = this.record.draft();
    if (!draft || draft.kind === 'blend') return null;
    const { kind, fluidity } = draft;
    return lotAge({ id: this.id() ?? '', kind, fluidity }, this.larder()?.lots ?? [], this.clock.now());
  });
  protected readonly follows = computed((): Follows | string => {
    const draft = this.record.draft();
    if (!draft) return '';
    const coating = { ...draft, id: this.id() ?? '' };
    try {
      const all = this.described();
      const yieldPa = yieldPaOf(coating, all);
      const bowlCelsius = (draft.windowLowCelsius + draft.windowHighCelsius) / 2;
      const film = filmMm(1, { yieldPa, windowLowCelsius: draft.windowLowCelsius, bowlCelsius });
      const price = minorPerGram(coating, all);
      return {
        yieldText: `${yieldPa.toFixed(1)} Pa`,
        filmText: thickness(film),
        priceText: price === null ? 'no price' : priceOfMass(price, this.workshop()?.currency ?? 'EUR'),
        allergens: listed(coatingAllergens(coating, all, this.supplies())) || 'none',
      };
    } catch (error) {
      if (error instanceof InputError) return error.message;
      throw error;
    }
  });

  constructor() {
    this.store.dispatch(LarderActions.opened());
  }

  protected isText(follows: Follows | string): follows is string {
    return typeof follows === 'string';
  }

  /** The window by mass between those of the parts. */
  protected takeWindow(form: CoatingForm): void {
    const draft = coatingDraftOf(form);
    try {
      const { low, high } = suggestedWindow({ ...draft, id: '' }, this.described());
      form.controls.windowLowCelsius.setValue(Math.round(low * 10) / 10);
      form.controls.windowHighCelsius.setValue(Math.round(high * 10) / 10);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
    }
  }
}

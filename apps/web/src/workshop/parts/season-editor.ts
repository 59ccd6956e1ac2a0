import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import {
  HOLIDAYS_MOST,
  OFFERS_MOST,
  plainOffer,
  type Holiday,
  type Season,
  type SeasonDraft,
} from '@alnage/contract';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, distinctUntilChanged, of, switchMap } from 'rxjs';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { DateField } from '../../shared/forms/date-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { TextField } from '../../shared/forms/text-field';
import { dayText } from '../../shared/formats/wall-time';
import { Api } from '../../state/api';
import { workshopFeature } from '../../state/workshop.state';
import { holidayForm, offerForm, seasonDraftOf, seasonForm, type SeasonForm } from '../season-form';

const WAIT_MS = 300;
const NOTHING = { id: '', name: 'no other' };

/** A season: its days and holidays, what is offered for which of them and until when, and what is hoped for. */
@Component({
  selector: 'al-season-editor',
  imports: [
    DateField,
    ChoiceField,
    MatButtonModule,
    QuantityField,
    RecordEditor,
    RowsField,
    RowTemplate,
    TextField,
  ],
  templateUrl: './season-editor.html',
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SeasonEditor {
  /** The season to change; null for a new one. */
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();

  private readonly api = inject(Api);
  private readonly store = inject(Store);
  protected readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  protected readonly HOLIDAYS_MOST = HOLIDAYS_MOST;
  protected readonly OFFERS_MOST = OFFERS_MOST;
  protected readonly holidayForm = holidayForm;
  protected readonly dayText = dayText;
  protected readonly standings = choicesOf({ open: 'open', closed: 'closed' });
  protected readonly record = new RecordForm<Season, SeasonForm, SeasonDraft>(
    {
      path: 'seasons',
      thing: 'season',
      records: () => this.workshop()?.seasons ?? [],
      form: seasonForm,
      draftOf: seasonDraftOf,
      done: (id) => this.done.emit(id),
    },
    this.id,
  );
  protected readonly others = computed(() => [
    NOTHING,
    ...(this.workshop()?.seasons ?? [])
      .filter(({ id }) => id !== this.id())
      .map(({ id, name }) => ({ id, name })),
  ]);
  protected readonly country = computed(() => this.workshop()?.details.country ?? '');
  private readonly span = computed(() => {
    const draft = this.record.draft();
    return draft?.startsOn && draft.endsOn >= draft.startsOn ? `${draft.startsOn} ${draft.endsOn}` : '';
  });
  private readonly holidays = toSignal(
    toObservable(this.span).pipe(
      distinctUntilChanged(),
      debounceTime(WAIT_MS),
      switchMap((span) => {
        const [from, to] = span.split(' ');
        // without them the own events are still there to be typed
        return from && to ? this.api.holidays(from, to).pipe(catchError(() => of<Holiday[]>([]))) : of([]);
      }),
    ),
    { initialValue: [] as Holiday[] },
  );
  /** Holidays of these days that are not in the form yet. */
  protected readonly offered = computed(() => {
    const there = new Set((this.record.draft()?.holidays ?? []).map(({ date, name }) => `${date} ${name}`));
    return this.holidays().filter(({ date, name }) => !there.has(`${date} ${name}`));
  });

  protected addHoliday(form: SeasonForm, { date, name }: Holiday): void {
    form.controls.holidays.push(holidayForm(date, name));
    if (!form.controls.peakOn.value) form.controls.peakOn.setValue(date);
  }

  /** The first piece that has no terms yet. */
  protected addOffer(form: SeasonForm): void {
    const there = new Set(form.controls.offers.controls.map(({ controls }) => controls.piece.value));
    const piece = this.pieces().find(({ id }) => !there.has(id))?.id ?? '';
    form.controls.offers.push(offerForm(plainOffer(piece)));
  }
}

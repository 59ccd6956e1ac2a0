import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { LINES_MOST, type Order, type PromiseAsk } from '@alnage/contract';
import { piecesOfLines, type Phrase } from '@alnage/core';
import { Store } from '@ngrx/store';
import { map, of, startWith, switchMap } from 'rxjs';
import { ChoiceField } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { faultFocus } from '../../shared/forms/focus-fault';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { TextField } from '../../shared/forms/text-field';
import { typedTime } from '../../shared/formats/typed-time';
import { timeText, WallTime } from '../../shared/formats/wall-time';
import { troubleText } from '../../shared/problem-text';
import { OrderActions, ordersFeature } from '../../state/orders.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';
import { linesText } from '../../shared/orders/order-rows';
import type { Composing } from '../orders.store';
import { draftForm, draftOf, lineForm, linesOf, startOf, type DraftForm } from './draft-form';
import { OrderPhrase } from './order-phrase';
import { PromiseGrid } from './promise-grid';

/**
 * Takes a new order or a change to one; what is wrong is said at its field, and nothing typed is lost.
 */
@Component({
  selector: 'al-order-composer',
  imports: [
    MatButtonModule,
    ChoiceField,
    OrderPhrase,
    PromiseGrid,
    QuantityField,
    RowsField,
    RowTemplate,
    TextField,
  ],
  templateUrl: './order-composer.html',
  styleUrls: ['../../shared/forms/fields.scss', './order-composer.scss'],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OrderComposer {
  readonly composing = input.required<NonNullable<Composing>>();
  readonly dismissed = output();

  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly focusFault = faultFocus();
  private readonly customer = viewChild(TextField);
  private readonly phrase = viewChild(OrderPhrase);
  protected readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  protected readonly names = this.store.selectSignal(workshopFeature.selectPieceNames);
  protected readonly isSaving = this.store.selectSignal(ordersFeature.selectIsSaving);
  protected readonly trouble = this.store.selectSignal(ordersFeature.selectSaveTrouble);
  protected readonly LINES_MOST = LINES_MOST;
  protected readonly lineForm = lineForm;
  protected readonly form = signal<DraftForm | null>(null);
  private readonly change = toSignal(
    toObservable(this.form).pipe(
      switchMap((form) => (form ? form.valueChanges.pipe(startWith(null)) : of(null))),
      map(() => ({})),
    ),
  );
  /** What is ordered as far as it is said, for the promise. */
  protected readonly ask = computed((): PromiseAsk | null => {
    this.change();
    const form = this.form();
    const lines = form ? linesOf(form) : [];
    if (!form || lines.length === 0) return null;
    const composing = this.composing();
    return {
      lines,
      pickupPoint: form.controls.pickupPoint.value,
      order: composing.kind === 'change' ? composing.order.id : null,
    };
  });
  protected readonly pickup = computed(() => {
    this.change();
    const form = this.form();
    return form ? `${form.controls.day.value}T${typedTime(form.controls.time.value) ?? ''}` : '';
  });

  /** Days that are not over yet, as they are called. */
  protected readonly days = computed(() => {
    const workshop = this.workshop();
    const wall = new WallTime(workshop?.timeZone ?? 'UTC');
    return (workshop?.season?.days ?? [])
      .filter((day) => Date.parse(day.end) > this.clock.now())
      .map(({ date, start, holiday }) => ({
        id: date,
        name: wall.day(Date.parse(start)) + (holiday ? ` · ${holiday}` : ''),
      }));
  });

  /** The order as somebody else left it, when it changed under this form. */
  protected readonly theirs = computed(() => {
    const trouble = this.trouble();
    return trouble?.code === 'order-changed' ? (trouble.params['current'] as Order) : null;
  });
  protected readonly troubleText = troubleText;

  constructor() {
    // untracked: the clock's tick must not take away what is typed
    effect(() => {
      const composing = this.composing();
      this.form.set(untracked(() => this.freshForm(composing)));
    });
    inject(FieldErrors).from(this.trouble);
    this.store.dispatch(OrderActions.saveDismissed());
    afterNextRender(() => {
      if (this.composing().kind === 'change') this.customer()?.focus();
    });
  }

  protected theirText(order: Order): string {
    const wall = new WallTime(this.workshop()?.timeZone ?? 'UTC');
    return `${order.customer}: ${linesText(order, this.names())}, ${wall.dayTime(Date.parse(order.pickupAt))}`;
  }

  /** Takes a pickup from the grid. */
  protected take(form: DraftForm, at: string): void {
    form.patchValue({ day: at.slice(0, 10), time: timeText(at.slice(11)) });
  }

  /** Fills in what a phrase says; what it says nothing of stays as it is. */
  protected fillIn(form: DraftForm, phrase: Phrase): void {
    const workshop = this.workshop();
    if (!workshop) return;
    const { customer, day, time, point, note } = phrase;
    form.patchValue({
      ...(customer !== null && { customer }),
      ...(day !== null && { day }),
      ...(time !== null && { time: timeText(time) }),
      ...(point !== null && { pickupPoint: point }),
      ...(note !== null && { note }),
    });
    const lines = piecesOfLines(phrase.lines, workshop.boxes);
    if (lines.length === 0) return;
    form.controls.lines.clear();
    for (const { piece, pieces } of lines) form.controls.lines.push(lineForm(piece, pieces));
  }

  protected save(form: DraftForm): void {
    // what was not understood is put right first, never left out silently
    if (this.phrase()?.unclear().length) return this.phrase()!.focus();
    form.markAllAsTouched();
    if (form.invalid) {
      this.focusFault();
      return;
    }
    const composing = this.composing();
    const original = composing.kind === 'change' ? (this.theirs() ?? composing.order) : null;
    this.store.dispatch(OrderActions.saveAsked({ draft: draftOf(form), original }));
  }

  private freshForm(composing: NonNullable<Composing>): DraftForm {
    if (composing.kind === 'change') return draftForm(startOf(composing.order));
    const day = this.days()[0]?.id ?? '';
    const pickupPoint = this.workshop()?.pickupPoints[0]?.id ?? '';
    return draftForm({ customer: '', lines: [], day, time: '', pickupPoint, note: '' });
  }
}

import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import {
  CUSTOMER_LENGTH,
  LINES_MOST,
  LINE_PIECES_MOST,
  NOTE_LENGTH,
  type Order,
  type PromiseAsk,
} from '@alnage/contract';
import type { Phrase } from '@alnage/core';
import { Store } from '@ngrx/store';
import { map, of, startWith, switchMap } from 'rxjs';
import { typedTime } from '../../shared/formats/typed-time';
import { timeText, WallTime } from '../../shared/formats/wall-time';
import { fieldTexts, troubleText } from '../../shared/problem-text';
import { OrderActions, ordersFeature } from '../../state/orders.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';
import { linesText } from '../../shared/orders/order-rows';
import type { Composing } from '../orders.store';
import { draftForm, draftOf, lineForm, startOf, type DraftForm } from './draft-form';
import { OrderPhrase } from './order-phrase';
import { PromiseGrid } from './promise-grid';
import { piecesOf } from './phrase-words';

/**
 * Takes a new order or a change to one; what is wrong is said at its field, and nothing typed is lost.
 * Selects are the browser's own: they follow typed letters at once, also when Tab comes right after them.
 */
@Component({
  selector: 'al-order-composer',
  imports: [
    ReactiveFormsModule,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    OrderPhrase,
    PromiseGrid,
  ],
  templateUrl: './order-composer.html',
  styleUrl: './order-composer.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OrderComposer {
  readonly composing = input.required<NonNullable<Composing>>();
  readonly dismissed = output();

  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly customer = viewChild<ElementRef<HTMLInputElement>>('customer');
  private readonly phrase = viewChild(OrderPhrase);
  protected readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  protected readonly names = this.store.selectSignal(workshopFeature.selectPieceNames);
  protected readonly isSaving = this.store.selectSignal(ordersFeature.selectIsSaving);
  protected readonly trouble = this.store.selectSignal(ordersFeature.selectSaveTrouble);
  protected readonly limits = { CUSTOMER_LENGTH, LINES_MOST, LINE_PIECES_MOST, NOTE_LENGTH };
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
    const lines =
      form?.controls.lines.controls.filter((line) => line.valid).map((line) => line.getRawValue()) ?? [];
    if (!form || lines.length === 0) return null;
    const composing = this.composing();
    return {
      lines: lines.map(({ piece, pieces }) => ({ piece, pieces: Number(pieces) })),
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
        date,
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
    this.store.dispatch(OrderActions.saveDismissed());
    afterNextRender(() => {
      if (this.composing().kind === 'change') this.customer()?.nativeElement.focus();
    });
  }

  protected errors(pointer: string): string[] {
    return fieldTexts(this.trouble(), pointer);
  }

  protected addLine(form: DraftForm): void {
    form.controls.lines.push(lineForm());
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
    const lines = piecesOf(phrase.lines, workshop);
    if (lines.length === 0) return;
    form.controls.lines.clear();
    for (const { piece, pieces } of lines) form.controls.lines.push(lineForm(piece, String(pieces)));
  }

  protected save(form: DraftForm): void {
    // what was not understood is put right first, never left out silently
    if (this.phrase()?.unclear().length) return this.phrase()!.focus();
    form.markAllAsTouched();
    if (form.invalid) {
      this.host.nativeElement.querySelector<HTMLElement>('.ng-invalid:is(input, select)')?.focus();
      return;
    }
    const composing = this.composing();
    const original = composing.kind === 'change' ? (this.theirs() ?? composing.order) : null;
    this.store.dispatch(OrderActions.saveAsked({ draft: draftOf(form), original }));
  }

  private freshForm(composing: NonNullable<Composing>): DraftForm {
    if (composing.kind === 'change') return draftForm(startOf(composing.order));
    const day = this.days()[0]?.date ?? '';
    const pickupPoint = this.workshop()?.pickupPoints[0]?.id ?? '';
    return draftForm({ customer: '', lines: [], day, time: '', pickupPoint, note: '' });
  }
}

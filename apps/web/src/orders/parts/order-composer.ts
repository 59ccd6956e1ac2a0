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
import {
  LINES_MOST,
  type AllergyWaiver,
  type FieldCode,
  type Order,
  type Overruling,
  type PromiseAsk,
} from '@alnage/contract';
import {
  agreedPrices,
  depositOf,
  filledContents,
  orderPrice,
  piecesOfOrder,
  pricedOrder,
  type PriceList,
} from '@alnage/core/ordering';
import type { Phrase } from '@alnage/core/phrasing';
import { Store } from '@ngrx/store';
import { map, of, startWith, switchMap } from 'rxjs';
import { ChoiceField } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { faultFocus } from '../../shared/forms/focus-fault';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { TextField } from '../../shared/forms/text-field';
import { typedTime } from '../../shared/formats/typed-time';
import { money } from '../../shared/formats/formats';
import { timeText, timeWanted, WallTime, wallText } from '../../shared/formats/wall-time';
import { troubleText } from '../../shared/problem-text';
import { CustomerNote, type OrderSaid } from '../../shared/orders/customer-note';
import { customerMeant, customersLike } from '../../shared/orders/customer-words';
import { customersFeature } from '../../state/customers.state';
import { OrderActions, ordersFeature } from '../../state/orders.state';
import { isUnanswered, type Trouble } from '../../state/problem';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';
import { linesText } from '../../shared/orders/order-rows';
import { wayText } from '../../shared/orders/way-words';
import type { Composing } from '../orders.store';
import {
  boxItem,
  boxOf,
  draftForm,
  draftOf,
  fieldsOfPhrase,
  lineForm,
  linesOfPhrase,
  orderedOf,
  pointerOf,
  startOf,
  takeItem,
  type DraftForm,
  type DraftStart,
  type Taking,
} from './draft-form';
import { Knowingly } from '../../shared/orders/knowingly';
import { ALLERGY_FAULTS, AllergyQuestion } from '../../shared/orders/allergy-question';
import { NeverField } from './never-field';
import { FilledBox } from './filled-box';
import { keepDraft, keptDraft, startOfKept, type KeptDraft } from './kept-draft';
import { OrderPhrase } from './order-phrase';
import { PromiseGrid } from './promise-grid';

/** An order's place is held so long for its deposit; shop default. */
const HOLD_HOURS = [2, 24, 48] as const;
const MS_PER_HOUR = 3_600_000;

const PROMISED: Taking = { state: 'promised', despiteKitchen: null };
const REFUSALS: readonly FieldCode[] = [
  'slot-full',
  'slot-closed',
  'not-makeable',
  'piece-closed',
  'piece-other-days',
  'cut-off-past',
  'not-by-post',
  'too-warm-by-post',
  'not-collected-then',
];

/**
 * Takes a new order or a change to one; what is wrong is said at its field, and nothing typed is lost.
 */
@Component({
  selector: 'al-order-composer',
  imports: [
    AllergyQuestion,
    MatButtonModule,
    ChoiceField,
    CustomerNote,
    FilledBox,
    Knowingly,
    NeverField,
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
  protected readonly names = this.store.selectSignal(workshopFeature.selectOrderNames);
  private readonly customers = this.store.selectSignal(customersFeature.selectCustomers);
  protected readonly isSaving = this.store.selectSignal(ordersFeature.selectIsSaving);
  protected readonly trouble = this.store.selectSignal(ordersFeature.selectSaveTrouble);
  protected readonly LINES_MOST = LINES_MOST;
  protected readonly lineForm = lineForm;
  protected readonly takeItem = takeItem;
  protected readonly pointerOf = pointerOf;
  protected readonly boxOf = boxOf;
  protected readonly errors = inject(FieldErrors);
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
    const ordered = form && orderedOf(form);
    if (!form || !ordered || ordered.lines.length + ordered.boxes.length === 0) return null;
    const composing = this.composing();
    return {
      ...ordered,
      pickupPoint: form.controls.pickupPoint.value,
      order: composing.kind === 'change' ? composing.order.id : null,
    };
  });
  protected readonly pickup = computed(() => {
    this.change();
    const form = this.form();
    return form ? `${form.controls.day.value}T${typedTime(form.controls.time.value) ?? ''}` : '';
  });

  /** Said of the way there: when an order that is sent leaves, and what warmth does to it. */
  protected readonly way = computed(() => {
    const [chosen, workshop] = [this.form()?.controls.pickupPoint.value, this.workshop()];
    const ordered = new Set(this.said()?.pieces.map(({ piece }) => piece));
    const point = workshop?.pickupPoints.find(({ id }) => id === chosen);
    const pieces = this.pieces().filter(({ id }) => ordered.has(id));
    return workshop ? wayText(point, pieces, workshop) : '';
  });

  private readonly who = computed(() => {
    this.change();
    return this.form()?.controls.customer.value ?? '';
  });
  /** Customers who may be meant by what is typed so far. */
  protected readonly alike = computed(() => customersLike(this.customers(), this.who()));
  /** The customer who is meant, with what is remembered of them. */
  protected readonly known = computed(() => customerMeant(this.customers(), this.who()));
  /** What is said of the order so far. */
  protected readonly said = computed((): OrderSaid | null => {
    this.change();
    const form = this.form();
    if (!form) return null;
    const { customer, phone, allergies } = form.getRawValue();
    const pieces = piecesOfOrder(filledContents(orderedOf(form), this.names().boxes));
    return { customer, phone, allergies, pieces };
  });

  /** Boxes, then loose pieces, to order. */
  protected readonly items = computed(() => {
    const { boxes = [], currency = 'EUR' } = this.workshop() ?? {};
    const priced = (name: string, priceMinor: number | null): string =>
      priceMinor === null ? name : `${name} · ${money(priceMinor, currency)}`;
    return [
      ...boxes.map(({ id, name, priceMinor }) => ({ id: boxItem(id), name: priced(name, priceMinor) })),
      ...this.pieces().map(({ id, name, costs }) => ({ id, name: priced(name, costs.priceMinor) })),
    ];
  });

  /** What the order comes to as it stands: at the prices that were agreed, and today’s of what is new. */
  protected readonly total = computed(() => {
    this.change();
    const form = this.form();
    if (!form) return '';
    const composing = this.composing();
    const today: PriceList = {
      piece: (id) => this.pieces().find((piece) => piece.id === id)?.costs.priceMinor,
      box: (id) => this.names().boxes.get(id)?.priceMinor,
    };
    const agreed = composing.kind === 'change' ? agreedPrices(composing.order) : undefined;
    const { totalMinor } = orderPrice(pricedOrder(orderedOf(form), today, agreed));
    const currency = this.workshop()?.currency ?? 'EUR';
    const deposit = depositOf(orderedOf(form).boxes, (id) => this.names().boxes.get(id)?.depositMinor);
    const asked = deposit > 0 ? `, ${money(deposit, currency)} of it as a deposit` : '';
    return `comes to ${money(totalMinor, currency)}${asked}`;
  });

  /** Until when its place may be held for the deposit. */
  protected readonly holds = computed(() => {
    const wall = new WallTime(this.workshop()?.timeZone ?? 'UTC');
    const composing = this.composing();
    const kept = composing.kind === 'change' ? composing.order.holdUntil : null;
    const later = untracked(() =>
      HOLD_HOURS.map((hours) => stampOf(wall, this.clock.now() + hours * MS_PER_HOUR)),
    );
    const all = [...(kept ? [kept] : []), ...later];
    return [
      { id: '', name: 'no, it is promised' },
      ...all.map((id) => ({ id, name: `until ${wallText(id)}` })),
    ];
  });

  /** Why it cannot be promised as it is, and what can be done instead. */
  protected readonly refusal = computed(() => {
    const error = this.trouble()?.errors.find(({ code }) => REFUSALS.includes(code));
    if (!error) return null;
    const at = error.params['nearest'];
    const nearest = typeof at === 'string' ? { at, name: this.whenText(at) } : null;
    const [text] = this.errors.texts(error.pointer);
    return { text, nearest, canBeForced: error.code === 'not-makeable' };
  });

  /** What of the order its customer must never have. */
  protected readonly clashes = computed(
    () => this.trouble()?.errors.filter(({ code }) => ALLERGY_FAULTS.includes(code)) ?? [],
  );

  /** What is told at its field: what is asked about is not said there again. */
  private readonly toldAtFields = computed((): Trouble | null => {
    const trouble = this.trouble();
    if (!trouble || isUnanswered(trouble) || this.clashes().length === 0) return trouble;
    return { ...trouble, errors: trouble.errors.filter(({ code }) => !ALLERGY_FAULTS.includes(code)) };
  });

  /** What else stood in the way. */
  protected readonly otherTrouble = computed(() => (this.clashes().length > 0 ? null : this.trouble()));

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
  protected readonly timeText = timeText;
  protected readonly timeWanted = timeWanted;
  /** Whether somebody is about to take it although the plan has no room for it. */
  protected readonly isOverruling = signal(false);
  /** How it was tried to take the order last. */
  private taking = PROMISED;

  constructor() {
    // untracked: the clock's tick must not take away what is typed
    effect(() => {
      const composing = this.composing();
      this.form.set(untracked(() => this.freshForm(composing)));
    });
    effect(() => {
      this.change();
      const said = this.phrase()?.text();
      const form = this.form();
      if (form && said !== undefined) untracked(() => keepDraft(form, said));
    });
    this.errors.from(this.toldAtFields);
    this.store.dispatch(OrderActions.saveDismissed());
    afterNextRender(() => {
      if (this.composing().kind === 'change') this.customer()?.focus();
    });
  }

  protected theirText(order: Order): string {
    const wall = new WallTime(this.workshop()?.timeZone ?? 'UTC');
    return `${order.customer}: ${linesText(order, this.names())}, ${wall.dayTime(Date.parse(order.pickupAt))}`;
  }

  /** Fri 19, 13:30, of a time on the wall. */
  private whenText(at: string): string {
    const day = this.days().find(({ id }) => id === at.slice(0, 10))?.name ?? at.slice(0, 10);
    return `${day}, ${timeText(at.slice(11))}`;
  }

  /** Takes a pickup from the grid. */
  protected take(form: DraftForm, at: string): void {
    form.patchValue({ day: at.slice(0, 10), time: timeText(at.slice(11)) });
  }

  /** Takes the pickup offered instead: what was refused is no longer asked. */
  protected takeNearest(form: DraftForm, at: string): void {
    this.take(form, at);
    this.store.dispatch(OrderActions.saveDismissed());
  }

  /** Fills in what a phrase says anew; what it says nothing of stays as it is. */
  protected fillIn(form: DraftForm, { lines = [], ...said }: Partial<Phrase>): void {
    const workshop = this.workshop();
    if (!workshop) return;
    form.patchValue(fieldsOfPhrase(said));
    if (lines.length === 0) return;
    form.controls.lines.clear();
    for (const line of linesOfPhrase(lines, workshop.boxes)) form.controls.lines.push(lineForm(line));
  }

  protected save(form: DraftForm, taking = PROMISED): void {
    // what was not understood is put right first, never left out silently
    if (this.phrase()?.unclear().length) return this.phrase()!.askAgain();
    form.markAllAsTouched();
    if (form.invalid) {
      this.focusFault();
      return;
    }
    const known = this.known();
    if (known) form.controls.customer.setValue(known.name);
    this.taking = taking;
    this.isOverruling.set(false);
    const composing = this.composing();
    const original = composing.kind === 'change' ? (this.theirs() ?? composing.order) : null;
    this.store.dispatch(OrderActions.saveAsked({ draft: draftOf(form, taking), original }));
  }

  /** Takes it as it was tried, with why its customer may have it all the same. */
  protected takeKnowingly(form: DraftForm, despiteAllergy: AllergyWaiver): void {
    this.save(form, { ...this.taking, despiteAllergy });
  }

  /** Takes it although the plan has no room for it, with who says so and why. */
  protected overrule(form: DraftForm, despiteKitchen: Overruling): void {
    this.save(form, { ...this.taking, state: 'promised', despiteKitchen });
  }

  private goneOn(draft: KeptDraft): DraftStart {
    const { boxes = [], pickupPoints = [] } = this.workshop() ?? {};
    const days = this.days().map(({ id }) => id);
    const isHeld = this.holds().some(({ id }) => id === draft.holdUntil);
    const start = startOfKept(draft, { boxes, days, points: pickupPoints.map(({ id }) => id) });
    return { ...start, holdUntil: isHeld ? draft.holdUntil : '' };
  }

  private freshForm(composing: NonNullable<Composing>): DraftForm {
    if (composing.kind === 'change') return draftForm(startOf(composing.order, this.workshop()?.boxes ?? []));
    const day = this.days()[0]?.id ?? '';
    const pickupPoint = this.workshop()?.pickupPoints[0]?.id ?? '';
    const draft = keptDraft();
    if (draft) return draftForm(this.goneOn(draft));
    const nothing = {
      customer: '',
      phone: '',
      allergies: [],
      lines: [],
      time: '',
      note: '',
      giftMessage: '',
      holdUntil: '',
    };
    return draftForm({ ...nothing, day, pickupPoint });
  }
}

/** An instant as it is kept, 2026-06-19T15:00. */
function stampOf(wall: WallTime, instant: number): string {
  const { day, time } = wall.stamp(instant);
  return `${day}T${time}`;
}

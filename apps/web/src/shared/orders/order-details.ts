import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Order, OrderState, PickupLife } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { counted, duration, mass, money } from '../formats/formats';
import { wallText, type WallTime } from '../formats/wall-time';
import { blockerText } from '../plan/plan-words';
import { planWords, type PlanWords } from '../plan/plan-names';
import { benchFeature } from '../../state/bench.state';
import { KeepingActions, keepingFeature, pickupKey } from '../../state/keeping.state';
import type { MadeBy, OrderFate } from '../../state/order-fate';
import { OrderActions } from '../../state/orders.state';
import { customersFeature } from '../../state/customers.state';
import { RecordActions } from '../../state/records.state';
import { allergensText } from './allergen-words';
import { waivedText } from './waiver-words';
import { planFeature } from '../../state/plan.state';
import { weighingsFeature } from '../../state/weighings.state';
import { workshopFeature } from '../../state/workshop.state';
import { CustomerNote } from './customer-note';
import { OrderHistory } from './order-history';
import { OrderMessages } from './order-messages';
import { OrderPayments } from './order-payments';
import { MADE_WORDS } from './made-words';
import { linesText, standingOf } from './order-rows';
import { parcelGramsOf } from './parcel-weight';
import { leavesAt, whereText } from './sending-words';
import { swapsText } from './swap-words';

interface Step {
  readonly to: OrderState;
  readonly verb: string;
}

/** What was done by mistake is taken back, however long ago. */
const NOT_THERE: Step = { to: 'promised', verb: 'Not on the shelf after all' };
const NOT_GONE: Step = { to: 'ready', verb: 'Not handed over after all' };
/** At the counter the order’s own row says that it was not handed over. */
const BACK: readonly Step[] = [NOT_THERE];
const CANCEL: Step = { to: 'cancelled', verb: 'Cancel the order' };

/** What can be done with an order here; handing over is the counter’s. */
const STEPS: Readonly<Record<OrderState, readonly Step[]>> = {
  asked: [
    { to: 'promised', verb: 'Promise it' },
    { to: 'waiting', verb: 'Put it on the waiting list' },
    CANCEL,
  ],
  waiting: [{ to: 'promised', verb: 'Promise it' }, CANCEL],
  promised: [CANCEL],
  ready: [{ to: 'not-collected', verb: 'Not collected' }, NOT_THERE, CANCEL],
  'handed-over': [NOT_GONE],
  'not-collected': [{ to: 'ready', verb: 'Back on the shelf' }],
  cancelled: [
    { to: 'promised', verb: 'Promise it again' },
    { to: 'waiting', verb: 'Put it on the waiting list' },
  ],
};

/** The margin's answer for one order: how it is made, how old it will be, or why it cannot be. */
@Component({
  selector: 'al-order-details',
  imports: [CustomerNote, MatButtonModule, OrderHistory, OrderMessages, OrderPayments, RouterLink],
  templateUrl: './order-details.html',
  styleUrl: './order-details.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OrderDetails {
  readonly order = input.required<Order>();
  readonly fate = input.required<OrderFate | null>();
  readonly wall = input.required<WallTime>();
  /** Whether it may be changed and cancelled from here. */
  readonly canChange = input(true);
  readonly changeAsked = output();

  private readonly store = inject(Store);
  private readonly names = this.store.selectSignal(workshopFeature.selectOrderNames);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly clashBook = this.store.selectSignal(workshopFeature.selectClashBook);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly dippery = this.store.selectSignal(workshopFeature.selectDippery);
  private readonly declared = this.store.selectSignal(workshopFeature.selectDeclared);
  private readonly weighings = this.store.selectSignal(weighingsFeature.selectWeighings);
  private readonly points = computed(() => this.workshop()?.pickupPoints ?? []);
  private readonly saved = this.store.selectSignal(planFeature.selectSaved);
  private readonly atBench = this.store.selectSignal(benchFeature.selectMade);
  private readonly pickups = this.store.selectSignal(keepingFeature.selectPickups);

  constructor() {
    // until when it is eaten is one figure, wherever it is told
    this.store.dispatch(KeepingActions.opened());
  }

  protected readonly standing = computed(() => standingOf(this.order(), this.fate() ?? undefined));
  protected readonly what = computed(() => linesText(this.order(), this.names()));
  protected readonly pickup = computed(() => this.wall().dayTime(leavesAt(this.order(), this.points())));
  protected readonly point = computed(() => whereText(this.order(), this.points(), this.wall()));
  /** What its parcel weighs, for the label. */
  protected readonly parcel = computed(() => {
    const grams = parcelGramsOf(this.order(), {
      ...{ points: this.points(), pieces: this.pieces(), dippery: this.dippery() },
      ...{ weighings: this.weighings(), book: this.declared().book },
    });
    return grams === null ? '' : mass(grams);
  });

  /** Each of its pieces with where it comes from. */
  protected readonly made = computed(() => {
    const saved = this.saved();
    const workshop = this.workshop();
    if (!saved || !workshop) return [];
    const words = planWords(saved, workshop, this.pieces());
    return (this.fate()?.madeBy ?? []).map((made) => ({
      ...this.atBenchText(made, words),
      what: `${made.pieces} ${words.piece(made.batch.product)}`,
      age: duration(Math.round(this.pickupOf(made)?.agedMinutes ?? made.ageMinutes)),
      limit: duration(words.holdMinutes(made.batch.product)),
      eatBy: this.eatByText(made),
    }));
  });

  private pickupOf({ batch: { id } }: MadeBy): PickupLife | undefined {
    return this.pickups().get(pickupKey({ batch: id, order: this.order().id }));
  }

  private eatByText(made: MadeBy): string {
    const pickup = this.pickupOf(made);
    return pickup ? this.wall().dateTime(Date.parse(pickup.eatBy)) : '–';
  }

  protected readonly reasons = computed(() => {
    const saved = this.saved();
    const workshop = this.workshop();
    if (!saved || !workshop) return [];
    const words = planWords(saved, workshop, this.pieces());
    return (this.fate()?.unmet ?? []).map(
      (reason) => `${reason.pieces} ${words.piece(reason.product)}: ${blockerText(reason.blocker, words)}`,
    );
  });

  /** What its boxes contain, and what they may beside that from shared bowls and benches. */
  protected readonly allergens = computed(() => allergensText(this.order(), this.clashBook()));

  protected readonly waivedText = waivedText;
  protected readonly swaps = computed(() => swapsText(this.order().swaps, this.names()));
  /** How each of its pieces is kept, said once. */
  protected readonly advice = computed(() => {
    const kept = this.order().pieces.flatMap(
      (line) => this.pieces().find((piece) => piece.id === line.piece)?.keeping.advice ?? [],
    );
    const said = kept.map((advice) => advice.trim()).filter((advice) => advice !== '');
    return [...new Set(said.map((advice) => (/[.!?]$/.test(advice) ? advice : `${advice}.`)))];
  });

  /** Until when its place is held, and for what. */
  protected readonly hold = computed(() => {
    const { holdUntil, depositMinor } = this.order();
    if (!holdUntil) return '';
    const currency = this.workshop()?.currency ?? 'EUR';
    const what = depositMinor > 0 ? `a deposit of ${money(depositMinor, currency)}` : 'a deposit';
    return `Its place is held until ${wallText(holdUntil)} for ${what}.`;
  });
  protected readonly counted = counted;
  private readonly customers = this.store.selectSignal(customersFeature.selectCustomersById);
  protected readonly customer = computed(() => this.customers().get(this.order().customerId ?? '') ?? null);
  /** The name that stands for a person who was erased is nobody to remember. */
  protected readonly isErased = computed(() => this.order().customer === 'erased');
  protected readonly steps = computed(() => STEPS[this.order().state]);
  /** Where it is not changed it can still be taken back. */
  protected readonly backSteps = computed(() => this.steps().filter((step) => BACK.includes(step)));
  protected readonly isOpen = computed(() => ['asked', 'promised', 'waiting'].includes(this.order().state));

  /** The batch that it is of, and how far that has come by what the bench wrote down; '' where it says nothing of it. */
  private atBenchText({ batch, clock }: MadeBy, words: PlanWords): { run: string; atBench: string } {
    const made = this.atBench()?.get(this.order().id) ?? [];
    const own = made.find((each) => each.batch === batch.id && each.product === batch.product);
    const dipped = own?.stage === 'not-begun' ? 'to be dipped' : 'dipped';
    return {
      run: `batch ${batch.id}, ${words.bowlsOf(batch)}, ${dipped} by ${words.time(clock)}`,
      atBench: own ? MADE_WORDS[own.stage] : '',
    };
  }

  /** Keeps who ordered it among the customers, with what was said of them. */
  protected remember(): void {
    const { customer: name, phone, allergies } = this.order();
    const draft = { name, phone, allergies, wishes: '' };
    this.store.dispatch(RecordActions.saveAsked({ path: 'customers', draft, original: null }));
  }

  protected move(to: OrderState): void {
    this.store.dispatch(OrderActions.moveAsked({ order: this.order(), to }));
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { AllergyWaiver, CounterDeed, Order, OrderState } from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { EntryField } from '../shared/forms/entry-field';
import { Keys } from '../shared/keys';
import { counted } from '../shared/formats/formats';
import { hourText, shortHour, spokenHour } from '../shared/formats/wall-time';
import { Margin } from '../shared/margin/margin';
import { Knowingly } from '../shared/orders/knowingly';
import { LabelPrinting } from '../shared/orders/label-printing';
import { LabelSheetChoice } from '../shared/orders/label-sheet';
import { OrderDetails } from '../shared/orders/order-details';
import { PaperLink } from '../shared/paper/paper-link';
import { fieldTexts, troubleText } from '../shared/problem-text';
import { waivedText } from '../shared/orders/waiver-words';
import { CounterOutbox, troubleOf, type KeptCounterDeed } from '../shared/orders/counter-outbox';
import { KeepingActions } from '../state/keeping.state';
import { OrderActions, ordersFeature } from '../state/orders.state';
import type { CounterRow } from './counter-rows';
import { deedWords } from './deed-words';
import { OrderSteps } from './parts/order-steps';
import { ShortPacks } from './parts/short-packs';
import { TicketScan } from './parts/ticket-scan';
import { CounterPageStore } from './counter.store';

/** The next step of an order at the counter. */
const NEXT: Partial<Record<OrderState, { deed: CounterDeed; verb: string }>> = {
  promised: { deed: { kind: 'shelve' }, verb: 'On the shelf' },
  ready: { deed: { kind: 'hand-over', collectedBy: '', parts: null }, verb: 'Hand over' },
};

/** What is to be done with an order, as long as it is asked about. */
interface Asked extends Pick<Order, 'id' | 'state'> {
  readonly deed: CounterDeed;
}

/** Counter: who collects when, is it there, tick it off. */
@Component({
  imports: [
    MatButtonModule,
    RouterLink,
    EntryField,
    Knowingly,
    LabelPrinting,
    LabelSheetChoice,
    Margin,
    OrderDetails,
    OrderSteps,
    PaperLink,
    ShortPacks,
    TicketScan,
  ],
  providers: [CounterPageStore],
  templateUrl: './counter-page.html',
  styleUrl: './counter-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CounterPage {
  private readonly store = inject(Store);
  protected readonly page = inject(CounterPageStore);
  protected readonly outbox = inject(CounterOutbox);
  protected readonly isRead = this.store.selectSignal(ordersFeature.selectIsRead);
  private readonly findField = viewChild.required<EntryField>('find');
  protected readonly next = NEXT;
  /** Whose papers: the chosen order’s, or the day’s. */
  protected readonly ofChosen = computed(() => ({ order: this.page.chosenId()! }));
  protected readonly ofDay = computed(() => ({ day: this.page.day()!.date }));
  /** The order that is asked about, as it was then. */
  private readonly asked = signal<Asked | null>(null);
  /** What was done last, which the server may ask about. */
  private last: Asked | null = null;
  /** What the server knows against it that no page does: what the lots brought in that really went into it. */
  private readonly refused = signal('');

  constructor() {
    this.store.dispatch(KeepingActions.opened());
    inject(Actions)
      .pipe(ofType(OrderActions.moveFailed), takeUntilDestroyed())
      .subscribe(({ trouble, order }) => this.askOf(order, fieldTexts(trouble, '/customer')));
    inject(Keys).bind(
      { key: '/', does: 'Find a name, ticket or telephone', run: () => this.findField().focus() },
      { key: 'ArrowDown', does: 'Next order', run: () => this.page.step(1) },
      { key: 'ArrowUp', does: 'Order before', run: () => this.page.step(-1) },
      { key: 'Enter', does: 'Next step of the chosen order', run: () => this.advanceChosen() },
    );
  }

  /** Takes an order a step on; what speaks against that is asked about first. */
  protected advance(row: CounterRow): void {
    const next = NEXT[row.order.state];
    if (next) this.begin(row, next.deed);
  }

  protected begin({ order, stop }: CounterRow, deed: CounterDeed): void {
    this.page.choose(order.id);
    this.refused.set('');
    const asked = { id: order.id, state: order.state, deed };
    // pressed twice it still waits for its answer
    if (stop) this.asked.set(asked);
    else this.send(order, asked);
  }

  protected isAsked(row: CounterRow): boolean {
    const asked = this.asked();
    return this.stopText(row) !== '' && asked?.id === row.order.id && asked.state === row.order.state;
  }

  /** What speaks against the next step of the order that is asked about. */
  protected stopText({ stop }: CounterRow): string {
    return this.refused() || (stop ?? '');
  }

  /** Whether somebody has to answer for it with their name. */
  protected isAnswered({ isClash }: CounterRow): boolean {
    return isClash || this.refused() !== '';
  }

  protected leave(): void {
    this.asked.set(null);
    this.refused.set('');
  }

  private askOf(order: Order, against: readonly string[]): void {
    if (against.length === 0 || this.last?.id !== order.id) return;
    this.refused.set(against.join(' '));
    this.asked.set({ ...this.last, state: order.state });
  }

  /** Does what was asked about, with who answers for what its customer must never have. */
  protected goOn(order: Order, despiteAllergy?: AllergyWaiver): void {
    const asked = this.asked();
    this.leave();
    if (asked?.id === order.id) this.send(order, asked, despiteAllergy);
  }

  private send(order: Order, asked: Asked, despiteAllergy?: AllergyWaiver): void {
    this.last = asked;
    this.outbox.add(order, asked.deed, despiteAllergy ?? null);
  }

  private advanceChosen(): void {
    const rows = this.page.hours().flatMap((hour) => hour.rows);
    const row = rows.find((each) => each.order.id === this.page.chosenId());
    if (row) this.advance(row);
  }

  /** What was done and the server would not take, with why. */
  protected readonly notTaken = computed(() => {
    const tickets = new Map(this.page.all().map(({ id, ticket }) => [id, ticket]));
    return this.outbox.refused().map((deed) => ({
      deed,
      text: `${tickets.get(deed.event.order) ?? 'An order'}: ${deedWords(deed.event.deed)}, ${this.page.wall().time(deed.event.at)}. ${this.whyText(deed)}`,
    }));
  });

  private whyText({ refusal }: KeptCounterDeed): string {
    if (!refusal) return '';
    const trouble = troubleOf(refusal);
    const fields = trouble.errors.flatMap(({ pointer }) => fieldTexts(trouble, pointer));
    return fields.length > 0 ? fields.join(' ') : troubleText(trouble);
  }

  /** Whether this browser lets a page ask for the camera at all: only by HTTPS, or on this very machine. */
  protected readonly canScan = typeof navigator.mediaDevices?.getUserMedia === 'function';
  protected readonly isScanning = signal(false);
  /** What was scanned and is not collected on this day. */
  protected readonly scanned = signal('');

  /** A scanned ticket is taken as one that was typed; one of another day is said to be. */
  protected takeScanned(ticket: string): void {
    this.isScanning.set(false);
    this.page.look('');
    const isHere = this.takeFound(ticket);
    this.scanned.set(
      isHere ? '' : `“${ticket.slice(0, 40)}” is no ticket of this day. Pick its day on the ruler.`,
    );
  }

  protected readonly counted = counted;
  protected readonly hourText = hourText;
  protected readonly shortHour = shortHour;
  protected readonly spokenHour = spokenHour;
  protected readonly waivedText = waivedText;

  protected goTo(hour: string): void {
    const section = document.getElementById(`hour-${hour}`);
    section?.querySelector('details')?.setAttribute('open', '');
    section?.scrollIntoView({ block: 'start' });
  }

  /** Enter takes the one order that is found, or whose ticket was scanned, and the line is free for the next. */
  protected takeFound(find: string): boolean {
    const rows = this.page.hours().flatMap((hour) => hour.rows);
    const ticket = find.trim().toLowerCase();
    const row =
      rows.find(({ order }) => order.ticket.toLowerCase() === ticket) ?? (rows.length === 1 ? rows[0] : null);
    if (!row || ticket === '') return false;
    this.page.choose(row.order.id);
    this.page.look('');
    const shown = document.getElementById(`order-${row.order.id}`);
    shown?.closest('details')?.setAttribute('open', '');
    shown?.scrollIntoView({ block: 'center' });
    return true;
  }
}

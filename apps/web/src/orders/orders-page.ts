import { CdkVirtualScrollViewport, ScrollingModule } from '@angular/cdk/scrolling';
import {
  ApplicationRef,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { EntryField } from '../shared/forms/entry-field';
import { debounceTime, of, Subject, switchMap } from 'rxjs';
import { EllStore } from '../shared/ell/ell.store';
import { count, counted } from '../shared/formats/formats';
import { Keys } from '../shared/keys';
import { Margin } from '../shared/margin/margin';
import { OrderDetails } from '../shared/orders/order-details';
import { matching, type OrderRow } from '../shared/orders/order-rows';
import { OrderActions, ordersFeature } from '../state/orders.state';
import { seasonFeature } from '../state/season.state';
import { OrdersPageStore } from './orders.store';
import { forgetDraft, keptDraft } from './parts/kept-draft';
import { OrderComposer } from './parts/order-composer';
import { WaitingOffers } from './parts/waiting-offers';

/** Height of a row, in px. */
const ROW_HEIGHT = 42;
/** What is looked for is asked once nobody types any more. */
const TYPED_MS = 180;

const COLUMNS = [
  { key: 'ticket', name: 'Ticket' },
  { key: 'customer', name: 'Who' },
  { key: 'pickup', name: 'Pickup' },
  { key: 'what', name: 'What' },
  { key: 'pieces', name: 'Pieces' },
  { key: 'state', name: 'State' },
  { key: 'standing', name: 'Plan' },
] as const;

/** Orders: take, change and cancel; how each one stands in the plan. */
@Component({
  imports: [
    RouterLink,
    MatButtonModule,
    EntryField,
    ScrollingModule,
    Margin,
    OrderComposer,
    OrderDetails,
    WaitingOffers,
  ],
  providers: [OrdersPageStore],
  templateUrl: './orders-page.html',
  styleUrl: './orders-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(window:beforeprint)': 'print(true)', '(window:afterprint)': 'print(false)' },
})
export class OrdersPage {
  private readonly store = inject(Store);
  protected readonly page = inject(OrdersPageStore);
  protected readonly ell = inject(EllStore);
  private readonly app = inject(ApplicationRef);
  protected readonly isPrinting = signal(false);
  protected readonly unreadCount = computed(() => this.page.rows().filter((row) => !row).length);
  private readonly findField = viewChild.required<EntryField>('find');
  private readonly viewport = viewChild(CdkVirtualScrollViewport);
  protected readonly columns = COLUMNS;
  protected readonly rowHeight = ROW_HEIGHT;
  protected readonly isRead = this.store.selectSignal(ordersFeature.selectIsRead);
  private readonly found = this.store.selectSignal(ordersFeature.selectFound);
  private readonly figures = this.store.selectSignal(seasonFeature.selectFigures);
  private readonly typed = new Subject<string>();
  /** What Enter was pressed for in Find, until the first of it is read. */
  private readonly opening = signal('');
  protected readonly kept = keptDraft;
  protected readonly forgetDraft = forgetDraft;
  protected readonly keptText = computed(() => {
    const draft = keptDraft();
    return draft
      ? draft.said.trim() ||
          [draft.customer, draft.note].find((text) => text.trim() !== '') ||
          'without a name'
      : '';
  });

  protected readonly summary = computed(() => {
    const figures = this.figures();
    return figures ? `${counted(figures.orders, 'order')} · ${count(figures.pieces)} pieces` : '';
  });
  /** Rows that are drawn now. */
  private readonly drawn = toSignal(
    toObservable(this.viewport).pipe(switchMap((viewport) => viewport?.renderedRangeStream ?? of(null))),
    { initialValue: null },
  );

  constructor() {
    inject(Keys).bind(
      { key: '+', does: 'New order', run: () => this.page.compose({ kind: 'new' }) },
      { key: '/', does: 'Find an order', run: () => this.findField().focus() },
      { key: 'ArrowDown', does: 'Next order', run: () => this.step(1) },
      { key: 'ArrowUp', does: 'Order before', run: () => this.step(-1) },
      { key: 'Enter', does: 'Change the chosen order', run: () => this.change() },
      { key: 'Escape', does: 'Close what is open', run: () => this.close() },
    );
    inject(Actions)
      .pipe(ofType(OrderActions.saved), takeUntilDestroyed())
      .subscribe(({ order }) => {
        if (this.page.composing()?.kind === 'new') forgetDraft();
        this.page.compose(null);
        this.page.choose(order);
      });
    this.typed.pipe(debounceTime(TYPED_MS), takeUntilDestroyed()).subscribe((find) => this.page.look(find));
    effect(() => {
      const range = this.drawn();
      untracked(() => {
        if (range && range.end > range.start)
          this.store.dispatch(OrderActions.rowsSeen({ from: range.start, to: range.end }));
      });
    });
    effect(() => {
      const words = this.opening();
      const first = this.page.rows()[0]?.order;
      if (words && first && matching([first], words).length > 0)
        untracked(() => {
          this.opening.set('');
          this.page.choose(first);
        });
    });
    // an order that was kept is brought to where it is seen
    effect(() => {
      const found = this.found();
      const viewport = this.viewport();
      if (found) viewport?.scrollToIndex(Math.max(0, found.index - 2));
    });
  }

  protected readonly rowId = (index: number, row: OrderRow | null): string | number => row?.order.id ?? index;

  protected look(find: string): void {
    this.typed.next(find);
  }

  /** Enter in Find opens the first that is found. */
  protected openFirst(find: string): void {
    this.page.look(find);
    this.opening.set(find.trim());
  }

  /** On paper all rows stand, not those alone that are in sight. */
  protected print(isPrinting: boolean): void {
    this.isPrinting.set(isPrinting);
    // the browser takes the page as it is when this ends
    this.app.tick();
  }

  /** Throws away what is typed: whoever only closes the form finds it again. */
  protected dismiss(): void {
    if (this.page.composing()?.kind === 'new') forgetDraft();
    this.page.compose(null);
  }

  protected change(): void {
    const order = this.page.chosenNow();
    if (order && ['asked', 'promised', 'waiting'].includes(order.state))
      this.page.compose({ kind: 'change', order });
  }

  /** The next or the row before, brought to where it is seen. */
  private step(by: number): void {
    const at = this.page.step(by);
    const viewport = this.viewport();
    if (at === null || !viewport) return;
    const [top, height] = [viewport.measureScrollOffset('top'), viewport.getViewportSize()];
    if (at * ROW_HEIGHT < top) viewport.scrollToIndex(at);
    else if ((at + 1) * ROW_HEIGHT > top + height) viewport.scrollToOffset((at + 1) * ROW_HEIGHT - height);
  }

  private close(): void {
    if (this.page.composing()) this.page.compose(null);
    else this.ell.clear();
  }
}

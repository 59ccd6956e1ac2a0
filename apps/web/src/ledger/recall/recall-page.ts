import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { RecallAsk } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { ChoiceField, type Choice } from '../../shared/forms/choice-field';
import { EntryField } from '../../shared/forms/entry-field';
import { WallTime } from '../../shared/formats/wall-time';
import { Keys } from '../../shared/keys';
import { Margin } from '../../shared/margin/margin';
import { troubleText } from '../../shared/problem-text';
import { benchFeature } from '../../state/bench.state';
import { larderFeature } from '../../state/larder.state';
import { RecallActions, recallFeature } from '../../state/recall.state';
import { workshopFeature } from '../../state/workshop.state';
import { foundBy, originText, reachedRows, stopRow, type Found, type RecallNames } from './recall-rows';
import { ReachedOrders } from './reached-orders';
import { StopForm } from './stop-form';
import { StopList } from './stop-list';

const ANY = '';
/** Where nothing is chosen, nothing is asked about. */
const anyOf = (word: string, list: readonly Choice[]): readonly Choice[] => [
  { id: ANY, name: word },
  ...list,
];

/** Recall: where a lot, a batch, a bowl or somebody's work went, what of it is still here, and what is stopped. */
@Component({
  imports: [MatButtonModule, RouterLink, ChoiceField, EntryField, Margin, ReachedOrders, StopForm, StopList],
  templateUrl: './recall-page.html',
  styleUrl: './recall-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RecallPage {
  // what is asked about stands in the address
  readonly lot = input<string>();
  readonly batch = input<string>();
  readonly bowl = input<string>();
  readonly person = input<string>();
  readonly zone = input<string>();
  readonly from = input<string>();
  readonly until = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieceNames);
  private readonly larder = this.store.selectSignal(larderFeature.selectLarder);
  private readonly runs = this.store.selectSignal(benchFeature.selectRuns);
  private readonly view = this.store.selectSignal(recallFeature.selectView);
  private readonly stops = this.store.selectSignal(recallFeature.selectStops);
  private readonly said = this.store.selectSignal(recallFeature.selectTrouble);

  private readonly names = computed((): RecallNames | null => {
    const workshop = this.workshop();
    if (!workshop) return null;
    const wall = new WallTime(workshop.timeZone);
    return { workshop, pieces: this.pieces(), larder: this.larder(), wall };
  });
  protected readonly ask = computed((): RecallAsk | null => {
    const all = {
      ...{ lot: this.lot(), batch: this.batch(), bowl: this.bowl(), person: this.person() },
      ...{ zone: this.zone(), from: this.from(), until: this.until() },
    };
    const given = Object.entries(all).filter(([, value]) => value !== undefined && value !== ANY);
    return given.length > 0 ? (Object.fromEntries(given) as RecallAsk) : null;
  });
  protected readonly bowls = computed(() => anyOf('any bowl', this.workshop()?.bowls ?? []));
  protected readonly people = computed(() => anyOf('anybody', this.workshop()?.people ?? []));
  protected readonly zones = computed(() => anyOf('anywhere', this.workshop()?.zones ?? []));
  protected readonly typed = signal('');
  protected readonly found = computed(() => {
    const names = this.names();
    return names ? foundBy(this.typed(), this.runs() ?? [], names) : [];
  });
  protected readonly origin = computed(() => {
    const [ask, names] = [this.ask(), this.names()];
    return ask && names ? originText(ask, names) : '';
  });
  protected readonly reached = computed(() => {
    const [view, names] = [this.view(), this.names()];
    return view && names && this.ask() ? reachedRows(view, names) : null;
  });
  protected readonly stopRows = computed(() => {
    const names = this.names();
    return names ? (this.stops() ?? []).map((stop) => stopRow(stop, names)) : [];
  });
  protected readonly open = computed(() => this.stopRows().filter(({ isOpen }) => isOpen));
  protected readonly over = computed(() => this.stopRows().filter(({ isOpen }) => !isOpen));
  /** A stop of just what is asked about. */
  /** What was made of it in this season and has not left. */
  protected readonly here = computed(() =>
    (this.ask() ? (this.view()?.batches ?? []) : [])
      .filter(({ here, madeAt }) => here > 0 && madeAt !== null)
      .map(({ batch, here: pieces }) => ({ batch, pieces })),
  );
  protected readonly isStopped = computed(() => {
    const ask = JSON.stringify(this.ask());
    return this.open().some((stop) => !stop.isPractice && JSON.stringify(stop.ask) === ask);
  });
  protected readonly trouble = computed(() => {
    const trouble = this.said();
    return trouble && troubleText(trouble);
  });

  constructor() {
    this.store.dispatch(RecallActions.opened());
    effect(() => this.store.dispatch(RecallActions.asked({ ask: this.ask() })));
    // nobody looks at it any more: it is not read anew
    inject(DestroyRef).onDestroy(() => this.store.dispatch(RecallActions.asked({ ask: null })));
    inject(Keys).bind({
      key: 'Escape',
      does: 'Back to the ledger',
      run: () => void this.router.navigate(['ledger']),
    });
  }

  protected choose(found: Found): void {
    this.typed.set('');
    this.go({ lot: null, batch: null, ...found.ask });
  }

  /** What is asked about, with this of it otherwise; null and '' are asked about no more. */
  protected go(change: Readonly<Partial<Record<keyof RecallAsk, string | null>>>): void {
    const queryParams = Object.fromEntries(
      Object.entries(change).map(([name, value]) => [name, value === ANY ? null : value]),
    );
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected forget(): void {
    void this.router.navigate([], { queryParams: {}, replaceUrl: true });
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { toObservable, toSignal, takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { PieceMoveView } from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, filter, of, switchMap } from 'rxjs';
import { airOf } from '../../shared/bench/kitchen-air';
import { counted, money } from '../../shared/formats/formats';
import { WallTime } from '../../shared/formats/wall-time';
import { Keys } from '../../shared/keys';
import { Margin } from '../../shared/margin/margin';
import { troubleText } from '../../shared/problem-text';
import { zoneRows } from '../../shared/keeping/zone-rows';
import { Slips } from '../../shared/slip/slips';
import { Api } from '../../state/api';
import { benchFeature } from '../../state/bench.state';
import { KeepingActions, keepingFeature } from '../../state/keeping.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';
import { dewText } from './dew-words';
import { batchRows, excursionRows, moveText, toleranceText, type BatchRow } from './keeping-rows';
import { MovePieces } from './move-pieces';
import { SellSeveral } from './sell-several';
import { ZoneChart } from './zone-chart';

const TWO_DAYS_MS = 48 * 3_600_000;

/** Keeping: how warm it is where things lie, what that took of their life, and what is to be done. */
@Component({
  imports: [MatButtonModule, RouterLink, Margin, MovePieces, SellSeveral, ZoneChart],
  templateUrl: './keeping-page.html',
  styleUrl: './keeping-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeepingPage {
  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly keeping = this.store.selectSignal(keepingFeature.selectKeeping);
  private readonly failed = this.store.selectSignal(keepingFeature.selectFailed);
  private readonly said = this.store.selectSignal(keepingFeature.selectTrouble);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieceNames = this.store.selectSignal(workshopFeature.selectPieceNames);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly prices = computed(
    () => new Map(this.pieces().map(({ id, costs }) => [id, costs.priceMinor])),
  );
  private readonly bench = this.store.selectSignal(benchFeature.selectBench);
  private readonly devices = this.store.selectSignal(benchFeature.selectDevices);
  private readonly api = inject(Api);
  private readonly slips = inject(Slips);

  private readonly input = computed(() => {
    const [keeping, workshop] = [this.keeping(), this.workshop()];
    if (!keeping || !workshop) return null;
    return {
      ...{ keeping, workshop, pieceNames: this.pieceNames(), prices: this.prices() },
      ...{ tickets: this.bench()?.tickets ?? {}, now: this.clock.now() },
    };
  });
  protected readonly zones = computed(() => {
    const input = this.input();
    return input ? zoneRows(input) : [];
  });
  protected readonly batches = computed(() => {
    const input = this.input();
    return input ? batchRows(input) : [];
  });
  protected readonly amiss = computed(
    () => this.batches().filter(({ tone }) => tone === 'over' || tone === 'care').length,
  );
  /** The zone whose log is shown: the one that was chosen, else the first that is not as it is set, or is measured at all. */
  protected readonly zone = linkedSignal<string | null>(() => {
    const zones = this.keeping()?.zones ?? [];
    const wrong = this.zones().find(({ tone }) => tone === 'over' || tone === 'care')?.id;
    return wrong ?? zones.find(({ hasSensor }) => hasSensor)?.zone ?? null;
  });
  protected readonly zoneName = computed(() => this.zones().find(({ id }) => id === this.zone())?.name ?? '');
  private readonly log = toSignal(
    toObservable(computed(() => ({ zone: this.zone(), keeping: this.keeping() }))).pipe(
      filter(({ zone }) => zone !== null),
      switchMap(({ zone }) => this.api.zoneLog(zone!).pipe(catchError(() => of(null)))),
    ),
    { initialValue: null },
  );
  protected readonly drawing = computed(() => {
    const [log, workshop] = [this.log(), this.workshop()];
    if (!log || !workshop || log.zone !== this.zone() || log.readings.length === 0) return null;
    const until = this.clock.now();
    return { log, until, from: until - TWO_DAYS_MS, wall: new WallTime(workshop.timeZone) };
  });
  protected readonly excursions = computed(() =>
    excursionRows(
      this.keeping()?.zones.find(({ zone }) => zone === this.zone()),
      this.workshop()?.timeZone ?? 'UTC',
    ),
  );
  protected readonly tolerance = computed(() => toleranceText());
  /** What dew does to a box out of the coldest zone, in the kitchen’s air. */
  protected readonly dew = computed(() => {
    const keeping = this.keeping();
    return keeping ? dewText(keeping, airOf(this.devices()), this.zones()) : '';
  });
  protected readonly spare = computed(() => this.batches().reduce((sum, row) => sum + row.spare, 0));
  /** The batch of which something goes elsewhere. */
  protected readonly writing = signal<string | null>(null);
  protected readonly isSelling = signal(false);
  protected readonly spareRows = computed(() => this.batches().filter(({ spare }) => spare > 0));
  protected readonly isRead = computed(() => this.keeping() !== null);
  protected readonly trouble = computed(() => {
    const trouble = this.said();
    // what is wrong with what goes elsewhere is told there
    return trouble && this.failed()?.kind !== 'move' ? troubleText(trouble) : null;
  });

  constructor() {
    this.store.dispatch(KeepingActions.opened());
    inject(Actions)
      .pipe(ofType(KeepingActions.deedDone), takeUntilDestroyed())
      .subscribe(({ deed, move }) => {
        if (deed.batch === this.writing()) this.writing.set(null);
        if (move) this.tell(deed.batch, move);
      });
    const router = inject(Router);
    inject(Keys).bind({
      key: 'Escape',
      does: 'Back to the counter',
      run: () => void router.navigate(['counter']),
    });
  }

  protected readonly counted = counted;

  /** What nobody is to have is sold or given away before it is written off. */
  protected verb({ spare }: BatchRow): string {
    return spare > 0 ? 'Sell or give' : 'Write off';
  }

  /** What was done is said where it can be taken back at once. */
  private tell(id: string, move: PieceMoveView): void {
    const workshop = this.workshop();
    const row = this.batches().find((each) => each.id === id);
    if (!workshop || !row) return;
    this.slips.lay({
      text: `${row.name}: ${moveText(move, workshop, new WallTime(workshop.timeZone))}`,
      undo: () => this.undo(row, move.id),
    });
  }

  /** A sale is taken back whole, by any part of it. */
  protected tellSold(moves: readonly PieceMoveView[]): void {
    this.isSelling.set(false);
    const [first] = moves;
    const currency = this.workshop()?.currency ?? 'EUR';
    const pieces = moves.reduce((sum, move) => sum + move.pieces, 0);
    const paid = moves.reduce((sum, move) => sum + (move.paid?.amountMinor ?? 0), 0);
    if (!first) return;
    this.slips.lay({
      text: `${counted(pieces, 'piece')} sold as ${first.cause || 'a mixed box'} for ${money(paid, currency)}`,
      undo: () =>
        this.store.dispatch(KeepingActions.deedAsked({ deed: { kind: 'undo', batch: '', move: first.id } })),
    });
  }

  protected undo({ id: batch }: BatchRow, move: string): void {
    this.store.dispatch(KeepingActions.deedAsked({ deed: { kind: 'undo', batch, move } }));
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { toObservable, toSignal, takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, filter, of, switchMap } from 'rxjs';
import { airOf } from '../../shared/bench/kitchen-air';
import { WallTime } from '../../shared/formats/wall-time';
import { Keys } from '../../shared/keys';
import { Margin } from '../../shared/margin/margin';
import { troubleText } from '../../shared/problem-text';
import { Api } from '../../state/api';
import { benchFeature } from '../../state/bench.state';
import { KeepingActions, keepingFeature } from '../../state/keeping.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';
import { dewText } from './dew-words';
import { batchRows, excursionRows, toleranceText, zoneRows, type BatchRow } from './keeping-rows';
import { WriteOff } from './write-off';
import { ZoneChart } from './zone-chart';

const TWO_DAYS_MS = 48 * 3_600_000;

/** Keeping: how warm it is where things lie, what that took of their life, and what is to be done. */
@Component({
  imports: [MatButtonModule, RouterLink, Margin, WriteOff, ZoneChart],
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
  private readonly bench = this.store.selectSignal(benchFeature.selectBench);
  private readonly devices = this.store.selectSignal(benchFeature.selectDevices);
  private readonly api = inject(Api);

  private readonly input = computed(() => {
    const [keeping, workshop] = [this.keeping(), this.workshop()];
    if (!keeping || !workshop) return null;
    return {
      ...{ keeping, workshop, pieceNames: this.pieceNames() },
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
  /** The batch that is to be written off. */
  protected readonly writing = signal<string | null>(null);
  protected readonly isRead = computed(() => this.keeping() !== null);
  protected readonly trouble = computed(() => {
    const trouble = this.said();
    // what is wrong with what is written off is told there
    return trouble && this.failed()?.kind !== 'move' ? troubleText(trouble) : null;
  });

  constructor() {
    this.store.dispatch(KeepingActions.opened());
    inject(Actions)
      .pipe(ofType(KeepingActions.deedDone), takeUntilDestroyed())
      .subscribe(({ deed }) => {
        if (deed.batch === this.writing()) this.writing.set(null);
      });
    const router = inject(Router);
    inject(Keys).bind({
      key: 'Escape',
      does: 'Back to the counter',
      run: () => void router.navigate(['counter']),
    });
  }

  protected undo({ id: batch }: BatchRow, move: string): void {
    this.store.dispatch(KeepingActions.deedAsked({ deed: { kind: 'undo', batch, move } }));
  }
}

import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { catchError, EMPTY, exhaustMap, timer } from 'rxjs';
import { zoneRows } from '../shared/keeping/zone-rows';
import { Api } from '../state/api';
import { KeepingActions, keepingFeature } from '../state/keeping.state';
import { WorkshopClock } from '../state/workshop-clock';
import { workshopFeature } from '../state/workshop.state';

/** Sensors speak all the time: once a minute is enough. */
const READ_EVERY_MS = 60_000;

/** Zones that are too warm, or too cold, right now, on every open page. */
@Component({
  selector: 'al-warm-bar',
  imports: [RouterLink],
  template: `
    @if (amiss().length > 0) {
      <div class="warm" role="alert">
        @for (zone of amiss(); track zone.id) {
          <span>
            <strong>{{ zone.name }}</strong> {{ zone.state }}, {{ zone.now }} now
          </span>
        }
        <a routerLink="/counter/keeping">What lies there</a>
      </div>
    }
  `,
  styles: `
    .warm {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 20px;
      padding: 2px 20px;
      border-bottom: 2px solid var(--madder);
      background: var(--madder-wash);
    }

    a {
      font-weight: 600;
      line-height: 44px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WarmBar {
  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly keeping = this.store.selectSignal(keepingFeature.selectKeeping);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly amiss = computed(() => {
    const [keeping, workshop] = [this.keeping(), this.workshop()];
    if (!keeping || !workshop) return [];
    return zoneRows({ keeping, workshop, now: this.clock.now() }).filter(({ tone }) => tone === 'over');
  });

  constructor() {
    const api = inject(Api);
    timer(0, READ_EVERY_MS)
      .pipe(
        exhaustMap(() => api.keeping().pipe(catchError(() => EMPTY))),
        takeUntilDestroyed(),
      )
      .subscribe((keeping) => this.store.dispatch(KeepingActions.read({ keeping })));
  }
}

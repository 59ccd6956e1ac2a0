import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { RecallActions, recallFeature } from '../state/recall.state';

/** What is not to leave the shop, on every open page. */
@Component({
  selector: 'al-stop-bar',
  imports: [RouterLink],
  template: `
    @if (stops().length > 0) {
      <div class="stopped" role="alert">
        @for (stop of stops(); track stop.id) {
          <a routerLink="/ledger/recall" [queryParams]="stop.origin">
            <strong>Stopped</strong> {{ stop.reason }}
          </a>
        }
      </div>
    }
  `,
  styles: `
    .stopped {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 20px;
      align-items: center;
      padding: 2px 20px;
      border-bottom: 2px solid var(--madder);
      background: var(--madder-wash);
    }

    a {
      line-height: 44px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StopBar {
  private readonly store = inject(Store);
  protected readonly stops = this.store.selectSignal(recallFeature.selectOpenStops);

  constructor() {
    this.store.dispatch(RecallActions.stopsOpened());
  }
}

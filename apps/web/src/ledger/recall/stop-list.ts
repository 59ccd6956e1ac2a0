import { ChangeDetectionStrategy, Component, inject, input, linkedSignal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { StopLift } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { Knowingly } from '../../shared/orders/knowingly';
import { RecallActions } from '../../state/recall.state';
import type { StopRow } from './recall-rows';

/** What is stopped, or was, with what it goes out from; what is stopped is let go with a reason. */
@Component({
  selector: 'al-stop-list',
  imports: [MatButtonModule, RouterLink, Knowingly],
  template: `
    <ul [attr.aria-label]="label()">
      @for (stop of stops(); track stop.id) {
        <li [class.over]="stop.isOpen && !stop.isPractice">
          <span>
            <strong>{{ stop.title }}</strong>
            <a routerLink="/ledger/recall" [queryParams]="stop.ask">{{ stop.origin }}</a>
            <small>{{ stop.since }}{{ stop.lifted ? '; ' + stop.lifted : '' }}</small>
          </span>
          @if (stop.isOpen) {
            <button
              matButton="outlined"
              type="button"
              [attr.aria-label]="'Let go: ' + stop.title"
              [attr.aria-expanded]="lifting() === stop.id"
              (click)="lifting.set(lifting() === stop.id ? null : stop.id)"
            >
              Let go
            </button>
          }
          @if (lifting() === stop.id) {
            <al-knowingly verb="Let it go" (answered)="lift(stop.id, $event)" />
          }
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      margin: 0 0 16px;
      padding: 0;
      list-style: none;
    }

    li {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 16px;
      align-items: center;
      justify-content: space-between;
      padding: 8px 12px;
      border-bottom: 1px solid var(--rule);
      border-left: 3px solid var(--rule);

      &.over {
        border-left-color: var(--madder);
        background: var(--madder-wash);
      }
    }

    a {
      margin-left: 10px;
    }

    small {
      display: block;
      color: var(--soft-ink);
    }

    al-knowingly {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StopList {
  readonly label = input.required<string>();
  readonly stops = input.required<readonly StopRow[]>();

  private readonly store = inject(Store);
  /** The stop that is being let go. */
  protected readonly lifting = linkedSignal<readonly StopRow[], string | null>({
    source: this.stops,
    computation: (stops, before) => stops.find(({ id }) => id === before?.value)?.id ?? null,
  });

  protected lift(id: string, said: StopLift): void {
    this.store.dispatch(RecallActions.liftAsked({ id, said }));
    this.lifting.set(null);
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { LackReason, ShortPack, Swapped } from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { auditTime, catchError, EMPTY, merge, startWith, switchMap, throttleTime } from 'rxjs';
import { counted } from '../../shared/formats/formats';
import type { WallTime } from '../../shared/formats/wall-time';
import { fieldTexts, troubleText } from '../../shared/problem-text';
import { CounterApi } from '../../state/counter-api';
import { LiveActions } from '../../state/live.state';
import { OrderActions } from '../../state/orders.state';
import { troubleOf } from '../../state/problem';
import { workshopFeature } from '../../state/workshop.state';

const WHY: Readonly<Record<LackReason, string>> = {
  'not-made': 'nothing is made or planned for it',
  'too-old': 'what there is will be too old',
  stopped: 'what there was is stopped',
};

const READ_EVERY_MS = 60_000;
const CHANGES_EVERY_MS = 1000;

/** What of today’s and tomorrow’s orders lacks something, and what could stand for it. */
@Component({
  selector: 'al-short-packs',
  imports: [MatButtonModule, RouterLink],
  template: `
    @if (rows().length > 0) {
      <section class="note over" aria-label="Orders that lack something">
        <p>
          <strong
            >{{ counted(rows().length, 'order') }} of today and tomorrow
            {{ rows().length === 1 ? 'lacks' : 'lack' }} something.</strong
          >
          A new plan may make it: <a routerLink="/plan">Plan</a>. What was made short is mended at the
          <a routerLink="/bench">Bench</a>.
        </p>
        <ul>
          @for (row of rows(); track row.key) {
            <li>
              <div>
                <strong class="figure">{{ row.ticket }}</strong> {{ row.customer }}, {{ row.when }}:
                {{ row.lack }}, {{ row.why }}.
                @if (row.swaps.length === 0) {
                  <span
                    >Nothing that may stand for it is there{{ row.phone ? ': ring ' + row.phone : '' }}.</span
                  >
                }
              </div>
              @for (swap of row.swaps; track swap.what.to) {
                <button
                  matButton="outlined"
                  type="button"
                  [disabled]="isBusy()"
                  [attr.aria-label]="'Swap in ' + row.ticket + ': ' + swap.text"
                  (click)="take(row.pack, swap.what)"
                >
                  {{ swap.text }}
                </button>
              }
            </li>
          }
        </ul>
        @if (hasSwaps()) {
          <p>They pay no more than before, and are told by a message where messages are on.</p>
        }
      </section>
    }
    @if (trouble(); as text) {
      <p class="note over" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    section {
      margin-bottom: 14px;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 12px;
      align-items: center;
      padding: 6px 0;
    }
    li > div {
      flex: 1 1 260px;
    }
    p {
      margin: 2px 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShortPacks {
  readonly wall = input.required<WallTime>();

  private readonly api = inject(CounterApi);
  private readonly store = inject(Store);
  private readonly names = this.store.selectSignal(workshopFeature.selectOrderNames);
  private readonly packs = signal<readonly ShortPack[]>([]);
  protected readonly isBusy = signal(false);
  protected readonly trouble = signal('');
  protected readonly counted = counted;

  protected readonly rows = computed(() =>
    this.packs().flatMap((pack) =>
      pack.lacks.map(({ piece, pieces, why, swaps }) => ({
        ...{ pack, key: `${pack.order} ${piece}`, ticket: pack.ticket, customer: pack.customer },
        ...{ phone: pack.phone, when: this.wall().dayTime(Date.parse(pack.leavesAt)), why: WHY[why] },
        lack: `${pieces} ${this.nameOf(piece)} ${pieces === 1 ? 'lacks' : 'lack'}`,
        swaps: swaps.map((swap) => ({
          text: `${swap.pieces} ${this.nameOf(swap.piece)} instead`,
          what: { from: piece, to: swap.piece, pieces: swap.pieces },
        })),
      })),
    ),
  );
  protected readonly hasSwaps = computed(() => this.rows().some(({ swaps }) => swaps.length > 0));

  constructor() {
    const actions = inject(Actions);
    // in a rush orders change all the time
    const changes = actions.pipe(
      ofType(LiveActions.ordersChanged, LiveActions.planChanged, LiveActions.benchChanged),
      auditTime(CHANGES_EVERY_MS),
    );
    // a rack that warms makes things too old without anybody doing anything
    const warmth = actions.pipe(ofType(LiveActions.readingsChanged), throttleTime(READ_EVERY_MS));
    merge(changes, warmth)
      .pipe(
        startWith(null),
        // what cannot be read now is read again with the next change
        switchMap(() => this.api.short().pipe(catchError(() => EMPTY))),
        takeUntilDestroyed(),
      )
      .subscribe(({ packs }) => this.packs.set(packs));
  }

  protected take({ order: id, version }: ShortPack, what: Swapped): void {
    this.isBusy.set(true);
    this.trouble.set('');
    this.api.swap(id, { ...what, version }).subscribe({
      next: (order) => {
        this.isBusy.set(false);
        this.store.dispatch(OrderActions.changed({ order }));
      },
      error: (error: unknown) => {
        this.isBusy.set(false);
        const trouble = troubleOf(error);
        const fields = trouble.errors.flatMap(({ pointer }) => fieldTexts(trouble, pointer));
        this.trouble.set(fields.length > 0 ? fields.join(' ') : troubleText(trouble));
      },
    });
  }

  private nameOf(piece: string): string {
    return (this.names().pieces.get(piece) ?? piece).toLowerCase();
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { LotDraft } from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { WallTime } from '../shared/formats/wall-time';
import { Keys } from '../shared/keys';
import { troubleText } from '../shared/problem-text';
import { LarderActions, larderFeature } from '../state/larder.state';
import { WorkshopClock } from '../state/workshop-clock';
import { workshopFeature } from '../state/workshop.state';
import { marketStalls, type MarketRow } from './market-rows';

/** Something that was ticked off here, and the lot that it became. */
interface Ticked {
  readonly row: MarketRow;
  readonly lot: string;
}

/** The list for the market: by supplier, ticked off while one walks, each tick taken in as a lot. */
@Component({
  imports: [MatButtonModule, RouterLink],
  template: `
    <main class="sheet">
      <div class="place-head">
        <h1>Market list</h1>
        <span class="soft">{{ against() }}</span>
        <div class="actions">
          <a matButton="outlined" routerLink="/larder">Larder</a>
          <a matButton="outlined" href="/api/lists/buying" download>CSV</a>
          <button matButton="outlined" type="button" (click)="print()">Print</button>
        </div>
      </div>
      @if (trouble(); as text) {
        <p class="note over" role="alert">{{ text }}</p>
      }
      @for (stall of stalls(); track stall.supplier) {
        <section [attr.aria-label]="stall.supplier">
          <h2>
            {{ stall.supplier }}
            <span class="figure">{{ stall.total }}</span>
          </h2>
          <ul>
            @for (row of stall.rows; track row.key) {
              <li>
                <button type="button" class="tick" [disabled]="isBusy()" (click)="bought(row)">
                  <span class="box" aria-hidden="true"></span>
                  <span class="what">
                    <strong>{{ row.packs }}</strong> {{ row.name }}
                    <small>
                      <span [class.over]="row.isLate">by {{ row.by }}{{ row.isLate ? ', late' : '' }}</span>
                      · {{ row.uses }}
                    </small>
                  </span>
                  <span class="figure">{{ row.price }}</span>
                </button>
              </li>
            }
          </ul>
        </section>
      } @empty {
        <p class="note">
          {{ isRead() ? 'Nothing to buy: the larder covers the plan.' : 'Loading the larder …' }}
        </p>
      }
      @if (ticked().length > 0) {
        <section aria-label="Bought">
          <h2>Bought</h2>
          <ul>
            @for (each of ticked(); track each.lot) {
              <li class="done">
                <span class="what">
                  <span aria-hidden="true">✓</span> <strong>{{ each.row.packs }}</strong> {{ each.row.name }}
                </span>
                <button
                  matButton="outlined"
                  type="button"
                  [attr.aria-label]="'Undo, ' + each.row.name"
                  (click)="undo(each)"
                >
                  Undo
                </button>
              </li>
            }
          </ul>
        </section>
      }
    </main>
  `,
  styleUrl: './market-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MarketPage {
  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly larder = this.store.selectSignal(larderFeature.selectLarder);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly said = this.store.selectSignal(larderFeature.selectTrouble);
  protected readonly isBusy = this.store.selectSignal(larderFeature.selectIsBusy);
  protected readonly isRead = computed(() => this.larder() !== null);
  protected readonly ticked = signal<readonly Ticked[]>([]);
  /** What is being ticked, by the draft that was sent for it. */
  private readonly sent = new Map<LotDraft, MarketRow>();
  private readonly wall = computed(() => new WallTime(this.workshop()?.timeZone ?? 'UTC'));
  protected readonly stalls = computed(() => {
    const [larder, workshop] = [this.larder(), this.workshop()];
    return larder && workshop ? marketStalls(larder, workshop, this.clock.now()) : [];
  });
  protected readonly trouble = computed(() => {
    const trouble = this.said();
    return trouble && troubleText(trouble);
  });
  protected readonly against = computed(() => {
    const plan = this.larder()?.plan;
    return plan ? `for plan ${plan.version}, made ${this.wall().dayTime(Date.parse(plan.madeAt))}` : '';
  });

  constructor() {
    this.store.dispatch(LarderActions.opened());
    inject(Actions)
      .pipe(ofType(LarderActions.deedDone), takeUntilDestroyed())
      .subscribe(({ deed, id }) => {
        const row = deed.kind === 'take' ? this.sent.get(deed.draft) : undefined;
        if (row) this.ticked.update((all) => [{ row, lot: id }, ...all]);
        if (deed.kind === 'remove') this.ticked.update((all) => all.filter(({ lot }) => lot !== deed.lot));
      });
    const router = inject(Router);
    inject(Keys).bind({
      key: 'Escape',
      does: 'Back to the larder',
      run: () => void router.navigate(['larder']),
    });
  }

  protected bought(row: MarketRow): void {
    const draft: LotDraft = {
      item: row.item,
      code: `bought ${this.wall().dayTime(this.clock.now())}`,
      ...{ origin: 'delivery', amount: row.amount, bestBefore: null, allergens: [], note: '' },
    };
    this.sent.set(draft, row);
    this.store.dispatch(LarderActions.deedAsked({ deed: { kind: 'take', draft } }));
  }

  protected undo({ lot }: Ticked): void {
    this.store.dispatch(LarderActions.deedAsked({ deed: { kind: 'remove', lot } }));
  }

  protected print(): void {
    window.print();
  }
}

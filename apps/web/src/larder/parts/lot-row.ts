import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Lot } from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { faultFocus } from '../../shared/forms/focus-fault';
import { QuantityField } from '../../shared/forms/quantity-field';
import { TextField } from '../../shared/forms/text-field';
import { WallTime } from '../../shared/formats/wall-time';
import { stockText } from '../../shared/larder/larder-words';
import { troubleText } from '../../shared/problem-text';
import { LarderActions, larderFeature, type LarderDeed } from '../../state/larder.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';
import { BY_BASE, CHANGE_CHOICES, countedBy, lotChangeOf, moveForm } from './lot-forms';
import { moveText } from './move-words';

/** One lot: what is left of it, until when it is good, and what can be done to it. */
@Component({
  selector: 'al-lot-row',
  imports: [MatButtonModule, RouterLink, ChoiceField, QuantityField, TextField],
  template: `
    @let one = lot();
    <div class="head">
      <span>
        <strong>{{ one.code }}</strong>
        <small [class.over]="isOver() || one.isStopped">{{ state() }}</small>
        @if (one.note) {
          <small>{{ one.note }}</small>
        }
      </span>
      <span class="figure">{{ amountText() }}</span>
    </div>
    <div class="buttons">
      <button
        matButton="outlined"
        type="button"
        [attr.aria-expanded]="isOpen()"
        (click)="isOpen.set(!isOpen())"
      >
        Count or take out
      </button>
      <button
        matButton="outlined"
        type="button"
        [attr.aria-pressed]="one.openedAt !== null"
        (click)="ask({ kind: 'open', lot: one.id, isOpen: one.openedAt === null })"
      >
        {{ one.openedAt === null ? 'Opened' : 'Not opened' }}
      </button>
      <a matButton="outlined" routerLink="/ledger/recall" [queryParams]="{ lot: one.id }">Where it went</a>
      @if (one.moves.length === 1) {
        <button matButton="outlined" type="button" (click)="ask({ kind: 'remove', lot: one.id })">
          Entered by mistake
        </button>
      }
    </div>
    @if (isOpen()) {
      @let own = form();
      <form
        class="move"
        novalidate
        aria-label="Count or take out"
        (submit)="$event.preventDefault(); change()"
      >
        <al-choice label="What happened" [control]="own.controls.kind" [choices]="kinds" />
        <al-choice label="Counted" [control]="own.controls.by" [choices]="bys()" />
        <al-quantity
          label="How much"
          [quantity]="isWeighed(own) ? 'mass' : 'plain'"
          [unit]="isWeighed(own) ? '' : own.controls.by.value === '1' ? 'pieces' : 'packs'"
          [control]="own.controls.amount"
          at="/amount"
        />
        <al-text label="Why" [control]="own.controls.reason" at="/reason" />
        @if (trouble(); as text) {
          <p class="note over" role="alert">{{ text }}</p>
        }
        <button matButton="filled" type="submit">Save</button>
        <ol class="moves" aria-label="What was done to it">
          @for (text of moves(); track $index) {
            <li>{{ text }}</li>
          }
        </ol>
      </form>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
      padding: 8px 0;
      border-bottom: 1px solid var(--rule);
    }
    .head {
      display: flex;
      gap: 10px;
      justify-content: space-between;
    }
    small {
      display: block;
      color: var(--soft-ink);
    }
    small.over {
      color: var(--madder);
      font-weight: 600;
    }
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
    }
    .move {
      display: grid;
      gap: 8px;
    }
    .moves {
      margin: 0;
      padding-left: 18px;
      color: var(--soft-ink);
      font-size: 12px;
    }
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LotRow {
  readonly lot = input.required<Lot>();
  readonly base = input.required<'g' | 'piece'>();

  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly focusFault = faultFocus();
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly said = this.store.selectSignal(larderFeature.selectTrouble);
  private readonly failed = this.store.selectSignal(larderFeature.selectFailed);
  protected readonly kinds = CHANGE_CHOICES;
  protected readonly isOpen = signal(false);
  protected readonly bys = computed(() => countedBy(this.lot().item, this.workshop()));
  protected readonly form = linkedSignal(() => moveForm(this.lot().amount));
  private readonly wall = computed(() => new WallTime(this.workshop()?.timeZone ?? 'UTC'));
  private readonly own = computed(() => {
    const failed = this.failed();
    return failed && 'lot' in failed && failed.lot === this.lot().id ? this.said() : null;
  });
  protected readonly trouble = computed(() => {
    const trouble = this.own();
    return trouble && troubleText(trouble);
  });
  protected readonly amountText = computed(() => stockText(this.lot().amount, this.base()));
  protected readonly isOver = computed(() => {
    const until = this.lot().usableUntil;
    return until !== null && Date.parse(until) < this.clock.now();
  });
  protected readonly state = computed(() => {
    const { usableUntil, openedAt, origin, allergens, isStopped } = this.lot();
    const until = usableUntil && this.dayText(Date.parse(usableUntil));
    return [
      ...(isStopped ? ['stopped'] : []),
      ...(origin === 'leftover' ? ['leftover'] : []),
      ...(until ? [this.isOver() ? `out of date since ${until}` : `good until ${until}`] : []),
      openedAt === null ? 'unopened' : `opened ${this.wall().dayTime(Date.parse(openedAt))}`,
      ...(allergens.length > 0 ? [`met ${allergens.join(', ')}`] : []),
    ].join(' · ');
  });
  protected readonly moves = computed(() =>
    this.lot().moves.map((move) =>
      moveText(move, { base: this.base(), wall: this.wall(), workshop: this.workshop() }),
    ),
  );

  constructor() {
    inject(FieldErrors).from(this.own);
    inject(Actions)
      .pipe(ofType(LarderActions.deedDone), takeUntilDestroyed())
      .subscribe(({ deed }) => {
        if (deed.kind === 'change' && deed.lot === this.lot().id) this.isOpen.set(false);
      });
  }

  /** Sun 28 Feb; with its year where that is not this one. */
  private dayText(at: number): string {
    const [day] = this.wall().dateTime(at).split(',');
    const year = this.wall().stamp(at).day.slice(0, 4);
    return year === this.wall().stamp(this.clock.now()).day.slice(0, 4) ? day! : `${day} ${year}`;
  }

  protected ask(deed: LarderDeed): void {
    this.store.dispatch(LarderActions.deedAsked({ deed }));
  }

  /** Whether what is typed is a mass. */
  protected isWeighed({ controls }: ReturnType<typeof moveForm>): boolean {
    return this.base() === 'g' && controls.by.value === BY_BASE;
  }

  protected change(): void {
    const form = this.form();
    form.markAllAsTouched();
    if (form.invalid) return this.focusFault();
    this.ask({ kind: 'change', lot: this.lot().id, change: lotChangeOf(form) });
  }
}

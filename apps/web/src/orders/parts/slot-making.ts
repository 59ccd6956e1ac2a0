import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { PromiseAsk, SlotMakingView } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, distinctUntilChanged, of, startWith, switchMap } from 'rxjs';
import { planWords } from '../../shared/plan/plan-names';
import { Api } from '../../state/api';
import { workshopFeature } from '../../state/workshop.state';
import { makingHead, makingText, moreText } from './making-words';

/** A slot is asked about once the eye rests on it. */
const WAIT_MS = 200;

/** How the order would be made for the slot looked at, and how many more such orders fit it. */
@Component({
  selector: 'al-slot-making',
  template: `
    @if (told(); as told) {
      <p>{{ told.more }}</p>
      <p>{{ told.head }}</p>
      <ul aria-label="How it would be made">
        @for (run of told.runs; track $index) {
          <li>{{ run }}</li>
        }
      </ul>
    }
  `,
  styles: `
    p {
      margin: 0 0 4px;
    }
    ul {
      margin: 0;
      padding-left: 18px;
      color: var(--soft-ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SlotMaking {
  readonly ask = input.required<PromiseAsk>();
  /** Start of the slot, 2026-06-19T10:00. */
  readonly at = input.required<string>();

  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly making = toSignal(
    toObservable(computed(() => ({ ...this.ask(), at: this.at() }))).pipe(
      distinctUntilChanged((a, b) => JSON.stringify(a) === JSON.stringify(b)),
      debounceTime(WAIT_MS),
      switchMap((asked) =>
        // the grid has told already whether the slot can be; without this it only says less
        this.api.making(asked).pipe(
          catchError(() => of(null)),
          startWith(null),
        ),
      ),
    ),
    { initialValue: null as SlotMakingView | null },
  );
  protected readonly told = computed(() => {
    const [making, workshop] = [this.making(), this.workshop()];
    if (!making || making.batches.length === 0 || !workshop) return null;
    const words = planWords({ ...making, plan: making }, workshop, this.pieces());
    return { head: makingHead(making), runs: makingText(making, words), more: moreText(making.times) };
  });
}

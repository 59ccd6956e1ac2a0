import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { PromiseAsk, PromisedSlot } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, distinctUntilChanged, map, of, startWith, switchMap } from 'rxjs';
import { planWords } from '../../shared/plan/plan-names';
import { troubleText } from '../../shared/problem-text';
import { Api } from '../../state/api';
import { planFeature } from '../../state/plan.state';
import { troubleOf } from '../../state/problem';
import { workshopFeature } from '../../state/workshop.state';
import { promiseDays, promiseHours, promiseSummary, promiseText } from './promise-days';

const WAIT_MS = 350;

type Answer =
  | { readonly kind: 'none' }
  | { readonly kind: 'asking' }
  | { readonly kind: 'told'; readonly slots: readonly PromisedSlot[] }
  | { readonly kind: 'failed'; readonly text: string };

/** For what is being ordered, every hour to come as open, tight or not possible, and why. */
@Component({
  selector: 'al-promise-grid',
  template: `
    @switch (answer().kind) {
      @case ('asking') {
        <p class="soft" role="status">Looking where it fits …</p>
      }
      @case ('failed') {
        <p class="soft">{{ failure() }}</p>
      }
      @case ('told') {
        <p class="soft">When it could be collected: {{ summary() }}. ● open, ◐ tight, – not possible</p>
        <div class="scroll">
          <table aria-label="When it could be collected">
            <thead>
              <tr>
                <th scope="col"><span class="visually-hidden">Day</span></th>
                @for (hour of hours(); track hour.hour) {
                  <th scope="col" class="figure">{{ hour.text }}</th>
                }
              </tr>
            </thead>
            <tbody>
              @for (day of days(); track day.date) {
                <tr>
                  <th scope="row">{{ day.name }}</th>
                  @for (skipped of before(day.cells.length); track $index) {
                    <td></td>
                  }
                  @for (cell of day.cells; track cell.slot.at) {
                    <td>
                      <button
                        type="button"
                        [class]="cell.slot.kind"
                        [attr.aria-label]="cell.name"
                        [attr.aria-pressed]="cell.slot.at === pickup()"
                        (mouseenter)="look(cell.slot)"
                        (focus)="look(cell.slot)"
                        (click)="pick(cell.slot)"
                      >
                        {{ cell.mark }}
                      </button>
                    </td>
                  }
                </tr>
              }
            </tbody>
          </table>
        </div>
        @if (why(); as text) {
          <p class="why" role="status">{{ text }}</p>
        }
      }
    }
  `,
  styleUrl: './promise-grid.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PromiseGrid {
  /** What is ordered; null while that is not said yet. */
  readonly ask = input.required<PromiseAsk | null>();
  /** The pickup that is chosen, 2026-06-19T10:00. */
  readonly pickup = input.required<string>();
  readonly picked = output<string>();

  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly saved = this.store.selectSignal(planFeature.selectSaved);
  protected readonly answer = toSignal(
    toObservable(this.ask).pipe(
      distinctUntilChanged((a, b) => JSON.stringify(a) === JSON.stringify(b)),
      debounceTime(WAIT_MS),
      switchMap((ask) => (ask ? this.answerTo(ask) : of<Answer>({ kind: 'none' }))),
    ),
    { initialValue: { kind: 'none' } as Answer },
  );
  private readonly slots = computed(() => {
    const answer = this.answer();
    return answer.kind === 'told' ? answer.slots : [];
  });
  protected readonly failure = computed(() => {
    const answer = this.answer();
    return answer.kind === 'failed' ? answer.text : '';
  });
  protected readonly hours = computed(() => promiseHours(this.slots()));
  protected readonly days = computed(() => promiseDays(this.slots(), this.workshop()?.timeZone ?? 'UTC'));
  protected readonly summary = computed(() => promiseSummary(this.slots()));
  /** The slot looked at: the one under the finger, or the one that is chosen. */
  private readonly seen = linkedSignal<PromisedSlot | null>(
    () => this.slots().find(({ at }) => at === this.pickup()) ?? null,
  );
  protected readonly why = computed(() => {
    const [slot, saved, workshop] = [this.seen(), this.saved(), this.workshop()];
    if (!slot || !saved || !workshop) return '';
    const words = planWords(saved, workshop, this.pieces());
    return promiseText(slot, this.slots(), { words, timeZone: workshop.timeZone });
  });

  /** Hours of a day that are over stand empty. */
  protected before(cells: number): readonly null[] {
    return Array.from({ length: this.hours().length - cells }, () => null);
  }

  protected look(slot: PromisedSlot): void {
    this.seen.set(slot);
  }

  /** Takes an hour that can be; of one that cannot it is told why. */
  protected pick(slot: PromisedSlot): void {
    this.look(slot);
    if (slot.kind !== 'no') this.picked.emit(slot.at);
  }

  private answerTo(ask: PromiseAsk) {
    return this.api.promises(ask).pipe(
      map((slots): Answer => ({ kind: 'told', slots })),
      catchError((error: unknown) => of<Answer>({ kind: 'failed', text: troubleText(troubleOf(error)) })),
      startWith<Answer>({ kind: 'asking' }),
    );
  }
}

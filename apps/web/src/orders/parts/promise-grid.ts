import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import type { PromiseAsk, PromisedSlot } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, distinctUntilChanged, map, of, startWith, switchMap } from 'rxjs';
import { WallTime } from '../../shared/formats/wall-time';
import { planWords } from '../../shared/plan/plan-names';
import { troubleText } from '../../shared/problem-text';
import { Api } from '../../state/api';
import { planFeature } from '../../state/plan.state';
import { troubleOf } from '../../state/problem';
import { workshopFeature } from '../../state/workshop.state';
import { RoomTries } from './room-tries';
import { SlotMaking } from './slot-making';
import { nextSlot } from './slot-steps';
import { promiseDays, promiseSummary, promiseText, promiseTimes } from './promise-days';

const WAIT_MS = 350;

type Answer =
  | { readonly kind: 'none' }
  | { readonly kind: 'asking' }
  | { readonly kind: 'told'; readonly slots: readonly PromisedSlot[] }
  | { readonly kind: 'failed'; readonly text: string };

/** For what is being ordered, every slot to come as open, tight or not possible, and why. */
@Component({
  selector: 'al-promise-grid',
  imports: [MatButtonModule, SlotMaking],
  template: `
    @switch (answer().kind) {
      @case ('none') {
        <p class="soft">Say what is ordered, and here stands when it could be collected.</p>
      }
      @case ('asking') {
        <p class="soft" role="status">Checking where it fits …</p>
      }
      @case ('failed') {
        <p class="soft">{{ failure() }}</p>
      }
      @case ('told') {
        <p class="soft">
          When it could be collected: {{ summary() }}. ● open, ◐ tight, – not possible, × closed
        </p>
      }
    }
    @if (slots().length > 0) {
      <div class="scroll">
        <table
          role="grid"
          aria-label="When it could be collected"
          [attr.aria-busy]="isAsking()"
          (keydown)="step($event)"
        >
          <thead>
            <tr role="row">
              <th scope="col"><span class="visually-hidden">Day</span></th>
              @for (column of times(); track column.time) {
                <th scope="col" class="figure">
                  <span [class.visually-hidden]="!column.isHeaded">{{ column.text }}</span>
                </th>
              }
            </tr>
          </thead>
          <tbody>
            @for (day of days(); track day.date) {
              <tr role="row">
                <th scope="row">{{ day.name }}</th>
                @for (cell of day.cells; track $index) {
                  <td role="gridcell">
                    @if (cell) {
                      <button
                        type="button"
                        [class]="cell.slot.kind"
                        [attr.tabindex]="cell.slot.at === tabStop() ? 0 : -1"
                        [attr.data-at]="cell.slot.at"
                        [attr.aria-label]="cell.name"
                        [attr.aria-pressed]="cell.slot.at === chosenSlot()"
                        (mouseenter)="look(cell.slot)"
                        (focus)="look(cell.slot)"
                        (click)="pick(cell.slot)"
                      >
                        {{ cell.mark }}
                      </button>
                    }
                  </td>
                }
              </tr>
            }
          </tbody>
        </table>
      </div>
      @if (closingTrouble(); as text) {
        <p class="over" role="alert">{{ text }}</p>
      }
      @if (why(); as text) {
        <p class="why" role="status">{{ text }}</p>
        @if (seen(); as slot) {
          @if (tries.isOpen(slot)) {
            @switch (tried()?.kind) {
              @case ('trying') {
                <p class="soft" role="status">
                  Trying a new plan for it, some ten seconds; go on meanwhile …
                </p>
              }
              @case ('not-found') {
                <p role="status">{{ triedText() }}</p>
              }
              @case ('failed') {
                <p class="over" role="alert">{{ triedText() }}</p>
              }
              @default {
                <button matButton="outlined" type="button" class="closing" (click)="tryRoom(slot)">
                  Try a new plan for it
                </button>
              }
            }
          }
          @if (slot.kind !== 'no') {
            @if (ask(); as asked) {
              <al-slot-making [ask]="asked" [at]="slot.at" />
            }
          }
          <button matButton="outlined" type="button" class="closing" (click)="close(slot)">
            {{ slot.slotFault === 'closed' ? 'Open this slot again' : 'Take no more orders for this slot' }}
          </button>
        }
      }
    }
  `,
  styleUrl: './promise-grid.scss',
  providers: [RoomTries],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PromiseGrid {
  /** What is ordered; null while that is not said yet. */
  readonly ask = input.required<PromiseAsk | null>();
  /** The pickup that is chosen, 2026-06-19T10:00. */
  readonly pickup = input.required<string>();
  readonly picked = output<string>();

  protected readonly tries = inject(RoomTries);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly saved = this.store.selectSignal(planFeature.selectSaved);
  /** Counts the closings made here: the grid is asked for again after each. */
  private readonly again = signal(0);
  protected readonly closingTrouble = signal('');
  protected readonly answer = toSignal(
    toObservable(computed(() => ({ ask: this.ask(), again: this.again() }))).pipe(
      distinctUntilChanged((a, b) => JSON.stringify(a) === JSON.stringify(b)),
      debounceTime(WAIT_MS),
      switchMap(({ ask }) => (ask ? this.answerTo(ask) : of<Answer>({ kind: 'none' }))),
    ),
    { initialValue: { kind: 'none' } as Answer },
  );
  protected readonly isAsking = computed(() => this.answer().kind === 'asking');
  /** What was told last: while it is asked anew the grid keeps its place, and nobody's finger misses. */
  private readonly told = linkedSignal<Answer, readonly PromisedSlot[]>({
    source: this.answer,
    computation: (answer, before) =>
      answer.kind === 'told' ? answer.slots : answer.kind === 'asking' ? (before?.value ?? []) : [],
  });
  protected readonly slots = computed(() => this.tries.withFound(this.ask(), this.told()));
  protected readonly failure = computed(() => {
    const answer = this.answer();
    return answer.kind === 'failed' ? answer.text : '';
  });
  protected readonly times = computed(() => promiseTimes(this.slots()));
  protected readonly days = computed(() => promiseDays(this.slots(), this.workshop()?.timeZone ?? 'UTC'));
  protected readonly summary = computed(() => promiseSummary(this.slots()));
  /** The slot that the chosen pickup falls in: the last one of its day that has begun by then. */
  protected readonly chosenSlot = computed(() => {
    const pickup = this.pickup();
    const sameDay = this.slots().filter(({ at }) => at.slice(0, 10) === pickup.slice(0, 10) && at <= pickup);
    return sameDay.at(-1)?.at ?? '';
  });
  /** The slot looked at: the one under the finger, or the one that is chosen. */
  protected readonly seen = linkedSignal<PromisedSlot | null>(
    () => this.slots().find(({ at }) => at === this.chosenSlot()) ?? null,
  );
  protected readonly why = computed(() => {
    const [slot, saved, workshop] = [this.seen(), this.saved(), this.workshop()];
    if (!slot || !workshop?.season || this.isAsking()) return '';
    // before anything is planned, minutes count from the season’s first day just the same
    const unplanned = { horizonStart: workshop.season.days[0]!.start, plan: { melts: [] } };
    const words = planWords(saved ?? unplanned, workshop, this.pieces());
    return promiseText(slot, this.slots(), { words, timeZone: workshop.timeZone });
  });

  /** How far the try at a new plan for the slot looked at is. */
  protected readonly tried = computed(() => {
    const slot = this.seen();
    return slot && this.tries.of(this.ask(), slot);
  });
  protected readonly triedText = computed(() => {
    const tried = this.tried();
    return tried && 'text' in tried ? tried.text : '';
  });

  /** The one slot that Tab comes to; from there the arrows go. */
  protected readonly tabStop = computed(() => this.seen()?.at ?? this.slots()[0]?.at ?? '');

  /** Goes on by an arrow key, Home or End. */
  protected step(event: KeyboardEvent): void {
    const rows = this.days().map(({ cells }) => cells.map((cell) => cell?.slot.at ?? null));
    const at = (event.target as HTMLElement).dataset['at'];
    const next = at && nextSlot(rows, at, event.key);
    if (!next) return;
    event.preventDefault();
    event.stopPropagation();
    this.host.querySelector<HTMLElement>(`[data-at="${next}"]`)?.focus();
  }

  protected look(slot: PromisedSlot): void {
    this.seen.set(slot);
  }

  /** Takes a slot that can be; of one that cannot it is told why. */
  protected pick(slot: PromisedSlot): void {
    this.look(slot);
    if (slot.kind !== 'no') this.picked.emit(slot.at);
  }

  protected tryRoom(slot: PromisedSlot): void {
    const ask = this.ask();
    const wall = new WallTime(this.workshop()?.timeZone ?? 'UTC');
    if (ask) this.tries.try(ask, slot, wall.dayTime(Date.parse(slot.atInstant)));
  }

  /** Closes a slot for orders at the last minute, or opens it again. */
  protected close({ at, slotFault }: PromisedSlot): void {
    const point = this.ask()?.pickupPoint;
    if (!point) return;
    this.api.closeSlot(point, { at, isClosed: slotFault !== 'closed' }).subscribe({
      next: () => this.again.update((times) => times + 1),
      error: (error: unknown) => this.closingTrouble.set(troubleText(troubleOf(error))),
    });
  }

  private answerTo(ask: PromiseAsk) {
    return this.api.promises(ask).pipe(
      map((slots): Answer => ({ kind: 'told', slots })),
      catchError((error: unknown) => of<Answer>({ kind: 'failed', text: troubleText(troubleOf(error)) })),
      startWith<Answer>({ kind: 'asking' }),
    );
  }
}

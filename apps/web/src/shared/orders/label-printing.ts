import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import type { PrintAsk, PrintingView } from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import {
  auditTime,
  catchError,
  EMPTY,
  filter,
  merge,
  startWith,
  switchMap,
  timer,
  type Observable,
} from 'rxjs';
import { counted } from '../formats/formats';
import { WallTime } from '../formats/wall-time';
import { troubleText } from '../problem-text';
import { LiveActions } from '../../state/live.state';
import { PapersApi, type PapersOf } from '../../state/papers-api';
import { troubleOf } from '../../state/problem';
import { workshopFeature } from '../../state/workshop.state';

/** That a printer is away is said by nothing but its silence; it matters while something waits for it. */
const LOOK_EVERY_MS = 20_000;
const ORDERS_EVERY_MS = 2000;

/** Labels on the printer of the workshop: what waits, what is printed, what is not true any more. */
@Component({
  selector: 'al-label-printing',
  imports: [MatButtonModule],
  template: `
    @if (view(); as of) {
      @if (of.printer) {
        @if (standing(); as text) {
          <p class="note" [class.over]="waits() > 0" [class.care]="waits() === 0" role="status">{{ text }}</p>
        }
        @if (toPrint() > 0) {
          <button matButton="outlined" type="button" [disabled]="isBusy()" (click)="print({})">
            {{ toPrint() === of.labels.length ? 'Print' : 'Print the other' }}
            {{ counted(toPrint(), 'label') }} on the printer
          </button>
        }
        @if (waits() > 0) {
          <button matButton="outlined" type="button" [disabled]="isBusy()" (click)="stop()">
            Do not print what waits
          </button>
        }
        @if (isOfOrder()) {
          <ul>
            @for (row of rows(); track row.number) {
              <li [class]="row.tone">
                <span>{{ row.text }}</span>
                @if (row.isPrinted) {
                  <button
                    matButton="outlined"
                    type="button"
                    [attr.aria-label]="'Print again: ' + row.text"
                    [disabled]="isBusy()"
                    (click)="print({ number: row.number, again: true })"
                  >
                    Again
                  </button>
                }
              </li>
            }
          </ul>
        } @else {
          <p class="soft">{{ sum() }}</p>
        }
      }
    }
    @if (trouble(); as text) {
      <p class="note over" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    ul {
      margin: 6px 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: 8px;
      min-height: 44px;
      border-bottom: 1px solid var(--rule);
    }
    p {
      margin: 4px 0 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LabelPrinting {
  readonly of = input.required<PapersOf>();

  private readonly api = inject(PapersApi);
  private readonly actions = inject(Actions);
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly view = signal<PrintingView | null>(null);
  protected readonly trouble = signal('');
  protected readonly isBusy = signal(false);
  protected readonly counted = counted;

  protected readonly isOfOrder = computed(() => 'order' in this.of());
  protected readonly waits = computed(() => this.countOf('waits'));
  protected readonly toPrint = computed(() => this.countOf('none') + this.countOf('untrue'));
  /** What the printer lacks, and what to do; '' where nothing is. */
  protected readonly standing = computed(() => {
    const printer = this.view()?.printer;
    if (!printer) return '';
    const lacks = printer.isAway ? 'away' : printer.trouble;
    if (lacks === null) return '';
    const waits = this.waits();
    const wait = waits === 0 ? '' : ` ${counted(waits, 'label')} ${waits === 1 ? 'waits' : 'wait'} for it.`;
    return `${printer.name} ${LACKS[lacks]}${wait}`;
  });
  protected readonly rows = computed(() => {
    const wall = new WallTime(this.workshop()?.timeZone ?? 'UTC');
    return (this.view()?.labels ?? []).map(({ number, of, state, printedAt }) => {
      const at = printedAt === null ? '' : ` ${wall.dayTime(Date.parse(printedAt))}`;
      const [text, tone] = STATE_WORDS[state];
      return {
        ...{ number, tone, isPrinted: state === 'printed' },
        text: `${of > 1 ? `${number} of ${of}` : 'Its label'}: ${text}${at}`,
      };
    });
  });
  protected readonly sum = computed(() => {
    const told = [
      [this.countOf('printed'), 'printed'],
      [this.waits(), 'waiting'],
      [this.countOf('untrue'), 'printed and not true any more'],
      [this.countOf('none'), 'not printed'],
    ] as const;
    return told
      .filter(([count]) => count > 0)
      .map(([count, words]) => `${count} ${words}`)
      .join(', ');
  });

  constructor() {
    toObservable(this.of)
      .pipe(
        switchMap((of) =>
          merge(
            this.actions.pipe(ofType(LiveActions.labelsChanged)),
            // in a rush orders change all the time
            this.actions.pipe(ofType(LiveActions.ordersChanged), auditTime(ORDERS_EVERY_MS)),
            timer(LOOK_EVERY_MS, LOOK_EVERY_MS).pipe(filter(() => this.waits() > 0)),
          ).pipe(
            startWith(null),
            // what cannot be read now is read again soon
            switchMap(() => this.api.printing(of).pipe(catchError(() => EMPTY))),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((view) => this.view.set(view));
  }

  protected print(what: Pick<PrintAsk, 'number' | 'again'>): void {
    this.ask(this.api.print({ ...this.of(), ...what }));
  }

  protected stop(): void {
    this.ask(this.api.stopPrinting({ ...this.of() }));
  }

  private ask(answer: Observable<PrintingView>): void {
    this.isBusy.set(true);
    this.trouble.set('');
    answer.subscribe({
      next: (view) => {
        this.isBusy.set(false);
        this.view.set(view);
      },
      error: (error: unknown) => {
        this.isBusy.set(false);
        this.trouble.set(troubleText(troubleOf(error)));
      },
    });
  }

  private countOf(state: PrintingView['labels'][number]['state']): number {
    return (this.view()?.labels ?? []).filter((each) => each.state === state).length;
  }
}

const LACKS = {
  jam: 'is jammed: open it, take the label out, close it.',
  out: 'is out of labels: put in a roll.',
  away: 'is not heard: is it switched on?',
} as const;

const STATE_WORDS = {
  none: ['not printed', 'soft'],
  waits: ['waits for the printer', 'care'],
  printed: ['printed', 'well'],
  untrue: ['printed, and not true any more: take it off', 'over'],
} as const;

import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { countsNow, type RunRecord } from '@alnage/contract';
import { leftoversByCoating, rejectsByCause } from '@alnage/core/bench';
import { REJECT_WORDS } from '../../shared/bench/reject-words';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { count, mass, pieceMassParts } from '../../shared/formats/formats';
import { drawBars, drawCourse, drawTruth, LEDGER_CHART, type RunPoint } from '../draw-ledger';
import { nameOf } from '../../shared/name-of';
import { figuresOf } from '../ledger-rows';
import { LedgerStore } from '../ledger.store';

const LEFT = {
  truth: 'The estimate against what it took',
  coat: 'Coating a piece, run by run',
  pace: 'Pace, run by run',
} as const;
const RIGHT = { rejects: 'Rejects by cause', leftovers: 'Leftovers to the larder' } as const;

/** What the runs that are shown came to, as two charts. */
@Component({
  selector: 'al-ledger-charts',
  imports: [ChoiceField],
  template: `
    <figure>
      <al-choice label="Chart" [value]="left()" [choices]="lefts" (chosen)="left.set($event)" />
      <svg #one [attr.viewBox]="box" role="img" [attr.aria-label]="leftTitle()"></svg>
    </figure>
    <figure>
      <al-choice label="Chart" [value]="right()" [choices]="rights" (chosen)="right.set($event)" />
      @if (bars().length === 0) {
        <p class="soft">None among these runs.</p>
      }
      <svg #two [attr.viewBox]="box" role="img" [attr.aria-label]="rightTitle()"></svg>
    </figure>
  `,
  styleUrl: './ledger-charts.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LedgerCharts {
  private readonly page = inject(LedgerStore);
  private readonly one = viewChild.required<ElementRef<SVGSVGElement>>('one');
  private readonly two = viewChild.required<ElementRef<SVGSVGElement>>('two');
  protected readonly box = `0 0 ${LEDGER_CHART.width} ${LEDGER_CHART.height}`;
  protected readonly lefts = choicesOf(LEFT);
  protected readonly rights = choicesOf(RIGHT);
  protected readonly left = signal<keyof typeof LEFT>('truth');
  protected readonly right = signal<keyof typeof RIGHT>('rejects');

  private readonly points = computed(() => {
    const chosenId = this.page.chosen()?.id;
    const of = this.left() === 'pace' ? paceOf : coatOf;
    return this.page.rows().flatMap(({ run, isAmended }): RunPoint[] => {
      const seen = of(run);
      return seen
        ? [{ ...seen, id: run.id, at: Date.parse(run.startedAt), isAmended, isChosen: run.id === chosenId }]
        : [];
    });
  });
  protected readonly bars = computed(() => {
    const names = this.page.names();
    if (!names) return [];
    const runs = this.page.rows().map(({ run }) => figuresOf(run));
    return this.right() === 'rejects'
      ? rejectsByCause(runs).map(({ cause, pieces }) => ({
          ...{ name: REJECT_WORDS[cause], value: pieces, text: count(pieces) },
        }))
      : leftoversByCoating(runs).map(({ coating, grams }) => ({
          ...{ name: nameOf(names.workshop.coatings, coating), value: grams, text: mass(grams) },
        }));
  });
  protected readonly leftTitle = computed(() => `${LEFT[this.left()]}, ${this.points().length} runs`);
  protected readonly rightTitle = computed(
    () =>
      `${RIGHT[this.right()]}: ${
        this.bars()
          .map(({ name, text }) => `${name} ${text}`)
          .join(', ') || 'none'
      }`,
  );

  constructor() {
    effect(() => {
      const svg = this.one().nativeElement;
      const isPace = this.left() === 'pace';
      const wish = {
        points: this.points(),
        unit: isPace ? 's a piece' : `${pieceMassParts(1).unit} a piece`,
        text: (value: number) => (isPace ? String(value) : trimmed(pieceMassParts(value).value)),
      };
      if (this.left() === 'truth') drawTruth(svg, wish);
      else drawCourse(svg, wish, (at) => this.page.names()!.wall.day(at));
    });
    effect(() => drawBars(this.two().nativeElement, this.bars()));
  }
}

function trimmed(text: string): string {
  return text.replace(/\.0+$/, '');
}

function coatOf(run: RunRecord): { planned: number; seen: number } | null {
  const { gramsPerPiece } = countsNow(run);
  return gramsPerPiece === null ? null : { planned: run.plannedGramsPerPiece, seen: gramsPerPiece };
}

function paceOf({
  secondsPerPiece,
  plannedSecondsPerPiece,
}: RunRecord): { planned: number; seen: number } | null {
  return secondsPerPiece === null ? null : { planned: plannedSecondsPerPiece, seen: secondsPerPiece };
}

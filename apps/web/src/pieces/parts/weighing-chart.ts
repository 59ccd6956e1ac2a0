import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { least } from 'd3-array';
import type { CoatRole } from '@alnage/core/coating';
import { Store } from '@ngrx/store';
import { EntryField } from '../../shared/forms/entry-field';
import { ChoiceField } from '../../shared/forms/choice-field';
import { count, counted, mass, pieceMass, pieceMassParts } from '../../shared/formats/formats';
import { fieldTexts, troubleText } from '../../shared/problem-text';
import { WallTime } from '../../shared/formats/wall-time';
import { WeighingActions, weighingsFeature } from '../../state/weighings.state';
import { workshopFeature } from '../../state/workshop.state';
import { PiecesPageStore } from '../pieces.store';
import { weighingCourse, type WeighingPoint } from '../weighing-figures';
import { CHART, drawWeighings, type Placed } from './draw-weighings';

/** How near to a weighing a click counts as on it, in the chart's units. */
const NEAR = 14;
const REASONS = [
  'Ladle or scraper in the bowl',
  'Wrong bowl weight',
  'Pieces miscounted',
  'Other coating mixed in',
];

/** Every weighing of a coat with the range that narrows; any one can be set aside with a reason, none is removed. */
@Component({
  selector: 'al-weighing-chart',
  imports: [ChoiceField, MatButtonModule, EntryField],
  templateUrl: './weighing-chart.html',
  styleUrl: './weighing-chart.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WeighingChart {
  readonly timeZone = input.required<string>();

  protected readonly page = inject(PiecesPageStore);
  private readonly store = inject(Store);
  private readonly dippery = this.store.selectSignal(workshopFeature.selectDippery);
  private readonly chart = viewChild<ElementRef<SVGSVGElement>>('chart');
  protected readonly trouble = this.store.selectSignal(weighingsFeature.selectTrouble);
  protected readonly box = CHART;
  protected readonly reasons = REASONS;
  protected readonly chosenId = signal<string | null>(null);
  protected readonly reason = signal('');
  private placed: readonly Placed[] = [];

  protected readonly sizes = computed(() => this.page.chosen()?.piece.sizes ?? []);
  protected readonly course = computed(() => {
    const piece = this.page.chosen()?.piece;
    if (!piece) return null;
    const of = { role: this.page.shownRole(), sizeClass: this.page.shownSize() };
    return weighingCourse(piece, of, { dippery: this.dippery(), weighings: this.page.weighings() });
  });
  protected readonly belief = computed(() => this.course()?.band.at(-1) ?? null);
  protected readonly unit = computed(() => pieceMassParts(1).unit);
  protected readonly pieceMass = pieceMass;
  protected readonly counted = counted;
  protected readonly title = computed(() => {
    const course = this.course();
    const belief = this.belief();
    if (!course || !belief) return '';
    return (
      `Grams a piece, ${counted(course.points.length, 'weighing')}: first estimate ${pieceMass(course.firstGrams)}, ` +
      `now ${pieceMass(belief.mean)}, nine times in ten ${pieceMass(belief.low)} to ${pieceMass(belief.high)}`
    );
  });

  /** Whether the table is open; closed it is not made. */
  protected readonly isTableOpen = signal(false);
  /** The weighings as a table, the newest first. */
  protected readonly rows = computed(() => {
    const points = this.isTableOpen() ? (this.course()?.points ?? []) : [];
    return points.map((point) => weighingRow(point, this.timeZone())).reverse();
  });
  protected readonly chosen = computed(() => {
    const point = this.course()?.points.find(({ weighing }) => weighing.id === this.chosenId());
    return point ? weighingRow(point, this.timeZone()) : null;
  });

  constructor() {
    effect(() => {
      const svg = this.chart()?.nativeElement;
      const course = this.course();
      if (!svg || !course) return;
      const from = performance.now();
      const wish = {
        course,
        chosenId: this.chosenId(),
        mass: (grams: number) => pieceMassParts(grams).value,
      };
      this.placed = drawWeighings(svg, wish);
      performance.measure('weighing-chart', { start: from, end: performance.now() });
    });
  }

  protected show(change: { role?: CoatRole; size?: string }): void {
    this.chosenId.set(null);
    this.page.show(change);
  }

  /** Chooses the weighing nearest to where the chart was clicked. */
  protected pick(event: MouseEvent): void {
    const svg = this.chart()!.nativeElement;
    const { left, width } = svg.getBoundingClientRect();
    const { top } = svg.getBoundingClientRect();
    const scale = CHART.width / width;
    const [x, y] = [(event.clientX - left) * scale, (event.clientY - top) * scale];
    const distance = (each: Placed): number => Math.hypot(each.x - x, each.y - y);
    const nearest = least(this.placed, distance);
    this.choose(nearest && distance(nearest) < NEAR ? nearest.point.weighing.id : null);
  }

  protected choose(id: string | null): void {
    this.store.dispatch(WeighingActions.dismissed());
    this.reason.set('');
    this.chosenId.set(id);
  }

  protected setAside({ weighing }: WeighingPoint, reason: string | null): void {
    this.store.dispatch(WeighingActions.setAsideAsked({ weighing, reason }));
  }

  protected readonly troubleText = troubleText;
  protected reasonErrors(): string[] {
    return fieldTexts(this.trouble(), '/reason');
  }
}

/** A weighing in words. */
interface WeighingRow {
  readonly point: WeighingPoint;
  readonly when: string;
  readonly year: string;
  readonly grams: string;
  readonly of: string;
  readonly scale: string;
  readonly standing: string;
}

/** One clock a zone: making one costs more than reading it. */
const wallTimes = new Map<string, WallTime>();
function wallTime(timeZone: string): WallTime {
  const known = wallTimes.get(timeZone) ?? new WallTime(timeZone);
  wallTimes.set(timeZone, known);
  return known;
}

function weighingRow(point: WeighingPoint, timeZone: string): WeighingRow {
  const { weighing } = point;
  return {
    point,
    when: wallTime(timeZone).dateTime(Date.parse(weighing.atInstant)),
    year: weighing.at.slice(0, 4),
    grams: pieceMass(weighing.gramsPerPiece),
    of: `${count(weighing.pieces)} pieces, ${count(weighing.rejects)} rejects`,
    scale: scaleText(point),
    standing: standingText(point),
  };
}

function scaleText({ weighing: { weighed } }: WeighingPoint): string {
  return weighed.kind === 'run'
    ? `${mass(weighed.startGrams)} + ${mass(weighed.addedGrams)} − ${mass(weighed.leftGrams)}`
    : `bare ${mass(weighed.bareGrams)}, dipped ${mass(weighed.dippedGrams)}`;
}

function standingText({ weighing, isDoubtful, isSetAside, isOlder }: WeighingPoint): string {
  if (isSetAside) return `set aside: ${weighing.setAsideReason}`;
  if (isDoubtful) return 'doubtful: far from what was expected';
  return isOlder ? 'an earlier season, counts less' : '';
}

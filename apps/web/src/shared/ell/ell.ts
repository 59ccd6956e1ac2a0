import type { ElementRef } from '@angular/core';
import { BreakpointObserver } from '@angular/cdk/layout';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  linkedSignal,
  viewChildren,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Store } from '@ngrx/store';
import { map } from 'rxjs';
import { planFeature } from '../../state/plan.state';
import { seasonFeature } from '../../state/season.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';
import { EllStore } from './ell.store';
import { ellDays } from './ell-days';

/** Height of a full load, and of the day's drawing, in its own units. */
const FULL_HEIGHT = 26;
const BASE_LINE = 34;
const TELEPHONE = '(max-width: 599px)';

/** The season's ruler: load, pickups and now, day by day. Drag or arrow keys pick a day or a span. */
@Component({
  selector: 'al-ell',
  templateUrl: './ell.html',
  styleUrl: './ell.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Ell {
  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  protected readonly ell = inject(EllStore);
  private readonly buttons = viewChildren<ElementRef<HTMLButtonElement>>('day');
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly loads = this.store.selectSignal(planFeature.selectDayLoads);
  private readonly figures = this.store.selectSignal(seasonFeature.selectDayFigures);
  private dragAnchor: number | null = null;

  /** On a telephone it is folded until somebody wants it: the work needs the height. */
  protected readonly isFolded = linkedSignal(
    toSignal(
      inject(BreakpointObserver)
        .observe(TELEPHONE)
        .pipe(map(({ matches }) => matches)),
      { initialValue: false },
    ),
  );
  protected readonly baseLine = BASE_LINE;
  protected readonly fullLine = BASE_LINE - FULL_HEIGHT;
  protected readonly hourTicks = Array.from({ length: 24 }, (_, hour) => ({
    x: (hour / 24) * 100,
    isLong: hour % 6 === 0,
  }));

  protected readonly days = computed(() => {
    const workshop = this.workshop();
    if (!workshop?.season) return [];
    return ellDays({
      days: workshop.season.days,
      loads: this.loads(),
      figures: this.figures(),
      zoneNames: new Map(workshop.zones.map((zone) => [zone.id, zone.name])),
      timeZone: workshop.timeZone,
      now: this.clock.now(),
    });
  });

  /** The day that is now, of those that the ruler shows; -1: none. */
  private readonly today = computed(() => this.days().findIndex(({ now }) => now !== null));

  constructor() {
    // where the ruler is longer than the screen, today is what is seen of it
    afterRenderEffect(() => {
      const day = this.buttons()[this.today()]?.nativeElement;
      const ruler = day?.parentElement;
      if (ruler && day) ruler.scrollLeft = day.offsetLeft - (ruler.clientWidth - day.offsetWidth) / 2;
    });
  }

  protected isPicked(index: number): boolean {
    const span = this.ell.span();
    return span !== null && index >= span.from && index <= span.to;
  }

  protected barHeight(share: number): number {
    return Math.min(share, 1.25) * FULL_HEIGHT;
  }

  /** A drag ends without a click, since it ends on another day than it began on. */
  protected startDrag(index: number): void {
    this.dragAnchor = index;
  }

  protected dragOver(index: number, event: PointerEvent): void {
    if (this.dragAnchor !== null && event.buttons === 1 && index !== this.dragAnchor)
      this.ell.pick(this.dragAnchor, index);
  }

  protected move(index: number, event: KeyboardEvent): void {
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const next = index + step;
    if (step === 0 || next < 0 || next >= this.days().length) return;
    event.preventDefault();
    this.buttons()[next]!.nativeElement.focus();
    if (!event.shiftKey) return this.ell.pick(next, next);
    const span = this.ell.span() ?? { from: index, to: index };
    this.ell.pick(span.from === index ? span.to : span.from, next);
  }
}

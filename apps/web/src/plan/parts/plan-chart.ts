import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import type { Piece, Workshop } from '@alnage/contract';
import type { PlanViews } from '../../state/plan.state';
import { planLanes } from './plan-lanes';

const FIRST_WIDTH = 920;
const LEAST_WIDTH = 640;

/** Bowls, people, cold space and life tapes on one time axis. */
@Component({
  selector: 'al-plan-chart',
  templateUrl: './plan-chart.html',
  styleUrl: './plan-chart.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanChart {
  readonly views = input.required<PlanViews>();
  readonly workshop = input.required<Workshop>();
  readonly pieces = input.required<readonly Piece[]>();
  readonly from = input.required<number>();
  readonly to = input.required<number>();
  readonly now = input.required<number>();
  readonly chosen = input.required<string | null>();
  readonly choose = output<string>();

  protected readonly width = signal(FIRST_WIDTH);
  protected readonly lanes = computed(() =>
    planLanes(
      this.views(),
      { workshop: this.workshop(), pieces: this.pieces() },
      {
        from: this.from(),
        to: this.to(),
        now: this.now(),
        width: this.width(),
      },
    ),
  );

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    if (typeof ResizeObserver === 'undefined') return;
    const observer = new ResizeObserver(([entry]) =>
      this.width.set(Math.max(LEAST_WIDTH, Math.floor(entry!.contentRect.width))),
    );
    observer.observe(host);
    inject(DestroyRef).onDestroy(() => observer.disconnect());
  }
}

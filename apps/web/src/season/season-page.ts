import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { EllStore } from '../shared/ell/ell.store';
import { count, counted } from '../shared/formats/formats';
import { WallTime } from '../shared/formats/wall-time';
import { Keys } from '../shared/keys';
import { Margin } from '../shared/margin/margin';
import { planWords } from '../shared/plan/plan-names';
import { blockerText } from '../shared/plan/plan-words';
import { unplannedText } from '../shared/plan/unplanned-words';
import { planFeature } from '../state/plan.state';
import { seasonFeature } from '../state/season.state';
import { WorkshopClock } from '../state/workshop-clock';
import { workshopFeature } from '../state/workshop.state';
import { PaceChart } from './parts/pace-chart';
import { WhatHelps } from './parts/what-helps';
import { StillOpen } from './parts/still-open';
import { dayStory, hardestDay, loadRows } from './season-loads';

/** Season: where it will hurt, and when to stop taking orders. */
@Component({
  imports: [MatButtonModule, RouterLink, Margin, PaceChart, StillOpen, WhatHelps],
  templateUrl: './season-page.html',
  styleUrl: './season-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SeasonPage {
  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  protected readonly ell = inject(EllStore);
  protected readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  protected readonly figures = this.store.selectSignal(seasonFeature.selectFigures);
  private readonly loads = this.store.selectSignal(planFeature.selectDayLoads);
  private readonly views = this.store.selectSignal(planFeature.selectViews);

  private readonly wall = computed(() => new WallTime(this.workshop()?.timeZone ?? 'UTC'));
  protected readonly days = computed(() =>
    (this.workshop()?.season?.days ?? []).map((day) => ({
      ...day,
      name: this.wall().day(Date.parse(day.start)),
    })),
  );
  private readonly input = computed(() => {
    const [workshop, figures] = [this.workshop(), this.figures()];
    return workshop?.season && figures
      ? { workshop, figures, loads: this.loads(), views: this.views() }
      : null;
  });
  protected readonly rows = computed(() => {
    const input = this.input();
    return input ? loadRows(input) : [];
  });
  /** The day that the margin tells of: the one picked, else the hardest to come. */
  protected readonly day = computed(() => {
    const picked = this.ell.span()?.from;
    if (picked !== undefined) return picked;
    const toCome = this.days().findIndex((day) => this.clock.now() < Date.parse(day.end));
    return hardestDay(this.rows(), Math.max(0, toCome));
  });
  private readonly words = computed(() => {
    const [views, workshop] = [this.views(), this.workshop()];
    return views && workshop ? planWords(views.saved, workshop, this.pieces()) : null;
  });
  protected readonly story = computed(() => {
    const input = this.input();
    return input ? dayStory({ ...input, rows: this.rows(), day: this.day(), words: this.words() }) : null;
  });
  /** What of the promised orders the plan leaves out. */
  protected readonly unplanned = computed(() => {
    const saved = this.views()?.saved;
    return saved ? unplannedText(saved) : null;
  });
  /** What the plan does not meet, and what stands in its way. */
  protected readonly unmet = computed(() => {
    const words = this.words();
    const reasons = this.views()?.saved.reasons ?? [];
    if (!words) return [];
    // what is missing for the same reason is told once
    const missing = new Map<string, { what: string; why: string; pieces: number; lines: number }>();
    for (const { product, pieces, blocker } of reasons) {
      const [what, why] = [words.piece(product), blockerText(blocker, words)];
      const key = `${what} ${why}`;
      const before = missing.get(key) ?? { what, why, pieces: 0, lines: 0 };
      missing.set(key, { ...before, pieces: before.pieces + pieces, lines: before.lines + 1 });
    }
    return [...missing].map(([key, { what, why, pieces, lines }]) => ({
      key,
      what: `${count(pieces)} ${what}${lines > 1 ? ` of ${count(lines)} orders` : ''}`,
      why,
    }));
  });
  protected readonly isStale = computed(() => this.views()?.saved.isStale ?? false);
  protected readonly isPlanned = computed(() => this.views() !== null);
  protected readonly peakName = computed(() => {
    const workshop = this.workshop();
    const season = workshop?.seasons.find(({ id }) => id === workshop.season?.id);
    return (
      season?.holidays.find(({ date }) => date === season.peakOn)?.name ??
      this.days().find(({ date }) => date === season?.peakOn)?.name ??
      'the day'
    );
  });
  protected readonly summary = computed(() => {
    const figures = this.figures();
    if (!figures) return '';
    const busy = this.days().filter((_day, index) => (figures.days[index]?.orders ?? 0) > 0);
    const span =
      busy.length === 0
        ? 'nothing collected yet'
        : `pickups ${busy[0]!.name}${busy.length > 1 ? ` to ${busy.at(-1)!.name}` : ''}`;
    const waiting = figures.waiting > 0 ? ` · ${count(figures.waiting)} waiting` : '';
    return `${counted(figures.orders, 'order')} · ${counted(figures.pieces, 'piece')} · ${span}${waiting}`;
  });

  constructor() {
    inject(Keys).bind(
      { key: 'ArrowRight', does: 'Next day', run: () => this.step(1) },
      { key: 'ArrowLeft', does: 'Day before', run: () => this.step(-1) },
    );
  }

  protected pick(day: number): void {
    this.ell.pick(day, day);
  }

  private step(by: number): void {
    const next = Math.max(0, Math.min(this.days().length - 1, this.day() + by));
    this.pick(next);
  }
}

import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { ActivatedRoute } from '@angular/router';
import type { JobKind } from '@alnage/contract';
import type { Change, EditRefusal } from '@alnage/core/planner';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { count, counted, duration, mass } from '../shared/formats/formats';
import { WallTime } from '../shared/formats/wall-time';
import { Keys } from '../shared/keys';
import { Margin } from '../shared/margin/margin';
import { unplannedText } from '../shared/plan/unplanned-words';
import { troubleText } from '../shared/problem-text';
import { PlanActions, planFeature } from '../state/plan.state';
import { BatchActions } from './parts/batch-actions';
import { JobBar } from './parts/job-bar';
import { MoveNote } from './parts/move-note';
import { PlanChart } from './parts/plan-chart';
import { Sheets } from './parts/sheets';
import { VersionsPanel } from './parts/versions-panel';
import { WhatIfPanel } from './parts/what-if-panel';
import { PlanMoveStore } from './plan-move.store';
import { PlanPageStore } from './plan.store';
import { VersionsStore } from './versions.store';
import { WhatIfStore } from './what-if.store';

/** So many lines that are not met are told before the others are asked for. */
const FIRST_OPEN = 6;

/** Plan: what, when, in which bowl, by whom, and where the trays lie. */
@Component({
  imports: [
    BatchActions,
    JobBar,
    Margin,
    MatButtonModule,
    MoveNote,
    PlanChart,
    Sheets,
    VersionsPanel,
    WhatIfPanel,
  ],
  providers: [PlanPageStore, PlanMoveStore, VersionsStore, WhatIfStore],
  templateUrl: './plan-page.html',
  styleUrl: './plan-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanPage {
  private readonly store = inject(Store);
  protected readonly page = inject(PlanPageStore);
  protected readonly move = inject(PlanMoveStore);
  protected readonly versions = inject(VersionsStore);
  protected readonly trial = inject(WhatIfStore);
  protected readonly isSaving = this.store.selectSignal(planFeature.selectIsSaving);
  private readonly trouble = this.store.selectSignal(planFeature.selectSaveTrouble);
  protected readonly count = count;
  protected readonly duration = duration;
  protected readonly mass = mass;

  protected readonly troubleText = computed(() => {
    const trouble = this.trouble();
    return trouble && trouble.code !== 'edit-refused' && trouble.code !== 'plan-changed'
      ? troubleText(trouble)
      : null;
  });
  /** Lines that are not met, the first of them where they are many. */
  /** What of the promised orders the newest plan leaves out. */
  protected readonly unplanned = computed(() => {
    const saved = this.page.isNewest() && !this.page.isPlanning() ? this.page.saved() : null;
    return saved && unplannedText(saved);
  });
  protected readonly isAllShown = signal(false);
  protected readonly openLines = computed(() =>
    this.isAllShown() ? this.page.unmet() : this.page.unmet().slice(0, FIRST_OPEN),
  );
  /** Whether the newest plan is not what the kitchen works by. */
  protected readonly isDraft = computed(() => {
    const saved = this.page.saved();
    return saved !== null && !saved.isPublished;
  });
  protected readonly lapsed = computed(() => this.page.saved()?.lapsed.join(', ') ?? '');

  protected readonly title = computed(() => {
    const workshop = this.page.workshop();
    const days = this.page.days();
    const { from, to } = this.page.span();
    if (!workshop || !days[from] || !days[to]) return 'Plan';
    const wall = new WallTime(workshop.timeZone);
    const first = Date.parse(days[from].start);
    return from === to
      ? `${wall.weekday(first)}’s dipping`
      : `${wall.day(first)} to ${wall.day(Date.parse(days[to].start))}`;
  });

  /** What is on the screen: batches at work in the window, their pieces, the melts, the hands. */
  protected readonly summary = computed(() => {
    const views = this.page.views();
    if (!views) return '';
    const { from, to } = this.page.window();
    const isIn = ({ start, end }: { start: number; end: number }): boolean => end > from && start < to;
    const { batches, melts } = views.saved.plan;
    const dipped = views.tapes.filter((tape) => tape.clock > from && tape.clock <= to);
    const pieces = dipped.reduce((sum, tape) => sum + tape.pieces, 0);
    const open = melts.filter(({ setupStart: start, closed: end }) => isIn({ start, end })).length;
    const setUps = melts.map(({ setupStart: start, setupEnd: end }) => ({ start, end }));
    const minutes = [...batches.flatMap(({ stages }) => stages), ...setUps]
      .filter(isIn)
      .reduce((sum, task) => sum + task.end - task.start, 0);
    return `${counted(dipped.length, 'batch')} dipped · ${counted(pieces, 'piece')} · ${counted(open, 'melt')} · ${duration(minutes)} of work`;
  });

  protected readonly ageText = computed(() => {
    const ages = this.page.facts()?.ages ?? [];
    if (ages.length === 0) return '';
    const [least, most] = [Math.min(...ages), Math.max(...ages)];
    return least === most ? duration(most) : `${duration(least)} to ${duration(most)}`;
  });

  constructor() {
    inject(Keys).bind(
      { key: 'ArrowDown', does: 'Next batch', run: () => this.page.step(1) },
      { key: 'ArrowUp', does: 'Batch before', run: () => this.page.step(-1) },
      { key: 'p', does: 'Plan anew', run: () => this.ask('plan') },
      { key: 'r', does: 'Mend the plan', run: () => this.ask('repair') },
      { key: 'w', does: 'What if', run: () => this.trial.toggle() },
      { key: 'v', does: 'Versions', run: () => void this.versions.toggle() },
    );
    inject(Actions)
      .pipe(ofType(PlanActions.editFailed), takeUntilDestroyed())
      .subscribe(({ trouble, ask }) => {
        const saved = this.page.saved();
        const refusal =
          'params' in trouble ? (trouble.params['refusal'] as EditRefusal | undefined) : undefined;
        if (refusal) this.move.refused(refusal, ask.edit);
        if (trouble.code === 'plan-changed' && saved) this.move.crossedBy(saved, ask.edit);
      });
    this.tryAtOnce(inject(ActivatedRoute).snapshot.queryParamMap.get('try'));
  }

  /** Tries changes that another place has handed over, as soon as there is a plan to try them on. */
  private tryAtOnce(text: string | null): void {
    if (text === null) return;
    let changes: readonly Change[] | null = readChanges(text);
    effect(() => {
      if (!this.page.saved() || !this.page.workshop() || !changes) return;
      const wanted = changes;
      changes = null;
      untracked(() => this.trial.begin(wanted));
    });
  }

  protected ask(kind: Exclude<JobKind, 'restore'>): void {
    if (this.page.isPlanning()) return;
    this.page.show(null);
    this.page.choose(null);
    this.move.dismiss();
    this.store.dispatch(PlanActions.jobAsked({ ask: { kind } }));
  }

  protected publish(): void {
    this.store.dispatch(PlanActions.publishAsked({ version: this.page.saved()!.version }));
  }

  protected dismissTrouble(): void {
    this.store.dispatch(PlanActions.troubleDismissed());
  }
}

function readChanges(text: string): readonly Change[] | null {
  try {
    const changes = JSON.parse(text) as unknown;
    return Array.isArray(changes) ? (changes as Change[]) : null;
  } catch {
    return null;
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Outbox } from '../shared/bench/outbox';
import { EllStore } from '../shared/ell/ell.store';
import { counted, listed, temperature } from '../shared/formats/formats';
import { Keys } from '../shared/keys';
import { baseOf, itemName, neededText } from '../shared/larder/larder-words';
import { Margin } from '../shared/margin/margin';
import { troubleText } from '../shared/problem-text';
import { benchFeature } from '../state/bench.state';
import { LarderActions, larderFeature, type LarderDeed } from '../state/larder.state';
import { WorkshopClock } from '../state/workshop-clock';
import { workshopFeature } from '../state/workshop.state';
import { ByFeel } from './parts/by-feel';
import { CameOut } from './parts/came-out';
import { PartRest } from './parts/part-rest';
import { PrepTimers } from './parts/prep-timers';
import { isSameMade, prepGroups, type PrepRow, type PrepStep } from './preparation-rows';

const MS_PER_MINUTE = 60_000;
const TOLD_THERE: readonly string[] = ['came-out', 'rest'] satisfies LarderDeed['kind'][];

/** Preparation: the centres and other parts that are to be made, by day and person, what goes into each pot, and what was made. */
@Component({
  imports: [ByFeel, CameOut, MatButtonModule, RouterLink, Margin, PartRest, PrepTimers],
  templateUrl: './preparation-page.html',
  styleUrl: './preparation-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PreparationPage {
  private readonly store = inject(Store);
  private readonly ell = inject(EllStore);
  private readonly outbox = inject(Outbox);
  private readonly bench = this.store.selectSignal(benchFeature.selectBench);
  private readonly clock = inject(WorkshopClock);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly declared = this.store.selectSignal(workshopFeature.selectDeclared);
  private readonly pieceNames = this.store.selectSignal(workshopFeature.selectPieceNames);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly preparations = this.store.selectSignal(larderFeature.selectPreparations);
  private readonly larder = this.store.selectSignal(larderFeature.selectLarder);
  private readonly said = this.store.selectSignal(larderFeature.selectTrouble);
  private readonly failed = this.store.selectSignal(larderFeature.selectFailed);
  protected readonly isBusy = this.store.selectSignal(larderFeature.selectIsBusy);
  protected readonly isRead = computed(() => this.larder() !== null);
  protected readonly listed = listed;
  protected readonly temperature = temperature;

  /** Pots that somebody wants apart, by what they are known by. */
  private readonly apart = signal<ReadonlySet<string>>(new Set());
  protected readonly counted = counted;

  protected readonly groups = computed(() => {
    const workshop = this.workshop();
    if (!workshop) return [];
    const [span, days] = [this.ell.span(), workshop.season?.days ?? []];
    return prepGroups({
      preparations: this.preparations(),
      workshop,
      book: this.declared().book,
      pieceNames: this.pieceNames(),
      pieces: this.pieces(),
      apart: this.apart(),
      today: Math.max(
        -Infinity,
        ...days.map(({ start }) => Date.parse(start)).filter((start) => start <= this.clock.now()),
      ),
      span: span && { from: Date.parse(days[span.from]!.start), to: Date.parse(days[span.to]!.end) },
    });
  });
  protected readonly toMake = computed(
    () =>
      this.groups()
        .flatMap(({ rows }) => rows)
        .filter(({ done }) => done === null).length,
  );
  protected readonly trouble = computed(() => {
    const trouble = this.said();
    // what is wrong with what came out, or was left, is told there
    return trouble && !TOLD_THERE.includes(this.failed()?.kind ?? '') ? troubleText(trouble) : null;
  });
  /** What stock lacks for the batch that could not be written down. */
  protected readonly lacking = computed(() => {
    const [trouble, failed, workshop] = [this.said(), this.failed(), this.workshop()];
    if (trouble?.code !== 'stock-short' || failed?.kind !== 'finish') return null;
    const missing = trouble.params['missing'] as {
      item: { kind: 'coating' | 'supply'; id: string };
      amount: number;
    }[];
    const texts = missing.map(
      ({ item, amount }) =>
        `${neededText(amount, baseOf(item, workshop))} ${itemName(item, workshop).toLowerCase()}`,
    );
    return { made: failed.made, text: listed(texts) };
  });

  constructor() {
    this.store.dispatch(LarderActions.opened());
    const router = inject(Router);
    inject(Keys).bind({
      key: 'Escape',
      does: 'Back to the larder',
      run: () => void router.navigate(['larder']),
    });
  }

  protected ask(deed: LarderDeed): void {
    this.store.dispatch(LarderActions.deedAsked({ deed }));
  }

  protected makeApart({ pot }: PrepRow): void {
    if (pot !== null) this.apart.update((all) => new Set([...all, pot]));
  }

  protected dismiss(): void {
    this.store.dispatch(LarderActions.dismissed());
  }

  protected startTimer(row: PrepRow, step: PrepStep): void {
    const work = this.workOf(row);
    if (!work) return;
    const endsAt = Math.round(this.clock.precise() + step.restMinutes * MS_PER_MINUTE);
    this.outbox.add(work, { kind: 'timer', name: `${row.title}, ${row.batch}`.slice(0, 60), endsAt });
  }

  /** The work at the bench by which something is made: that stage of its batch, as far as it is there. */
  protected workOf({ preparation }: PrepRow): string | undefined {
    const works = this.bench()?.works ?? [];
    return works.find(
      (work) => work.kind === 'stage' && work.batch === preparation.batch && work.stage === preparation.stage,
    )?.key;
  }

  protected isLacking({ made }: PrepRow): boolean {
    const lacking = this.lacking();
    return lacking !== null && isSameMade(lacking.made, made);
  }
}

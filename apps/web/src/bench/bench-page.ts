import { ChangeDetectionStrategy, Component, DestroyRef, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { isDip, type BenchLens } from '@alnage/core/bench';
import { Store } from '@ngrx/store';
import { capital, counted, listed, temperature } from '../shared/formats/formats';
import { Keys } from '../shared/keys';
import { LetGo } from '../shared/let-go';
import { Margin } from '../shared/margin/margin';
import { Outbox } from '../shared/bench/outbox';
import { taughtText } from '../shared/bench/taught-text';
import { troubleText } from '../shared/problem-text';
import { BenchActions, benchFeature } from '../state/bench.state';
import { deedWords, REFUSAL_WORDS } from './bench-words';
import { mindOf, pathOf, troublesOf, workRow, workSub, workTitle } from './bench-rows';
import { BenchStore } from './bench.store';
import { DipRun } from './parts/dip-run';
import { HandWork } from './parts/hand-work';
import { MeltGuide } from './parts/melt-guide';
import { MendPanel } from './parts/mend-panel';
import { keepAwake } from './keep-awake';

const NEXT_ROWS = 5;
const TROUBLE_ROWS = 4;

/** Bench: one run at a time, very large – what is done now, what comes next, and what it does to the day. */
@Component({
  imports: [LetGo, RouterLink, MatButtonModule, Margin, DipRun, HandWork, MeltGuide, MendPanel],
  providers: [BenchStore],
  templateUrl: './bench-page.html',
  styleUrl: './bench-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchPage {
  protected readonly page = inject(BenchStore);
  protected readonly outbox = inject(Outbox);
  private readonly store = inject(Store);
  private readonly said = this.store.selectSignal(benchFeature.selectTrouble);
  private readonly justSealed = this.store.selectSignal(benchFeature.selectJustSealed);

  protected readonly lenses = computed((): (BenchLens & { name: string })[] => {
    const workshop = this.page.workshop();
    return [
      ...(workshop?.people ?? []).map(({ id, name }) => ({ kind: 'person' as const, id, name })),
      ...(workshop?.bowls ?? []).map(({ id, name }) => ({ kind: 'bowl' as const, id, name })),
    ];
  });
  protected readonly trouble = computed(() => {
    const trouble = this.said();
    return trouble && troubleText(trouble);
  });
  /** What the run that was sealed just now taught. */
  protected readonly sealed = computed(() => {
    const [run, workshop] = [this.justSealed(), this.page.workshop()];
    if (!run || !workshop) return null;
    const piece = this.page.words()?.piece(run.piece) ?? run.piece;
    return {
      head: `${run.code} is sealed: ${counted(run.good, 'good piece')}.`,
      taught: taughtText(run, capital(piece)),
    };
  });
  protected readonly kind = computed(() => {
    const work = this.page.current()?.work;
    if (!work) return null;
    if (work.kind === 'melt') return 'melt';
    return isDip(work) ? 'dip' : 'hands';
  });
  protected readonly head = computed(() => {
    const [at, words] = [this.page.current(), this.page.words()];
    if (!at || !words) return null;
    const sub = [at.code ?? '', workSub(at.work, words, this.page.nowMinute())].filter(Boolean).join(' · ');
    return { title: workTitle(at.work, words), sub };
  });
  private readonly late = computed(
    () => new Map((this.page.bench()?.ahead ?? []).map(({ key, lateMinutes }) => [key, lateMinutes])),
  );
  protected readonly next = computed(() => {
    const [words, current] = [this.page.words(), this.page.current()];
    if (!words) return [];
    return this.page
      .queue()
      .filter(({ work }) => work.key !== current?.work.key)
      .slice(0, NEXT_ROWS)
      .map((at) =>
        workRow(at, words, { now: this.page.nowMinute(), lateMinutes: this.late().get(at.work.key) ?? 0 }),
      );
  });
  protected readonly mind = computed(() => {
    const [at, bench] = [this.page.current(), this.page.bench()];
    return at && bench ? mindOf(at, { bench, pieces: this.page.pieces(), now: this.page.nowMs() }) : [];
  });
  protected readonly path = computed(() => {
    const [at, words] = [this.page.current(), this.page.words()];
    return at && words ? pathOf(at, { all: this.page.all(), now: this.page.nowMinute() }, words) : [];
  });
  /** What being late, short or without a bowl means for today’s pickups. */
  private readonly allTroubles = computed(() => {
    const [bench, words] = [this.page.bench(), this.page.words()];
    return bench && words ? troublesOf(bench, words) : [];
  });
  protected readonly troubles = computed(() => this.allTroubles().slice(0, TROUBLE_ROWS));
  protected readonly moreTroubles = computed(() => this.allTroubles().length - this.troubles().length);
  protected readonly refused = computed(() =>
    this.outbox.refused().map((deed) => ({
      deed,
      text: `${deedWords(deed)}: ${deed.refusal ? REFUSAL_WORDS[deed.refusal] : ''}`,
    })),
  );
  protected readonly counted = counted;
  protected readonly listed = listed;
  protected readonly climate = computed(() => {
    const { roomCelsius, humidity } = this.page;
    const room = roomCelsius();
    if (room === null) return '';
    const damp = humidity();
    return `Kitchen ${temperature(room)}${damp === null ? '' : `, ${Math.round(damp)}% humidity`}`;
  });

  protected readSealed(): void {
    this.store.dispatch(BenchActions.sealRead());
  }

  constructor() {
    this.store.dispatch(BenchActions.opened());
    keepAwake(inject(DestroyRef));
    inject(Keys).bind(
      { key: 'u', does: 'Undo the last step', run: () => this.undo() },
      { key: 'ArrowDown', does: 'The next work of this bench', run: () => this.step(1) },
      { key: 'ArrowUp', does: 'The work before this', run: () => this.step(-1) },
    );
  }

  protected isLens({ kind, id }: BenchLens): boolean {
    const lens = this.page.lens();
    return lens?.kind === kind && lens.id === id;
  }

  protected mendIt(): void {
    if (this.page.panel() !== 'mend') this.page.open('mend');
  }

  protected undo(): void {
    const last = this.page.current()?.state.last;
    if (last) this.page.do({ kind: 'undo', event: last.id });
  }

  private step(by: number): void {
    const queue = this.page.queue();
    const at = queue.findIndex(({ work }) => work.key === this.page.current()?.work.key);
    const next = queue[Math.max(0, Math.min(queue.length - 1, at + by))];
    if (next) this.page.choose(next.work.key);
  }
}

import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { BowlChart } from '../../shared/bench/bowl-chart';
import { count, duration, mass, temperature } from '../../shared/formats/formats';
import { Keys } from '../../shared/keys';
import { adviceWords, forecastWords, PROBE_WORDS } from '../../shared/bench/temper-words';
import { BenchStore } from '../bench.store';
import { BeforePanel } from './before-panel';
import { FlowCheck } from './flow-check';
import { FormGuide } from './form-guide';
import { RejectPanel } from './reject-panel';
import { SealPanel } from './seal-panel';
import { TroublePanel } from './trouble-panel';
import { WarmthNote } from './warmth-note';
import { WeighPanel } from './weigh-panel';

/** Two taps within so many ms are one tap of sticky fingers. */
const TAP_MS = 700;

/** One run of dipping, very large: temperature, count, what is left, when it is done; and the one big target. */
@Component({
  selector: 'al-dip-run',
  imports: [
    BeforePanel,
    BowlChart,
    FlowCheck,
    FormGuide,
    RejectPanel,
    SealPanel,
    TroublePanel,
    WarmthNote,
    WeighPanel,
  ],
  templateUrl: './dip-run.html',
  styleUrl: './dip-run.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DipRun {
  protected readonly bench = inject(BenchStore);
  protected readonly mass = mass;
  private tappedAt = -Infinity;

  protected readonly state = computed(() => this.bench.current()?.state ?? null);
  protected readonly isBegun = computed(() => this.state()?.begunAt !== null);
  protected readonly isEnded = computed(() => this.state()?.endedAt !== null);
  protected readonly isPaused = computed(() => this.state()?.pausedSince !== null);

  /** The bowl’s temperature in words. */
  protected readonly heat = computed(() => {
    const heat = this.bench.heat();
    if (!heat) return null;
    const { celsius, watch, forecast, advice } = heat;
    const told = adviceWords(advice);
    return {
      value: celsius === null ? '–' : temperature(celsius).replace(/ .*/, ''),
      unit: temperature(0).replace(/.* /, ''),
      sub: watch.state === 'fine' ? told.what.toLowerCase() : PROBE_WORDS[watch.state],
      forecast: watch.state === 'fine' ? forecastWords(forecast) : '',
      told: advice.kind === 'work' ? null : told,
      tone: watch.state === 'fine' ? told.tone : 'care',
    };
  });
  protected readonly shown = computed(() => {
    const run = this.bench.run();
    if (!run) return null;
    const { contents, wall } = this.bench;
    const late = Math.round(run.lateMinutes);
    const pace =
      run.secondsPerPiece === null
        ? 'no tray down yet'
        : `${Math.round(run.secondsPerPiece)} s a piece${run.rejected > 0 ? `, ${run.rejected} rejected` : ''}`;
    const left = contents();
    return {
      ...run,
      pace,
      left: left ? mass(left.grams) : '',
      covers:
        left?.weighedAt === null
          ? `by the plan, for ${count(run.covers)} more`
          : `enough for ${count(run.covers)} more`,
      isShort: run.covers < run.wanted - run.good,
      doneAt: wall().time(run.doneBy),
      late: late > 0 ? `${duration(late)} late` : late < 0 ? `${duration(-late)} early` : 'on time',
      isLate: late > 2,
    };
  });

  /** What the big target does now. */
  protected readonly main = computed(() => {
    const run = this.bench.run();
    if (!run) return null;
    if (!this.isBegun()) return { label: 'Tap when you dip the first piece', big: 'Begin the run' };
    if (this.isPaused()) return { label: 'Paused', big: 'Go on' };
    if (run.good >= run.wanted)
      return { label: `${count(run.good)} good pieces are down`, big: 'End the run' };
    return { label: 'Tap when a tray is down', big: `+ ${count(run.tray)} pieces` };
  });

  constructor() {
    inject(Keys).bind(
      { key: ' ', does: 'The big button: begin, a tray is down, end', run: () => this.tap() },
      { key: 'r', does: 'Reject pieces', run: () => this.bench.open('reject') },
      { key: 'w', does: 'Weigh the bowl', run: () => this.bench.open('weigh') },
      { key: 'e', does: 'Something went wrong', run: () => this.bench.open('trouble') },
    );
  }

  protected tap(): void {
    const now = performance.now();
    if (now - this.tappedAt < TAP_MS || this.isEnded()) return;
    this.tappedAt = now;
    const run = this.bench.run()!;
    if (!this.isBegun()) {
      if (this.bench.before()) return this.bench.open('before');
      this.begin();
    } else if (this.isPaused()) this.bench.do({ kind: 'resume' });
    else if (run.good >= run.wanted) this.end();
    else this.bench.do({ kind: 'tray', pieces: run.tray });
  }

  protected begin(): void {
    this.bench.do({ kind: 'begin' });
    if (this.bench.run()!.startGrams === null) this.bench.open('weigh');
  }

  protected end(): void {
    this.bench.do({ kind: 'end' });
    this.bench.callAfterRest();
    this.bench.open(null);
  }

  protected pause(): void {
    this.bench.do({ kind: this.isPaused() ? 'resume' : 'pause' });
  }
}

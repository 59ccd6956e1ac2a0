import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  STEPS_OF,
  meltCourse,
  meltedTo,
  schoolAgain,
  stepDoubt,
  stepOf,
  type MeltSchool,
  type StepDoubt,
  type TemperAdvice,
} from '@alnage/core/temper';
import { BowlChart } from '../../shared/bench/bowl-chart';
import { mass, temperature } from '../../shared/formats/formats';
import { meltWords, type MeltTold } from '../../shared/bench/melt-heat-words';
import { Keys } from '../../shared/keys';
import { StepDoubtNote } from '../../shared/bench/step-doubt';
import {
  adviceWords,
  AGAIN_WORDS,
  forecastWords,
  PROBE_WORDS,
  SCHOOL_WORDS,
  stepDone,
  stepWord,
} from '../../shared/bench/temper-words';
import { BenchStore } from '../bench.store';
import { FlowCheck } from './flow-check';
import { TroublePanel } from './trouble-panel';
import { WeighPanel } from './weigh-panel';

const SCHOOLS = Object.keys(SCHOOL_WORDS) as MeltSchool[];

/** Brings a melt to where it is worked: the one next thing, by the school that the shop goes by. */
@Component({
  selector: 'al-melt-guide',
  imports: [MatButtonModule, BowlChart, FlowCheck, StepDoubtNote, TroublePanel, WeighPanel],
  templateUrl: './melt-guide.html',
  styleUrl: './melt-guide.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeltGuide {
  protected readonly bench = inject(BenchStore);
  protected readonly schools = SCHOOLS;
  protected readonly schoolWords = SCHOOL_WORDS;
  protected readonly state = computed(() => this.bench.current()!.state);
  protected readonly school = computed(() => this.bench.heat()?.school ?? 'seed');
  protected readonly isBegun = computed(() => this.state().begunAt !== null);
  protected readonly step = computed(() =>
    stepOf({ school: this.school(), done: this.state().steps.map(({ step }) => step) }),
  );
  protected readonly steps = computed(() => {
    const [done, here] = [this.state().steps, this.step()];
    const { wall } = this.bench;
    return STEPS_OF[this.school()].map((step) => {
      const ended = done.find((each) => each.step === step);
      const celsius = ended && ended.celsius !== null ? `, ${temperature(ended.celsius)}` : '';
      return {
        name: stepWord(step, this.school()),
        sub: ended ? `${wall().time(ended.at)}${celsius}` : step === here && this.isBegun() ? 'now' : '',
        standing: ended ? 'done' : step === here && this.isBegun() ? 'here' : 'next',
      };
    });
  });
  protected readonly heat = computed(() => {
    const heat = this.bench.heat();
    if (!heat) return null;
    const { celsius, watch, advice, forecast } = heat;
    return {
      told: adviceWords(advice),
      value: celsius === null ? '–' : temperature(celsius).replace(/ .*/, ''),
      unit: temperature(0).replace(/.* /, ''),
      probe: PROBE_WORDS[watch.state],
      forecast: forecast.kind === 'leaves' || forecast.kind === 'holds' ? forecastWords(forecast) : '',
      solid: solidOf(advice),
      celsius,
    };
  });
  /** How this bowl is melted by what warms it, while it is. */
  protected readonly melting = computed((): MeltTold | null => {
    const [heat, work] = [this.bench.heat(), this.bench.current()?.work];
    const bowl = this.bench.workshop()?.bowls.find(({ id }) => id === this.bench.bowl());
    if (!heat || !bowl || work?.kind !== 'melt' || !this.isBegun() || this.step() !== 'melt') return null;
    // what keeps its crystals is warmed over barely warm water, whatever the bowl
    if (heat.school === 'by-eye') return null;
    const watts = this.bench.workshop()!.rules.warmingWatts;
    return meltWords(
      meltCourse(bowl.heat, { grams: work.grams, watts, to: meltedTo(heat.school, heat.windows) }),
    );
  });
  /** Whether its temper is lost: then nothing but beginning again leads to work. */
  protected readonly isLost = computed(() => this.bench.heat()?.advice.kind === 'retemper');
  /** Solid that goes in before the step is over. */
  protected readonly toPutIn = computed(() => {
    const heat = this.heat();
    return this.isBegun() && this.step() === 'seed' && heat && heat.solid > 0 ? heat.solid : 0;
  });
  protected readonly button = computed(() => {
    if (!this.isBegun()) return 'Begin: on the heat';
    if (this.isLost()) return AGAIN_WORDS;
    return this.toPutIn() > 0 ? `${mass(this.toPutIn())} put in` : stepDone(this.step(), this.school());
  });
  /** What the probe says against the step that was called done just now. */
  protected readonly doubt = signal<StepDoubt | null>(null);
  protected readonly mass = mass;

  constructor() {
    inject(Keys).bind(
      { key: ' ', does: 'The big button: this step is done', run: () => this.next() },
      { key: 'w', does: 'Weigh the bowl', run: () => this.bench.open('weigh') },
      { key: 'e', does: 'Something went wrong', run: () => this.bench.open('trouble') },
    );
  }

  protected choose(school: MeltSchool): void {
    this.bench.do({ kind: 'school', school });
  }

  protected next(): void {
    if (!this.isBegun()) return this.bench.do({ kind: 'begin' });
    if (this.isLost()) return this.again();
    if (this.toPutIn() > 0) return this.putIn();
    const [step, school, heat] = [this.step(), this.school(), this.bench.heat()];
    const doubt = heat && stepDoubt(step, { school, windows: heat.windows, celsius: heat.celsius });
    // pressed once more it still waits for its answer
    if (doubt) this.doubt.set(doubt);
    else this.end();
  }

  /** The step is done, whatever the probe says. */
  protected end(): void {
    const step = this.step();
    this.doubt.set(null);
    this.bench.do({ kind: 'step', step, celsius: this.heat()?.celsius ?? null });
    // ready to be dipped is the end of the set-up
    if (step === 'work') this.bench.do({ kind: 'end' });
  }

  private again(): void {
    this.doubt.set(null);
    this.bench.do({ kind: 'again', school: schoolAgain(this.school()) });
  }

  /** Writes down the solid that was asked for as put in. */
  protected putIn(): void {
    const grams = this.heat()?.solid ?? 0;
    if (grams > 0) this.bench.do({ kind: 'solid', grams: Math.round(grams) });
  }
}

/** Solid that is to go in now, in g. */
function solidOf(advice: TemperAdvice): number {
  return advice.kind === 'seed-in' || advice.kind === 'add-solid' ? advice.grams : 0;
}

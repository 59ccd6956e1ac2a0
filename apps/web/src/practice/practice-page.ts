import { ChangeDetectionStrategy, Component, DestroyRef, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { courseAhead, practiceHeat } from '@alnage/core/heat';
import {
  PRACTICE_GRAMS,
  PRACTICE_PIECES,
  beginPractice,
  dipInPractice,
  endPracticeStep,
  practiceAfter,
  practiceProbe,
  withPracticeHeat,
  withPracticeSolid,
  practiceReport,
  practiceAgain,
  solidShare,
  stepDoubt,
  stepOf,
  tabledInPractice,
  withoutPracticeSolid,
  type MeltSchool,
  type Practice,
  type SimulatedBowl,
  type StepDoubt,
  type TemperAdvice,
  type TemperStep,
} from '@alnage/core/temper';
import { Store } from '@ngrx/store';
import { v4 as uuid } from 'uuid';
import { BowlChart } from '../shared/bench/bowl-chart';
import type { BowlDrawing } from '../shared/bench/draw-bowl';
import { StepDoubtNote } from '../shared/bench/step-doubt';
import {
  adviceWords,
  AGAIN_WORDS,
  forecastWords,
  PROBE_WORDS,
  SCHOOL_WORDS,
  stepDone,
  stepWord,
} from '../shared/bench/temper-words';
import { ChoiceField, choicesOf } from '../shared/forms/choice-field';
import { count, duration, mass, percent, temperature, thickness } from '../shared/formats/formats';
import { windowsIn } from '../shared/coating-windows';
import { Keys } from '../shared/keys';
import { LetGo } from '../shared/let-go';
import { Margin } from '../shared/margin/margin';
import { personHere } from '../shared/person/person';
import { troubleText } from '../shared/problem-text';
import { WallTime } from '../shared/formats/wall-time';
import { workshopFeature } from '../state/workshop.state';
import { CoatsChart } from './coats-chart';
import { ADVICE_WORDS, practiceTold } from './practice-words';
import { PracticeStore } from './practice.store';

const TICK_MS = 250;
const SPEEDS = { '1': 'real time', '10': '10 times as fast', '60': '60 times as fast' } as const;
const AHEAD_MINUTES = 30;
/** So many kept practices are told. */
const TOLD_MOST = 8;

/** Practice: a simulated bowl on the same model and with the same guide, for a new hand. */
@Component({
  imports: [LetGo, MatButtonModule, BowlChart, ChoiceField, CoatsChart, Margin, StepDoubtNote],
  templateUrl: './practice-page.html',
  styleUrl: './practice-page.scss',
  providers: [PracticeStore],

  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PracticePage {
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly speeds = choicesOf(SPEEDS);
  protected readonly schools = choicesOf(SCHOOL_WORDS);
  protected readonly speed = signal<keyof typeof SPEEDS>('10');
  protected readonly school = signal<MeltSchool>('seed');
  protected readonly coatingId = signal('');
  protected readonly practice = signal<Practice | null>(null);
  protected readonly isOver = signal(false);
  /** What the probe says against the step that was called done just now. */
  protected readonly doubt = signal<StepDoubt | null>(null);
  private probe = practiceProbe(1);
  private begun = 0;
  /** What the practice is kept by. */
  private readonly own = signal({ id: '', coating: '' });
  private readonly practices = inject(PracticeStore);

  protected readonly coatings = computed(() =>
    (this.workshop()?.coatings ?? []).map(({ id, name }) => ({ id, name })),
  );
  protected readonly coating = computed(() => {
    const all = this.workshop()?.coatings ?? [];
    return all.find(({ id }) => id === this.coatingId()) ?? all[0] ?? null;
  });
  /** What the readings say of the bowl. */
  private readonly heat = computed(() => {
    const practice = this.practice();
    return practice && practiceHeat(practice);
  });
  protected readonly shown = computed(() => {
    const [practice, heat] = [this.practice(), this.heat()];
    if (!practice || !heat) return null;
    const { kit, seconds, done, coats } = practice;
    const { watch, celsius, advice, forecast } = heat;
    const step = stepOf({ school: kit.school, done: done.map((each) => each.step) });
    return {
      ...{ step, told: adviceWords(advice), solid: 'grams' in advice ? Math.round(advice.grams) : 0 },
      celsius: celsius === null ? '–' : temperature(celsius),

      button: buttonText(step, kit.school, advice),
      eye: eyeText(practice.bowl),
      hasSolid: solidShare(practice.bowl) > 0.005,
      steps: done.map((each) => `${stepWord(each.step, kit.school)} after ${duration(each.seconds / 60)}`),
      passed: [
        duration(seconds / 60),
        PROBE_WORDS[watch.state],
        step === 'work' ? forecastWords(forecast) : '',
      ]
        .filter(Boolean)
        .join(' · '),
      pieces: coats.length,
      isDipping: step === 'work',
      isLost: advice.kind === 'retemper',
    };
  });
  protected readonly drawing = computed((): BowlDrawing | null => {
    const practice = this.practice();
    if (!practice) return null;
    const { kit, readings, seconds, done } = practice;
    const forecast = this.heat()?.forecast;
    const fit = forecast && 'fit' in forecast ? forecast.fit : null;
    return {
      ...{ readings, windows: kit.windows, isTempered: kit.school !== 'melt', now: seconds * 1000 },
      ahead: fit ? courseAhead(fit, AHEAD_MINUTES, 15) : [],
      marks: done.map((each) => ({
        at: each.seconds * 1000,
        text: stepWord(each.step, kit.school).toLowerCase(),
      })),
      time: (ms) => (ms < 0 ? '' : `${Math.round(ms / 60_000)} min`),
    };
  });
  protected readonly report = computed(() => {
    const practice = this.practice();
    if (!practice || (!this.isOver() && practice.coats.length < PRACTICE_PIECES)) return null;
    const told = practiceReport(practice);
    const { coats } = practice;
    return {
      coats:
        coats.length > 0
          ? { coats, good: told.good, rightMm: told.rightFilmMm, most: PRACTICE_PIECES }
          : null,
      advice: told.advice.map((advice) => ADVICE_WORDS[advice]),
      rows: [
        ['For sale', `${count(told.good)} of ${count(told.pieces)}`],
        ...this.lastTime().map((text) => ['Last time', text] as const),
        ['With bloom', count(told.bloom)],
        ['With a foot', count(told.feet)],
        ['With lumps', count(told.lumps)],
        ['Coat', `${thickness(told.meanFilmMm)}, right is ${thickness(told.rightFilmMm)}`],
        ['It took', duration(told.minutes)],
      ] as const,
    };
  });
  /** How many were for sale when the same hand last practised with this coating; none where it never did. */
  private readonly lastTime = computed(() => {
    const { id, coating } = this.own();
    const last = this.keptOf().find((each) => each.id !== id && each.coating === coating);
    // nobody can tell whose it was while nobody says who is at the screen
    return last && personHere() ? [`${count(last.good)} of ${count(last.pieces)}`] : [];
  });
  /** Kept practices: of who is at the screen, if it was said, else of everybody. */
  private readonly keptOf = computed(() => {
    const here = personHere();
    return this.practices.kept().filter(({ by }) => here === null || by === here);
  });
  protected readonly told = computed(() => {
    const [workshop, here] = [this.workshop(), personHere()];
    if (!workshop) return null;
    const names = { workshop, wall: new WallTime(workshop.timeZone) };
    const who = workshop.people.find(({ id }) => id === here)?.name ?? null;
    const rows = this.keptOf()
      .slice(0, TOLD_MOST)
      .map((each) => practiceTold(each, names));
    return { who, rows };
  });
  protected readonly unkept = computed(() => {
    const trouble = this.practices.trouble();
    return trouble && { text: troubleText(trouble), isWaiting: this.practices.waiting().length > 0 };
  });
  protected readonly most = PRACTICE_PIECES;
  protected readonly mass = mass;

  constructor() {
    const ticking = setInterval(() => this.tick(), TICK_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(ticking));
    inject(Keys).bind(
      { key: ' ', does: 'The big button: begin, the step is done, dip', run: () => this.main() },
      { key: 'h', does: 'Heat on and off', run: () => this.heatUp() },
    );
  }

  protected begin(): void {
    const [workshop, coating] = [this.workshop(), this.coating()];
    if (!workshop || !coating) return;
    this.begun += 1;
    this.probe = practiceProbe(this.begun);
    this.isOver.set(false);
    this.doubt.set(null);
    this.own.set({ id: uuid(), coating: coating.id });
    this.practice.set(
      beginPractice({
        windows: windowsIn(workshop, coating),
        yieldPa: coating.yieldPa,
        school: coating.own.isTempered ? this.school() : 'melt',
        ...{ grams: PRACTICE_GRAMS, seedShare: workshop.rules.seedShare },
      }),
    );
  }

  /** The one next thing. */
  protected main(): void {
    const [practice, shown] = [this.practice(), this.shown()];
    if (!practice || !shown || this.report()) return this.begin();
    const { advice, celsius } = this.heat()!;
    if (advice.kind === 'retemper') return this.again();
    if (shown.isDipping) return this.dip(1);
    if (shown.step === 'seed' && shown.solid > 0) return this.put(shown.solid);
    if (advice.kind === 'pour') return this.table(advice.grams);
    const doubt = stepDoubt(shown.step, { ...practice.kit, celsius });
    if (doubt) this.doubt.set(doubt);
    else this.end();
  }

  /** The step is done, whatever the probe says. */
  protected end(): void {
    const [practice, shown, doubt] = [this.practice(), this.shown(), this.doubt()];
    this.doubt.set(null);
    if (practice && shown) this.practice.set(endPracticeStep(practice, shown.step, doubt?.celsius ?? null));
  }

  private again(): void {
    this.doubt.set(null);
    this.practice.update((practice) => practice && practiceAgain(practice));
  }

  /** Works so much of it on the table, and puts it back. */
  private table(grams: number): void {
    this.practice.update((practice) => practice && tabledInPractice(practice, grams, this.probe));
    this.end();
  }

  protected takeOut(): void {
    this.practice.update((practice) => practice && withoutPracticeSolid(practice));
  }

  protected put(grams: number): void {
    this.practice.update((practice) => practice && withPracticeSolid(practice, grams));
  }

  protected dip(pieces: number): void {
    this.practice.update((practice) => practice && dipInPractice(practice, pieces, this.probe));
    if (this.report()) this.keep();
  }

  protected enough(): void {
    this.isOver.set(true);
    this.keep();
  }

  protected keepAgain(): void {
    void this.practices.send();
  }

  /** Keeps what became of the coats, if there are any. */
  private keep(): void {
    const practice = this.practice();
    if (!practice || practice.coats.length === 0) return;
    const { advice: _advice, ...came } = practiceReport(practice);
    void this.practices.keep({ ...this.own(), school: practice.kit.school, ...came });
  }

  protected heatUp(): void {
    this.practice.update((practice) => practice && withPracticeHeat(practice, !practice.isHeated));
  }

  protected stir(): void {
    this.practice.update((practice) => practice && { ...practice, isStirred: !practice.isStirred });
  }

  private tick(): void {
    const practice = this.practice();
    if (!practice || this.report()) return;
    this.practice.set(practiceAfter(practice, (Number(this.speed()) * TICK_MS) / 1000, this.probe));
  }
}

/** What the big button does now. */
function buttonText(step: TemperStep, school: MeltSchool, advice: TemperAdvice): string {
  if (advice.kind === 'retemper') return AGAIN_WORDS;
  if (step === 'seed' && advice.kind === 'seed-in' && advice.grams > 0)
    return `Put in ${mass(Math.round(advice.grams))}`;
  return advice.kind === 'pour' ? 'Work it on the table' : stepDone(step, school);
}

/** What the eye sees of it: what is still solid. */
function eyeText(bowl: SimulatedBowl): string {
  const share = solidShare(bowl);
  if (share > 0.95) return 'all solid';
  return share < 0.005 ? 'smooth' : `${percent(share)} solid`;
}

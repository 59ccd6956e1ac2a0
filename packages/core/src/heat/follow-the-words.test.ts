import { describe, expect, test } from 'vitest';
import type { CoatingKind } from '../coating/coating-kind';
import {
  beginPractice,
  dipInPractice,
  endPracticeStep,
  practiceAfter,
  practiceAgain,
  practiceProbe,
  practiceReport,
  tabledInPractice,
  withoutPracticeSolid,
  withPracticeHeat,
  withPracticeSolid,
  PRACTICE_PIECES,
  type Practice,
} from '../temper/practice';
import { practiceHeat } from './practice-heat';
import { solidShare } from '../temper/simulated-bowl';
import { stepDoubt } from '../temper/step-doubt';
import {
  KEPT_SOLID_SHARE,
  stepOf,
  STEPS_OF,
  type MeltSchool,
  type TemperAdvice,
} from '../temper/temper-guide';
import { usualWindows } from '../temper/temper-windows';

/** Does what the guide says, to the word, and nothing else; sees what a hand sees: what is still solid. */
class Robot {
  readonly told: TemperAdvice['kind'][] = [];
  private readonly probe = practiceProbe(7);

  constructor(public practice: Practice) {}

  /** Until it is ready to dip. */
  temper(): void {
    for (let words = 0; words < 2000 && this.step !== 'work'; words++) this.follow(this.advice);
  }

  dip(): void {
    for (let words = 0; words < 4000 && this.practice.coats.length < PRACTICE_PIECES; words++) {
      const { advice } = this;
      if (advice.kind === 'work') this.practice = dipInPractice(this.practice, 1, this.probe);
      else this.follow(advice);
    }
  }

  get step() {
    const { kit, done } = this.practice;
    return stepOf({ school: kit.school, done: done.map(({ step }) => step) });
  }

  private get advice(): TemperAdvice {
    return practiceHeat(this.practice).advice;
  }

  private follow(advice: TemperAdvice): void {
    if (this.told.at(-1) !== advice.kind) this.told.push(advice.kind);
    const act = this.acts[advice.kind] as ((advice: TemperAdvice) => void) | undefined;
    if (act) act(advice);
    else this.wait(20);
  }

  /** What each word is done by; all else is waited for. */
  private readonly acts: {
    readonly [K in TemperAdvice['kind']]?: (advice: Extract<TemperAdvice, { kind: K }>) => void;
  } = {
    'melt-on': () => this.warm(20),
    'melt-gently': (advice) =>
      solidShare(this.practice.bowl) > advice.solidShare ? this.warm(5) : this.done(),
    'seed-in': ({ grams }) => (grams > 0 ? this.put(grams) : this.done()),
    'add-solid': ({ grams, haveGrams }) => this.put(Math.min(grams, haveGrams)),
    'stir-away': ({ seconds }) => this.smooth(seconds),
    'too-cool': ({ seconds }) => this.warm(seconds),
    warm: ({ seconds }) => this.warm(seconds ?? 10),
    rewarm: ({ seconds }) => this.warm(seconds),
    pour: ({ grams }) => {
      this.practice = tabledInPractice(this.practice, grams, this.probe);
      this.done();
    },
    'crystals-there': () => {
      this.wait(60);
      this.practice = withoutPracticeSolid(this.practice);
      this.done();
    },
    retemper: () => void (this.practice = practiceAgain(this.practice)),
    return: ({ isThere }) => (isThere ? this.done() : this.wait(20)),
    melted: () => this.done(),
    warmed: () => this.done(),
    seeded: () => this.done(),
    test: () => this.done(),
  };

  private done(): void {
    const { kit } = this.practice;
    const { celsius } = practiceHeat(this.practice);
    expect(stepDoubt(this.step, { ...kit, celsius }), `${kit.school}, ${this.step}`).toBeNull();
    this.practice = endPracticeStep(this.practice, this.step);
  }

  private wait(seconds: number): void {
    this.practice = practiceAfter(this.practice, seconds, this.probe);
  }

  private warm(seconds: number): void {
    const hot = practiceAfter(withPracticeHeat(this.practice, true), seconds, this.probe);
    this.practice = practiceAfter(withPracticeHeat(hot, false), 20, this.probe);
  }

  private put(grams: number): void {
    this.practice = withPracticeSolid(this.practice, grams);
    this.wait(60);
  }

  /** Stirs until the last lump is gone; where lumps stay it is put back for so long. */
  private smooth(seconds: number): void {
    this.wait(120);
    if (solidShare(this.practice.bowl) < 0.015) this.done();
    else this.warm(seconds);
  }
}

const KINDS: readonly CoatingKind[] = ['dark', 'milk', 'white'];
const CASES = (Object.keys(STEPS_OF) as MeltSchool[]).flatMap((school) =>
  (school === 'melt' ? (['compound'] as const) : KINDS).map((kind) => [school, kind] as const),
);
const kit = (school: MeltSchool, kind: CoatingKind) => ({
  windows: usualWindows([{ kind, grams: 1 }]),
  ...{ yieldPa: 12, school, grams: 2000, seedShare: 1 / 3 },
});

describe('who follows the words of the guide', () => {
  test.each(CASES)('%s, %s: dips fifty of which at least 95 in a hundred are for sale', (school, kind) => {
    const robot = new Robot(beginPractice(kit(school, kind)));
    robot.temper();
    expect(robot.step, robot.told.join(', ')).toBe('work');
    robot.dip();
    const report = practiceReport(robot.practice);
    expect(report.pieces, robot.told.join(', ')).toBe(PRACTICE_PIECES);
    expect(report.good, `${robot.told.join(', ')} ${JSON.stringify(report)}`).toBeGreaterThanOrEqual(
      0.95 * PRACTICE_PIECES,
    );
    // without a thermometer it is never melted out
    if (school === 'by-eye') {
      const warmest = Math.max(...robot.practice.readings.map(({ value }) => value));
      expect(warmest).toBeLessThan(robot.practice.kit.windows.work.high + 0.5);
      expect(robot.told).not.toContain('melt-on');
    }
  });

  test('is led back from a bowl whose temper was lost, to the end', () => {
    const robot = new Robot(beginPractice(kit('by-eye', 'dark')));
    while (robot.practice.bowl.celsius < 40)
      robot.practice = practiceAfter(withPracticeHeat(robot.practice, true), 20, practiceProbe(1));
    robot.practice = withPracticeHeat(robot.practice, false);
    robot.temper();
    expect(robot.told).toContain('retemper');
    expect(robot.practice.kit.school).toBe('seed');
    robot.dip();
    expect(practiceReport(robot.practice).good).toBeGreaterThanOrEqual(0.95 * PRACTICE_PIECES);
  });

  test('sees a third solid where the guide wants it left', () => {
    expect(KEPT_SOLID_SHARE).toBeCloseTo(1 / 3, 9);
    expect(solidShare(beginPractice(kit('by-eye', 'dark')).bowl)).toBe(1);
    expect(solidShare(beginPractice(kit('seed', 'dark')).bowl)).toBe(0);
  });
});

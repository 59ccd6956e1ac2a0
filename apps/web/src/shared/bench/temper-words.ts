import type { WindowForecast } from '@alnage/core/heat';
import type {
  Celsius,
  MeltSchool,
  ProbeState,
  StepDoubt,
  TemperAdvice,
  TemperStep,
} from '@alnage/core/temper';
import { duration, mass, percent, temperature, temperatureStep } from '../formats/formats';

export const SCHOOL_WORDS: Readonly<Record<MeltSchool, string>> = {
  seed: 'by seeding',
  table: 'on the cooled table',
  'by-eye': 'without a thermometer',
  melt: 'melt and use',
};

const STEP_WORDS: Readonly<Record<TemperStep, string>> = {
  melt: 'Melt out',
  seed: 'Seed',
  crystals: 'Crystals',
  warm: 'Warm',
  pour: 'On the table',
  return: 'Back in the bowl',
  stir: 'Stir away',
  test: 'Test',
  work: 'Work',
};

/** What the button says that ends a step. */
const STEP_DONE: Readonly<Record<TemperStep, string>> = {
  melt: 'It is melted',
  seed: 'The seed is in, and smooth',
  crystals: 'The crystals are there',
  warm: 'It is warm enough',
  pour: 'It thickens on the table',
  return: 'It is back, and even',
  stir: 'All lumps are gone',
  test: 'It sets shiny',
  work: 'Ready to dip',
};

/** A step as its school calls it: without a thermometer nothing is melted out. */
export function stepWord(step: TemperStep, school: MeltSchool): string {
  return step === 'melt' && school === 'by-eye' ? 'Warm gently' : STEP_WORDS[step];
}

/** What the button says that ends a step of a school. */
export function stepDone(step: TemperStep, school: MeltSchool): string {
  return step === 'melt' && school === 'by-eye' ? 'A third is left solid' : STEP_DONE[step];
}

/** What the button says while its temper is lost. */
export const AGAIN_WORDS = 'Begin again: on the heat';

/** What the probe says against a step that somebody calls done. */
export function doubtWords({ step, celsius, expected }: StepDoubt, school: MeltSchool): string {
  return `The probe says ${temperature(celsius)}. After “${stepWord(step, school)}” it is between ${between(expected)}.`;
}

/** What is to be done, and the smaller word below it. */
export interface Told {
  readonly what: string;
  readonly why: string;
  readonly tone: 'do' | 'care' | 'over' | 'well';
}

const between = ({ low, high }: Celsius): string => `${temperature(low)} and ${temperature(high)}`;
const seconds = (value: number): string =>
  value < 90 ? `${Math.max(1, Math.round(value))} s` : duration(value / 60);

const SHARES: readonly (readonly [number, string])[] = [
  [1 / 2, 'half'],
  [1 / 3, 'a third'],
  [1 / 4, 'a quarter'],
];

/** a third */
function shareWord(share: number): string {
  return SHARES.find(([value]) => Math.abs(value - share) < 0.01)?.[1] ?? percent(share);
}

/** How long it takes where it stands; nothing where nobody knows. */
function inMinutes(minutes: number | null): string {
  return minutes === null || minutes < 0.5 ? '' : ` In this kitchen that takes about ${duration(minutes)}.`;
}

type Teller = { readonly [K in TemperAdvice['kind']]: (advice: Extract<TemperAdvice, { kind: K }>) => Told };

const TELL: Teller = {
  'melt-on': ({ to, underKelvin }) => ({
    what: `Melt it out to ${temperature(to.low)}`,
    why:
      underKelvin === null
        ? `Without a probe: all of it melted, with no lump left, and no hotter than ${temperature(to.high)}.`
        : `${temperatureStep(underKelvin)} to go. Take it off a little before: the bowl goes on heating it.`,
    tone: 'do',
  }),
  'melt-gently': ({ to, solidShare }) => ({
    what: `Warm it gently, ${shareWord(solidShare)} left solid`,
    why: `Over barely warm water, stirring; off the heat while ${shareWord(solidShare)} is still solid: that keeps the crystals. Never above ${temperature(to.high)}.`,
    tone: 'do',
  }),
  melted: () => ({
    what: 'Take it off the heat',
    why: 'It is melted out. Wipe the base of the bowl: one drop of water spoils it.',
    tone: 'well',
  }),
  overheated: ({ overKelvin }) => ({
    what: 'Too hot: off the heat at once',
    why: `${temperatureStep(overKelvin)} over. Milk and sugar burn; taste it, and see whether it stays smooth.`,
    tone: 'over',
  }),
  'seed-in': ({ grams, keepGrams, comesTo }) => ({
    what: grams > 0 ? `Stir in ${mass(grams)} of solid` : 'Stir until it is smooth',
    why:
      (comesTo === null ? '' : `If all of it melts that comes to ${temperature(comesTo)}. `) +
      `A little at a time; keep ${mass(keepGrams)} in reserve.`,
    tone: 'do',
  }),
  'cool-first': ({ toCelsius, minutes }) => ({
    what: `Let it cool to ${temperature(toCelsius)} first`,
    why: `It is so warm that all your seed would melt away in it.${inMinutes(minutes)}`,
    tone: 'care',
  }),
  'too-cool': ({ to, underKelvin, seconds: warming }) => ({
    what: `Too cool: warm it for ${seconds(warming)}`,
    why: `${temperatureStep(underKelvin)} under ${temperature(to.low)} it sets before it is smooth. Short bursts, to between ${between(to)}.`,
    tone: 'care',
  }),
  'stir-on': ({ to, minutes }) => ({
    what: `Stir it down to ${temperature(to.high)}`,
    why: `The crystals form between ${between(to)}.${inMinutes(minutes)}`,
    tone: 'do',
  }),
  'add-solid': ({ grams, haveGrams, isEnough }) => ({
    what: `Too hot: add ${mass(grams)} of solid`,
    why: isEnough
      ? `You have ${mass(haveGrams)} in reserve.`
      : `The reserve is only ${mass(haveGrams)}: put all of it in, and cool the rest by stirring.`,
    tone: 'care',
  }),
  seeded: () => ({
    what: 'The seed has brought it down',
    why: 'It is where the crystals form. Stir on for a moment; what has not melted is not needed.',
    tone: 'well',
  }),
  'crystals-there': () => ({
    what: 'Keep it here a minute, stirring',
    why: 'It is where the crystals form. Take out what is not melted.',
    tone: 'well',
  }),
  pour: ({ grams, to }) => ({
    what: `Pour ${mass(grams)} on the cooled table`,
    why: `Work it until it thickens, between ${between(to)}.`,
    tone: 'do',
  }),
  return: ({ to, isThere }) => ({
    what: isThere ? 'It is even, and in its window' : 'Put it back into the bowl',
    why: isThere
      ? 'Try one piece before you begin.'
      : `Stir until it is even; it should come to between ${between(to)}.`,
    tone: isThere ? 'well' : 'do',
  }),
  'stir-away': ({ seconds: spell }) => ({
    what: 'Off the heat, stir the last pieces away',
    why: `Where lumps stay after two minutes: back over the barely warm water for ${seconds(spell)}, and stir again, until the last is gone.`,
    tone: 'do',
  }),
  test: () => ({
    what: 'Dip the tip of a knife',
    why: 'At a cool room’s 20 °C it should set within five minutes, even and shiny.',
    tone: 'do',
  }),
  warm: ({ to, seconds: warming }) => ({
    what: warming === null ? `Warm it to ${temperature(to.low)}` : `Warm it for ${seconds(warming)}`,
    why: `To between ${between(to)}, in short bursts: what goes over ${temperature(to.high)} is lost.`,
    tone: 'do',
  }),
  warmed: () => ({ what: 'It is in its window', why: 'Try one piece before you begin.', tone: 'well' }),
  work: () => ({ what: 'In the window', why: '', tone: 'well' }),
  rewarm: ({ seconds: warming, underKelvin }) => ({
    what: `Rewarm it for ${seconds(warming)}`,
    why: `${temperatureStep(underKelvin)} under its window: it thickens, coats grow, feet spread.`,
    tone: 'care',
  }),
  'let-cool': ({ overKelvin, isAtRisk }) => ({
    what: isAtRisk ? 'Take off the warmth and stir' : 'Let it cool a little, stirring',
    why: isAtRisk
      ? `${temperatureStep(overKelvin)} over its window. A little warmer and its temper is lost.`
      : `${temperatureStep(overKelvin)} warmer than this piece is dipped. Its temper is safe.`,
    tone: 'care',
  }),
  retemper: ({ peakCelsius }) => ({
    what: 'Its temper is lost: begin again',
    why: `It was at ${temperature(peakCelsius)}. Hold back what was dipped since, melt out, and seed anew.`,
    tone: 'over',
  }),
};

/** The one next thing in words. */
export function adviceWords<K extends TemperAdvice['kind']>(
  advice: Extract<TemperAdvice, { kind: K }>,
): Told {
  return (TELL[advice.kind as K] as (each: typeof advice) => Told)(advice);
}

/** What the probe is like, where it is not fine. */
export const PROBE_WORDS: Readonly<Record<ProbeState, string>> = {
  fine: '',
  none: 'no reading yet',
  silent: 'the probe is silent: look at its plug and its battery',
  stuck: 'the probe has not moved for three minutes: is it in the chocolate?',
  out: 'the probe fell to the warmth of the room: is it in the chocolate?',
  doubted: 'you went on against the probe: the guide does without it until it moves',
};

/** How long it lasts, in words. */
export function forecastWords(forecast: WindowForecast): string {
  switch (forecast.kind) {
    case 'leaves': {
      const { side, inMinutes, low90, high90 } = forecast;
      const range = high90 - low90 < 1.5 ? '' : ` (${Math.round(low90)} to ${Math.round(high90)})`;
      return `${side === 'below' ? 'too cool' : 'too warm'} in ${Math.max(0, Math.round(inMinutes))} min${range}`;
    }
    case 'holds':
      return 'holds for hours at this pace';
    case 'outside':
      return forecast.side === 'below' ? 'below its window' : 'above its window';
    case 'unknown':
      return 'forecast after a few readings';
  }
}

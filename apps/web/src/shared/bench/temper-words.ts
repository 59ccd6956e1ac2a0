import type { Celsius, MeltSchool, ProbeState, TemperAdvice, TemperStep, WindowForecast } from '@alnage/core';
import { duration, mass, temperature, temperatureStep } from '../formats/formats';

export const SCHOOL_WORDS: Readonly<Record<MeltSchool, string>> = {
  seed: 'by seeding',
  table: 'on the cooled table',
  'by-eye': 'without a thermometer',
  melt: 'melt and use',
};

export const STEP_WORDS: Readonly<Record<TemperStep, string>> = {
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
export const STEP_DONE: Readonly<Record<TemperStep, string>> = {
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

/** What is to be done, and the smaller word below it. */
export interface Told {
  readonly what: string;
  readonly why: string;
  readonly tone: 'do' | 'care' | 'over' | 'well';
}

const between = ({ low, high }: Celsius): string => `${temperature(low)} and ${temperature(high)}`;
const seconds = (value: number): string =>
  value < 90 ? `${Math.max(1, Math.round(value))} s` : duration(value / 60);

type Teller = { readonly [K in TemperAdvice['kind']]: (advice: Extract<TemperAdvice, { kind: K }>) => Told };

const TELL: Teller = {
  'melt-on': ({ to, underKelvin }) => ({
    what: `Melt it out to ${temperature(to.low)}`,
    why:
      underKelvin === null
        ? 'Without a probe: take it off the heat when two thirds are melted.'
        : `${temperatureStep(underKelvin)} to go. Off the heat when two thirds are melted, the rest melts by itself.`,
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
  'stir-on': ({ to }) => ({
    what: `Stir it down to ${temperature(to.high)}`,
    why: `The crystals form between ${between(to)}.`,
    tone: 'do',
  }),
  'add-solid': ({ grams, haveGrams, isEnough }) => ({
    what: `Too hot: add ${mass(grams)} of solid`,
    why: isEnough
      ? `You have ${mass(haveGrams)} in reserve.`
      : `The reserve is only ${mass(haveGrams)}: put all of it in, and cool the rest by stirring.`,
    tone: 'care',
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
  return: ({ to }) => ({
    what: 'Put it back into the bowl',
    why: `Stir until it is even; it should come to between ${between(to)}.`,
    tone: 'do',
  }),
  'stir-away': () => ({
    what: 'Off the heat, stir the last pieces away',
    why: 'A third is unmelted over barely warm water. Stir until the last lump is gone, never back on the heat.',
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
  'let-cool': ({ overKelvin }) => ({
    what: 'Take off the warmth and stir',
    why: `${temperatureStep(overKelvin)} over its window. A little warmer and its temper is lost.`,
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

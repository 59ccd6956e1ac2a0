import type {
  MeltSchool,
  ProbeState,
  RejectCause,
  SealDoubt,
  TemperAdvice,
  TemperStep,
  TroubleCause,
  TroubleEffect,
  TroubleSign,
  WindowForecast,
  Celsius,
} from '@alnage/core';
import type { KeptDeed } from '../shared/bench/deed-box';
import { duration, mass, pieceMass, temperature, temperatureStep } from '../shared/formats/formats';

export const CAUSE_WORDS: Readonly<Record<RejectCause, string>> = {
  cracked: 'cracked',
  foot: 'foot',
  bare: 'bare patch',
  bloom: 'bloom',
  broken: 'broken',
  misshapen: 'misshapen',
  other: 'other',
};

export const SCHOOL_WORDS: Readonly<Record<MeltSchool, string>> = {
  seed: 'by seeding',
  table: 'on the cooled table',
  'by-eye': 'without a thermometer',
  melt: 'melted only',
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

export const SIGN_WORDS: Readonly<Record<TroubleSign, string>> = {
  streaks: 'Grey streaks, soft, slow to set',
  pasty: 'Thick and pasty all at once',
  thickening: 'Thickens slowly',
  lumps: 'Lumps that come back',
  cracks: 'Cracks in the coat',
  foot: 'A foot spreads',
  bare: 'Bare patch, it slides off',
  bubbles: 'Bubbles from the mould',
  dull: 'Dull or stuck in the mould',
  dew: 'Dew, sticky, white crust',
  weeping: 'Leaf weeps, soggy',
  uneven: 'Uneven weights',
};

interface CauseTold {
  /** What is asked to tell it from the others. */
  readonly ask: string;
  readonly name: string;
  readonly remedy: string;
}

export const TROUBLE_CAUSES: Readonly<Record<TroubleCause, CauseTold>> = {
  'out-of-temper': {
    ask: 'Was it never quite in temper?',
    name: 'out of temper',
    remedy: 'Melt it out and temper it anew. Hold back what was dipped: it is good to eat, not to sell.',
  },
  'worked-warm': {
    ask: 'Was the bowl above its window?',
    name: 'worked too warm',
    remedy:
      'Stir it down into its window. Hold back the pieces since it was too warm and look at them in an hour.',
  },
  water: {
    ask: 'Can water have got in: steam, a wet base, a wet berry, a wet spoon?',
    name: 'water in the bowl',
    remedy:
      'It cannot be dipped any more. Keep it for ganache or baking if it tastes right; begin a fresh, dry bowl.',
  },
  burnt: {
    ask: 'Was it too hot, does it taste burnt?',
    name: 'burnt',
    remedy: 'Discard it, wash and dry the bowl, begin afresh.',
  },
  'below-window': {
    ask: 'Is it below its window?',
    name: 'cooled below its window',
    remedy: 'Rewarm it for seconds, stirring, and read it again.',
  },
  'too-much-seed': {
    ask: 'Was there much seed, or seed that did not melt?',
    name: 'too much seed',
    remedy:
      'Warm it to the top of its window and take out what is solid; 0.5 to 1% of cocoa butter or oil thins it.',
  },
  'old-stock': {
    ask: 'Is the stock old?',
    name: 'old stock',
    remedy: 'Thin it by 0.5 to 1%. White and old stock need more; mark the lot so that it is used for bark.',
  },
  'cold-centre': {
    ask: 'Did the centres come straight from the cold?',
    name: 'centre too cold',
    remedy:
      'Let the centres come to 18 to 20 °C before they are dipped. Cracked pieces: dip again or put aside.',
  },
  'set-too-fast': {
    ask: 'Did they go straight into the cold?',
    name: 'set too fast in the cold',
    remedy: 'Five minutes in the room first, then the cold.',
  },
  'not-tapped': {
    ask: 'Was it set down without tapping and scraping?',
    name: 'not tapped off',
    remedy: 'Tap twice, scrape the base on the rim, set down on a chilled tray.',
  },
  'too-thick': {
    ask: 'Does it run slowly off the fork?',
    name: 'too thick',
    remedy: 'Rewarm it into its window, or thin it by 0.5 to 1%.',
  },
  'wet-centre': {
    ask: 'Is the centre damp?',
    name: 'wet centre',
    remedy: 'Dry the centres 30 to 60 minutes in air after patting. Put the bare ones aside.',
  },
  'mould-not-tapped': {
    ask: 'Was the mould filled without tapping?',
    name: 'mould not tapped',
    remedy: 'Tap the mould before it is filled, and again after.',
  },
  'pulled-early': {
    ask: 'Was it pulled before it had shrunk free?',
    name: 'pulled too early',
    remedy: 'Wait until it has shrunk from the mould all round.',
  },
  unpolished: {
    ask: 'Is the mould unpolished?',
    name: 'mould not polished',
    remedy: 'Polish the cavities dry with cotton before the next filling.',
  },
  condensation: {
    ask: 'Did it come from the cold into a damp room?',
    name: 'condensation',
    remedy: 'Keep boxes closed until they are warmer than the dew point. What is sticky is not for sale.',
  },
  'too-old': {
    ask: 'Is it past its limit?',
    name: 'too old',
    remedy: 'Do not hand it over.',
  },
  'by-eye': {
    ask: 'Was it portioned by eye?',
    name: 'portioned by eye',
    remedy: 'Portion by scoop or scale.',
  },
};

export const EFFECT_WORDS: Readonly<Record<TroubleEffect, string>> = {
  none: 'The plan stays as it is.',
  'hold-pieces': 'Hold the pieces back; count as rejects those that are not for sale.',
  'lose-pieces': 'Count the pieces that are lost as rejects; what is missing is planned anew.',
  'lose-melt': 'This melt is lost: what was still to be dipped from it needs another bowl.',
};

/** What cannot well be, as a question. */
export function doubtWords(doubt: SealDoubt): string {
  switch (doubt.kind) {
    case 'none-dipped':
      return 'No piece was counted. Was nothing dipped?';
    case 'not-weighed':
      return 'The bowl was not weighed before and after, so the coat is not learned. Seal it all the same?';
    case 'few-pieces':
      return `Only ${doubt.good} good pieces of ${doubt.planned} planned. Is that all?`;
    case 'many-pieces':
      return `${doubt.good} good pieces where ${doubt.planned} were planned. Are trays counted twice?`;
    case 'coat-far-off':
      return `${pieceMass(doubt.gramsPerPiece)} a piece, where ${pieceMass(doubt.expectedGrams)} was expected. Is something in the bowl?`;
    case 'pace-far-off':
      return `${Math.round(doubt.secondsPerPiece)} s a piece, where ${Math.round(doubt.expectedSeconds)} s was expected. Was the run begun or ended late?`;
  }
}

/** Why a deed waits for somebody to look at it. */
export const REFUSAL_WORDS: Readonly<Record<NonNullable<KeptDeed['refusal']>, string>> = {
  'unknown-work': 'the plan does not have this work any more',
  sealed: 'the run was sealed before this arrived; it can be amended in the Ledger',
  'in-future': 'it says a time that is still to come; set this device’s clock',
  'unknown-cause': 'this sign has no such cause',
  'not-understood': 'the server could not read it',
};

/** A deed in a few words. */
export function deedWords({ event: { deed } }: KeptDeed): string {
  switch (deed.kind) {
    case 'tray':
      return `a tray of ${deed.pieces}`;
    case 'reject':
      return `${deed.pieces} rejected, ${CAUSE_WORDS[deed.cause]}`;
    case 'weigh':
      return `the bowl weighed, ${mass(deed.grams)}`;
    case 'solid':
      return `${mass(deed.grams)} of solid`;
    default:
      return deed.kind;
  }
}

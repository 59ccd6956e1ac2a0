import type { SealDoubt, TroubleCause, TroubleEffect, TroubleSign } from '@alnage/core/bench';
import { REJECT_WORDS } from '../shared/bench/reject-words';
import type { BenchRefusal, KeptBenchDeed } from '../shared/bench/outbox';
import { mass, pieceMass } from '../shared/formats/formats';

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
  /** The question that tells this cause from the others. */
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

/** A figure that is hardly right, as a question. */
export function doubtWords(doubt: SealDoubt): string {
  switch (doubt.kind) {
    case 'coat-before-open':
      return 'Nobody has written down that the coat before this one is done. Is it on all of them?';
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
export const REFUSAL_WORDS: Readonly<Record<BenchRefusal, string>> = {
  'unknown-work': 'this work is no longer in the plan',
  sealed: 'the run was sealed before this arrived; it can be amended in the Ledger',
  'in-future': 'its time is in the future: set this device’s clock',
  'unknown-cause': 'this sign has no such cause',
  stopped: 'what goes into it is stopped: see Recall, under Ledger',
  'not-understood': 'the server could not read it',
};

/** A deed in a few words. */
export function deedWords({ event: { deed } }: KeptBenchDeed): string {
  switch (deed.kind) {
    case 'tray':
      return `a tray of ${deed.pieces}`;
    case 'reject':
      return `${deed.pieces} rejected, ${REJECT_WORDS[deed.cause]}`;
    case 'weigh':
      return `the bowl weighed, ${mass(deed.grams)}`;
    case 'solid':
      return `${mass(deed.grams)} of solid`;
    default:
      return deed.kind;
  }
}

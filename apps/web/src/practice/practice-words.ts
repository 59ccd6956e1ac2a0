import type { PracticeAdvice } from '@alnage/core';

/** What a practice taught, in words. */
export const ADVICE_WORDS: Readonly<Record<PracticeAdvice, string>> = {
  'never-tempered':
    'The coats bloom though the bowl was not too warm: it never came into temper. Seed it, and stir it down to where the crystals form.',
  'too-warm':
    'The bowl was above its window: what is too warm loses its temper and runs to a foot. Take it off the heat sooner.',
  'too-cool': 'The bowl was below its window: it coats thick. Rewarm it for seconds before it gets there.',
  lumps: 'Seed was not melted yet. Stir longer, or take out what is solid.',
  thick: 'The coats are thick: tap twice.',
  'well-done': 'Well done: nine in ten and more are for sale.',
};

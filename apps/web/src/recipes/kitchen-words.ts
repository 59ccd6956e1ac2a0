import type { KitchenCause, KitchenSign, KitchenWork } from '@alnage/core/recipes';
import { length, temperature, temperatureStep } from '../shared/formats/formats';

export const KITCHEN_WORK_WORDS: Readonly<Record<KitchenWork, string>> = {
  sugar: 'Boiled sugar',
  dough: 'Dough',
  ganache: 'Ganache',
  moulding: 'Moulds',
};

export const KITCHEN_SIGN_WORDS: Readonly<Record<KitchenSign, string>> = {
  'grainy-sugar': 'Grainy, sugary',
  'soft-sugar': 'Stays soft',
  'hard-sugar': 'Too hard, or bitter',
  'fallen-foam': 'The foam fell',
  'sticky-sugar': 'Turns sticky',
  'sticky-dough': 'Sticks, slumps',
  'crumbly-dough': 'Crumbles, will not hold',
  'split-ganache': 'Split, oily',
  'soft-ganache': 'Stays too soft',
  'hard-ganache': 'Too firm to scoop',
  'bubbles-in-shell': 'Bubbles in the shell',
  'dull-shell': 'Dull',
  'stuck-shell': 'Stuck in the mould',
  'cracked-shell': 'Cracked',
  'leaking-cap': 'The cap leaks',
};

interface CauseTold {
  /** The question that tells this cause from the others. */
  readonly ask: string;
  readonly name: string;
  /** What helps this batch. */
  readonly now: string;
  /** What to do otherwise with the next. */
  readonly next: string;
}

/** A sentence, or one with figures in the units of whoever reads. */
type Words = string | (() => string);

const CAUSES: Readonly<Record<KitchenCause, Readonly<Record<keyof CauseTold, Words>>>> = {
  'stirred-boiling': {
    ask: 'Was it stirred once it boiled?',
    name: 'stirred while it boiled',
    now: 'Add half a cup of water, melt it clear over low heat, and boil it again without stirring.',
    next: 'Stir until the sugar has dissolved; then leave it alone and swirl the pot at most.',
  },
  'crystals-on-wall': {
    ask: 'Was there sugar on the wall of the pot?',
    name: 'crystals on the wall of the pot',
    now: 'Add water, melt it clear, and boil it again with a lid on for the first minutes.',
    next: 'Wash the wall down with a wet brush before it boils, or keep the lid on until it steams.',
  },
  'nothing-against-grain': {
    ask: 'Was there neither syrup nor acid in it?',
    name: 'nothing in it against graining',
    now: 'Add water and a spoon of glucose syrup, melt it clear, and boil it again.',
    next: 'Replace a tenth of the sugar by glucose syrup or honey, or add a pinch of cream of tartar.',
  },
  'not-hot-enough': {
    ask: 'Was it taken off below its temperature?',
    name: 'not hot enough',
    now: 'Put it back with a little water and boil it to its temperature.',
    next: 'Go by the probe, in the middle of the pot, and wait until it has been there for a moment.',
  },
  'too-hot': {
    ask: 'Did it go past its temperature?',
    name: 'too hot',
    now: 'With water and cream it comes back as a softer caramel. What is burnt is bitter: discard it.',
    next: () =>
      `Take it off ${temperatureStep(2)} early: it goes on heating. Have everything weighed and the pan ready.`,
  },
  'thermometer-off': {
    ask: 'Does the thermometer show something else than boiling water is here?',
    name: 'thermometer or altitude not allowed for',
    now: 'Try a drop in cold water, and boil it on if it is softer than wanted.',
    next: 'Read it in boiling water and type that under Boiled sugar: its error, and the altitude, go out with it.',
  },
  'damp-air': {
    ask: 'Is the air damp, above some 60%?',
    name: 'damp air',
    now: 'Coat it, or box it airtight with something dry, at once.',
    next: 'Boil sugar on dry days, cover it as soon as it is cool, and coat it the same day.',
  },
  'stirred-foam': {
    ask: 'Was it stirred after the soda had foamed?',
    name: 'over-stirred',
    now: 'It is good to eat: break it for bark.',
    next: 'Whisk the soda in for three seconds, pour at once, and do not touch it until it is cold.',
  },
  'old-soda': {
    ask: 'Is the soda old?',
    name: 'soda too old, or too little',
    now: 'It is good to eat: break it for bark.',
    next: 'Open a fresh packet, and sieve it so that it has no lumps.',
  },
  'poured-late': {
    ask: 'Did it stand before it was poured?',
    name: 'poured too late',
    now: 'It is good to eat: break it for bark.',
    next: 'Have the lined pan beside the pot before the soda goes in.',
  },
  'warm-table': {
    ask: () => `Is the table above some ${temperature(22)}?`,
    name: 'table too warm',
    now: 'Chill it for a quarter of an hour and go on in small parts.',
    next: 'Work in the morning, or on a cooled table; the sum of the dough tells what to add.',
  },
  'natural-butter': {
    ask: 'Is the nut butter one that separates?',
    name: 'natural nut butter',
    now: 'Knead in a little more sugar or crumb, by the sum of the dough.',
    next: 'Stir the jar well before weighing, or take one that does not separate.',
  },
  'too-dry': {
    ask: 'Did much sugar or crumb go in?',
    name: 'too dry',
    now: 'Knead in a spoon of soft butter or nut butter at a time until it holds.',
    next: 'Begin with nine tenths of the dry things and add the rest by feel.',
  },
  'too-cold': {
    ask: 'Does it come straight from the cold?',
    name: 'too cold',
    now: 'Leave it in the room for half an hour.',
    next: () => `Portion at ${temperature(15)} to ${temperature(18)}; chill again before dipping.`,
  },
  'split-by-heat': {
    ask: () => `Was it hotter than ${temperature(45)} when it was stirred?`,
    name: 'too hot',
    now: () =>
      `Let it come to ${temperature(35)}, then stir in a spoon of warm milk or cream from the middle until it shines.`,
    next: 'Pour the cream when it has stopped boiling, wait a minute, stir from the middle.',
  },
  'too-little-water': {
    ask: 'Is there much chocolate or butter for its cream?',
    name: 'too little water for its fat',
    now: 'Stir in warm milk, a spoon at a time, until it shines.',
    next: 'Keep to the ratios of the sum of a ganache; butter goes in last, soft.',
  },
  'shaken-cold': {
    ask: 'Was it stirred after it had begun to set?',
    name: 'stirred when cold',
    now: () => `Warm it over water to ${temperature(35)} and stir it smooth once.`,
    next: 'Stir while it is warm; then leave it alone.',
  },
  'too-much-cream': {
    ask: 'Is there more cream or liqueur in it than the sum says?',
    name: 'too much liquid',
    now: 'Melt a tenth more chocolate and stir it in warm; or use it in shells.',
    next: 'Take liqueur off the cream, gram for gram; milk and white need more chocolate.',
  },
  'not-rested': {
    ask: 'Has it rested for less than four hours?',
    name: 'not rested',
    now: 'Leave it cool until it can be scooped.',
    next: 'Make it the evening before.',
  },
  'too-much-chocolate': {
    ask: 'Is there less cream in it than the sum says?',
    name: 'too little cream',
    now: 'Warm it and stir in a spoon of cream at a time.',
    next: 'Weigh the cream after steeping: tea and coffee keep some of it.',
  },
  'not-tapped': {
    ask: 'Was the mould filled without tapping?',
    name: 'mould not tapped',
    now: 'Good to eat: sell it as seconds, or melt it again where nothing is in it.',
    next: 'Tap before it is emptied and again after; the coating has to level by itself.',
  },
  'coating-too-thick': {
    ask: 'Does the coating run slowly?',
    name: 'coating too thick',
    now: 'Good to eat: melt it again where nothing is in it.',
    next: 'Warm it into its window, or thin it by 0.5 to 1%; brush a first thin layer into fine forms.',
  },
  'pulled-early': {
    ask: 'Was it taken out before it had shrunk free?',
    name: 'pulled too early',
    now: 'Put the mould back into the cool for ten minutes.',
    next: 'Wait until the bottom of a clear mould shows it has come away all round.',
  },
  unpolished: {
    ask: 'Was the mould not polished?',
    name: 'mould not polished',
    now: 'Good to eat; the shine is gone.',
    next: 'Polish cavities with dry cotton; wash them seldom, and never with a brush.',
  },
  'shell-out-of-temper': {
    ask: 'Was a drop of it on paper still soft after five minutes?',
    name: 'out of temper',
    now: 'What is empty is melted and tempered anew. What sticks comes out after an hour in the cold.',
    next: 'Try a drop on paper before every mould.',
  },
  'shell-too-thin': {
    ask: () => `Is the wall thinner than ${length(1.5)}?`,
    name: 'wall too thin',
    now: 'Cool it longer and tap it out gently; cast what broke again.',
    next: 'Wait longer before emptying, or cast twice: the sum of a mould tells the wall.',
  },
  'filled-warm': {
    ask: () => `Was the filling above some ${temperature(28)}?`,
    name: 'filled too warm',
    now: 'Cool it and look again; what leaks is for the staff.',
    next: () =>
      `Fill at ${temperature(24)} to ${temperature(26)}: above ${temperature(28)} it melts the shell.`,
  },
  'filled-cold': {
    ask: 'Was the filling colder than the room?',
    name: 'filled too cold',
    now: 'Cracked ones are dipped once more, or set aside.',
    next: 'Let the filling come to the room: as it warms it grows, and the shell cracks.',
  },
  'filled-too-high': {
    ask: 'Was it filled to the rim?',
    name: 'filled too high',
    now: 'Scrape what leaked and close it once more.',
    next: () => `Leave ${length(2)} below the rim, let the filling skin over, then cap.`,
  },
};

const said = (words: Words): string => (typeof words === 'string' ? words : words());

/** What lies behind a sign, in words. */
export function kitchenCause(cause: KitchenCause): CauseTold {
  const { ask, name, now, next } = CAUSES[cause];
  return { ask: said(ask), name: said(name), now: said(now), next: said(next) };
}

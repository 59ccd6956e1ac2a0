/** What is seen when a centre or a shell goes wrong, by what is made. */
export const KITCHEN_SIGNS = {
  sugar: ['grainy-sugar', 'soft-sugar', 'hard-sugar', 'fallen-foam', 'sticky-sugar'],
  dough: ['sticky-dough', 'crumbly-dough'],
  ganache: ['split-ganache', 'soft-ganache', 'hard-ganache'],
  moulding: ['bubbles-in-shell', 'dull-shell', 'stuck-shell', 'cracked-shell', 'leaking-cap'],
} as const;
export type KitchenWork = keyof typeof KITCHEN_SIGNS;
export type KitchenSign = (typeof KITCHEN_SIGNS)[KitchenWork][number];

/** What lies behind it. */
export type KitchenCause =
  | 'stirred-boiling'
  | 'crystals-on-wall'
  | 'nothing-against-grain'
  | 'not-hot-enough'
  | 'too-hot'
  | 'thermometer-off'
  | 'damp-air'
  | 'stirred-foam'
  | 'old-soda'
  | 'poured-late'
  | 'warm-table'
  | 'natural-butter'
  | 'too-dry'
  | 'too-cold'
  | 'split-by-heat'
  | 'too-little-water'
  | 'shaken-cold'
  | 'too-much-cream'
  | 'not-rested'
  | 'too-much-chocolate'
  | 'not-tapped'
  | 'coating-too-thick'
  | 'pulled-early'
  | 'unpolished'
  | 'shell-out-of-temper'
  | 'shell-too-thin'
  | 'filled-warm'
  | 'filled-cold'
  | 'filled-too-high';

/**
 * The causes of each sign in the order in which they are asked after; the last one stands when all before are denied.
 * Source: shop default (signs and causes in the kitchen).
 */
export const KITCHEN_TROUBLES: Readonly<Record<KitchenSign, readonly KitchenCause[]>> = {
  'grainy-sugar': ['stirred-boiling', 'crystals-on-wall', 'nothing-against-grain'],
  'soft-sugar': ['damp-air', 'thermometer-off', 'not-hot-enough'],
  'hard-sugar': ['thermometer-off', 'too-hot'],
  'fallen-foam': ['stirred-foam', 'poured-late', 'old-soda'],
  'sticky-sugar': ['not-hot-enough', 'damp-air'],
  'sticky-dough': ['natural-butter', 'warm-table', 'damp-air'],
  'crumbly-dough': ['too-cold', 'too-dry'],
  'split-ganache': ['shaken-cold', 'too-little-water', 'split-by-heat'],
  'soft-ganache': ['not-rested', 'too-much-cream'],
  'hard-ganache': ['too-cold', 'too-much-chocolate'],
  'bubbles-in-shell': ['not-tapped', 'coating-too-thick'],
  'dull-shell': ['pulled-early', 'unpolished', 'shell-out-of-temper'],
  'stuck-shell': ['pulled-early', 'shell-out-of-temper', 'shell-too-thin'],
  'cracked-shell': ['filled-cold', 'filled-warm', 'shell-too-thin'],
  'leaking-cap': ['filled-too-high', 'filled-warm'],
};

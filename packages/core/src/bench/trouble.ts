/** What is seen when something goes wrong. */
export const TROUBLE_SIGNS = [
  'streaks',
  'pasty',
  'thickening',
  'lumps',
  'cracks',
  'foot',
  'bare',
  'bubbles',
  'dull',
  'dew',
  'weeping',
  'uneven',
] as const;
export type TroubleSign = (typeof TROUBLE_SIGNS)[number];

/** What lies behind it. */
export type TroubleCause =
  | 'out-of-temper'
  | 'worked-warm'
  | 'water'
  | 'burnt'
  | 'below-window'
  | 'too-much-seed'
  | 'old-stock'
  | 'cold-centre'
  | 'set-too-fast'
  | 'not-tapped'
  | 'too-thick'
  | 'wet-centre'
  | 'mould-not-tapped'
  | 'pulled-early'
  | 'unpolished'
  | 'condensation'
  | 'too-old'
  | 'by-eye';

/** What it does to the plan: nothing, pieces to look at again, pieces lost, or the whole melt lost. */
export type TroubleEffect = 'none' | 'hold-pieces' | 'lose-pieces' | 'lose-melt';

/** A question that tells one cause from another; answering no leads to the next. */
export interface TroubleQuestion {
  readonly cause: TroubleCause;
  readonly effect: TroubleEffect;
}

/**
 * The causes of each sign in the order in which they are asked after; the last one stands when all before are denied.
 * Source: shop default (signs and causes at the bench).
 */
export const TROUBLES: Readonly<Record<TroubleSign, readonly TroubleQuestion[]>> = {
  streaks: [
    { cause: 'worked-warm', effect: 'hold-pieces' },
    { cause: 'out-of-temper', effect: 'hold-pieces' },
  ],
  pasty: [
    { cause: 'water', effect: 'lose-melt' },
    { cause: 'burnt', effect: 'lose-melt' },
  ],
  thickening: [
    { cause: 'below-window', effect: 'none' },
    { cause: 'too-much-seed', effect: 'none' },
    { cause: 'old-stock', effect: 'none' },
  ],
  lumps: [
    { cause: 'too-much-seed', effect: 'none' },
    { cause: 'burnt', effect: 'lose-melt' },
  ],
  cracks: [
    { cause: 'cold-centre', effect: 'lose-pieces' },
    { cause: 'set-too-fast', effect: 'lose-pieces' },
  ],
  foot: [
    { cause: 'not-tapped', effect: 'none' },
    { cause: 'worked-warm', effect: 'none' },
    { cause: 'too-thick', effect: 'none' },
  ],
  bare: [{ cause: 'wet-centre', effect: 'lose-pieces' }],
  bubbles: [{ cause: 'mould-not-tapped', effect: 'lose-pieces' }],
  dull: [
    { cause: 'pulled-early', effect: 'hold-pieces' },
    { cause: 'unpolished', effect: 'hold-pieces' },
  ],
  dew: [{ cause: 'condensation', effect: 'hold-pieces' }],
  weeping: [{ cause: 'too-old', effect: 'lose-pieces' }],
  uneven: [{ cause: 'by-eye', effect: 'none' }],
};

/** What was found. */
export interface TroubleAnswer {
  readonly sign: TroubleSign;
  readonly cause: TroubleCause;
}

/** What the cause of a sign does to the plan; null where the sign has no such cause. */
export function troubleEffect({ sign, cause }: TroubleAnswer): TroubleEffect | null {
  return TROUBLES[sign].find((each) => each.cause === cause)?.effect ?? null;
}

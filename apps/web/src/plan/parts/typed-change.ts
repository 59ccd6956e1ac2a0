import type { Change } from '@alnage/core/planner';

/** What can be tried by hand, as people call it. */
export const TRIALS = {
  trays: 'Trays, more or fewer',
  'zone-away': 'A zone out of use',
  hours: 'Somebody works longer',
  away: 'Somebody away',
  hands: 'One more person',
  bowl: 'One more bowl',
  'bowl-away': 'A bowl out of use',
  pickup: 'An order collected at another time',
  pieces: 'An order for more or fewer pieces',
} as const;
export type Trial = keyof typeof TRIALS;

/** What was typed of a change. */
export interface Typed {
  readonly kind: Trial;
  /** Id of the zone, the person, the bowl or the order; of a line of an order, both as JSON. */
  readonly thing: string;
  readonly amount: number;
  readonly span: readonly [starts: string, ends: string];
  readonly time: string;
  /** The minute of a time such as 17:00. */
  readonly minute: (time: string) => number;
}

type Read = Readonly<Record<Trial, (typed: Typed) => Change | string>>;

function spanIn({ span: [starts, ends], minute }: Typed): readonly [number, number] | string {
  const span = [minute(starts), minute(ends)] as const;
  return span[0] < span[1] ? span : `${starts} to ${ends} will not do: it must end after it begins.`;
}

const spanOf =
  (kind: 'hours' | 'away') =>
  (typed: Typed): Change | string => {
    const span = spanIn(typed);
    return typeof span === 'string' ? span : { kind, person: typed.thing, span };
  };

const READ: Read = {
  trays: ({ thing, amount }) =>
    Number.isInteger(amount) && amount !== 0
      ? { kind: 'trays', zone: thing, more: amount }
      : `Give a whole number of trays, −3 for three fewer; ${amount} will not do.`,
  'zone-away': (typed) => {
    const span = spanIn(typed);
    return typeof span === 'string' ? span : { kind: 'zone-away', zone: typed.thing, span };
  },
  hours: spanOf('hours'),
  away: spanOf('away'),
  hands: ({ thing }) => ({ kind: 'hands', like: thing }),
  bowl: ({ thing }) => ({ kind: 'bowl', like: thing }),
  'bowl-away': ({ thing }) => ({ kind: 'bowl-away', bowl: thing }),
  pickup: ({ thing, time, minute }) => ({ kind: 'pickup', order: thing, due: minute(time) }),
  pieces: ({ thing, amount }) => {
    const [order, product] = JSON.parse(thing) as [string, string];
    return Number.isInteger(amount) && amount >= 0
      ? { kind: 'pieces', order, product, pieces: amount }
      : `Give a whole number of pieces, 0 for none; ${amount} will not do.`;
  },
};

/** The change that was typed, or what is wrong with it. */
export function typedChange(typed: Typed): Change | string {
  return READ[typed.kind](typed);
}

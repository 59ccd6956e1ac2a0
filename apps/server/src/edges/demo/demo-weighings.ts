import type { WeighingDraft } from '@alnage/contract';
import type { CoatRole } from '@alnage/core';

/** A demo weighing: the day and hour, the piece's coat, pieces and rejects, and what was on the scale, in g. */
export interface DemoWeighing {
  readonly at: string;
  readonly piece: string;
  readonly coat: CoatRole;
  readonly sizeClass: string;
  readonly pieces: number;
  readonly rejects: number;
  readonly weighed: WeighingDraft['weighed'];
}

type Row = readonly [at: string, pieces: number, rejects: number, start: number, added: number, left: number];

const run = (
  piece: string,
  { coat = 'first', sizeClass = '' }: { coat?: CoatRole; sizeClass?: string },
  rows: readonly Row[],
): DemoWeighing[] =>
  rows.map(([at, pieces, rejects, startGrams, addedGrams, leftGrams]) => ({
    at,
    piece,
    coat,
    sizeClass,
    pieces,
    rejects,
    weighed: { kind: 'run', startGrams, addedGrams, leftGrams },
  }));

/**
 * Midsummer 2025 as Runa's notebook had it, and the first runs of this week. Medium berries carried a little over
 * what was estimated, chips by hand a little under; one run of twists was read off with the bowl's ladle in it.
 */
export const DEMO_WEIGHINGS: readonly DemoWeighing[] = [
  ...run('dusk-berry', { sizeClass: 'medium' }, [
    ['2025-06-18T15:40', 84, 2, 1580, 0, 978],
    ['2025-06-19T08:15', 120, 4, 2160, 0, 1318],
    ['2025-06-19T10:50', 118, 3, 2240, 0, 1428],
    ['2025-06-19T14:30', 96, 2, 1980, 0, 1279],
    ['2025-06-19T17:45', 132, 5, 2460, 0, 1529],
    ['2025-06-20T06:20', 110, 2, 2050, 0, 1284],
    ['2025-06-20T09:10', 90, 3, 1720, 0, 1065],
  ]),
  ...run('dusk-berry', { sizeClass: 'large' }, [
    ['2025-06-19T12:05', 60, 1, 1640, 0, 1108],
    ['2025-06-20T07:55', 72, 2, 1760, 0, 1129],
  ]),
  ...run('dusk-berry', { sizeClass: 'small' }, [['2025-06-19T16:10', 80, 4, 1450, 0, 1011]]),
  ...run('frost-berry', { sizeClass: 'medium' }, [
    ['2025-06-19T09:30', 96, 3, 1540, 0, 973],
    ['2025-06-19T15:20', 110, 4, 1720, 0, 1098],
    ['2025-06-20T08:05', 88, 2, 1480, 0, 967],
  ]),
  ...run('frost-berry', { coat: 'drizzle', sizeClass: 'medium' }, [['2025-06-19T13:10', 96, 0, 320, 0, 228]]),
  ...run('salt-twist', {}, [
    ['2025-06-16T10:20', 180, 6, 2480, 0, 1437],
    ['2025-06-17T10:05', 220, 8, 2800, 0, 1502],
    ['2025-06-17T14:40', 160, 4, 2300, 0, 1790],
    ['2025-06-18T09:30', 200, 5, 2650, 0, 1454],
  ]),
  ...run('ridge-chip', {}, [
    ['2025-06-16T13:30', 150, 9, 1620, 0, 1165],
    ['2025-06-17T11:45', 190, 12, 1840, 0, 1245],
    ['2025-06-18T13:20', 170, 8, 1700, 0, 1188],
  ]),
  ...run('rye-truffle', {}, [
    ['2025-06-17T15:10', 140, 3, 1500, 0, 937],
    ['2025-06-18T11:00', 150, 4, 1560, 0, 974],
  ]),
  ...run('rye-truffle', { coat: 'second' }, [
    ['2025-06-17T17:00', 137, 1, 1420, 0, 991],
    ['2025-06-18T12:30', 146, 2, 1480, 0, 1030],
  ]),
  {
    at: '2025-06-17T09:15',
    piece: 'oat-ball',
    coat: 'first',
    sizeClass: '',
    pieces: 10,
    rejects: 0,
    weighed: { kind: 'bare-and-dipped', bareGrams: 131, dippedGrams: 167.5 },
  },
  ...run('oat-ball', {}, [
    ['2025-06-17T09:50', 130, 5, 1450, 0, 981],
    ['2025-06-18T10:15', 140, 4, 1520, 0, 1007],
  ]),
];

/** One that misleads, set aside: by piece and time. */
export const DEMO_SET_ASIDE = {
  piece: 'salt-twist',
  at: '2025-06-17T14:40',
  reason: 'the ladle was in the bowl when it was weighed',
} as const;

import type { Bench, Device, RunRecord } from '@alnage/contract';
import type { BenchDeed, BenchEvent, MeltWork, StageWork } from '@alnage/core/bench';

/** Midnight of the small workshop's Thursday; its now is 11:32. */
export const START = Date.parse('2026-06-17T21:00:00.000Z');
const MINUTE = 60_000;

export const melt: MeltWork = {
  ...{ kind: 'melt', key: 'melt/m1', melt: 'm1', bowl: 'bowl-a', coating: 'dark-64', grams: 3000 },
  ...{ person: 'runa', start: 640, end: 680 },
};

export const dip: StageWork & { melt: NonNullable<StageWork['melt']> } = {
  ...{ kind: 'stage', key: 'stage/b1/dip', batch: 'b1', product: 'dusk-berry', stage: 'dip', skill: 'dip' },
  ...{ pieces: 100, startPieces: 104, person: 'runa', start: 680, end: 732 },
  melt: { id: 'm1', bowl: 'bowl-a', coating: 'dark-64', gramsPerPiece: 10 },
  ...{ coats: 1, secondsPerPiece: 30, fixedMinutes: 0 },
  rest: { zone: 'fridge', piecesPerTray: 24, minMinutes: 20, maxMinutes: 1200 },
  orders: [{ order: 'o1', pieces: 100 }],
};

export const pack: StageWork = {
  ...dip,
  ...{ key: 'stage/b1/pack', stage: 'pack', skill: 'pack', start: 760, end: 770, melt: null },
  rest: { zone: 'fridge', piecesPerTray: 36, minMinutes: 0, maxMinutes: 1200 },
};

let order = 0;
/** A deed at a minute of the small workshop's Thursday. */
export function deedAt(minute: number, deed: BenchDeed, work: string = dip.key): BenchEvent {
  const id = `00000000-0000-4000-8000-${String((order += 1)).padStart(12, '0')}`;
  return { id, work, at: START + minute * MINUTE, by: 'runa', deed };
}

export const bench: Bench = {
  ...{ version: 3, horizonStart: new Date(START).toISOString(), works: [melt, dip, pack], events: [] },
  ...{
    sealed: [],
    ended: [],
    ahead: [],
    troubles: [],
    lost: [],
    shortages: [],
    tickets: { o1: 'M-0361' },
    freeFrom: {},
    never: {},
  },
};

export const devices: readonly Device[] = [
  {
    ...{
      id: '1',
      name: 'Scale, Bowl A',
      kind: 'scale',
      bowl: 'bowl-a',
      isSimulated: true,
      lastHeardAt: null,
    },
    last: [{ kind: 'grams', value: 2990, at: '2026-06-18T08:31:55.000Z' }],
  },
  {
    ...{ id: '2', name: 'Kitchen', kind: 'climate', bowl: null, isSimulated: true, lastHeardAt: null },
    last: [{ kind: 'celsius', value: 20.5, at: '2026-06-18T08:31:55.000Z' }],
  },
];

export const run: RunRecord = {
  ...{
    id: '00000000-0000-4000-8000-00000000aaaa',
    code: '18-A-1',
    horizonStart: new Date(START).toISOString(),
  },
  ...{ work: dip.key, batch: 'b1', piece: 'dusk-berry', stage: 'dip', bowl: 'bowl-a', coating: 'dark-64' },
  ...{ melt: 'm1', planVersion: 3, people: ['runa'], plannedPieces: 100, plannedGramsPerPiece: 10 },
  ...{ plannedSecondsPerPiece: 30, describedMinutes: 50, minutes: 55 },
  ...{ startedAt: '2026-06-18T06:00:00.000Z', endedAt: '2026-06-18T06:55:00.000Z' },
  ...{ good: 100, rejects: [{ cause: 'foot', pieces: 4 }], startGrams: 3000, addedGrams: 0, leftGrams: 1856 },
  // (3,000 − 1,856)/104 = 11 g
  ...{ pieces: 104, gramsPerPiece: 11, secondsPerPiece: 31.7, toLarderGrams: 800, celsius: null },
  ...{ troubles: [], missing: [], leftoverLot: null, confirmed: [], note: '' },
  lots: [
    {
      ...{ lot: '00000000-0000-4000-8000-00000000bbbb', code: 'D-2231', amount: 1144 },
      item: { kind: 'coating', id: 'dark-64' },
    },
  ],
  batchLots: [],
  orders: [{ order: 'o1', ticket: 'M-0361', pieces: 100 }],
  ...{ sealedAt: '2026-06-18T07:00:00.000Z', sealedBy: 'runa' },
  taught: { beforeGrams: 10, afterGrams: 10.4 },
  amendments: [],
};

import { describe, expect, test } from 'vitest';
import { traceLot, traceOrder, type TracedLot, type TracedRun } from './trace';

type Run = TracedRun & { readonly code: string };

const coating = (code: string): TracedLot => ({ lot: `id of ${code}`, code, item: { kind: 'coating' } });
const supply = (code: string): TracedLot => ({ lot: `id of ${code}`, code, item: { kind: 'supply' } });
const run = (code: string, melt: string, change: Partial<Run> = {}): Run => ({
  ...{ code, horizonStart: '2026-06-14T21:00:00.000Z', melt, lots: [], batchLots: [], leftoverLot: null },
  orders: [{ ticket: `M-${code}` }],
  ...change,
});
/** Two runs of one melt, what they left over in a melt of the day after, and one that has nothing to do with it. */
const runs = [
  run('17-A-1', 'm1', { lots: [coating('D-1'), supply('Berries')], leftoverLot: 'id of Left 17-A-1' }),
  run('17-A-2', 'm1', { lots: [coating('D-2')], batchLots: [supply('Hazel'), supply('Cups')] }),
  run('18-B-1', 'm5', { lots: [coating('Left 17-A-1')], leftoverLot: 'id of Left 18-B-1' }),
  run('18-B-2', 'm5', { lots: [coating('D-9')], orders: [{ ticket: 'M-18-B-1' }, { ticket: null }] }),
  run('19-A-1', 'm7', { lots: [coating('Left 18-B-1')] }),
  run('20-A-1', 'm1', { horizonStart: '2025-06-15T21:00:00.000Z', lots: [coating('D-0')] }),
];

const codes = (some: readonly Run[]): string[] => some.map(({ code }) => code);
const lotIn = (all: readonly Run[], code: string) => {
  const told = traceLot(all, code);
  return told && { ...told, runs: codes(told.runs), byLeftover: codes(told.byLeftover) };
};
const orderIn = (all: readonly Run[], ticket: string) => {
  const told = traceOrder(all, ticket);
  return told && { ...told, runs: codes(told.runs) };
};

describe('a lot', () => {
  test('of coating is in all of its melt, and by what was left over in later ones', () => {
    expect(lotIn(runs, 'd-1 ')).toEqual({
      runs: ['17-A-1', '17-A-2', '18-B-1', '18-B-2', '19-A-1'],
      byLeftover: ['18-B-1', '18-B-2', '19-A-1'],
      tickets: ['M-17-A-1', 'M-17-A-2', 'M-18-B-1', 'M-19-A-1'],
    });
  });

  test('that was dipped, prepared or packed is in its own run alone', () => {
    for (const [code, of] of [
      ['Berries', '17-A-1'],
      ['hazel', '17-A-2'],
      ['cups', '17-A-2'],
    ] as const)
      expect(lotIn(runs, code)).toEqual({ runs: [of], byLeftover: [], tickets: [`M-${of}`] });
  });

  test('is not found by a part of its code, and a melt of another season is another one', () => {
    expect(lotIn(runs, 'D')).toBeNull();
    expect(lotIn(runs, '')).toBeNull();
    expect(lotIn(runs, 'D-0')!.runs).toEqual(['20-A-1']);
  });
});

describe('an order', () => {
  test('is traced to its lots, through melts and what was left over', () => {
    expect(orderIn(runs, 'm-19-a-1')).toEqual({
      runs: ['19-A-1'],
      lots: ['Left 18-B-1', 'Left 17-A-1', 'D-9', 'D-1', 'D-2'],
    });
    expect(orderIn(runs, 'M-17-A-2')).toEqual({
      runs: ['17-A-2'],
      lots: ['D-2', 'Hazel', 'Cups', 'D-1'],
    });
    expect(orderIn(runs, 'M-0')).toBeNull();
  });

  test('agrees with the lots: a coating that it is traced to leads to it', () => {
    for (const { ticket } of runs.flatMap(({ orders }) => orders)) {
      if (ticket === null) continue;
      const { lots } = orderIn(runs, ticket)!;
      for (const code of lots) expect(lotIn(runs, code)!.tickets, `${code} to ${ticket}`).toContain(ticket);
    }
  });

  test('of leftovers that go round and round ends', () => {
    const round = [
      run('1', 'm1', { lots: [coating('L2')], leftoverLot: 'id of L1' }),
      run('2', 'm2', { lots: [coating('L1')], leftoverLot: 'id of L2' }),
    ];
    expect(orderIn(round, 'M-1')!.lots).toEqual(['L2', 'L1']);
    expect(lotIn(round, 'L1')!.runs).toEqual(['1', '2']);
  });
});

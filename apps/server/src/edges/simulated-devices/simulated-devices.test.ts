import { randomUUID } from 'node:crypto';
import type { Bench, Device, ReadingsView } from '@alnage/contract';
import { usualWindows, type BenchDeed, type BenchEvent, type MeltWork } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openApp, type WorkshopApp } from '../../testing/workshop-app';
import { SimulatedBowls, type BowlAtWork } from './simulated-bowls';
import { SimulatedDevices } from './simulated-devices';

const windows = usualWindows([{ kind: 'dark', grams: 1 }]);
const work: MeltWork = {
  ...{ kind: 'melt', key: 'melt/m1', melt: 'm1', bowl: 'bowl-a', coating: 'dark-64', grams: 3000 },
  ...{ person: 'runa', start: 0, end: 40 },
};
let order = 0;
const deed = (of: BenchDeed): BenchEvent => ({
  ...{ id: String((order += 1)).padStart(4, '0'), work: work.key, at: order, by: null, deed: of },
});
const at = (events: readonly BenchEvent[], change: Partial<BowlAtWork> = {}): BowlAtWork => ({
  ...{ bowl: 'bowl-a', isWarmed: true, windows, isTempered: true, school: 'seed', seedShare: 1 / 3 },
  ...{ melt: 'm1', meltGrams: 3000, works: [{ work, events }], dipOf: () => null },
  ...change,
});

describe('a simulated bowl at work', () => {
  test('is melted out, seeded, warmed and kept in its window as the bench writes it down', () => {
    const bowls = new SimulatedBowls();
    const events = [deed({ kind: 'begin' })];
    const pass = (minutes: number) => {
      for (let step = 0; step < minutes * 6; step++) bowls.pass(at(events), 10, 20);
      return bowls.of('bowl-a')!;
    };
    const melted = pass(25);
    expect(melted.liquidGrams).toBeCloseTo(2000, 6);
    expect(melted.celsius).toBeGreaterThan(windows.melt.low);
    expect(melted.celsius).toBeLessThan(windows.melt.high + 2);
    events.push(deed({ kind: 'step', step: 'melt', celsius: 47 }), deed({ kind: 'solid', grams: 1000 }));
    events.push(deed({ kind: 'step', step: 'seed', celsius: 40 }));
    const seeded = pass(15);
    expect(seeded.liquidGrams + seeded.solidGrams).toBeCloseTo(3000, 6);
    expect(seeded.celsius).toBeLessThan(windows.crystals.high + 0.5);
    expect(seeded.temper).toBeGreaterThan(0.8);
    events.push(deed({ kind: 'step', step: 'crystals', celsius: 28.5 }));
    const warm = pass(4);
    expect(warm.celsius).toBeGreaterThan(windows.work.low);
    events.push(
      deed({ kind: 'step', step: 'warm', celsius: 31.5 }),
      deed({ kind: 'step', step: 'work', celsius: 31.5 }),
    );
    events.push(deed({ kind: 'end' }));
    const held = pass(60);
    expect(held.celsius).toBeGreaterThan(windows.work.low);
    expect(held.celsius).toBeLessThan(windows.work.high);
  });

  test('is kept where its piece is dipped, where that asks for less than its coating takes', () => {
    const bowls = new SimulatedBowls();
    const events = [deed({ kind: 'begin' }), deed({ kind: 'end' })];
    const dip = { low: windows.work.low - 3, high: windows.work.low - 2 };
    for (let step = 0; step < 360; step++)
      bowls.pass(at(events, { isWarmed: true, windows: { ...windows, dip } }), 10, 20);
    expect(bowls.of('bowl-a')!.celsius).toBeGreaterThan(dip.low);
    expect(bowls.of('bowl-a')!.celsius).toBeLessThan(dip.high);
  });

  test('is warmed gently where nobody has a thermometer, and keeps its temper', () => {
    const bowls = new SimulatedBowls();
    const events = [deed({ kind: 'begin' })];
    const pass = (minutes: number) => {
      for (let step = 0; step < minutes * 6; step++) bowls.pass(at(events, { school: 'by-eye' }), 10, 20);
      return bowls.of('bowl-a')!;
    };
    const warmed = pass(25);
    expect(warmed.solidGrams / 3000).toBeCloseTo(1 / 3, 1);
    expect(warmed.celsius).toBeLessThan(windows.work.high);
    events.push(deed({ kind: 'step', step: 'melt', celsius: 31 }));
    const stirred = pass(25);
    expect(stirred.solidGrams).toBeLessThan(60);
    expect(stirred.temper).toBeGreaterThan(0.95);
    expect(stirred.celsius).toBeLessThan(windows.work.high);
  });

  test('that was ready when the simulator began is in its window, and rests to the room', () => {
    const bowls = new SimulatedBowls();
    const events = [deed({ kind: 'begin' }), deed({ kind: 'end' })];
    expect(bowls.pass(at(events), 10, 20).celsius).toBeCloseTo(31.6, 0);
    expect(bowls.of('bowl-b')).toBeNull();
    expect(bowls.rest('bowl-b', 10, 20)).toBeNull();
    for (let hour = 0; hour < 12; hour++) bowls.rest('bowl-a', 3600, 20);
    expect(bowls.of('bowl-a')!.celsius).toBeCloseTo(20, 1);
  });
});

describe('the simulated devices of the demo', () => {
  let shop: WorkshopApp;
  // an hour before the workshop’s own clock, so that nothing is said ahead of it
  let ms = Date.parse('2026-06-18T07:32:00Z');
  const clock = { now: () => new Date(ms) };
  const problems: unknown[] = [];
  const simulated = () =>
    new SimulatedDevices({
      db: shop.db,
      clock,
      log: (error) => problems.push(error),
      knock: async (method, url, { token, body }) => {
        const headers = { authorization: `Bearer ${token}` };
        const response = await shop.app.inject({ method, url, headers, ...(body && { payload: body }) });
        return response.body === '' ? null : response.json();
      },
    });
  beforeAll(async () => void (shop = await openApp()));
  afterAll(() => shop.close());

  test('speak through the doors of real ones, and feel what is written down', async () => {
    const { works } = (await shop.app.inject('/api/bench')).json<Bench>();
    // the last of the week, which nobody has begun
    const melt = works.filter((each) => each.kind === 'melt' && each.bowl === 'bowl-a').at(-1)!;
    const event = { id: randomUUID(), work: melt.key, at: ms, by: null, deed: { kind: 'begin' } };
    await shop.app.inject({ method: 'POST', url: '/api/bench/events', payload: { events: [event] } });
    const devices = simulated();
    await devices.start();
    const other = simulated();
    await other.start();
    ms += 30 * 60_000;
    await new Promise((resolve) => setTimeout(resolve, 2500));
    await other.close();
    await devices.close();
    expect(problems).toEqual([]);
    const list = (await shop.app.inject('/api/devices')).json<Device[]>();
    expect(list.filter(({ kind }) => kind === 'probe')).toHaveLength(3);
    expect(
      list
        .find(({ kind, zone }) => kind === 'climate' && zone === null)!
        .last.map(({ kind }) => kind)
        .sort(),
    ).toEqual(['celsius', 'humidity']);
    const fridge = list.find(({ zone }) => zone === 'fridge')!;
    expect(fridge).toMatchObject({ kind: 'climate', isSimulated: true });
    // about as it is set
    expect(Math.abs(fridge.last[0]!.value - 4)).toBeLessThan(1.5);
    const url = `/api/bowls/bowl-a/readings?since=${ms - 30 * 60_000}`;
    const { device, readings } = (await shop.app.inject(url)).json<ReadingsView>();
    expect(device).toMatchObject({ isSimulated: true });
    expect(readings.length).toBeGreaterThan(20);
    expect(readings.at(-1)!.value).toBeGreaterThan(35);
  }, 60_000);
});

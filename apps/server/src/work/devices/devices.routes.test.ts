import type { Device, DeviceTaken, ReadingsView } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask } from '../../testing/ask';
import { openApp, type WorkshopApp } from '../../testing/workshop-app';
import { thinReadings } from './thin-readings';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const take = (draft: object) => ask<DeviceTaken>(shop.app, ['POST', '/api/devices'], draft);
const say = async (token: string | null, readings: readonly object[]) => {
  const headers = token === null ? {} : { authorization: `Bearer ${token}` };
  const response = await shop.app.inject({
    method: 'POST',
    url: '/api/readings',
    payload: { readings },
    headers,
  });
  return {
    status: response.statusCode,
    body: response.json<{
      taken: number;
      known: number;
      code: string;
      errors: { pointer: string; code: string }[];
    }>(),
  };
};
const list = async (): Promise<Device[]> => (await shop.app.inject('/api/devices')).json<Device[]>();
const ofBowl = async (bowl: string, since = 0): Promise<ReadingsView> =>
  (await shop.app.inject(`/api/bowls/${bowl}/readings?since=${since}`)).json<ReadingsView>();
const ago = (seconds: number): string =>
  new Date(shop.app.clock.now().getTime() - seconds * 1000).toISOString();

describe('a device', () => {
  test('is taken with a token that is told once, and speaks by it', async () => {
    const { status, body } = await take({ name: ' Long probe ', kind: 'probe', bowl: 'bowl-a' });
    expect(status).toBe(201);
    expect(body.device).toMatchObject({
      name: 'Long probe',
      isSimulated: false,
      lastHeardAt: null,
      last: [],
    });
    const said = await say(body.token, [
      { kind: 'celsius', value: 31.4, at: ago(20) },
      { kind: 'celsius', value: 31.3, at: ago(10) },
    ]);
    expect(said).toMatchObject({ status: 200, body: { taken: 2, known: 0 } });
    const own = (await list()).find(({ id }) => id === body.device.id)!;
    expect(own.last).toMatchObject([{ kind: 'celsius', value: 31.3 }]);
    expect(own.lastHeardAt).not.toBeNull();
    expect(JSON.stringify(await list())).not.toContain(body.token);
    const { device, readings } = await ofBowl('bowl-a');
    expect(device).toMatchObject({ name: 'Long probe' });
    expect(readings.map(({ value }) => value)).toEqual([31.4, 31.3]);
  });

  test('counts a reading once, and one without a time as of now', async () => {
    const { body } = await take({ name: 'Short probe', kind: 'probe', bowl: 'bowl-b' });
    const reading = { kind: 'celsius', value: 30, at: ago(30) };
    await say(body.token, [reading]);
    expect((await say(body.token, [reading, { kind: 'celsius', value: 29.9 }])).body).toEqual({
      taken: 1,
      known: 1,
    });
    expect((await ofBowl('bowl-b')).readings).toHaveLength(2);
  });

  test('without its token is not heard', async () => {
    for (const token of [null, 'wrong', ''])
      expect(await say(token, [{ kind: 'celsius', value: 30 }])).toMatchObject({
        status: 401,
        body: { code: 'no-device-token' },
      });
  });

  test.each<[object, string, string]>([
    [{ kind: 'celsius', value: 220.1 }, '/readings/0/value', 'out-of-range'],
    [{ kind: 'celsius', value: -41 }, '/readings/0/value', 'out-of-range'],
    [{ kind: 'grams', value: 30 }, '/readings/0/kind', 'not-allowed'],
    [{ kind: 'celsius', value: 'warm' }, '/readings/0/value', 'wrong-type'],
    [{ kind: 'celsius', value: 30, at: '2027-01-01T00:00:00Z' }, '/readings/0/at', 'in-future'],
    [{ kind: 'celsius', value: 30, at: 'now' }, '/readings/0/at', 'wrong-format'],
    [{ kind: 'celsius', value: 30, unit: 'F' }, '/readings/0/unit', 'unknown-field'],
  ])('that says %j is told what is wrong, and nothing is kept', async (reading, pointer, code) => {
    const { body } = await take({ name: 'Odd probe', kind: 'probe', bowl: 'glass' });
    const { status, body: said } = await say(body.token, [reading, { kind: 'celsius', value: 30 }]);
    expect(status).toBe(400);
    expect(said.errors[0]).toMatchObject({ pointer, code });
    expect((await ofBowl('glass')).readings).toEqual([]);
    await shop.app.inject({ method: 'DELETE', url: `/api/devices/${body.device.id}` });
  });

  test.each<[object, string, string]>([
    [{ name: '  ', kind: 'climate', bowl: null }, '/name', 'blank'],
    [{ name: 'P', kind: 'scale', bowl: null }, '/bowl', 'unknown-reference'],
    [{ name: 'P', kind: 'probe', bowl: 'bucket' }, '/bowl', 'unknown-reference'],
    [{ name: 'P', kind: 'scale', bowl: 'bucket' }, '/bowl', 'unknown-reference'],
    [{ name: 'P', kind: 'printer', bowl: 'bowl-a' }, '/bowl', 'not-allowed'],
    [{ name: 'P', kind: 'climate', bowl: null, sheet: 'roll-62x100' }, '/sheet', 'not-allowed'],
    [{ name: 'P', kind: 'printer', bowl: null, sheet: 'a4-8' }, '/sheet', 'not-allowed'],
    [{ name: 'P', kind: 'camera', bowl: null }, '/kind', 'not-allowed'],
  ])('described as %j is refused', async (draft, pointer, code) => {
    expect((await take(draft)).body.errors[0]).toMatchObject({ pointer, code });
  });

  test('that is taken away is heard no more', async () => {
    const pots = await take({ name: 'Long probe of the pots', kind: 'probe', bowl: null });
    expect(pots.status).toBe(201);
    await ask(shop.app, ['DELETE', `/api/devices/${pots.body.device.id}`]);
    const { body } = await take({ name: 'Old climate', kind: 'climate', bowl: null });
    await say(body.token, [
      { kind: 'humidity', value: 50 },
      { kind: 'celsius', value: 21 },
    ]);
    const gone = () => ask(shop.app, ['DELETE', `/api/devices/${body.device.id}`]);
    expect((await gone()).status).toBe(204);
    expect((await say(body.token, [{ kind: 'humidity', value: 50 }])).status).toBe(401);
    expect((await gone()).body).toMatchObject({ code: 'record-not-found' });
  });
});

describe('readings of long ago', () => {
  test('are kept minute by minute, with the lowest and the highest', async () => {
    const { body } = await take({ name: 'Night probe', kind: 'probe', bowl: 'glass' });
    const start = Date.parse('2026-06-16T20:00:00Z');
    const readings = Array.from({ length: 120 }, (_, second) => ({
      ...{
        kind: 'celsius',
        value: 30 + (second % 60) / 100,
        at: new Date(start + second * 1000).toISOString(),
      },
    }));
    await say(body.token, readings);
    const before = await ofBowl('glass', start);
    expect(await thinReadings(shop.db, new Date(start + 3_600_000))).toBe(120);
    const { readings: kept } = await ofBowl('glass', start);
    // a minute of 30.00 to 30.59 is 30.295 in the mean
    const minute = { value: expect.closeTo(30.295, 6), low: 30, high: 30.59 };
    expect(kept).toEqual([
      { at: start, ...minute },
      { at: start + 60_000, ...minute },
    ]);
    expect(before.readings).toEqual(kept);
    expect(await thinReadings(shop.db, new Date(start + 3_600_000))).toBe(0);
  });
});

import type {
  DeviceTaken,
  LabelView,
  Order,
  PrintingView,
  PrinterManner,
  SimulatedPrinterView,
} from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { announce } from '../../platform/database/live';
import { SimulatedDevices } from '../../edges/simulated-devices/simulated-devices';
import { ask } from '../../testing/ask';
import { pagesOf } from '../../testing/pdf-pages';
import { change, openApp, take, type WorkshopApp } from '../../testing/workshop-app';
import { DeviceEntity, LabelEntity } from '../../store/work/device.entity';

let shop: WorkshopApp;
let token: string;
beforeAll(async () => {
  shop = await openApp();
  // the demo's own printer is played where jobs are done; here one of the shop's own is asked
  const { body } = await ask<DeviceTaken>(shop.app, ['POST', '/api/devices'], {
    ...{ name: 'Door printer', kind: 'printer', bowl: null, sheet: 'roll-62x100' },
  });
  token = body.token;
});
afterAll(() => shop.close());

const order = (pieces = 6): Promise<Order> =>
  take(shop.app, {
    ...{ lines: [{ piece: 'dusk-berry', pieces }], customer: 'Petra', pickup: '2026-06-20T12:00' },
  });
const print = (of: object) => ask<PrintingView>(shop.app, ['POST', '/api/papers/printing'], of);
const view = async (of: string): Promise<PrintingView> =>
  (await shop.app.inject(`/api/papers/printing?${of}`)).json<PrintingView>();
const headers = () => ({ authorization: `Bearer ${token}` });
const fetched = async (): Promise<LabelView[]> =>
  (await shop.app.inject({ url: '/api/printer/labels', headers: headers() })).json<LabelView[]>();
const printed = (id: string) =>
  shop.app.inject({ method: 'POST', url: `/api/printer/labels/${id}/printed`, headers: headers() });
const says = (trouble: 'jam' | 'out' | null) =>
  ask(shop.app, ['POST', '/api/printer/state'], { trouble }, headers());
/** Behind everybody’s back; told as it would be. */
const set = async (change: Partial<DeviceEntity>): Promise<void> => {
  await shop.db.manager.update(DeviceEntity, { name: 'Door printer' }, change);
  await announce(shop.db.manager, 'labels');
};
const printAll = async (): Promise<string[]> => {
  const all = (await fetched()).map(({ id }) => id);
  for (const id of all) expect((await printed(id)).statusCode).toBe(204);
  return all;
};

describe('labels for the printer of the workshop', () => {
  test('wait once however often they are asked for, and are printed once', async () => {
    const { id, ticket } = await order();
    expect((await view(`order=${id}`)).labels).toMatchObject([{ ticket, state: 'none', label: null }]);
    const answers = await Promise.all([print({ order: id }), print({ order: id }), print({ order: id })]);
    for (const { body } of answers) expect(body.labels).toMatchObject([{ state: 'waits', printedAt: null }]);
    const [label, ...others] = await fetched();
    expect(others).toEqual([]);
    expect(label).toMatchObject({ title: `${ticket}, loose pieces`, pdf: `/api/labels/${label!.id}.pdf` });
    expect(label!.lines.join(' ')).toContain('6 dusk berry');
    expect((await printed(label!.id)).statusCode).toBe(204);
    // it was said before, and the answer was lost
    expect((await printed(label!.id)).statusCode).toBe(204);
    expect(await fetched()).toEqual([]);
    expect((await print({ order: id })).body.labels).toMatchObject([{ state: 'printed', label: label!.id }]);
    expect(await fetched()).toEqual([]);
    const [page] = await pagesOf((await shop.app.inject(label!.pdf!)).rawPayload);
    expect(page).toContain(ticket);
  });

  test('are printed again where somebody asks for just that', async () => {
    const { id } = await take(shop.app, {
      ...{ lines: [{ piece: 'dusk-berry', pieces: 3 }], customer: 'Ode', pickup: '2026-06-20T12:00' },
      boxes: [{ box: 'twist-bag', count: 2, contents: [] }],
    });
    await print({ order: id });
    expect(await printAll()).toHaveLength(3);
    const { labels } = (await print({ order: id, number: 2, again: true })).body;
    expect(labels.map(({ state }) => state)).toEqual(['printed', 'waits', 'printed']);
    expect(await fetched()).toMatchObject([{ title: expect.stringContaining('2 of 3') as string }]);
    expect(await printAll()).toHaveLength(1);
  });

  test('say what is in the box when the printer fetches them, and are told where they are not true any more', async () => {
    const { id, version } = await order();
    await print({ order: id });
    const changed = await ask<Order>(
      shop.app,
      ['PUT', `/api/orders/${id}`],
      change(version, {
        ...{ lines: [{ piece: 'dusk-berry', pieces: 9 }], customer: 'Petra', pickup: '2026-06-20T12:00' },
      }),
    );
    expect(changed.status).toBe(200);
    expect((await fetched())[0]!.lines.join(' ')).toContain('9 dusk berry');
    await printAll();
    const lines = [{ piece: 'dusk-berry', pieces: 12 }];
    await ask(
      shop.app,
      ['PUT', `/api/orders/${id}`],
      change(changed.body.version, { lines, customer: 'Petra', pickup: '2026-06-20T12:00' }),
    );
    expect((await view(`order=${id}`)).labels).toMatchObject([{ state: 'untrue' }]);
    // what is not true any more is printed anew without asking
    expect((await print({ order: id })).body.labels).toMatchObject([{ state: 'waits' }]);
    await printAll();
    expect((await view(`order=${id}`)).labels).toMatchObject([{ state: 'printed' }]);
  });

  test('wait no longer where the order is cancelled or somebody stops them', async () => {
    const [first, second] = [await order(), await order()];
    await print({ order: first.id });
    await print({ order: second.id });
    const cancelled = await ask(shop.app, ['POST', `/api/orders/${first.id}/move`], {
      ...{ to: 'cancelled', despiteKitchen: null, version: first.version },
    });
    expect(cancelled.status).toBe(200);
    expect(await fetched()).toMatchObject([{ title: `${second.ticket}, loose pieces` }]);
    const stopped = await ask<PrintingView>(shop.app, ['POST', '/api/papers/printing/stop'], {
      order: second.id,
    });
    expect(stopped.body.labels).toMatchObject([{ state: 'none' }]);
    expect(await fetched()).toEqual([]);
  });

  test('of a whole day are fetched ten at a time', async () => {
    const { labels } = (await print({ day: '2026-06-19' })).body;
    expect(labels.length).toBeGreaterThan(20);
    expect(labels.every(({ state }) => state === 'waits')).toBe(true);
    const all: string[] = [];
    for (let some = await printAll(); some.length > 0; some = await printAll()) {
      expect(some.length).toBeLessThanOrEqual(10);
      all.push(...some);
    }
    expect(new Set(all).size).toBe(labels.length);
    expect((await view('day=2026-06-19')).labels.every(({ state }) => state === 'printed')).toBe(true);
  });

  test('wait for another printer where theirs is taken away', async () => {
    const { body } = await ask<DeviceTaken>(shop.app, ['POST', '/api/devices'], {
      ...{ name: 'A first printer', kind: 'printer', bowl: null },
    });
    const { id } = await order();
    expect((await print({ order: id })).body.printer).toMatchObject({ name: 'A first printer' });
    expect(await fetched()).toEqual([]);
    await ask(shop.app, ['DELETE', `/api/devices/${body.device.id}`]);
    expect((await print({ order: id })).body).toMatchObject({
      ...{ printer: { name: 'Door printer' }, labels: [{ state: 'waits' }] },
    });
    expect(await printAll()).toHaveLength(1);
  });

  test('are refused without a printer, where they do not fit, and for what there is not', async () => {
    const { id } = await order();
    await set({ sheet: 'roll-57x32' });
    const small = await print({ day: '2026-06-19', again: true });
    expect(small.body).toMatchObject({ code: 'label-too-small', params: { sheet: 'roll-57x32' } });
    expect(await fetched()).toEqual([]);
    await set({ kind: 'climate' });
    expect((await print({ order: id })).body).toMatchObject({ code: 'no-printer' });
    expect((await view(`order=${id}`)).printer).toBeNull();
    await set({ kind: 'printer', sheet: 'roll-62x100' });
    const nobody = '00000000-0000-4000-8000-000000000000';
    expect((await print({ order: nobody })).body).toMatchObject({ code: 'order-not-found' });
    expect((await printed(nobody)).json()).toMatchObject({ code: 'record-not-found' });
    expect((await shop.app.inject(`/api/labels/${nobody}.pdf`)).json()).toMatchObject({
      code: 'record-not-found',
    });
    expect((await shop.app.inject({ url: '/api/printer/labels' })).json()).toMatchObject({
      code: 'no-device-token',
    });
    expect((await says('fire' as 'jam')).status).toBe(400);
  });
});

describe('a printer', () => {
  test('says what it lacks, and is away where nobody hears of it', async () => {
    await says('jam');
    const of = 'day=2026-07-19';
    expect((await view(of)).printer).toEqual({
      ...{ name: 'Door printer', sheet: 'roll-62x100', trouble: 'jam', isAway: false },
    });
    await says(null);
    expect((await view(of)).printer).toMatchObject({ trouble: null });
    const long = new Date(shop.app.clock.now().getTime() - 61_000);
    await set({ lastHeardAt: long });
    expect((await view(of)).printer).toMatchObject({ isAway: true });
    await fetched();
    expect((await view(of)).printer).toMatchObject({ isAway: false });
  });

  test('prints text labels too, as the bench asks for them', async () => {
    const { id: deviceId } = await shop.db.manager.findOneByOrFail(DeviceEntity, { name: 'Door printer' });
    const left = { deviceId, at: shop.app.clock.now(), title: 'Dark 64, 700 g', printedAt: null };
    const { id } = await shop.db.manager.save(
      shop.db.manager.create(LabelEntity, { ...left, lines: ['left over of run 18-A-1'] }),
    );
    expect(await fetched()).toMatchObject([{ id, title: 'Dark 64, 700 g', pdf: null, printedAt: null }]);
    expect(await printAll()).toEqual([id]);
    const labels = (await shop.app.inject('/api/labels')).json<LabelView[]>();
    expect(labels[0]).toMatchObject({ id, lines: ['left over of run 18-A-1'] });
    expect(labels[0]!.printedAt).not.toBeNull();
  });
});

describe('the simulated printer', () => {
  test('jams, runs out, is away or cannot say what it printed: labels wait, none is printed twice', async () => {
    const own = await openApp();
    try {
      const problems: unknown[] = [];
      const devices = new SimulatedDevices({
        ...{ db: own.db, clock: own.app.clock, log: (error) => problems.push(error) },
        knock: async (method, url, { token: of, body }) => {
          const headers = { authorization: `Bearer ${of}` };
          const response = await own.app.inject({ method, url, headers, ...(body && { payload: body }) });
          return response.body === '' ? null : response.json();
        },
      });
      await devices.start();
      const set = (manner: PrinterManner) =>
        ask<SimulatedPrinterView>(own.app, ['PUT', '/api/simulated/printer'], { manner });
      const tray = async () =>
        (await own.app.inject('/api/simulated/printer')).json<SimulatedPrinterView>().tray;
      const stands = async (of: string) =>
        (await own.app.inject(`/api/papers/printing?order=${of}`)).json<PrintingView>();
      const until = async (isThere: () => Promise<boolean>) => {
        for (let tries = 0; tries < 60 && !(await isThere()); tries++)
          await new Promise((resolve) => setTimeout(resolve, 100));
        expect(await isThere()).toBe(true);
      };
      const { id } = await take(own.app, { lines: [{ piece: 'dusk-berry', pieces: 6 }] });
      await set('jams');
      await ask(own.app, ['POST', '/api/papers/printing'], { order: id });
      await until(async () => (await stands(id)).printer?.trouble === 'jam');
      expect((await stands(id)).labels).toMatchObject([{ state: 'waits' }]);
      await set('out');
      await until(async () => (await stands(id)).printer?.trouble === 'out');
      expect(await tray()).toEqual([]);
      await set('mute');
      await until(async () => (await tray()).length === 1);
      // it came out, and nobody knows yet; it is fetched again and again meanwhile
      await new Promise((resolve) => setTimeout(resolve, 2200));
      expect((await stands(id)).labels).toMatchObject([{ state: 'waits' }]);
      expect(await tray()).toHaveLength(1);
      await set('prints');
      await until(async () => (await stands(id)).labels[0]!.state === 'printed');
      expect(await tray()).toHaveLength(1);
      await devices.close();
      expect(problems).toEqual([]);
    } finally {
      await own.close();
    }
  }, 30_000);

  test('is there in the demo only', async () => {
    const empty = await openApp({ isDemoWanted: false });
    expect((await empty.app.inject('/api/simulated/printer')).json()).toMatchObject({ code: 'no-printer' });
    await empty.close();
  });
});

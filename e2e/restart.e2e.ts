// @ts-expect-error plain JavaScript, shared with the scripts
import { startServer } from '../tools/lib/server.mjs';
import { expect, go, test, watch } from './workshop';

test.use({ ownDemo: 'restart' });

interface Server {
  readonly address: string;
  readonly pid: number;
  readonly ended: Promise<unknown>;
  stop(): Promise<void>;
}

const start = (port: string): Promise<Server> =>
  startServer({ DATABASE_URL: process.env['ALNAGE_E2E_RESTART_DB'], ALNAGE_PORT: port }) as Promise<Server>;

test('a server killed hard loses nothing, and an open page comes back by itself', async ({
  page,
  request,
}) => {
  const first = await start('0');
  const port = new URL(first.address).port;
  const draft = {
    customer: 'Kept Over',
    lines: [{ piece: 'salt-twist', pieces: 20 }],
    boxes: [],
    pickup: '2026-06-20T10:00',
    pickupPoint: 'quay',
    note: '',
    state: 'promised',
    despiteKitchen: { reason: 'Try-out', name: 'Runa' },
  };
  const taken = await request.post(`${first.address}/api/orders`, { data: draft });
  expect(taken.status()).toBe(201);
  const faults = watch(page);
  await go(page, '/orders', first.address);
  process.kill(first.pid, 'SIGKILL');
  await first.ended;
  await expect(page.getByText('no connection')).toBeVisible();
  const second = await start(port);
  await expect(page.getByText('no connection')).toBeHidden({ timeout: 20_000 });
  const found = async (find: string): Promise<number> => {
    const page = await request.get(`${second.address}/api/orders?find=${find}`);
    return ((await page.json()) as { total: number }).total;
  };
  expect(await found('kept over')).toBe(1);
  expect(await found('')).toBe(46);
  await page.reload();
  await page.getByLabel('Name or ticket').fill('kept over');
  await expect(page.getByRole('row', { name: /Kept Over/ })).toBeVisible();
  expect(faults.filter((fault) => !fault.includes('net::ERR_'))).toEqual([]);
  await second.stop();
});

test('places that nobody has opened yet open while the server is away', async ({ page }) => {
  const server = await start('0');
  await go(page, '/orders', server.address);
  // the other places come by themselves, once the first one stands
  const fetched = () => page.evaluate(() => performance.getEntriesByType('resource').length);
  const atFirst = await fetched();
  let before = atFirst;
  await expect(async () => {
    const now = await fetched();
    const isAll = now === before && now > atFirst + 10;
    before = now;
    expect(isAll).toBe(true);
  }).toPass({ intervals: [2500], timeout: 30_000 });

  process.kill(server.pid, 'SIGKILL');
  await server.ended;
  await expect(page.getByText('no connection')).toBeVisible();
  const places = page.getByRole('navigation', { name: 'Places' });
  for (const place of ['Pieces', 'Practice', 'Larder', 'Orders']) {
    await places.getByRole('link', { name: place }).click();
    await expect(page).toHaveURL(new RegExp(`/${place.toLowerCase()}$`));
  }
  await places.getByRole('link', { name: 'Pieces' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
});

test('asked to stop twice, as on Ctrl-C, it stops once and in order', async () => {
  const server = await start('0');
  process.kill(server.pid, 'SIGINT');
  process.kill(server.pid, 'SIGTERM');
  expect(await server.ended).toBe(0);
});

test('a port that is taken is told with what to do', async () => {
  const first = await start('0');
  await expect(start(new URL(first.address).port)).rejects.toThrow('set ALNAGE_PORT to another one');
  await first.stop();
});

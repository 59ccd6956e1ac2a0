import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { openApp, type WorkshopApp } from '../../testing/workshop-app';
import { announce } from './live';
import { forgetChanges, Remembered } from './remembered';

describe('what is remembered', () => {
  let shop: WorkshopApp;
  let remembered: Remembered;
  let computed: number;
  const compute = (): Promise<number> => Promise.resolve(++computed);
  const look = (topics = ['orders', 'plan'] as const): Promise<number> =>
    remembered.of('it', topics, compute);

  beforeAll(async () => {
    shop = await openApp({ isDemoWanted: false });
  });
  afterAll(() => shop.close());
  beforeEach(() => {
    remembered = new Remembered(shop.db);
    computed = 0;
  });

  test('is computed once while nothing of its topics changes', async () => {
    expect([await look(), await look()]).toEqual([1, 1]);
    await announce(shop.db.manager, 'bench');
    expect(await look()).toBe(1);
  });

  test('is computed anew once one of its topics has changed', async () => {
    await look();
    await announce(shop.db.manager, 'plan');
    expect([await look(), await look()]).toEqual([2, 2]);
  });

  test('stays until a change is committed, and goes then, however late and in whatever order', async () => {
    const [one, other] = [shop.db.createQueryRunner(), shop.db.createQueryRunner()];
    await one.startTransaction();
    await announce(one.manager, 'orders');
    await other.startTransaction();
    await announce(other.manager, 'orders');
    expect(await look()).toBe(1);
    await other.commitTransaction();
    expect([await look(), await look()]).toEqual([2, 2]);
    await one.commitTransaction();
    expect([await look(), await look()]).toEqual([3, 3]);
    await Promise.all([one.release(), other.release()]);
  });

  test('stays where a change is taken back', async () => {
    const one = shop.db.createQueryRunner();
    await one.startTransaction();
    await announce(one.manager, 'orders');
    await look();
    await one.rollbackTransaction();
    await one.release();
    expect(await look()).toBe(1);
  });

  test('is computed once for all who ask at the same time', async () => {
    expect(await Promise.all([look(), look(), look()])).toEqual([1, 1, 1]);
    await announce(shop.db.manager, 'orders');
    expect(await Promise.all([look(), look(), look()])).toEqual([2, 2, 2]);
  });

  test('that failed is told to who asked, and tried again for the next', async () => {
    const failing = (): Promise<number> => Promise.reject(new Error('away'));
    await expect(remembered.of('it', ['orders'], failing)).rejects.toThrow('away');
    expect(await look()).toBe(1);
  });

  test('changes of long ago are forgotten, those of today are not', async () => {
    await announce(shop.db.manager, 'larder');
    await shop.db.query(
      `insert into change (topic, xact, at) values ('larder', 1, now() - interval '25 hours')`,
    );
    await forgetChanges(shop.db);
    const left = await shop.db.query<{ old: boolean }[]>(
      `select at < now() - interval '24 hours' as old from change where topic = 'larder'`,
    );
    expect(left).toEqual([{ old: false }]);
  });
});

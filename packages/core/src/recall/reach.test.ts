import { describe, expect, test } from 'vitest';
import { Random } from '../chance/random';
import { seeds } from '../planner/testing/seeds';
import { lotsBehind } from './behind';
import { reach } from './reach';
import type { Reached, RecallOrigin, TracedWork, TraceFacts } from './traced';

const NOTHING_ASKED: RecallOrigin = {
  ...{ lot: null, batch: null, bowl: null, person: null, zone: null, from: null, until: null },
};
const from = (asked: Partial<RecallOrigin>): RecallOrigin => ({ ...NOTHING_ASKED, ...asked });
const work = (id: string, change: Partial<TracedWork>): TracedWork => ({
  ...{ id, batch: `batch of ${id}`, melt: null, bowl: null, people: [], from: 0, until: 10 },
  ...{ meltLots: [], lots: [], leftoverLot: null, unknownItems: [] },
  ...change,
});
const lot = (id: string, change: Partial<TraceFacts['lots'][number]> = {}) => ({
  ...{ id, item: 'coating dark', from: 0, until: Infinity },
  ...change,
});
const facts = (change: Partial<TraceFacts>): TraceFacts => ({
  ...{ works: [], preparations: [], stays: [], lots: [], boxes: [] },
  ...change,
});
const kinds = (reached: ReadonlyMap<string, { kind: string }>): Record<string, string> =>
  Object.fromEntries([...reached].map(([key, { kind }]) => [key, kind]));

/** Two runs of one melt, what they left over in a melt of the day after, and one that has nothing to do with it. */
const week = facts({
  works: [
    work('one', { melt: 'm1', bowl: 'A', people: ['maj'], meltLots: ['D-1'], lots: ['Berries'] }),
    work('two', { melt: 'm1', bowl: 'A', people: ['runa'], meltLots: ['D-2'], leftoverLot: 'Left' }),
    work('three', { melt: 'm2', bowl: 'B', people: ['runa'], meltLots: ['Left'], from: 20, until: 30 }),
    work('four', { melt: 'm3', bowl: 'B', people: ['liv'], meltLots: ['D-9'], from: 20, until: 30 }),
    work('pack', { batch: 'batch of one', people: ['liv'], lots: ['Cups'], from: 12, until: 14 }),
  ],
  preparations: [{ batch: 'batch of four', person: 'maj', at: 15, lots: ['Cream'] }],
  stays: [
    { batch: 'batch of one', zone: 'fridge', from: 10, until: 40 },
    { batch: 'batch of three', zone: 'rack', from: 30, until: 40 },
  ],
  lots: ['D-1', 'D-2', 'D-9', 'Left'].map((id) => lot(id)),
  boxes: [{ order: 'M-7', lots: ['Ribbon'] }],
});

describe('a lot', () => {
  test('of coating is in all that was dipped from its melts, and in what these left over', () => {
    const { batches, melts, lots } = reach(week, from({ lot: 'D-1' }));
    expect(kinds(batches)).toEqual({
      ...{ 'batch of one': 'lot', 'batch of two': 'melt', 'batch of three': 'lot' },
    });
    expect(kinds(melts)).toEqual({ m1: 'lot', m2: 'lot' });
    expect(kinds(lots)).toEqual({ 'D-1': 'asked', Left: 'left-over' });
    expect(lots.get('Left')).toEqual({ kind: 'left-over', work: 'two' });
    expect(batches.get('batch of three')).toEqual({ kind: 'lot', lot: 'Left' });
  });

  test('that was dipped, prepared or packed is in its own batch alone', () => {
    for (const [id, batch] of [
      ['Berries', 'batch of one'],
      ['Cups', 'batch of one'],
      ['Cream', 'batch of four'],
    ] as const) {
      const { batches, melts } = reach(week, from({ lot: id }));
      expect([...batches.keys()], id).toEqual([batch]);
      expect(melts.size).toBe(0);
    }
  });

  test('that an order is packed in leads to the order', () => {
    const { batches, orders } = reach(week, from({ lot: 'Ribbon' }));
    expect([[...batches], kinds(orders)]).toEqual([[], { 'M-7': 'lot' }]);
  });

  test('is perhaps in what nobody wrote the lot down of, while there was some of it', () => {
    const open = (id: string, begun: number, until: number) =>
      work(id, { melt: `melt of ${id}`, from: begun, until, unknownItems: ['coating dark'] });
    const some = facts({
      works: [open('before', 0, 4), open('during', 6, Infinity), open('after', 21, 30)],
      lots: [lot('D-1', { from: 5, until: 20 })],
    });
    const { batches, melts } = reach(some, from({ lot: 'D-1' }));
    expect(batches).toEqual(new Map([['batch of during', { kind: 'perhaps', lot: 'D-1' }]]));
    expect(kinds(melts)).toEqual({ 'melt of during': 'perhaps' });
  });
});

describe('other beginnings', () => {
  test.each([
    ['a batch', { batch: 'batch of two' }, ['batch of two']],
    ['a bowl, with what it left over', { bowl: 'A' }, ['batch of one', 'batch of two', 'batch of three']],
    ['a bowl in a span of time', { bowl: 'B', from: 25, until: 99 }, ['batch of three', 'batch of four']],
    [
      'a person, with all of the bowls they worked at',
      { person: 'runa' },
      ['batch of two', 'batch of one', 'batch of three'],
    ],
    ['a zone', { zone: 'fridge' }, ['batch of one']],
    ['a zone, but then nothing lay there', { zone: 'fridge', from: 50 }, []],
    ['a person and a zone', { person: 'liv', zone: 'fridge' }, ['batch of one']],
    ['a lot at a bowl', { lot: 'D-9', bowl: 'A' }, []],
    ['a span of time', { from: 13, until: 16 }, ['batch of one', 'batch of four']],
    ['nothing', {}, []],
  ] as const)('%s', (_name, asked, batches) => {
    expect([...reach(week, from(asked)).batches.keys()]).toEqual(batches);
  });
});

/** A random season: some hundred works from some melts and lots, what is left over going on. */
function randomFacts(seed: number): TraceFacts {
  const random = new Random(seed);
  const lots = Array.from({ length: 12 }, (_, i) => `lot ${i}`);
  const some = (): string[] => lots.filter(() => random.next() < 0.08);
  const works = Array.from({ length: 40 }, (_, i) => {
    const start = random.below(500);
    return work(`w${i}`, {
      ...{ batch: `b${random.below(25)}`, melt: random.below(4) ? `m${random.below(12)}` : null },
      ...{ bowl: `bowl ${random.below(3)}`, people: [`person ${random.below(4)}`] },
      ...{ from: start, until: start + random.below(40), meltLots: some(), lots: some() },
      leftoverLot: random.below(6) === 0 ? lots[random.below(12)]! : null,
    });
  });
  return facts({ works, lots: lots.map((id) => lot(id)) });
}

function keysOf({ batches, melts, lots, orders }: Reached): Set<string> {
  return new Set([...batches.keys(), ...melts.keys(), ...lots.keys(), ...orders.keys()]);
}

/** What is reached of a work leads on. */
function expectFollowed(each: TracedWork, reached: Reached, which: string): void {
  const isOf = (lots: readonly string[]): boolean => lots.some((own) => reached.lots.has(own));
  const isMelted = each.melt !== null && reached.melts.has(each.melt);
  if (each.melt !== null && isOf(each.meltLots)) expect(isMelted, which).toBe(true);
  if (isMelted || isOf([...each.meltLots, ...each.lots]))
    expect(reached.batches.has(each.batch!), which).toBe(true);
  if (isMelted && each.leftoverLot !== null) expect(isOf([each.leftoverLot]), which).toBe(true);
}

describe('over random seasons', () => {
  test('nothing that a reached lot went into is left out, nor what was dipped from a reached melt', () => {
    let reachedByLeftover = 0;
    for (const seed of seeds(60)) {
      const season = randomFacts(seed);
      for (const { id } of season.lots) {
        const reached = reach(season, from({ lot: id }));
        if (reached.lots.size > 1) reachedByLeftover++;
        for (const each of season.works) expectFollowed(each, reached, `seed ${seed}, ${each.id}`);
      }
    }
    expect(reachedByLeftover).toBeGreaterThan(50);
  });

  test('a batch is reached by a lot just where the lot is behind it', () => {
    let behindOthers = 0;
    for (const seed of seeds(60)) {
      const season = randomFacts(seed);
      const batches = [...new Set(season.works.flatMap(({ batch }) => batch ?? []))];
      const behind = lotsBehind(season, batches);
      for (const { id } of season.lots) {
        const reached = reach(season, from({ lot: id }));
        for (const batch of batches) {
          expect(behind.get(batch)!.has(id), `seed ${seed}, ${id}, ${batch}`).toBe(
            reached.batches.has(batch),
          );
          const own = season.works.filter((each) => each.batch === batch);
          if (
            behind.get(batch)!.has(id) &&
            !own.some((each) => [...each.lots, ...each.meltLots].includes(id))
          )
            behindOthers++;
        }
      }
    }
    expect(behindOthers).toBeGreaterThan(200);
  });

  test('asked about more narrowly it reaches no more, and by more that was done no less', () => {
    for (const seed of seeds(60)) {
      const season = randomFacts(seed);
      const random = new Random(seed);
      const wide = from({ person: 'person 1' });
      const narrow = from({ person: 'person 1', from: 100, until: 250 });
      const [all, some] = [keysOf(reach(season, wide)), keysOf(reach(season, narrow))];
      for (const key of some) expect(all.has(key)).toBe(true);
      const fewer = { ...season, works: season.works.filter(() => random.next() < 0.7) };
      for (const key of keysOf(reach(fewer, wide))) expect(all.has(key), `seed ${seed}`).toBe(true);
    }
  });
});

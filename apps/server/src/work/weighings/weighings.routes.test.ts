import { seenOf, type Weighing } from '@alnage/contract';
import { pieceCoat, startedPieces } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, piecesOf, workshopOf } from '../../testing/ask';
import { makePlan, openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const list = async (): Promise<Weighing[]> => (await shop.app.inject('/api/weighings')).json<Weighing[]>();
const run = (change: Record<string, unknown> = {}) => ({
  piece: 'dusk-berry',
  coat: 'first',
  sizeClass: 'medium',
  weighed: { kind: 'run', startGrams: 2000, addedGrams: 300, leftGrams: 1500 },
  pieces: 100,
  rejects: 3,
  at: '2026-06-18T11:00',
  ...change,
});
const post = (payload: unknown) => ask<Weighing>(shop.app, ['POST', '/api/weighings'], payload);

describe('a weighing', () => {
  test('of a run counts what left the bowl, over every piece dipped', async () => {
    const { status, body } = await post(run());
    expect(status).toBe(201);
    // (2000 + 300 - 1500) g over 100 pieces
    expect(body).toMatchObject({
      ...run(),
      gramsPerPiece: 8,
      seasonsBack: 0,
      setAsideReason: null,
      version: 1,
    });
    expect(body.estimateGrams).toBeGreaterThan(5);
    expect(await list()).toContainEqual(body);
  });

  test('of pieces bare and dipped counts what they gained', async () => {
    const weighed = { kind: 'bare-and-dipped', bareGrams: 180, dippedGrams: 255 };
    const { body } = await post(run({ weighed, pieces: 10, rejects: 0 }));
    expect(body.gramsPerPiece).toBeCloseTo(7.5, 9);
  });

  test('of last season lies one season back; one before this season counts for it', async () => {
    const all = await list();
    expect(all.filter(({ at }) => at.startsWith('2025')).every(({ seasonsBack }) => seasonsBack === 1)).toBe(
      true,
    );
    const { body } = await post(run({ at: '2026-05-02T10:00' }));
    expect(body.seasonsBack).toBe(0);
  });

  test('is set aside with a reason and taken up again, and never removed', async () => {
    const { body } = await post(run());
    const aside = (payload: unknown) =>
      ask<Weighing>(shop.app, ['POST', `/api/weighings/${body.id}/set-aside`], payload);
    const set = await aside({ reason: ' Ladle in the bowl ', version: 1 });
    expect(set.body).toMatchObject({ setAsideReason: 'Ladle in the bowl', version: 2 });
    const late = await aside({ reason: 'Mine', version: 1 });
    expect(late.status).toBe(409);
    expect(late.body).toMatchObject({ code: 'record-changed', params: { current: { version: 2 } } });
    expect((await aside({ reason: '  ', version: 2 })).body.errors[0]).toMatchObject({
      pointer: '/reason',
      code: 'blank',
    });
    expect((await aside({ reason: null, version: 2 })).body).toMatchObject({
      setAsideReason: null,
      version: 3,
    });
    const missing = await ask(
      shop.app,
      ['POST', '/api/weighings/00000000-0000-4000-8000-000000000000/set-aside'],
      { reason: 'x', version: 1 },
    );
    expect(missing.body.code).toBe('record-not-found');
  });

  test.each<[string, Record<string, unknown>, string, string, unknown]>([
    [
      'more left than there was',
      { weighed: { kind: 'run', startGrams: 2000, addedGrams: 300, leftGrams: 2400 } },
      '/weighed/leftGrams',
      'out-of-range',
      2400,
    ],
    ['no pieces', { pieces: 0 }, '/pieces', 'too-small', 0],
    ['more rejects than pieces', { rejects: 101 }, '/rejects', 'out-of-range', 101],
    ['a piece that there is not', { piece: 'coal' }, '/piece', 'unknown-piece', 'coal'],
    ['a coat that it has not', { coat: 'shell' }, '/coat', 'unknown-reference', 'shell'],
    ['a size that it has not', { sizeClass: 'giant' }, '/sizeClass', 'unknown-reference', 'giant'],
    ['no size where there are sizes', { sizeClass: '' }, '/sizeClass', 'unknown-reference', ''],
    ['tomorrow', { at: '2026-06-19T11:00' }, '/at', 'in-future', '2026-06-19T11:00'],
    ['no hour', { at: '2026-06-18' }, '/at', 'wrong-format', '2026-06-18'],
    [
      'lighter dipped than bare',
      { weighed: { kind: 'bare-and-dipped', bareGrams: 200, dippedGrams: 190 } },
      '/weighed/dippedGrams',
      'out-of-range',
      190,
    ],
  ])('with %s is refused and nothing stored', async (_name, change, pointer, code, value) => {
    const before = await list();
    const { status, body } = await post(run(change));
    expect(status).toBe(400);
    const error = body.errors.find((each) => each.pointer === pointer)!;
    expect(error, JSON.stringify(body.errors)).toMatchObject({ code });
    expect(error.params['value']).toBe(value);
    expect(await list()).toEqual(before);
  });
});

describe('what was weighed', () => {
  test('is what the next plan melts by', async () => {
    const before = await makePlan(shop.app);
    for (const minute of ['01', '02', '03', '04'])
      await post(
        run({
          piece: 'salt-twist',
          sizeClass: '',
          weighed: { kind: 'run', startGrams: 3000, addedGrams: 0, leftGrams: 1000 },
          pieces: 200,
          rejects: 40,
          at: `2026-06-18T11:${minute}`,
        }),
      );
    const after = await makePlan(shop.app);
    const twist = (saved: typeof after) => saved.problem.products.find(({ id }) => id === 'salt-twist')!;
    const milligrams = (saved: typeof after): number => {
      const coating = twist(saved).stages.find((stage) => stage.coating !== null)!.coating!;
      return 'milligramsPerPiece' in coating ? coating.milligramsPerPiece : NaN;
    };
    expect(milligrams(after)).toBeGreaterThan(milligrams(before));
    expect(startedPieces(twist(after), 100)).toBeGreaterThan(startedPieces(twist(before), 100));

    const piece = (await piecesOf(shop.app)).find(({ id }) => id === 'salt-twist')!;
    const { coatings, rules } = await workshopOf(shop.app);
    const seen = (await list()).filter((each) => each.piece === piece.id).map(seenOf);
    const learned = pieceCoat(piece, { coatings, ways: rules.ways }, { sizeClass: '', seen });
    expect(milligrams(after)).toBe(Math.ceil(learned.portions[0]!.grams * 1000));
  });

  test('and was set aside counts for nothing', async () => {
    const piece = (await piecesOf(shop.app)).find(({ id }) => id === 'salt-twist')!;
    const own = (await list()).filter(({ piece: id }) => id === piece.id);
    for (const { id, version } of own)
      await ask(shop.app, ['POST', `/api/weighings/${id}/set-aside`], { reason: 'Other scale', version });
    const { coatings, rules } = await workshopOf(shop.app);
    const seen = (await list()).filter((each) => each.piece === piece.id).map(seenOf);
    const learned = pieceCoat(piece, { coatings, ways: rules.ways }, { sizeClass: '', seen });
    expect(learned.portions[0]!.grams).toBeCloseTo(learned.portions[0]!.estimateGrams, 9);
  });
});

import type { SavedPlan } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { pagesOf } from '../../../testing/pdf-pages';
import { openApp, type WorkshopApp } from '../../../testing/workshop-app';
import { bowlLines, personLines, type SheetWords } from './run-sheet';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const sheet = (path: string) => shop.app.inject(`/api/plan/versions/2/sheets/${path}`);

describe('a run sheet', () => {
  const words: SheetWords = {
    piece: (id) => id,
    stage: (_, id) => id,
    mixed: () => null,
    bowl: (id) => id,
    coating: (id) => id,
    zone: (id) => id,
    person: (id) => id,
    clock: (minute) => String(minute),
  };
  const saved = async (): Promise<SavedPlan> => (await shop.app.inject('/api/plan')).json<SavedPlan>();

  test('has every task of a person and every set-up, in turn, none over another', async () => {
    const { problem, plan } = await saved();
    for (const { id } of problem.people) {
      const lines = personLines({ problem, plan, words }, id);
      const tasks = plan.batches.flatMap(({ stages }) => stages).filter(({ person }) => person === id);
      const setUps = plan.melts.filter(({ person }) => person === id);
      expect(lines).toHaveLength(tasks.length + setUps.length);
      for (const [i, line] of lines.entries())
        expect(line.start).toBeGreaterThanOrEqual(lines[i - 1]?.end ?? 0);
    }
  });

  test('has every dip of a bowl with what is left after it, which is never below the tail', async () => {
    const { problem, plan } = await saved();
    for (const { id } of problem.melters) {
      const lines = bowlLines({ problem, plan, words }, id);
      const melts = plan.melts.filter(({ melter }) => melter === id);
      const dips = plan.batches
        .flatMap(({ stages }) => stages)
        .filter(({ melt }) => melts.some((each) => each.id === melt));
      expect(lines).toHaveLength(melts.length + dips.length);
    }
  });

  test('says of a dip as many pieces as the sheet of who dips them', async () => {
    const ask = { ...(await saved()), words };
    const dips = ask.problem.melters.flatMap(({ id }) =>
      bowlLines(ask, id).filter(({ what }) => !what.startsWith('Melt ')),
    );
    expect(dips.length).toBeGreaterThan(10);
    for (const dip of dips) {
      const person = dip.with.split(', ')[1]!;
      expect(personLines(ask, person).map(({ start, what }) => [start, what])).toContainEqual([
        dip.start,
        dip.what,
      ]);
    }
  });

  test('is a PDF with a page a day, which says whose it is, of which version, and what is to be done', async () => {
    const response = await sheet('people/runa.pdf');
    expect(response.headers['content-type']).toBe('application/pdf');
    const pages = await pagesOf(response.rawPayload);
    expect(pages.length).toBeGreaterThan(2);
    const friday = pages.find((page) => page.includes('Friday 19 June'))!;
    expect(friday).toMatch(/^Runa/);
    expect(friday).toContain('Skerry Dipworks, plan 2');
    expect(friday).toContain('published');
    const lines = personLines({ ...(await saved()), words }, 'runa');
    const own = await pagesOf((await sheet('people/runa.pdf?day=2026-06-19')).rawPayload);
    expect(own.join(' ').match(/\d\d:\d\d ?– ?\d\d:\d\d/g)).toHaveLength(
      lines.filter(({ start }) => start >= 4 * 1440 && start < 5 * 1440).length,
    );
  });

  test('of a bowl tells the grams; of a day without work that there is none', async () => {
    const [page] = await pagesOf((await sheet('bowls/bowl-a.pdf')).rawPayload);
    expect(page).toMatch(/Melt \d\.\d\d kg/);
    expect(page).toContain('in the bowl after it');
    const [empty] = await pagesOf((await sheet('people/runa.pdf?day=2020-01-01')).rawPayload);
    expect(empty).toContain('Nothing is planned here.');
  });

  test.each([
    ['people/nobody.pdf', 'record-not-found'],
    ['people/runa.doc', 'invalid-input'],
    ['cats/runa.pdf', 'invalid-input'],
    ['people/runa.pdf?day=yesterday', 'invalid-input'],
  ])('%s is refused as %s', async (path, code) => expect((await sheet(path)).json()).toMatchObject({ code }));
});

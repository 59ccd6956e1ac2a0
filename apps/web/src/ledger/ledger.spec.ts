import type { RunRecord } from '@alnage/contract';
import { TestBed } from '@angular/core/testing';
import { EllStore } from '../shared/ell/ell.store';
import { WallTime } from '../shared/formats/wall-time';
import { render } from '../testing/render';
import { run } from '../testing/small-bench';
import { workshop } from '../testing/small-workshop';
import { LedgerPage } from './ledger-page';
import { isFound, runRow, seasonsOf, traceOf } from './ledger-rows';
import { lessonsOf } from './lessons';
import { LessonsPage } from './lessons-page';

const names = {
  workshop,
  pieces: new Map([['dusk-berry', 'Dusk berry']]),
  wall: new WallTime(workshop.timeZone),
};
const other: RunRecord = {
  ...run,
  ...{
    id: '00000000-0000-4000-8000-00000000cccc',
    code: '18-A-2',
    good: 50,
    rejects: [{ cause: 'cracked', pieces: 2 }],
  },
  ...{
    startGrams: 1856,
    leftGrams: 1336,
    pieces: 52,
    gramsPerPiece: 10,
    toLarderGrams: 0,
    minutes: 25,
    describedMinutes: 25,
  },
  orders: [{ order: 'o2', ticket: 'M-0400', pieces: 50 }],
};
const rows = [run, other].map((each) => runRow(each, names));

describe('the ledger', () => {
  test('tells a run in a row', () => {
    expect(rows[0]).toMatchObject({
      ...{
        code: '18-A-1',
        piece: 'Dusk berry',
        people: 'Runa',
        pieces: '104',
        perPiece: '11.0 g',
        seconds: '32 s',
      },
      ...{ rejected: '4 foot', left: '1.86 kg', isAmended: false },
    });
  });

  test.each(['18-a-1', 'dusk', 'runa', 'D-2231', 'm-0361', 'foot', 'sealed', ''])('finds by %s', (find) =>
    expect(isFound(rows[0]!, find, names)).toBe(true),
  );

  test('finds nothing by what has nothing to do with it', () => {
    expect(isFound(rows[0]!, 'M-0400', names)).toBe(false);
  });

  test('traces a lot forward and a box back, each in one step', () => {
    expect(traceOf(rows, 'd-2231')!.text).toBe('went into 2 runs: 18-A-1 and 18-A-2.');
    // its orders are told in one place
    expect(traceOf(rows, 'd-2231')!.lot).toBe(run.lots[0]!.lot);
    expect(traceOf(rows, 'M-0400')!.text).toBe('is made in 1 run (18-A-2), out of 1 lot: D-2231.');
    expect(traceOf(rows, 'nothing')).toBeNull();
    expect(traceOf(rows, '')).toBeNull();
  });

  test('traces what was prepared or packed, and what came by leftovers', () => {
    const cups = { lot: 'c', code: 'Cups 7', item: { kind: 'supply' as const, id: 'cup' }, amount: 100 };
    const left = { ...run.lots[0]!, lot: 'left', code: 'Left 18-A-1' };
    const later = { ...other, code: '19-B-1', melt: 'm9', lots: [left] };
    const all = [{ ...run, batchLots: [cups], leftoverLot: 'left' }, later].map((each) =>
      runRow(each, names),
    );
    expect(traceOf(all, 'cups 7')!.text).toBe('went into 1 run: 18-A-1.');
    expect(traceOf(all, 'D-2231')!.text).toBe(
      'went into 2 runs: 18-A-1 and 19-B-1. 19-B-1 by what was left over.',
    );
    expect(isFound(all[0]!, 'cups', names)).toBe(true);
  });

  test('counts as it stands after an amendment', () => {
    const counts = { good: 100, rejects: [], startGrams: 3000, addedGrams: 0, leftGrams: 2000 };
    const amended = {
      ...run,
      amendments: [{ at: run.sealedAt, by: null, reason: 'x', before: counts, after: counts }],
    };
    expect(runRow(amended, names)).toMatchObject({
      pieces: '100',
      perPiece: '10.0 g',
      rejected: '0',
      isAmended: true,
    });
  });

  test('says what the season taught, in sentences with their figures', () => {
    const [whole, piece] = lessonsOf([run, other], names);
    expect(whole!.sentences[0]).toBe('2 runs dipped 156 pieces in 1.3 hours, from Bowl A.');
    // 104 pieces of 11 g and 52 of 10 g: 10.67 g, planned 10
    expect(piece!.sentences).toContain('A piece took 10.7 g, 7% more than planned: melt and buy more of it.');
    expect(piece!.sentences).toContain('31 s a piece, 7% slower than described: plan the hour for fewer.');
    expect(piece!.sentences).toContain('4% were rejected, most for: foot.');
    expect(lessonsOf([], names)).toEqual([]);
  });
});

describe('the ledger place', () => {
  test('shows what was weighed, what it taught, where it came from and went', async () => {
    const { text, click } = await render(LedgerPage, { runs: [run, other] });
    expect(text()).toContain('2 sealed runs · 156 pieces · 3.8% rejected');
    await click('18-A-1');
    expect(text()).toMatch(/Run 18-A-1.*Bowl before3\.00 kg.*On 104 pieces1\.14 kg.*A piece11\.0 g/);
    expect(text()).toContain('Dusk berry 10.0 g → 10.4 g. 10% slower than described.');
    await click('D-2231');
    expect(text()).toContain('Lot D-2231 went into 2 runs');
  });

  test('shows every run that a lot is in, also those that have it from the melt or a leftover', async () => {
    const left = { ...run.lots[0]!, lot: 'left', code: 'Left 18-A-1' };
    const later = { ...other, code: '19-B-1', melt: 'm9', lots: [left] };
    const { text, type } = await render(LedgerPage, { runs: [{ ...run, leftoverLot: 'left' }, later] });
    await type('Lot, run, ticket or name', 'D-2231');
    expect(text()).toContain('2 sealed runs');
    await type('Lot, run, ticket or name', 'M-0400');
    expect(text()).toContain('out of 2 lots: Left 18-A-1 and D-2231');
    expect(text()).toContain('1 sealed run ');
  });

  test('shows the runs of the days that are picked on the ell, and of one season', async () => {
    const before = {
      ...other,
      horizonStart: '2026-02-08T22:00:00.000Z',
      startedAt: '2026-02-12T08:00:00.000Z',
    };
    const { text, click, settle, page } = await render(LedgerPage, { runs: [before, run] });
    expect(seasonsOf([before, run], names).map(({ name }) => name)).toEqual([
      workshop.season!.name,
      'from 2026-02-09',
    ]);
    const season = page.querySelector('select')!;
    season.value = [...season.options].find(({ text: name }) => name.startsWith('from'))!.value;
    season.dispatchEvent(new Event('change'));
    await settle();
    expect(text()).toContain('1 sealed run · 52 pieces');
    season.value = '';
    season.dispatchEvent(new Event('change'));
    TestBed.inject(EllStore).pick(1, 1);
    await settle();
    expect(text()).toContain('Runs of Fri 19, as picked on the ell');
    expect(text()).toContain('No run was dipped then');
    TestBed.inject(EllStore).pick(0, 0);
    await settle();
    expect(text()).toContain('1 sealed run · 104 pieces');
    await click('Every day');
    expect(text()).toContain('2 sealed runs');
  });

  test('says what a run took that no lot had', async () => {
    const missing = [{ item: { kind: 'coating' as const, id: 'dark-64' }, amount: 150 }];
    const { text } = await render(LedgerPage, { runs: [{ ...run, missing }] });
    expect(text()).toContain('It took more than the larder had on record: Dark 64, 150 g');
  });

  test('amends with a reason; the record stays', async () => {
    const page = await render(LedgerPage, { runs: [run] });
    await page.click('Amend');
    await page.type('Left', '1960');
    await page.type('Rejected', '3');
    await page.type('What was wrong', 'Scraper in the bowl');
    await page.click('Note it');
    const request = page.http.expectOne(`/api/runs/${run.id}/amendments`);
    expect(request.request.body).toEqual({
      ...{
        good: 100,
        rejects: [{ cause: 'foot', pieces: 3 }],
        startGrams: 3000,
        addedGrams: 0,
        leftGrams: 1960,
      },
      reason: 'Scraper in the bowl',
    });
    const before = { good: 100, rejects: run.rejects, startGrams: 3000, addedGrams: 0, leftGrams: 1856 };
    const after = { ...before, leftGrams: 1960, rejects: [{ cause: 'foot' as const, pieces: 3 }] };
    const amendment = {
      at: '2026-06-18T08:00:00.000Z',
      by: 'runa',
      reason: 'Scraper in the bowl',
      before,
      after,
    };
    request.flush({ ...run, amendments: [amendment] });
    await page.settle();
    expect(page.text()).toMatch(/Amended Thu 18, 11:00, Runa: Scraper in the bowl/);
    expect(page.text()).toContain('amended');
  });

  test('says what to do first, and when nothing is found', async () => {
    const empty = await render(LedgerPage, { runs: [] });
    expect(empty.text()).toContain('No run is sealed yet');
  });

  test('tells next year what this one taught', async () => {
    const { text } = await render(LessonsPage, { runs: [run, other] });
    expect(text()).toMatch(/The season so far.*Dusk berry.*most for: foot/);
  });
});

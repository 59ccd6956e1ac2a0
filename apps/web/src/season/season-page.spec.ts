import { EllStore } from '../shared/ell/ell.store';
import { TestBed } from '@angular/core/testing';
import type { Help, PlanFigures } from '@alnage/core/planner';
import { Reckoner } from '../shared/reckoning/reckoner';
import { figures } from '../testing/small-season';
import { order, savedPlan, workshop } from '../testing/small-workshop';
import { press, render, type RenderOptions } from '../testing/render';
import { SeasonPage } from './season-page';

const orders = [order()];

async function open(options: RenderOptions = {}) {
  const page = await render(SeasonPage, { orders, saved: savedPlan(orders), figures: figures(), ...options });
  TestBed.inject(EllStore).clear();
  await page.settle();
  return page;
}

const cell = (page: HTMLElement, row: string, day: number): string => {
  const found = [...page.querySelectorAll('.loads tbody tr')].find((each) =>
    each.querySelector('th')!.textContent!.includes(row),
  );
  return found!.querySelectorAll('td')[day]!.textContent!.trim();
};

describe('the season', () => {
  test('shows load against capacity by day, and tells of the hardest one', async () => {
    const { page, text } = await open();
    expect(text()).toContain('1 order · 30 pieces · pickups Fri 19');
    expect([...page.querySelectorAll('.loads tbody th')].map((each) => each.textContent!.trim())).toEqual(
      expect.arrayContaining([expect.stringMatching(/^Hands/), expect.stringMatching(/^Fridge/)]),
    );
    // 2 boxes of 18 slots of 12
    expect(cell(page, 'Handover', 1)).toBe('1%');
    expect(cell(page, 'Handover', 0)).toBe('0%');
    expect(page.querySelector('al-margin')!.textContent).toContain('2 of 216 boxes');
    expect(page.querySelector('al-margin h2')!.textContent).toMatch(/^(Thursday|Friday) has room$/);
  });

  test('tells of the day that is picked, by the keys too', async () => {
    const page = await open();
    await page.click('Fri 19 Midsummer Eve');
    expect(page.page.querySelector('al-margin')!.textContent).toContain(
      '1 order with 30 pieces is collected.',
    );
    expect(page.page.querySelector('al-margin')!.textContent).toContain(
      'The fullest slot is 15:00 at the shop: 2 of 12 boxes.',
    );
    press('ArrowLeft');
    await page.settle();
    expect(page.page.querySelector('al-margin')!.textContent).toContain('Nothing is collected that day.');
  });

  test('finds out what would help most, and hands each over to be tried', async () => {
    const help: Help = {
      change: { kind: 'trays', zone: 'fridge', more: 8 },
      after: {} as PlanFigures,
      savesMinutes: 40,
      more: { unmet: 0, age: 0, labour: -40, melts: 0, leftover: 0, stretch: 0 },
      meetsPieces: 0,
      peaks: [],
      movedTasks: 2,
    };
    const answers = [() => Promise.reject(new Error('no worker')), () => Promise.resolve([help])];
    TestBed.overrideProvider(Reckoner, { useValue: { ask: () => answers.shift()!() } });
    const page = await open();
    await page.click('Find out');
    expect(page.text()).toContain('It could not be worked out.');
    await page.click('Find out');
    expect(page.text()).toContain('8 more trays in the fridge');
    expect(page.text()).toContain('40 min less work; 2 planned tasks move.');
    const link = page.page.querySelector('al-what-helps a')!;
    expect(decodeURIComponent(link.getAttribute('href')!)).toBe(
      '/plan?try=[{"kind":"trays","zone":"fridge","more":8}]',
    );
  });

  test('that is short of something says so by more than a colour, with when and by what', async () => {
    const zones = [
      { id: 'fridge', trays: 1 },
      { id: 'rack', trays: 6 },
    ];
    // planned with room, then a tray was taken away
    const saved = savedPlan(orders);
    const problem = { ...saved.problem, zones };
    const many = figures();
    const { page } = await open({ saved: { ...saved, problem }, figures: many });
    const over = page.querySelector('.cell.over, .cell.full')!;
    expect(over).not.toBeNull();
    expect(page.querySelector('al-margin')!.textContent).toMatch(/fridge is fullest from [\d:]+ to [\d:]+/);
  });

  test('without a plan tells what is promised alone, and asks for one', async () => {
    const { page, text } = await render(SeasonPage, { figures: figures() });
    expect(text()).toContain('Nothing is planned yet');
    expect([...page.querySelectorAll('.loads tbody th')].map((each) => each.textContent!.trim())).toEqual([
      'Handover boxes',
    ]);
  });

  test('says what the plan does not meet', async () => {
    const big = [order({ lines: [{ piece: 'dusk-berry', pieces: 4000 }] })];
    const { text } = await open({ orders: big, saved: savedPlan(big) });
    expect(text()).toContain('What the plan does not meet');
  });
});

describe('the pace of booking', () => {
  test('is held against the season before and what is hoped for', async () => {
    const before = {
      name: 'Midsummer 2025',
      pace: [
        { daysBefore: 12, pieces: 40 },
        { daysBefore: 0.2, pieces: 80 },
      ],
    };
    const { page, text } = await open({ figures: figures({ before, expectedPieces: 60 }) });
    expect(text()).toContain(
      '30 pieces booked of a target of 120 (25%); Midsummer 2025 had 40 by this day. At that season’s pace it comes to 60.',
    );
    const rows = [...page.querySelectorAll('al-pace-chart tbody tr')].map((row) =>
      [...row.children].map((each) => each.textContent!.trim()),
    );
    expect(rows[0]).toEqual(['12', '0', '40']);
    expect(rows.at(-1)).toEqual(['0', '30', '80']);
    expect(page.querySelectorAll('al-pace-chart path.own, al-pace-chart path.before')).toHaveLength(2);
  });

  test('of a season that begins is an empty chart, not a broken one', async () => {
    const { page, text } = await open({
      figures: figures({ pieces: 0, pace: [], targetPieces: null, daysToPeak: 30 }),
    });
    expect(text()).toContain('0 pieces booked.');
    expect(page.querySelector('al-pace-chart svg')!.innerHTML).not.toContain('NaN');
  });
});

describe('what is still open', () => {
  test('is told with its terms, and a piece is closed with one press', async () => {
    const offer = {
      ...{ piece: 'dusk-berry', from: null, to: null, orderBy: null, hoursBefore: 12 },
      ...{ targetPieces: 120, isClosed: false },
    };
    const seasons = [{ ...workshop.seasons[0]!, offers: [offer] }];
    const page = await open({ workshop: { ...workshop, seasons } });
    expect(page.text()).toContain('30 of 120');
    expect(page.text()).toContain('until 12 h before pickup');
    await page.click('Close Dusk berry');
    const asked = page.http.expectOne({ method: 'PUT', url: '/api/season/pieces' });
    expect(asked.request.body).toEqual({ piece: 'dusk-berry', isClosed: true });
    asked.flush({ code: 'database-away', errors: [], params: {} }, { status: 503, statusText: 'away' });
    await page.settle();
    expect(page.text()).toContain('The database does not answer');
  });

  test('shows what is closed, and opens it again', async () => {
    const [booked] = figures().booked;
    const page = await open({ figures: figures({ booked: [{ ...booked!, state: 'closed', until: null }] }) });
    expect(page.text()).toContain('× closed');
    await page.click('Open Dusk berry');
    expect(page.http.expectOne('/api/season/pieces').request.body).toEqual({
      piece: 'dusk-berry',
      isClosed: false,
    });
  });
});

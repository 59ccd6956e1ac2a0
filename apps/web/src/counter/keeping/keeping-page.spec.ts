import { TestBed } from '@angular/core/testing';
import type { BatchKeeping, KeepingNow, ZoneLog } from '@alnage/contract';
import { Slips } from '../../shared/slip/slips';
import { render } from '../../testing/render';
import { workshop } from '../../testing/small-workshop';
import { drawZone, unbroken } from './draw-zone';
import { KeepingPage } from './keeping-page';
import { batchRows } from './keeping-rows';
import { zoneRows } from '../../shared/keeping/zone-rows';
import { WallTime } from '../../shared/formats/wall-time';

const batch: BatchKeeping = {
  ...{
    batch: 'b1',
    piece: 'dusk-berry',
    pieces: 24,
    spare: 0,
    isStopped: false,
    clockAt: '2026-06-18T07:00:00.000Z',
    zone: 'fridge',
  },
  ...{ elapsedMinutes: 60, agedMinutes: 90, lostMinutes: 30, used: 90 / 2880, holdMinutes: 1440 },
  ...{ eatBy: '2026-06-20T06:30:00.000Z', beyond: null, moves: [] },
  pickups: [
    {
      ...{ order: 'o1', pickupAt: '2026-06-19T12:00:00.000Z', pieces: 24, agedMinutes: 1300 },
      ...{ eatBy: '2026-06-20T06:30:00.000Z', verdict: 'right' },
    },
  ],
};
const zone: KeepingNow['zones'][number] = {
  ...{ zone: 'fridge', setCelsius: 4, nowCelsius: 4.2, hasSensor: true, excursions: [] },
};
const warm: KeepingNow['zones'][number]['excursions'][number] = {
  ...{ kind: 'warm', from: '2026-06-18T07:05:00.000Z', until: '2026-06-18T08:30:00.000Z', celsius: 12 },
};
const writtenOff = {
  id: 'm1',
  kind: 'written-off',
  paid: null,
  at: warm.until,
  by: null,
  sale: null,
} as const;
const keeping: KeepingNow = { zones: [zone], batches: [batch] };
const now = Date.parse('2026-06-18T08:32:00Z');
const input = {
  ...{ keeping, workshop, now, tickets: { o1: 'M-0401' } },
  pieceNames: new Map([['dusk-berry', 'Dusk berry']]),
  prices: new Map([['dusk-berry', 240]]),
};
const rowOf = (change: Partial<BatchKeeping>) =>
  batchRows({ ...input, keeping: { ...keeping, batches: [{ ...batch, ...change }] } })[0];
const pickup = (verdict: 'right' | 'at-risk' | 'too-old') => [{ ...batch.pickups[0]!, verdict }];
const log: ZoneLog = {
  ...{ zone: 'fridge', setCelsius: 4, excursions: [warm] },
  readings: [0, 5, 60, 65].map((minutes) => ({
    ...{ at: new Date(now - 3 * 3_600_000 + minutes * 60_000).toISOString(), mean: 5, low: 4.5, high: 5.5 },
  })),
};

describe('how things keep', () => {
  test('a zone says how warm it is, and since when it is not as it is set', () => {
    const stateOf = (change: Partial<KeepingNow['zones'][number]>) =>
      zoneRows({ ...input, keeping: { ...keeping, zones: [{ ...zone, ...change }] } })[0]!;
    expect(stateOf({})).toMatchObject({
      now: '4.2 °C',
      set: 'set to 4 °C',
      state: 'as it is set',
      tone: 'well',
    });
    expect(stateOf({ excursions: [warm] })).toMatchObject({
      ...{ state: 'too warm since 10:05, up to 12 °C', tone: 'over' },
    });
    const past = { ...warm, until: '2026-06-18T07:30:00.000Z' };
    expect(stateOf({ excursions: [past] }).state).toBe('as it is set; 1 time not so in two days');
    expect(stateOf({ excursions: [{ ...warm, kind: 'silent', celsius: null }] })).toMatchObject({
      ...{ state: 'sensor silent since 10:05', tone: 'care' },
    });
    expect(stateOf({ hasSensor: false, nowCelsius: null })).toMatchObject({
      ...{ now: '–', state: 'nobody measures it' },
    });
  });

  test('a batch says how old it is, what warmth took, and what is to be done', () => {
    expect(rowOf({})).toMatchObject({
      ...{ age: '1 h 30 old, 30 min of it by warmth', where: 'Fridge', advice: '', tone: 'well' },
    });
    expect(rowOf({ lostMinutes: 0, agedMinutes: 60 })!.age).toBe('1 h old');
    expect(rowOf({ lostMinutes: 80 })!.advice).toBe('It lay warm: hand it out before others of its kind.');
    expect(rowOf({ pickups: pickup('at-risk') })).toMatchObject({
      advice: 'Move it to where it is cool: as warm as it is now, it is too old for M-0401, Fri 19, 15:00.',
      tone: 'care',
    });
    expect(rowOf({ pickups: pickup('too-old') })).toMatchObject({
      advice: expect.stringContaining('Too old by then: M-0401, Fri 19, 15:00.') as string,
      tone: 'over',
    });
    const beyond = { zone: 'fridge', from: '2026-06-18T07:05:00.000Z', celsius: 40 };
    expect(rowOf({ beyond })!.age).toBe('1 h since its dip');
    expect(rowOf({ beyond })).toMatchObject({ tone: 'over', cause: '40 °C in the fridge' });
    // what is not dipped, or gone by now, is not there
    expect(rowOf({ clockAt: null })).toBeUndefined();
    expect(
      rowOf({ pickups: [{ ...batch.pickups[0]!, pickupAt: '2026-06-18T07:00:00.000Z' }] }),
    ).toBeUndefined();
    const all = { ...writtenOff, pieces: 24, cause: 'Warm' } as const;
    expect(rowOf({ moves: [all] })).toMatchObject({
      ...{ pieces: '0 of 24 pieces', advice: 'None of it is left.', most: 0 },
      moves: [{ id: 'm1', text: '24 pieces written off Thu 18, 11:30: Warm' }],
    });
    // what nobody is to have stays until somebody says what became of it
    const over = [{ ...batch.pickups[0]!, pickupAt: '2026-06-18T07:00:00.000Z' }];
    const spare = rowOf({ pickups: over, spare: 4 });
    expect(spare).toMatchObject({ spare: 4, spareText: 'Nobody is to have 4 of them.', priceMinor: 240 });
    expect(rowOf({ spare: 24 })!.spareText).toBe('Nobody is to have it.');
    const paid = { method: 'card', amountMinor: 480, reference: 'r' } as const;
    expect(rowOf({ moves: [{ ...all, kind: 'sold', pieces: 2, cause: '', paid }] })!.moves[0]!.text).toBe(
      '2 pieces sold Thu 18, 11:30 for €4.80, card',
    );
  });

  test('what is wrong stands first', () => {
    const others = [batch, { ...batch, batch: 'b2', pickups: pickup('too-old') }];
    const rows = batchRows({ ...input, keeping: { ...keeping, batches: others } });
    expect(rows.map(({ id }) => id)).toEqual(['b2', 'b1']);
  });

  test('pieces are written off with how many and why, and that is taken back', async () => {
    const page = await render(KeepingPage, { keeping });
    expect(page.text()).toContain('Dusk berry24 pieces · batch b1 · Fridge');
    await page.click('Write off, Dusk berry, batch b1');
    expect(page.field('Write off').value).toBe('24');
    await page.click('Write them off');
    expect(page.text()).toContain('Say why.');
    page.http.expectNone('/api/batches/b1/moves');
    await page.type('Why', 'Dropped');
    await page.type('Write off', '6');
    await page.click('Write them off');
    const asked = page.http.expectOne('/api/batches/b1/moves');
    expect(asked.request.body).toEqual({ kind: 'written-off', pieces: 6, cause: 'Dropped', paid: null });
    const move = { ...writtenOff, pieces: 6, cause: 'Dropped' };
    asked.flush(move);
    const { KeepingActions } = await import('../../state/keeping.state');
    page.store.dispatch(
      KeepingActions.read({ keeping: { ...keeping, batches: [{ ...batch, moves: [move] }] } }),
    );
    await page.settle();
    expect(page.text()).toContain('18 of 24 pieces');
    expect(page.text()).not.toContain('Write them off');
    await page.click('Undo: 6 pieces written off Thu 18, 11:30: Dropped');
    page.http.expectOne({ url: '/api/moves/m1', method: 'DELETE' });
  });

  test('what nobody is to have is sold at its price or given to somebody', async () => {
    const page = await render(KeepingPage, { keeping: { ...keeping, batches: [{ ...batch, spare: 5 }] } });
    expect(page.text()).toContain('5 pieces that nobody is to have');
    await page.click('Sell or give, Dusk berry, batch b1');
    expect(page.field('How many').value).toBe('5');
    const price = page.field('Paid').value;
    await page.type('How many', '2');
    expect(Number(page.field('Paid').value)).toBeCloseTo((2 / 5) * Number(price), 5);
    await page.type('Paid', '4.50');
    // what was typed stays
    await page.type('How many', '3');
    expect(page.field('Paid').value).toBe('4.50');
    await page.type('How many', '6');
    await page.click('Sell them');
    page.http.expectNone('/api/batches/b1/moves');
    await page.type('How many', '3');
    await page.click('Sell them');
    const asked = page.http.expectOne('/api/batches/b1/moves');
    expect(asked.request.body).toEqual({
      ...{ kind: 'sold', pieces: 3, cause: '', paid: { method: 'cash', amountMinor: 450 } },
    });
    asked.flush(
      { type: 'about:blank', code: 'card-declined', title: 'The card device declined', status: 409 },
      { status: 409, statusText: 'Conflict' },
    );
    await page.settle();
    expect(page.page.querySelector('al-move-pieces [role=alert]')).not.toBeNull();
    const kind = page.field('They are');
    kind.value = 'staff';
    kind.dispatchEvent(new Event('change'));
    await page.settle();
    expect(page.page.querySelector('al-move-pieces')!.textContent).not.toContain('Paid');
    await page.type('Who has them', 'Runa');
    await page.click('Give them');
    expect(page.http.expectOne('/api/batches/b1/moves').request.body).toEqual({
      ...{ kind: 'staff', pieces: 5, cause: 'Runa', paid: null },
    });
  });

  test('a box out of several batches is sold at its price, and taken back whole', async () => {
    const batches = [
      { ...batch, spare: 6, pickups: [] },
      { ...batch, batch: 'b2', spare: 4, pickups: [] },
    ];
    const page = await render(KeepingPage, { keeping: { zones: [], batches } });
    await page.click('Sell several');
    await page.click('Sell them');
    expect(page.text()).toContain('Say how many of which.');
    await page.type('Dusk berry, batch b1', '2');
    await page.type('Dusk berry, batch b2', '3');
    expect(page.text()).toContain('5 pieces.');
    expect((page.field('Paid') as HTMLInputElement).value).toBe('12.00');
    await page.click('Sell them');
    const asked = page.http.expectOne('/api/moves');
    expect(asked.request.body).toEqual({
      ...{ kind: 'sold', cause: 'Mixed box', paid: { method: 'cash', amountMinor: 1200 } },
      from: [
        { batch: 'b1', pieces: 2 },
        { batch: 'b2', pieces: 3 },
      ],
    });
    asked.flush(
      {
        ...{ code: 'invalid-input', params: {} },
        errors: [
          { pointer: '/from/1/pieces', code: 'more-than-there', params: { limit: 1, unit: 'pieces' } },
        ],
      },
      { status: 400, statusText: 'Bad Request' },
    );
    await page.settle();
    expect(page.text()).toContain('1');
    await page.click('Sell them');
    const sold = { ...writtenOff, kind: 'sold', cause: 'Mixed box', sale: 's1' };
    page.http.expectOne('/api/moves').flush([
      { ...sold, pieces: 2, paid: { method: 'cash', amountMinor: 480, reference: null } },
      { ...sold, id: 'm2', pieces: 3, paid: { method: 'cash', amountMinor: 720, reference: null } },
    ]);
    await page.settle();
    expect(TestBed.inject(Slips).slip()!.text).toBe('5 pieces sold as Mixed box for €12.00');
    expect(page.page.querySelector('al-sell-several')).toBeNull();
  });

  test('a zone’s log is drawn, broken where its sensor was silent', async () => {
    expect(unbroken(log.readings).map((part) => part.length)).toEqual([2, 2]);
    const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
    drawZone(svg, { log, from: now - 3 * 3_600_000, until: now, wall: new WallTime('Europe/Helsinki') });
    expect(svg.querySelectorAll('.said')).toHaveLength(2);
    expect(svg.querySelectorAll('rect.warm')).toHaveLength(1);
    const page = await render(KeepingPage, {
      keeping: { ...keeping, zones: [{ ...zone, excursions: [warm] }] },
    });
    page.http.expectOne('/api/zones/fridge/log').flush(log);
    await page.settle();
    expect(page.text()).toContain('Fridge, the last two days');
    expect(page.text()).toContain('Thu 18, 10:05–11:30: too warm, up to 12 °C');
  });

  test('the dew point says how long a box out of the cold stays closed', async () => {
    const last = [
      { kind: 'celsius', value: 22, at: warm.until },
      { kind: 'humidity', value: 60, at: warm.until },
    ] as const;
    const sensor = { id: 's', name: 'Kitchen', kind: 'climate', bowl: null, isSimulated: false } as const;
    const devices = [{ ...sensor, lastHeardAt: warm.until, last: [...last] }];
    const page = await render(KeepingPage, { keeping, devices });
    expect(page.text()).toContain('Dew point 13.9 °C, at 22 °C and 60% in the kitchen.');
    expect(page.text()).toContain('A box out of the fridge, at 4.2 °C, stays closed for about 50 min.');
  });
});

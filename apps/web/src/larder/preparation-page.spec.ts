import { TestBed } from '@angular/core/testing';
import type { PreparationView } from '@alnage/contract';
import { Outbox } from '../shared/bench/outbox';
import { bench, dip } from '../testing/small-bench';
import { larder, preparation, recipes } from '../testing/small-larder';
import { render } from '../testing/render';
import { piece } from '../testing/small-piece';
import { workshop } from '../testing/small-workshop';
import { lineGramsText } from '../shared/larder/larder-words';
import { cameOutText, restText } from './came-out-words';
import { leftText } from './parts/prep-timers';
import { PreparationPage } from './preparation-page';
import { potsOf } from './pots';
import { prepGroups } from './preparation-rows';

const open = (...preparations: PreparationView[]) => render(PreparationPage, { larder, preparations });

describe('the preparation', () => {
  beforeEach(() => localStorage.clear());

  test('says what goes into the pot, by scale and by spoon, and how it is made', async () => {
    const { text } = await open(preparation);
    expect(text()).toContain('Fri 19, Runa');
    expect(text()).toContain('08:00–08:30');
    expect(text()).toContain('43 dusk berry, of them 42 to be good, 9 g each · batch b1');
    expect(text()).toContain('800 g in the pot, 784 g to portion');
    // twice 300 g and 1 dl at 1 g/ml
    expect(text()).toContain('Dark 64600 g');
    expect(text()).toContain('Cream200 g2 dl');
    expect(text()).toContain('Pour the hot cream over it 80 °C · 10 min · then rests 4 h');
    expect(text()).toContain('1 still to make');
  });

  test('is written down as made, and asks where stock is too little', async () => {
    const { click, http, text, settle } = await open(preparation);
    await click('Made, Ganache, batch b1');
    const refused = http.expectOne('/api/preparations/b1/ganache/done');
    expect(refused.request.body).toEqual({ despiteShort: false });
    const missing = [{ item: { kind: 'supply', id: 'cream' }, amount: 200 }];
    refused.flush(
      { code: 'stock-short', errors: [], params: { missing } },
      { status: 409, statusText: 'Short' },
    );
    await settle();
    expect(text()).toContain('has no record of 200 g cream, which this takes. Did you have it anyway?');
    await click('Yes, we had it');
    expect(http.expectOne('/api/preparations/b1/ganache/done').request.body).toEqual({ despiteShort: true });
  });

  test('that is made tells by whom, by which version, out of how many lots; and can be taken back', async () => {
    const done: PreparationView['done'] = {
      ...{ at: '2026-06-19T05:40:00.000Z', by: 'runa', recipeVersion: 2, missing: [] },
      ...{ cameOut: null, rest: null, portions: null },
      lots: [{ lot: 'l1', item: { kind: 'coating', id: 'dark-64' }, amount: 600 }],
    };
    const { click, http, text } = await open({ ...preparation, done });
    expect(text()).toContain('made Fri 19, 08:40 by Runa, by version 2, out of 1 lot');
    await click('Not made, Ganache, batch b1');
    http.expectOne({ url: '/api/preparations/b1/ganache/done', method: 'DELETE' });
  });

  test('that is made asks what came out: weighed or counted, one of the two, or as reckoned', async () => {
    const done = {
      ...{ at: '2026-06-19T05:40:00.000Z', by: null, recipeVersion: 1, missing: [], lots: [] },
      ...{ cameOut: null, rest: null, portions: null },
    };
    const page = await open({ ...preparation, done });
    const ask = () =>
      page.http.expectOne({ url: '/api/preparations/b1/ganache/came-out', method: 'PUT' }).request.body;
    expect(page.text()).toContain('What came out? As reckoned it is 784 g, 43 portions.');
    await page.click('Save');
    expect(page.text()).toContain('Say what it weighs or how many pieces it is, or that it is as reckoned.');
    await page.type('It weighs', '74');
    await page.click('Save');
    page.http.expectNone('/api/preparations/b1/ganache/came-out');
    expect(page.text()).toContain('74 will not do: 261.3 to 2352 g.');
    await page.type('or it is', '40');
    expect(page.field('It weighs').value).toBe('');
    await page.click('Save');
    expect(ask()).toEqual({ kind: 'pieces', pieces: 40 });
  });

  test('tells what came out, what that lacks, and lets it be changed', async () => {
    const made = (cameOut: NonNullable<PreparationView['done']>['cameOut'], portions: number | null) => ({
      ...preparation,
      done: {
        at: '2026-06-19T05:40:00.000Z',
        by: null,
        recipeVersion: 1,
        missing: [],
        lots: [],
        cameOut,
        portions,
        rest: null,
      },
    });
    const { text, click } = await open(made({ kind: 'grams', grams: 360 }, 40));
    expect(text()).not.toContain('Left over');
    expect(text()).toContain('360 g came out, 40 whole portions: 3 fewer than the 43 that are started.');
    expect(text()).toContain('Which orders lack some stands at the bench');
    await click('Change what came out, batch b1');
    expect(text()).toContain('What came out?');
    expect(cameOutText(made({ kind: 'pieces', pieces: 44 }, 44))).toBe(
      '44 pieces came out: 1 more than the 43 that are started.',
    );
    expect(cameOutText(made({ kind: 'pieces', pieces: 43 }, 43))).toBe(
      '43 pieces came out, as many as are started.',
    );
    expect(cameOutText(made({ kind: 'reckoned' }, null))).toBe('Came out as reckoned.');
    expect(cameOutText(preparation)).toBe('');
  });

  test('asks to clean first after what must not come in', () => {
    const nutty = { ...recipes[0]!, id: 'nutty', name: 'Nutty' };
    const nuts = { ...workshop.supplies[1]!, id: 'nuts', allergens: ['nuts' as const] };
    const recipe = {
      ...nutty,
      ingredients: [{ of: 'supply' as const, id: 'nuts', amount: 100, unit: 'g' as const }],
    };
    const book = {
      supplies: [...workshop.supplies, nuts],
      coatings: workshop.coatings,
      recipes: [...recipes, recipe],
    };
    const first = { ...preparation, batch: 'b0', recipe: 'nutty', start: '2026-06-19T04:00:00.000Z' };
    const input = {
      workshop,
      book,
      pieceNames: new Map<string, string>(),
      pieces: [],
      span: null,
      today: 0,
      apart: new Set<string>(),
    };
    const [group] = prepGroups({ ...input, preparations: [first, preparation] });
    expect(group!.rows.map(({ cleanFirst }) => cleanFirst)).toEqual([[], ['nuts']]);
    // what its own coat has may come in with the centre
    const coats = book.coatings.map((coating) => ({ ...coating, allergens: ['nuts'] }));
    const own = { ...piece, id: preparation.piece };
    const [coated] = prepGroups({
      ...{ ...input, book: { ...book, coatings: coats }, pieces: [own] },
      preparations: [first, preparation],
    });
    expect(coated!.rows[1]!.cleanFirst).toEqual([]);
    // what was made before today is left out, until its day is picked
    const done: PreparationView['done'] = {
      at: first.end,
      by: null,
      recipeVersion: 1,
      cameOut: null,
      portions: null,
      rest: null,
      lots: [],
      missing: [],
    };
    const old = { preparations: [{ ...first, done }], today: Date.parse('2026-06-20T00:00:00Z') };
    expect(prepGroups({ ...input, ...old })).toEqual([]);
    expect(prepGroups({ ...input, ...old, span: { from: 0, to: Infinity } })).toHaveLength(1);
    // the other way about there is nothing to clean away but milk and soya
    const after = { ...first, start: '2026-06-19T06:00:00.000Z' };
    const [other] = prepGroups({ ...input, preparations: [preparation, after] });
    expect(other!.rows[1]!.cleanFirst).not.toContain('nuts');
  });

  test('of one recipe for two batches is one pot: its amounts, its pieces, made and measured at once, or apart on wish', async () => {
    const nuts = { ...preparation, batch: 'b2', piece: 'frost-berry', start: '2026-06-19T07:00:00.000Z' };
    const page = await open({ ...preparation, pot: 'b1 ganache' }, { ...nuts, pot: 'b1 ganache' });
    expect(page.text()).toContain('1.60 kg in the pot, 1.57 kg to portion');
    expect(page.text()).toContain('One pot for 2 batches');
    expect(page.text()).toContain('batches b1 and b2');
    await page.click('Made, Ganache, batch b1 and b2');
    const asked = page.http.expectOne('/api/preparations/b1/ganache/done');
    expect(asked.request.body).toEqual({ despiteShort: false, with: ['b2'] });
    asked.flush(preparation);
    await page.click('Each in a pot of its own');
    expect(page.text()).toContain('2 still to make');
    expect(page.text()).not.toContain('One pot for');
  });

  test('says of what goes in by feel from how much to how much, times the pot', () => {
    const line = { ...recipes[0]!.ingredients[0]!, amount: 10, unit: 'g', upTo: 25 } as const;
    expect(lineGramsText(20, { ...line, upTo: 50, gramsPerMl: null, gramsPerPiece: null }, 'metric')).toBe(
      '20 g to 50 g, by feel',
    );
    expect(lineGramsText(0, { unit: 'g', upTo: 40, gramsPerMl: null, gramsPerPiece: null }, 'metric')).toBe(
      '0 to 40 g, by feel',
    );
    const book = {
      ...{ supplies: workshop.supplies, coatings: workshop.coatings },
      recipes: [{ ...recipes[0]!, ingredients: [line] }],
    };
    const [group] = prepGroups({
      ...{
        workshop,
        book,
        pieceNames: new Map(),
        pieces: [],
        span: null,
        today: 0,
        apart: new Set<string>(),
      },
      preparations: [preparation],
    });
    // twice the recipe
    expect(group!.rows[0]!.ingredients[0]!.grams).toBe('20 g to 50 g, by feel');
  });

  test('says where to begin with what goes in by feel, by the kitchen’s air and how it feels', async () => {
    const line = { of: 'supply', id: 'sugar', amount: 10, unit: 'g', upTo: 25 } as const;
    const dough = {
      ...{ ...recipes[0]!, ingredients: [...recipes[0]!.ingredients, line] },
    };
    const sugar = { ...workshop.supplies[0]!, id: 'sugar', name: 'Icing sugar', kind: 'sugar' } as const;
    const shop = { ...workshop, supplies: [...workshop.supplies, sugar], recipes: [dough] };
    const page = await render(PreparationPage, {
      ...{ larder, preparations: [preparation], bench, workshop: shop },
    });
    expect(page.text()).toContain(
      'At 55% humidity and 20 °C, as nobody measures the kitchen: begin with 20 g of icing sugar.',
    );
    const feel = page.field('A ball of it') as unknown as HTMLSelectElement;
    feel.value = 'sticks';
    feel.dispatchEvent(new Event('change'));
    await page.settle();
    // 1.5% of 800 g more
    expect(page.text()).toContain('begin with 32 g of icing sugar.');
  });

  test('of a part asks what was left once its pieces had theirs, and says what went on each', async () => {
    const done: PreparationView['done'] = {
      ...{ at: '2026-06-19T05:40:00.000Z', by: null, recipeVersion: 1, missing: [], lots: [] },
      ...{ cameOut: { kind: 'reckoned' }, portions: null, rest: null },
    };
    const part = { ...preparation, isPart: true, done };
    const page = await open(part);
    expect(page.field('after').value).toBe('43');
    await page.type('Left over', '24');
    await page.click('Save what is left');
    const asked = page.http.expectOne({ url: '/api/preparations/b1/ganache/rest', method: 'PUT' });
    expect(asked.request.body).toEqual({ grams: 24, pieces: 43 });
    const rest = { grams: 24, pieces: 43, usedGrams: 86 };
    const told = (more: Partial<NonNullable<PreparationView['done']>>) => ({
      ...{ ...part, pot: 'p', done: { ...done, ...more } },
    });
    expect(restText(told({ rest }))).toBe('24 g left after 43 pieces. 2.0 g went on each.');
    expect(restText(part)).toBe('');
    // of two of a pot, all of it
    const [pot] = potsOf([told({ rest }), { ...told({ rest }), batch: 'b2' }], new Set());
    expect(restText(pot!.whole)).toBe('48 g left after 86 pieces. 2.0 g went on each.');
  });

  test('that was made in one pot says what came out of all of it', () => {
    const done = (portions: number): PreparationView['done'] => ({
      ...{ at: '2026-06-19T05:40:00.000Z', by: 'runa', recipeVersion: 2, missing: [], lots: [] },
      ...{ cameOut: { kind: 'pieces', pieces: portions }, portions, rest: null },
    });
    const members = [
      { ...preparation, pot: 'p', done: done(40) },
      { ...preparation, batch: 'b2', pot: 'p', done: done(41) },
    ];
    const [pot, ...others] = potsOf(members, new Set());
    expect(others).toEqual([]);
    expect(cameOutText(pot!.whole)).toBe('81 pieces came out: 5 fewer than the 86 that are started.');
  });

  test('has a rest watched by the server, so that every page calls when it is over', async () => {
    const page = await render(PreparationPage, { larder, preparations: [preparation], bench });
    await page.click('Start its rest');
    const outbox = TestBed.inject(Outbox);
    await outbox.settled();
    await page.settle();
    expect(page.text()).toMatch(/Waiting.*Ganache, b1.*(4:00:00|3:59:\d\d)/);
    const [deed] = outbox.waiting();
    // made by the first stage of its batch
    expect(deed!.event).toMatchObject({ work: dip.key, deed: { kind: 'timer', name: 'Ganache, b1' } });
    await page.click('Dismiss, Ganache, b1');
    await outbox.settled();
    await page.settle();
    expect(page.text()).not.toContain('Waiting');
    expect(outbox.waiting().map(({ event }) => event.deed.kind)).toEqual(['timer', 'timer-off']);
  });

  test('offers no timer for a centre that the published plan does not make', async () => {
    const { text } = await render(PreparationPage, {
      ...{ larder, preparations: [preparation], bench: { ...bench, works: [] } },
    });
    expect(text()).toContain('then rests 4 h');
    expect(text()).not.toContain('Start its rest');
  });

  test.each([
    [3_849_000, '1:04:09'],
    [59_400, '0:59'],
    [-125_000, 'over for 2:05'],
  ])('%d ms are told as %s', (ms, text) => expect(leftText(ms)).toBe(text));
});

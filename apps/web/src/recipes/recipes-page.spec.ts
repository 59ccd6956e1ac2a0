import type { Piece, RecipeEffects } from '@alnage/contract';
import { WorkshopActions } from '../state/workshop.state';
import { chooseUnits, FIRST_UNITS } from '../shared/units/units';
import { COATING_COMPOSITIONS, KNOWN_COMPOSITIONS } from '@alnage/core/recipes';
import { render } from '../testing/render';
import { recipes } from '../testing/small-larder';
import { piece } from '../testing/small-piece';
import { workshop } from '../testing/small-workshop';
import { boundRecipe, densityOf, densityText, learnedText, lineTexts, scaledRecipe } from './recipe-figures';
import { recipeDraftOf, recipeForm } from './recipe-form';
import { RecipesPage } from './recipes-page';
import { SumsPage } from './sums-page';

const book = { supplies: workshop.supplies, coatings: workshop.coatings, recipes };
const ganache = recipes[0]!;

describe('a recipe in figures', () => {
  const bound = boundRecipe(ganache, book);
  if (typeof bound === 'string') throw new Error(bound);

  test('is scaled to pieces, shared over pots', () => {
    const told = scaledRecipe(bound, () => ({ kind: 'pieces', pieces: 430 }), 2000);
    if (told.kind !== 'scaled') throw new Error(told.text);
    // 400 g · 0.98 make 392; 3,870 g of portions take 3,949 g in two pots
    expect(told.rows.map(({ label, value }) => `${label} ${value}`)).toEqual([
      'goes in 3.95 kg',
      'to portion 3.87 kg',
      'portions of 9\u00a0g 430',
      'in 2 pots of 1.97 kg',
    ]);
    expect(told.lines[1]).toMatchObject({ name: 'Cream', grams: '987 g', perPot: '494 g' });
  });

  test('goes by what its batches taught, and tells it', () => {
    const learned = { times: 0.95, low90: 0.91, high90: 0.99, weighings: 2 };
    const taught = boundRecipe({ ...ganache, cameOut: learned }, book);
    if (typeof taught === 'string') throw new Error(taught);
    const told = scaledRecipe(taught, () => ({ kind: 'pieces', pieces: 430 }), null);
    if (told.kind !== 'scaled') throw new Error(told.text);
    // 3,949 g / 0.95
    expect(told.rows.map(({ label, value }) => `${label} ${value}`)).toEqual([
      'goes in 4.16 kg',
      'of it comes out 95%',
      'to portion 3.87 kg',
      'portions of 9\u00a0g 430',
    ]);
    expect(learnedText(learned)).toBe(
      'By 2 batches 95% of what it says comes out, between 91% and 99% nine times in ten. Pots, the larder and costs go by it.',
    );
  });

  test('that cannot be scaled says why, with the value', () => {
    expect(scaledRecipe(bound, () => ({ kind: 'pieces', pieces: 0 }), null)).toEqual({
      kind: 'refused',
      text: 'Pieces 0 will not do: a whole number in 1..1000000.',
    });
    expect(
      scaledRecipe(bound, () => ({ kind: 'have', ingredient: 'cream', grams: NaN }), null),
    ).toMatchObject({
      text: 'What is there: give 0.1..1000000.',
    });
  });

  test('tells what boils off, and how many it makes', () => {
    const caramel = boundRecipe(
      {
        ...ganache,
        ingredients: [
          { of: 'supply', id: 'sugar', amount: 300, unit: 'g' },
          { of: 'supply', id: 'water', amount: 150, unit: 'g' },
        ],
        yield: { kind: 'boiled', toCelsius: 112, lossShare: 0 },
        portion: { kind: 'count', low: 30, high: 36 },
      },
      {
        ...book,
        supplies: ['Sugar', 'Water'].map((name) => ({ ...book.supplies[1]!, id: name.toLowerCase(), name })),
      },
    );
    if (typeof caramel === 'string') throw new Error(caramel);
    const told = scaledRecipe(caramel, () => ({ kind: 'yield', grams: 750 }), null);
    if (told.kind !== 'scaled') throw new Error(told.text);
    expect(told.rows.map(({ label, value }) => `${label} ${value}`)).toEqual([
      'goes in 900 g',
      'boils off −150 g',
      'to portion 750 g',
      'portions of 11.4\u00a0g 60 to 72',
    ]);
  });

  test('tells line by line what is not weighed', () => {
    const ingredients = [
      ...ganache.ingredients,
      { of: 'supply', id: 'cream', amount: 2, unit: 'piece' } as const,
    ];
    expect(lineTexts({ ...ganache, ingredients }, book)).toEqual([
      '300 g',
      '100 g',
      'pieces cannot be weighed: g, kg, oz or lb, or the weight of one piece to be known.',
    ]);
  });

  test('weighs a scoop by what it is made of, as far as that is known', () => {
    expect(densityOf(ganache, book)).toBeNull();
    const composition = { cream: KNOWN_COMPOSITIONS['cream-35'], 'dark-64': COATING_COMPOSITIONS.dark };
    const told = <T extends { readonly id: string }>(all: readonly T[]) =>
      all.map((each) => ({ ...each, composition: composition[each.id as keyof typeof composition] ?? null }));
    const known = { ...book, supplies: told(book.supplies), coatings: told(book.coatings) };
    // three parts of chocolate at about 1.27, one of cream
    expect(densityOf(ganache, known)).toBeGreaterThan(1.15);
    expect(densityOf(ganache, known)).toBeLessThan(1.27);
    expect(densityText(1.2)).toBe('1.20 g');
    expect(densityOf({ ...ganache, ingredients: [] }, known)).toBeNull();
  });

  test('comes out of its form as it went in', () => {
    const { id: _id, version: _version, ...draft } = ganache;
    expect(recipeDraftOf(recipeForm(draft))).toEqual(draft);
    for (const changed of [
      { yield: { kind: 'boiled', toCelsius: 118, lossShare: 0.02 } as const },
      { portion: { kind: 'count', low: 6, high: 7 } as const },
      { portion: { kind: 'count', low: 48, high: 48 } as const },
    ])
      expect(recipeDraftOf(recipeForm({ ...draft, ...changed }))).toEqual({ ...draft, ...changed });
    const scooped = { ...draft, portion: { kind: 'scoop', millilitres: 12, gramsPerMl: 1.1 } as const };
    expect(recipeDraftOf(recipeForm({ ...scooped, yield: { kind: 'measured', grams: 380 } }))).toEqual({
      ...scooped,
      yield: { kind: 'measured', grams: 380 },
    });
  });
});

describe('the recipes', () => {
  test('show one scaled, with what it contains by its ingredients', async () => {
    const page = await render(RecipesPage, {}, { id: 'ganache' });
    expect(page.text()).toContain('Contains milk and soya, by its ingredients.');
    await page.type('Pieces', '43');
    expect(page.text()).toContain('portions of 9 g43');
    expect(page.text()).toContain('Pour the hot cream over it');
  });

  test('open a pan at how heavy a millilitre is in the piece that is made of it', async () => {
    const shape = { kind: 'cuboid', lengthMm: 50, widthMm: 20, heightMm: 15 } as const;
    const form = { ...piece.form, shape, centreGrams: 9 } as Piece['form'];
    const page = await render(
      RecipesPage,
      { pieces: [{ ...piece, recipe: 'ganache', form }] },
      { id: 'ganache' },
    );
    await page.type('Scaled to', 'pan');
    // 9 g in 15 ml
    expect((page.field('A millilitre of it') as HTMLInputElement).value).toBe('0.6');
    await page.type('Scaled to', 'mould');
    expect(page.page.querySelector('[role=alert]')!.textContent).toContain(
      'There is no mould yet. Add one in the Workshop.',
    );
  });

  test('are scaled to half of it or twice, beside what is written', async () => {
    const page = await render(RecipesPage, {}, { id: 'ganache' });
    await page.type('Scaled to', 'times');
    const row = (): string =>
      page.page.querySelector('[aria-label="Scaled"] tbody tr:last-child')!.textContent!;
    expect(row()).toMatch(/Cream\s*1 dl\s*200 g/);
    await page.click('×½');
    expect(row()).toMatch(/Cream\s*1 dl\s*50 g/);
    await page.type('Times', '1½');
    expect(row()).toMatch(/Cream\s*1 dl\s*150 g/);
  });

  test('are scaled to all cavities of moulds, and to a pan', async () => {
    const moulds = [{ id: 'rounds', name: 'Rounds', cavities: 24, count: 4, version: 1 }];
    const page = await render(RecipesPage, { workshop: { ...workshop, moulds } }, { id: 'ganache' });
    await page.type('Scaled to', 'mould');
    await page.type('Mould', 'rounds');
    await page.type('How many of them', '2');
    expect(page.text()).toContain('portions of 9 g48');
    await page.type('Scaled to', 'pan');
    // 300 × 200 × 15 mm at 1.2 g/ml
    expect(page.text()).toContain('to portion1.08 kg');
    await page.type('Long', '0');
    expect(page.text()).toContain('The pan’s length 0 will not do');
  });

  test('are changed with what that would touch told first', async () => {
    const page = await render(RecipesPage, {}, { id: 'ganache' });
    await page.click('Change');
    await page.type('So much', '350');
    expect(page.text()).toContain('450 g go in, 441 g are shared out: 49 portions of 9 g.');
    // asked once nobody has typed for a moment
    const asked = await vi.waitFor(() => page.http.expectOne('/api/recipes/ganache/effects'));
    const effects: RecipeEffects = {
      pieces: [{ piece: 'dusk-berry', gains: ['nuts'], loses: [] }],
      orders: [
        {
          ...{ id: 'o1', ticket: 'M-0401', customer: 'O. Lind', pickupAt: '2026-06-19T12:00:00.000Z' },
          ...{ pieces: ['dusk-berry'], mustNot: ['nuts'] },
        },
      ],
    };
    asked.flush(effects);
    await page.settle();
    expect(page.text()).toContain('Dusk berry will declare nuts.');
    expect(page.text()).toContain('O. Lind must never have nuts: M-0401 is promised.');
    expect(page.text()).toContain('It touches 1 promised order: M-0401 O. Lind, Fri 19, 15:00.');
    await page.click('Save the recipe');
    expect(page.http.expectOne('/api/recipes/ganache').request.body).toMatchObject({ version: 1 });
  });

  test('are boiled down and made by count, with what that comes to', async () => {
    const page = await render(RecipesPage, {}, { id: 'ganache' });
    await page.click('Change');
    await page.type('It yields', 'boiled');
    // neither chocolate nor cream from nowhere in particular dissolves as sugar
    expect(page.text()).toContain('at least one sugar or syrup whose make-up is known');
    await page.type('It yields', 'computed');
    await page.type('Shared out', 'count');
    await page.type('It makes', '20');
    await page.type('to, if it varies', '24');
    expect(page.text()).toContain('392 g are shared out: 20 to 24 portions of 17.8 g.');
    await page.type('Shared out', 'scoop');
    await page.type('A usual one', '40');
    expect(page.field('The scoop').value).toBe('23.7');
  });

  test('tell their versions, and what is wrong with a file', async () => {
    const page = await render(RecipesPage, {}, { id: 'ganache' });
    await page.click('Versions');
    const { id: _id, version: _version, ...recipe } = ganache;
    page.http
      .expectOne('/api/recipes/ganache/versions')
      .flush([{ version: 1, at: '2026-06-15T04:00:00.000Z', by: 'runa', recipe }]);
    await page.settle();
    expect(page.text()).toContain('version 1, Mon 15 Jun, 07:00, Runa: 2 ingredients, 1 steps');
  });

  test('take an ingredient that the larder has not, in place, with what is known of it', async () => {
    const box = { ...workshop.supplies[0]!, id: 'box-12', name: 'Box of 12', kind: 'packing' as const };
    const supplies = [...workshop.supplies, box];
    const page = await render(RecipesPage, { workshop: { ...workshop, supplies } }, { id: 'new' });
    const offered = [...(page.field('Of') as HTMLSelectElement).options].map(({ text }) => text);
    expect(offered).toContain(workshop.supplies[0]!.name);
    expect(offered).not.toContain('Box of 12');
    await page.type('One the larder has not', 'Star dust');
    expect(page.text()).toContain('Nothing is known of it: weigh a level cup once');
    await page.type('One the larder has not', 'maple syrup');
    expect(page.text()).toContain('a millilitre weighs 1.32 g; declares no listed allergen');
    await page.click('Add it to the larder');
    const taken = page.http.expectOne('/api/supplies');
    expect(taken.request.body).toMatchObject({ name: 'maple syrup', gramsPerMl: 1.32, allergens: [] });
    const maple = { ...workshop.supplies[0]!, ...taken.request.body, id: 'maple-syrup', version: 1 };
    taken.flush(maple);
    page.store.dispatch(
      WorkshopActions.read({
        workshop: { ...workshop, supplies: [...workshop.supplies, maple] },
        pieces: [piece],
      }),
    );
    await page.settle();
    expect(page.field('Of').value).toBe('supply:maple-syrup');
    expect(page.field('One the larder has not').value).toBe('');
  });

  test('begin with an empty one', async () => {
    const page = await render(RecipesPage, {}, { id: 'new' });
    await page.click('Save the recipe');
    expect(page.text()).toContain('Give a name.');
    expect(page.text()).toContain('Choose what goes in.');
  });
});

describe('the kitchen’s sums', () => {
  test('of a ganache add up, and doubt what is doubtful', async () => {
    const page = await render(SumsPage);
    const told = page.page.querySelector('[aria-label="Ganache, to weigh"]')!.textContent!;
    const grams = [...told.matchAll(/([\d.]+) (k?)g(?!,)/g)].map(([, n, k]) => Number(n) * (k ? 1000 : 1));
    // chocolate, cream, butter; in all to 10 g
    expect(grams[0]! + grams[1]! + grams[2]!).toBeCloseTo(grams[3]!, -1);
    await page.type('Firmness', 'soft');
    expect(page.text()).toContain('Too soft to cut or roll');
    await page.type('Good pieces', '0');
    expect(page.text()).toContain('Pieces 0 will not do');
  });

  test('of a ganache that is cut agree from the first: it stands in its frame as high as it is cut', async () => {
    const page = await render(SumsPage);
    const stands = (): number => Number(/stands in the frame([\d.]+) mm/.exec(page.text())![1]);
    expect(stands()).toBeCloseTo(12, 1);
    expect(page.text()).not.toContain('to stand 12.00 mm high');
    // a frame that nobody typed in follows what is cut
    await page.type('High', '15');
    expect(stands()).toBeCloseTo(15, 1);
    const width = Number((page.field('Frame, wide') as HTMLInputElement).value);
    await page.type('Frame, wide', String(2 * width));
    expect(stands()).toBeCloseTo(7.5, 1);
    const fitting = /to stand 15.00 mm high, at 300 mm long([\d.]+) mm wide/.exec(page.text())![1];
    expect(Math.abs(Number(fitting) - width)).toBeLessThan(1);
  });

  test('of seed bring a bowl to a temperature, its vessel with it', async () => {
    const page = await render(SumsPage);
    const seed = (): number => Number(/chopped([\d.,]+) g/.exec(page.text().replace(/,/g, ''))![1]);
    // 2,000·1.6·13.5 K over 1.6·11.5 + 45
    expect(seed()).toBeCloseTo(681, 0);
    expect(page.text()).toContain('it comes to31.5 °C');
    const bare = seed();
    await page.type('that weighs, empty', '1000');
    expect(seed()).toBeGreaterThan(bare);
    await page.type('It is to come to', '60');
    expect(page.text()).toContain('What it is to come to 60 will not do');
  });

  test('ask after what went wrong, and tell what to do now and next time', async () => {
    const page = await render(SumsPage);
    await page.click('Split, oily');
    expect(page.text()).toContain('Was it stirred after it had begun to set?');
    await page.click('No');
    await page.click('No');
    // the last stands once all before are denied
    expect(page.text()).toContain('Split, oily: too hot');
    expect(page.text()).toContain('Let it come to 35 °C, then stir in a spoon of warm milk');
    expect(page.text()).toContain('Pour the cream when it has stopped boiling');
    chooseUnits({ ...FIRST_UNITS, temperature: 'F' });
    await page.settle();
    expect(page.text()).toContain('Let it come to 95 °F');
    chooseUnits(FIRST_UNITS);
    await page.click('Something else');
    await page.click('Cracked');
    await page.click('Yes');
    expect(page.text()).toContain('Cracked: filled too cold');
  });

  test('of a mould tell what fills it, what comes back, and what the wall takes', async () => {
    const page = await render(SumsPage);
    await page.type('The wall', 'wall');
    await page.type('Wall', '2');
    const told = () => page.page.querySelector('[aria-label="Shells"]')!.textContent!;
    // 24 of 13.5 ml at 1.27, shells of 5.4 ml
    expect(told()).toContain('to melt, so that all are full at once411 g');
    expect(told()).toContain('poured back−247 g');
    expect(told()).toContain('in 24 shells165 g');
    expect(told()).toContain('filling in one, to the rim8.1 ml');
    await page.type('Wall', '6');
    expect(page.text()).toContain('The wall 6 will not do: below 5, which fills the cavity.');
    await page.type('The wall', 'wait');
    const wall = (): number => Number(/a shell, ([\d.]+) mm thick/.exec(told())![1]);
    const short = wall();
    await page.type('Emptied after', '240');
    expect(wall()).toBeGreaterThan(short);
    await page.type('known', 'water');
    await page.type('Water in one', '13.5');
    expect(told()).toContain('a cavity13.5 ml, 27.0 cm² inside');
  });

  test('of a bowl and of clusters add up', async () => {
    const page = await render(SumsPage);
    await page.type('A bowl of', '3000');
    await page.type('Fat stirred in', '2');
    expect(page.text()).toContain('dark 642.94 kg');
    expect(page.text()).toContain('fat, melted and stirred in60 g');
    await page.type('Nuts, crumb or fruit', '450');
    await page.type('Coating, of all', '50');
    await page.type('One weighs', '30');
    expect(page.text()).toContain('clusters of 30 g30');
  });

  test('of a dough go by the day', async () => {
    const page = await render(SumsPage);
    await page.type('Humidity', '70');
    await page.type('The table it will stand on', '24');
    // 1,800 g: 1.5% and 2.4%
    expect(page.text()).toContain('for the wet day27 g');
    expect(page.text()).toContain('for the warm table43.2 g');
    expect(page.text()).toContain('to add70.2 g');
  });
});

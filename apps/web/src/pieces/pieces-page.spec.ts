import { piece } from '../testing/small-piece';
import { weighing, workshop } from '../testing/small-workshop';
import { press, render } from '../testing/render';
import { chooseUnits, FIRST_UNITS } from '../shared/units/units';
import { PiecesPage } from './pieces-page';

/** Opens the table of the weighings. */
async function openTable({ page, settle }: { page: HTMLElement; settle(): Promise<void> }): Promise<number> {
  const table = page.querySelector<HTMLDetailsElement>('al-weighing-chart details');
  if (!table) return 0;
  table.open = true;
  table.dispatchEvent(new Event('toggle'));
  await settle();
  return table.querySelectorAll('tbody tr').length;
}

describe('the Pieces place', () => {
  // specs share a browser: what one chose the next would read
  afterEach(() => chooseUnits(FIRST_UNITS));

  test('shows what the first piece carries, where it sits, and its route', async () => {
    const page = await render(PiecesPage);
    expect(page.page.querySelector('.big')!.textContent).toContain('6.2');
    const cells = [...page.page.querySelectorAll('[aria-label="Where the coating sits"] td')].map((td) =>
      Number.parseFloat(td.textContent!),
    );
    expect(cells.reduce((sum, each) => sum + each, 0)).toBeCloseTo(6.25, 1);
    expect(page.text()).toContain('film, 1.12 mm on 24.7 cm²');
    expect(page.text()).toContain('nine of ten single pieces carry 3.0 g to 12.9 g');
    expect(page.page.querySelectorAll('[aria-label="Route"] tbody tr')).toHaveLength(3);
  });

  test('tells what it is made of, the heaviest first, and its parts', async () => {
    const page = await render(PiecesPage);
    const facts = () => page.page.querySelector('al-facts-of-piece')!.textContent!.replace(/\s+/g, ' ');
    expect(facts()).toMatch(/Strawberry 18\.0 g ?Dark 64 6\.2 g/);
    // 36% of 6.25 g and 0.4% of 18 g in a piece of 24.25 g
    expect(facts()).toMatch(/Fat ?2\.32 g ?9\.6 g/);
    expect(facts()).toMatch(/A piece ?100 g/);
    expect(facts()).toContain('of which sugars');
    expect(facts()).toContain('A planning aid, not a declaration');
    chooseUnits({ ...FIRST_UNITS, mass: 'oz' });
    await page.settle();
    expect(facts()).toMatch(/A piece ?An ounce/);
    expect(facts()).not.toMatch(/\d g(?![a-z])/);
  });

  test('gives no sum of what is not known, and leads to where it is said', async () => {
    const known = workshop.supplies.filter(({ id }) => id !== 'strawberry');
    const berry = {
      ...workshop.supplies.find(({ id }) => id === 'strawberry')!,
      name: 'Hill berry',
      id: 'hill',
    };
    const page = await render(PiecesPage, {
      workshop: { ...workshop, supplies: [...known, berry] },
      pieces: [{ ...piece, supplies: [{ supply: 'hill', amount: 1, unit: 'piece' }] }],
    });
    const facts = page.page.querySelector('al-facts-of-piece')!;
    expect(facts.textContent).toContain('What Hill berry is made of is not known, so there is no sum.');
    expect(facts.querySelector('table')).toBeNull();
    expect(facts.querySelector('a')!.getAttribute('href')).toBe('/workshop/supplies');
  });

  test('draws the section with its dip line, coat and foot', async () => {
    const page = await render(PiecesPage);
    const drawing = page.page.querySelector('al-piece-section svg')!;
    expect(drawing.getAttribute('aria-label')).toBe('Dusk berry cut through: 32 mm, coat 1.77 mm');
    for (const text of ['68% covered', '1.77 mm', '0.7 g', '32 mm', '38 mm'])
      expect(drawing.textContent).toContain(text);
    expect(drawing.innerHTML).not.toContain('NaN');
  });

  test('tells whose rule a hold is', async () => {
    const page = await render(PiecesPage);
    const margin = page.page.querySelector('aside')!.textContent!;
    expect(margin).toContain('24 h to pickup');
    expect(margin).toContain('the shop’s own rules');
    expect(margin).toContain('Contains soya');
  });

  test('cautions in the route about a freezer on the way of fruit', async () => {
    const zones = workshop.zones.map((zone) => ({ ...zone, celsius: -18 }));
    const page = await render(PiecesPage, { workshop: { ...workshop, zones } });
    expect(page.page.querySelector('.route .note')!.textContent).toContain('fresh fruit must never freeze');
  });

  test('asks what a centre is bought as that nothing tells of', async () => {
    const bare = { ...piece, supplies: [] };
    const page = await render(PiecesPage, { pieces: [bare] });
    expect(page.text()).toContain('What is its centre bought as?');
    const link = page.page.querySelector<HTMLAnchorElement>('aside .note a')!;
    expect(link.getAttribute('href')).toBe('/pieces/dusk-berry');
  });

  test('answers what to melt as one types', async () => {
    const page = await render(PiecesPage);
    await page.type('Good pieces', '420');
    expect(page.text()).toContain('on the pieces2.62 kg');
    await page.type('Good pieces', 'many');
    expect(page.text()).toContain('Pieces: give a whole number in 1..100000.');
    await page.type('Good pieces', '');
    expect(page.text()).toContain('Pieces: give a whole number');
  });

  test('stays on the last piece when arrows go further', async () => {
    const page = await render(PiecesPage);
    press('ArrowDown');
    await page.settle();
    expect(page.page.querySelector('[aria-current]')!.textContent).toContain('Dusk berry');
  });

  test('shows every weighing, the narrowing range and what the scale adds', async () => {
    const weighings = [weighing(), weighing({ id: 'w2', gramsPerPiece: 8.2 })];
    const page = await render(PiecesPage, { weighings });
    expect(page.text()).toContain('learned from 2 weighings');
    const chart = page.page.querySelector('al-weighing-chart svg')!;
    expect(chart.getAttribute('aria-label')).toContain('2 weighings: first estimate 6.2 g');
    expect(chart.querySelector('.mark.own')!.getAttribute('d')!.match(/M/g)).toHaveLength(2);
    expect(chart.innerHTML).not.toContain('NaN');
    expect(await openTable(page)).toBe(2);
  });

  test('sets a weighing aside with a reason, and never without one', async () => {
    const page = await render(PiecesPage, { weighings: [weighing()] });
    await openTable(page);
    page.page.querySelector<HTMLButtonElement>('al-weighing-chart .plain')!.click();
    await page.settle();
    const button = [...page.page.querySelectorAll('button')].find(
      (each) => each.textContent!.trim() === 'Set aside',
    )!;
    expect(button.disabled).toBe(true);
    await page.type('Why set it aside', 'Ladle in the bowl');
    await page.click('Set aside');
    const request = page.http.expectOne('/api/weighings/w1/set-aside');
    expect(request.request.body).toEqual({ reason: 'Ladle in the bowl', version: 1 });
    request.flush(weighing({ setAsideReason: 'Ladle in the bowl', version: 2 }));
    await page.settle();
    expect(page.text()).toContain('set aside: Ladle in the bowl');
    expect(page.text()).toContain('Count it again');
    expect(page.text()).toContain('not weighed yet');
  });

  test('takes a weighing, and says what it makes a piece as one types', async () => {
    const page = await render(PiecesPage);
    await page.click('Weigh');
    await page.type('In the bowl before', '2000');
    await page.type('Left after', '2400');
    await page.type('Pieces dipped', '100');
    expect(page.text()).toContain('Left 2.40 kg will not do: less than 2.00 kg, what was in it.');
    await page.click('Save the weighing');
    await page.type('Left after', '1200');
    expect(page.text()).toContain('800 g on 100: 8.0 g a piece.');
    await page.type('Rejects of these', '101');
    expect(page.text()).toContain('101 rejects will not do: no more than the 100 pieces dipped.');
    await page.type('Rejects of these', '3');
    await page.click('Save the weighing');
    const request = page.http.expectOne('/api/weighings');
    expect(request.request.body).toMatchObject({
      piece: 'dusk-berry',
      coat: 'first',
      weighed: { kind: 'run', startGrams: 2000, addedGrams: 0, leftGrams: 1200 },
      pieces: 100,
      rejects: 3,
      at: expect.stringMatching(/^2026-06-18T11:3\d$/) as string,
    });
    request.flush(weighing());
    await page.settle();
    expect(page.page.querySelector('al-weighing-form')).toBeNull();
    expect(page.text()).toContain('learned from 1 weighing:');
  });

  test('asks about a weighing that nobody would expect before it keeps it, anew once it is typed anew', async () => {
    const page = await render(PiecesPage);
    await page.click('Weigh');
    await page.type('In the bowl before', '4000');
    await page.type('Left after', '1000');
    await page.type('Pieces dipped', '100');
    await page.click('Save the weighing');
    page.http.expectNone('/api/weighings');
    expect(page.text()).toContain('30.0 g a piece is not what is believed of it');
    await page.type('Left after', '1100');
    expect(page.text()).not.toContain('not what is believed of it');
    await page.click('Save the weighing');
    expect(page.text()).toContain('29.0 g a piece is not what is believed of it');
    await page.click('It is right: save it');
    expect(page.http.expectOne('/api/weighings').request.body).toMatchObject({
      weighed: { leftGrams: 1100 },
    });
  });

  test('refuses no pieces at the field, with value and range', async () => {
    const page = await render(PiecesPage);
    await page.click('Weigh');
    await page.type('Pieces dipped', '0');
    expect(page.text()).toContain('0 will not do: 1 to 100000, whole.');
  });

  test('weighs the same pieces bare and dipped', async () => {
    const page = await render(PiecesPage);
    await page.click('Weigh');
    await page.type('What was weighed', 'bare-and-dipped');
    await page.type('All bare', '182');
    await page.type('The same dipped', '246');
    expect(page.text()).toContain('64 g on 10: 6.4 g a piece.');
  });

  test('learns berries by size, and shows one size at a time', async () => {
    const sizes = [
      { id: 'medium', name: 'Medium', centreGrams: 18 },
      { id: 'large', name: 'Large', centreGrams: 25 },
    ];
    const weighings = [weighing({ sizeClass: 'medium' }), weighing({ id: 'w2', sizeClass: 'medium' })];
    const page = await render(PiecesPage, { pieces: [{ ...piece, sizes }], weighings });
    expect(await openTable(page)).toBe(2);
    await page.type('Size', 'large');
    expect(await openTable(page)).toBe(0);
    expect(page.text()).toContain('Nobody has weighed this yet.');
  });

  test('is read in ounces, inches and Fahrenheit by who wants it so', async () => {
    const page = await render(PiecesPage);
    chooseUnits({ mass: 'oz', length: 'in', temperature: 'F' });
    await page.settle();
    expect(page.page.querySelector('.big')!.textContent).toContain('0.220');
    expect(page.text()).toContain('film, 0.044 in on 3.82 sq in');
    expect(page.page.querySelector('aside')!.textContent).toContain('88.7 °F');
  });
});

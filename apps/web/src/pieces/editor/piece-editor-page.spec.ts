import { TestBed } from '@angular/core/testing';
import type { PieceDraft } from '@alnage/contract';
import { FAMILIES } from '@alnage/core/coating';
import { render } from '../../testing/render';
import { piece } from '../../testing/small-piece';
import { workshop } from '../../testing/small-workshop';
import { fitStages, coatStage, packStage } from './stage-form';
import { newPiece } from './new-piece';
import { pieceDraftOf, pieceForm } from './piece-form';
import { PieceEditorPage } from './piece-editor-page';

async function open(id: string) {
  const page = await render(PieceEditorPage, {}, { id });
  const margin = (): string => page.page.querySelector('aside')!.textContent!.replace(/\s+/g, ' ');
  return { ...page, margin };
}

describe('the form of a piece', () => {
  test.each([...FAMILIES])('of the family %s says what it was filled with', (family) => {
    const draft = newPiece(family, workshop);
    expect(pieceDraftOf(pieceForm(draft))).toEqual(draft);
  });

  test('has one stage for each coat: what is missing comes after the last coat, what is too many goes', () => {
    const route = [coatStage('first', 'rack'), packStage('rack')];
    const ids = (stages: typeof route): string[] => stages.map(({ id }) => id);
    const both = fitStages(route, ['first', 'second', 'drizzle']);
    expect(ids(both)).toEqual(['dip', 'second-dip', 'drizzle', 'pack']);
    expect(ids(fitStages(both, ['first']))).toEqual(['dip', 'pack']);
    expect(fitStages(route, ['shell'])[0]).toMatchObject({ id: 'dip', coat: 'shell' });
    expect(ids(fitStages([packStage('rack')], ['mix']))).toEqual(['mix', 'pack']);
  });
});

describe('the editor of a piece', () => {
  test('draws a new one as it is typed, from its weight alone', async () => {
    const page = await open('new');
    expect(page.text()).toMatch(/So it is across [\d.]+ mm, length [\d.]+ mm/);
    const before = page.page.querySelector('aside .big')!.textContent;
    await page.type('One weighs', '30');
    expect(page.page.querySelector('aside .big')!.textContent).not.toBe(before);
    expect(page.page.querySelector('al-piece-section svg')!.innerHTML).not.toContain('NaN');
  });

  test('refuses a berry of 900 g and coverage of 130%, each with value and range, and sends nothing', async () => {
    const page = await open('new');
    await page.type('Name', 'Giant');
    await page.type('One weighs', '900');
    expect(page.text()).toContain('900 will not do: 5 to 60 g.');
    expect(page.margin()).toContain('It is drawn again once every figure is within its range.');
    await page.type('One weighs', '18');
    await page.type('Covered', '130');
    expect(page.text()).toContain('130 will not do: 1 to 100 %.');
    await page.click('Save the piece');
    page.http.expectNone('/api/pieces');
  });

  test('cautions beside the field about what warmth does to a piece, and does not stop it', async () => {
    const zones = [...workshop.zones, { id: 'freezer', name: 'Freezer', trays: 4, celsius: -18, version: 1 }];
    const page = await render(PieceEditorPage, { workshop: { ...workshop, zones } }, { id: 'dusk-berry' });
    expect(page.page.querySelectorAll('al-cold-note p')).toHaveLength(0);
    await page.type('Dipped at', '-18');
    expect(page.text()).toContain('At -18 °C it is frozen. Frozen fruit weeps as it thaws');
    await page.type('Bowl at', '45');
    expect(page.text()).toContain('At 45 °C its temper is lost: it is worked up to 32.2 °C');
    await page.type('Then lies in', 'freezer');
    expect(page.text()).toContain('Freezer is at -18 °C: fresh fruit must never freeze.');
    await page.click('Save the piece');
    page.http.expectOne('/api/pieces/dusk-berry');
  });

  test('begins as its family keeps, says so, and follows another family in what nobody typed', async () => {
    const zones = [
      { id: 'cold', name: 'Fridge', trays: 40, celsius: 4, version: 1 },
      { id: 'rack', name: 'Cool rack', trays: 40, celsius: 16, version: 1 },
    ];
    const page = await render(PieceEditorPage, { workshop: { ...workshop, zones } }, { id: 'new' });
    expect(page.text()).toContain('Set by its family, berry: holds 24 h to pickup');
    expect(page.field('Then lies in').value).toBe('cold');
    await page.type('Advice for the counter', 'Ours');
    await page.type('Family', 'pretzel');
    expect(page.text()).toContain(
      'Set by its family, pretzel or stick: lies in the cool rack; likely declares gluten',
    );
    expect(page.field('Then lies in').value).toBe('rack');
    // what was typed of its keeping stays
    expect(page.field('Advice for the counter').value).toBe('Ours');
    expect(page.field('Holds to pickup').value).toBe('24');
    expect(page.text()).not.toContain('Nobody can dip yet');
    await page.click('Add a stage at the start');
    await page.type('Skill', 'prep');
    const people = workshop.people.map((each) => ({ ...each, skills: ['dip'] }));
    TestBed.resetTestingModule();
    const alone = await render(PieceEditorPage, { workshop: { ...workshop, people } }, { id: 'new' });
    expect(alone.text()).toContain('Nobody can pack yet, so no plan makes it');
  });

  test('holds its route against its recipe, and takes the making from there', async () => {
    const page = await open('dusk-berry');
    await page.type('Its centre is made by', 'ganache');
    expect(page.text()).toContain('the recipe’s steps come to 10 min of work and 4 h of rest.');
    expect(page.text()).toContain('The recipe portions 9.0 g, the centre of this piece weighs 18.0 g.');
    await page.click('Take 10 min of work and 4 h of rest from the recipe');
    expect(page.text()).not.toContain('the recipe’s steps come to');
    await page.click('Save the piece');
    const { body } = page.http.expectOne('/api/pieces/dusk-berry').request;
    const draft = body as PieceDraft;
    expect(draft.recipe).toBe('ganache');
    expect(draft.route[0]).toMatchObject({ fixedMinutes: 10, rest: { minMinutes: 240 } });
    expect(draft.supplies).toEqual([{ supply: 'strawberry', amount: 1, unit: 'piece' }]);
  });

  test('keeps a new one as it was described', async () => {
    const page = await open('new');
    await page.type('Name', ' Giant ');
    await page.type('Family', 'cluster');
    await page.type('A portion weighs', '28');
    await page.click('Save the piece');
    const { body } = page.http.expectOne({ method: 'POST', url: '/api/pieces' }).request as {
      body: PieceDraft;
    };
    expect(body).toMatchObject({
      name: 'Giant',
      family: 'cluster',
      form: { kind: 'cluster', coating: 'dark-64', portionGrams: 28, coatingShare: 0.5 },
    });
    expect(body.route.map(({ coat }) => coat)).toEqual(['mix', null]);
  });

  test('takes the height of a dip line for its share', async () => {
    const page = await open('dusk-berry');
    await page.type('Cover given as', 'line');
    await page.type('Dip line above its foot', '38');
    await page.click('Save the piece');
    const request = page.http.expectOne({ method: 'PUT', url: '/api/pieces/dusk-berry' });
    expect((request.request.body as PieceDraft).form).toMatchObject({ covered: 1 });
  });

  test('takes a range of its own where it is dipped, each end within what can be', async () => {
    const page = await open('dusk-berry');
    await page.click('dipped, poured or spooned in a range of its own');
    await page.type('From', '27.5');
    await page.type('to', '80');
    expect(page.text()).toContain('80 will not do: 15 to 60 °C.');
    await page.type('to', '29');
    await page.click('Save the piece');
    expect(page.http.expectOne('/api/pieces/dusk-berry').request.body).toMatchObject({
      dipRange: { lowCelsius: 27.5, highCelsius: 29 },
    });
  });

  test('saves a kept one unchanged as it is', async () => {
    const page = await open('dusk-berry');
    expect(page.margin()).toContain('6.2 g');
    await page.click('Save the piece');
    const { id: _id, ...rest } = piece;
    expect(page.http.expectOne('/api/pieces/dusk-berry').request.body).toEqual(rest);
  });

  test('is made by several recipes, each of so much in a stage of its route, and says what sticks to it', async () => {
    const page = await open('dusk-berry');
    expect(page.text()).not.toContain('Rolled all over');
    await page.click('Add a recipe');
    // 36 cm² of a berry
    expect(page.text()).toMatch(
      /Rolled all over, about 0\.5 g of powder, 1\.5 g of sugar or crumbs and 3\.6 g/,
    );
    await page.click('Save the piece');
    expect(page.text()).toContain('Choose a recipe.');
    page.http.expectNone('/api/pieces/dusk-berry');
    await page.type('By the recipe', 'ganache');
    await page.type('Of it, a piece', '2.5');
    await page.type('Made in', 'dip');
    await page.click('Save the piece');
    expect(page.http.expectOne('/api/pieces/dusk-berry').request.body).toMatchObject({
      madeParts: [{ recipe: 'ganache', grams: 2.5, stage: 'dip' }],
    });
  });

  test('of a mould that is capped by itself has a stage to fill it and one to cap it, until it is not', async () => {
    const page = await open('dusk-berry');
    const stages = (): string[] =>
      [...page.page.querySelectorAll('al-route-fields legend')].map((legend) =>
        legend.textContent!.replace(/\s+/g, ' ').trim(),
      );
    await page.type('Made as', 'moulded');
    await page.type('Capped with', 'dark-64');
    expect(stages()).toEqual(['1. Wash', '2. Mould shell', '3. Fill', '4. Cap cap', '5. Pack']);
    await page.type('Capped with', '');
    expect(stages()).toEqual(['1. Wash', '2. Mould shell', '3. Fill', '4. Pack']);
  });

  test('adds a stage for a second coat and a drizzle, and takes it away again', async () => {
    const page = await open('dusk-berry');
    const stages = (): string[] =>
      [...page.page.querySelectorAll('al-route-fields legend')].map((legend) =>
        legend.textContent!.replace(/\s+/g, ' ').trim(),
      );
    await page.type('Coats', '2');
    await page.click('with a drizzle');
    expect(stages()).toEqual([
      '1. Wash',
      '2. Dip first coat',
      '3. Second dip second coat',
      '4. Drizzle drizzle',
      '5. Pack',
    ]);
    await page.type('Coats', '1');
    await page.click('with a drizzle');
    expect(stages()).toEqual(['1. Wash', '2. Dip first coat', '3. Pack']);
  });

  test('tells what the server refused, each at its field, the rest at the foot', async () => {
    const page = await open('dusk-berry');
    await page.click('Save the piece');
    const errors = [
      { pointer: '/name', code: 'name-taken', params: { value: 'Dusk berry' } },
      { pointer: '/route', code: 'coat-without-stage', params: { value: 'first' } },
    ];
    page.http
      .expectOne('/api/pieces/dusk-berry')
      .flush({ code: 'invalid-input', errors, params: {} }, { status: 400, statusText: 'no' });
    await page.settle();
    expect(page.text()).toContain('Dusk berry is there already; give another name.');
    expect(page.text()).toContain('route: No stage puts on the first coat: add one, or say it of a stage.');
  });

  test('of a piece that is gone says so', async () => {
    expect((await open('nothing')).text()).toContain('There is no such piece.');
  });
});

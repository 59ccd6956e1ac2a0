import type { PracticeDraft, PracticeRecord } from '@alnage/contract';
import { choosePerson } from '../shared/person/person';
import { press, render, type Rendered } from '../testing/render';
import { workshop } from '../testing/small-workshop';
import { PracticePage } from './practice-page';

test('the place leads from the beginning by Space, step by step, to what became of the coats', async () => {
  const { text, click, settle } = await render(PracticePage);
  expect(text()).toContain('2.00 kg in a plain bowl');
  press(' ');
  await settle();
  expect(text()).toMatch(/Melt it out to 45 °C/);
  await click('On the heat');
  expect(text()).toContain('Off the heat');
  press(' ');
  await settle();
  expect(text()).toContain('Put in 667 g');
  press(' ');
  await settle();
  expect(text()).toContain('The seed is in, and smooth');
  await click('Take out what is solid');
  expect(text()).not.toContain('Take out what is solid');
  await click('End the practice');
  expect(text()).toMatch(/What became of the coats.*For sale0 of 0/);
  await click('Once more Space').catch(() => click('Once moreSpace'));
  expect(text()).toContain('It is melted');
});

test('without a thermometer it is warmed gently, seen by the eye, and never called melted out', async () => {
  const { text, click, type } = await render(PracticePage);
  await type('Brought to work', 'by-eye');
  await click('Begin Space').catch(() => click('BeginSpace'));
  expect(text()).toContain('all solid');
  expect(text()).toContain('Warm it gently, a third left solid');
  expect(text()).toContain('A third is left solid');
  expect(text()).not.toContain('Melt it out');
});

test('what was tapped lets Space go, who came by keyboard keeps it', async () => {
  const { page, settle } = await render(PracticePage);
  press(' ');
  await settle();
  const heat = [...page.querySelectorAll('button')].find((each) => each.textContent.includes('On the heat'))!;
  document.body.append(page);
  heat.focus();
  heat.dispatchEvent(new MouseEvent('click', { bubbles: true, detail: 0 }));
  expect(document.activeElement).toBe(heat);
  heat.dispatchEvent(new MouseEvent('click', { bubbles: true, detail: 1 }));
  expect(document.activeElement).not.toBe(heat);
});

const before = (change: Partial<PracticeRecord> = {}): PracticeRecord => ({
  ...{
    id: 'p1',
    at: '2026-06-17T14:35:00.000Z',
    by: null,
    coating: workshop.coatings[0]!.id,
    school: 'seed',
  },
  ...{ pieces: 50, good: 27, bloom: 0, feet: 2, lumps: 23 },
  ...{ meanFilmMm: 0.4, rightFilmMm: 0.4, minutes: 26, ...change },
});

/** To the first berry dipped. */
async function dipOne(page: Rendered<PracticePage>): Promise<void> {
  // begun, melted, seed put in and smooth, crystals, warm, ready: the seventh dips
  for (let step = 0; step < 7; step++) {
    press(' ');
    await page.settle();
  }
}

test('what became of a practice is kept, and told beside the last one of the same hand', async () => {
  const page = await render(PracticePage);
  const by = workshop.people[0]!.id;
  page.http.expectOne('/api/practices').flush([before({ by })]);
  await page.settle();
  expect(page.text()).toMatch(
    /Practices\s*\w+, Wed 17, 17:35\s*27 of 50 for sale; 2 with a foot, 23 with lumps/,
  );
  await dipOne(page);
  expect(page.text()).not.toContain('Last time');
  choosePerson(by);
  await page.click('End the practice');
  const { request } = page.http.expectOne({ method: 'POST', url: '/api/practices' });
  expect(request.body).toMatchObject({ coating: workshop.coatings[0]!.id, school: 'seed', pieces: 1 });
  expect(page.text()).toContain('Last time27 of 50');
  const draft = request.body as PracticeDraft;
  expect(draft.good + Math.max(draft.bloom, draft.feet, draft.lumps)).toBeGreaterThanOrEqual(1);
});

test('what cannot be kept is said, and kept when it is tried again', async () => {
  const page = await render(PracticePage);
  page.http.expectOne('/api/practices').flush([]);
  await dipOne(page);
  await page.click('End the practice');
  page.http.expectOne({ method: 'POST', url: '/api/practices' }).error(new ProgressEvent('error'));
  await page.settle();
  expect(page.text()).toContain('Not saved:');
  await page.click('Try again');
  const again = page.http.expectOne({ method: 'POST', url: '/api/practices' });
  again.flush({ ...(again.request.body as PracticeDraft), at: '2026-06-18T08:40:00.000Z', by: null });
  await page.settle();
  expect(page.text()).not.toContain('Not saved');
  expect(page.text()).toMatch(/Practices\s*Thu 18, 11:40\s*\d of 1 for sale/);
  page.http.verify();
});

test('nothing dipped is nothing to keep; who is at the screen sees their own', async () => {
  const page = await render(PracticePage);
  page.http.expectOne('/api/practices').flush([before(), before({ id: 'p2', by: workshop.people[0]!.id })]);
  await page.settle();
  expect(page.page.querySelectorAll('.kept li')).toHaveLength(2);
  choosePerson(workshop.people[0]!.id);
  await page.settle();
  expect(page.page.querySelectorAll('.kept li')).toHaveLength(1);
  expect(page.text()).toContain(`Practices of ${workshop.people[0]!.name}`);
  press(' ');
  await page.settle();
  await page.click('End the practice');
  page.http.verify();
});

test('what is refused is told, and does not hold up the next', async () => {
  const page = await render(PracticePage);
  page.http.expectOne('/api/practices').flush([]);
  const post = () => page.http.expectOne({ method: 'POST', url: '/api/practices' });
  await dipOne(page);
  await page.click('End the practice');
  const errors = [
    { pointer: '/coating', code: 'unknown-reference', params: { value: 'x', range: 'a coating' } },
  ];
  const problem = { code: 'invalid-input', title: 'x', status: 400, detail: '', params: {}, errors };
  post().flush(problem, { status: 400, statusText: 'Bad Request' });
  await page.settle();
  expect(page.text()).toContain('Not saved:');
  expect(page.text()).not.toContain('Try again');
  // the next one, from its beginning to its first berry
  await dipOne(page);
  await page.click('End the practice');
  const draft = post().request.body as PracticeDraft;
  expect(draft.pieces).toBe(1);
});

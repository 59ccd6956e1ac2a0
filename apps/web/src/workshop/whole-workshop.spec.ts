import { render } from '../testing/render';
import { workshop } from '../testing/small-workshop';
import { WholeWorkshop } from './parts/whole-workshop';

const nothing = { season: null, seasons: [], coatings: [], zones: [], bowls: [], people: [] };
const empty = { workshop: { ...workshop, ...nothing }, pieces: [] };

async function choose(page: Awaited<ReturnType<typeof render>>, content: string): Promise<void> {
  const input = page.page.querySelector<HTMLInputElement>('input[type=file]')!;
  const bytes = new TextEncoder().encode(content);
  const file = { name: 'shop.json', size: bytes.length, arrayBuffer: () => Promise.resolve(bytes) };
  Object.defineProperty(input, 'files', { value: [file], configurable: true });
  Object.defineProperty(input, 'value', { value: '', writable: true });
  input.dispatchEvent(new Event('change'));
  await new Promise((done) => setTimeout(done, 20));
  await page.settle();
}

describe('the whole workshop', () => {
  test('is taken out at any time, and loaded only where there is none', async () => {
    const page = await render(WholeWorkshop);
    expect(page.page.querySelector('a[download]')!.getAttribute('href')).toBe('/api/workshop-file');
    expect(page.page.querySelector('input')).toBeNull();
    expect(page.text()).toContain('can only be loaded into an empty installation');
  });

  test('that is loaded says what came, and the workshop is read anew', async () => {
    const page = await render(WholeWorkshop, empty);
    await choose(page, '{"format":"alnage-workshop/1"}');
    const asked = page.http.expectOne({ method: 'POST', url: '/api/workshop-file' });
    expect(asked.request.body).toEqual({ format: 'alnage-workshop/1' });
    asked.flush({ name: 'Skerry Dipworks', orders: 77, pieces: 8 });
    await page.settle();
    expect(page.text()).toContain('Skerry Dipworks is loaded: 8 pieces, 77 orders.');
  });

  test('that cannot be loaded says why, fault by fault', async () => {
    const page = await render(WholeWorkshop, empty);
    await choose(page, 'half a fi');
    page.http.expectNone('/api/workshop-file');
    expect(page.text()).toContain('Nothing was loaded. shop.json is not a JSON file.');
    await choose(page, '{}');
    const errors = Array.from({ length: 10 }, (_, i) => ({
      ...{ pointer: `/pieces/${i}/id`, code: 'twice', params: { value: 'berry' } },
    }));
    page.http
      .expectOne('/api/workshop-file')
      .flush({ code: 'invalid-input', params: {}, errors }, { status: 400, statusText: 'no' });
    await page.settle();
    expect(page.text()).toContain('pieces 0 id: berry is there twice.');
    expect(page.text()).toContain('and 2 faults more');
  });
});

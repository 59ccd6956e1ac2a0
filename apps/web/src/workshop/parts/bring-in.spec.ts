import type { ImportReport, OrderImport } from '@alnage/contract';
import { render } from '../../testing/render';
import { BringIn } from './bring-in';

const report: ImportReport = {
  columns: ['Who', 'When', 'What'],
  mapping: { customer: 0, day: null, time: null, point: null, what: 2, note: null },
  total: 3,
  fresh: 1,
  known: 1,
  faulty: 1,
  taken: 0,
  lines: [
    {
      line: 2,
      customer: 'A',
      pickup: '2026-06-20T10:00',
      point: 'The shop',
      what: '1 bag',
      isKnown: false,
      faults: [],
    },
    {
      line: 3,
      customer: 'B',
      pickup: '2026-06-20T10:00',
      point: 'The shop',
      what: '1 bag',
      isKnown: true,
      faults: [],
    },
    {
      line: 4,
      customer: 'C',
      pickup: '2026-06-20T10:00',
      point: 'The shop',
      what: '3 coals',
      isKnown: false,
      faults: [{ field: 'what', code: 'not-understood', params: { value: '3 coals' } }],
    },
  ],
};

async function choose(content: string | Uint8Array, name = 'orders.csv') {
  const page = await render(BringIn);
  const input = page.page.querySelector<HTMLInputElement>('input[type=file]')!;
  const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content;
  const file = { name, size: bytes.length, arrayBuffer: () => Promise.resolve(bytes) };
  Object.defineProperty(input, 'files', { value: [file] });
  input.dispatchEvent(new Event('change'));
  await new Promise((done) => setTimeout(done, 20));
  await page.settle();
  return page;
}

describe('a list that is brought in', () => {
  test('is looked at, line by line, and cannot be taken while one is at fault', async () => {
    const page = await choose('Who,When,What\nÄ,,1 bag');
    const asked = page.http.expectOne('/api/imports/orders');
    expect(asked.request.body).toEqual({ text: 'Who,When,What\nÄ,,1 bag', mapping: null, isWanted: false });
    asked.flush(report);
    await page.settle();
    expect(page.text()).toContain('3 lines: 1 to import, 1 already there, 1 with faults');
    expect(page.text()).toContain('“3 coals” is not understood.');
    const button = [...page.page.querySelectorAll('button')].find((each) =>
      each.textContent!.includes('Import 1'),
    )!;
    expect(button.disabled).toBe(true);
  });

  test('is asked for again with the columns that one says, and brought in', async () => {
    const page = await choose('Who,When,What\nA,,1 bag');
    page.http.expectOne('/api/imports/orders').flush({ ...report, faulty: 0 });
    await page.settle();
    await page.type('Day', '1');
    const mapped = page.http.expectOne('/api/imports/orders');
    expect((mapped.request.body as OrderImport).mapping).toMatchObject({ customer: 0, day: 1, what: 2 });
    mapped.flush({ ...report, faulty: 0 });
    await page.settle();
    await page.type('Their customers', 'told');
    await page.click('Import 1 order');
    const wanted = page.http.expectOne('/api/imports/orders');
    expect(wanted.request.body as OrderImport).toMatchObject({ isWanted: true, isTold: true });
    wanted.flush({ ...report, taken: 1 });
    await page.settle();
    expect(page.text()).toContain('1 order imported.');
    expect(page.page.querySelector('table')).toBeNull();
  });

  test('of what its customers must never have comes in once somebody answers for it', async () => {
    const page = await choose('Who,When,What\nA,,1 bag');
    const params = { customer: 'E. Halla', piece: 'dusk-berry', allergens: 'nuts' };
    const line = {
      ...report.lines[0]!,
      faults: [{ field: 'customer', code: 'may-not-be-for-customer', params }],
    };
    page.http.expectOne('/api/imports/orders').flush({ ...report, lines: [line] });
    await page.settle();
    const question = page.page.querySelector('[role=alertdialog]')!;
    expect(question.textContent).toContain('Dusk berry may contain nuts, which E. Halla must never have.');
    await page.type('Why it is right', 'She said so');
    await page.type('Your name', 'Runa');
    await page.click('Let them come in knowingly');
    const again = page.http.expectOne('/api/imports/orders');
    const despiteAllergy = { reason: 'She said so', name: 'Runa' };
    expect(again.request.body).toMatchObject({ isWanted: false, despiteAllergy });
    again.flush({ ...report, faulty: 0, lines: [report.lines[0]!] });
    await page.settle();
    expect(page.page.querySelector('[role=alertdialog]')).toBeNull();
    expect(page.text()).toContain('comes in all the same: She said so (Runa).');
  });

  test('in another encoding is not sent, and it is said what to do', async () => {
    const page = await choose(new Uint8Array([0x4b, 0xe4, 0x0a]), 'old.csv');
    page.http.expectNone('/api/imports/orders');
    expect(page.text()).toContain('old.csv is not in UTF-8. Save it as “CSV UTF-8” and choose it again.');
  });

  test('that the server cannot read is told with its line', async () => {
    const page = await choose('"Who');
    page.http.expectOne('/api/imports/orders').flush(
      {
        code: 'invalid-input',
        errors: [{ pointer: '/text', code: 'broken-list', params: { line: 1 } }],
        params: {},
      },
      { status: 400, statusText: 'no' },
    );
    await page.settle();
    expect(page.text()).toContain('The list breaks off in line 1');
  });
});

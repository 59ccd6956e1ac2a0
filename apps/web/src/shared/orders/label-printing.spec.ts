import type { PrintingView } from '@alnage/contract';
import { LiveActions } from '../../state/live.state';
import { render } from '../../testing/render';
import { LabelPrinting } from './label-printing';

type Label = PrintingView['labels'][number];
const label = (change: Partial<Label> = {}): Label => ({
  ...{ order: 'o1', ticket: 'M-0400', number: 1, of: 2, state: 'none', printedAt: null, label: null },
  ...change,
});
const ready = { name: 'Label printer', sheet: 'roll-62x100', trouble: null, isAway: false };
const view = (labels: readonly Label[], printer: Partial<typeof ready> | null = {}): PrintingView =>
  ({ printer: printer && { ...ready, ...printer }, labels: [...labels] }) as PrintingView;

async function shown(of: object, answer: PrintingView) {
  const page = await render(LabelPrinting, {}, { of });
  const told = async (next: PrintingView): Promise<void> => {
    page.http.expectOne(({ url }) => url === '/api/papers/printing').flush(next);
    await page.settle();
  };
  await told(answer);
  return { page, told };
}

describe('labels on the printer', () => {
  test('are printed all, or one again where it is printed', async () => {
    const { page } = await shown(
      { order: 'o1' },
      view([label({ state: 'printed', printedAt: '2026-06-18T08:32:00.000Z' }), label({ number: 2 })]),
    );
    expect(page.text()).toContain('1 of 2: printed Thu 18, 11:32');
    expect(page.text()).toContain('2 of 2: not printed');
    await page.click('Print the other 1 label on the printer');
    const [all] = page.http.match('/api/papers/printing');
    expect(all!.request.body).toEqual({ order: 'o1' });
    all!.flush(view([label({ state: 'printed' }), label({ number: 2, state: 'waits' })]));
    await page.settle();
    expect(page.text()).toContain('2 of 2: waits for the printer');
    await page.click('Print again: 1 of 2: printed');
    const [again] = page.http.match('/api/papers/printing');
    expect(again!.request.body).toEqual({ order: 'o1', number: 1, again: true });
  });

  test.each([
    [{ trouble: 'jam' as const }, 'is jammed: open it, take the label out, close it. 1 label waits for it.'],
    [{ trouble: 'out' as const }, 'is out of labels: put in a roll. 1 label waits for it.'],
    [{ isAway: true }, 'is not heard: is it switched on? 1 label waits for it.'],
  ])('that wait are told with what the printer lacks: %j', async (lacks, text) => {
    const { page, told } = await shown(
      { order: 'o1' },
      view([label({ state: 'waits' })], lacks as Partial<typeof ready>),
    );
    expect(page.text()).toContain(`Label printer ${text}`);
    await page.click('Do not print what waits');
    page.http.expectOne('/api/papers/printing/stop').flush(view([label()]));
    await page.settle();
    expect(page.text()).toContain('1 of 2: not printed');
    page.store.dispatch(LiveActions.labelsChanged());
    await told(view([label({ state: 'untrue', printedAt: '2026-06-18T08:32:00.000Z' })]));
    expect(page.text()).toContain('1 of 2: printed, and not true any more: take it off');
  });

  test('of a day are counted, and what is refused is told', async () => {
    const { page } = await shown(
      { day: '2026-06-19' },
      view([label(), label({ number: 2, state: 'printed' })]),
    );
    expect(page.text()).toContain('1 printed, 1 not printed');
    await page.click('Print the other 1 label on the printer');
    page.http
      .expectOne('/api/papers/printing')
      .flush({ code: 'label-too-small', params: {}, errors: [] }, { status: 409, statusText: 'Conflict' });
    await page.settle();
    expect(page.page.querySelector('[role=alert]')!.textContent).toContain('Choose a larger one');
  });

  test('are not spoken of where there is no printer', async () => {
    const { page } = await shown({ order: 'o1' }, view([label()], null));
    expect(page.text()).toBe('');
  });
});

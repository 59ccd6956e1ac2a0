import type { StopView } from '@alnage/contract';
import { render } from '../testing/render';
import { StopBar } from './stop-bar';

const stop: StopView = {
  ...{ id: 's1', origin: { lot: 'l1' }, reason: 'Shells in it', name: 'Runa', isPractice: false },
  ...{ at: '2026-06-18T08:00:00.000Z', by: 'runa', lifted: null },
};

test('what is stopped is told on every page, but not what was practised or let go', async () => {
  const page = await render(StopBar);
  expect(page.page.querySelector('[role=alert]')).toBeNull();
  page.http.expectOne('/api/stops').flush([
    stop,
    { ...stop, id: 's2', reason: 'Practised', isPractice: true },
    {
      ...stop,
      id: 's3',
      reason: 'Over',
      lifted: { at: stop.at, by: null, reason: 'It was right', name: 'Liv' },
    },
  ]);
  await page.settle();
  expect(page.text()).toMatch(/^\s*Stopped Shells in it\s*$/);
  expect(page.page.querySelector('a')!.getAttribute('href')).toBe('/ledger/recall?lot=l1');
});

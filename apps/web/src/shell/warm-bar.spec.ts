import type { KeepingNow } from '@alnage/contract';
import { render } from '../testing/render';
import { WarmBar } from './warm-bar';

const zone: KeepingNow['zones'][number] = {
  ...{ zone: 'fridge', setCelsius: 4, nowCelsius: 12.5, hasSensor: true },
  excursions: [
    // the small workshop's now is 11:32
    { kind: 'warm', from: '2026-06-18T07:05:00.000Z', until: '2026-06-18T08:30:00.000Z', celsius: 12.5 },
  ],
};

test('a zone that is too warm right now is told on every page, and what was is not', async () => {
  const page = await render(WarmBar, { keeping: { zones: [], batches: [] } });
  expect(page.page.querySelector('[role=alert]')).toBeNull();
  page.http.expectOne('/api/keeping').flush({ zones: [zone], batches: [] });
  await page.settle();
  expect(page.page.querySelector('[role=alert]')!.textContent).toMatch(
    /Fridge\s+too warm since 10:05, up to 12\.5 °C,\s+12\.5 °C now/,
  );
  expect(page.page.querySelector('a')!.getAttribute('href')).toBe('/counter/keeping');
  const { KeepingActions } = await import('../state/keeping.state');
  const past = { ...zone, excursions: [{ ...zone.excursions[0]!, until: '2026-06-18T07:30:00.000Z' }] };
  page.store.dispatch(KeepingActions.read({ keeping: { zones: [past], batches: [] } }));
  await page.settle();
  expect(page.page.querySelector('[role=alert]')).toBeNull();
});

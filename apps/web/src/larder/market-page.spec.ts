import { LarderActions } from '../state/larder.state';
import { larder } from '../testing/small-larder';
import { render } from '../testing/render';
import { workshop } from '../testing/small-workshop';
import { MarketPage } from './market-page';
import { marketStalls } from './market-rows';

describe('the market list', () => {
  const before = Date.parse('2026-06-18T09:00:00Z');

  test('is by supplier, with what is late told as such', () => {
    const [stall, ...none] = marketStalls(larder, workshop, before);
    expect(none).toEqual([]);
    expect(stall).toMatchObject({ supplier: 'Quay market', total: '€26.00' });
    expect(stall!.rows[0]).toMatchObject({
      packs: '4 × 25 pieces',
      amount: 100,
      by: 'Thu 18, 20:00',
      isLate: false,
    });
    const later = marketStalls(larder, workshop, Date.parse('2026-06-18T18:00:00Z'));
    expect(later[0]!.rows[0]!.isLate).toBe(true);
  });

  test('is ticked off: what is bought comes in as a lot, and can be taken back', async () => {
    const { click, http, page, settle, text, store } = await render(MarketPage, { larder });
    page.querySelector<HTMLElement>('button.tick')!.click();
    await settle();
    const asked = http.expectOne('/api/lots');
    expect(asked.request.body).toMatchObject({
      ...{ item: { kind: 'supply', id: 'strawberry' }, amount: 100, origin: 'delivery' },
      code: expect.stringMatching(/^bought /) as string,
    });
    asked.flush({ id: 'l9' });
    store.dispatch(LarderActions.read({ larder: { ...larder, needs: [] }, preparations: [] }));
    await settle();
    expect(text()).toContain('Nothing to buy: the larder covers the plan.');
    await click('Undo, Strawberry');
    http.expectOne({ url: '/api/lots/l9', method: 'DELETE' }).flush(null);
    await settle();
    expect(text()).not.toContain('Undo');
  });
});

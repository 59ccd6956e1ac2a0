import { TestBed } from '@angular/core/testing';
import type { LotDraft } from '@alnage/contract';
import { EllStore } from '../shared/ell/ell.store';
import { LarderActions } from '../state/larder.state';
import { piece } from '../testing/small-piece';
import { larder } from '../testing/small-larder';
import { press, render, type Rendered } from '../testing/render';
import { LarderPage } from './larder-page';

const open = (): Promise<Rendered<LarderPage>> => render(LarderPage, { larder });
const rows = (page: HTMLElement): string[] =>
  [...page.querySelectorAll('.needs tbody tr')].map((row) =>
    [...row.querySelectorAll('strong, small, td')]
      .map((cell) => cell.textContent!.replace(/\s+/g, ' ').trim())
      .filter((text) => text !== '')
      .join(' '),
  );
const margin = (page: HTMLElement): string => page.querySelector('aside')!.textContent!.replace(/\s+/g, ' ');

describe('the Larder place', () => {
  test('shows what is to be bought first, then what there is enough of, then what nobody uses', async () => {
    const { page, text } = await open();
    expect(text()).not.toContain('Nothing here is bought for');
    const [berries, dark, cream] = rows(page);
    expect(berries).toMatch(/^Strawberry fruit 20 110 4 × 25 pieces Thu 18, 20:00 €26\.00$/);
    expect(dark).toMatch(/^Dark 64 coating 5\.00 kg 1\.30 kg enough$/);
    expect(cream).toMatch(/^Cream dairy 0 g – not used$/);
    expect(text()).toContain('1 to buy, €26.00');
    expect(text()).toContain('against plan 3, made Thu 18, 08:00, published');
  });

  test('says for what nothing is bought', async () => {
    const page = await render(LarderPage, { larder, pieces: [{ ...piece, supplies: [] }] });
    expect(page.text()).toContain('Nothing here is bought for Dusk berry');
  });

  test('answers why so much, and the rows add up', async () => {
    const { page } = await open();
    const why = margin(page);
    expect(why).toContain('for 104 dusk berry104');
    expect(why).toContain('to spare, so that it is enough 90% of the time6');
    expect(why).toContain('needed110');
    expect(why).toContain('in stock−20');
    expect(why).toContain('short of90');
    expect(why).toContain('with 10% that is sorted out100');
    expect(why).toContain('4 × 25 pieces by Thu 18, 20:00, used Fri 19, 08:00');
    expect(why).toContain('One pack of 25 pieces fewer saves €6.50; 4 chances in 10 that it runs short.');
    expect(why).toContain('One pack of 25 pieces more costs €6.50; it is almost certain to be enough.');
    expect(why).toContain('What is in stock lasts until Fri 19, 08:00.');
    expect(why).toContain('out of date since Tue 16 Jun');
  });

  test('goes through its rows by keys, and finds one', async () => {
    const { page, settle, type } = await open();
    press('ArrowDown');
    await settle();
    expect(margin(page)).toContain('on 104 dusk berry650 g');
    expect(margin(page)).toContain('tail in Bowl A, 1 melt550 g');
    expect(margin(page)).toContain('or 32 bark of 30 g with 320 g of nuts, crumb or fruit');
    await type('Find', 'cream');
    expect(rows(page)).toHaveLength(1);
  });

  test('leaves out what is not asked for', async () => {
    const { page, click, settle } = await open();
    await click('To buy');
    expect(rows(page)).toHaveLength(1);
    await click('What the plan uses');
    expect(rows(page)).toHaveLength(2);
    TestBed.inject(EllStore).pick(0, 0);
    await settle();
    expect(rows(page)).toEqual([expect.stringContaining('Strawberry')]);
  });

  test('takes in what was bought, with what was to be bought filled in', async () => {
    const { click, type, http, page, settle } = await open();
    await click('Add stock');
    await click('Add it');
    expect(margin(page)).toContain('Give a name.');
    await type('Lot, as the packet says', 'E 12');
    await click('Add it');
    const asked = http.expectOne('/api/lots');
    expect(asked.request.body).toEqual({
      ...{ item: { kind: 'supply', id: 'strawberry' }, amount: 100, code: 'E 12', bestBefore: null },
      ...{ origin: 'delivery', allergens: [], note: '' },
    } satisfies LotDraft);
    asked.flush(
      {
        code: 'invalid-input',
        errors: [
          { pointer: '/bestBefore', code: 'in-past', params: { value: '2026-06-01', now: '2026-06-18' } },
        ],
        params: {},
      },
      { status: 400, statusText: 'Bad' },
    );
    await settle();
    expect(margin(page)).toContain('2026-06-01 has passed: today is 2026-06-18.');
    await click('Add it');
    http.expectOne('/api/lots').flush({ id: 'new' });
    await settle();
    expect(page.querySelector('al-lot-form')).toBeNull();
  });

  test('counts a lot with a reason, and tells what was done to it', async () => {
    const { click, type, http, page, settle } = await open();
    press('ArrowDown');
    await settle();
    await click('Count or take out');
    expect(margin(page)).toContain('+5.00 kg came in, Mon 15, 07:00, Runa');
    expect(margin(page)).toContain('−640 g used, Tue 16, 09:10: Batch b7');
    await type('How much', '9000');
    await type('Why', 'weighed');
    await click('Save');
    const asked = http.expectOne('/api/lots/l1/moves');
    expect(asked.request.body).toEqual({ kind: 'counted', amount: 9000, reason: 'weighed' });
    asked.flush(
      {
        code: 'invalid-input',
        errors: [
          { pointer: '/amount', code: 'more-than-there', params: { value: 9000, limit: 4360, unit: 'g' } },
        ],
        params: {},
      },
      { status: 400, statusText: 'Bad' },
    );
    await settle();
    expect(margin(page)).toContain('9000 g is more than there is: 4360 g.');
  });

  test('counts by packs as well as by the scale', async () => {
    const { click, type, http, settle, field } = await open();
    press('ArrowDown');
    await settle();
    await click('Count or take out');
    await type('Counted', '5000');
    // 4,360 g are so many packs of 5 kg
    expect(field('How much').value).toBe('0.872');
    await type('How much', '1');
    await type('Why', 'a whole pack');
    await click('Save');
    const asked = http.expectOne('/api/lots/l1/moves');
    expect(asked.request.body).toEqual({ kind: 'counted', amount: 5000, reason: 'a whole pack' });
  });

  test('opens a packet, and takes back what was written by mistake', async () => {
    const { click, http, settle, page } = await open();
    press('ArrowDown');
    await settle();
    await click('Opened');
    expect(http.expectOne('/api/lots/l1/opened').request.body).toEqual({ isOpen: true });
    // only a lot that nothing was done to
    expect(
      [...page.querySelectorAll('button')].filter((b) => b.textContent!.includes('mistake')),
    ).toHaveLength(1);
    await click('Entered by mistake');
    expect(http.expectNone('/api/lots/l2')).toBeUndefined();
  });

  test('says what it waits for, and what went wrong', async () => {
    const page = await render(LarderPage);
    expect(page.text()).toContain('Loading the larder …');
    page.store.dispatch(
      LarderActions.read({ larder: { plan: null, needs: [], lots: [] }, preparations: [] }),
    );
    await page.settle();
    expect(page.text()).toContain('Nothing is planned yet, so nothing is needed.');
  });
});

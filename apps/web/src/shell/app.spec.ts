import { figures } from '../testing/small-season';
import { piece } from '../testing/small-piece';
import { workshop } from '../testing/small-workshop';
import { press, render } from '../testing/render';
import { SeasonActions } from '../state/season.state';
import { LiveActions } from '../state/live.state';
import { WorkshopActions } from '../state/workshop.state';
import { App } from './app';

describe('the frame', () => {
  test('shows the places that are built, the workshop and its clock', async () => {
    const page = await render(App);
    expect([...page.page.querySelectorAll('nav a')].map((link) => link.textContent)).toEqual([
      'Season',
      'Orders',
      'Pieces',
      'Larder',
      'Plan',
      'Bench',
      'Counter',
      'Ledger',
      'Practice',
    ]);
    expect(page.text()).toContain('Skerry Dipworks');
    expect(page.page.querySelector('.time')!.textContent).toMatch(/^Thu 18, 11:3\d$/);
    expect(page.page.querySelectorAll('.day')).toHaveLength(2);
  });

  test('says what an empty workshop needs', async () => {
    const nothing = { season: null, seasons: [], bowls: [], zones: [], people: [], coatings: [] };
    const empty = { ...workshop, ...nothing, pickupPoints: [], isDemo: false };
    const page = await render(App, { workshop: empty });
    expect(page.text()).toContain('Nothing is set up yet');
    expect(page.page.querySelectorAll('li')).toHaveLength(9);
    expect(page.page.querySelector('main a.mdc-button')!.textContent).toContain('Begin: The shop');
    expect(page.page.querySelector('.next')).toBeNull();
  });

  test('leads on from step to step until the first order is promised', async () => {
    const page = await render(App, { workshop: { ...workshop, bowls: [], isDemo: false } });
    const next = () => page.page.querySelector('.next')?.textContent?.replace(/\s+/g, ' ') ?? '';
    const ordered = async (orders: number) => {
      page.store.dispatch(SeasonActions.read({ figures: { ...figures(), orders } }));
      await page.settle();
    };
    await ordered(0);
    expect(next()).toContain('Setting up: 6 of 9 done. Next: The shop');
    const details = { ...workshop.details, version: 2 };
    page.store.dispatch(
      WorkshopActions.read({ workshop: { ...workshop, details, isDemo: false }, pieces: [piece] }),
    );
    await page.settle();
    expect(next()).toContain('Next: The first order');
    await ordered(1);
    expect(next()).toBe('');
  });

  test('tells nobody to take a first order while it is not read whether there are any', async () => {
    const details = { ...workshop.details, version: 2 };
    const page = await render(App, { workshop: { ...workshop, details, isDemo: false } });
    expect(page.page.querySelector('.next')).toBeNull();
  });

  test('tells of a lost connection until it is back', async () => {
    const page = await render(App);
    page.store.dispatch(LiveActions.connectionLost());
    await page.settle();
    expect(page.text()).toContain('no connection');
    page.store.dispatch(LiveActions.connectionBack());
    await page.settle();
    expect(page.text()).not.toContain('no connection');
  });

  test('tells of trouble with what to do', async () => {
    const page = await render(App);
    page.store.dispatch(WorkshopActions.readFailed({ trouble: { code: 'no-connection', errors: [] } }));
    await page.settle();
    expect(page.page.querySelector('[role=alert]')!.textContent).toContain('try again when it is back');
  });

  test('picks a day on the ruler by click and by arrow keys, and lets go on Escape', async () => {
    const page = await render(App);
    const days = [...page.page.querySelectorAll<HTMLButtonElement>('.day')];
    const picked = (): boolean[] => days.map((day) => day.getAttribute('aria-pressed') === 'true');
    days[0]!.click();
    await page.settle();
    expect(picked()).toEqual([true, false]);
    days[0]!.dispatchEvent(
      new KeyboardEvent('keydown', { key: 'ArrowRight', shiftKey: true, bubbles: true }),
    );
    await page.settle();
    expect(picked()).toEqual([true, true]);
    press('Escape');
    await page.settle();
    expect(picked()).toEqual([false, false]);
  });

  test('folds the ruler to a strip', async () => {
    const page = await render(App);
    await page.click('Fold the ruler');
    expect(page.page.querySelector('.ell.folded')).not.toBeNull();
    await page.click('Unfold the ruler');
    expect(page.page.querySelector('.ell.folded')).toBeNull();
  });
});

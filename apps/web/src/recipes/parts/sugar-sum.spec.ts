import { TestBed } from '@angular/core/testing';
import type { Device } from '@alnage/contract';
import { BenchActions } from '../../state/bench.state';
import { render } from '../../testing/render';
import { SumsPage } from '../sums-page';

// no pot was left boiling
beforeEach(() => localStorage.clear());

describe('the sums', () => {
  test('of sugar go by where the kitchen lies, and by the pot', async () => {
    const page = await render(SumsPage);
    expect(page.text()).toContain('hard crack146 °C to 154 °C');
    await page.type('Above the sea', '1500');
    expect(page.text()).toContain('hard crack141 °C to 149 °C');
    await page.type('The pot is at, now', '119');
    await page.click('Note it');
    expect(page.text()).toContain('Note it again in half a minute, and the pace is known.');
    await page.type('The pot is at, now', '145');
    await page.click('Note it');
    expect(page.text()).toContain('hard crack is there: take it off the heat.');
  });

  test('of sugar are wanted at temperatures of the recipe in turn, each with what goes in, and last', async () => {
    const page = await render(SumsPage);
    await page.type('Above the sea', '900');
    await page.type('Wanted', 'own');
    await page.type('Of the recipe', '140');
    await page.type('Then', 'honey in');
    await page.click('Add a temperature');
    await page.type('Then to', '150');
    await page.type('The pot is at, now', '120');
    await page.click('Note it');
    expect(page.text()).not.toContain('Done, go on to');
    await page.type('The pot is at, now', '137.5');
    await page.click('Note it');
    // 900 m: water boils 3 K lower
    expect(page.text()).toContain('137 °C is there: honey in.');
    await page.click('Done, go on to 147 °C');
    expect(page.text()).not.toContain('honey in.');
    await page.type('The pot is at, now', '131');
    await page.click('Note it');

    // somebody looks elsewhere, and comes back
    TestBed.resetTestingModule();
    const again = await render(SumsPage);
    await again.type('The pot is at, now', '152');
    await again.click('Note it');
    expect(again.text()).toMatch(/Too far for 147 °C, 147 °C to 149 °C: the pot is 3 °C over/);
    await again.click('Another pot');
    expect(again.text()).not.toContain('Too far for');
  });

  test.each([
    [
      'soft-ball',
      '117',
      'Too far for soft ball, 112 °C to 116 °C: the pot is 1 °C over, past soft ball, before firm ball now.',
    ],
    [
      'firm-ball',
      '156',
      'Too far for firm ball, 118 °C to 121 °C: the pot is 35 °C over, past hard crack, before caramel now.',
    ],
    ['soft-ball', '122', 'the pot is 6 °C over, at hard ball now.'],
    ['firm-ball', '200', 'past caramel, and burning.'],
  ])('of sugar say that it is let go too far: %s at %s °C', async (wanted, celsius, told) => {
    const page = await render(SumsPage);
    await page.type('Wanted', wanted);
    await page.type('The pot is at, now', celsius);
    await page.click('Note it');
    expect(page.text()).toContain(told);
    expect(page.text()).not.toContain('is there: take it off');
  });

  test('of sugar are read by the probe of the pots, each reading once', async () => {
    const probe = (value: number, at: string): Device => ({
      ...{ id: 'p', name: 'Long probe', kind: 'probe', bowl: null, isSimulated: false, lastHeardAt: at },
      last: [{ kind: 'celsius', value, at }],
    });
    const page = await render(SumsPage, { devices: [probe(120, '2026-06-18T08:00:00.000Z')] });
    await page.type('Read by', 'p');
    expect(page.text()).toContain('120 °C');
    const says = async (value: number, at: string): Promise<void> => {
      page.store.dispatch(BenchActions.devicesRead({ devices: [probe(value, at)] }));
      await page.settle();
    };
    await says(124, '2026-06-18T08:02:00.000Z');
    await says(124, '2026-06-18T08:02:00.000Z');
    // 2 K a minute, 22 K to 146 °C
    expect(page.text()).toContain('hard crack in about 11 min at this pace');
    await says(147, '2026-06-18T08:14:00.000Z');
    expect(page.text()).toContain('hard crack is there: take it off the heat.');
    await page.type('Read by', '');
    expect(page.text()).toContain('The pot is at, now');
    expect(page.text()).not.toContain('take it off the heat.');
  });
});

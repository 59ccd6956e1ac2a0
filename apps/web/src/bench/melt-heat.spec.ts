import { TestBed } from '@angular/core/testing';
import { Outbox } from '../shared/bench/outbox';
import { WorkshopActions } from '../state/workshop.state';
import { press, render } from '../testing/render';
import { bench, devices } from '../testing/small-bench';
import { piece } from '../testing/small-piece';
import { workshop } from '../testing/small-workshop';
import { BenchPage } from './bench-page';

describe('a melt', () => {
  test('says how its bowl is melted by what warms it, and what can go wrong with that', async () => {
    localStorage.clear();
    const page = await render(BenchPage, { bench, devices });
    expect(page.page.querySelector('[aria-label="How it is melted"]')).toBeNull();
    press(' ');
    await TestBed.inject(Outbox).settled();
    await page.settle();
    expect(page.text()).toContain('off the steam while about 33% is still solid');
    expect(page.text()).toContain('Steam burns');
    const [bowl] = workshop.bowls;
    page.store.dispatch(
      WorkshopActions.read({
        workshop: { ...workshop, bowls: [{ ...bowl!, heat: 'microwave' }] },
        pieces: [piece],
      }),
    );
    await page.settle();
    // a quarter of 3 kg would take more than half a minute: no burst is longer
    expect(page.text()).toContain('at half power: 30 s, then stir for as long');
    expect(page.text()).toContain('It scorches in the middle');
    for (const [heat, told] of [
      ['warm-water', 'Water of 50 °C and no warmer'],
      ['melter', 'Set it to 47.5 °C'],
    ] as const) {
      page.store.dispatch(
        WorkshopActions.read({ workshop: { ...workshop, bowls: [{ ...bowl!, heat }] }, pieces: [piece] }),
      );
      await page.settle();
      expect(page.text()).toContain(told);
    }
  });
});

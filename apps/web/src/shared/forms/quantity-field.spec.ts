import { ChangeDetectionStrategy, Component } from '@angular/core';
import { render } from '../../testing/render';
import { chooseUnits, FIRST_UNITS } from '../units/units';
import { NumberControl } from './number-control';
import { QuantityField } from './quantity-field';

const control = new NumberControl(18, { min: 5, max: 60 });

@Component({
  imports: [QuantityField],
  template: `<al-quantity label="One weighs" quantity="mass" [control]="control" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Host {
  protected readonly control = control;
}

describe('a field with a unit', () => {
  const field = (page: HTMLElement) => page.querySelector('input')!;
  beforeEach(() => control.reset(18));
  afterEach(() => chooseUnits(FIRST_UNITS));

  test('switched between units a hundred times keeps what is stored to the last bit', async () => {
    const { page, settle } = await render(Host);
    for (let i = 0; i < 100; i++) {
      chooseUnits({ mass: i % 2 ? 'g' : 'oz' });
      await settle();
    }
    expect(field(page).value).toBe('18');
    expect(control.value).toBe(18);
    chooseUnits({ mass: 'oz' });
    await settle();
    expect(field(page).value).toBe('0.6349');
    expect(page.textContent).toContain('oz');
    expect(control.value).toBe(18);
  });

  test('takes what is typed in the unit shown, and leaves what is being typed alone', async () => {
    const { page, settle, type } = await render(Host);
    await type('One weighs', '20.');
    expect(control.value).toBe(20);
    expect(field(page).value).toBe('20.');
    chooseUnits({ mass: 'oz' });
    await settle();
    await type('One weighs', '1');
    expect(control.value).toBeCloseTo(28.3495, 4);
  });

  test.each([
    ['900', '900 will not do: 5 to 60 g.'],
    ['many', 'many will not do: 5 to 60 g.'],
    ['', 'Give 5 to 60 g.'],
  ])('refuses %j with value and range, and stores nothing in its place', async (typed, text) => {
    const page = await render(Host);
    await page.type('One weighs', typed);
    expect(page.text()).toContain(text);
    expect(control.invalid).toBe(true);
    expect(field(page.page).getAttribute('aria-invalid')).toBe('true');
  });

  test('follows the form when it is filled anew', async () => {
    const { page, settle } = await render(Host);
    control.setValue(25);
    await settle();
    expect(field(page).value).toBe('25');
  });
});

test('a whole number is asked for where there is one', () => {
  const whole = new NumberControl(1.5, { min: 1, max: 10, isInteger: true });
  expect(whole.errors).toEqual({ whole: true });
  whole.setBound({ min: 1, max: 10 });
  expect(whole.errors).toBeNull();
  expect(new NumberControl(null, { min: 0, max: 1 }, { isOptional: true }).valid).toBe(true);
});

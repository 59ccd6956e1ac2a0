import { press, render } from '../testing/render';
import { PracticePage } from './practice-page';

test('the place leads from the beginning by Space, step by step, to what became of the coats', async () => {
  const { text, click, settle } = await render(PracticePage);
  expect(text()).toContain('2.00 kg in a plain bowl');
  press(' ');
  await settle();
  expect(text()).toMatch(/Melt it out to 45 °C/);
  await click('On the heat');
  expect(text()).toContain('Off the heat');
  press(' ');
  await settle();
  expect(text()).toContain('The seed is in, and smooth');
  await click('Enough');
  expect(text()).toMatch(/What became of the coats.*For sale0 of 0/);
  await click('Once more Space').catch(() => click('Once moreSpace'));
  expect(text()).toContain('It is melted');
});

test('what was tapped lets Space go, who came by keyboard keeps it', async () => {
  const { page, settle } = await render(PracticePage);
  press(' ');
  await settle();
  const heat = [...page.querySelectorAll('button')].find((each) => each.textContent.includes('On the heat'))!;
  document.body.append(page);
  heat.focus();
  heat.dispatchEvent(new MouseEvent('click', { bubbles: true, detail: 0 }));
  expect(document.activeElement).toBe(heat);
  heat.dispatchEvent(new MouseEvent('click', { bubbles: true, detail: 1 }));
  expect(document.activeElement).not.toBe(heat);
});

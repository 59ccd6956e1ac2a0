import { render } from '../testing/render';
import { SimulatedTerminal } from './parts/simulated-terminal';

const TERMINAL = '/api/simulated/terminal';

test('how the simulated terminal answers is chosen, and told as the server has it', async () => {
  const page = await render(SimulatedTerminal);
  page.http.expectOne(TERMINAL).flush({ manner: 'takes' });
  await page.settle();
  expect(page.field('The terminal').value).toBe('takes');
  await page.type('The terminal', 'silent');
  const put = page.http.expectOne({ method: 'PUT', url: TERMINAL });
  expect(put.request.body).toEqual({ manner: 'silent' });
  put.flush({ manner: 'silent' });
  await page.settle();
  expect(page.field('The terminal').value).toBe('silent');
  await page.type('The terminal', 'takes');
  page.http.expectOne({ method: 'PUT', url: TERMINAL }).error(new ProgressEvent('error'));
  await page.settle();
  expect(page.page.querySelector('[role="alert"]')!.textContent).toContain('The server does not answer');
});

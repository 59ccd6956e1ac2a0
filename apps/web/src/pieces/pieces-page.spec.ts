import { press, render } from '../testing/render';
import { PiecesPage } from './pieces-page';

describe('the Pieces place', () => {
  test('shows what the first piece carries, where it sits, and its route', async () => {
    const page = await render(PiecesPage);
    expect(page.page.querySelector('.big')!.textContent).toContain('6.2');
    const cells = [...page.page.querySelectorAll('[aria-label="Where the coating sits"] td')].map((td) =>
      Number.parseFloat(td.textContent!),
    );
    expect(cells.reduce((sum, each) => sum + each, 0)).toBeCloseTo(6.25, 1);
    expect(page.text()).toContain('film, 1.12 mm on 24.7 cm²');
    expect(page.text()).toContain('nine of ten single pieces carry 3.0 to 12.9 g');
    expect(page.page.querySelectorAll('[aria-label="Route"] tbody tr')).toHaveLength(3);
  });

  test('draws the section with its dip line, coat and foot', async () => {
    const page = await render(PiecesPage);
    const drawing = page.page.querySelector('al-piece-section svg')!;
    expect(drawing.getAttribute('aria-label')).toBe('Dusk berry cut through: 32 mm, coat 1.77 mm');
    for (const text of ['68% covered', '1.77 mm', '0.7 g', '32 mm', '38 mm'])
      expect(drawing.textContent).toContain(text);
    expect(drawing.innerHTML).not.toContain('NaN');
  });

  test('tells whose rule a hold is', async () => {
    const page = await render(PiecesPage);
    const margin = page.page.querySelector('aside')!.textContent!;
    expect(margin).toContain('24 h to pickup');
    expect(margin).toContain('the shop’s own rules');
    expect(margin).toContain('Contains soya');
  });

  test('answers what to melt as one types', async () => {
    const page = await render(PiecesPage);
    await page.type('Good pieces', '420');
    expect(page.text()).toContain('on the pieces2.62 kg');
    await page.type('Good pieces', 'many');
    expect(page.text()).toContain('Pieces: give a whole number in 1..100000.');
    await page.type('Good pieces', '');
    expect(page.text()).toContain('Pieces: give a whole number');
  });

  test('stays on the last piece when arrows go further', async () => {
    const page = await render(PiecesPage);
    press('ArrowDown');
    await page.settle();
    expect(page.page.querySelector('[aria-current]')!.textContent).toContain('Dusk berry');
  });
});

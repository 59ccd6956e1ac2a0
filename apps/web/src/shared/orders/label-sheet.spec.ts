import { LABEL_SHEETS } from '@alnage/core/papers';
import { render } from '../../testing/render';
import { LabelSheetChoice, sheetText, sizeText } from './label-sheet';

describe('the labels of an order', () => {
  beforeEach(() => localStorage.clear());

  test('are printed on the sheet that lies in this device’s printer, which is remembered', async () => {
    const page = await render(LabelSheetChoice, {}, { of: { order: 'o1' }, name: 'Labels' });
    const link = page.page.querySelector('a')!;
    expect(link.getAttribute('href')).toBe('/api/papers/labels.pdf?order=o1&sheet=a4-8');
    const sheet = page.field('Labels');
    sheet.value = 'roll-62x100';
    sheet.dispatchEvent(new Event('change'));
    await page.settle();
    expect(link.getAttribute('href')).toBe('/api/papers/labels.pdf?order=o1&sheet=roll-62x100');
    expect(localStorage.getItem('alnage.label-sheet')).toBe('roll-62x100');
  });

  test('are told by how many of which size', () => {
    expect(LABEL_SHEETS.map(sheetText).slice(0, 3)).toEqual(['8 on A4', '14 on A4', '6 on Letter']);
    expect(LABEL_SHEETS.map(sheetText)).toContain('roll, 150 mm');
    expect(sizeText(LABEL_SHEETS[0]!)).toBe('Each 99.1 mm by 67.7 mm.');
  });
});

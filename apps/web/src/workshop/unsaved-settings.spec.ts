import { MatDialog } from '@angular/material/dialog';
import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { render } from '../testing/render';
import { WorkshopPage } from './workshop-page';
import { Unsaved } from '../shared/forms/unsaved';

const asked: string[] = [];
let answer: boolean | undefined;

/** A section of the workshop in which leaving is answered as the test says. */
async function open() {
  asked.length = 0;
  const page = await render(WorkshopPage, {}, { section: 'bowls' });
  vi.spyOn(TestBed.inject(MatDialog), 'open').mockImplementation(((
    _dialog: unknown,
    { data }: { data: string },
  ) => {
    asked.push(data);
    return { afterClosed: () => of(answer) };
  }) as never);
  return page;
}

describe('what is typed and not saved', () => {
  test('is asked about before another record is opened, and stays where somebody stays', async () => {
    const page = await open();
    const name = page.field('Name').value;
    await page.type('Name', 'Kettle');
    answer = undefined;
    await page.click('New bowl');
    await vi.waitFor(() => expect(asked).toEqual([name]));
    expect(page.field('Name').value).toBe('Kettle');
    answer = true;
    await page.click('New bowl');
    await vi.waitFor(() => expect(asked).toHaveLength(2));
    await page.settle();
    expect(page.field('Name').value).toBe('');
  });

  test('is not asked about once it was thrown away, nor where nothing was typed', async () => {
    const page = await open();
    await page.type('Name', 'Kettle');
    await page.click('Cancel');
    expect(await TestBed.inject(Unsaved).canLeave()).toBe(true);
    await page.click('New bowl');
    expect(asked).toEqual([]);
  });

  test('holds the window from being closed', async () => {
    const page = await open();
    const closing = (): boolean => {
      const event = new Event('beforeunload', { cancelable: true });
      window.dispatchEvent(event);
      return event.defaultPrevented;
    };
    expect(closing()).toBe(false);
    await page.type('Name', 'Kettle');
    expect(closing()).toBe(true);
    page.fixture.destroy();
    expect(closing()).toBe(false);
  });
});

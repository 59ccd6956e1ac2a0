import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { FormGroup } from '@angular/forms';
import type { Versioned } from '../../state/records-api';
import { render } from '../../testing/render';
import { FieldErrors } from './field-errors';
import { NumberControl } from './number-control';
import { QuantityField } from './quantity-field';
import { RecordEditor } from './record-editor';
import { RecordForm } from './record-form';
import { nameControl, TextField } from './text-field';

type Shelf = Versioned & { readonly trays: number };
type ShelfForm = ReturnType<typeof shelfForm>;

function shelfForm({ name = '', trays = 12 }: Partial<Shelf> = {}) {
  return new FormGroup({ name: nameControl(name), trays: new NumberControl(trays, { min: 0, max: 50 }) });
}

const SHELVES: readonly Shelf[] = [
  { id: 'low', name: 'Low shelf', version: 3, trays: 8 },
  { id: 'high', name: 'High shelf', version: 1, trays: 6 },
];

@Component({
  imports: [QuantityField, RecordEditor, TextField],
  template: `
    @if (record.form(); as form) {
      <al-record-editor [record]="record">
        <al-text [control]="form.controls.name" at="/name" />
        <al-quantity label="Room for" unit="trays" [control]="form.controls.trays" at="/trays" />
      </al-record-editor>
    }
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Host {
  readonly id = signal<string | null>('low');
  readonly shelves = signal(SHELVES);
  readonly isHeld = signal(false);
  readonly done: (string | null)[] = [];
  readonly record = new RecordForm<Shelf, ShelfForm, { name: string; trays: number }>(
    {
      path: 'zones',
      thing: 'shelf',
      records: this.shelves,
      form: shelfForm,
      draftOf: ({ controls }) => ({ name: controls.name.value, trays: controls.trays.number }),
      done: (id) => this.done.push(id),
      isHeld: () => this.isHeld(),
    },
    this.id,
  );
}

async function open(id: string | null = 'low') {
  const page = await render(Host);
  page.fixture.componentInstance.id.set(id);
  await page.settle();
  return { ...page, host: page.fixture.componentInstance };
}

const buttons = (page: HTMLElement): string[] =>
  [...page.querySelectorAll('button')].map((button) => button.textContent!.trim());

describe('a record being typed', () => {
  test('is called by its name, or new, and only what is kept can be removed', async () => {
    const page = await open();
    expect(page.page.querySelector('h2')!.textContent).toBe('Change Low shelf');
    expect(buttons(page.page)).toEqual(['Remove', 'Cancel', 'Save the shelf']);
    page.host.id.set(null);
    await page.settle();
    expect(page.page.querySelector('h2')!.textContent).toBe('New shelf');
    expect(buttons(page.page)).toEqual(['Cancel', 'Save the shelf']);
  });

  test('is left alone when somebody else changes it, and filled anew when another is chosen', async () => {
    const page = await open();
    await page.type('Room for', '9');
    page.host.shelves.set([{ ...SHELVES[0]!, version: 4, trays: 30 }, SHELVES[1]!]);
    await page.settle();
    expect(page.field('Room for').value).toBe('9');
    page.host.id.set('high');
    await page.settle();
    expect(page.field('Room for').value).toBe('6');
  });

  test('goes against the version that was seen; theirs, once shown, is what it then replaces', async () => {
    const page = await open();
    await page.type('Room for', '9');
    page.host.shelves.set([{ ...SHELVES[0]!, version: 4, trays: 30 }, SHELVES[1]!]);
    await page.settle();
    await page.click('Save the shelf');
    const request = page.http.expectOne('/api/zones/low');
    expect(request.request.body).toEqual({ name: 'Low shelf', trays: 9, version: 3 });
    const current = { ...SHELVES[0]!, version: 4, trays: 30 };
    request.flush(
      { code: 'record-changed', errors: [], params: { current } },
      { status: 409, statusText: 'x' },
    );
    await page.settle();
    expect(page.text()).toContain('trays309');
    await page.click('Save the shelf');
    expect(page.http.expectOne('/api/zones/low').request.body).toMatchObject({ trays: 9, version: 4 });
  });

  test('that will not do is not sent; the first field at fault is gone to', async () => {
    const page = await open();
    document.body.append(page.page);
    await page.type('Name', ' ');
    await page.type('Room for', '51');
    await page.click('Save the shelf');
    page.http.expectNone('/api/zones/low');
    expect(document.activeElement).toBe(page.field('Name'));
  });

  test('is held back by what is wrong beside its fields', async () => {
    const page = await open();
    page.host.isHeld.set(true);
    await page.click('Save the shelf');
    page.http.expectNone('/api/zones/low');
  });

  test('left is filled with what is kept, and no refusal stays', async () => {
    const page = await open();
    await page.type('Room for', '9');
    await page.click('Save the shelf');
    page.http
      .expectOne('/api/zones/low')
      .flush(
        { code: 'in-use', errors: [], params: { name: 'Low shelf', by: ['Dusk berry'] } },
        { status: 409, statusText: 'x' },
      );
    await page.settle();
    expect(page.text()).toContain('Low shelf is still needed by Dusk berry');
    await page.click('Cancel');
    expect(page.field('Room for').value).toBe('8');
    expect(page.text()).not.toContain('still needed');
  });

  test('is removed only after it was asked twice, and says when it is done', async () => {
    const page = await open();
    await page.click('Remove');
    page.http.expectNone('/api/zones/low');
    await page.click('Remove it');
    page.http.expectOne({ method: 'DELETE', url: '/api/zones/low' }).flush(null);
    await page.settle();
    expect(page.host.done).toEqual([null]);
  });
});

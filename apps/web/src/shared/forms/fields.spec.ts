import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormArray, FormControl, FormGroup, Validators } from '@angular/forms';
import type { Trouble } from '../../state/problem';
import { render } from '../../testing/render';
import { ChoiceField, choicesOf } from './choice-field';
import { controlState, liveControls } from './control-state';
import { FieldErrors } from './field-errors';
import { RowsField, RowTemplate } from './rows-field';
import { nameControl, textControl, TextField, timeControl } from './text-field';

const flavourForm = (flavour = '') =>
  new FormGroup({
    flavour: new FormControl(flavour, { nonNullable: true, validators: [Validators.required] }),
  });
const form = new FormGroup({
  name: nameControl(''),
  note: textControl('', 5),
  at: timeControl('9.30'),
  rows: new FormArray([flavourForm('salt')]),
});
const trouble = signal<Trouble | null>(null);
const FLAVOURS = choicesOf({ salt: 'with salt', rye: 'with rye' });

@Component({
  imports: [ChoiceField, RowsField, RowTemplate, TextField],
  template: `
    <al-text label="Name" [control]="form.controls.name" at="/name" />
    <al-text label="Note" [control]="form.controls.note" />
    <al-text label="At" wanted="Give a time." [control]="form.controls.at" />
    <al-choice label="Kind" [value]="kind()" [choices]="flavours" (chosen)="kind.set($event)" />
    <al-rows
      legend="Kinds"
      thing="kind"
      [least]="1"
      [most]="3"
      (added)="form.controls.rows.push(flavourForm())"
    >
      <ng-template [alRow]="form.controls.rows" let-row let-index="index">
        @if (isShown()) {
          <al-choice
            [label]="'Flavour ' + (index + 1)"
            wanted="Choose a flavour."
            [control]="row.controls.flavour"
            [choices]="flavours"
            [at]="'/rows/' + index + '/flavour'"
          />
        }
      </ng-template>
    </al-rows>
    <p class="rest">
      @for (text of errors.others(); track text) {
        {{ text }}
      }
    </p>
    <p class="live">{{ live()?.name?.value }} {{ state()?.errors ? 'wrong' : 'well' }}</p>
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Host {
  protected readonly form = form;
  protected readonly flavours = FLAVOURS;
  protected readonly flavourForm = flavourForm;
  readonly kind = signal<'salt' | 'rye'>('salt');
  readonly isShown = signal(true);
  protected readonly live = liveControls(signal(form));
  protected readonly state = controlState(signal(form.controls.name));
  protected readonly errors = inject(FieldErrors);

  constructor() {
    this.errors.from(trouble);
  }
}

const fault = (
  pointer: string,
  code: 'twice' | 'blank',
  value = 'rye',
): NonNullable<Trouble['errors']>[number] => ({
  pointer,
  code,
  params: { value },
});
const told = (...errors: ReturnType<typeof fault>[]): Trouble => ({
  type: 'about:blank',
  title: 'Some fields need another look',
  status: 400,
  detail: '',
  code: 'invalid-input',
  errors,
  params: {},
});

describe('the fields of a form', () => {
  beforeEach(() => {
    form.reset({ name: '', note: '', at: '9.30' });
    while (form.controls.rows.length > 1) form.controls.rows.removeAt(1);
    form.controls.rows.at(0).setValue({ flavour: 'salt' });
    trouble.set(null);
  });

  test('say nothing before somebody was there, and what is wanted after', async () => {
    const page = await render(Host);
    expect(page.text()).not.toContain('Give a name.');
    form.markAllAsTouched();
    await page.settle();
    expect(page.text()).toContain('Give a name.');
    expect(page.field('Name').getAttribute('aria-invalid')).toBe('true');
    await page.type('Name', 'Rye');
    expect(page.text()).not.toContain('Give a name.');
    expect(page.page.querySelector('.live')!.textContent).toBe('Rye well');
  });

  test('tell what is too long by how much may be, and a time that is none', async () => {
    const page = await render(Host);
    await page.type('Note', 'too long');
    await page.type('At', '25.00');
    expect(page.text()).toContain('Too long: 5 characters are the most.');
    expect(page.text()).toContain('Give a time.');
  });

  test('of a choice without a control tell what was chosen', async () => {
    const page = await render(Host);
    expect(page.field('Kind').value).toBe('salt');
    await page.type('Kind', 'rye');
    expect(page.fixture.componentInstance.kind()).toBe('rye');
  });

  test('come and go in rows, no fewer than may be and no more', async () => {
    const page = await render(Host);
    const button = (name: string) =>
      [...page.page.querySelectorAll('button')].find(
        (each) => (each.ariaLabel ?? each.textContent!.trim()) === name,
      )!;
    expect(button('Remove kind 1').disabled).toBe(true);
    await page.click('Add a kind');
    await page.click('Add a kind');
    expect(button('Add a kind').disabled).toBe(true);
    // nothing is chosen in a new row until somebody does
    expect(page.field('Flavour 2').value).toBe('');
    await page.type('Flavour 2', 'rye');
    expect(form.controls.rows.value).toEqual([{ flavour: 'salt' }, { flavour: 'rye' }, { flavour: '' }]);
    await page.click('Remove kind 1');
    expect(form.controls.rows.value).toEqual([{ flavour: 'rye' }, { flavour: '' }]);
    expect(page.field('Flavour 1').value).toBe('rye');
  });

  test('tell what the server refused, each at its own; what has no field is left for the foot', async () => {
    const page = await render(Host);
    const rest = (): string => page.page.querySelector('.rest')!.textContent!.trim();
    trouble.set(told(fault('/rows/0/flavour', 'twice'), fault('/colour', 'twice', 'red')));
    await page.settle();
    expect(page.page.querySelector('al-rows')!.textContent).toContain('rye is there twice.');
    expect(rest()).toBe('colour: red is there twice.');
    // a field that is not shown any more tells nothing
    page.fixture.componentInstance.isShown.set(false);
    await page.settle();
    expect(rest()).toContain('rows 0 flavour: rye is there twice.');
  });
});

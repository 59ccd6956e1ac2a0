import { ChangeDetectionStrategy, Component, input, output, viewChild, type ElementRef } from '@angular/core';
import { MatInput } from '@angular/material/input';
import { lineId, PadLine } from './pad-line';

/** What is written on a line outside a form: what to find, how many, from when. Bound to a value and what is typed. */
@Component({
  selector: 'al-entry',
  imports: [MatInput, PadLine],
  template: `
    <al-line [label]="label()" [id]="id" [unit]="unit()" [problems]="problems()">
      <input
        matInput
        #field
        autocomplete="off"
        [id]="id"
        [type]="type()"
        [attr.inputmode]="type() === 'number' ? 'numeric' : null"
        [attr.list]="list()"
        [attr.maxlength]="most()"
        [placeholder]="placeholder()"
        [value]="value()"
        [attr.aria-invalid]="problems().length > 0"
        [attr.aria-describedby]="describedBy() ?? (problems().length > 0 ? id + '-wrong' : null)"
        (input)="typed.emit(field.value)"
        (keydown.enter)="entered.emit(field.value)"
      />
    </al-line>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EntryField {
  readonly label = input.required<string>();
  readonly value = input.required<string | number>();
  readonly type = input<'text' | 'search' | 'number' | 'time' | 'datetime-local'>('text');
  readonly unit = input('');
  readonly placeholder = input('');
  /** Of a datalist with what is often written here. */
  readonly list = input<string | null>(null);
  /** The most letters it takes. */
  readonly most = input<number | null>(null);
  readonly problems = input<readonly string[]>([]);
  /** What tells more about it, by its id. */
  readonly describedBy = input<string | null>(null);
  readonly typed = output<string>();
  /** Enter was pressed, as a scanner does after each code. */
  readonly entered = output<string>();

  protected readonly id = lineId();
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');

  focus(): void {
    this.field().nativeElement.focus();
  }
}

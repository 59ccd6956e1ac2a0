import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { FormControl, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatInput } from '@angular/material/input';
import { typedTime } from '../formats/typed-time';
import { controlState, visitedMatcher } from './control-state';
import { errorsAt } from './field-errors';
import { lineId, PadLine } from './pad-line';

const NAME_LENGTH = 60;

/** The name of a record: one line that is not blank. */
export function nameControl(value: string, most = NAME_LENGTH): FormControl<string> {
  return new FormControl(value, {
    nonNullable: true,
    validators: [Validators.required, Validators.pattern(/\S/), Validators.maxLength(most)],
  });
}

/** A line of text that may be left out. */
export function textControl(value: string, most: number): FormControl<string> {
  return new FormControl(value, { nonNullable: true, validators: [Validators.maxLength(most)] });
}

/** A time of day as people type it. */
export function timeControl(value: string): FormControl<string> {
  return new FormControl(value, {
    nonNullable: true,
    validators: [(control) => (typedTime(String(control.value)) === null ? { time: true } : null)],
  });
}

/** A line of text, with what is wrong with it said below. */
@Component({
  selector: 'al-text',
  imports: [ReactiveFormsModule, MatInput, PadLine],
  template: `
    <al-line [label]="label()" [id]="id" [isTall]="isTall()" [problems]="problems()">
      @if (isTall()) {
        <textarea
          matInput
          #field
          [rows]="rows()"
          [id]="id"
          [formControl]="control()"
          [attr.aria-invalid]="problems().length > 0"
          [attr.aria-describedby]="problems().length > 0 ? id + '-wrong' : null"
          [errorStateMatcher]="matcher"
        ></textarea>
      } @else {
        <input
          matInput
          #field
          autocomplete="off"
          [id]="id"
          [type]="type()"
          [placeholder]="placeholder()"
          [formControl]="control()"
          [attr.aria-invalid]="problems().length > 0"
          [attr.aria-describedby]="problems().length > 0 ? id + '-wrong' : null"
          [errorStateMatcher]="matcher"
        />
      }
    </al-line>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TextField {
  readonly label = input('Name');
  readonly control = input.required<FormControl<string>>();
  /** Its pointer in what the server is sent; '' where the server says nothing of it. */
  readonly at = input('');
  readonly type = input<'text' | 'date'>('text');
  readonly placeholder = input('');
  /** Whether it goes over several rows. */
  readonly isTall = input(false);
  /** Lines that a tall one shows. */
  readonly rows = input(2);
  /** What is asked for when what is typed will not do. */
  readonly wanted = input('Give a name.');

  protected readonly id = lineId();
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  private readonly state = controlState(this.control);
  private readonly told = errorsAt(this.at);
  protected readonly matcher = visitedMatcher(this.control);
  protected readonly problems = computed(() => {
    const errors = this.state()?.errors ?? null;
    return [...(errors ? [this.wrongText(errors)] : []), ...this.told()];
  });

  focus(): void {
    this.field().nativeElement.focus();
  }

  private wrongText({ maxlength }: { maxlength?: { requiredLength: number } }): string {
    return maxlength ? `Too long: ${maxlength.requiredLength} characters are the most.` : this.wanted();
  }
}

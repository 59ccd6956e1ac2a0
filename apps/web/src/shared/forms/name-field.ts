import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { map, startWith, switchMap } from 'rxjs';

const NAME_LENGTH = 60;

/** The name of a record: one line that is not blank. */
export function nameControl(value: string): FormControl<string> {
  return new FormControl(value, {
    nonNullable: true,
    validators: [Validators.required, Validators.pattern(/\S/), Validators.maxLength(NAME_LENGTH)],
  });
}

/** The field of a name, with what is wrong with it said below. */
@Component({
  selector: 'al-name',
  imports: [ReactiveFormsModule, MatFormFieldModule, MatInputModule],
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <input matInput [formControl]="control()" autocomplete="off" />
      @if (isWrong()) {
        <mat-error>Give a name of at most {{ most }} characters.</mat-error>
      }
      @for (text of errors(); track text) {
        <mat-hint class="over" role="alert">{{ text }}</mat-hint>
      }
    </mat-form-field>
  `,
  styles: `
    mat-form-field {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NameField {
  protected readonly most = NAME_LENGTH;
  readonly label = input('Name');
  readonly control = input.required<FormControl<string>>();
  /** What the server said of it. */
  readonly errors = input<readonly string[]>([]);

  protected readonly isWrong = toSignal(
    toObservable(this.control).pipe(
      switchMap((control) =>
        control.events.pipe(
          startWith(null),
          map(() => control.touched && control.invalid),
        ),
      ),
    ),
  );
}

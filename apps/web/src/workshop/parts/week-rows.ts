import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { AbstractControl, FormArray, FormControl, FormGroup } from '@angular/forms';
import { ChoiceField } from '../../shared/forms/choice-field';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { nextWeekday, weekdayChoices, type Weekday } from '../hours-form';
import { HoursFields } from './hours-fields';

/** A weekday with the hours of it, whatever its two times are called. */
type DayForm<Times extends string> = FormGroup<
  { weekday: FormControl<Weekday> } & Record<Times, FormControl<string>>
>;

/** Hours that are the same every week, a row a span; a day may have more than one. */
@Component({
  selector: 'al-week-rows',
  imports: [ChoiceField, HoursFields, RowsField, RowTemplate],
  template: `
    <al-rows [legend]="legend()" thing="day" [most]="most()" (added)="added.emit(next())">
      <ng-template [alRow]="days()" let-span let-index="index">
        <al-choice class="narrow" label="Day" [control]="weekdayOf(span)" [choices]="weekdays" />
        <al-hours
          [names]="names()"
          [from]="timeOf(span, from())"
          [to]="timeOf(span, to())"
          [at]="[at() + '/' + index + '/' + from(), at() + '/' + index + '/' + to()]"
        />
      </ng-template>
    </al-rows>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WeekRows<Times extends string> {
  readonly legend = input.required<string>();
  readonly most = input.required<number>();
  readonly days = input.required<FormArray<DayForm<Times>>>();
  /** Fields of a row that say from when to when, and what they are called. */
  readonly from = input.required<Times>();
  readonly to = input.required<Times>();
  readonly names = input.required<readonly [from: string, to: string]>();
  /** Their pointer in what the server is sent. */
  readonly at = input.required<string>();
  /** One more is wanted, for the weekday that comes next. */
  readonly added = output<number>();

  protected readonly weekdays = weekdayChoices();

  protected next(): number {
    return nextWeekday({
      value: this.days().controls.map((day) => ({ weekday: this.weekdayOf(day).value })),
    });
  }

  // the compiler knows that a day has these, but not, within a generic class, what they are
  protected weekdayOf(day: AbstractControl): FormControl<Weekday> {
    return day.get('weekday') as FormControl<Weekday>;
  }

  protected timeOf(day: AbstractControl, name: string): FormControl<string> {
    return day.get(name) as FormControl<string>;
  }
}

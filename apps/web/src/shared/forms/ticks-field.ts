import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { FormControl } from '@angular/forms';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { startWith, switchMap } from 'rxjs';
import type { Choice } from './choice-field';

/** Which of several things, each a box to tick. */
@Component({
  selector: 'al-ticks',
  imports: [MatCheckboxModule],
  template: `
    <fieldset>
      <legend>{{ legend() }}</legend>
      @for (each of choices(); track each.id) {
        <mat-checkbox [checked]="chosen().has(each.id)" (change)="toggle(each.id)">{{
          each.name
        }}</mat-checkbox>
      }
    </fieldset>
  `,
  styles: `
    fieldset {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(122px, 1fr));
      margin: 0;
      padding: 6px 0 0;
      border: 0;
    }
    legend {
      padding: 0;
      color: var(--soft-ink);
      font-size: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TicksField {
  readonly legend = input.required<string>();
  readonly choices = input.required<readonly Choice[]>();
  readonly control = input.required<FormControl<readonly string[]>>();

  private readonly value = toSignal(
    toObservable(this.control).pipe(
      switchMap((control) => control.valueChanges.pipe(startWith(control.value))),
    ),
    { initialValue: [] as readonly string[] },
  );
  protected readonly chosen = computed(() => new Set<string>(this.value()));

  /** What is ticked stands in the order of the choices. */
  protected toggle(id: string): void {
    const before = this.chosen();
    const ids = this.choices().map((each) => each.id);
    this.control().setValue(ids.filter((each) => (each === id) !== before.has(each)));
    this.control().markAsDirty();
  }
}

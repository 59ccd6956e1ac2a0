import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { FormControl } from '@angular/forms';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { ALLERGENS } from '@alnage/contract';
import { startWith, switchMap } from 'rxjs';

/** Which allergens something declares, each a box to tick. */
@Component({
  selector: 'al-allergens',
  imports: [MatCheckboxModule],
  template: `
    <fieldset>
      <legend>{{ legend() }}</legend>
      @for (each of all; track each) {
        <mat-checkbox [checked]="chosen().has(each)" (change)="toggle(each)">{{ each }}</mat-checkbox>
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
export class AllergenField {
  readonly legend = input('It declares');
  readonly control = input.required<FormControl<readonly string[]>>();

  protected readonly all = ALLERGENS;
  private readonly value = toSignal(
    toObservable(this.control).pipe(
      switchMap((control) => control.valueChanges.pipe(startWith(control.value))),
    ),
    { initialValue: [] as readonly string[] },
  );
  protected readonly chosen = computed(() => new Set<string>(this.value()));

  protected toggle(allergen: string): void {
    const before = this.chosen();
    this.control().setValue(this.all.filter((each) => (each === allergen) !== before.has(each)));
    this.control().markAsDirty();
  }
}

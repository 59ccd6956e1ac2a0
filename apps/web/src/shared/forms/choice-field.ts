import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { FormControl } from '@angular/forms';
import { MatInput } from '@angular/material/input';
import { controlState, visitedMatcher } from './control-state';
import { errorsAt } from './field-errors';
import { lineId, PadLine } from './pad-line';

/** One of several things to choose. */
export interface Choice<T extends string = string> {
  readonly id: T;
  readonly name: string;
}

/** Choices from their words. */
export function choicesOf<T extends string>(
  words: Readonly<Record<T, string>>,
  ids = Object.keys(words) as T[],
): readonly Choice<T>[] {
  return ids.map((id) => ({ id, name: words[id] }));
}

/**
 * One of several, chosen: bound to a control, or to a value and what follows from choosing another. The select is the
 * browser's own: it follows typed letters at once, also when Tab comes right after them.
 */
@Component({
  selector: 'al-choice',
  imports: [MatInput, PadLine],
  template: `
    <al-line [label]="label()" [id]="id" [problems]="problems()">
      <select
        matNativeControl
        #field
        [id]="id"
        [errorStateMatcher]="matcher"
        [attr.aria-invalid]="problems().length > 0"
        [attr.aria-describedby]="problems().length > 0 ? id + '-wrong' : null"
        (change)="choose(field.value)"
        (blur)="control()?.markAsTouched()"
      >
        @if (!isKnown()) {
          <option value="" disabled hidden selected></option>
        }
        @for (each of choices(); track each.id) {
          <option [value]="each.id" [selected]="each.id === shown()">{{ each.name }}</option>
        }
      </select>
    </al-line>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChoiceField<T extends string> {
  readonly label = input.required<string>();
  readonly choices = input.required<readonly Choice<T>[]>();
  readonly control = input<FormControl<T>>();
  /** What is chosen where there is no control. */
  readonly value = input<T>();
  /** What is asked for while nothing is chosen. */
  readonly wanted = input('Choose one.');
  /** Its pointer in what the server is sent; '' where the server says nothing of it. */
  readonly at = input('');
  readonly chosen = output<T>();

  protected readonly id = lineId();
  private readonly state = controlState(this.control);
  private readonly told = errorsAt(this.at);
  protected readonly matcher = visitedMatcher(this.control);
  protected readonly shown = computed(() => (this.control() ? this.state()?.value : this.value()));
  protected readonly isKnown = computed(() => this.choices().some(({ id }) => id === this.shown()));
  protected readonly problems = computed(() => [
    ...(this.state()?.errors ? [this.wanted()] : []),
    ...this.told(),
  ]);

  protected choose(chosen: string): void {
    const { id } = this.choices().find((each) => each.id === chosen)!;
    this.control()?.markAsDirty();
    this.control()?.setValue(id);
    this.chosen.emit(id);
  }
}

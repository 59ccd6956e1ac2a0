import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatInput } from '@angular/material/input';
import { Store } from '@ngrx/store';
import { workshopFeature } from '../../state/workshop.state';
import { boundText, scaleOf, shownText, storedNumber, type Quantity } from '../units/quantity';
import { units } from '../units/units';
import { controlState, visitedMatcher } from './control-state';
import { errorsAt } from './field-errors';
import type { NumberControl } from './number-control';
import { lineId, PadLine } from './pad-line';

/**
 * A number with its unit, shown and typed in the units of whoever is at the screen. What is stored changes only by
 * typing, never by switching units. What is wrong is said here with the value and the range.
 */
@Component({
  selector: 'al-quantity',
  imports: [MatInput, PadLine],
  template: `
    <al-line [label]="label()" [id]="id" [unit]="unitText()" [problems]="problems()">
      <input
        matInput
        #field
        inputmode="decimal"
        autocomplete="off"
        [id]="id"
        [value]="text()"
        [errorStateMatcher]="matcher"
        [attr.aria-invalid]="problems().length > 0"
        [attr.aria-describedby]="problems().length > 0 ? id + '-wrong' : null"
        (input)="typed(field.value)"
        (blur)="left()"
      />
    </al-line>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class QuantityField {
  readonly label = input.required<string>();
  readonly control = input.required<NumberControl>();
  readonly quantity = input<Quantity>('plain');
  /** Unit of a plain number, such as s or min. */
  readonly unit = input('');
  /** Its pointer in what the server is sent; '' where the server says nothing of it. */
  readonly at = input('');

  protected readonly id = lineId();
  private readonly currency = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  private readonly scale = computed(() => scaleOf(this.quantity(), units(), this.currency()?.currency ?? ''));
  protected readonly unitText = computed(() => this.scale().unit || this.unit());
  protected readonly text = signal('');
  private readonly state = controlState(this.control);
  private readonly told = errorsAt(this.at);
  protected readonly matcher = visitedMatcher(this.control);
  protected readonly problems = computed((): readonly string[] => {
    const [kind] = Object.keys(this.state()?.errors ?? {});
    return [...(kind ? [this.problemText(kind)] : []), ...this.told()];
  });

  constructor() {
    // written anew when the units change or the form is filled; what is being typed is left alone
    effect(() => {
      const control = this.control();
      const scale = this.scale();
      const value = this.state()?.value ?? control.value;
      untracked(() => {
        const typed = storedNumber(this.text(), scale);
        if (!isSame(typed, value)) this.text.set(shownText(value, scale));
      });
    });
  }

  protected typed(text: string): void {
    this.text.set(text);
    const control = this.control();
    control.markAsDirty();
    control.setValue(storedNumber(text, this.scale()));
  }

  protected left(): void {
    this.control().markAsTouched();
  }

  private problemText(kind: string): string {
    const text = this.text().trim();
    const { bound } = this.control();
    const range = boundText(bound, this.scale());
    if (kind === 'required') return `Give ${range}.`;
    if (kind === 'whole') return `${text} will not do: a whole number, ${range}.`;
    return `${text} will not do: ${range}${bound.isInteger ? ', whole' : ''}.`;
  }
}

/** A typed text that means what is stored to within its shown digits stays as it was typed. */
function isSame(typed: number | null, stored: number | null): boolean {
  if (typed === null || stored === null) return typed === stored;
  if (Number.isNaN(stored)) return true;
  return Math.abs(typed - stored) <= 1e-9 * Math.max(1, Math.abs(stored));
}

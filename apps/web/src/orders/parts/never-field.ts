import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import type { FormControl } from '@angular/forms';
import { ALLERGENS, type Allergen } from '@alnage/contract';
import { controlState } from '../../shared/forms/control-state';
import { lineId, PadLine } from '../../shared/forms/pad-line';
import { TicksField } from '../../shared/forms/ticks-field';
import { listed } from '../../shared/formats/formats';

/** What must never be in an order: nothing mostly, so that it is one line until somebody opens it. */
@Component({
  selector: 'al-never',
  imports: [PadLine, TicksField],
  template: `
    <al-line label="Must never have" [id]="id">
      <button
        [id]="id"
        type="button"
        [attr.aria-expanded]="isOpen()"
        [attr.aria-label]="'Must never have: ' + text()"
        (click)="isOpen.set(!isOpen())"
      >
        {{ text() }}
      </button>
    </al-line>
    @if (isOpen()) {
      @defer {
        <al-ticks legend="Must never have" [choices]="choices" [control]="control()" />
      }
    }
  `,
  host: { '[style.flex-basis]': 'isOpen() ? "100%" : null' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NeverField {
  readonly control = input.required<FormControl<readonly Allergen[]>>();

  protected readonly id = lineId();
  protected readonly isOpen = signal(false);
  protected readonly choices = ALLERGENS.map((id) => ({ id, name: id }));
  private readonly state = controlState(this.control);
  protected readonly text = computed(() => listed(this.state()?.value ?? []) || 'nothing is said');
}

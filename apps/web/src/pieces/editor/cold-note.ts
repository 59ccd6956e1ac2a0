import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { coldNotes } from '../../shared/cold-words';
import { liveControls } from '../../shared/forms/control-state';
import { workshopFeature } from '../../state/workshop.state';
import { pieceDraftOf, type PieceFormGroup } from './piece-form';

/** What the warmth in a field, or along a stage, would do to the piece. */
@Component({
  selector: 'al-cold-note',
  template: `
    @for (text of told(); track text) {
      <p class="note care" role="status">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ColdNote {
  readonly form = input.required<PieceFormGroup>();
  /** The pointer of the field; all below it is told. */
  readonly at = input.required<string>();

  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  private readonly controls = liveControls(this.form);
  protected readonly told = computed(() => {
    const [workshop, controls] = [this.workshop(), this.controls()];
    if (!workshop || !controls) return [];
    return coldNotes(pieceDraftOf(this.form()), workshop)
      .filter(({ at }) => at.startsWith(this.at()))
      .map(({ text }) => text);
  });
}

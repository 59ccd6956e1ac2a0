import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/forms/choice-field';
import { QuantityField } from '../../shared/forms/quantity-field';
import { workshopFeature } from '../../state/workshop.state';
import type { PieceFormGroup } from './piece-form';

/** What is cast whole out of a bowl: spooned into a mould, or poured on a tray. */
@Component({
  selector: 'al-whole-fields',
  imports: [ChoiceField, QuantityField],
  template: `
    @let c = form().controls;
    @if (made() === 'cast') {
      <h2>In the mould</h2>
      <div class="row">
        <al-quantity label="A cavity holds" quantity="volume" [control]="c.cavityMl" at="/form/cavityMl" />
        <al-choice class="choice" label="A piece is" [control]="c.halves" [choices]="halves" />
        <al-quantity
          label="Inclusions, a piece"
          quantity="mass"
          [control]="c.inclusionGrams"
          at="/form/inclusionGrams"
        />
        @if (moulds().length > 1) {
          <al-choice label="Cast in" [control]="c.mould" [choices]="moulds()" at="/mould" />
        }
      </div>
    } @else {
      <h2>On the tray</h2>
      <div class="row">
        <al-quantity
          label="The slab’s length"
          quantity="length"
          [control]="c.slabLengthMm"
          at="/form/lengthMm"
        />
        <al-quantity label="Its width" quantity="length" [control]="c.slabWidthMm" at="/form/widthMm" />
        <al-choice class="choice" label="Coated" [control]="c.layers" [choices]="layers" />
        <al-quantity label="A layer is thick" quantity="length" [control]="c.layerMm" at="/form/layerMm" />
      </div>
      <div class="row">
        <al-quantity label="It gives" unit="pieces" [control]="c.slabPieces" at="/form/pieces" />
        <al-quantity
          label="Strewn or enclosed, a piece"
          quantity="mass"
          [control]="c.strewnGrams"
          at="/form/centreGrams"
        />
      </div>
    }
  `,
  styleUrls: ['../../shared/forms/fields.scss', './part-fields.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WholeFields {
  readonly form = input.required<PieceFormGroup>();
  readonly made = input.required<'cast' | 'slab'>();

  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly halves = [
    { id: '1', name: 'one cavity' },
    { id: '2', name: 'two halves, joined' },
  ] as const;
  protected readonly layers = [
    { id: '1', name: 'poured once, and broken' },
    { id: '2', name: 'below and above, then cut' },
  ] as const;
  protected readonly moulds = computed(() => [
    { id: '', name: 'no mould counted' },
    ...(this.workshop()?.moulds ?? []).map(({ id, name }) => ({ id, name })),
  ]);
}

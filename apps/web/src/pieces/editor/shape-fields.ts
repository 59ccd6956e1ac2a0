import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { SHAPE_DIMENSIONS, type ShapeKind } from '@alnage/core/coating';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { liveControls } from '../../shared/forms/control-state';
import { QuantityField } from '../../shared/forms/quantity-field';
import { length } from '../../shared/formats/formats';
import { SHAPE_WORDS } from './new-piece';
import { shapeOf, type Dimension, type PieceFormGroup } from './piece-form';

type Controls = PieceFormGroup['controls'];

const DIMENSION_WORDS: Readonly<Record<Dimension, string>> = {
  diameterMm: 'Across',
  lengthMm: 'Length',
  widthMm: 'Width',
  heightMm: 'Height',
  curvature: 'Curved, times its outline',
};
const KNOT_WORDS: Partial<typeof DIMENSION_WORDS> = { diameterMm: 'Strand', lengthMm: 'Knot across' };

/** The size of a centre: measured, or as it follows from its weight. */
@Component({
  selector: 'al-shape-fields',
  imports: [ChoiceField, QuantityField],
  template: `
    @if (controls(); as c) {
      <h2>Its centre</h2>
      <div class="row">
        <al-choice class="choice" label="Shape" [control]="c.shape" [choices]="shapes" />
        <al-choice class="choice" label="Its size" [control]="c.sizeBy" [choices]="sizings" />
        <al-quantity label="One weighs" quantity="mass" [control]="c.centreGrams" at="/form/centreGrams" />
        @if (c.sizeBy.value === 'weight') {
          <al-quantity label="Density" unit="g/cm³" [control]="c.density" />
        }
      </div>
      <div class="row">
        @if (c.sizeBy.value === 'weight') {
          <p class="soft follow">So it is {{ sizeText(c) }}.</p>
        } @else {
          @for (name of dimensions(c); track name) {
            <al-quantity
              [label]="word(c, name)"
              [quantity]="name === 'curvature' ? 'plain' : 'length'"
              [control]="c[name]"
              [at]="'/form/shape/' + name"
            />
          }
        }
      </div>
    }
  `,
  styleUrls: ['../../shared/forms/fields.scss', './part-fields.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShapeFields {
  readonly form = input.required<PieceFormGroup>();

  protected readonly controls = liveControls(this.form);
  protected readonly shapes = choicesOf(SHAPE_WORDS, Object.keys(SHAPE_DIMENSIONS) as ShapeKind[]);
  protected readonly sizings = choicesOf({ weight: 'follows from its weight', dimensions: 'is measured' });

  protected word({ shape }: Controls, name: Dimension): string {
    return (shape.value === 'knot' ? KNOT_WORDS[name] : undefined) ?? DIMENSION_WORDS[name];
  }

  protected dimensions({ shape }: Controls): readonly Dimension[] {
    return SHAPE_DIMENSIONS[shape.value] as readonly Dimension[];
  }

  /** The size that follows from the mass, in words. */
  protected sizeText(controls: Controls): string {
    const shape = shapeOf(controls) as unknown as Record<string, number>;
    return this.dimensions(controls)
      .filter((name) => name !== 'curvature' && !Number.isNaN(shape[name]))
      .map((name) => `${this.word(controls, name).toLowerCase()} ${length(shape[name]!)}`)
      .join(', ');
  }
}

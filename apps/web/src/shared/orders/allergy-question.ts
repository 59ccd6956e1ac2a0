import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { AllergyWaiver, FieldCode, FieldProblem } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { workshopFeature } from '../../state/workshop.state';
import { FIELD_TEXT, withPieceName } from '../problem-text';
import { Knowingly } from './knowingly';

/** Faults that it asks about. */
export const ALLERGY_FAULTS: readonly string[] = [
  'not-for-customer',
  'may-not-be-for-customer',
] satisfies readonly FieldCode[];

/** Stops an order of what its customer must never have: it is left out, or somebody says why not, with their name. */
@Component({
  selector: 'al-allergy-question',
  imports: [Knowingly],
  template: `
    <section class="note over" role="alertdialog" aria-labelledby="al-stop" aria-describedby="al-stop-why">
      <h3 id="al-stop">Stop: {{ heading() ?? 'this is not for ' + who() }}</h3>
      <ul id="al-stop-why">
        @for (text of clashes(); track text) {
          <li>{{ text }}</li>
        }
      </ul>
      <p>{{ way() }} Or, if you know that it is right, say why and who you are.</p>
      <al-knowingly [verb]="verb()" (answered)="answered.emit($event)" />
    </section>
  `,
  styles: `
    h3 {
      font: 700 16px/1.4 var(--text);
    }
    ul {
      margin: 4px 0 8px;
      padding-left: 18px;
      font-weight: 600;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AllergyQuestion {
  /** What the server refused: each piece with what of it is against the customer. */
  readonly faults = input.required<readonly FieldProblem[]>();
  /** What is stopped, where it is not one order; what else can be done; and the button. */
  readonly heading = input<string>();
  readonly way = input('Take it out of the order.');
  readonly verb = input('Take it knowingly');
  readonly answered = output<AllergyWaiver>();

  private readonly names = inject(Store).selectSignal(workshopFeature.selectPieceNames);
  protected readonly who = computed(() => String(this.faults()[0]?.params['customer'] ?? 'this customer'));
  protected readonly clashes = computed(() => [
    ...new Set(
      this.faults().map(({ code, params }) => FIELD_TEXT[code](withPieceName(params, this.names()))),
    ),
  ]);
}

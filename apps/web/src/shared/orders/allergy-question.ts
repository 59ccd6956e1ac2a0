import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { FormGroup } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import {
  CUSTOMER_LENGTH,
  WAIVER_REASON_LENGTH,
  type AllergyWaiver,
  type FieldCode,
  type FieldProblem,
} from '@alnage/contract';
import { Store } from '@ngrx/store';
import { faultFocus } from '../forms/focus-fault';
import { nameControl, TextField } from '../forms/text-field';
import { FIELD_TEXT, withPieceName } from '../problem-text';
import { personHere } from '../person/person';
import { workshopFeature } from '../../state/workshop.state';

/** Faults that it asks about. */
export const ALLERGY_FAULTS: readonly string[] = [
  'not-for-customer',
  'may-not-be-for-customer',
] satisfies readonly FieldCode[];

/** Stops an order of what its customer must never have: it is left out, or somebody says why not, with their name. */
@Component({
  selector: 'al-allergy-question',
  imports: [MatButtonModule, TextField],
  template: `
    <section class="note over" role="alertdialog" aria-labelledby="al-stop" aria-describedby="al-stop-why">
      <h3 id="al-stop">Stop: {{ heading() ?? 'this is not for ' + who() }}</h3>
      <ul id="al-stop-why">
        @for (text of clashes(); track text) {
          <li>{{ text }}</li>
        }
      </ul>
      <p>{{ way() }} Or, if you know that it is right, say why and who you are.</p>
      <div class="row">
        <al-text class="wide" label="Why it is right" wanted="Say why." [control]="form.controls.reason" />
        <al-text label="Your name" wanted="Give your name." [control]="form.controls.name" />
        <button matButton="outlined" type="button" (click)="answer()">{{ verb() }}</button>
      </div>
    </section>
  `,
  styleUrl: '../forms/fields.scss',
  styles: `
    h3 {
      font: 700 16px/1.4 var(--text);
    }
    ul {
      margin: 4px 0 8px;
      padding-left: 18px;
      font-weight: 600;
    }
    .row {
      margin-top: 8px;
      align-items: center;
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

  private readonly store = inject(Store);
  private readonly names = this.store.selectSignal(workshopFeature.selectPieceNames);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly focusFault = faultFocus();
  private readonly reason = viewChild.required(TextField);
  protected readonly form = new FormGroup({
    reason: nameControl('', WAIVER_REASON_LENGTH),
    name: nameControl(this.nameHere(), CUSTOMER_LENGTH),
  });
  protected readonly who = computed(() => String(this.faults()[0]?.params['customer'] ?? 'this customer'));
  protected readonly clashes = computed(() => [
    ...new Set(
      this.faults().map(({ code, params }) => FIELD_TEXT[code](withPieceName(params, this.names()))),
    ),
  ]);

  constructor() {
    // one who pressed Enter looks where the keys are
    afterNextRender(() => this.reason().focus());
  }

  protected answer(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return this.focusFault();
    const { reason, name } = this.form.getRawValue();
    this.answered.emit({ reason: reason.trim(), name: name.trim() });
  }

  /** Who is at this screen, by name. */
  private nameHere(): string {
    return this.workshop()?.people.find(({ id }) => id === personHere())?.name ?? '';
  }
}

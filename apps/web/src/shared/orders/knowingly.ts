import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { FormGroup } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { CUSTOMER_LENGTH, WAIVER_REASON_LENGTH, type AllergyWaiver } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { workshopFeature } from '../../state/workshop.state';
import { faultFocus } from '../forms/focus-fault';
import { nameControl, TextField } from '../forms/text-field';
import { personName } from '../person/person-name';

/** Asks who takes something against a warning, and why. */
@Component({
  selector: 'al-knowingly',
  imports: [MatButtonModule, TextField],
  template: `
    <div class="row">
      <al-text class="wide" label="Why it is right" wanted="Say why." [control]="form.controls.reason" />
      <al-text label="Your name" wanted="Give your name." [control]="form.controls.name" />
      <button matButton="outlined" type="button" (click)="answer()">{{ verb() }}</button>
    </div>
  `,
  styleUrl: '../forms/fields.scss',
  styles: `
    .row {
      margin-top: 8px;
      align-items: center;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Knowingly {
  readonly verb = input.required<string>();
  readonly answered = output<AllergyWaiver>();

  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  private readonly focusFault = faultFocus();
  private readonly reason = viewChild.required(TextField);
  protected readonly form = new FormGroup({
    reason: nameControl('', WAIVER_REASON_LENGTH),
    name: nameControl(personName(this.workshop()), CUSTOMER_LENGTH),
  });

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
}

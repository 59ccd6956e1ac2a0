import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  type OnInit,
} from '@angular/core';
import { FormControl, FormGroup, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { TextField } from '../../shared/forms/text-field';
import { KeepingActions, keepingFeature } from '../../state/keeping.state';
import type { BatchRow } from './keeping-rows';

/** Pieces of a batch that are not handed over any more: how many, and why. */
@Component({
  selector: 'al-write-off',
  imports: [MatButtonModule, QuantityField, TextField],
  template: `
    <form
      novalidate
      [attr.aria-label]="'Write off, ' + row().name + ', batch ' + row().id"
      (submit)="$event.preventDefault(); save()"
    >
      <div class="row">
        <al-quantity
          class="narrow"
          label="Write off"
          unit="pieces"
          [control]="form.controls.pieces"
          at="/pieces"
        />
        <al-text class="wide" label="Why" wanted="Say why." [control]="form.controls.cause" at="/cause" />
      </div>
      <p class="soft">
        What orders lack by it is told at the bench, which can make it anew. It can be undone.
      </p>
      <div class="row">
        <button matButton="filled" type="submit">Write them off</button>
        <button matButton="outlined" type="button" (click)="left.emit()">Cancel</button>
      </div>
    </form>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WriteOff implements OnInit {
  readonly row = input.required<BatchRow>();
  readonly left = output();

  private readonly store = inject(Store);
  private readonly failed = this.store.selectSignal(keepingFeature.selectFailed);
  private readonly trouble = this.store.selectSignal(keepingFeature.selectTrouble);
  protected readonly form = new FormGroup({
    pieces: new NumberControl(null, { min: 1, max: 10_000, isInteger: true }),
    cause: new FormControl('', {
      nonNullable: true,
      validators: [Validators.required, Validators.maxLength(120)],
    }),
  });

  constructor() {
    inject(FieldErrors).from(
      computed(() => (this.failed()?.batch === this.row().id ? this.trouble() : null)),
    );
  }

  ngOnInit(): void {
    const { most, cause } = this.row();
    this.form.controls.pieces.setBound({ min: 1, max: most, isInteger: true });
    this.form.setValue({ pieces: most, cause });
  }

  protected save(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { pieces, cause } = this.form.controls;
    const draft = { kind: 'written-off', pieces: pieces.number, cause: cause.value.trim() } as const;
    this.store.dispatch(KeepingActions.deedAsked({ deed: { kind: 'move', batch: this.row().id, draft } }));
  }
}

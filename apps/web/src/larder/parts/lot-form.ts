import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import type { LarderItem } from '@alnage/core/larder';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { faultFocus } from '../../shared/forms/focus-fault';
import { QuantityField } from '../../shared/forms/quantity-field';
import { TextField } from '../../shared/forms/text-field';
import { TicksField } from '../../shared/forms/ticks-field';
import { ALLERGEN_CHOICES } from '../../shared/piece-words';
import { troubleText } from '../../shared/problem-text';
import { LarderActions, larderFeature } from '../../state/larder.state';
import { workshopFeature } from '../../state/workshop.state';
import { BY_BASE, countedBy, lotDraftOf, lotForm, ORIGIN_CHOICES } from './lot-forms';

/** What has come in of one item: how much, of which lot, good until when. */
@Component({
  selector: 'al-lot-form',
  imports: [ReactiveFormsModule, MatButtonModule, ChoiceField, QuantityField, TextField, TicksField],
  template: `
    @let own = form();
    <form class="card" novalidate aria-label="Add stock" (submit)="$event.preventDefault(); take()">
      <h3>Add stock</h3>
      <al-choice label="Counted" [control]="own.controls.by" [choices]="bys()" />
      <al-quantity
        label="How much"
        [quantity]="isWeighed(own) ? 'mass' : 'plain'"
        [unit]="isWeighed(own) ? '' : own.controls.by.value === '1' ? 'pieces' : 'packs'"
        [control]="own.controls.amount"
        at="/amount"
      />
      <al-text label="Lot, as the packet says" [control]="own.controls.code" at="/code" />
      <al-text
        type="date"
        label="Best before, if it says"
        [control]="own.controls.bestBefore"
        at="/bestBefore"
      />
      <al-choice label="Where it came from" [control]="own.controls.origin" [choices]="origins" />
      @if (own.controls.origin.value === 'leftover') {
        <al-ticks
          legend="It met, beside what it declares itself"
          [choices]="allergens"
          [control]="own.controls.allergens"
        />
      }
      @if (trouble(); as text) {
        <p class="note over" role="alert">
          {{ text }}
          @for (other of errors.others(); track other) {
            <br />{{ other }}
          }
        </p>
      }
      <div class="buttons">
        <button matButton="outlined" type="button" (click)="closed.emit()">Cancel</button>
        <button matButton="filled" type="submit" [disabled]="isBusy()">Add it</button>
      </div>
    </form>
  `,
  styles: `
    .buttons {
      display: flex;
      gap: 8px;
      justify-content: flex-end;
    }
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LotForm {
  readonly item = input.required<LarderItem>();
  readonly base = input.required<'g' | 'piece'>();
  /** What is offered to be taken in, such as what was to be bought. */
  readonly amount = input<number | null>(null);
  readonly closed = output();

  private readonly store = inject(Store);
  private readonly focusFault = faultFocus();
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly errors = inject(FieldErrors);
  protected readonly origins = ORIGIN_CHOICES;
  protected readonly allergens = ALLERGEN_CHOICES;
  protected readonly bys = computed(() => countedBy(this.item(), this.workshop()));
  protected readonly form = linkedSignal(() => lotForm(this.amount(), ''));
  protected readonly isBusy = this.store.selectSignal(larderFeature.selectIsBusy);
  private readonly failed = this.store.selectSignal(larderFeature.selectFailed);
  private readonly said = this.store.selectSignal(larderFeature.selectTrouble);
  private readonly own = computed(() => (this.failed()?.kind === 'take' ? this.said() : null));
  protected readonly trouble = computed(() => {
    const trouble = this.own();
    return trouble && troubleText(trouble);
  });

  constructor() {
    this.errors.from(this.own);
    inject(Actions)
      .pipe(ofType(LarderActions.deedDone), takeUntilDestroyed())
      .subscribe(({ deed }) => {
        if (deed.kind === 'take') this.closed.emit();
      });
  }

  /** Whether what is typed is a mass. */
  protected isWeighed({ controls }: ReturnType<typeof lotForm>): boolean {
    return this.base() === 'g' && controls.by.value === BY_BASE;
  }

  protected take(): void {
    const form = this.form();
    form.markAllAsTouched();
    if (form.invalid) return this.focusFault();
    this.store.dispatch(
      LarderActions.deedAsked({ deed: { kind: 'take', draft: lotDraftOf(form, this.item()) } }),
    );
  }
}

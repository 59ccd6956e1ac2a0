import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { FormControl, FormGroup } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import {
  CUSTOMER_LENGTH,
  EMAIL_LENGTH,
  PHONE_LENGTH,
  WISHES_LENGTH,
  type CustomerDraft,
  type Customer,
} from '@alnage/contract';
import { Store } from '@ngrx/store';
import { ChoiceField, type Choice } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { nameControl, textControl, TextField } from '../../shared/forms/text-field';
import { TicksField } from '../../shared/forms/ticks-field';
import { ALLERGEN_CHOICES } from '../../shared/piece-words';
import { fieldTexts, troubleText } from '../../shared/problem-text';
import { Api } from '../../state/api';
import { customersFeature } from '../../state/customers.state';
import { troubleOf } from '../../state/problem';

type CustomerForm = ReturnType<typeof customerForm>;

const FIRST: CustomerDraft = { name: '', phone: '', allergies: [], wishes: '' };

const MESSAGE_CHOICES: readonly Choice<'yes' | 'no'>[] = [
  { id: 'yes', name: 'are sent' },
  { id: 'no', name: 'are not wanted' },
];

function customerForm({ name, phone, allergies, wishes, email, noMessages }: CustomerDraft = FIRST) {
  return new FormGroup({
    name: nameControl(name, CUSTOMER_LENGTH),
    phone: textControl(phone, PHONE_LENGTH),
    email: textControl(email ?? '', EMAIL_LENGTH),
    messages: new FormControl<'yes' | 'no'>(noMessages ? 'no' : 'yes', { nonNullable: true }),
    wishes: textControl(wishes, WISHES_LENGTH),
    allergies: new FormControl<readonly string[]>(allergies, { nonNullable: true }),
  });
}

function customerDraftOf({ controls: c }: CustomerForm): CustomerDraft {
  return {
    name: c.name.value.trim(),
    phone: c.phone.value.trim(),
    email: c.email.value.trim(),
    noMessages: c.messages.value === 'no',
    allergies: [...c.allergies.value] as CustomerDraft['allergies'],
    wishes: c.wishes.value.trim(),
  };
}

/** A customer: telephone, what they must not have, what they wish; put into another, taken out, erased. */
@Component({
  selector: 'al-customer-editor',
  imports: [ChoiceField, MatButtonModule, RecordEditor, TextField, TicksField],
  template: `
    @if (record.form(); as form) {
      <al-record-editor [record]="record">
        <div class="row">
          <al-text class="wide" [control]="form.controls.name" at="/name" />
          <al-text label="Telephone" [control]="form.controls.phone" at="/phone" />
        </div>
        <div class="row">
          <al-text class="wide" label="Mail" [control]="form.controls.email" at="/email" />
          <al-choice
            label="Messages"
            [choices]="messageChoices"
            [control]="form.controls.messages"
            at="/noMessages"
          />
        </div>
        <div class="row">
          <al-text class="wide" label="Wishes" [control]="form.controls.wishes" at="/wishes" />
        </div>
        <al-ticks legend="Must never have" [choices]="allergens" [control]="form.controls.allergies" />
      </al-record-editor>
      @if (id()) {
        <section class="card more">
          <h2>Their data</h2>
          <p class="soft">
            Removing a customer erases them: their orders stay as figures, without name, notes or history of
            either.
          </p>
          <div class="row">
            <a matButton="outlined" [href]="'/api/customers/' + id() + '/export'" download>
              Export all that is stored of them (JSON)
            </a>
            @if (others().length > 0) {
              <al-choice
                label="The same as"
                wanted="Choose a customer."
                [value]="into()"
                [choices]="others()"
                (chosen)="into.set($event)"
              />
              <button matButton="outlined" type="button" [disabled]="!into()" (click)="merge()">
                Merge the two
              </button>
            }
          </div>
          @if (mergeTrouble(); as text) {
            <p class="note over" role="alert">{{ text }}</p>
          }
        </section>
      }
    }
  `,
  styleUrl: '../../shared/forms/fields.scss',
  styles: `
    .more {
      margin-top: 14px;
    }
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CustomerEditor {
  protected readonly messageChoices = MESSAGE_CHOICES;
  /** The customer to change; null for a new one. */
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();

  private readonly api = inject(Api);
  private readonly customers = inject(Store).selectSignal(customersFeature.selectCustomers);
  protected readonly allergens = ALLERGEN_CHOICES;
  protected readonly into = signal<string | undefined>(undefined);
  protected readonly mergeTrouble = signal('');
  protected readonly others = computed(() => this.customers().filter(({ id }) => id !== this.id()));
  protected readonly record = new RecordForm<Customer, CustomerForm, CustomerDraft>(
    {
      path: 'customers',
      thing: 'customer',
      records: () => this.customers(),
      form: customerForm,
      draftOf: customerDraftOf,
      done: (id) => this.done.emit(id),
    },
    this.id,
  );

  /** Puts this one into the other, who stays. */
  protected merge(): void {
    const [id, into] = [this.id(), this.into()];
    if (!id || !into) return;
    this.mergeTrouble.set('');
    this.api.mergeCustomer(id, into).subscribe({
      next: () => {
        this.into.set(undefined);
        this.done.emit(into);
      },
      error: (error: unknown) => {
        const trouble = troubleOf(error);
        const [text] = [...fieldTexts(trouble, '/into'), ...fieldTexts(trouble, '/wishes')];
        this.mergeTrouble.set(text ?? troubleText(trouble));
      },
    });
  }
}

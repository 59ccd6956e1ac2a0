import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Customer } from '@alnage/contract';
import { allergenClashes } from '@alnage/core';
import { Store } from '@ngrx/store';
import { workshopFeature } from '../../state/workshop.state';
import { listed } from '../formats/formats';
import { clashText } from './clash-words';

/** What is remembered of a customer, and what of an order they must not have. */
@Component({
  selector: 'al-customer-note',
  template: `
    @let who = customer();
    @if (who.phone || who.allergies.length > 0 || who.wishes) {
      <p class="note" [class.care]="who.allergies.length > 0">
        @if (who.allergies.length > 0) {
          <strong>Never {{ allergies() }}.</strong>
        }
        {{ who.wishes }}
        @if (who.phone) {
          <span class="figure">{{ who.phone }}</span>
        }
      </p>
    }
    @if (clash(); as text) {
      <p class="note over" role="alert">
        <strong>Not for {{ who.name }}:</strong> {{ text }}.
      </p>
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
export class CustomerNote {
  readonly customer = input.required<Customer>();
  /** Whether what is against them is asked about beside this. */
  readonly isAsked = input(false);
  readonly ordered = input.required<readonly { readonly piece: string }[]>();

  private readonly store = inject(Store);
  private readonly names = this.store.selectSignal(workshopFeature.selectPieceNames);
  private readonly book = this.store.selectSignal(workshopFeature.selectClashBook);
  protected readonly allergies = computed(() => listed(this.customer().allergies));
  protected readonly clash = computed(() => {
    if (this.isAsked()) return '';
    const ordered = this.ordered().map(({ piece }) => piece);
    return clashText(allergenClashes(this.customer().allergies, ordered, this.book()), this.names());
  });
}

import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Allergen, Customer } from '@alnage/contract';
import { allergenClashes, neverOf } from '@alnage/core/larder';
import { Store } from '@ngrx/store';
import { workshopFeature } from '../../state/workshop.state';
import { listed } from '../formats/formats';
import { clashText } from './clash-words';

/** What is said of an order: for whom, what is in it, where to ring, what must never be in it. */
export interface OrderSaid {
  readonly customer: string;
  readonly phone: string;
  readonly allergies: readonly Allergen[];
  readonly pieces: readonly { readonly piece: string }[];
}

/** What is remembered of a customer and was said with an order, and what of the order they must not have. */
@Component({
  selector: 'al-customer-note',
  template: `
    @if (phones().length > 0 || never().length > 0 || customer()?.wishes) {
      <p class="note" [class.care]="never().length > 0">
        @if (never().length > 0) {
          <strong>Never {{ allergies() }}.</strong>
        }
        {{ customer()?.wishes }}
        @for (phone of phones(); track phone) {
          <span class="figure">{{ phone }}</span>
        }
      </p>
    }
    @if (clash(); as text) {
      <p class="note over" role="alert">
        <strong>Not for {{ name() }}:</strong> {{ text }}.
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
    .figure + .figure::before {
      content: ' · ';
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CustomerNote {
  /** Who is remembered of that name; null for somebody new. */
  readonly customer = input.required<Customer | null>();
  readonly said = input.required<OrderSaid>();
  /** Whether what is against them is asked about beside this. */
  readonly isAsked = input(false);

  private readonly store = inject(Store);
  private readonly names = this.store.selectSignal(workshopFeature.selectPieceNames);
  private readonly book = this.store.selectSignal(workshopFeature.selectClashBook);
  protected readonly never = computed(() => neverOf(this.customer()?.allergies, this.said().allergies));
  protected readonly allergies = computed(() => listed(this.never()));
  protected readonly phones = computed(() => {
    const all = [this.said().phone.trim(), this.customer()?.phone ?? ''];
    return [...new Set(all.filter((phone) => phone !== ''))];
  });
  protected readonly name = computed(() => this.customer()?.name ?? (this.said().customer.trim() || 'them'));
  protected readonly clash = computed(() => {
    if (this.isAsked()) return '';
    const ordered = this.said().pieces.map(({ piece }) => piece);
    return clashText(allergenClashes(this.never(), ordered, this.book()), this.names());
  });
}

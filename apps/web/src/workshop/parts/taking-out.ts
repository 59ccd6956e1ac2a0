import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Feed } from '@alnage/contract';
import type { Observable } from 'rxjs';
import { troubleText } from '../../shared/problem-text';
import { Api } from '../../state/api';
import { troubleOf } from '../../state/problem';

/** Lists as CSV, and the calendars that anybody with their secret address can subscribe to. */
@Component({
  selector: 'al-taking-out',
  imports: [MatButtonModule],
  template: `
    <section class="card">
      <h2>Lists</h2>
      <p class="soft">Comma-separated, for any spreadsheet; what looks like a formula is made plain text.</p>
      <div class="row">
        <a matButton="outlined" href="/api/lists/orders" download>Orders (CSV)</a>
        <a matButton="outlined" href="/api/lists/customers" download>Customers (CSV)</a>
        <a matButton="outlined" href="/api/lists/buying" download>What to buy (CSV)</a>
      </div>
    </section>
    <section class="card">
      <h2>Calendars</h2>
      <p class="soft">
        Whoever has an address sees names, times and what is still to pay. A new address puts an end to the
        old one.
      </p>
      @if (trouble(); as text) {
        <p class="note over" role="alert">{{ text }}</p>
      }
      @for (address of addresses(); track address.name) {
        <p>
          {{ address.name }}<br />
          <a class="figure" [href]="address.url">{{ address.url }}</a>
        </p>
      }
      <div class="row">
        <button matButton="outlined" type="button" (click)="ask(api.renewFeed())">
          {{ token() ? 'Create a new address' : 'Create an address' }}
        </button>
        @if (token()) {
          <button matButton="outlined" type="button" (click)="ask(api.revokeFeed())">Withdraw it</button>
        }
      </div>
    </section>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }
    a.figure {
      color: var(--woad);
      overflow-wrap: anywhere;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TakingOut {
  protected readonly api = inject(Api);
  protected readonly token = signal<string | null>(null);
  protected readonly trouble = signal('');
  protected readonly addresses = computed(() => {
    const token = this.token();
    if (token === null) return [];
    const at = (feed: string): string => `${location.origin}/api/feeds/${token}/${feed}`;
    return [
      { name: 'Pickups', url: at('pickups') },
      { name: 'The kitchen’s work, as the newest plan has it', url: at('kitchen') },
    ];
  });

  constructor() {
    this.ask(this.api.feed());
  }

  protected ask(answer: Observable<Feed>): void {
    this.trouble.set('');
    answer.subscribe({
      next: ({ token }) => this.token.set(token),
      error: (error: unknown) => this.trouble.set(troubleText(troubleOf(error))),
    });
  }
}

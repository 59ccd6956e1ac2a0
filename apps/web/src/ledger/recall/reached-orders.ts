import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { ReachedOrder } from './recall-rows';

/** Orders that something is in, to be told or held back. */
@Component({
  selector: 'al-reached-orders',
  template: `
    <h3>{{ heading() }}</h3>
    @if (orders().length > 0) {
      <table class="ruled" [attr.aria-label]="heading()">
        <thead>
          <tr>
            <th scope="col">Ticket</th>
            <th scope="col">Customer</th>
            <th scope="col">Telephone</th>
            <th scope="col">Pickup</th>
            <th scope="col">What of it</th>
            <th scope="col">State</th>
          </tr>
        </thead>
        <tbody>
          @for (order of orders(); track order.id) {
            <tr>
              <th scope="row">
                <span class="figure">{{ order.ticket }}</span>
              </th>
              <td>{{ order.customer }}</td>
              <td>
                @if (order.phone) {
                  <a [href]="'tel:' + order.phone">{{ order.phone }}</a>
                } @else {
                  <span class="soft">none</span>
                }
              </td>
              <td>{{ order.pickup }}</td>
              <td>{{ order.what }}</td>
              <td>{{ order.state }}</td>
            </tr>
          }
        </tbody>
      </table>
    } @else {
      <p class="soft">None.</p>
    }
  `,
  styles: `
    :host {
      display: block;
      overflow-x: auto;
    }

    h3 {
      margin: 18px 0 4px;
    }

    td,
    th {
      padding-right: 16px;
      vertical-align: baseline;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReachedOrders {
  readonly heading = input.required<string>();
  readonly orders = input.required<readonly ReachedOrder[]>();
}

import type { Customer } from '@alnage/contract';
import { createActionGroup, createFeature, createReducer, createSelector, on, props } from '@ngrx/store';
import { switchMap } from 'rxjs';
import { askEffect } from './ask-effect';
import type { Trouble } from './problem';
import { WorkshopActions } from './workshop.state';

export const CustomerActions = createActionGroup({
  source: 'Customers',
  events: {
    Read: props<{ customers: Customer[] }>(),
    'Read failed': props<{ trouble: Trouble }>(),
  },
});

export interface CustomersState {
  readonly customers: readonly Customer[];
  readonly trouble: Trouble | null;
}

/** Who is remembered; read again with the workshop. */
export const customersFeature = createFeature({
  name: 'customers',
  reducer: createReducer<CustomersState>(
    { customers: [], trouble: null },
    on(CustomerActions.read, (_state, { customers }): CustomersState => ({ customers, trouble: null })),
    on(CustomerActions.readFailed, (state, { trouble }): CustomersState => ({ ...state, trouble })),
  ),
  extraSelectors: ({ selectCustomers }) => ({
    selectCustomersById: createSelector(
      selectCustomers,
      (customers): ReadonlyMap<string, Customer> => new Map(customers.map((each) => [each.id, each])),
    ),
  }),
});

export const readCustomers = askEffect({
  on: [WorkshopActions.read],
  by: switchMap,
  ask: (api) => api.customers(),
  done: (customers) => CustomerActions.read({ customers }),
  failed: CustomerActions.readFailed,
});

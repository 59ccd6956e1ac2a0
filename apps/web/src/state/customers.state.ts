import { inject } from '@angular/core';
import type { Customer } from '@alnage/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, createSelector, on, props } from '@ngrx/store';
import { catchError, map, of, switchMap } from 'rxjs';
import { Api } from './api';
import { troubleOf, type Trouble } from './problem';
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

export const readCustomers = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(WorkshopActions.read),
      switchMap(() =>
        api.customers().pipe(
          map((customers) => CustomerActions.read({ customers })),
          catchError((error: unknown) => of(CustomerActions.readFailed({ trouble: troubleOf(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);

import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import { workshop } from '../testing/small-workshop';
import { customersFeature, readCustomers } from './customers.state';
import { WorkshopActions } from './workshop.state';

const anker = { id: 'a', name: 'A. Anker', phone: '', allergies: [], wishes: '', version: 1 };

test('customers are read with the workshop, and stay while they cannot be read', () => {
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      provideStore(),
      provideState(customersFeature),
      provideEffects({ readCustomers }),
    ],
  });
  const store = TestBed.inject(Store);
  const http = TestBed.inject(HttpTestingController);
  store.dispatch(WorkshopActions.read({ workshop, pieces: [] }));
  http.expectOne('/api/customers').flush([anker]);
  expect(store.selectSignal(customersFeature.selectCustomersById)().get('a')).toEqual(anker);
  store.dispatch(WorkshopActions.read({ workshop, pieces: [] }));
  http.expectOne('/api/customers').error(new ProgressEvent('error'));
  expect(store.selectSignal(customersFeature.selectCustomers)()).toEqual([anker]);
  expect(store.selectSignal(customersFeature.selectTrouble)()).toMatchObject({ code: 'no-connection' });
});

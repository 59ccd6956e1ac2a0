import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import {
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
  type ApplicationConfig,
} from '@angular/core';
import { MAT_FORM_FIELD_DEFAULT_OPTIONS } from '@angular/material/form-field';
import { MAT_RIPPLE_GLOBAL_OPTIONS } from '@angular/material/core';
import { provideRouter, withComponentInputBinding, withPreloading } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore } from '@ngrx/store';
import { routes } from './app.routes';
import { PlacesLater } from './shared/later';
import { tellPerson } from './shared/person/person';
import * as bench from './state/bench.state';
import * as customers from './state/customers.state';
import * as keeping from './state/keeping.state';
import * as larder from './state/larder.state';
import * as live from './state/live.state';
import * as orders from './state/orders.state';
import * as plan from './state/plan.state';
import * as recall from './state/recall.state';
import * as records from './state/records.state';
import * as season from './state/season.state';
import * as weighings from './state/weighings.state';
import { watchCalls } from './state/slow-calls';
import * as workshop from './state/workshop.state';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    provideRouter(routes, withComponentInputBinding(), withPreloading(PlacesLater)),
    provideHttpClient(withFetch(), withInterceptors([tellPerson, watchCalls])),
    provideStore(),
    provideState(workshop.workshopFeature),
    provideState(orders.ordersFeature),
    provideState(plan.planFeature),
    provideState(records.recordsFeature),
    provideState(weighings.weighingsFeature),
    provideState(customers.customersFeature),
    provideState(season.seasonFeature),
    provideState(larder.larderFeature),
    provideState(bench.benchFeature),
    provideState(keeping.keepingFeature),
    provideState(recall.recallFeature),
    provideState(live.liveFeature),
    provideEffects(
      { readWorkshop: workshop.readWorkshop },
      { readSeason: season.readSeason },
      { readCustomers: customers.readCustomers },
      {
        readOrders: orders.readOrders,
        saveOrder: orders.saveOrder,
        moveOrder: orders.moveOrder,
        payOrder: orders.payOrder,
        useTerminal: orders.useTerminal,
        moveSlot: orders.moveSlot,
      },
      plan.planEffects,
      { saveRecord: records.saveRecord, removeRecord: records.removeRecord },
      { readWeighings: weighings.readWeighings, takeWeighing: weighings.takeWeighing },
      { readLarder: larder.readLarder, doDeed: larder.doDeed },
      { readKeeping: keeping.readKeeping, doKeepingDeed: keeping.doKeepingDeed },
      {
        readStops: recall.readStops,
        readRecall: recall.readRecall,
        stopIt: recall.stopIt,
        liftIt: recall.liftIt,
      },
      bench.benchEffects,
      bench.benchCommands,
      { hearEvents: live.hearEvents },
    ),
    {
      provide: MAT_FORM_FIELD_DEFAULT_OPTIONS,
      useValue: { appearance: 'fill', subscriptSizing: 'dynamic', hideRequiredMarker: true },
    },
    { provide: MAT_RIPPLE_GLOBAL_OPTIONS, useValue: { disabled: true } },
  ],
};

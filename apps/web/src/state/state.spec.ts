import { HttpErrorResponse, provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { Order } from '@alnage/contract';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import { piece } from '../testing/small-piece';
import { order, planJob, savedPlan, workshop } from '../testing/small-workshop';
import { LiveActions } from './live.state';
import { orderFates } from './order-fate';
import {
  moveOrder,
  OrderActions,
  ordersFeature,
  readOrders,
  saveOrder,
  withOrder,
  withPage,
} from './orders.state';
import { PlanActions, planEffects, planFeature } from './plan.state';
import { troubleOf } from './problem';
import { readWorkshop, WorkshopActions, workshopFeature } from './workshop.state';
import { catalogueOf } from '@alnage/core/planner';

describe('orders in the store', () => {
  const page = (orders: Order[], offset = 0, total = 3) => ({ total, offset, index: null, orders });

  test('stand in their places, with holes where they have not been read', () => {
    const [a, b] = [order({ id: 'a' }), order({ id: 'b' })];
    expect(withPage([], page([b], 1))).toEqual([null, b, null]);
    expect(withPage([null, b, null], page([a]))).toEqual([a, b, null]);
    expect(withPage([a, b, null], page([], 0, 0))).toEqual([]);
  });

  test('a newer version replaces an older one, never the other way round', () => {
    const [late] = [order({ id: 'b', version: 2 })];
    const named = (change: Partial<Order>) =>
      withOrder([null, late!], order({ id: 'b', ...change }))[1]!.customer;
    expect(named({ version: 3, customer: 'New' })).toBe('New');
    expect(named({ version: 1, customer: 'Old' })).toBe('I. Varg');
    expect(withOrder([null], order())).toEqual([null]);
  });
});

describe('the store and the server', () => {
  let http: HttpTestingController;
  let store: Store;

  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideStore(),
        provideState(workshopFeature),
        provideState(ordersFeature),
        provideState(planFeature),
        provideEffects({ readWorkshop }, { readOrders, saveOrder, moveOrder }, planEffects),
      ],
    });
    http = TestBed.inject(HttpTestingController);
    store = TestBed.inject(Store);
  });
  afterEach(() => http.verify());

  const orders = (): readonly Order[] => store.selectSignal(ordersFeature.selectOrders)();
  const LIST = '/api/orders?offset=0&limit=100';
  const listOf = (all: Order[], index: number | null = null) => ({
    total: all.length,
    offset: 0,
    index,
    orders: all,
  });
  const open = (): void => {
    store.dispatch(WorkshopActions.opened());
    http.expectOne('/api/workshop').flush(workshop);
    http.expectOne('/api/pieces').flush([piece]);
    http.expectOne('/api/plan/jobs/latest').flush({ job: null });
  };

  test('opening reads the workshop, then its orders and its plan', () => {
    open();
    http.expectOne(LIST).flush(listOf([order()]));
    http.expectOne('/api/plan').flush(savedPlan([order()]));
    expect(orders()).toHaveLength(1);
    expect(store.selectSignal(planFeature.selectDayLoads)()).toHaveLength(2);
    expect(store.selectSignal(workshopFeature.selectPieceNames)().get('dusk-berry')).toBe('Dusk berry');
  });

  test('a workshop without a plan is no trouble', () => {
    open();
    http.expectOne(LIST).flush(listOf([]));
    http.expectOne('/api/plan').flush({ code: 'no-plan', errors: [] }, { status: 404, statusText: 'none' });
    expect(store.selectSignal(planFeature.selectTrouble)()).toBeNull();
  });

  test('a server that is away is told as such', () => {
    store.dispatch(WorkshopActions.opened());
    http.expectOne('/api/pieces');
    http.expectOne('/api/plan/jobs/latest');
    http.expectOne('/api/workshop').error(new ProgressEvent('error'));
    expect(store.selectSignal(workshopFeature.selectTrouble)()).toMatchObject({ code: 'no-connection' });
  });

  test('an order is taken once, though it was sent twice', () => {
    const { id: _id, ...rest } = order();
    const draft = {
      customer: rest.customer,
      lines: [{ piece: 'dusk-berry', pieces: 24 }],
      boxes: [],
      pickup: rest.pickup,
      pickupPoint: 'shop',
      note: '',
      state: 'promised' as const,
      despiteKitchen: null,
    };
    store.dispatch(OrderActions.saveAsked({ draft, original: null }));
    store.dispatch(OrderActions.saveAsked({ draft, original: null }));
    http.expectOne({ method: 'POST', url: '/api/orders' }).flush(order());
    // its place in the list is sought
    http.expectOne(`${LIST}&seek=o1`).flush(listOf([order()], 0));
    expect(store.selectSignal(ordersFeature.selectFound)()).toEqual({ index: 0 });
    http.expectOne('/api/plan').flush(savedPlan([order()]));
    expect(orders()).toEqual([order()]);
    expect(store.selectSignal(ordersFeature.selectIsSaving)()).toBe(false);
  });

  test('a change goes against the version that was seen, and its trouble is kept for the form', () => {
    const draft = {
      customer: 'X',
      lines: [{ piece: 'dusk-berry', pieces: 24 }],
      boxes: [],
      pickup: order().pickup,
      pickupPoint: 'shop',
      note: '',
      state: 'promised' as const,
      despiteKitchen: null,
    };
    store.dispatch(OrderActions.saveAsked({ draft, original: order({ version: 4 }) }));
    const request = http.expectOne({ method: 'PUT', url: '/api/orders/o1' });
    expect(request.request.body).toMatchObject({ version: 4, customer: 'X', phone: '', allergies: [] });
    // a change leaves the order in its state
    expect(request.request.body).not.toHaveProperty('state');
    request.flush({ code: 'order-changed', errors: [], params: {} }, { status: 409, statusText: 'changed' });
    expect(store.selectSignal(ordersFeature.selectSaveTrouble)()).toMatchObject({ code: 'order-changed' });
    store.dispatch(OrderActions.saveDismissed());
    expect(store.selectSignal(ordersFeature.selectSaveTrouble)()).toBeNull();
  });

  test('a step that was not open reads the list anew', () => {
    store.dispatch(OrderActions.moveAsked({ order: order(), to: 'ready' }));
    http
      .expectOne('/api/orders/o1/move')
      .flush({ code: 'order-state', errors: [] }, { status: 409, statusText: 'no' });
    http.expectOne(LIST).flush(listOf([order({ state: 'cancelled', version: 2 })]));
    expect(orders()[0]!.state).toBe('cancelled');
  });

  test('rows that come into sight are read, and those that were read are not read again', () => {
    store.dispatch(OrderActions.listAsked({ query: { find: 'a' }, rows: 100 }));
    const first = Array.from({ length: 100 }, (_, i) => order({ id: `o${i}` }));
    http
      .expectOne('/api/orders?find=a&offset=0&limit=100')
      .flush({ total: 250, offset: 0, index: null, orders: first });
    store.dispatch(OrderActions.rowsSeen({ from: 20, to: 60 }));
    http.expectNone(() => true);
    store.dispatch(OrderActions.rowsSeen({ from: 80, to: 130 }));
    http
      .expectOne('/api/orders?find=a&offset=0&limit=200')
      .flush({ total: 250, offset: 0, index: null, orders: [...first, ...first] });
    expect(store.selectSignal(ordersFeature.selectRows)()).toHaveLength(250);
    expect(orders()).toHaveLength(200);
    // an answer to what is no longer asked changes nothing
    store.dispatch(OrderActions.rowsSeen({ from: 200, to: 250 }));
    const late = http.expectOne('/api/orders?find=a&offset=200&limit=100');
    store.dispatch(OrderActions.listAsked({ query: {}, rows: 100 }));
    expect(late.cancelled).toBe(true);
    http.expectOne(LIST).flush(listOf([order()]));
    expect(orders()).toHaveLength(1);
  });

  test('what others changed is read', () => {
    store.dispatch(LiveActions.planChanged());
    http.expectOne('/api/plan').flush(savedPlan([]));
    store.dispatch(LiveActions.ordersChanged());
    http.expectOne(LIST).flush(listOf([order()]));
    http.expectOne('/api/plan').flush({ ...savedPlan([]), isStale: true });
    expect(store.selectSignal(planFeature.selectSaved)()!.isStale).toBe(true);
  });

  test('the version that is worked by is read where it is not the newest, and only then', () => {
    const plan = savedPlan([order()]);
    const workedBy = (): number => store.selectSignal(planFeature.selectWorkedBy)()!.version;
    store.dispatch(PlanActions.read({ saved: plan }));
    expect(workedBy()).toBe(1);
    store.dispatch(
      PlanActions.read({ saved: { ...plan, version: 3, isPublished: false, publishedVersion: 2 } }),
    );
    expect(workedBy()).toBe(3);
    http.expectOne('/api/plan/versions/2').flush({ ...plan, version: 2, publishedVersion: 2 });
    expect(workedBy()).toBe(2);
    expect(store.selectSignal(planFeature.selectWorkedFates)().get('o1')?.standing).toBe('met');
    store.dispatch(
      PlanActions.read({ saved: { ...plan, version: 4, isPublished: false, publishedVersion: 2 } }),
    );
    http.expectNone('/api/plan/versions/2');
    store.dispatch(PlanActions.published({ saved: { ...plan, version: 4, publishedVersion: 4 } }));
    expect(workedBy()).toBe(4);
  });

  test('planning is asked for once at a time, and the job is read while it goes on', () => {
    store.dispatch(PlanActions.jobAsked({ ask: { kind: 'plan' } }));
    store.dispatch(PlanActions.jobAsked({ ask: { kind: 'plan' } }));
    http.expectOne({ method: 'POST', url: '/api/plan/jobs' }).flush(planJob());
    expect(store.selectSignal(planFeature.selectIsPlanning)()).toBe(true);
    store.dispatch(LiveActions.planJobChanged());
    http.expectOne('/api/plan/jobs/latest').flush({ job: planJob({ state: 'done', version: 2 }) });
    expect(store.selectSignal(planFeature.selectIsPlanning)()).toBe(false);
  });

  test('a job is stopped by its id, and its trouble is told apart from that of reading', () => {
    store.dispatch(PlanActions.stopAsked({ id: 'j1' }));
    http.expectOne({ method: 'POST', url: '/api/plan/jobs/j1/stop' }).flush(planJob({ isStopping: true }));
    expect(store.selectSignal(planFeature.selectJob)()).toMatchObject({ isStopping: true });
    store.dispatch(PlanActions.jobAsked({ ask: { kind: 'repair' } }));
    http
      .expectOne('/api/plan/jobs')
      .flush({ code: 'plan-running', errors: [] }, { status: 409, statusText: 'running' });
    expect(store.selectSignal(planFeature.selectSaveTrouble)()).toMatchObject({ code: 'plan-running' });
    expect(store.selectSignal(planFeature.selectTrouble)()).toBeNull();
    store.dispatch(PlanActions.troubleDismissed());
    expect(store.selectSignal(planFeature.selectSaveTrouble)()).toBeNull();
  });

  test('an edit goes against the version that was seen; what came of it is the plan, unless there is a newer one', () => {
    const plan = { ...savedPlan([order()]), publishedVersion: null };
    store.dispatch(PlanActions.read({ saved: { ...plan, version: 4 } }));
    const ask = { version: 4, edit: { kind: 'split' as const, batch: 'b1', pieces: 3 } };
    store.dispatch(PlanActions.editAsked({ ask }));
    const request = http.expectOne('/api/plan/edits');
    expect(request.request.body).toEqual(ask);
    expect(store.selectSignal(planFeature.selectIsSaving)()).toBe(true);
    request.flush({ ...plan, version: 5 });
    const version = (): number => store.selectSignal(planFeature.selectSaved)()!.version;
    expect([version(), store.selectSignal(planFeature.selectIsSaving)()]).toEqual([5, false]);
    store.dispatch(PlanActions.publishAsked({ version: 3 }));
    http.expectOne('/api/plan/versions/3/publish').flush({ ...plan, version: 3, isPublished: true });
    expect(version()).toBe(5);
    store.dispatch(PlanActions.holdAsked({ ask: { version: 5, hold: { batch: 'b1' }, isHeld: true } }));
    http.expectOne('/api/plan/holds').flush({ ...plan, version: 5, pins: ['b1'] });
    expect(store.selectSignal(planFeature.selectSaved)()!.pins).toEqual(['b1']);
  });
});

describe('the fate of an order', () => {
  const fateOf = (orders: Order[], change = {}) => {
    const saved = savedPlan(orders, change);
    return orderFates(catalogueOf(saved.problem), saved).get('o1')!;
  };

  test('is met with the batches that make it', () => {
    const fate = fateOf([order()]);
    expect(fate.standing).toBe('met');
    expect(fate.madeBy.reduce((sum, made) => sum + made.pieces, 0)).toBe(24);
    expect(fate.packed).toBeLessThanOrEqual(2340 - 30);
  });

  test('is unmet with its reasons when it cannot be made', () => {
    const fate = fateOf([order()], { now: 2330 });
    expect(fate).toMatchObject({ standing: 'unmet', packed: null, madeBy: [] });
    expect(fate.unmet[0]!.blocker.kind).toBe('time');
  });
});

test('what is no problem document is taken for a lost connection', () => {
  expect(troubleOf(new Error('x')).code).toBe('no-connection');
  expect(troubleOf(new HttpErrorResponse({ status: 502, error: '<html>' })).code).toBe('no-connection');
  expect(
    troubleOf(new HttpErrorResponse({ status: 404, error: { code: 'not-found', errors: [] } })).code,
  ).toBe('not-found');
});

import { provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import type { Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type {
  Bench,
  Customer,
  Device,
  KeepingNow,
  Larder,
  Order,
  Piece,
  PreparationView,
  RunRecord,
  SavedPlan,
  SeasonFigures,
  Weighing,
  Workshop,
} from '@alnage/contract';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import { BenchActions, benchCommands, benchFeature } from '../state/bench.state';
import { CustomerActions, customersFeature } from '../state/customers.state';
import { doKeepingDeed, KeepingActions, keepingFeature } from '../state/keeping.state';
import { doDeed, LarderActions, larderFeature } from '../state/larder.state';
import { liveFeature } from '../state/live.state';
import {
  moveOrder,
  moveSlot,
  OrderActions,
  ordersFeature,
  payOrder,
  saveOrder,
  useTerminal,
} from '../state/orders.state';
import { PlanActions, planCommands, planFeature } from '../state/plan.state';
import { liftIt, readRecall, readStops, recallFeature, stopIt } from '../state/recall.state';
import { recordsFeature, removeRecord, saveRecord } from '../state/records.state';
import { SeasonActions, seasonFeature } from '../state/season.state';
import { takeWeighing, WeighingActions, weighingsFeature } from '../state/weighings.state';
import { WorkshopActions, workshopFeature } from '../state/workshop.state';
import { choosePerson, tellPerson } from '../shared/person/person';
import { chooseUnits, FIRST_UNITS } from '../shared/units/units';
import { piece } from './small-piece';
import { workshop as smallWorkshop } from './small-workshop';

export interface Rendered<T> {
  readonly fixture: ComponentFixture<T>;
  readonly page: HTMLElement;
  readonly store: Store;
  readonly http: HttpTestingController;
  /** The text of the whole page, white space folded. */
  text(): string;
  /** Clicks the button with this name, by its text or label, and waits for what follows. */
  click(name: string): Promise<void>;
  /** The field with this label. */
  field(label: string): HTMLInputElement | HTMLSelectElement;
  /** Types into the field with this label. */
  type(label: string, value: string): Promise<void>;
  settle(): Promise<void>;
}

export interface RenderOptions {
  readonly workshop?: Workshop;
  readonly orders?: readonly Order[];
  readonly saved?: SavedPlan;
  readonly pieces?: readonly Piece[];
  readonly weighings?: readonly Weighing[];
  readonly customers?: readonly Customer[];
  readonly figures?: SeasonFigures;
  readonly larder?: Larder;
  readonly preparations?: readonly PreparationView[];
  readonly bench?: Bench;
  readonly devices?: readonly Device[];
  readonly runs?: readonly RunRecord[];
  readonly keeping?: KeepingNow;
}

/** A page on the small workshop, with the store as the server filled it. */
export async function render<T>(
  component: Type<T>,
  options: RenderOptions = {},
  inputs: Readonly<Record<string, unknown>> = {},
): Promise<Rendered<T>> {
  Element.prototype.scrollIntoView = () => undefined;
  Element.prototype.scrollTo = () => undefined;
  // there is nothing to draw on
  HTMLCanvasElement.prototype.getContext = () => null;
  chooseUnits(FIRST_UNITS);
  choosePerson(null);
  TestBed.configureTestingModule({
    // so that what is loaded later is known, too
    imports: [component],
    providers: [
      provideHttpClient(withInterceptors([tellPerson])),
      provideHttpClientTesting(),
      provideRouter([]),
      provideStore(),
      provideState(workshopFeature),
      provideState(ordersFeature),
      provideState(planFeature),
      provideState(recordsFeature),
      provideState(weighingsFeature),
      provideState(customersFeature),
      provideState(seasonFeature),
      provideState(larderFeature),
      provideState(benchFeature),
      provideState(keepingFeature),
      provideState(recallFeature),
      provideState(liveFeature),
      provideEffects(
        { saveOrder, moveOrder, payOrder, useTerminal, moveSlot },
        planCommands,
        { saveRecord, removeRecord },
        { takeWeighing },
        { doDeed, doKeepingDeed },
        { readStops, readRecall, stopIt, liftIt },
        benchCommands,
      ),
    ],
  });
  const store = TestBed.inject(Store);
  fillStore(store, options);
  await TestBed.compileComponents();
  const fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  const page = fixture.nativeElement as HTMLElement;
  const settle = async (): Promise<void> => {
    await fixture.whenStable();
    fixture.detectChanges();
  };
  await settle();
  // the page has asked for its list by now
  readList(store, options.orders ?? []);
  await settle();
  return {
    fixture,
    page,
    store,
    http: TestBed.inject(HttpTestingController),
    settle,
    text: () => (page.textContent ?? '').replace(/\s+/g, ' '),
    click: async (name) => {
      const named = [...page.querySelectorAll<HTMLElement>('button, summary, mat-checkbox label')].find(
        (each) => nameOf(each) === name,
      );
      if (!named) throw new Error(`no button ${name}`);
      named.click();
      await settle();
    },
    field: (label) => fieldOf(page, label),
    type: async (label, value) => {
      const field = fieldOf(page, label);
      field.value = value;
      field.dispatchEvent(new Event('input', { bubbles: true }));
      field.dispatchEvent(new Event('change', { bubbles: true }));
      await settle();
    },
  };
}

/** The list of orders as if it had been read with what is asked for now. */
export function readList(store: Store, orders: readonly Order[]): void {
  const page = { total: orders.length, offset: 0, index: null, orders: [...orders] };
  const query = store.selectSignal(ordersFeature.selectFilter)();
  store.dispatch(OrderActions.read({ page, query, keepsOthers: false }));
}

/** The store as if the server had been read. */
function fillStore(store: Store, options: RenderOptions): void {
  const { workshop = smallWorkshop, orders = [], saved, weighings = [] } = options;
  const pieces = options.pieces ?? (workshop.season ? [piece] : []);
  store.dispatch(WorkshopActions.read({ workshop, pieces: [...pieces] }));
  store.dispatch(WeighingActions.read({ weighings: [...weighings] }));
  store.dispatch(CustomerActions.read({ customers: [...(options.customers ?? [])] }));
  readList(store, orders);
  if (options.figures) store.dispatch(SeasonActions.read({ figures: options.figures }));
  if (saved) store.dispatch(PlanActions.read({ saved }));
  fillLarder(store, options);
  fillBench(store, options);
}

function fillLarder(store: Store, { larder, preparations = [] }: RenderOptions): void {
  if (larder) store.dispatch(LarderActions.read({ larder, preparations: [...preparations] }));
}

function fillBench(store: Store, { bench, devices, runs, keeping }: RenderOptions): void {
  if (keeping) store.dispatch(KeepingActions.read({ keeping }));
  if (bench) store.dispatch(BenchActions.read({ bench }));
  if (devices) store.dispatch(BenchActions.devicesRead({ devices: [...devices] }));
  if (runs) store.dispatch(BenchActions.runsRead({ runs: [...runs] }));
}

function nameOf(element: HTMLElement): string {
  return (element.getAttribute('aria-label') ?? element.textContent ?? '').replace(/\s+/g, ' ').trim();
}

function fieldOf(page: HTMLElement, label: string): HTMLInputElement | HTMLSelectElement {
  const found = [...page.querySelectorAll('label')].find((each) =>
    (each.textContent ?? '').trim().startsWith(label),
  );
  const field = found && page.querySelector<HTMLInputElement>(`#${found.getAttribute('for')}`);
  if (!field) throw new Error(`no field ${label}`);
  return field;
}

/** Presses a key as one does who is not typing. */
export function press(key: string): void {
  document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
}

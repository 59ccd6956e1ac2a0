import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  CameOutSaid,
  CardDraft,
  CounterDeedsAsk,
  CounterTaken,
  SlotMove,
  KeepingNow,
  PieceMoveDraft,
  PieceMoveView,
  ZoneLog,
  RestSaid,
  AmendAsk,
  Bench,
  BenchEventsAsk,
  BenchTaken,
  ChangesAsk,
  ChangesMade,
  Customer,
  Device,
  DeviceDraft,
  DeviceTaken,
  Feed,
  HoldAsk,
  JobAsk,
  Holiday,
  HolidayCountry,
  Larder,
  Lot,
  LotChange,
  LotDraft,
  ImportReport,
  Order,
  OrderChange,
  OrderDraft,
  OrderEvent,
  OrderImport,
  OrderMove,
  OrderNotices,
  OrderPage,
  OrderQuery,
  PaymentDraft,
  PickupPoint,
  PlanEditAsk,
  PlanHead,
  PlanJob,
  PracticeDraft,
  PracticeRecord,
  Piece,
  PieceClosing,
  PreparationParams,
  PreparationView,
  ReadingsView,
  RecallAsk,
  RecallView,
  RecipeDraft,
  RecipeEffects,
  RecipeVersion,
  RecipeView,
  SupplyDraft,
  MakingAsk,
  RoomTried,
  PromiseAsk,
  PromisedSlot,
  RunRecord,
  SavedPlan,
  SealAsk,
  Season,
  SeasonFigures,
  SlotClosing,
  StopDraft,
  StopLift,
  StopView,
  SlotMakingView,
  Weighing,
  WeighingDraft,
  WeighingSetAside,
  Workshop,
  WorkshopLoaded,
} from '@alnage/contract';
import { map, type Observable } from 'rxjs';
import { RecordsApi } from './records-api';
import { patiently } from './slow-calls';

/** A card request, and whose it is. */
export interface CardOf {
  readonly id: string;
  readonly card: string;
}

/** The server's API, one method a call. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);
  readonly records = inject(RecordsApi);

  workshop(): Observable<Workshop> {
    return this.http.get<Workshop>('/api/workshop');
  }

  pieces(): Observable<Piece[]> {
    return this.http.get<Piece[]>('/api/pieces');
  }

  season(): Observable<SeasonFigures> {
    return this.http.get<SeasonFigures>('/api/season');
  }

  closePiece(closing: PieceClosing): Observable<Season> {
    return this.http.put<Season>('/api/season/pieces', closing);
  }

  countries(): Observable<HolidayCountry[]> {
    return this.http.get<HolidayCountry[]>('/api/countries');
  }

  /** Holidays of the workshop’s country from the first to the last date. */
  holidays(from: string, to: string): Observable<Holiday[]> {
    return this.http.get<Holiday[]>('/api/holidays', { params: { from, to } });
  }

  /** A part of the season’s orders. */
  orders(query: OrderQuery): Observable<OrderPage> {
    return this.http.get<OrderPage>('/api/orders', { params: { ...query } });
  }

  order(id: string): Observable<Order> {
    return this.http.get<Order>(`/api/orders/${id}`);
  }

  takeOrder(draft: OrderDraft): Observable<Order> {
    return this.http.post<Order>('/api/orders', draft);
  }

  changeOrder(id: string, change: OrderChange): Observable<Order> {
    return this.http.put<Order>(`/api/orders/${id}`, change);
  }

  moveOrder(id: string, move: OrderMove): Observable<Order> {
    return this.http.post<Order>(`/api/orders/${id}/move`, move);
  }

  payOrder(id: string, draft: PaymentDraft): Observable<Order> {
    return this.http.post<Order>(`/api/orders/${id}/payments`, draft);
  }

  orderNotices(): Observable<OrderNotices> {
    return this.http.get<OrderNotices>('/api/orders/notices');
  }

  orderHistory(id: string): Observable<OrderEvent[]> {
    return this.http.get<OrderEvent[]>(`/api/orders/${id}/history`);
  }

  larder(): Observable<Larder> {
    return this.http.get<Larder>('/api/larder');
  }

  preparations(): Observable<PreparationView[]> {
    return this.http.get<PreparationView[]>('/api/preparations');
  }

  finishPreparation(
    { batch, recipe }: PreparationParams,
    { despiteShort, with: others }: { readonly despiteShort: boolean; readonly with: readonly string[] },
  ): Observable<PreparationView> {
    const body = { despiteShort, ...(others.length > 0 && { with: others }) };
    return this.http.post<PreparationView>(`/api/preparations/${batch}/${recipe}/done`, body);
  }

  tellCameOut({ batch, recipe }: PreparationParams, said: CameOutSaid): Observable<PreparationView> {
    return this.http.put<PreparationView>(`/api/preparations/${batch}/${recipe}/came-out`, said);
  }

  keeping(): Observable<KeepingNow> {
    return this.http.get<KeepingNow>('/api/keeping');
  }

  zoneLog(zone: string): Observable<ZoneLog> {
    return this.http.get<ZoneLog>(`/api/zones/${zone}/log`);
  }

  /** Where something leads that is not to be eaten. */
  recall(ask: RecallAsk): Observable<RecallView> {
    return this.http.get<RecallView>('/api/recall', { params: { ...ask } });
  }

  stops(): Observable<StopView[]> {
    return this.http.get<StopView[]>('/api/stops');
  }

  stop(draft: StopDraft): Observable<StopView> {
    return this.http.post<StopView>('/api/stops', draft);
  }

  liftStop(id: string, said: StopLift): Observable<StopView> {
    return this.http.post<StopView>(`/api/stops/${id}/lift`, said);
  }

  movePieces(batch: string, draft: PieceMoveDraft): Observable<PieceMoveView> {
    return this.http.post<PieceMoveView>(`/api/batches/${batch}/moves`, draft);
  }

  undoMove(move: string): Observable<null> {
    return this.http.delete<null>(`/api/moves/${move}`);
  }

  tellRest({ batch, recipe }: PreparationParams, said: RestSaid): Observable<PreparationView> {
    return this.http.put<PreparationView>(`/api/preparations/${batch}/${recipe}/rest`, said);
  }

  undoPreparation({ batch, recipe }: PreparationParams): Observable<null> {
    return this.http.delete<null>(`/api/preparations/${batch}/${recipe}/done`);
  }

  takeLot(draft: LotDraft): Observable<Lot> {
    return this.http.post<Lot>('/api/lots', draft);
  }

  changeLot(id: string, change: LotChange): Observable<Lot> {
    return this.http.post<Lot>(`/api/lots/${id}/moves`, change);
  }

  openLot(id: string, isOpen: boolean): Observable<Lot> {
    return this.http.put<Lot>(`/api/lots/${id}/opened`, { isOpen });
  }

  removeLot(id: string): Observable<null> {
    return this.http.delete<null>(`/api/lots/${id}`);
  }

  recipeVersions(id: string): Observable<RecipeVersion[]> {
    return this.http.get<RecipeVersion[]>(`/api/recipes/${id}/versions`);
  }

  recipeEffects(id: string, draft: RecipeDraft): Observable<RecipeEffects> {
    return this.http.post<RecipeEffects>(`/api/recipes/${id}/effects`, draft);
  }

  supplyEffects(id: string, draft: SupplyDraft): Observable<RecipeEffects> {
    return this.http.post<RecipeEffects>(`/api/supplies/${id}/effects`, draft);
  }

  bringInRecipe(file: object): Observable<RecipeView> {
    return this.http.post<RecipeView>('/api/recipe-files', file);
  }

  customers(): Observable<Customer[]> {
    return this.http.get<Customer[]>('/api/customers');
  }

  mergeCustomer(id: string, into: string): Observable<Customer> {
    return this.http.post<Customer>(`/api/customers/${id}/merge`, { into });
  }

  importOrders(list: OrderImport): Observable<ImportReport> {
    return this.http.post<ImportReport>('/api/imports/orders', list, patiently());
  }

  loadWorkshop(file: object): Observable<WorkshopLoaded> {
    return this.http.post<WorkshopLoaded>('/api/workshop-file', file, patiently());
  }

  feed(): Observable<Feed> {
    return this.http.get<Feed>('/api/feed');
  }

  renewFeed(): Observable<Feed> {
    return this.http.post<Feed>('/api/feed', null);
  }

  revokeFeed(): Observable<Feed> {
    return this.http.delete<Feed>('/api/feed');
  }

  promises(ask: PromiseAsk): Observable<PromisedSlot[]> {
    return this.http.post<PromisedSlot[]>('/api/promises', ask);
  }

  making(ask: MakingAsk): Observable<SlotMakingView> {
    return this.http.post<SlotMakingView>('/api/promises/making', ask);
  }

  /** Tries a new plan for an order that does not fit beside what is planned: takes as long as that is looked for. */
  tryRoom(ask: MakingAsk): Observable<RoomTried> {
    return this.http.post<RoomTried>('/api/promises/try', ask, patiently());
  }

  closeSlot(point: string, closing: SlotClosing): Observable<PickupPoint> {
    return this.http.put<PickupPoint>(`/api/points/${point}/slots`, closing);
  }

  plan(): Observable<SavedPlan> {
    return this.http.get<SavedPlan>('/api/plan');
  }

  planVersions(): Observable<PlanHead[]> {
    return this.http.get<PlanHead[]>('/api/plan/versions');
  }

  planVersion(version: number): Observable<SavedPlan> {
    return this.http.get<SavedPlan>(`/api/plan/versions/${version}`);
  }

  publishPlan(version: number): Observable<SavedPlan> {
    return this.http.post<SavedPlan>(`/api/plan/versions/${version}/publish`, null);
  }

  editPlan(ask: PlanEditAsk): Observable<SavedPlan> {
    return this.http.post<SavedPlan>('/api/plan/edits', ask);
  }

  holdInPlan(ask: HoldAsk): Observable<SavedPlan> {
    return this.http.post<SavedPlan>('/api/plan/holds', ask);
  }

  makeChanges(ask: ChangesAsk): Observable<ChangesMade> {
    return this.http.post<ChangesMade>('/api/plan/changes', ask);
  }

  askJob(ask: JobAsk): Observable<PlanJob> {
    return this.http.post<PlanJob>('/api/plan/jobs', ask);
  }

  latestJob(): Observable<PlanJob | null> {
    return this.http.get<{ job: PlanJob | null }>('/api/plan/jobs/latest').pipe(map(({ job }) => job));
  }

  stopJob(id: string): Observable<PlanJob> {
    return this.http.post<PlanJob>(`/api/plan/jobs/${id}/stop`, null);
  }

  bench(): Observable<Bench> {
    return this.http.get<Bench>('/api/bench');
  }

  sendCounterDeeds(ask: CounterDeedsAsk): Observable<CounterTaken> {
    return this.http.post<CounterTaken>('/api/counter/deeds', ask);
  }

  askCard(id: string, draft: CardDraft): Observable<Order> {
    return this.http.post<Order>(`/api/orders/${id}/card`, draft);
  }

  cancelCard({ id, card }: CardOf): Observable<Order> {
    return this.http.post<Order>(`/api/orders/${id}/card/${card}/cancel`, null);
  }

  sawCard({ id, card }: CardOf, wasTaken: boolean): Observable<Order> {
    return this.http.post<Order>(`/api/orders/${id}/card/${card}/seen`, { wasTaken });
  }

  moveSlot(id: string, move: SlotMove): Observable<Order> {
    return this.http.post<Order>(`/api/orders/${id}/slot`, move);
  }

  sendDeeds(ask: BenchEventsAsk): Observable<BenchTaken> {
    return this.http.post<BenchTaken>('/api/bench/events', ask);
  }

  runs(): Observable<RunRecord[]> {
    return this.http.get<RunRecord[]>('/api/runs');
  }

  sealRun(ask: SealAsk): Observable<RunRecord> {
    return this.http.post<RunRecord>('/api/runs', ask);
  }

  practices(): Observable<PracticeRecord[]> {
    return this.http.get<PracticeRecord[]>('/api/practices');
  }

  keepPractice(draft: PracticeDraft): Observable<PracticeRecord> {
    return this.http.post<PracticeRecord>('/api/practices', draft);
  }

  amendRun(id: string, ask: AmendAsk): Observable<RunRecord> {
    return this.http.post<RunRecord>(`/api/runs/${id}/amendments`, ask);
  }

  devices(): Observable<Device[]> {
    return this.http.get<Device[]>('/api/devices');
  }

  takeDevice(draft: DeviceDraft): Observable<DeviceTaken> {
    return this.http.post<DeviceTaken>('/api/devices', draft);
  }

  removeDevice(id: string): Observable<null> {
    return this.http.delete<null>(`/api/devices/${id}`);
  }

  /** What the probe of a bowl said since an instant, in ms. */
  readings(bowl: string, since: number): Observable<ReadingsView> {
    return this.http.get<ReadingsView>(`/api/bowls/${bowl}/readings`, {
      params: { since: Math.round(since) },
    });
  }

  weighings(): Observable<Weighing[]> {
    return this.http.get<Weighing[]>('/api/weighings');
  }

  takeWeighing(draft: WeighingDraft): Observable<Weighing> {
    return this.http.post<Weighing>('/api/weighings', draft);
  }

  setAside(id: string, change: WeighingSetAside): Observable<Weighing> {
    return this.http.post<Weighing>(`/api/weighings/${id}/set-aside`, change);
  }
}

import { effect, inject, Injectable, Injector } from '@angular/core';
import type { CounterDeed, Order, OrderState, PlanEditAsk, PlanJob, SavedPlan } from '@alnage/contract';
import { Router } from '@angular/router';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { counted } from '../shared/formats/formats';
import { wallText } from '../shared/formats/wall-time';
import { fieldTexts, PROBLEM_TEXT, troubleText } from '../shared/problem-text';
import { Slips } from '../shared/slip/slips';
import { OrderActions } from '../state/orders.state';
import { PlanActions, planFeature } from '../state/plan.state';
import type { Trouble } from '../state/problem';
import { RecordActions } from '../state/records.state';
import { WeighingActions } from '../state/weighings.state';

const MOVED: Readonly<Record<OrderState, string>> = {
  asked: 'is saved without a promise',
  waiting: 'is on the waiting list',
  promised: 'is promised',
  ready: 'is on the shelf',
  'handed-over': 'is handed over',
  'not-collected': 'was not collected',
  cancelled: 'is cancelled',
};

/** What became of an order by a deed of the counter. */
function doneText({ state, keptUntil }: Order, deed: CounterDeed): string {
  if (deed.kind === 'hand-over' && state !== 'handed-over') return 'is handed over in part';
  if (deed.kind === 'keep')
    return keptUntil ? `is kept until ${wallText(keptUntil)}` : 'is not kept any longer';
  return MOVED[state];
}

/** Why an order cannot go on: by its slot, or by what its customer must never have. */
function refusalText(trouble: Trouble): string {
  const against = fieldTexts(trouble, '/customer').join(' ');
  return fieldTexts(trouble, '/pickup')[0] ?? (against || troubleText(trouble));
}

/** Lays a slip for what was just done; it can be undone from there. */
@Injectable({ providedIn: 'root' })
export class Notices {
  private readonly slips = inject(Slips);
  private readonly store = inject(Store);
  private readonly actions = inject(Actions);
  private readonly injector = inject(Injector);
  private readonly router = inject(Router);
  private readonly job = this.store.selectSignal(planFeature.selectJob);
  private readonly saved = this.store.selectSignal(planFeature.selectSaved);
  private isUndo = false;
  /** The job that was seen in the making. */
  private awaited: string | null = null;

  /** Starts to listen; called once by the shell. */
  watch(): void {
    this.actions.pipe(ofType(OrderActions.moved)).subscribe(({ order, from }) => this.tellMoved(order, from));
    this.actions
      .pipe(ofType(OrderActions.counterDone))
      .subscribe(({ order, deed }) => this.tellDone(order, deed));
    this.actions
      .pipe(ofType(OrderActions.saved))
      .subscribe(({ order }) => this.tell(`${order.ticket} is saved`));
    this.actions
      .pipe(ofType(OrderActions.moveFailed))
      .subscribe(({ trouble }) => this.tell(refusalText(trouble)));
    this.actions.pipe(ofType(RecordActions.saved)).subscribe((saved) => this.tellRecord(saved));
    this.actions.pipe(ofType(RecordActions.removed)).subscribe(() => this.tell('Removed'));
    this.actions
      .pipe(ofType(WeighingActions.kept))
      .subscribe(({ weighing: { setAsideReason } }) =>
        this.tell(setAsideReason === null ? 'The weighing counts' : 'The weighing is set aside'),
      );
    this.actions.pipe(ofType(PlanActions.edited)).subscribe(({ saved, ask }) => this.tellEdited(saved, ask));
    this.actions
      .pipe(ofType(PlanActions.published))
      .subscribe(({ saved }) =>
        this.tell(`Version ${saved.version} is published: the kitchen works by it now`),
      );
    effect(() => this.tellPlanned(), { injector: this.injector });
  }

  /** Whoever was saved from an order stands elsewhere: the slip leads there. */
  private tellRecord({ path, id, name }: { path: string; id: string; name: string }): void {
    const link = `/workshop/${path}`;
    const isElsewhere = path === 'customers' && !this.router.url.startsWith(link);
    this.slips.lay({
      text: `${name} is saved`,
      ...(isElsewhere && { seen: { words: 'Under Customers', link, record: id } }),
    });
  }

  /** Tells of a plan that was seen in the making and is there now. */
  private tellPlanned(): void {
    const [job, saved] = [this.job(), this.saved()];
    if (!job) return;
    if (job.state === 'queued' || job.state === 'running') this.awaited = job.id;
    else if (job.id === this.awaited) this.tellEnded(job, saved);
  }

  private tellEnded({ state, fault, version }: PlanJob, saved: SavedPlan | null): void {
    if (state === 'failed') {
      this.awaited = null;
      this.tell(`The plan was not made. ${PROBLEM_TEXT[(fault ?? 'internal-error') as Trouble['code']]}`);
    } else if (saved && saved.version >= version!) {
      this.awaited = null;
      const unplanned = saved.unplanned.reduce((sum, { pieces }) => sum + pieces, 0);
      const missing = saved.unmetPieces + unplanned;
      const unmet = missing > 0 ? `, ${counted(missing, 'piece')} not met` : ', every order met';
      this.tell(
        `Planned: ${counted(saved.plan.batches.length, 'batch')} in ${counted(saved.plan.melts.length, 'melt')}${unmet}`,
      );
    }
  }

  /** What was done by hand can be undone: the version before is gone back to. */
  private tellEdited(saved: SavedPlan, { version, edit }: PlanEditAsk): void {
    const done = { move: 'moved and pinned', split: 'split', merge: 'joined' }[edit.kind];
    this.slips.lay({
      text: `Batch ${edit.batch} is ${done}: version ${saved.version}`,
      // what came after it would go as well
      canUndo: () => this.saved()?.version === saved.version,
      undo: () => this.store.dispatch(PlanActions.jobAsked({ ask: { kind: 'restore', version } })),
    });
  }

  private tellMoved(order: Order, from: OrderState): void {
    const text = `${order.ticket} ${MOVED[order.state]}`;
    if (this.isUndo) {
      this.isUndo = false;
      this.tell(text);
      return;
    }
    this.slips.lay({
      text,
      undo: () => {
        this.isUndo = true;
        this.store.dispatch(OrderActions.moveAsked({ order, to: from }));
      },
    });
  }

  /** What the counter did; what it handed over can be taken back from here. */
  private tellDone(order: Order, deed: CounterDeed): void {
    const text = `${order.ticket} ${doneText(order, deed)}`;
    const undo = this.undoOf(order, deed);
    this.slips.lay({ text, ...(undo && { undo }) });
  }

  private undoOf(order: Order, { kind }: CounterDeed): (() => void) | null {
    const back = (to: OrderState) => () => {
      this.isUndo = true;
      this.store.dispatch(OrderActions.moveAsked({ order, to }));
    };
    switch (kind) {
      case 'hand-over':
        // whoever sent it takes it back: the shell does without the counter until somebody is there
        return () => this.store.dispatch(OrderActions.counterUndoAsked({ order }));
      case 'shelve':
        return back('promised');
      case 'not-collected':
        return back('ready');
      default:
        return null;
    }
  }

  private tell(text: string): void {
    this.slips.lay({ text });
  }
}

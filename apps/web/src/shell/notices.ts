import { inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { Order, OrderState } from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { fieldTexts, troubleText } from '../shared/problem-text';
import { OrderActions } from '../state/orders.state';
import { PlanActions } from '../state/plan.state';
import { RecordActions } from '../state/records.state';
import { WeighingActions } from '../state/weighings.state';

const STAY_MS = 8000;

const MOVED: Readonly<Record<OrderState, string>> = {
  asked: 'is only asked for',
  waiting: 'is on the waiting list',
  promised: 'is promised',
  ready: 'is on the shelf',
  'handed-over': 'is handed over',
  'not-collected': 'was not collected',
  cancelled: 'is cancelled',
};

/** Short notices at the foot of the page; what was done can be undone from there. */
@Injectable({ providedIn: 'root' })
export class Notices {
  private readonly snackBar = inject(MatSnackBar);
  private readonly store = inject(Store);
  private readonly actions = inject(Actions);
  private isUndo = false;

  /** Starts to listen; called once by the shell. */
  watch(): void {
    this.actions.pipe(ofType(OrderActions.moved)).subscribe(({ order, from }) => this.tellMoved(order, from));
    this.actions
      .pipe(ofType(OrderActions.saved))
      .subscribe(({ order }) => this.tell(`${order.ticket} is kept`));
    this.actions
      .pipe(ofType(OrderActions.moveFailed))
      .subscribe(({ trouble }) => this.tell(fieldTexts(trouble, '/pickup')[0] ?? troubleText(trouble)));
    this.actions.pipe(ofType(RecordActions.saved)).subscribe(({ name }) => this.tell(`${name} is kept`));
    this.actions.pipe(ofType(RecordActions.removed)).subscribe(() => this.tell('Removed'));
    this.actions
      .pipe(ofType(WeighingActions.kept))
      .subscribe(({ weighing: { setAsideReason } }) =>
        this.tell(setAsideReason === null ? 'The weighing counts' : 'The weighing is set aside'),
      );
    this.actions.pipe(ofType(PlanActions.planned)).subscribe(({ saved }) => {
      const unmet = saved.unmetPieces > 0 ? `, ${saved.unmetPieces} pieces not met` : ', every order met';
      this.tell(`Planned: ${saved.plan.batches.length} batches in ${saved.plan.melts.length} melts${unmet}`);
    });
  }

  private tellMoved(order: Order, from: OrderState): void {
    const text = `${order.ticket} ${MOVED[order.state]}`;
    if (this.isUndo) {
      this.isUndo = false;
      this.tell(text);
      return;
    }
    this.snackBar
      .open(text, 'Undo', { duration: STAY_MS })
      .onAction()
      .subscribe(() => {
        this.isUndo = true;
        this.store.dispatch(OrderActions.moveAsked({ order, to: from }));
      });
  }

  private tell(text: string): void {
    this.snackBar.open(text, undefined, { duration: STAY_MS });
  }
}

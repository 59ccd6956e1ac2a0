import { inject } from '@angular/core';
import type { SavedPlan } from '@alnage/contract';
import {
  bowlLevels,
  catalogueOf,
  dayLoads,
  lifeTape,
  zoneProfiles,
  type BowlLevel,
  type Catalogue,
  type DayLoad,
  type LifeTape,
} from '@alnage/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { catchError, exhaustMap, map, of, switchMap } from 'rxjs';
import { Api } from './api';
import { LiveActions } from './live.state';
import { OrderActions } from './orders.state';
import { orderFates, type OrderFate } from './order-fate';
import { troubleOf, type Trouble } from './problem';
import { workshopFeature, WorkshopActions } from './workshop.state';

export const PlanActions = createActionGroup({
  source: 'Plan',
  events: {
    Read: props<{ saved: SavedPlan }>(),
    'Read failed': props<{ trouble: Trouble }>(),
    'Plan asked': emptyProps(),
    Planned: props<{ saved: SavedPlan }>(),
    'Plan failed': props<{ trouble: Trouble }>(),
  },
});

export interface PlanState {
  readonly saved: SavedPlan | null;
  readonly isPlanning: boolean;
  readonly trouble: Trouble | null;
}

const initial: PlanState = { saved: null, isPlanning: false, trouble: null };

/** A plan's views, all computed by the core from the problem and the plan alone. */
export interface PlanViews {
  readonly saved: SavedPlan;
  readonly catalogue: Catalogue;
  readonly levels: readonly BowlLevel[];
  readonly tapes: readonly LifeTape[];
  readonly zones: ReturnType<typeof zoneProfiles>;
}

export const planFeature = createFeature({
  name: 'plan',
  reducer: createReducer(
    initial,
    on(PlanActions.read, (state, { saved }): PlanState => ({ ...state, saved, trouble: null })),
    on(PlanActions.readFailed, (state, { trouble }): PlanState => ({
      ...state,
      trouble: trouble.code === 'no-plan' || trouble.code === 'nothing-set-up' ? null : trouble,
    })),
    on(PlanActions.planAsked, (state): PlanState => ({ ...state, isPlanning: true, trouble: null })),
    on(PlanActions.planned, (state, { saved }): PlanState => ({ ...state, saved, isPlanning: false })),
    on(PlanActions.planFailed, (state, { trouble }): PlanState => ({ ...state, trouble, isPlanning: false })),
  ),
  extraSelectors: ({ selectSaved }) => {
    const selectViews = createSelector(selectSaved, (saved) => (saved ? viewsOf(saved) : null));
    return {
      selectViews,
      selectDayLoads: createSelector(
        selectViews,
        workshopFeature.selectDays,
        (views, days): readonly DayLoad[] => {
          if (!views) return [];
          const start = Date.parse(views.saved.horizonStart);
          const minute = (instant: string): number => Math.round((Date.parse(instant) - start) / 60_000);
          return dayLoads(
            views.catalogue,
            views.saved.plan,
            days.map((day) => [minute(day.start), minute(day.end)]),
          );
        },
      ),
      selectFates: createSelector(selectViews, (views): ReadonlyMap<string, OrderFate> =>
        views ? orderFates(views.catalogue, views.saved) : new Map(),
      ),
    };
  },
});

function viewsOf(saved: SavedPlan): PlanViews {
  const catalogue = catalogueOf(saved.problem);
  return {
    saved,
    catalogue,
    levels: bowlLevels(catalogue, saved.plan),
    tapes: saved.plan.batches.map((batch) => lifeTape(catalogue, batch)).sort((a, b) => a.clock - b.clock),
    zones: zoneProfiles(catalogue, saved.plan),
  };
}

/** Read again after orders changed, too: the server then tells whether the plan is stale. */
export const readPlan = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(WorkshopActions.read, LiveActions.planChanged, LiveActions.ordersChanged, OrderActions.saved),
      switchMap(() =>
        api.plan().pipe(
          map((saved) => PlanActions.read({ saved })),
          catchError((error: unknown) => of(PlanActions.readFailed({ trouble: troubleOf(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);

export const makePlan = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(PlanActions.planAsked),
      exhaustMap(() =>
        api.makePlan().pipe(
          map((saved) => PlanActions.planned({ saved })),
          catchError((error: unknown) => of(PlanActions.planFailed({ trouble: troubleOf(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);

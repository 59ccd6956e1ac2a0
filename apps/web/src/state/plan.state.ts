import { inject } from '@angular/core';
import type { HoldAsk, JobAsk, PlanEditAsk, PlanJob, SavedPlan } from '@alnage/contract';
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
  Store,
} from '@ngrx/store';
import { catchError, concatMap, exhaustMap, filter, map, of, switchMap, withLatestFrom } from 'rxjs';
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
    'Worked read': props<{ worked: SavedPlan }>(),
    'Read failed': props<{ trouble: Trouble }>(),
    'Job read': props<{ job: PlanJob | null }>(),
    'Job asked': props<{ ask: JobAsk }>(),
    'Job taken': props<{ job: PlanJob }>(),
    'Stop asked': props<{ id: string }>(),
    'Edit asked': props<{ ask: PlanEditAsk }>(),
    Edited: props<{ saved: SavedPlan; ask: PlanEditAsk }>(),
    'Edit failed': props<{ trouble: Trouble; ask: PlanEditAsk }>(),
    'Hold asked': props<{ ask: HoldAsk }>(),
    'Publish asked': props<{ version: number }>(),
    Published: props<{ saved: SavedPlan }>(),
    Held: props<{ saved: SavedPlan }>(),
    Failed: props<{ trouble: Trouble }>(),
    'Trouble dismissed': emptyProps(),
  },
});

export interface PlanState {
  readonly saved: SavedPlan | null;
  /** The version that is worked by, where that is not the newest. */
  readonly worked: SavedPlan | null;
  readonly job: PlanJob | null;
  /** Whether a change of the plan is on its way. */
  readonly isSaving: boolean;
  /** Why the plan could not be read. */
  readonly trouble: Trouble | null;
  /** Why what was asked for was not done. */
  readonly saveTrouble: Trouble | null;
}

const initial: PlanState = {
  saved: null,
  worked: null,
  job: null,
  isSaving: false,
  trouble: null,
  saveTrouble: null,
};

/** A plan's views, all computed by the core from the problem and the plan alone. */
export interface PlanViews {
  readonly saved: SavedPlan;
  readonly catalogue: Catalogue;
  readonly levels: readonly BowlLevel[];
  readonly tapes: readonly LifeTape[];
  readonly zones: ReturnType<typeof zoneProfiles>;
}

const failed = (state: PlanState, { trouble }: { trouble: Trouble }): PlanState => {
  return { ...state, isSaving: false, saveTrouble: trouble };
};
const saving = (state: PlanState): PlanState => ({ ...state, isSaving: true, saveTrouble: null });
const kept = (state: PlanState, { saved }: { saved: SavedPlan }): PlanState => {
  const isNewest = saved.version >= (state.saved?.version ?? 0);
  return { ...state, isSaving: false, saveTrouble: null, ...(isNewest && { saved }) };
};

export const planFeature = createFeature({
  name: 'plan',
  reducer: createReducer(
    initial,
    on(PlanActions.read, (state, { saved }): PlanState => ({ ...state, saved, trouble: null })),
    on(PlanActions.workedRead, (state, { worked }): PlanState => ({ ...state, worked })),
    on(PlanActions.readFailed, (state, { trouble }): PlanState => ({
      ...state,
      trouble: trouble.code === 'no-plan' || trouble.code === 'nothing-set-up' ? null : trouble,
    })),
    on(PlanActions.jobRead, (state, { job }): PlanState => ({ ...state, job })),
    on(PlanActions.jobAsked, PlanActions.editAsked, PlanActions.holdAsked, PlanActions.publishAsked, saving),
    on(PlanActions.jobTaken, (state, { job }): PlanState => ({ ...state, job, isSaving: false })),
    on(PlanActions.edited, PlanActions.published, PlanActions.held, kept),
    on(PlanActions.editFailed, PlanActions.failed, failed),
    on(PlanActions.troubleDismissed, (state): PlanState => ({ ...state, saveTrouble: null })),
  ),
  extraSelectors: ({ selectSaved, selectWorked, selectJob }) => {
    /** The plan that the kitchen works by: the published one; the newest before any is, and while it is being read. */
    const selectWorkedBy = createSelector(selectSaved, selectWorked, (saved, worked) =>
      saved && worked && saved.publishedVersion === worked.version ? worked : saved,
    );
    const selectViews = createSelector(selectSaved, (saved) => (saved ? viewsOf(saved) : null));
    return {
      selectViews,
      selectIsPlanning: createSelector(
        selectJob,
        (job) => job !== null && (job.state === 'queued' || job.state === 'running'),
      ),
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
      selectWorkedBy,
      selectWorkedFates: createSelector(selectWorkedBy, (worked): ReadonlyMap<string, OrderFate> =>
        worked ? orderFates(catalogueOf(worked.problem), worked) : new Map(),
      ),
      selectFates: createSelector(selectViews, (views): ReadonlyMap<string, OrderFate> =>
        views ? orderFates(views.catalogue, views.saved) : new Map(),
      ),
    };
  },
});

export function viewsOf(saved: SavedPlan): PlanViews {
  const catalogue = catalogueOf(saved.problem);
  return {
    saved,
    catalogue,
    levels: bowlLevels(catalogue, saved.plan),
    tapes: saved.plan.batches.map((batch) => lifeTape(catalogue, batch)).sort((a, b) => a.clock - b.clock),
    zones: zoneProfiles(catalogue, saved.plan),
  };
}

const asTrouble = (error: unknown): Trouble => troubleOf(error);

/** Read again after orders changed, too: the server then tells whether the plan is stale. */
export const readPlan = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(
        WorkshopActions.read,
        LiveActions.planChanged,
        LiveActions.ordersChanged,
        OrderActions.saved,
        PlanActions.editFailed,
      ),
      switchMap(() =>
        api.plan().pipe(
          map((saved) => PlanActions.read({ saved })),
          catchError((error: unknown) => of(PlanActions.readFailed({ trouble: asTrouble(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);

/** The version that is worked by, where that is another one than the newest. */
export const readWorked = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) => {
    return actions.pipe(
      ofType(PlanActions.read, PlanActions.edited, PlanActions.published),
      withLatestFrom(store.select(planFeature.selectSaved), store.select(planFeature.selectWorked)),
      map(([, saved, worked]) => {
        const version = saved?.publishedVersion ?? null;
        return version === saved?.version || version === worked?.version ? null : version;
      }),
      filter((version) => version !== null),
      switchMap((version) =>
        api.planVersion(version).pipe(
          map((worked) => PlanActions.workedRead({ worked })),
          catchError((error: unknown) => of(PlanActions.readFailed({ trouble: asTrouble(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);

/** The plan in the making, whoever asked for it. */
export const readJob = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(WorkshopActions.opened, LiveActions.planJobChanged),
      switchMap(() =>
        api.latestJob().pipe(
          map((job) => PlanActions.jobRead({ job })),
          catchError((error: unknown) => of(PlanActions.readFailed({ trouble: asTrouble(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);

export const askJob = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(PlanActions.jobAsked),
      exhaustMap(({ ask }) =>
        api.askJob(ask).pipe(
          map((job) => PlanActions.jobTaken({ job })),
          catchError((error: unknown) => of(PlanActions.failed({ trouble: asTrouble(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);

export const stopJob = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(PlanActions.stopAsked),
      exhaustMap(({ id }) =>
        api.stopJob(id).pipe(
          map((job) => PlanActions.jobTaken({ job })),
          catchError((error: unknown) => of(PlanActions.failed({ trouble: asTrouble(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);

export const editPlan = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(PlanActions.editAsked),
      exhaustMap(({ ask }) =>
        api.editPlan(ask).pipe(
          map((saved) => PlanActions.edited({ saved, ask })),
          catchError((error: unknown) => of(PlanActions.editFailed({ trouble: asTrouble(error), ask }))),
        ),
      ),
    );
  },
  { functional: true },
);

export const holdInPlan = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(PlanActions.holdAsked),
      concatMap(({ ask }) =>
        api.holdInPlan(ask).pipe(
          map((saved) => PlanActions.held({ saved })),
          catchError((error: unknown) => of(PlanActions.failed({ trouble: asTrouble(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);

export const publishPlan = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(PlanActions.publishAsked),
      exhaustMap(({ version }) =>
        api.publishPlan(version).pipe(
          map((saved) => PlanActions.published({ saved })),
          catchError((error: unknown) => of(PlanActions.failed({ trouble: asTrouble(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);

/** What people ask for, sent to the server. */
export const planCommands = { askJob, stopJob, editPlan, holdInPlan, publishPlan };
/** All of it, as the application runs it. */
export const planEffects = { readPlan, readWorked, readJob, ...planCommands };

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
} from '@alnage/core/planner';
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
import { concatMap, exhaustMap, filter, map, switchMap, withLatestFrom } from 'rxjs';
import { Api } from './api';
import { askEffect, outcome } from './ask-effect';
import { LiveActions } from './live.state';
import { OrderActions } from './orders.state';
import { orderFates, type OrderFate } from './order-fate';
import { afterOutage, type Trouble } from './problem';
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
    on(LiveActions.connectionBack, (state): PlanState => ({
      ...state,
      saveTrouble: afterOutage(state.saveTrouble),
    })),
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

/** Read again after orders changed, too: the server then tells whether the plan is stale. */
export const readPlan = askEffect({
  on: [
    WorkshopActions.read,
    LiveActions.planChanged,
    LiveActions.ordersChanged,
    OrderActions.saved,
    PlanActions.editFailed,
  ],
  by: switchMap,
  ask: (api) => api.plan(),
  done: (saved) => PlanActions.read({ saved }),
  failed: PlanActions.readFailed,
});

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
        outcome(
          api.planVersion(version),
          (worked) => PlanActions.workedRead({ worked }),
          PlanActions.readFailed,
        ),
      ),
    );
  },
  { functional: true },
);

/** The plan in the making, whoever asked for it. */
export const readJob = askEffect({
  on: [WorkshopActions.opened, LiveActions.planJobChanged],
  by: switchMap,
  ask: (api) => api.latestJob(),
  done: (job) => PlanActions.jobRead({ job }),
  failed: PlanActions.readFailed,
});

export const askJob = askEffect({
  on: [PlanActions.jobAsked],
  by: exhaustMap,
  ask: (api, { ask }) => api.askJob(ask),
  done: (job) => PlanActions.jobTaken({ job }),
  failed: PlanActions.failed,
});

export const stopJob = askEffect({
  on: [PlanActions.stopAsked],
  by: exhaustMap,
  ask: (api, { id }) => api.stopJob(id),
  done: (job) => PlanActions.jobTaken({ job }),
  failed: PlanActions.failed,
});

export const editPlan = askEffect({
  on: [PlanActions.editAsked],
  by: exhaustMap,
  ask: (api, { ask }) => api.editPlan(ask),
  done: (saved, { ask }) => PlanActions.edited({ saved, ask }),
  failed: ({ trouble }, { ask }) => PlanActions.editFailed({ trouble, ask }),
});

export const holdInPlan = askEffect({
  on: [PlanActions.holdAsked],
  by: concatMap,
  ask: (api, { ask }) => api.holdInPlan(ask),
  done: (saved) => PlanActions.held({ saved }),
  failed: PlanActions.failed,
});

export const publishPlan = askEffect({
  on: [PlanActions.publishAsked],
  by: exhaustMap,
  ask: (api, { version }) => api.publishPlan(version),
  done: (saved) => PlanActions.published({ saved }),
  failed: PlanActions.failed,
});

/** What people ask for, sent to the server. */
export const planCommands = { askJob, stopJob, editPlan, holdInPlan, publishPlan };
/** All of it, as the application runs it. */
export const planEffects = { readPlan, readWorked, readJob, ...planCommands };

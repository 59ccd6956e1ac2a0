import { computed, inject } from '@angular/core';
import type { PlanHead, SavedPlan } from '@alnage/contract';
import { movedTasks, planFigures } from '@alnage/core/planner';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import { PlanActions } from '../state/plan.state';
import { PlanPageStore } from './plan.store';

interface VersionsState {
  readonly isOpen: boolean;
  readonly heads: readonly PlanHead[];
  /** The version that is held beside the newest. */
  readonly compared: SavedPlan | null;
}

/** The versions of the plan: looked at beside the newest, gone back to, published. */
export const VersionsStore = signalStore(
  withState<VersionsState>({ isOpen: false, heads: [], compared: null }),
  withComputed((versions, page = inject(PlanPageStore)) => ({
    /** What the compared version comes to beside the newest, and which of its tasks the newest has otherwise. */
    difference: computed(() => {
      const [other, newest] = [versions.compared(), page.saved()];
      if (!other || !newest || other.version === newest.version) return null;
      return {
        version: other.version,
        before: planFigures(other),
        after: planFigures(newest),
        changes: movedTasks(other.plan, newest.plan, newest.problem.now),
      };
    }),
  })),
  withMethods((versions) => {
    const api = inject(Api);
    const page = inject(PlanPageStore);
    const store = inject(Store);
    const read = async (): Promise<void> => {
      const heads = await firstValueFrom(api.planVersions()).catch(() => null);
      if (heads) patchState(versions, { heads });
    };
    return {
      read,
      async toggle(): Promise<void> {
        patchState(versions, ({ isOpen }) => ({ isOpen: !isOpen, compared: null }));
        page.show(null);
        if (versions.isOpen()) await read();
      },
      /** Holds a version beside the newest, and draws it; the same again puts it away. */
      async compare(version: number): Promise<void> {
        if (versions.compared()?.version === version) {
          patchState(versions, { compared: null });
          page.show(null);
          return;
        }
        const compared = await firstValueFrom(api.planVersion(version)).catch(() => null);
        if (!compared) return;
        patchState(versions, { compared });
        page.show({ saved: compared, label: `Version ${version}` });
      },
      goBack(version: number): void {
        patchState(versions, { compared: null });
        page.show(null);
        store.dispatch(PlanActions.jobAsked({ ask: { kind: 'restore', version } }));
      },
      publish(version: number): void {
        store.dispatch(PlanActions.publishAsked({ version }));
      },
    };
  }),
);

import { computed, inject } from '@angular/core';
import type { Change, WhatIf } from '@alnage/core/planner';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { Reckoner } from '../shared/reckoning/reckoner';
import { Api } from '../state/api';
import { PlanActions } from '../state/plan.state';
import { troubleOf, type Trouble } from '../state/problem';
import { PlanPageStore } from './plan.store';

interface WhatIfState {
  readonly isOpen: boolean;
  readonly changes: readonly Change[];
  /** Whether people may be told otherwise: planned anew with it, not only mended. */
  readonly isFree: boolean;
  readonly outcome: 'asked' | 'failed' | WhatIf | null;
  /** Why what was said yes to was not done. */
  readonly trouble: Trouble | null;
}

/**
 * A new hand has a name, what is ordered was promised, and a zone is out of use only on trial: these are changed where they are
 * kept.
 */
const ELSEWHERE: ReadonlySet<Change['kind']> = new Set(['hands', 'pickup', 'pieces', 'zone-away']);

/** What if the workshop or its orders were otherwise: changes on trial, and what the plan with them comes to. */
export const WhatIfStore = signalStore(
  withState<WhatIfState>({ isOpen: false, changes: [], isFree: false, outcome: null, trouble: null }),
  withComputed((trial) => ({
    canSayYes: computed(() => {
      const isKnown = typeof trial.outcome() === 'object' && trial.outcome() !== null;
      return isKnown && trial.changes().every(({ kind }) => !ELSEWHERE.has(kind));
    }),
  })),
  withMethods((trial) => {
    const page = inject(PlanPageStore);
    const reckoner = inject(Reckoner);
    const api = inject(Api);
    const store = inject(Store);
    let asked = 0;
    const work = async (changes: readonly Change[]): Promise<void> => {
      const [saved, number] = [page.saved(), ++asked];
      const problem = page.held()(null)?.shut;
      if (!saved || !problem || changes.length === 0) {
        patchState(trial, { changes, outcome: null });
        page.show(null);
        return;
      }
      patchState(trial, { changes, outcome: 'asked', trouble: null });
      const planned = { problem, plan: saved.plan };
      const about = { changes, isFree: trial.isFree() };
      const outcome = await reckoner.ask('whatIf', planned, about).catch(() => 'failed' as const);
      if (number !== asked) return;
      patchState(trial, { outcome });
      if (outcome === 'failed') return;
      const { plan } = outcome;
      const shown = {
        ...saved,
        problem: outcome.problem,
        plan,
        reasons: [],
        unmetPieces: outcome.after.unmetPieces,
      };
      page.show({ saved: shown, label: 'What if' });
    };
    return {
      toggle(): void {
        patchState(trial, ({ isOpen }) => ({ isOpen: !isOpen }));
        if (!trial.isOpen()) void work([]);
      },
      /** Opens with changes on trial at once. */
      begin(changes: readonly Change[]): void {
        patchState(trial, { isOpen: true });
        void work(changes);
      },
      setFree(isFree: boolean): void {
        patchState(trial, { isFree });
        void work(trial.changes());
      },
      add: (change: Change): void => void work([...trial.changes(), change]),
      takeOut: (index: number): void => void work(trial.changes().filter((_, i) => i !== index)),
      clear: (): void => void work([]),
      /** Makes the workshop so, and mends the plan with it. */
      async sayYes(): Promise<void> {
        const { changes } = { changes: trial.changes() };
        const trouble = await firstValueFrom(api.makeChanges({ changes })).then(
          () => null,
          (error: unknown) => troubleOf(error),
        );
        if (trouble) return patchState(trial, { trouble });
        patchState(trial, { isOpen: false });
        void work([]);
        store.dispatch(PlanActions.jobAsked({ ask: { kind: trial.isFree() ? 'plan' : 'repair' } }));
      },
    };
  }),
);

import { computed, inject } from '@angular/core';
import { mendedBeside, type Mended } from '@alnage/core/bench';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import { planFeature, PlanActions } from '../state/plan.state';
import { troubleOf, type Trouble } from '../state/problem';
import { workshopFeature } from '../state/workshop.state';
import { BenchStore } from './bench.store';

const MS_PER_MINUTE = 60_000;
/** Nobody stands about with a full bowl: the mended plan is bettered for so many seconds. */
const MEND_SECONDS = 5;

interface MendState {
  /** Who cannot go on. */
  readonly away: string | null;
  /** The job that was asked for here. */
  readonly job: string | null;
  readonly isAsking: boolean;
  readonly trouble: Trouble | null;
}

/** The day mended from the bench: worked out beside the plan, and worked by only after a yes. */
export const MendStore = signalStore(
  withState<MendState>({ away: null, job: null, isAsking: false, trouble: null }),
  withComputed((mend) => {
    const store = inject(Store);
    const bench = inject(BenchStore);
    const saved = store.selectSignal(planFeature.selectSaved);
    const worked = store.selectSignal(planFeature.selectWorkedBy);
    const job = store.selectSignal(planFeature.selectJob);
    const own = computed(() => {
      const latest = job();
      return latest && latest.id === mend.job() ? latest : null;
    });
    return {
      isWorking: computed(() => {
        const state = own()?.state;
        return mend.isAsking() || state === 'queued' || state === 'running';
      }),
      hasFailed: computed(() => own()?.state === 'failed'),
      progress: computed(() => own()?.progress ?? 0),
      isWorkedBy: computed(() => {
        const version = own()?.version ?? null;
        return version !== null && saved()?.publishedVersion === version;
      }),
      /** The mended plan by its version, once it is there. */
      mended: computed((): (Mended & { version: number }) | null => {
        const [draft, now, version] = [saved(), worked(), own()?.version ?? null];
        if (!draft || !now || draft.version !== version || now.version === version) return null;
        return { version, ...mendedBeside(draft, now, bench.bench()?.shortages ?? []) };
      }),
    };
  }),
  withMethods((mend) => {
    const api = inject(Api);
    const store = inject(Store);
    const bench = inject(BenchStore);
    const days = store.selectSignal(workshopFeature.selectDays);
    /** From now to the end of the day, in minutes of the plan. */
    const restOfDay = (): [number, number] => {
      const now = bench.start() + bench.nowMinute() * MS_PER_MINUTE;
      const day = days().find(({ start, end }) => Date.parse(start) <= now && now < Date.parse(end));
      const until = day ? (Date.parse(day.end) - bench.start()) / MS_PER_MINUTE : bench.nowMinute() + 1;
      return [Math.max(0, Math.floor(bench.nowMinute())), Math.round(until)];
    };
    const goHome = async (person: string): Promise<void> => {
      const change = { kind: 'away' as const, person, span: restOfDay() };
      await firstValueFrom(api.makeChanges({ changes: [change] }));
      patchState(mend, { away: null });
    };
    return {
      setAway(person: string): void {
        patchState(mend, { away: mend.away() === person ? null : person });
      },
      /** Has a mended plan worked out; it is looked at before anybody works by it. */
      async ask(): Promise<void> {
        const [version, away] = [bench.bench()?.version ?? null, mend.away()];
        if (version === null || mend.isAsking()) return;
        patchState(mend, { isAsking: true, trouble: null, job: null });
        try {
          if (away) await goHome(away);
          const job = await firstValueFrom(api.askJob({ kind: 'repair', version, seconds: MEND_SECONDS }));
          store.dispatch(PlanActions.jobTaken({ job }));
          patchState(mend, { job: job.id, isAsking: false });
        } catch (error) {
          patchState(mend, { isAsking: false, trouble: troubleOf(error) });
        }
      },
      /** Everybody works by it from now on. */
      sayYes(): void {
        const version = mend.mended()?.version;
        if (version !== undefined) store.dispatch(PlanActions.publishAsked({ version }));
      },
      leave(): void {
        patchState(mend, { job: null, away: null, trouble: null });
        bench.open(null);
      },
    };
  }),
);

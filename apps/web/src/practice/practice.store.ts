import { inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { PracticeDraft, PracticeRecord } from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { patchState, signalStore, withHooks, withMethods, withState } from '@ngrx/signals';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import { LiveActions } from '../state/live.state';
import { troubleOf, type Trouble } from '../state/problem';

interface PracticeState {
  /** What is kept, the last first. */
  readonly kept: readonly PracticeRecord[];
  /** What became of practices here and is not kept yet, the first first. */
  readonly waiting: readonly PracticeDraft[];
  /** Why the last of them was not kept. */
  readonly trouble: Trouble | null;
}

/** What became of practices: kept by the server, and tried again until it is. */
export const PracticeStore = signalStore(
  withState<PracticeState>({ kept: [], waiting: [], trouble: null }),
  withMethods((page, api = inject(Api)) => {
    const read = async (): Promise<void> => {
      try {
        patchState(page, { kept: await firstValueFrom(api.practices()) });
      } catch {
        // the line at the top says that the server is away; what was read before stays
      }
    };
    let sending = false;
    const send = async (): Promise<void> => {
      if (sending) return;
      sending = true;
      try {
        for (let [draft] = page.waiting(); draft; [draft] = page.waiting()) {
          const record = await firstValueFrom(api.keepPractice(draft));
          patchState(page, ({ kept, waiting }) => ({
            kept: [record, ...kept.filter(({ id }) => id !== record.id)],
            waiting: waiting.filter(({ id }) => id !== record.id),
            trouble: null,
          }));
        }
      } catch (error) {
        const trouble = troubleOf(error);
        // what is refused once is refused again, and would hold up those after it
        const isRefused = 'status' in trouble && trouble.status < 500;
        patchState(page, ({ waiting }) => ({ trouble, waiting: isRefused ? waiting.slice(1) : waiting }));
      } finally {
        sending = false;
      }
    };
    return {
      read,
      send,
      keep(draft: PracticeDraft): Promise<void> {
        patchState(page, ({ waiting }) => ({ waiting: [...waiting, draft] }));
        return send();
      },
    };
  }),
  withHooks({
    onInit(page, actions = inject(Actions)) {
      void page.read();
      actions.pipe(ofType(LiveActions.connectionBack), takeUntilDestroyed()).subscribe(() => {
        void page.read();
        void page.send();
      });
    },
  }),
);

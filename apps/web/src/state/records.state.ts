import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { exhaustMap } from 'rxjs';
import type { RecordPath, Versioned } from './records-api';
import { askEffect } from './ask-effect';
import { LiveActions } from './live.state';
import { afterOutage, type Trouble } from './problem';

export const RecordActions = createActionGroup({
  source: 'Records',
  events: {
    'Save asked': props<{ path: RecordPath; draft: object; original: Versioned | null }>(),
    'Remove asked': props<{ path: RecordPath; id: string }>(),
    Saved: props<{ path: RecordPath; id: string; name: string }>(),
    Removed: props<{ path: RecordPath; id: string }>(),
    'Save failed': props<{ trouble: Trouble }>(),
    Dismissed: emptyProps(),
  },
});

export interface RecordsState {
  readonly isSaving: boolean;
  /** What stood in the way of the last save or removal, until the form is left. */
  readonly trouble: Trouble | null;
}

const busy: RecordsState = { isSaving: true, trouble: null };
const idle: RecordsState = { isSaving: false, trouble: null };

/** One record at a time is saved or removed; what it is then is read with the workshop. */
export const recordsFeature = createFeature({
  name: 'records',
  reducer: createReducer<RecordsState>(
    idle,
    on(RecordActions.saveAsked, RecordActions.removeAsked, (): RecordsState => busy),
    on(RecordActions.saved, RecordActions.removed, RecordActions.dismissed, (): RecordsState => idle),
    on(LiveActions.connectionBack, (state): RecordsState => ({
      ...state,
      trouble: afterOutage(state.trouble),
    })),
    on(RecordActions.saveFailed, (_state, { trouble }): RecordsState => ({ isSaving: false, trouble })),
  ),
});

export const saveRecord = askEffect({
  on: [RecordActions.saveAsked],
  by: exhaustMap,
  ask: (api, { path, draft, original }) => api.records.save(path, draft, original),
  done: ({ id, name }, { path }) => RecordActions.saved({ path, id, name }),
  failed: RecordActions.saveFailed,
});

export const removeRecord = askEffect({
  on: [RecordActions.removeAsked],
  by: exhaustMap,
  ask: (api, { path, id }) => api.records.remove(path, id),
  done: (_gone, { path, id }) => RecordActions.removed({ path, id }),
  failed: RecordActions.saveFailed,
});

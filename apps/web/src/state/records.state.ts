import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, exhaustMap, map, of } from 'rxjs';
import { Api, type RecordPath, type Versioned } from './api';
import { troubleOf, type Trouble } from './problem';

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
    on(RecordActions.saveFailed, (_state, { trouble }): RecordsState => ({ isSaving: false, trouble })),
  ),
});

const failed = (error: unknown) => of(RecordActions.saveFailed({ trouble: troubleOf(error) }));

export const saveRecord = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(RecordActions.saveAsked),
      exhaustMap(({ path, draft, original }) =>
        api.saveRecord(path, draft, original).pipe(
          map(({ id, name }) => RecordActions.saved({ path, id, name })),
          catchError(failed),
        ),
      ),
    );
  },
  { functional: true },
);

export const removeRecord = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(RecordActions.removeAsked),
      exhaustMap(({ path, id }) =>
        api.removeRecord(path, id).pipe(
          map(() => RecordActions.removed({ path, id })),
          catchError(failed),
        ),
      ),
    );
  },
  { functional: true },
);

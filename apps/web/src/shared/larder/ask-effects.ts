import { effect, signal, untracked, type Signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { RecipeEffects } from '@alnage/contract';
import { catchError, debounceTime, of, switchMap, type Observable } from 'rxjs';

const QUIET_MS = 300;

/** What a draft would do once it is saved, asked for while it is typed; null while nothing can be told. */
export function askEffects<Draft>(
  draft: Signal<{ readonly id: string; readonly draft: Draft } | null>,
  ask: (id: string, draft: Draft) => Observable<RecipeEffects>,
): Signal<RecipeEffects | null> {
  const effects = signal<RecipeEffects | null>(null);
  toObservable(draft)
    .pipe(
      debounceTime(QUIET_MS),
      switchMap((now) => (now ? ask(now.id, now.draft).pipe(catchError(() => of(null))) : of(null))),
      takeUntilDestroyed(),
    )
    .subscribe((told) => effects.set(told));
  // what another draft would do is not told of this one
  effect(() => {
    if (draft() === null) untracked(() => effects.set(null));
  });
  return effects.asReadonly();
}

import { HttpContext, HttpContextToken, type HttpInterceptorFn } from '@angular/common/http';
import { computed, signal } from '@angular/core';
import { finalize, timeout } from 'rxjs';

/** What takes longer than this is told to be under way. Shop default. */
const SLOW_MS = 3000;
/** What has no answer by then is given back to who asked for it. Shop default. */
export const GIVE_UP_SECONDS = 20;

/** Whether a call may take as long as it likes: a list of thousands, a whole workshop. */
const IS_PATIENT = new HttpContextToken(() => false);

/** Of a call that is waited for however long it takes. */
export function patiently(): { context: HttpContext } {
  return { context: new HttpContext().set(IS_PATIENT, true) };
}

const slow = signal(0);

/** Whether something is waited for longer than people expect. */
export const isWaiting = computed(() => slow() > 0);

/**
 * Notes which calls take long, and ends what is to be changed and has no answer, so that nobody stands before a grey button.
 * What is only read is waited for: it is asked again by whoever shows it.
 */
export const watchCalls: HttpInterceptorFn = (request, next) => {
  let isSlow = false;
  const timer = setTimeout(() => {
    isSlow = true;
    slow.update((count) => count + 1);
  }, SLOW_MS);
  const answer = next(request);
  const isGivenUp = request.method !== 'GET' && !request.context.get(IS_PATIENT);
  return (isGivenUp ? answer.pipe(timeout({ each: 1000 * GIVE_UP_SECONDS })) : answer).pipe(
    finalize(() => {
      clearTimeout(timer);
      if (isSlow) slow.update((count) => count - 1);
    }),
  );
};

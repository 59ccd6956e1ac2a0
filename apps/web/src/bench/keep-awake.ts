import type { DestroyRef } from '@angular/core';

/** Keeps the screen from going dark while the bench is open, where the browser can; again whenever it comes back. */
export function keepAwake(destroyRef: DestroyRef): void {
  let lock: WakeLockSentinel | null = null;
  const ask = (): void => {
    if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
    navigator.wakeLock.request('screen').then(
      (got) => (lock = got),
      // the battery is low, or the page is not served securely: then the screen goes dark as it always does
      () => undefined,
    );
  };
  document.addEventListener('visibilitychange', ask);
  destroyRef.onDestroy(() => {
    document.removeEventListener('visibilitychange', ask);
    void lock?.release();
  });
  ask();
}

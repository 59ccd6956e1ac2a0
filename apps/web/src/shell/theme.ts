import { DestroyRef, effect, inject, Injectable, signal } from '@angular/core';

const KEY = 'alnage.theme';

/** Daylight or evening colours: as the device has it, unless somebody chose here; the choice is kept on this device. */
@Injectable({ providedIn: 'root' })
export class Theme {
  private readonly dark = globalThis.matchMedia?.('(prefers-color-scheme: dark)');
  readonly isEvening = signal(this.chosen() ?? this.dark?.matches ?? false);

  constructor() {
    effect(() => {
      document.documentElement.dataset['theme'] = this.isEvening() ? 'evening' : 'day';
    });
    const follow = (): void => {
      if (this.chosen() === null) this.isEvening.set(this.dark?.matches ?? false);
    };
    this.dark?.addEventListener('change', follow);
    inject(DestroyRef).onDestroy(() => this.dark?.removeEventListener('change', follow));
  }

  toggle(): void {
    this.isEvening.update((isEvening) => !isEvening);
    localStorage.setItem(KEY, this.isEvening() ? 'evening' : 'day');
  }

  /** What somebody chose on this device; null where nobody did. */
  private chosen(): boolean | null {
    const kept = localStorage.getItem(KEY);
    return kept === null ? null : kept === 'evening';
  }
}

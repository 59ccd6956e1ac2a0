import { effect, Injectable, signal } from '@angular/core';

const KEY = 'alnage.theme';

/** Daylight or evening colours, kept on this device. */
@Injectable({ providedIn: 'root' })
export class Theme {
  readonly isEvening = signal(localStorage.getItem(KEY) === 'evening');

  constructor() {
    effect(() => {
      const theme = this.isEvening() ? 'evening' : 'day';
      document.documentElement.dataset['theme'] = theme;
      localStorage.setItem(KEY, theme);
    });
  }

  toggle(): void {
    this.isEvening.update((isEvening) => !isEvening);
  }
}

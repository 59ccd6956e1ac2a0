import { effect, Injectable, signal } from '@angular/core';

/** A wait that somebody watches; its end is an instant of the machine's own clock. */
export interface Timer {
  readonly name: string;
  readonly endsAt: number;
}

const KEY = 'alnage-timers';
const MS_PER_MINUTE = 60_000;

/** The waits of whoever is at this screen: right again when the page is opened anew, until they are put away. */
@Injectable({ providedIn: 'root' })
export class Timers {
  readonly all = signal<readonly Timer[]>(read());

  constructor() {
    effect(() => localStorage.setItem(KEY, JSON.stringify(this.all())));
  }

  start(name: string, minutes: number): void {
    const timer = { name, endsAt: Date.now() + minutes * MS_PER_MINUTE };
    this.all.update((all) => [...all, timer].sort((a, b) => a.endsAt - b.endsAt));
  }

  putAway(timer: Timer): void {
    this.all.update((all) => all.filter((each) => each !== timer));
  }
}

/** What was kept; a text that is none of ours is no timer. */
function read(): Timer[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return Array.isArray(kept) ? kept.filter(isTimer) : [];
  } catch {
    return [];
  }
}

function isTimer(value: unknown): value is Timer {
  const { name, endsAt } = (value ?? {}) as Partial<Timer>;
  return typeof name === 'string' && typeof endsAt === 'number' && Number.isFinite(endsAt);
}

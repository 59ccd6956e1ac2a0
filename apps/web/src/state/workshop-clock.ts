import { computed, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { workshopFeature } from './workshop.state';

const TICK_MS = 15_000;

/** The workshop's time on this page: the server's at reading, running on by this machine's. */
@Injectable({ providedIn: 'root' })
export class WorkshopClock {
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  private readonly machine = signal(Date.now());
  /** Taken anew whenever the workshop is read. */
  private readonly shiftMs = computed(() => {
    const workshop = this.workshop();
    return workshop ? Date.parse(workshop.now) - Date.now() : 0;
  });

  /** The workshop's now, in ms, moving every quarter of a minute. */
  readonly now = computed(() => this.machine() + this.shiftMs());

  constructor() {
    setInterval(() => this.machine.set(Date.now()), TICK_MS);
  }
}

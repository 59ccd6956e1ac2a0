import { computed, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { workshopFeature } from './workshop.state';

const TICK_MS = 15_000;
const SECOND_MS = 1000;

/** The workshop's time on this page: the server's at reading, running on by this machine's, or faster where it is told to. */
@Injectable({ providedIn: 'root' })
export class WorkshopClock {
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  private readonly machine = signal(Date.now());
  private readonly seconds = signal(Date.now());
  /** Taken anew whenever the workshop is read. */
  private readonly read = computed(() => {
    const workshop = this.workshop();
    const machine = Date.now();
    return workshop
      ? { machine, workshop: Date.parse(workshop.now), rate: workshop.clockRate }
      : { machine, workshop: machine, rate: 1 };
  });

  /** The workshop's now, in ms, moving every quarter of a minute; every second where its clock runs fast. */
  readonly now = computed(() => (this.read().rate > 1 ? this.second() : this.at(this.machine())));
  /** The same, moving every second. */
  readonly second = computed(() => this.at(this.seconds()));

  constructor() {
    setInterval(() => this.seconds.set(Date.now()), SECOND_MS);
    setInterval(() => this.machine.set(Date.now()), TICK_MS);
  }

  /** The workshop's now, to the millisecond. */
  precise(): number {
    return this.at(Date.now());
  }

  private at(machine: number): number {
    const { machine: from, workshop, rate } = this.read();
    return workshop + Math.max(0, machine - from) * rate;
  }
}

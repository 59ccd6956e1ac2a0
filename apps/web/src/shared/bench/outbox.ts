import { inject, Injectable } from '@angular/core';
import type { BenchEventDraft, BenchTaken, DeedRefusal } from '@alnage/contract';
import type { BenchDeed } from '@alnage/core/bench';
import { firstValueFrom } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { Api } from '../../state/api';
import { WorkshopClock } from '../../state/workshop-clock';
import { DeedOutbox } from '../deeds/deed-outbox';
import type { KeptDeed } from '../deeds/deed-box';
import { personHere } from '../person/person';

/** Why a deed of the bench was not taken. */
export type BenchRefusal = DeedRefusal | 'not-understood';
export type KeptBenchDeed = KeptDeed<BenchEventDraft, BenchRefusal>;

/** The name of the bench’s box on this device. */
export const BENCH_BOX = 'alnage-bench';

/** Sends what is done at the bench. */
@Injectable({ providedIn: 'root' })
export class Outbox extends DeedOutbox<BenchEventDraft, BenchRefusal> {
  private readonly api = inject(Api);
  private readonly clock = inject(WorkshopClock);

  constructor() {
    super(BENCH_BOX, 'not-understood');
  }

  /** Writes a deed down and sends it; by whoever is at this screen if nobody is named. */
  add(work: string, deed: BenchDeed, by = personHere()): BenchEventDraft {
    const at = Math.round(this.clock.precise());
    const event: BenchEventDraft = { id: uuid(), work, at, by, deed };
    this.put(event);
    return event;
  }

  protected post(events: readonly BenchEventDraft[]): Promise<BenchTaken> {
    return firstValueFrom(this.api.sendDeeds({ events }));
  }
}

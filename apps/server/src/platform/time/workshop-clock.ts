import type { DataSource } from 'typeorm';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';

/**
 * The workshop's time. A demo's clock stands apart from the machine's by a shift that is kept in the database, so
 * that it runs on over restarts; without a shift it is the machine's own.
 */
export class WorkshopClock {
  private readonly startedAt = Date.now();

  private constructor(
    private readonly shiftMs: number,
    /** How much faster than the machine’s it runs, from when it was loaded. */
    readonly rate: number,
  ) {}

  static async load(db: DataSource, rate = 1): Promise<WorkshopClock> {
    const workshop = await db.getRepository(WorkshopEntity).findOneBy({ id: 1 });
    return new WorkshopClock(Number(workshop?.clockShiftMs ?? 0), rate);
  }

  /** Sets the clock to an instant from which it runs on. */
  static async set(db: DataSource, now: Date): Promise<void> {
    const clockShiftMs = String(now.getTime() - Date.now());
    await db.getRepository(WorkshopEntity).update({ id: 1 }, { clockShiftMs });
  }

  now(): Date {
    const passed = Date.now() - this.startedAt;
    return new Date(this.startedAt + this.shiftMs + this.rate * passed);
  }
}

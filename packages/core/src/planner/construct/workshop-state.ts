import { catalogueOf, found, type Catalogue } from '../check/catalogue';
import { roomStays } from '../view/room-stays';
import type { Batch, Problem } from '../problem';
import { BowlLine, type WorkingMelt } from './bowl-line';
import { BusyHours } from './busy-hours';
import { Journal } from './journal';
import { TrayRoom } from './tray-room';
import { allergensBefore } from '../allergens';
import { stageGrams, startedPieces } from '../amounts';

/** Everything that is taken so far: hands, trays and bowls, with the undo list for what is being tried. */
export class WorkshopState {
  readonly catalogue: Catalogue;
  readonly journal = new Journal();
  readonly hours: ReadonlyMap<string, BusyHours>;
  readonly rooms: ReadonlyMap<string, TrayRoom>;
  readonly bowls: readonly BowlLine[];
  readonly now: number;
  private nextMelt = 1;

  constructor(readonly problem: Problem) {
    this.catalogue = catalogueOf(problem);
    this.now = problem.now ?? 0;
    this.hours = new Map(problem.people.map((person) => [person.id, new BusyHours(person.shifts)]));
    this.rooms = new Map(problem.zones.map((zone) => [zone.id, new TrayRoom(zone.trays, problem.horizon)]));
    this.bowls = problem.melters.map((melter) => new BowlLine(melter, this));
    this.placeFixed();
  }

  newMeltId(): string {
    return `new-${this.nextMelt++}`;
  }

  /** Takes a person's time; undone with the journal. */
  book(person: string, start: number, end: number): void {
    const hours = found(this.hours, person);
    hours.add(start, end);
    this.journal.record(() => hours.remove(start, end));
  }

  unbook(person: string, start: number, end: number): void {
    const hours = found(this.hours, person);
    hours.remove(start, end);
    this.journal.record(() => hours.add(start, end));
  }

  /** Lays a finished batch's trays where they will lie. */
  layTrays(batch: Batch): void {
    for (const stay of roomStays(this.catalogue, batch))
      found(this.rooms, stay.zone).add(stay.trays, stay.from, stay.to);
  }

  private placeFixed(): void {
    const fixed = this.problem.fixed ?? { batches: [], melts: [] };
    const melts = new Map<string, WorkingMelt>();
    for (const melt of fixed.melts) {
      this.book(melt.person, melt.setupStart, melt.setupEnd);
      melts.set(melt.id, { ...melt, dips: [], isFixed: true });
    }
    for (const batch of fixed.batches) {
      const product = found(this.catalogue.products, batch.product);
      const started = startedPieces(product, batch.pieces);
      batch.stages.forEach((task, k) => {
        this.book(task.person, task.start, task.end);
        if (task.melt === null) return;
        const melt = found(melts, task.melt);
        melts.set(melt.id, {
          ...melt,
          dips: [
            ...melt.dips,
            {
              start: task.start,
              end: task.end,
              grams: stageGrams(product.stages[k]!, started),
              declared: found(this.catalogue.declared, product.id),
              brings: allergensBefore(product, k, this.catalogue.coatings),
            },
          ].sort((a, b) => a.start - b.start),
        });
      });
      this.layTrays(batch);
    }
    for (const bowl of this.bowls)
      bowl.melts = [...melts.values()]
        .filter((melt) => melt.melter === bowl.melter.id)
        .sort((a, b) => a.setupStart - b.setupStart);
    this.journal.commit();
  }
}

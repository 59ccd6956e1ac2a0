import type { FieldProblem } from '@alnage/contract';
import { workingHours, type Change } from '@alnage/core';
import type { EntityManager, EntityTarget } from 'typeorm';
import type { KeptRecord } from '../../../store/workshop/kept-record';
import { lockRecords } from '../../../shop/kept/kept-records';
import { recordId } from '../../../shop/kept/record-id';
import { PieceEntity } from '../../../store/workshop/piece.entity';
import { fieldProblem } from '../../../platform/http/field-problem';
import { announce } from '../../../platform/database/live';
import { ProblemError } from '../../../platform/http/problem-error';
import { BowlEntity } from '../../../store/workshop/bowl.entity';
import { PersonEntity, ZoneEntity } from '../../../store/workshop/resources.entity';
import type { SetUp } from '../../../shop/seasons/set-up';
import { dayOf, minutesFrom, timeOfDay, wallClockOf } from '../../../platform/time/workshop-time';
import { startedWork } from '../../../week/kitchen/started-work';

const MS_PER_MINUTE = 60_000;

/** Makes changes of the workshop that were tried before: all of them, or none. */
export async function makeChanges(
  manager: EntityManager,
  { setUp, now }: { readonly setUp: SetUp; readonly now: Date },
  changes: readonly Change[],
): Promise<void> {
  await lockRecords(manager);
  const making = new Making(manager, setUp, now);
  for (const [index, change] of changes.entries()) await making.make(change, `/changes/${index}`);
  await announce(manager, 'workshop');
}

class Making {
  constructor(
    private readonly manager: EntityManager,
    private readonly setUp: SetUp,
    private readonly now: Date,
  ) {}

  make(change: Change, pointer: string): Promise<void> {
    switch (change.kind) {
      case 'trays':
        return this.trays(change, pointer);
      case 'hours':
      case 'away':
        return this.hours(change, pointer);
      case 'bowl':
        return this.oneMoreBowl(change.like, pointer);
      case 'bowl-away':
        return this.bowlAway(change.bowl, pointer);
      case 'rest':
        return this.rest(change, pointer);
      default:
        // a new hand has a name, and what is ordered was promised: both are changed where they are kept
        return Promise.reject(
          refused(fieldProblem(`${pointer}/kind`, 'not-allowed', { value: change.kind })),
        );
    }
  }

  private async trays({ zone: id, more }: Change & { kind: 'trays' }, pointer: string): Promise<void> {
    const zone = await this.found(ZoneEntity, id, `${pointer}/zone`);
    zone.trays = Math.max(0, zone.trays + more);
    await this.keep(zone);
  }

  private async hours(
    { kind, person: id, span }: Change & { kind: 'hours' | 'away' },
    pointer: string,
  ): Promise<void> {
    const person = await this.found(PersonEntity, id, `${pointer}/person`);
    const [start, end] = span.map((minute) => this.instant(minute)) as [Date, Date];
    if (end <= start)
      throw refused(
        fieldProblem(`${pointer}/span`, 'out-of-range', { value: span[1], range: `later than ${span[0]}` }),
      );
    for (const day of this.setUp.days) {
      if (day.end <= start || day.start >= end) continue;
      const within = [start > day.start ? start : day.start, end < day.end ? end : day.end] as const;
      this.setDay(person, day, { kind, span: within, pointer });
    }
    await this.keep(person);
  }

  /** Gives a person the hours of one day with a span more or less. */
  private setDay(
    person: PersonEntity,
    { date, end: dayEnds }: SetUp['days'][number],
    { kind, span, pointer }: { kind: 'hours' | 'away'; span: readonly [Date, Date]; pointer: string },
  ): void {
    if (kind === 'hours' && person.absences.some(({ from, to }) => from <= date && date <= to))
      throw refused(
        fieldProblem(`${pointer}/span`, 'out-of-range', {
          value: date,
          range: `a day on which ${person.name} is not away`,
        }),
      );
    const { timeZone } = this.setUp;
    const before = workingHours(person, dayOf(date)).map(
      ({ starts, ends }) => [timeOfDay(date, starts, timeZone), timeOfDay(date, ends, timeZone)] as const,
    );
    const after =
      kind === 'hours' ? joined([...before, span]) : before.flatMap((each) => without(each, span));
    const clock = (instant: Date): string =>
      instant >= dayEnds ? '24:00' : wallClockOf(instant, timeZone).slice(11);
    const others = person.shifts.filter((each) => each.day !== date);
    person.shifts = [
      ...others,
      ...after.map(([from, to]) => ({ day: date, starts: clock(from), ends: clock(to) })),
    ];
    // hours of a day stand in place of the week's; that there are none has to be said otherwise
    if (after.length === 0 && before.length > 0)
      person.absences = [...person.absences, { from: date, to: date, why: 'off' }];
  }

  private async oneMoreBowl(id: string, pointer: string): Promise<void> {
    const like = await this.found(BowlEntity, id, `${pointer}/like`);
    const all = await this.manager.find(BowlEntity);
    const name = nextName(like.name, new Set(all.map((bowl) => bowl.name)));
    const position = Math.max(...all.map((bowl) => bowl.position)) + 1;
    const bowl = {
      ...like,
      id: recordId(name, new Set(all.map((each) => each.id))),
      name,
      position,
      version: 1,
    };
    await this.manager.insert(BowlEntity, bowl as never);
  }

  private async bowlAway(id: string, pointer: string): Promise<void> {
    const bowl = await this.found(BowlEntity, id, `${pointer}/bowl`);
    const { melters } = await startedWork(this.manager, this.now);
    if (melters.has(id)) throw new ProblemError('in-use', { name: bowl.name, by: ['a melt that has begun'] });
    await this.manager.remove(bowl);
  }

  private async rest({ product, stage, zone }: Change & { kind: 'rest' }, pointer: string): Promise<void> {
    const piece = await this.found(PieceEntity, product, `${pointer}/product`);
    await this.found(ZoneEntity, zone, `${pointer}/zone`);
    if (!piece.route.some(({ id }) => id === stage))
      throw refused(
        fieldProblem(`${pointer}/stage`, 'unknown-reference', {
          value: stage,
          range: `a stage of ${piece.name}`,
        }),
      );
    piece.route = piece.route.map((each) =>
      each.id === stage ? { ...each, rest: { ...each.rest, zone } } : each,
    );
    await this.keep(piece);
  }

  private instant(minute: number): Date {
    const { start } = this.setUp.span;
    const last = minutesFrom(start, this.setUp.span.end);
    return new Date(start.getTime() + Math.min(last, minute) * MS_PER_MINUTE);
  }

  private async keep<T extends KeptRecord>(record: T): Promise<void> {
    record.version += 1;
    await this.manager.save(record);
  }

  private async found<T extends KeptRecord>(
    entity: EntityTarget<T>,
    id: string,
    pointer: string,
  ): Promise<T> {
    const [record] = await this.manager.find(entity, { where: { id } as never });
    if (record) return record;
    throw refused(
      fieldProblem(pointer, 'unknown-reference', { value: id, range: 'one that the workshop has' }),
    );
  }
}

type Stretch = readonly [Date, Date];

function joined(spans: readonly Stretch[]): Stretch[] {
  const all: [Date, Date][] = [];
  for (const [from, to] of [...spans].sort(([a], [b]) => a.getTime() - b.getTime())) {
    const last = all.at(-1);
    if (last && last[1] >= from) last[1] = last[1] > to ? last[1] : to;
    else all.push([from, to]);
  }
  return all;
}

function without([from, to]: Stretch, [start, end]: Stretch): Stretch[] {
  if (end <= from || start >= to) return [[from, to]];
  return [...(start > from ? [[from, start] as const] : []), ...(end < to ? [[end, to] as const] : [])];
}

/** Bowl A, then Bowl A 2, Bowl A 3 and so on. */
function nextName(name: string, taken: ReadonlySet<string>): string {
  for (let number = 2; ; number++) if (!taken.has(`${name} ${number}`)) return `${name} ${number}`;
}

function refused(problem: FieldProblem): ProblemError {
  return new ProblemError('invalid-input', {}, [problem]);
}

import type { FieldProblem, PickupPoint, PickupPointDraft, Sending, SlotClosing } from '@alnage/contract';
import { minutesOf } from '@alnage/core';
import type { DataSource } from 'typeorm';
import type { RecordKind } from '../kept/kept-records';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import { slotStart } from './pickup-slots';
import { loadBook } from '../recipe-book/load-book';
import { requireParcel } from '../recipe-book/parcel-supplies';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import { overlapping, type DaySpanOfHours } from '../../platform/time/spans';

/** Pickup points, with the hours in which orders are collected there. */
export const PICKUP_POINTS: RecordKind<PickupPointEntity, PickupPointDraft, PickupPoint> = {
  entity: PickupPointEntity,
  what: 'pickup point',
  judge: async (manager, { hours, exceptions, sending }) => {
    requireParcel({ sending: sending ?? null }, await loadBook(manager));
    return [
      ...sentTwice(sending ?? null),
      ...hours.flatMap((each, index) => spanProblems(each, `/hours/${index}`)),
      ...exceptions.flatMap((each, index) => spanProblems(each, `/exceptions/${index}`)),
      ...crossing(
        hours.map((each) => ({ ...each, day: String(each.weekday) })),
        '/hours',
      ),
      ...crossing(
        exceptions.map((each) => ({ ...each, day: each.date })),
        '/exceptions',
      ),
    ];
  },
  columns: ({ sending = null, wayCelsius = null, ...draft }) => ({ ...draft, sending, wayCelsius }),
  view: (_manager, point) => Promise.resolve(pointView(point)),
  settle: () => Promise.resolve(),
};

export function pointView({ position: _position, ...point }: PickupPointEntity): PickupPoint {
  return point;
}

/** A day of the way that is told twice. */
function sentTwice(sending: Sending | null): FieldProblem[] {
  const dates = (sending?.days ?? []).map(({ date }) => date);
  return dates.flatMap((date, index): FieldProblem[] =>
    dates.indexOf(date) < index
      ? [{ pointer: `/sending/days/${index}/date`, code: 'twice', params: { value: date } }]
      : [],
  );
}

interface Span {
  readonly opens: string | null;
  readonly closes: string | null;
}

/** Both times or neither, and closing after opening. */
function spanProblems({ opens, closes }: Span, pointer: string): FieldProblem[] {
  if (opens === null && closes === null) return [];
  if (opens === null) return [{ pointer: `${pointer}/opens`, code: 'required', params: {} }];
  if (closes === null) return [{ pointer: `${pointer}/closes`, code: 'required', params: {} }];
  return minutesOf(closes) > minutesOf(opens)
    ? []
    : [
        {
          pointer: `${pointer}/closes`,
          code: 'out-of-range',
          params: { value: closes, range: `later than ${opens}` },
        },
      ];
}

/** Hours of one day that run into each other, or a date that is shut and open. */
function crossing(spans: readonly DaySpanOfHours[], pointer: string): FieldProblem[] {
  return overlapping(spans).map((index) => ({
    pointer: `${pointer}/${index}/opens`,
    code: 'hours-cross',
    params: {},
  }));
}

/** Closes a slot for new orders at the last minute, or opens it again; asked twice it stays as it is. */
export function closeSlot(db: DataSource, id: string, { at, isClosed }: SlotClosing): Promise<PickupPoint> {
  return db.transaction(async (manager) => {
    const point = await manager.findOne(PickupPointEntity, {
      where: { id },
      lock: { mode: 'pessimistic_write' },
    });
    if (!point) throw new ProblemError('record-not-found', { what: 'pickup point', id });
    const slot = slotStart(point, at);
    if (slot === null)
      throw new ProblemError('invalid-input', {}, [
        { pointer: '/at', code: 'pickup-shut', params: { value: at, point: point.name } },
      ]);
    const others = point.closedSlots.filter((each) => each !== slot);
    point.closedSlots = isClosed ? [...others, slot].sort() : others;
    await manager.save(point);
    await announce(manager, 'workshop');
    return pointView(point);
  });
}

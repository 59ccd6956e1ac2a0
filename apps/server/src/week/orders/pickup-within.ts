import { And, LessThan, MoreThanOrEqual, type FindOperator } from 'typeorm';

/** Pickups in a span of time, its end not with it. */
export function pickupWithin({
  start,
  end,
}: {
  readonly start: Date;
  readonly end: Date;
}): FindOperator<Date> {
  return And(MoreThanOrEqual(start), LessThan(end));
}

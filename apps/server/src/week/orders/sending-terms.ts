import type { FieldProblem } from '@alnage/contract';
import { postRuleOf, sendingFault, type PostRule, type SendingFault } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { Slot } from '../../shop/pickup/pickup-slots';
import { dayOf, daysBetween, wallClockOf } from '../../platform/time/workshop-time';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import type { PickupPointEntity } from '../../store/workshop/resources.entity';

const MS_PER_MINUTE = 60_000;

/** What may go by post from a pickup point, and on how warm a way; nothing to say of a point where orders are collected. */
export class SendingTerms {
  private constructor(
    private readonly point: PickupPointEntity,
    private readonly rules: ReadonlyMap<string, PostRule>,
    private readonly timeZone: string,
  ) {}

  static async load(
    manager: EntityManager,
    point: PickupPointEntity,
    timeZone: string,
  ): Promise<SendingTerms | null> {
    if (!point.sending) return null;
    const coatings = await manager.find(CoatingEntity);
    const rules = (await manager.find(PieceEntity)).map((piece): [string, PostRule] => {
      const { postMostCelsius: own } = piece.keeping;
      return [piece.id, own === undefined ? postRuleOf(piece, coatings) : { mostCelsius: own }];
    });
    return new SendingTerms(point, new Map(rules), timeZone);
  }

  /** What stands in the way of a piece that arrives in a slot; null where nothing does. */
  faultOf(piece: string, { at, instant }: Slot): SendingFault | null {
    const rule = this.rules.get(piece);
    if (!rule) return null;
    const leaves = new Date(instant.getTime() - this.point.journeyMinutes * MS_PER_MINUTE);
    const first = wallClockOf(leaves, this.timeZone).slice(0, 10);
    const days = daysBetween(first, at.slice(0, 10), this.timeZone).map(({ date }) => dayOf(date));
    return sendingFault(rule, days, this.point.sending!);
  }
}

/** A fault of sending as what is wrong with the pickup. */
export function sendingProblem(piece: string, fault: SendingFault): FieldProblem {
  const pointer = '/pickup';
  if (fault.kind === 'never') return { pointer, code: 'not-by-post', params: { piece } };
  if (fault.kind === 'not-collected')
    return { pointer, code: 'not-collected-then', params: { piece, day: fault.date } };
  const { date: day, celsius, mostCelsius: most } = fault;
  return { pointer, code: 'too-warm-by-post', params: { piece, day, celsius, most } };
}

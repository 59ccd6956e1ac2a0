import type { FieldProblem } from '@alnage/contract';
import { coatingsOn, sendingFault, usualPostRule, type PostRule, type SendingFault } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { Slot } from '../../shop/pickup/pickup-slots';
import { wallClockOf } from '../../platform/time/workshop-time';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import type { PickupPointEntity } from '../../store/workshop/resources.entity';

const MS_PER_MINUTE = 60_000;
const MS_PER_DAY = 86_400_000;

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
    const lows = new Map(coatings.map(({ id, windowLowCelsius }) => [id, windowLowCelsius]));
    const rules = (await manager.find(PieceEntity)).map((piece): [string, PostRule] => {
      const { postMostCelsius: own } = piece.keeping;
      const usual = (): PostRule =>
        usualPostRule(
          piece.family,
          coatingsOn(piece).flatMap((id) => lows.get(id) ?? []),
        );
      return [piece.id, own === undefined ? usual() : { mostCelsius: own }];
    });
    return new SendingTerms(point, new Map(rules), timeZone);
  }

  /** What stands in the way of a piece that arrives in a slot; null where nothing does. */
  faultOf(piece: string, { at, instant }: Slot): SendingFault | null {
    const rule = this.rules.get(piece);
    if (!rule) return null;
    const leaves = new Date(instant.getTime() - this.point.journeyMinutes * MS_PER_MINUTE);
    const first = wallClockOf(leaves, this.timeZone).slice(0, 10);
    return sendingFault(rule, datesBetween(first, at.slice(0, 10)), this.point.sending!);
  }
}

/** The dates from one to another, both with them. */
function datesBetween(first: string, last: string): string[] {
  const [from, to] = [first, last].map((date) => Date.parse(`${date}T00:00Z`)) as [number, number];
  const days = Math.round((to - from) / MS_PER_DAY) + 1;
  return Array.from({ length: days }, (_, day) =>
    new Date(from + day * MS_PER_DAY).toISOString().slice(0, 10),
  );
}

/** A fault of sending as what is wrong with the pickup. */
export function sendingProblem(piece: string, fault: SendingFault): FieldProblem {
  const pointer = '/pickup';
  if (fault.kind === 'never') return { pointer, code: 'not-by-post', params: { piece } };
  const { date: day, celsius, mostCelsius: most } = fault;
  return { pointer, code: 'too-warm-by-post', params: { piece, day, celsius, most } };
}

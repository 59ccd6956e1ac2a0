import { PROMISED_STATES, type FieldProblem, type PieceOffer } from '@alnage/contract';
import { offerFault, piecesOfOrder, type Offer, type OfferFault, type OrderContents } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { SetUp } from '../../shop/seasons/set-up';
import { instantOf, wallClockOf } from '../../platform/time/workshop-time';
import type { Slot } from '../../shop/pickup/pickup-slots';
import { contentsOf } from './order-view';
import { OrderEntity } from '../../store/work/order.entity';
import type { PickupPointEntity } from '../../store/workshop/resources.entity';
import { SendingTerms, sendingProblem } from './sending-terms';

/** What an order had before it is changed or promised: what was agreed then need not be asked again. */
interface Had {
  readonly pieces: ReadonlyMap<string, number>;
  readonly isPromised: boolean;
  readonly takenAt: number;
  readonly day: string;
  readonly point: string;
}

/** What is asked of: when, where, and what may be sent from there. */
interface Asked {
  readonly now: number;
  readonly timeZone: string;
  readonly point: string;
  readonly sending: SendingTerms | null;
}

/** The shop's terms, held against an order: for which days, until when, what somebody closed, and what may go by post. */
export class OfferTerms {
  private constructor(
    private readonly offers: ReadonlyMap<string, Offer>,
    private readonly had: Had | null,
    private readonly asked: Asked,
  ) {}

  static async load(
    manager: EntityManager,
    { season, timeZone }: SetUp,
    {
      changing,
      now,
      point,
    }: { readonly changing: string | null; readonly now: Date; readonly point: PickupPointEntity },
  ): Promise<OfferTerms> {
    const offers = new Map(season.offers.map((offer) => [offer.piece, termsOf(offer, timeZone)]));
    const before = changing === null ? null : await manager.findOneBy(OrderEntity, { id: changing });
    const sending = await SendingTerms.load(manager, point, timeZone);
    const asked = { now: now.getTime(), timeZone, point: point.id, sending };
    return new OfferTerms(offers, before && hadBy(before, timeZone), asked);
  }

  /**
   * What is wrong with a slot by the first piece that cannot be had for it; null where all can. An order that was taken in time stays so: only
   * what is new in it is held against the cut-off, and only another day against the days of the offer.
   */
  problemOf(contents: OrderContents, slot: Slot): FieldProblem | null {
    for (const asked of piecesOfOrder(contents)) {
      const problem = this.pieceProblem(asked, slot);
      if (problem) return problem;
    }
    return null;
  }

  private pieceProblem(
    { piece, pieces }: { readonly piece: string; readonly pieces: number },
    slot: Slot,
  ): FieldProblem | null {
    const { had, asked } = this;
    const isMore = !had || pieces > (had.pieces.get(piece) ?? 0);
    const isKept = !isMore && had.isPromised;
    if (isKept && this.isWhereItWas(slot)) return null;
    const terms = this.offers.get(piece);
    const fault = terms && this.offerFaultOf(terms, slot, { isMore, isKept });
    if (fault) return termsProblem(piece, fault, asked.timeZone);
    const unsent = asked.sending?.faultOf(piece, slot);
    return unsent ? sendingProblem(piece, unsent) : null;
  }

  private isWhereItWas({ at }: Slot): boolean {
    return this.had?.day === at.slice(0, 10) && this.had.point === this.asked.point;
  }

  private offerFaultOf(
    terms: Offer,
    { at, instant }: Slot,
    { isMore, isKept }: { readonly isMore: boolean; readonly isKept: boolean },
  ): OfferFault | null {
    return offerFault(
      { ...terms, isClosed: terms.isClosed && !isKept },
      {
        day: at.slice(0, 10),
        pickup: instant.getTime(),
        now: isMore ? this.asked.now : this.had!.takenAt,
      },
    );
  }
}

/** A piece's terms as instants. */
export function termsOf({ from, to, orderBy, hoursBefore, isClosed }: PieceOffer, timeZone: string): Offer {
  const until = orderBy === null ? null : (instantOf(orderBy, timeZone)?.getTime() ?? null);
  return { from, to, orderBy: until, hoursBefore, isClosed };
}

/** A fault of the terms as what is wrong with the pickup. */
function termsProblem(piece: string, fault: OfferFault, timeZone: string): FieldProblem {
  const pointer = '/pickup';
  switch (fault.kind) {
    case 'closed':
      return { pointer, code: 'piece-closed', params: { piece } };
    case 'other-days':
      return { pointer, code: 'piece-other-days', params: { piece, from: fault.from, to: fault.to } };
    case 'cut-off':
      return {
        pointer,
        code: 'cut-off-past',
        params: { piece, until: wallClockOf(new Date(fault.until), timeZone) },
      };
  }
}

function hadBy(order: OrderEntity, timeZone: string): Had {
  return {
    pieces: new Map(piecesOfOrder(contentsOf(order)).map(({ piece, pieces }) => [piece, pieces])),
    isPromised: PROMISED_STATES.includes(order.state),
    takenAt: order.createdAt.getTime(),
    day: wallClockOf(order.pickupAt, timeZone).slice(0, 10),
    point: order.pickupPointId,
  };
}

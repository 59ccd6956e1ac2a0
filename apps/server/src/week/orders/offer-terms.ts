import { PROMISED_STATES, type FieldProblem, type PieceOffer } from '@alnage/contract';
import { offerFault, piecesOfOrder, type Offer, type OfferFault, type OrderContents } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { SetUp } from '../../shop/seasons/set-up';
import { instantOf, wallClockOf } from '../../platform/time/workshop-time';
import type { Slot } from '../../shop/pickup/pickup-slots';
import { contentsOf } from './order-view';
import { OrderEntity } from '../../store/work/order.entity';

/** The piece that cannot be had for a slot by the season's own terms. */
export interface PieceFault {
  readonly piece: string;
  readonly fault: OfferFault;
}

/** What an order had before it is changed or promised: what was agreed then need not be asked again. */
interface Had {
  readonly pieces: ReadonlyMap<string, number>;
  readonly isPromised: boolean;
  readonly takenAt: number;
  readonly day: string;
}

/** The season's terms of offer, held against an order: for which days, until when, and what somebody closed. */
export class OfferTerms {
  private constructor(
    private readonly offers: ReadonlyMap<string, Offer>,
    private readonly had: Had | null,
    private readonly now: number,
  ) {}

  static async load(
    manager: EntityManager,
    { season, timeZone }: SetUp,
    { changing, now }: { readonly changing: string | null; readonly now: Date },
  ): Promise<OfferTerms> {
    const offers = new Map(season.offers.map((offer) => [offer.piece, termsOf(offer, timeZone)]));
    const before = changing === null ? null : await manager.findOneBy(OrderEntity, { id: changing });
    return new OfferTerms(offers, before && hadBy(before, timeZone), now.getTime());
  }

  /**
   * The first piece that cannot be had for a slot; null where all can. An order that was taken in time stays so: only
   * what is new in it is held against the cut-off, and only another day against the days of the offer.
   */
  faultOf(contents: OrderContents, slot: Slot): PieceFault | null {
    for (const { piece, pieces } of piecesOfOrder(contents)) {
      const terms = this.offers.get(piece);
      const fault = terms && this.pieceFault({ piece, pieces, terms }, slot);
      if (fault) return { piece, fault };
    }
    return null;
  }

  private pieceFault(
    { piece, pieces, terms }: { piece: string; pieces: number; terms: Offer },
    { at, instant }: Slot,
  ): OfferFault | null {
    const { had } = this;
    const day = at.slice(0, 10);
    const isMore = !had || pieces > (had.pieces.get(piece) ?? 0);
    const isKept = !isMore && had.isPromised;
    if (isKept && day === had.day) return null;
    return offerFault(
      { ...terms, isClosed: terms.isClosed && !isKept },
      { day, pickup: instant.getTime(), now: isMore ? this.now : had.takenAt },
    );
  }
}

/** A piece's terms as instants. */
export function termsOf({ from, to, orderBy, hoursBefore, isClosed }: PieceOffer, timeZone: string): Offer {
  const until = orderBy === null ? null : (instantOf(orderBy, timeZone)?.getTime() ?? null);
  return { from, to, orderBy: until, hoursBefore, isClosed };
}

/** A fault of the terms as what is wrong with the pickup. */
export function termsProblem({ piece, fault }: PieceFault, timeZone: string): FieldProblem {
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
  };
}

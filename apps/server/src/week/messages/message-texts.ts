import type { MessagePreview, Order } from '@alnage/contract';
import {
  channelOf,
  filledTemplate,
  pieceAllergens,
  piecesOfOrder,
  type Declared,
  type MessageFields,
  type MessageKind,
  type Reachable,
} from '@alnage/core';
import { DateTime } from 'luxon';
import type { EntityManager } from 'typeorm';
import { moneyIn } from '../../platform/paper/money';
import { loadDeclared } from '../../shop/recipe-book/load-declared';
import { CustomerEntity } from '../../store/work/customer.entity';
import { BoxEntity } from '../../store/workshop/box.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';

interface Known {
  readonly shop: WorkshopEntity;
  readonly pieces: ReadonlyMap<string, PieceEntity>;
  readonly boxes: ReadonlyMap<string, BoxEntity>;
  readonly points: ReadonlyMap<string, PickupPointEntity>;
  readonly customers: ReadonlyMap<string, CustomerEntity>;
  readonly declared: Declared;
}

/** What messages are written from, read once for all of them. */
export class MessageTexts {
  private constructor(private readonly known: Known) {}

  static async load(manager: EntityManager): Promise<MessageTexts> {
    return new MessageTexts({
      shop: await manager.findOneByOrFail(WorkshopEntity, { id: 1 }),
      pieces: byId(await manager.find(PieceEntity)),
      boxes: byId(await manager.find(BoxEntity)),
      points: byId(await manager.find(PickupPointEntity)),
      customers: byId(await manager.find(CustomerEntity)),
      declared: await loadDeclared(manager),
    });
  }

  get messages(): WorkshopEntity['messages'] {
    return this.known.shop.messages;
  }

  get timeZone(): string {
    return this.known.shop.timeZone;
  }

  /** Why the customer of an order is not written to at all; '' where they may be. */
  silenceOf({ customerId }: Order): string {
    return this.known.customers.get(customerId ?? '')?.noMessages ? 'they do not want messages' : '';
  }

  /** A message as it is sent for an order, by its own text or by one that is tried. */
  write(
    kind: MessageKind,
    order: Order,
    {
      text = this.messages.texts[kind],
      fields: own = {},
    }: { text?: Pick<MessagePreview, 'subject' | 'body'>; fields?: Partial<MessageFields> } = {},
  ): MessagePreview {
    const way = channelOf(kind, this.reach(order));
    const fields = { ...this.fieldsOf(order), ...own };
    return {
      channel: way?.channel ?? null,
      address: way?.address ?? '',
      subject: filledTemplate(text.subject, fields),
      body: filledTemplate(text.body, fields),
    };
  }

  private reach({ customerId, phone }: Order): Reachable {
    const customer = this.known.customers.get(customerId ?? '');
    return { phone: phone || (customer?.phone ?? ''), email: customer?.email ?? '' };
  }

  private fieldsOf(order: Order): MessageFields {
    const { name, address, currency, timeZone } = this.known.shop;
    const money = moneyIn(currency);
    const pieces = piecesOfOrder(order).flatMap(({ piece }) => this.known.pieces.get(piece) ?? []);
    const contains = new Set(pieces.flatMap((piece) => [...pieceAllergens(piece, this.known.declared)]));
    const advice = pieces.map(({ keeping }) => keeping.advice.trim()).filter((each) => each !== '');
    return {
      ...{ name: order.customer, ticket: order.ticket, workshop: name, address },
      when: whenText(order.pickup, timeZone),
      where: this.known.points.get(order.pickupPoint)?.name ?? '',
      what: this.contentsText(order),
      swap: order.swaps.map((swap) => this.swapText(swap)).join(', '),
      ...{ recalled: '', reason: '' },
      total: money(order.totalMinor),
      'to pay': order.balanceMinor > 0 ? money(order.balanceMinor) : '',
      'kept until': order.keptUntil === null ? '' : whenText(order.keptUntil, timeZone),
      contains: [...contains].sort().join(', '),
      keep: [...new Set(advice)].map((each) => (/[.!?]$/.test(each) ? each : `${each}.`)).join(' '),
    };
  }

  private swapText({ from, to, pieces }: Order['swaps'][number]): string {
    const name = (id: string): string => this.known.pieces.get(id)?.name.toLowerCase() ?? id;
    return `${pieces} ${name(to)} in place of ${name(from)}`;
  }

  private contentsText({ boxes, lines }: Order): string {
    return [
      ...boxes.map(({ box, count }) => `${count} ${this.known.boxes.get(box)?.name.toLowerCase() ?? box}`),
      ...lines.map(
        ({ piece, pieces }) => `${pieces} ${this.known.pieces.get(piece)?.name.toLowerCase() ?? piece}`,
      ),
    ].join(', ');
  }
}

function whenText(wallClock: string, timeZone: string): string {
  return DateTime.fromISO(wallClock, { zone: timeZone }).setLocale('en-GB').toFormat('cccc d LLLL, HH:mm');
}

function byId<T extends { readonly id: string }>(rows: readonly T[]): ReadonlyMap<string, T> {
  return new Map(rows.map((row) => [row.id, row]));
}

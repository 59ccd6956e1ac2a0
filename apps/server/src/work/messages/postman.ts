import { isStillTrue, isUrgent } from '@alnage/core';
import { In, type DataSource, type EntityManager } from 'typeorm';
import { announce } from '../../platform/database/live';
import type { Carrier, Letter } from '../../platform/devices/carriers';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { MessageEntity } from '../../store/work/message.entity';
import { MessageTexts } from '../../week/messages/message-texts';
import { orderView } from '../../week/orders/order-view';
import { readOrders } from '../../week/orders/read-orders';

const LOOK_EVERY_MS = 5000;
/** A server that ends waits so long for carriers. */
const PATIENCE_MS = 2000;

interface PostParts {
  readonly db: DataSource;
  readonly clock: Pick<WorkshopClock, 'now'>;
  readonly carrier: Carrier;
  readonly log: (error: unknown) => void;
}

/**
 * Sends what is due, as it is true by then. A message is written down as being sent before it is given away, and a carrier takes an id once:
 * whatever ends in between, it arrives once.
 */
export class Postman {
  private look: NodeJS.Timeout | null = null;
  private readonly onWay = new Set<Promise<void>>();

  constructor(private readonly parts: PostParts) {}

  /** Sends from now on; what was being sent when the server ended is given away again, by its id. */
  async start(): Promise<void> {
    const open = await this.parts.db.manager.findBy(MessageEntity, { state: 'sending' });
    for (const message of open) this.give(message);
    this.look = setInterval(() => void this.deliver().catch(this.parts.log), LOOK_EVERY_MS);
  }

  async close(): Promise<void> {
    if (this.look) clearInterval(this.look);
    // what is not answered by then is given away again under its id when the server is back
    const patience = new Promise((resolve) => setTimeout(resolve, PATIENCE_MS).unref());
    await Promise.race([this.settled(), patience]);
  }

  /** Sends all that is due now. */
  async deliver(): Promise<void> {
    for (;;) {
      const message = await this.parts.db.transaction((manager) => this.next(manager));
      if (message === null) return;
      if (message.state === 'sending') this.give(message);
    }
  }

  /** When all that was given away so far is answered. */
  async settled(): Promise<void> {
    await Promise.allSettled(this.onWay);
  }

  /** Takes the next that is due, one process at a time, as it is sent or stopped; null where nothing is. */
  private async next(manager: EntityManager): Promise<MessageEntity | null> {
    const now = this.parts.clock.now();
    const [found] = await manager.query<{ id: string }[]>(
      `select id from message where state = 'waiting' and due_at <= $1 order by due_at limit 1 for update skip locked`,
      [now],
    );
    if (!found) return null;
    const message = await manager.findOneByOrFail(MessageEntity, { id: found.id });
    const [row] = await readOrders(manager, { where: 'o.id = $1', values: [message.orderId] });
    const texts = await MessageTexts.load(manager);
    const order = orderView(row!, texts.timeZone);
    // what was said of a recall was written then
    const written = isUrgent(message.kind) ? message : texts.write(message.kind, order);
    const fault = faultOf(message, { order, texts, isReached: written.channel !== null });
    const { channel, address, subject, body } = written;
    const change = fault
      ? { state: 'stopped' as const, fault, settledAt: now }
      : { ...{ channel, address, subject, body }, state: 'sending' as const, sentAt: now };
    await manager.update(MessageEntity, { id: message.id }, change);
    await announce(manager, 'messages');
    return Object.assign(message, change);
  }

  private give(message: MessageEntity): void {
    const { id, address, subject, body } = message;
    const letter: Letter = { id, channel: message.channel!, address, subject, body };
    const way = this.parts.carrier
      .carry(letter)
      .then((carried) => this.settle(id, carried.kind, carried.kind === 'bounced' ? carried.why : ''))
      .catch(this.parts.log)
      .finally(() => this.onWay.delete(way));
    this.onWay.add(way);
  }

  private settle(id: string, state: 'delivered' | 'bounced', fault: string): Promise<void> {
    return this.parts.db.transaction(async (manager) => {
      const settledAt = this.parts.clock.now();
      await manager.update(MessageEntity, { id, state: In(['sending']) }, { state, fault, settledAt });
      await announce(manager, 'messages');
    });
  }
}

/** Why a message is not sent after all; '' where it is. */
function faultOf(
  { kind }: MessageEntity,
  {
    order,
    texts,
    isReached,
  }: { order: Parameters<MessageTexts['write']>[1]; texts: MessageTexts; isReached: boolean },
): string {
  if (isUrgent(kind)) return isReached ? '' : NOT_REACHED;
  if (!texts.messages.texts[kind].isOn) return 'these are switched off';
  if (!isStillTrue(kind, order.state)) return 'it is not so any more';
  const silence = texts.silenceOf(order);
  if (silence) return silence;
  return isReached ? '' : NOT_REACHED;
}

const NOT_REACHED = 'no telephone number and no mail address';

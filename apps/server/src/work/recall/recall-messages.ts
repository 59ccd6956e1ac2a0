import { createHash } from 'node:crypto';
import type { RecallTell, RecallTold, RecalledOrder } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { announce } from '../../platform/database/live';
import { grouped } from '../../platform/grouped';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { MessageEntity } from '../../store/work/message.entity';
import { MessageTexts } from '../../week/messages/message-texts';
import { orderView } from '../../week/orders/order-view';
import { readOrders } from '../../week/orders/read-orders';
import { customerKey, recallOf } from './recall.service';
import { piecesText, recallWords, timeText, type RecallWords } from './recall-words';

/**
 * Tells everybody whose order has left the shop not to eat it: one message a customer for all of their orders, at once and whatever they said of
 * messages, each once for what it goes out from. Who cannot be reached so is to be rung, or has a letter.
 * @throws ProblemError as `recallOf`
 */
export async function tellRecalled(
  manager: EntityManager,
  clock: Pick<WorkshopClock, 'now'>,
  { origin, reason }: RecallTell,
): Promise<RecallTold> {
  const { orders } = await recallOf(manager, clock, origin);
  const customers = grouped(
    orders.filter(({ isGone }) => isGone),
    customerKey,
  );
  const words = await recallWords(manager, origin);
  const texts = await MessageTexts.load(manager);
  const last = [...customers.values()].map((own) => own[own.length - 1]!);
  const rows = await readOrders(manager, {
    ...{ where: 'o.id = any($1::uuid[])', values: [last.map(({ order }) => order)] },
  });
  const views = new Map(rows.map((row) => [row.id, orderView(row, texts.timeZone)]));
  const unreached: RecallTold['unreached'] = [];
  let [told, before] = [0, 0];
  for (const own of customers.values()) {
    const { order, customer } = own[own.length - 1]!;
    const recalled = own.map((each) => orderText(each, words)).join('; ');
    const message = texts.write('recalled', views.get(order)!, { fields: { recalled, reason } });
    if (message.channel === null) {
      unreached.push({ customer, tickets: own.map(({ ticket }) => ticket) });
      continue;
    }
    const isNew = await queued(manager, { order, key: keyOf(origin, own), message, at: clock.now() });
    if (isNew) told += 1;
    else before += 1;
  }
  await announce(manager, 'messages');
  return { told, before, unreached };
}

function orderText(order: RecalledOrder, words: RecallWords): string {
  const day = timeText(order.pickupAt, words.workshop, 'd LLLL yyyy');
  return `${order.ticket}, collected ${day}, ${piecesText(order, words)}`;
}

/** By what it goes out from and whose it is: pressed twice, or by two, it is told once. */
function keyOf(origin: RecallTell['origin'], own: readonly RecalledOrder[]): string {
  const what = JSON.stringify([Object.entries(origin).sort(), own.map(({ order }) => order).sort()]);
  return `recalled ${createHash('sha256').update(what).digest('base64url').slice(0, 22)}`;
}

async function queued(
  manager: EntityManager,
  {
    order,
    key,
    message,
    at,
  }: {
    readonly order: string;
    readonly key: string;
    readonly message: Pick<MessageEntity, 'channel' | 'address' | 'subject' | 'body'>;
    readonly at: Date;
  },
): Promise<boolean> {
  const { channel, address, subject, body } = message;
  const { identifiers } = await manager
    .createQueryBuilder()
    .insert()
    .into(MessageEntity)
    .values({
      ...{ key, orderId: order, kind: 'recalled', state: 'waiting', dueAt: at, fault: '' },
      ...{ channel, address, subject, body, sentAt: null, settledAt: null },
    })
    .orIgnore()
    .execute();
  return identifiers.some((each) => each !== undefined);
}

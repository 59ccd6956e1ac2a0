import type { Order } from '@alnage/contract';
import { messagesOf, quietMinutes, type MessageKind, type ToldOrder } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { announce } from '../../platform/database/live';
import { wallClockOf } from '../../platform/time/workshop-time';
import { WorkshopEntity, type Messages } from '../../store/workshop/workshop.entity';

const MINUTE_MS = 60_000;
/** What was pressed by mistake is taken back in this time, and nobody was told. Shop default. */
const GRACE_MINUTES = 2;

interface Change {
  readonly before: Order | null;
  readonly after: Order;
}

/**
 * Writes down what the customer of an order is to be told of a change, in the transaction of the change. Each message has a key, by which it is
 * there once; one that waits and is said anew by a later one is stopped.
 */
export async function queueMessages(
  manager: EntityManager,
  { before, after }: Change,
  at: Date,
): Promise<void> {
  const kinds = messagesOf(before && toldOrder(before), toldOrder(after));
  if (kinds.length === 0) return;
  const { messages, timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const wanted = kinds.filter((kind) => messages.texts[kind].isOn);
  if (kinds.includes('cancelled') && (await wasNeverTold(manager, after.id)))
    return stopAll(manager, after.id);
  for (const kind of wanted) {
    const due = dueOf(kind, after, { messages, at });
    if (due === null) continue;
    const dueAt = awake(due, messages, timeZone);
    await manager.query(QUEUE, [keyOf(kind, after), after.id, kind, dueAt]);
    // one that still waits is said anew by this one
    await manager.query(SUPERSEDE, [after.id, kind, keyOf(kind, after)]);
  }
  await announce(manager, 'messages');
}

/** A message that was stopped before it was sent may be wanted after all; one that was sent is not sent again. */
const QUEUE = `
  insert into message (key, order_id, kind, state, due_at, address, subject, body, fault)
       values ($1, $2, $3, 'waiting', $4, '', '', '', '')
  on conflict (key) do update set state = 'waiting', due_at = excluded.due_at, fault = ''
        where message.state = 'stopped' and message.sent_at is null`;
const SUPERSEDE = `
  update message set state = 'stopped', fault = 'said anew by a later one'
   where order_id = $1 and kind = $2 and key <> $3 and state = 'waiting'`;

async function wasNeverTold(manager: EntityManager, orderId: string): Promise<boolean> {
  const [{ waits, sent }] = await manager.query<[{ waits: boolean; sent: boolean }]>(
    `select exists (select 1 from message where order_id = $1 and kind = 'confirmed' and state = 'waiting') as waits,
            exists (select 1 from message where order_id = $1 and sent_at is not null) as sent`,
    [orderId],
  );
  return waits && !sent;
}

async function stopAll(manager: EntityManager, orderId: string): Promise<void> {
  await manager.query(
    `update message set state = 'stopped', fault = 'cancelled before anybody was told'
      where order_id = $1 and state = 'waiting'`,
    [orderId],
  );
  await announce(manager, 'messages');
}

/** By what a message is there once. */
function keyOf(kind: MessageKind, { id, pickup, pickupPoint, keptUntil, version }: Order): string {
  switch (kind) {
    case 'moved':
    case 'reminder':
      return `${kind} ${id} ${pickup} ${pickupPoint}`;
    case 'changed':
    case 'swapped':
      return `${kind} ${id} ${version}`;
    case 'late':
      return `${kind} ${id} ${keptUntil}`;
    default:
      return `${kind} ${id}`;
  }
}

/** When it is to be said; null where that is over. */
function dueOf(
  kind: MessageKind,
  { pickupAt }: Order,
  { messages, at }: { readonly messages: Messages; readonly at: Date },
): Date | null {
  const soon = new Date(at.getTime() + GRACE_MINUTES * MINUTE_MS);
  if (kind !== 'reminder') return soon;
  const due = new Date(Date.parse(pickupAt) - messages.reminderHours * 60 * MINUTE_MS);
  return due > soon ? due : null;
}

/** The same, or when the quiet hours are over. */
function awake(due: Date, { quiet }: Messages, timeZone: string): Date {
  const time = wallClockOf(due, timeZone).slice(11);
  const waits = quietMinutes(time, quiet);
  if (waits === 0) return due;
  const minute = due.getTime() - (due.getTime() % MINUTE_MS);
  return new Date(minute + waits * MINUTE_MS);
}

function toldOrder({ state, pickup, pickupPoint, keptUntil, lines, boxes, swaps }: Order): ToldOrder {
  const contents = JSON.stringify([
    lines.map(({ piece, pieces }) => [piece, pieces]),
    boxes.map(({ box, count, contents: inIt }) => [box, count, inIt]),
  ]);
  return {
    ...{ state, pickup, pickupPoint, keptUntil, contents },
    swaps: swaps.length > 0 ? JSON.stringify(swaps) : '',
  };
}

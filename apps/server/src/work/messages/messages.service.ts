import type {
  FieldProblem,
  MessagePreview,
  MessagePreviewAsk,
  MessageQuery,
  MessageSettings,
  MessageView,
} from '@alnage/contract';
import { isUrgent, MESSAGE_KINDS, unknownFields } from '@alnage/core';
import type { DataSource } from 'typeorm';
import { announce } from '../../platform/database/live';
import { fieldProblem } from '../../platform/http/field-problem';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { messageSettings } from '../../shop/workshop/message-settings';
import { MessageEntity } from '../../store/work/message.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { MessageTexts } from '../../week/messages/message-texts';
import { orderView } from '../../week/orders/order-view';
import { readOrders } from '../../week/orders/read-orders';

/** So many of the last messages are told at once. */
const TOLD_MOST = 300;

/** Messages to customers: what is said, what waits, what was sent and what came of it. */
export class MessagesService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  async settings(): Promise<MessageSettings> {
    return messageSettings(await this.db.manager.findOneByOrFail(WorkshopEntity, { id: 1 }));
  }

  /** @throws ProblemError `record-changed` with what they are now; `invalid-input` for a field that there is not, or nothing to say */
  change({ version, ...messages }: MessageSettings): Promise<MessageSettings> {
    return this.db.transaction(async (manager) => {
      const workshop = await manager.findOneOrFail(WorkshopEntity, {
        where: { id: 1 },
        lock: { mode: 'pessimistic_write' },
      });
      if (workshop.messagesVersion !== version)
        throw new ProblemError('record-changed', { current: messageSettings(workshop) });
      const problems = MESSAGE_KINDS.flatMap((kind) => textProblems(messages.texts[kind], `/texts/${kind}`));
      if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
      await manager.update(WorkshopEntity, { id: 1 }, { messages, messagesVersion: version + 1 } as object);
      await announce(manager, 'messages');
      return { ...messages, version: version + 1 };
    });
  }

  /** Those of one order, or the last of all, the newest first; what waits as it would be sent now. */
  async list({ order }: MessageQuery): Promise<MessageView[]> {
    const { manager } = this.db;
    const rows = await manager.find(MessageEntity, {
      ...{ where: order === undefined ? {} : { orderId: order }, order: { dueAt: 'DESC' }, take: TOLD_MOST },
    });
    const ids = [...new Set(rows.map(({ orderId }) => orderId))];
    const texts = await MessageTexts.load(manager);
    const found = await readOrders(manager, { where: 'o.id = any($1::uuid[])', values: [ids] });
    const orders = new Map(found.map((row) => [row.id, orderView(row, texts.timeZone)]));
    return rows.map((row) => {
      const own = orders.get(row.orderId)!;
      const told = row.state === 'waiting' && !isUrgent(row.kind) ? texts.write(row.kind, own) : row;
      const { channel, address, subject, body } = told;
      return {
        ...{ id: row.id, order: row.orderId, ticket: own.ticket, customer: own.customer, kind: row.kind },
        ...{ state: row.state, channel, address, subject, body, fault: row.fault },
        ...{ dueAt: row.dueAt.toISOString(), sentAt: row.sentAt?.toISOString() ?? null },
      };
    });
  }

  /** Stops one that waits. @throws ProblemError `record-not-found`; `already-done` where it was sent */
  stop(id: string): Promise<void> {
    return this.db.transaction(async (manager) => {
      const message = await manager.findOne(MessageEntity, {
        where: { id },
        lock: { mode: 'pessimistic_write' },
      });
      if (!message) throw new ProblemError('record-not-found', { what: 'message', id });
      if (message.state !== 'waiting') throw new ProblemError('already-done', { state: message.state });
      const settledAt = this.clock.now();
      await manager.update(MessageEntity, { id }, { state: 'stopped', fault: 'stopped by hand', settledAt });
      await announce(manager, 'messages');
    });
  }

  /** A text as it would be sent for an order. @throws ProblemError `order-not-found`; `invalid-input` for a field that there is not */
  async preview({ kind, order: id, subject, body }: MessagePreviewAsk): Promise<MessagePreview> {
    const { manager } = this.db;
    const problems = textProblems({ isOn: true, subject, body }, '');
    if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
    const [row] = await readOrders(manager, { where: 'o.id = $1', values: [id] });
    if (!row) throw new ProblemError('order-not-found', { id });
    const texts = await MessageTexts.load(manager);
    const order = orderView(row, texts.timeZone);
    // why is said when it is recalled
    const fields = isUrgent(kind) ? { recalled: order.ticket, reason: 'what you say when you stop it' } : {};
    return texts.write(kind, order, { text: { subject, body }, fields });
  }
}

function textProblems(
  { isOn, subject, body }: MessageSettings['texts']['ready'],
  pointer: string,
): FieldProblem[] {
  const unknown = (text: string, field: string): FieldProblem[] =>
    unknownFields(text).map((name) =>
      fieldProblem(`${pointer}/${field}`, 'not-understood', { value: `{${name}}` }),
    );
  return [
    ...unknown(subject, 'subject'),
    ...unknown(body, 'body'),
    ...(isOn && body.trim() === '' ? [fieldProblem(`${pointer}/body`, 'too-short', { limit: 1 })] : []),
  ];
}

import type { FieldProblem } from '@alnage/contract';
import type { DataSource, DeepPartial, EntityManager, EntityTarget, FindOptionsWhere } from 'typeorm';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import type { KeptRecord } from '../../store/workshop/kept-record';
import { recordId } from './record-id';
import type { RecordName, WorkshopUses } from './workshop-uses';
import { lockUntilCommit } from '../../platform/database/locks';

/** One kind of record: how it is judged and shown, and what goes with it. */
export interface RecordKind<Entity extends KeptRecord, Draft extends { name: string }, View> {
  readonly entity: EntityTarget<Entity>;
  readonly what: RecordName;
  /** Refuses a draft by throwing, or lists what is wrong with it; `id` is null for a new record. */
  judge(manager: EntityManager, draft: Draft, id: string | null): Promise<readonly FieldProblem[]>;
  /** The draft as columns. */
  columns(draft: Draft): DeepPartial<Entity>;
  view(manager: EntityManager, entity: Entity): Promise<View>;
  /** Refuses what the record would make of the rest of the workshop, once it is saved or gone. */
  settle(manager: EntityManager): Promise<void>;
  /** Keeps what else is to be kept of a record that was saved, and by whom. */
  kept?(manager: EntityManager, entity: Entity, by: string | null): Promise<void>;
  /** Takes what is known of the record out of everything else, before it goes. */
  remove?(manager: EntityManager, entity: Entity): Promise<void>;
}

/**
 * One record changes at a time, of whatever kind: names stay apart, and what one change makes of another – a thinner
 * coating of a bowl's tail – is judged on what is really there.
 */
export async function lockRecords(manager: EntityManager): Promise<void> {
  await lockUntilCommit(manager, 'records');
}

/** Takes, changes and removes records of one kind; each call is one transaction and tells every open page. */
export class KeptRecords<Entity extends KeptRecord, Draft extends { name: string }, View> {
  constructor(
    private readonly db: Pick<DataSource | EntityManager, 'transaction'>,
    private readonly kind: RecordKind<Entity, Draft, View>,
    private readonly uses: Pick<WorkshopUses, 'usersOf'>,
  ) {}

  /** @throws ProblemError `invalid-input` naming each field at fault; nothing is stored then */
  take(draft: Draft, by: string | null): Promise<View> {
    return this.db.transaction(async (manager) => {
      await lockRecords(manager);
      await this.requireSound(manager, draft, null);
      const rows = await manager.find(this.kind.entity);
      const entity = manager.create(this.kind.entity, {
        ...this.kind.columns(draft),
        id: recordId(draft.name, new Set(rows.map(({ id }) => id))),
        name: draft.name.trim(),
        position: Math.max(-1, ...rows.map(({ position }) => position)) + 1,
        version: 1,
      } as DeepPartial<Entity>);
      return this.saved(manager, entity, by);
    });
  }

  /** @throws ProblemError `record-changed` with the record as it is now, when it is no longer the version given */
  change(id: string, { version, ...draft }: Draft & { version: number }, by: string | null): Promise<View> {
    return this.db.transaction(async (manager) => {
      await lockRecords(manager);
      const entity = await this.lock(manager, id);
      if (entity.version !== version)
        throw new ProblemError('record-changed', { current: await this.kind.view(manager, entity) });
      await this.requireSound(manager, draft as unknown as Draft, id);
      Object.assign(entity, this.kind.columns(draft as unknown as Draft), {
        name: draft.name.trim(),
        version: version + 1,
      });
      return this.saved(manager, entity, by);
    });
  }

  /** @throws ProblemError `in-use` with the names of what needs it */
  remove(id: string): Promise<void> {
    return this.db.transaction(async (manager) => {
      await lockRecords(manager);
      const entity = await this.lock(manager, id);
      const by = await this.uses.usersOf(manager, this.kind.what, id);
      if (by.length > 0) throw new ProblemError('in-use', { name: entity.name, by });
      await this.kind.remove?.(manager, entity);
      await manager.remove(entity);
      await this.kind.settle(manager);
      await announce(manager, 'workshop');
    });
  }

  private async saved(manager: EntityManager, entity: Entity, by: string | null): Promise<View> {
    const saved = await manager.save(entity);
    await this.kind.kept?.(manager, saved, by);
    await this.kind.settle(manager);
    await announce(manager, 'workshop');
    return this.kind.view(manager, saved);
  }

  private async lock(manager: EntityManager, id: string): Promise<Entity> {
    const where = { id } as FindOptionsWhere<Entity>;
    const entity = await manager.findOne(this.kind.entity, { where, lock: { mode: 'pessimistic_write' } });
    if (!entity) throw new ProblemError('record-not-found', { what: this.kind.what, id });
    return entity;
  }

  private async requireSound(manager: EntityManager, draft: Draft, id: string | null): Promise<void> {
    const problems = [
      ...(await this.nameProblems(manager, draft.name, id)),
      ...(await this.kind.judge(manager, draft, id)),
    ];
    if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
  }

  private async nameProblems(
    manager: EntityManager,
    name: string,
    id: string | null,
  ): Promise<FieldProblem[]> {
    const wanted = name.trim();
    if (wanted === '') return [{ pointer: '/name', code: 'blank', params: {} }];
    const rows = await manager.find(this.kind.entity);
    const isTaken = rows.some((row) => row.id !== id && row.name.toLowerCase() === wanted.toLowerCase());
    return isTaken ? [{ pointer: '/name', code: 'name-taken', params: { value: wanted } }] : [];
  }
}

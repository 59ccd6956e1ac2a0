import type { LiveTopic } from '@alnage/contract';
import { LRUCache } from 'lru-cache';
import type { DataSource } from 'typeorm';

interface Kept {
  /** What the database showed before it was computed; later changes may be in it, earlier ones are. */
  snapshot: string;
  readonly value: Promise<unknown>;
}

/** So many things are remembered at most. */
const REMEMBERED_MOST = 120;
/** Rows of what changed are kept for so long, and what is remembered for half of it. */
const CHANGES_KEPT_HOURS = 24;
const KEPT_MS = (CHANGES_KEPT_HOURS / 2) * 3_600_000;

const FIRST_LOOK = `select pg_current_snapshot()::text as now, true as changed`;
/** Whether anything of these topics was committed that the snapshot does not show; with what is shown now. */
const LOOK = `
  select pg_current_snapshot()::text as now, exists (
    select 1 from change
     where xact >= pg_snapshot_xmin($1::pg_snapshot)::text::bigint
       and topic = any($2) and not pg_visible_in_snapshot(xact::text::xid8, $1::pg_snapshot)
  ) as changed`;

/**
 * What was computed from the database, kept until something of its topics changes – in any process, and seen as soon as it is
 * committed. To be used outside of transactions only: what is not committed yet must not be remembered.
 */
export class Remembered {
  private readonly kept = new LRUCache<string, Kept>({ max: REMEMBERED_MOST, ttl: KEPT_MS });

  /** The last look for each key that is under way. */
  private readonly turns = new Map<string, Promise<unknown>>();

  constructor(private readonly db: DataSource) {}

  /** The value of this key: as it was computed before, or computed now where one of the topics changed. */
  async of<T>(key: string, topics: readonly LiveTopic[], compute: () => Promise<T>): Promise<T> {
    // who comes while another looks shares what that one finds: after a change all pages ask at once
    const turn = (this.turns.get(key) ?? Promise.resolve(null)).then(() => this.settle(key, topics, compute));
    const over = turn.catch(() => null);
    this.turns.set(key, over);
    const { value } = await turn.finally(() => this.turns.get(key) === over && this.turns.delete(key));
    return value as Promise<T>;
  }

  private async settle(
    key: string,
    topics: readonly LiveTopic[],
    compute: () => Promise<unknown>,
  ): Promise<Kept> {
    const known = this.kept.get(key);
    const { now, changed } = await this.look(known?.snapshot ?? null, topics);
    if (known && !changed) {
      known.snapshot = now;
      return known;
    }
    const value = compute();
    const entry: Kept = { snapshot: now, value };
    this.kept.set(key, entry);
    // whoever waits is told; nobody after them
    value.catch(() => this.kept.get(key) === entry && this.kept.delete(key));
    return entry;
  }

  private async look(
    snapshot: string | null,
    topics: readonly LiveTopic[],
  ): Promise<{ now: string; changed: boolean }> {
    const [row] = snapshot
      ? await this.db.query<[{ now: string; changed: boolean }]>(LOOK, [snapshot, topics])
      : await this.db.query<[{ now: string; changed: boolean }]>(FIRST_LOOK);
    return row;
  }
}

/** Forgets which transactions changed something long ago. */
export async function forgetChanges(db: DataSource): Promise<void> {
  await db.query(`delete from change where at < now() - make_interval(hours => $1)`, [CHANGES_KEPT_HOURS]);
}

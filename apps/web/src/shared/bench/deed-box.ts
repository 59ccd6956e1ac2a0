import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { BenchEventDraft, DeedRefusal } from '@alnage/contract';

/** A deed that is not with the server yet, or that it would not take. */
export interface KeptDeed {
  /** Its place in the order in which deeds were done. */
  readonly order: number;
  readonly event: BenchEventDraft;
  readonly refusal: DeedRefusal | 'not-understood' | null;
}

interface DeedSchema extends DBSchema {
  deeds: { key: number; value: Omit<KeptDeed, 'order'> & { order?: number } };
}

/** Where deeds wait on this device: they outlive the page, the network and the battery. */
export interface DeedBox {
  all(): Promise<KeptDeed[]>;
  put(event: BenchEventDraft): Promise<KeptDeed>;
  refuse(deed: KeptDeed, refusal: NonNullable<KeptDeed['refusal']>): Promise<void>;
  remove(orders: readonly number[]): Promise<void>;
}

const NAME = 'alnage-bench';

/** The box in the browser’s own database; where it has none, deeds wait as long as the page is open. */
export async function openDeedBox(): Promise<DeedBox> {
  try {
    return new StoredBox(
      await openDB<DeedSchema>(NAME, 1, {
        upgrade: (db) => void db.createObjectStore('deeds', { keyPath: 'order', autoIncrement: true }),
      }),
    );
  } catch {
    return new OpenBox();
  }
}

class StoredBox implements DeedBox {
  constructor(private readonly db: IDBPDatabase<DeedSchema>) {}

  async all(): Promise<KeptDeed[]> {
    return (await this.db.getAll('deeds')) as KeptDeed[];
  }

  async put(event: BenchEventDraft): Promise<KeptDeed> {
    const order = await this.db.add('deeds', { event, refusal: null });
    return { order, event, refusal: null };
  }

  async refuse(deed: KeptDeed, refusal: NonNullable<KeptDeed['refusal']>): Promise<void> {
    await this.db.put('deeds', { ...deed, refusal });
  }

  async remove(orders: readonly number[]): Promise<void> {
    const change = this.db.transaction('deeds', 'readwrite');
    await Promise.all([...orders.map((order) => change.store.delete(order)), change.done]);
  }
}

/** The same for as long as the page is open. */
class OpenBox implements DeedBox {
  private deeds: readonly KeptDeed[] = [];
  private next = 1;

  all(): Promise<KeptDeed[]> {
    return Promise.resolve([...this.deeds]);
  }

  put(event: BenchEventDraft): Promise<KeptDeed> {
    const deed: KeptDeed = { order: this.next++, event, refusal: null };
    this.deeds = [...this.deeds, deed];
    return Promise.resolve(deed);
  }

  refuse(deed: KeptDeed, refusal: NonNullable<KeptDeed['refusal']>): Promise<void> {
    this.deeds = this.deeds.map((each) => (each.order === deed.order ? { ...each, refusal } : each));
    return Promise.resolve();
  }

  remove(orders: readonly number[]): Promise<void> {
    this.deeds = this.deeds.filter(({ order }) => !orders.includes(order));
    return Promise.resolve();
  }
}

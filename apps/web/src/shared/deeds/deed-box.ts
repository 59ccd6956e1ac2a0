import { openDB, type IDBPDatabase } from 'idb';

/** A deed that is not with the server yet, or that it would not take. */
export interface KeptDeed<Deed, Refusal> {
  /** Its place in the order in which deeds were done. */
  readonly order: number;
  readonly event: Deed;
  readonly refusal: Refusal | null;
}

/** Where deeds wait on this device: they outlive the page, the network and the battery. */
export interface DeedBox<Deed, Refusal> {
  all(): Promise<KeptDeed<Deed, Refusal>[]>;
  put(event: Deed): Promise<KeptDeed<Deed, Refusal>>;
  refuse(deed: KeptDeed<Deed, Refusal>, refusal: Refusal): Promise<void>;
  remove(orders: readonly number[]): Promise<void>;
}

const STORE = 'deeds';

/** The box of this name in the browser’s own database; where it has none, deeds wait as long as the page is open. */
export async function openDeedBox<Deed, Refusal>(name: string): Promise<DeedBox<Deed, Refusal>> {
  try {
    return new StoredBox(
      await openDB(name, 1, {
        upgrade: (db) => void db.createObjectStore(STORE, { keyPath: 'order', autoIncrement: true }),
      }),
    );
  } catch {
    return new OpenBox();
  }
}

class StoredBox<Deed, Refusal> implements DeedBox<Deed, Refusal> {
  constructor(private readonly db: IDBPDatabase) {}

  async all(): Promise<KeptDeed<Deed, Refusal>[]> {
    return (await this.db.getAll(STORE)) as KeptDeed<Deed, Refusal>[];
  }

  async put(event: Deed): Promise<KeptDeed<Deed, Refusal>> {
    const order = (await this.db.add(STORE, { event, refusal: null })) as number;
    return { order, event, refusal: null };
  }

  async refuse(deed: KeptDeed<Deed, Refusal>, refusal: Refusal): Promise<void> {
    await this.db.put(STORE, { ...deed, refusal });
  }

  async remove(orders: readonly number[]): Promise<void> {
    const change = this.db.transaction(STORE, 'readwrite');
    await Promise.all([...orders.map((order) => change.store.delete(order)), change.done]);
  }
}

/** The same for as long as the page is open. */
class OpenBox<Deed, Refusal> implements DeedBox<Deed, Refusal> {
  private deeds: readonly KeptDeed<Deed, Refusal>[] = [];
  private next = 1;

  all(): Promise<KeptDeed<Deed, Refusal>[]> {
    return Promise.resolve([...this.deeds]);
  }

  put(event: Deed): Promise<KeptDeed<Deed, Refusal>> {
    const deed: KeptDeed<Deed, Refusal> = { order: this.next++, event, refusal: null };
    this.deeds = [...this.deeds, deed];
    return Promise.resolve(deed);
  }

  refuse(deed: KeptDeed<Deed, Refusal>, refusal: Refusal): Promise<void> {
    this.deeds = this.deeds.map((each) => (each.order === deed.order ? { ...each, refusal } : each));
    return Promise.resolve();
  }

  remove(orders: readonly number[]): Promise<void> {
    this.deeds = this.deeds.filter(({ order }) => !orders.includes(order));
    return Promise.resolve();
  }
}

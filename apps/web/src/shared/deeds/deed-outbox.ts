import { HttpErrorResponse } from '@angular/common/http';
import { computed, signal } from '@angular/core';
import { openDeedBox, type DeedBox, type KeptDeed } from './deed-box';

/** The network is tried again so often. */
const RETRY_MS = 3000;
/** What was sent stays in sight until the server has told it back. */
const SENT_KEPT = 300;

/** What became of each deed that was sent. */
export interface Answered<Refusal> {
  readonly taken: readonly { readonly id: string; readonly refusal: Refusal | null }[];
}

/** Sends what is done at a place, in its order, once each; what cannot be sent now waits on this device. */
export abstract class DeedOutbox<Deed extends { readonly id: string }, Refusal> {
  private readonly box: Promise<DeedBox<Deed, Refusal>>;
  private readonly kept = signal<readonly KeptDeed<Deed, Refusal>[]>([]);
  private readonly sent = signal<readonly Deed[]>([]);
  /** Deeds that this device is still writing down. */
  private readonly unwritten = signal(0);
  private writing: Promise<unknown>;
  private isSending = false;
  private retry: ReturnType<typeof setTimeout> | null = null;

  /** Deeds that wait for the network, in the order in which they were done. */
  readonly waiting = computed(() => this.kept().filter(({ refusal }) => refusal === null));
  /** Deeds that the server would not take. */
  readonly refused = computed(() => this.kept().filter(({ refusal }) => refusal !== null));
  /** All that was done here and may not be with the server yet. */
  readonly mine = computed(() => [...this.sent(), ...this.waiting().map(({ event }) => event)]);
  /** Whether the server has answered all that was done here; what it answers next knows of it. */
  readonly isAllSent = computed(() => this.unwritten() === 0 && this.waiting().length === 0);
  /** So many are sent at once. */
  protected readonly atOnce: number = 100;
  /** Whether the last thing that was sent reached nobody. */
  readonly isAway = signal(false);

  /** @param name of the box on this device; @param unreadable why a deed is put aside that the server could not read */
  protected constructor(
    name: string,
    private readonly unreadable: Refusal,
  ) {
    this.box = openDeedBox<Deed, Refusal>(name);
    this.writing = this.box
      .then((box) => box.all())
      .then((all) => {
        this.kept.set(all);
        this.found(all.map(({ event }) => event));
        this.send();
      });
    addEventListener('online', () => this.send());
  }

  /** Sends deeds, and tells what became of each. */
  protected abstract post(deeds: readonly Deed[]): Promise<Answered<Refusal>>;

  /** Of deeds that waited on this device when the page was opened, or that reached nobody. */
  protected found(_deeds: readonly Deed[]): void {
    // most need not know
  }

  /** Writes a deed down, at once and for good, and sends it as soon as that can be. */
  protected put(event: Deed): void {
    this.unwritten.update((deeds) => deeds + 1);
    this.writing = this.writing
      .then(() => this.box)
      .then((box) => box.put(event))
      .then((kept) => {
        this.kept.update((all) => [...all, kept]);
        this.unwritten.update((deeds) => deeds - 1);
        this.send();
      });
  }

  /** Puts away what the server would not take. */
  dismiss({ order }: KeptDeed<Deed, Refusal>): void {
    this.kept.update((all) => all.filter((each) => each.order !== order));
    void this.box.then((box) => box.remove([order]));
  }

  /** When all that was added so far is written down on this device. */
  settled(): Promise<unknown> {
    return this.writing;
  }

  private send(): void {
    if (this.isSending || this.waiting().length === 0) return;
    this.isSending = true;
    void this.sendNext().then((isDone) => {
      this.isSending = false;
      this.isAway.set(!isDone);
      if (isDone) this.send();
      else this.retry ??= setTimeout(() => this.again(), RETRY_MS);
    });
  }

  private again(): void {
    this.retry = null;
    this.send();
  }

  /** Whether the network carried it. */
  private async sendNext(): Promise<boolean> {
    const deeds = this.waiting().slice(0, this.atOnce);
    const events = deeds.map(({ event }) => event);
    try {
      await this.settle(deeds, await this.post(events));
      return true;
    } catch (error) {
      if (!(error instanceof HttpErrorResponse) || error.status < 400 || error.status >= 500) {
        this.found(this.waiting().map(({ event }) => event));
        return false;
      }
      await this.notUnderstood(deeds, error);
      return true;
    }
  }

  private async settle(
    deeds: readonly KeptDeed<Deed, Refusal>[],
    { taken }: Answered<Refusal>,
  ): Promise<void> {
    const box = await this.box;
    const refusals = new Map(taken.map(({ id, refusal }) => [id, refusal]));
    const refusalOf = ({ event }: KeptDeed<Deed, Refusal>) => refusals.get(event.id) ?? null;
    const done = deeds.filter((deed) => refusalOf(deed) === null);
    await box.remove(done.map(({ order }) => order));
    for (const deed of deeds) {
      const refusal = refusalOf(deed);
      if (refusal !== null) await box.refuse(deed, refusal);
    }
    this.sent.update((all) => [...all, ...done.map(({ event }) => event)].slice(-SENT_KEPT));
    this.kept.set(await box.all());
  }

  /** What is wrong with one must not hold up the others: only those that were named are put aside. */
  private async notUnderstood(
    deeds: readonly KeptDeed<Deed, Refusal>[],
    error: HttpErrorResponse,
  ): Promise<void> {
    const errors = (error.error as { errors?: { pointer: string }[] } | null)?.errors ?? [];
    const named = new Set(errors.flatMap(({ pointer }) => /^\/\w+\/(\d+)/.exec(pointer)?.[1] ?? []));
    const wrong = named.size > 0 ? deeds.filter((_, index) => named.has(String(index))) : deeds;
    const box = await this.box;
    for (const deed of wrong) await box.refuse(deed, this.unreadable);
    this.kept.set(await box.all());
  }
}

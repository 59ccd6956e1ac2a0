import { HttpErrorResponse } from '@angular/common/http';
import { computed, inject, Injectable, signal } from '@angular/core';
import type { BenchEventDraft, BenchTaken } from '@alnage/contract';
import type { BenchDeed } from '@alnage/core/bench';
import { firstValueFrom } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { Api } from '../../state/api';
import { WorkshopClock } from '../../state/workshop-clock';
import { personHere } from '../person/person';
import { openDeedBox, type DeedBox, type KeptDeed } from './deed-box';

/** The network is tried again so often. */
const RETRY_MS = 3000;
const SENT_AT_ONCE = 100;
/** What was sent stays in sight until the server has told it back. */
const SENT_KEPT = 300;

/** Sends what is done at the bench, in its order, once each; what cannot be sent now waits on this device. */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly api = inject(Api);
  private readonly clock = inject(WorkshopClock);
  private readonly box: Promise<DeedBox> = openDeedBox();
  private readonly kept = signal<readonly KeptDeed[]>([]);
  private readonly sent = signal<readonly BenchEventDraft[]>([]);
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

  constructor() {
    this.writing = this.box
      .then((box) => box.all())
      .then((all) => {
        this.kept.set(all);
        this.send();
      });
    addEventListener('online', () => this.send());
  }

  /** Writes a deed down, at once and for good, and sends it as soon as that can be; by whoever is at this screen if nobody is named. */
  add(work: string, deed: BenchDeed, by = personHere()): BenchEventDraft {
    const at = Math.round(this.clock.precise());
    const event: BenchEventDraft = { id: uuid(), work, at, by, deed };
    this.unwritten.update((deeds) => deeds + 1);
    this.writing = this.writing
      .then(() => this.box)
      .then((box) => box.put(event))
      .then((kept) => {
        this.kept.update((all) => [...all, kept]);
        this.unwritten.update((deeds) => deeds - 1);
        this.send();
      });
    return event;
  }

  /** Puts away what the server would not take. */
  dismiss({ order }: KeptDeed): void {
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
    const deeds = this.waiting().slice(0, SENT_AT_ONCE);
    try {
      const events = deeds.map(({ event }) => event);
      await this.settle(deeds, await firstValueFrom(this.api.sendDeeds({ events })));
      return true;
    } catch (error) {
      if (!(error instanceof HttpErrorResponse) || error.status < 400 || error.status >= 500) return false;
      await this.notUnderstood(deeds, error);
      return true;
    }
  }

  private async settle(deeds: readonly KeptDeed[], { taken }: BenchTaken): Promise<void> {
    const box = await this.box;
    const refusals = new Map(taken.map(({ id, refusal }) => [id, refusal]));
    const refusalOf = ({ event }: KeptDeed) => refusals.get(event.id) ?? null;
    const done = deeds.filter((deed) => refusalOf(deed) === null);
    await box.remove(done.map(({ order }) => order));
    for (const deed of deeds) {
      const refusal = refusalOf(deed);
      if (refusal) await box.refuse(deed, refusal);
    }
    this.sent.update((all) => [...all, ...done.map(({ event }) => event)].slice(-SENT_KEPT));
    this.kept.set(await box.all());
  }

  /** What is wrong with one must not hold up the others: only those that were named are put aside. */
  private async notUnderstood(deeds: readonly KeptDeed[], error: HttpErrorResponse): Promise<void> {
    const errors = (error.error as { errors?: { pointer: string }[] } | null)?.errors ?? [];
    const named = new Set(errors.flatMap(({ pointer }) => /^\/events\/(\d+)/.exec(pointer)?.[1] ?? []));
    const wrong = named.size > 0 ? deeds.filter((_, index) => named.has(String(index))) : deeds;
    const box = await this.box;
    for (const deed of wrong) await box.refuse(deed, 'not-understood');
    this.kept.set(await box.all());
  }
}

import { randomUUID } from 'node:crypto';
import type { TerminalManner } from '@alnage/contract';

/** What a terminal is asked: by an id of its own, so that it does it once. */
export interface TerminalAsk {
  readonly id: string;
  readonly kind: 'charge' | 'refund';
  readonly amountMinor: number;
}

/** How it came out; only where money moved is there the terminal's own number of it. */
export type TerminalAnswer =
  | { readonly kind: 'taken'; readonly reference: string }
  | { readonly kind: 'declined' | 'cancelled' | 'unplugged' };

/** What takes cards. A real terminal is put behind the same two calls. */
export interface CardTerminal {
  /** Asks for a card and waits for it: at once, late, or never. */
  transact(ask: TerminalAsk): Promise<TerminalAnswer>;
  /** Wishes that it were called off; what came of it is answered to whoever asked. */
  cancel(id: string): void;
}

/** Amounts that end so are declined by the simulated terminal, so that declining can be tried. */
const DECLINED_ENDING = 13;
/** A card that is fetched from the car. */
const LATE_MS = 4000;

/** The stand-in that ships with Alnage: no money moves. How it answers can be set, to try what then happens. */
export class SimulatedTerminal implements CardTerminal {
  manner: TerminalManner = 'takes';
  private readonly waiting = new Map<string, (answer: TerminalAnswer) => void>();

  transact(ask: TerminalAsk): Promise<TerminalAnswer> {
    const isDeclined = ask.kind === 'charge' && ask.amountMinor % 100 === DECLINED_ENDING;
    switch (this.manner) {
      case 'takes':
        return Promise.resolve(isDeclined ? { kind: 'declined' } : taken());
      case 'declines':
        return Promise.resolve({ kind: 'declined' });
      case 'cancels':
        return Promise.resolve({ kind: 'cancelled' });
      case 'unplugged':
        return Promise.resolve({ kind: 'unplugged' });
      case 'late':
        return this.later(ask, isDeclined);
      case 'silent':
        // whoever waits gives up by themselves
        return new Promise(() => undefined);
    }
  }

  cancel(id: string): void {
    this.waiting.get(id)?.({ kind: 'cancelled' });
  }

  private later({ id }: TerminalAsk, isDeclined: boolean): Promise<TerminalAnswer> {
    const { promise, resolve } = resolvable<TerminalAnswer>();
    this.waiting.set(id, resolve);
    setTimeout(() => resolve(isDeclined ? { kind: 'declined' } : taken()), LATE_MS).unref();
    return promise.finally(() => this.waiting.delete(id));
  }
}

function taken(): TerminalAnswer {
  return { kind: 'taken', reference: `simulated-${randomUUID().slice(0, 8)}` };
}

function resolvable<T>(): { readonly promise: Promise<T>; readonly resolve: (value: T) => void } {
  let resolve!: (value: T) => void;
  const promise = new Promise<T>((done) => (resolve = done));
  return { promise, resolve };
}

/** What a terminal answers within so long; null where it does not. What it answers after that is told to `late`. */
export async function answerWithin(
  answer: Promise<TerminalAnswer>,
  ms: number,
  late: (answer: TerminalAnswer) => void = () => undefined,
): Promise<TerminalAnswer | null> {
  let timer: NodeJS.Timeout | undefined;
  const givenUp = new Promise<null>((resolve) => {
    timer = setTimeout(() => resolve(null), ms);
    timer.unref();
  });
  const first = await Promise.race([answer, givenUp]);
  clearTimeout(timer);
  if (first === null) void answer.then(late);
  return first;
}

/** A message as it goes out: by an id of its own, so that it is carried once however often it is given. */
export interface Letter {
  readonly id: string;
  readonly channel: 'text' | 'mail';
  readonly address: string;
  readonly subject: string;
  readonly body: string;
}

/** What became of it. */
export type Carried = { readonly kind: 'delivered' } | { readonly kind: 'bounced'; readonly why: string };

/** What carries mail and text messages. A real service is put behind the same call. */
export interface Carrier {
  /** Takes a message and tells what became of it: soon, or late. */
  carry(letter: Letter): Promise<Carried>;
}

const SLOW_MS = 3000;

/**
 * The stand-in that ships with Alnage: nothing leaves the machine. An address with “bounce” in it, or a number that ends in 000, does not
 * take messages; one with “slow” in it, or that ends in 999, takes its time.
 */
export class SimulatedCarrier implements Carrier {
  private readonly carried = new Map<string, Promise<Carried>>();

  carry(letter: Letter): Promise<Carried> {
    const known = this.carried.get(letter.id) ?? this.bring(letter);
    this.carried.set(letter.id, known);
    return known;
  }

  /** How many different messages it was given. */
  get count(): number {
    return this.carried.size;
  }

  private async bring({ address, channel }: Letter): Promise<Carried> {
    if (/slow|999$/.test(address)) await new Promise((resolve) => setTimeout(resolve, SLOW_MS).unref());
    const isDead = /bounce|000$/.test(address);
    return isDead
      ? { kind: 'bounced', why: channel === 'mail' ? 'no such mailbox' : 'no such number' }
      : { kind: 'delivered' };
  }
}

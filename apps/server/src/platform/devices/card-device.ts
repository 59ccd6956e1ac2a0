import { randomUUID } from 'node:crypto';

/** What takes cards. A real terminal is put behind the same two calls. */
export interface CardDevice {
  /** Takes or gives back money; null where the device declines. @returns the device's own number of it */
  transact(kind: 'charge' | 'refund', amountMinor: number): Promise<string | null>;
}

/** Amounts that end so are declined by the simulated device, so that declining can be tried. */
const DECLINED_ENDING = 13;

/** The stand-in that ships with Alnage: it takes every card, but declines what ends in 13. No money moves. */
export class SimulatedCardDevice implements CardDevice {
  transact(kind: 'charge' | 'refund', amountMinor: number): Promise<string | null> {
    const isDeclined = kind === 'charge' && amountMinor % 100 === DECLINED_ENDING;
    return Promise.resolve(isDeclined ? null : `simulated-${randomUUID().slice(0, 8)}`);
  }
}

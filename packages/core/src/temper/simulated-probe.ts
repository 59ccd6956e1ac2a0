import { normalDraw } from '../chance/normal-draw';
import type { Random } from '../chance/random';

/** How a simulated probe misbehaves. */
export interface ProbeFaults {
  readonly noiseKelvin: number;
  /** Chance at each reading that it drops out, or sticks to what it said, for a while. */
  readonly dropOutChance: number;
  readonly stuckChance: number;
  /** Readings that a fault lasts. */
  readonly faultReadings: number;
}

/** As a cheap kitchen probe is; shop default. */
export const USUAL_FAULTS: ProbeFaults = {
  noiseKelvin: 0.1,
  dropOutChance: 0.004,
  stuckChance: 0.002,
  faultReadings: 30,
};

/** A probe with noise, drop-outs and a way of sticking; to a tenth of a degree, as its display has it. */
export class SimulatedProbe {
  private silentFor = 0;
  private stuckFor = 0;
  private last: number | null = null;

  constructor(
    private readonly random: Random,
    private readonly faults: ProbeFaults = USUAL_FAULTS,
  ) {}

  /** What it says of a temperature in °C; null while it has dropped out. */
  read(celsius: number): number | null {
    const { noiseKelvin, dropOutChance, stuckChance, faultReadings } = this.faults;
    if (this.silentFor > 0) {
      this.silentFor--;
      return null;
    }
    if (this.stuckFor > 0 && this.last !== null) {
      this.stuckFor--;
      return this.last;
    }
    if (this.random.next() < dropOutChance) this.silentFor = faultReadings;
    if (this.random.next() < stuckChance) this.stuckFor = faultReadings;
    this.last = Math.round(10 * (celsius + noiseKelvin * normalDraw(this.random))) / 10;
    return this.last;
  }
}

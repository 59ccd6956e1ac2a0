import { normalDraw } from '../../chance/normal-draw';
import { Random } from '../../chance/random';
import { bowlJoulesPerPiece, type Dip } from '../../coating/crust';
import { dippingKelvinPerMinute, plainTauMinutes } from '../../temper/bowl-heat';
import type { BowlReading } from '../../temper/bowl-reading';
import type { WorkedBowl } from '../window-forecast';

/** A bowl that cools toward the lower end of its window, with what its probe said until it is asked. */
export interface CoolingBowl {
  /** Every ten seconds for five minutes, with noise of 0.1 °C. */
  readonly readings: readonly BowlReading[];
  readonly bowl: WorkedBowl;
  /** The truth: minutes until it leaves its window. */
  readonly minutesOff: number;
}

export const WINDOW = { low: 31, high: 45 };
const berry: Dip = {
  centre: 'wet',
  bowlCelsius: 31,
  centreCelsius: 8,
  dwellSeconds: 3,
  coveredMm2: 2466,
  centreGrams: 18,
};

/** One bowl as it really goes, by small steps: its own loss, dips that empty it and cool it; null where that cannot be. */
export function coolingBowl(seed: number): CoolingBowl | null {
  const random = new Random(seed);
  const between = (low: number, high: number): number => low + (high - low) * random.next();
  let grams = between(800, 5500);
  const start = grams;
  const reckoned = plainTauMinutes(null, grams);
  const lossPerMinute = Math.exp(0.3 * normalDraw(random)) / reckoned;
  const room = between(17, 24);
  const isDipped = random.next() < 0.5;
  const piecesPerMinute = isDipped ? between(1, 4) : 0;
  const minutesOff = between(5, 40);
  // backwards from the window's end to the instant five minutes before it is asked
  let celsius: number = WINDOW.low;
  const step = 1 / 60;
  const course: number[] = [celsius];
  const gramsAtEnd = start - piecesPerMinute * 7 * (minutesOff + 5);
  if (gramsAtEnd < 400) return null;
  grams = gramsAtEnd;
  for (let minute = 0; minute < minutesOff + 5; minute += step) {
    const loss = (lossPerMinute * start * (celsius - room)) / grams;
    const drain = (bowlJoulesPerPiece({ ...berry, bowlCelsius: 31 }) * piecesPerMinute) / (grams * 1.6);
    celsius += (loss + drain) * step;
    grams += piecesPerMinute * 7 * step;
    course.push(celsius);
  }
  if (celsius > 60) return null;
  const readings: BowlReading[] = Array.from({ length: 31 }, (_, index) => ({
    minute: index / 6,
    celsius: course[course.length - 1 - index * 10]! + 0.1 * normalDraw(random),
  }));
  const bowl: WorkedBowl = {
    roomCelsius: room + 0.3 * normalDraw(random),
    tauMinutes: reckoned,
    isWarmed: false,
    dippingKelvinPerMinute: isDipped ? dippingKelvinPerMinute(berry, piecesPerMinute, start) : 0,
    emptyingPerMinute: (piecesPerMinute * 7) / grams,
  };
  return { readings, bowl, minutesOff };
}

/** So many of them, by the first seeds that give one. */
export function coolingBowls(count: number): CoolingBowl[] {
  const bowls: CoolingBowl[] = [];
  for (let seed = 1; bowls.length < count; seed++) {
    const bowl = coolingBowl(seed);
    if (bowl) bowls.push(bowl);
  }
  return bowls;
}

import type { Coating, Melter, Place, PlanOrder, Product, ProductStage } from './problem';

/**
 * The least integer >= a/b. Exact while `a` is a safe integer; larger products only come from amounts that no shift
 * and no bowl can hold, where the exact value no longer matters.
 */
export function ceilDiv(a: number, b: number): number {
  const rest = a % b;
  return rest > 0 ? (a - rest) / b + 1 : a / b;
}

/** Pieces started so that `good` ones come out, by the product's start percentage. */
export function startedPieces(product: Pick<Product, 'startPercent'>, good: number): number {
  return product.startPercent === undefined ? good : ceilDiv(good * product.startPercent, 100);
}

/** Minutes that a person of this pace (percent of standard time) takes for a stage on so many started pieces. */
export function stageMinutes(
  stage: Pick<ProductStage, 'fixedMinutes' | 'secondsPerPiece'>,
  started: number,
  pace: number,
): number {
  return ceilDiv((60 * stage.fixedMinutes + stage.secondsPerPiece * started) * pace, 6000);
}

/** Whole grams of coating that a stage takes out of its melt; 0 for a stage without one. */
export function stageGrams(stage: Pick<ProductStage, 'coating'>, started: number): number {
  if (stage.coating === null) return 0;
  return 'milligramsPerPiece' in stage.coating
    ? ceilDiv(started * stage.coating.milligramsPerPiece, 1000)
    : started * stage.coating.gramsPerPiece;
}

/** Minutes to clean, melt and temper `grams` of a coating: paced by the chocolate, not by the person. */
export function setupMinutes(coating: Coating, grams: number, cleanMinutes: number): number {
  return cleanMinutes + ceilDiv(1000 * coating.setupFixedMinutes + coating.setupMinutesPerKg * grams, 1000);
}

/** How long after its set-up a melt can be dipped from: by its coating, or by its bowl where that is shorter. */
export function usableMinutes(coating: Coating, melter: Melter): number {
  return Math.min(coating.usableMinutes, melter.usableMinutes ?? Infinity);
}

/** Tray places that so many pieces take. */
export function traysFor(pieces: number, piecesPerTray: number): number {
  return ceilDiv(pieces, piecesPerTray);
}

/** Position of the stage whose end starts the clock: the one named, else the last with a coating, else the last. */
export function clockStageIndex(product: Product): number {
  if (product.clockStage !== undefined)
    return product.stages.findIndex((stage) => stage.id === product.clockStage);
  const lastCoated = product.stages.findLastIndex((stage) => stage.coating !== null);
  return lastCoated >= 0 ? lastCoated : product.stages.length - 1;
}

/** The zone where pieces of an order lie from their last stage until they leave: its place's own, or the stage's. */
export function pickupZone(
  order: Pick<PlanOrder, 'place'>,
  product: Pick<Product, 'stages'>,
  places: readonly Place[] | undefined,
): string {
  return places?.find((place) => place.id === order.place)?.zone ?? product.stages.at(-1)!.then.zone;
}

/** The minute at which an order's boxes leave the shop: its pickup less the journey to its place. */
export function leaveMinute(order: PlanOrder, places: readonly Place[] | undefined): number {
  const journey = places?.find((place) => place.id === order.place)?.minutes ?? 0;
  return order.due - journey;
}

import { spareGrams } from '../melting/melt-for';
import { startPiecesLearned } from '../melting/start-pieces';
import type {
  Coating,
  Melter,
  Place,
  PlanOrder,
  Product,
  ProductStage,
  Span,
  StageCoating,
  StartRejects,
} from './problem';

/**
 * The least integer >= a/b. Exact while `a` is a safe integer; larger products only come from amounts that no shift
 * and no bowl can hold, where the exact value no longer matters.
 */
export function ceilDiv(a: number, b: number): number {
  const rest = a % b;
  return rest > 0 ? (a - rest) / b + 1 : a / b;
}

/** What decides how many are started. */
export type Starting = Pick<Product, 'startPercent' | 'rejects'>;

/**
 * Pieces started so that `good` ones come out: surely enough by what is believed of rejects, or by the product's start
 * percentage. By hand: 48 at 104% are 49.92, so 50.
 */
export function startedPieces({ startPercent, rejects }: Starting, good: number): number {
  if (rejects) return startsOf(rejects)(good);
  return startPercent === undefined ? good : ceilDiv(good * startPercent, 100);
}

/**
 * Good pieces that so many started ones come to, up to those that are planned: the most that would start no more. By hand: of 50
 * that are 48 good ones at 104%, 45 started are 43 good ones, since 44 would start 46.
 */
export function goodOfStarted(
  product: Starting,
  { planned, started }: { planned: number; started: number },
): number {
  let good = Math.min(planned, Math.floor(started));
  while (good > 0 && startedPieces(product, good) > started) good--;
  return Math.max(0, good);
}

/** From when to when a batch whose tasks are known has its moulds; null for one that takes none. */
export function mouldSpan(
  { stages, mould }: Pick<Product, 'stages' | 'mould'>,
  tasks: readonly { readonly start: number; readonly end: number }[],
): Span | null {
  if (!mould) return null;
  const from = stages.findIndex(({ id }) => id === mould.from);
  const until = stages.findIndex(({ id }) => id === mould.until);
  return [tasks[from]!.start, tasks[until]!.end + stages[until]!.then.minMinutes];
}

/**
 * Pieces started for a good one in whatever batches: no plan starts fewer. By hand: 104% is 1.04; what is started surely
 * enough is at least what is good. Small batches start more: looked at up to the largest that is common.
 */
export function leastStartShare(product: Starting & Pick<Product, 'maxBatchPieces'>): number {
  if (!product.rejects) return (product.startPercent ?? 100) / 100;
  if (product.maxBatchPieces > COMMON_PIECES) return 1;
  let share = Infinity;
  for (let good = 1; good <= product.maxBatchPieces; good++)
    share = Math.min(share, startedPieces(product, good) / good);
  return share;
}

const COMMON_PIECES = 1000;

/** Larger batches are started in the proportion of this one: the share that is to spare only falls. */
const TABLE_PIECES = 10_000;

/** The planner asks for the same counts millions of times. */
const startsOf = remembered((rejects: StartRejects) =>
  tableOf((good) => {
    if (good === 0) return 0;
    const asked = { goodPieces: Math.min(good, TABLE_PIECES), certainty: rejects.certainty };
    const started = startPiecesLearned(asked, rejects);
    return good > TABLE_PIECES ? Math.ceil((good * started) / TABLE_PIECES) : started;
  }),
);

/** Minutes that a person of this pace (percent of standard time) takes for a stage on so many started pieces. */
export function stageMinutes(
  stage: Pick<ProductStage, 'fixedMinutes' | 'secondsPerPiece'>,
  started: number,
  pace: number,
): number {
  return ceilDiv((60 * stage.fixedMinutes + stage.secondsPerPiece * started) * pace, 6000);
}

/** Grams of coating that a stage leaves on a piece in the mean; 0 without one. */
export function gramsPerPiece({ coating }: Pick<ProductStage, 'coating'>): number {
  if (coating === null) return 0;
  return 'milligramsPerPiece' in coating ? coating.milligramsPerPiece / 1000 : coating.gramsPerPiece;
}

/** Whole grams of coating that go onto so many pieces in the mean; 0 for a stage without one. */
export function carriedGrams({ coating }: Pick<ProductStage, 'coating'>, started: number): number {
  if (coating === null) return 0;
  return 'milligramsPerPiece' in coating
    ? ceilDiv(started * coating.milligramsPerPiece, 1000)
    : started * coating.gramsPerPiece;
}

/**
 * Whole grams that a melt must hold for a stage: what its pieces carry in the mean, and with it what keeps the bowl from
 * running short. By hand: 60 pieces of 6 g at 95%, nothing uncertain but run and piece: 360 + 62.2, so 423.
 */
export function stageGrams(stage: Pick<ProductStage, 'coating'>, started: number): number {
  return stage.coating?.spare ? gramsOf(stage.coating)(started) : carriedGrams(stage, started);
}

const gramsOf = remembered((coating: StageCoating) => {
  const meanGrams = gramsPerPiece({ coating });
  return tableOf((started) =>
    started === 0
      ? 0
      : Math.ceil(
          started * meanGrams +
            spareGrams(started, { meanGrams, isMixed: coating.isMixed ?? false, ...coating.spare! }) -
            ROUNDING,
        ),
  );
});

/** Rounding of floating point must not turn a whole number into the next one. */
const ROUNDING = 1e-6;

/** What is made of an object, once for each. */
function remembered<K extends object, T>(make: (key: K) => T): (key: K) => T {
  const made = new WeakMap<K, T>();
  return (key) => {
    let value = made.get(key);
    if (value === undefined) made.set(key, (value = make(key)));
    return value;
  };
}

/** A function of a count, each answer worked out once as far as a batch can be large. */
function tableOf(of: (count: number) => number): (count: number) => number {
  const table: number[] = [];
  return (count) => (count > TABLE_PIECES ? of(count) : (table[count] ??= of(count)));
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

/** The minute by which the pieces of an order are as old as when they are collected: its pickup, and what a warm way there adds. */
export function agedMinute(
  order: Pick<PlanOrder, 'due' | 'place'>,
  product: string,
  places: readonly Place[] | undefined,
): number {
  const place = places?.find((each) => each.id === order.place);
  return order.due + (place?.ages?.find((each) => each.product === product)?.minutes ?? 0);
}

/** The minute at which an order's boxes leave the shop: its pickup less the journey to its place. */
export function leaveMinute(order: PlanOrder, places: readonly Place[] | undefined): number {
  const journey = places?.find((place) => place.id === order.place)?.minutes ?? 0;
  return order.due - journey;
}

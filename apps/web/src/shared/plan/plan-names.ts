import type { Piece, SavedPlan, Workshop } from '@alnage/contract';
import { SPARE_PREFIX, type Batch } from '@alnage/core/planner';
import { listed } from '../formats/formats';
import { WallTime } from '../formats/wall-time';

const MS_PER_MINUTE = 60_000;

/** Names and times for the ids and minutes of a plan. */
export interface PlanWords {
  piece(id: string): string;
  stage(product: string, id: string): string;
  bowl(id: string): string;
  coating(id: string): string;
  zone(id: string): string;
  mould(id: string): string;
  person(id: string): string;
  /** Fri 19, 15:00 */
  time(minute: number): string;
  /** Fri 19, 14:00–15:00; its end with its day where that is another. */
  span(from: number, to: number): string;
  /** 15:00, or Sat 20, 00:15 where that is another day than the one that is spoken of. */
  near(minute: number, spokenOf: number): string;
  /** Wed 1 Jul, 15:00 */
  dateTime(minute: number): string;
  /** 15:00 */
  clock(minute: number): string;
  /** 15, of 24 */
  hour(minute: number): string;
  instant(minute: number): number;
  /** The bowls that a batch is dipped in, in words. */
  bowlsOf(batch: Batch): string;
  holdMinutes(product: string): number;
  isSpare(order: string): boolean;
}

/** The part of a plan that its words need. */
export type PlanShown = Pick<SavedPlan, 'horizonStart'> & { readonly plan: Pick<SavedPlan['plan'], 'melts'> };

/** Words for one plan in one workshop; an id that has no name any more is shown as it is. */
export function planWords(saved: PlanShown, workshop: Workshop, pieces: readonly Piece[]): PlanWords {
  const wall = new WallTime(workshop.timeZone);
  const start = Date.parse(saved.horizonStart);
  const instant = (minute: number): number => start + minute * MS_PER_MINUTE;
  const named =
    (list: readonly { id: string; name: string }[]) =>
    (id: string): string =>
      // one more like another is called after it
      list.find((item) => item.id === id)?.name ??
      (id.endsWith('+') ? `${named(list)(id.slice(0, -1))} +` : id);
  const bowl = named(workshop.bowls);
  const pieceOf = (id: string) => pieces.find((piece) => piece.id === id);
  return {
    piece: (id) => (pieceOf(id)?.name ?? id).toLowerCase(),
    stage: (product, id) =>
      pieceOf(product)
        ?.route.find((stage) => stage.id === id)
        ?.name.toLowerCase() ?? id,
    bowl,
    coating: (id) => named(workshop.coatings)(id).toLowerCase(),
    zone: (id) => named(workshop.zones)(id).toLowerCase(),
    mould: (id) => named(workshop.moulds)(id).toLowerCase(),
    person: named(workshop.people),
    time: (minute) => wall.dayTime(instant(minute)),
    span: (from, to) => wall.span(instant(from), instant(to)),
    near: (minute, spokenOf) => wall.near(instant(minute), instant(spokenOf)),
    dateTime: (minute) => wall.dateTime(instant(minute)),
    clock: (minute) => wall.time(instant(minute)),
    hour: (minute) => wall.hour(instant(minute)),
    instant,
    bowlsOf: (batch) => {
      const melts = batch.stages.map((task) => saved.plan.melts.find((melt) => melt.id === task.melt));
      const bowls = melts.flatMap((melt) =>
        melt
          ? [
              bowl(melt.melter)
                .toLowerCase()
                .replace(/^bowl (.)$/, (_, letter: string) => `bowl ${letter.toUpperCase()}`),
            ]
          : [],
      );
      return listed([...new Set(bowls)]) || 'no bowl';
    },
    holdMinutes: (product) => pieceOf(product)?.keeping.holdMinutes ?? 0,
    isSpare: (order) => order.startsWith(SPARE_PREFIX),
  };
}

import type { Piece, SeasonFigures, Workshop } from '@alnage/contract';

/** One thing that a workshop needs before its first order can be promised. */
export interface FirstStep {
  readonly name: string;
  readonly why: string;
  /** Where it is done. */
  readonly path: string;
  readonly count: number;
  readonly isDone: boolean;
}

/** All of them, in the order in which each needs the ones before. */
export function firstSteps(
  workshop: Workshop,
  pieces: readonly Piece[],
  figures: SeasonFigures | null,
): FirstStep[] {
  const step = (name: string, why: string, [path, count]: readonly [string, number]): FirstStep => ({
    ...{ name, why, path, count },
    isDone: count > 0,
  });
  // nobody is told to begin with what may be there and is still being read
  const orders = workshop.season && !figures ? 1 : (figures?.orders ?? 0);
  const of = (section: string, there: readonly unknown[]) => [`/workshop/${section}`, there.length] as const;
  return [
    step('The shop', 'what it is called, its clock and what it is paid in', [
      '/workshop/shop',
      workshop.details.version > 1 || workshop.isDemo ? 1 : 0,
    ]),
    step('Coatings', 'what is melted, with its window and allergens', of('coatings', workshop.coatings)),
    step('Bowls', 'how much each holds, and the tail that cannot be dipped', of('bowls', workshop.bowls)),
    step('Zones', 'fridge, racks and shelves, counted in trays', of('zones', workshop.zones)),
    step('People', 'skills, pace and hours', of('people', workshop.people)),
    step('A piece', 'what is dipped, how, and how long it keeps', ['/pieces/new', pieces.length]),
    step('A pickup point', 'where orders are collected, and when', of('points', workshop.pickupPoints)),
    step('A season', 'the days on which orders are collected', of('seasons', workshop.seasons)),
    step('The first order', 'promised for a day and an hour', ['/orders', orders]),
  ];
}

import type { Lane, MeltShape, PlanScene, TapeShape, TaskShape } from './scene-shapes';

/** What lies under a point of the drawing. */
export type Hit =
  /** A batch; `stage` where the shape is of one of its stages. */
  | { readonly kind: 'batch'; readonly batch: string; readonly stage: string | null; readonly start: number }
  | { readonly kind: 'melt'; readonly melt: string };

/** Heights of what is drawn, in px. */
const TASK_HEIGHT = 24;
/** How far beside a shape a point still counts as on it, in minutes’ px. */
const NEAR = 3;

/** A point of the drawing; `minutesPerPx` says how wide the neighbourhood of a narrow shape is. */
export interface Point {
  readonly minute: number;
  readonly y: number;
  readonly minutesPerPx: number;
}

/** What is drawn at a point, what is drawn last first. */
export function hitAt(scene: PlanScene, point: Point): Hit | null {
  return tapeAt(scene, point) ?? taskAt(scene, point) ?? meltAt(scene, point);
}

function isAt({ minute, minutesPerPx }: Point, start: number, end: number): boolean {
  const near = NEAR * minutesPerPx;
  return minute >= start - near && minute <= end + near;
}

function tapeAt({ tapes }: PlanScene, point: Point): Hit | null {
  const isOn = ({ y, height }: TapeShape): boolean => point.y >= y - 2 && point.y <= y + height + 2;
  const tape = tapes.find((each) => isOn(each) && isAt(point, each.clock, each.lastPickup));
  return tape ? { kind: 'batch', batch: tape.batch, stage: null, start: tape.clock } : null;
}

function taskAt({ tasks }: PlanScene, point: Point): Hit | null {
  const isOn = ({ y }: TaskShape): boolean => point.y >= y && point.y <= y + TASK_HEIGHT;
  const task = tasks.find((each) => isOn(each) && isAt(point, each.start, each.end));
  if (!task) return null;
  const { batch, stage, start, melt } = task;
  return batch === null ? { kind: 'melt', melt: melt! } : { kind: 'batch', batch, stage, start };
}

function meltAt({ melts, gramHeight }: PlanScene, point: Point): Hit | null {
  const isOn = ({ base, grams }: MeltShape): boolean =>
    point.y <= base && point.y >= base - grams * gramHeight - 16;
  for (const { id, runs, setupStart, setupEnd } of melts.filter(isOn)) {
    const run = runs.find(({ start, end }) => isAt(point, start, end));
    if (run) return { kind: 'batch', batch: run.batch, stage: run.stage, start: run.start };
    if (isAt(point, setupStart, setupEnd)) return { kind: 'melt', melt: id };
  }
  return null;
}

/** The bowl’s or person’s lane at a height; null elsewhere. */
export function laneAt({ lanes }: PlanScene, y: number): Lane | null {
  return lanes.find((lane) => y >= lane.y && y < lane.bottom) ?? null;
}

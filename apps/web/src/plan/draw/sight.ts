import type { ScaleLinear } from 'd3-scale';

export const LABEL_WIDTH = 112;

export interface HourMark {
  readonly minute: number;
  readonly text: string;
  readonly isDay: boolean;
}

/** What is seen of a scene, and how. */
export interface Frame {
  readonly x: ScaleLinear<number, number>;
  readonly width: number;
  readonly height: number;
  readonly scrollTop: number;
  readonly hours: readonly HourMark[];
  readonly now: number;
  readonly chosen: string | null;
  readonly pins: ReadonlySet<string>;
}

/** What of a scene lies in its frame. */
export class Sight {
  readonly first: number;
  readonly last: number;

  constructor(readonly frame: Frame) {
    [this.first, this.last] = frame.x.domain() as [number, number];
  }

  isOnAxis(start: number, end: number): boolean {
    return end > this.first && start < this.last;
  }

  isInSight(top: number, bottom: number): boolean {
    return bottom > this.frame.scrollTop && top < this.frame.scrollTop + this.frame.height;
  }
}

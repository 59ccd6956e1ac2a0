import type { MeltShape, PlanScene, RunShape } from '../scene/scene-shapes';
import type { Palette } from './palette';
import { Pen } from './pen';
import { LABEL_WIDTH, type Frame, type Sight } from './sight';

/** A figure is written into a shape that is at least so wide. */
const FIGURE_WIDTH = 26;
/** Draws bowls as levels that their dips empty, each dip with its pieces and, where there is room, its name. */
export function drawMelts(pen: Pen, scene: PlanScene, sight: Sight): void {
  const drawing = new MeltsDrawing(pen, scene, sight);
  for (const melt of scene.melts) if (sight.isOnAxis(melt.setupStart, melt.closed)) drawing.melt(melt);
  drawing.runNames();
}

class MeltsDrawing {
  private readonly colours: Palette;
  private readonly frame: Frame;

  constructor(
    private readonly pen: Pen,
    private readonly scene: PlanScene,
    private readonly sight: Sight,
  ) {
    this.colours = pen.colours;
    this.frame = sight.frame;
  }

  melt(melt: MeltShape): void {
    const { base, grams, setupStart, setupEnd, closed, runs, tail, left } = melt;
    if (!this.sight.isInSight(base - 80, base)) return;
    const { x } = this.frame;
    const level = (held: number): number => base - held * this.scene.gramHeight;
    const coat = this.colours.coats[melt.kind] ?? this.colours.coats['dark']!;
    this.pen.box(
      { x: x(setupStart), y: level(grams), width: x(setupEnd) - x(setupStart), height: base - level(grams) },
      { fill: this.pen.hatch(this.colours.softInk), stroke: this.colours.softInk },
    );
    const top: [number, number][] = [
      [x(setupEnd), level(grams)],
      ...runs.flatMap(({ start, end, before, after }): [number, number][] => [
        [x(start), level(before)],
        [x(end), level(after)],
      ]),
    ];
    const points: [number, number][] = [
      ...top,
      [x(closed), top.at(-1)![1]],
      [x(closed), base],
      [x(setupEnd), base],
    ];
    this.pen.shape(points, { fill: coat.fill, stroke: this.colours.ink, lineWidth: 0.75 });
    for (const run of runs) if (this.sight.isOnAxis(run.start, run.end)) this.run(run, { base, level, coat });
    this.pen.line([x(setupEnd), level(tail)], [x(closed), level(tail)], { colour: coat.tail, dash: [4, 3] });
    const next = this.scene.melts
      .filter((other) => other.base === base && other.setupStart >= closed)
      .reduce((least, other) => Math.min(least, x(other.setupStart)), this.frame.width);
    if (next - x(closed) > Pen.width(left) + 8)
      this.pen.text(left, [x(closed) + 4, base - 2], { colour: this.colours.softInk });
  }

  private run(
    { batch, start, end, before, after, pieces }: RunShape,
    {
      base,
      level,
      coat,
    }: { base: number; level: (grams: number) => number; coat: { fill: string; on: string } },
  ): void {
    const [left, right] = [this.frame.x(start), this.frame.x(end)];
    const isChosen = batch === this.frame.chosen;
    this.pen.shape(
      [
        [left, level(before)],
        [right, level(after)],
        [right, base],
        [left, base],
      ],
      {
        fill: coat.fill,
        stroke: isChosen ? this.colours.gold : this.colours.linen,
        lineWidth: isChosen ? 3 : Math.min(1.5, (right - left) / 6),
      },
    );
    if (right - left >= FIGURE_WIDTH)
      this.pen.text(pieces, [(left + right) / 2, base - 12], {
        colour: coat.on,
        isFigure: true,
        align: 'center',
      });
    if (this.frame.pins.has(batch)) this.pen.pin([(left + right) / 2, base - 26], coat.on);
  }

  /** Names of the runs above them, as far as there is room. */
  runNames(): void {
    const { x } = this.frame;
    const freeFrom = new Map<number, number>();
    for (const { runs, base, grams } of this.scene.melts) {
      if (!this.sight.isInSight(base - 80, base)) continue;
      for (const { start, end, name } of runs) {
        if (!this.sight.isOnAxis(start, end) || x(start) < (freeFrom.get(base) ?? LABEL_WIDTH)) continue;
        freeFrom.set(base, x(start) + Pen.width(name) + 6);
        this.pen.text(name, [x(start), base - grams * this.scene.gramHeight - 5], {
          weight: 600,
          size: 11.5,
          backing: this.colours.linen,
        });
      }
    }
  }
}

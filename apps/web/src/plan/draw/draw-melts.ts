import type { MeltShape, PlanScene, RunShape } from '../scene/scene-shapes';
import type { Palette } from './palette';
import { Pen } from './pen';
import { LABEL_WIDTH, type Frame, type Sight } from './sight';

/** A figure is written into a shape that is at least so wide. */
const FIGURE_WIDTH = 26;
/** A pin and a figure need so much of a level; a pin is so high, and so much stands aside for it. */
const PIN_INSIDE = 36;
const PIN_HEIGHT = 9;
const PIN_ASIDE = 10;
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
    if (this.frame.pins.has(batch))
      this.pin({ left, right, base, top: level((before + after) / 2) }, coat.on);
  }

  /** A pin over its figure; where the level leaves no room for both it stands on the level. */
  private pin(
    { left, right, base, top }: { left: number; right: number; base: number; top: number },
    on: string,
  ): void {
    const isInside = base - top >= PIN_INSIDE;
    if (isInside) this.pen.pin([(left + right) / 2, base - 26], on);
    else this.pen.pin([left + PIN_ASIDE / 2, top - PIN_HEIGHT], this.colours.ink);
  }

  /** Names of the runs above them, as far as there is room beside each other, the pins and the next melt. */
  runNames(): void {
    const { x } = this.frame;
    const freeFrom = new Map<number, number>();
    for (const melt of this.scene.melts) {
      const { runs, base, grams } = melt;
      if (!this.sight.isInSight(base - 80, base)) continue;
      const y = base - grams * this.scene.gramHeight - 5;
      const end = this.nextHigher(melt);
      for (const { batch, start, end: over, name, before, after } of runs) {
        const isLow = ((before + after) / 2) * this.scene.gramHeight < PIN_INSIDE;
        const left = x(start) + (isLow && this.frame.pins.has(batch) ? PIN_ASIDE : 0);
        const right = left + Pen.width(name);
        const isFree = left >= (freeFrom.get(base) ?? LABEL_WIDTH) && right <= end;
        if (!this.sight.isOnAxis(start, over) || !isFree) continue;
        freeFrom.set(base, right + 6);
        this.pen.text(name, [left, y], { weight: 600, size: 11.5, backing: this.colours.linen });
      }
    }
  }

  /** Where the next melt of its bowl begins that stands higher than its names. */
  private nextHigher({ base, grams, closed }: MeltShape): number {
    const { x } = this.frame;
    const starts = this.scene.melts
      .filter((other) => other.base === base && other.setupStart >= closed && other.grams > grams)
      .map(({ setupStart }) => x(setupStart));
    return Math.min(Infinity, ...starts);
  }
}

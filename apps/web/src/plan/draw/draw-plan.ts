import type { PlanScene, TapeShape, TaskShape, ZoneShape } from '../scene/scene-shapes';
import { drawMelts } from './draw-melts';
import type { Palette } from './palette';
import { plumbWeight } from '../../shared/chart/plumb';
import { Pen } from './pen';
import { LABEL_WIDTH, Sight, type Frame } from './sight';

const AXIS_HEIGHT = 20;
const TASK_HEIGHT = 24;
/** A life tape is written on where it is at least so high. */
const WRITTEN_TAPE = 9;

/** Draws what is seen of a plan: only what lies in the frame, so that hundreds of batches cost no more than they show. */
export function drawPlan(
  context: CanvasRenderingContext2D,
  { colours, scene, frame }: { readonly colours: Palette; readonly scene: PlanScene; readonly frame: Frame },
): void {
  new PlanDrawing(new Pen(context, colours), scene, frame).draw();
}

class PlanDrawing {
  private readonly colours: Palette;
  private readonly sight: Sight;

  constructor(
    private readonly pen: Pen,
    private readonly scene: PlanScene,
    private readonly frame: Frame,
  ) {
    this.colours = pen.colours;
    this.sight = new Sight(frame);
  }

  draw(): void {
    const { context } = this.pen;
    const { width, height, scrollTop } = this.frame;
    context.save();
    context.fillStyle = this.colours.linen;
    context.fillRect(0, 0, width, height);
    context.translate(0, -scrollTop);
    this.hours();
    context.save();
    context.beginPath();
    context.rect(LABEL_WIDTH, scrollTop, width - LABEL_WIDTH, height);
    context.clip();
    this.shifts();
    for (const zone of this.scene.zones) if (this.sight.isInSight(zone.top, zone.bottom)) this.zone(zone);
    drawMelts(this.pen, this.scene, this.sight);
    for (const task of this.scene.tasks) if (this.isSeen(task.start, task.end, task)) this.task(task);
    for (const tape of this.scene.tapes) if (this.isSeen(tape.clock, tape.lastPickup, tape)) this.tape(tape);
    this.now();
    context.restore();
    this.labels();
    this.axis();
    context.restore();
  }

  private isSeen(start: number, end: number, { y }: { readonly y: number }): boolean {
    return this.sight.isOnAxis(start, end) && this.sight.isInSight(y, y + TASK_HEIGHT);
  }

  private hours(): void {
    const { scrollTop, height, hours, x } = this.frame;
    for (const { minute, isDay } of hours)
      this.pen.line([x(minute), scrollTop], [x(minute), scrollTop + height], {
        colour: isDay ? this.colours.softInk : this.colours.rule,
        ...(isDay && { dash: [2, 4] }),
      });
    for (const { bottom } of this.scene.lanes)
      this.pen.line([0, bottom], [this.frame.width, bottom], { colour: this.colours.rule });
  }

  /** The hours along the top, which stay in sight. */
  private axis(): void {
    const { scrollTop, width, hours, x } = this.frame;
    this.pen.box({ x: 0, y: scrollTop, width, height: AXIS_HEIGHT }, { fill: this.colours.linen });
    for (const { minute, text } of hours)
      if (x(minute) >= LABEL_WIDTH)
        this.pen.text(text, [x(minute), scrollTop + 13], {
          colour: this.colours.softInk,
          isFigure: true,
          align: 'center',
        });
  }

  private labels(): void {
    const { scrollTop, height } = this.frame;
    this.pen.box({ x: 0, y: scrollTop, width: LABEL_WIDTH - 1, height }, { fill: this.colours.linen });
    for (const { name, detail, y, bottom } of this.scene.lanes) {
      if (!this.sight.isInSight(y, bottom)) continue;
      this.pen.text(name, [0, y + 22], { weight: 600, size: 13 });
      this.pen.text(detail, [0, y + 37], { colour: this.colours.softInk });
      this.pen.line([0, bottom], [LABEL_WIDTH, bottom], { colour: this.colours.rule });
    }
  }

  private shifts(): void {
    const { x } = this.frame;
    for (const { start, end, y } of this.scene.shifts)
      if (this.sight.isOnAxis(start, end))
        this.pen.line([x(start), y], [x(end), y], { colour: this.colours.softInk, width: 2 });
  }

  private zone({ steps, trays, top, bottom, note, isFull }: ZoneShape): void {
    const { x } = this.frame;
    // what lies there beyond its trays, as where a trial takes some away, stays in its lane
    const most = Math.max(1, trays, ...steps.map(({ trays: held }) => held));
    const level = (held: number): number => bottom - (held / most) * (bottom - top);
    const seen = steps.filter(({ from, to }) => this.sight.isOnAxis(from, to));
    const points = seen.flatMap(({ from, to, trays: held }): [number, number][] => [
      [x(from), level(held)],
      [x(to), level(held)],
    ]);
    if (points.length > 0)
      this.pen.shape([[points[0]![0], bottom], ...points, [points.at(-1)![0], bottom]], {
        fill: this.pen.hatch(this.colours.woad, { gap: 5 }),
        stroke: this.colours.woad,
      });
    const colour = isFull ? this.colours.madder : this.colours.softInk;
    this.pen.line(
      [LABEL_WIDTH, level(trays)],
      [this.frame.width, level(trays)],
      isFull ? { colour, width: 1.5 } : { colour, dash: [4, 3] },
    );
    this.pen.text(note, [this.frame.width - 12, top + 14], {
      colour,
      align: 'right',
      backing: this.colours.linen,
      ...(isFull && { weight: 600 }),
    });
  }

  private task({ batch, start, end, y, skill, text, isAlone }: TaskShape): void {
    const left = this.frame.x(start);
    const width = Math.max(1, this.frame.x(end) - left);
    const [fill, line] = isAlone ? [this.colours.madderWash, this.colours.madder] : this.taskColours(skill);
    const isChosen = batch !== null && batch === this.frame.chosen;
    this.pen.box(
      { x: left, y, width, height: TASK_HEIGHT },
      { fill, stroke: isChosen ? this.colours.ink : line, lineWidth: isChosen ? 2.5 : 1 },
    );
    if (width >= Math.max(36, Pen.width(text) + 8)) this.pen.text(text, [left + 5, y + 16]);
    if (batch !== null && this.frame.pins.has(batch) && width >= 6)
      this.pen.pin([left + width - 4, y + 4], this.colours.ink);
  }

  private taskColours(skill: string): readonly [string, string] {
    const { weld, weldWash, sage, sageWash, woad, woadWash, paper, softInk } = this.colours;
    switch (skill) {
      case 'temper':
        return [weldWash, weld];
      case 'pack':
        return [sageWash, sage];
      case 'prep':
      case 'cook':
        return [woadWash, woad];
      default:
        return [paper, softInk];
    }
  }

  private tape({ batch, clock, targetEnd, limitEnd, lastPickup, pickups, y, height, text }: TapeShape): void {
    const { x } = this.frame;
    const [left, right] = [x(clock), x(lastPickup)];
    const young = Math.max(left, Math.min(right, x(targetEnd)));
    const isChosen = batch === this.frame.chosen;
    const whole = { x: left, y, width: Math.max(2, right - left), height };
    this.pen.box(whole, {
      fill: this.pen.hatch(this.colours.sage, { isBack: true }),
      stroke: isChosen ? this.colours.ink : this.colours.sage,
      lineWidth: isChosen ? 2.5 : 1,
    });
    this.pen.box({ ...whole, width: young - left }, { fill: this.colours.sage });
    for (const minute of pickups)
      if (this.sight.isOnAxis(minute, minute + 1))
        this.pen.line([x(minute), y - 2], [x(minute), y + height + 2], {
          colour: this.colours.woad,
          width: 2,
        });
    if (limitEnd < this.sight.last) {
      const at = x(limitEnd);
      this.pen.line([at, y - 1], [at, y + height + 1], { colour: this.colours.madder, width: 1.5 });
      this.pen.line([at - 4, y - 1], [at, y - 1], { colour: this.colours.madder, width: 1.5 });
      this.pen.line([at - 4, y + height + 1], [at, y + height + 1], {
        colour: this.colours.madder,
        width: 1.5,
      });
    }
    if (height > WRITTEN_TAPE) this.tapeText(text, { left, young, y });
  }

  private tapeText(text: string, { left, young, y }: { left: number; young: number; y: number }): void {
    const seenLeft = Math.max(left, LABEL_WIDTH);
    const isInside = young - seenLeft > Pen.width(text) + 10;
    if (isInside) this.pen.text(text, [seenLeft + 6, y + 12], { colour: this.colours.linen });
    else if (left - LABEL_WIDTH > Pen.width(text) + 8)
      this.pen.text(text, [left - 6, y + 12], { align: 'right' });
  }

  private now(): void {
    const { now, x, scrollTop, height } = this.frame;
    if (now < this.sight.first || now > this.sight.last) return;
    const top = scrollTop + AXIS_HEIGHT;
    this.pen.line([x(now), top], [x(now), scrollTop + height], { colour: this.colours.ink });
    this.pen.shape(plumbWeight(x(now), top), { fill: this.colours.ink });
    this.pen.text('now', [x(now) + 6, scrollTop + 30], { size: 11 });
  }
}

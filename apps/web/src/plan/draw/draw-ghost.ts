import { LABEL_WIDTH, type Frame } from './sight';
import type { Palette } from './palette';
import { Pen } from './pen';

/** A place where a batch is being put, and where it could be. */
export interface Ghost {
  readonly start: number;
  readonly end: number;
  readonly y: number;
  readonly height: number;
  readonly isAllowed: boolean;
  /** Spans of the minutes at which the stage could end, each in its lane. */
  readonly open: readonly {
    readonly from: number;
    readonly to: number;
    readonly y: number;
    readonly height: number;
  }[];
  readonly label: string;
}

/** How much of what lies beneath a place that is lit up stays to be seen. */
const LIT = 0.55;

/** Draws a batch in hand over the plan, with the places that are open to it lit up; nothing in hand leaves nothing. */
export function drawGhost(
  context: CanvasRenderingContext2D,
  {
    colours,
    frame: { x, width, height, scrollTop },
    ghost,
  }: {
    readonly colours: Palette;
    readonly frame: Pick<Frame, 'x' | 'width' | 'height' | 'scrollTop'>;
    readonly ghost: Ghost | null;
  },
): void {
  context.clearRect(0, 0, width, height);
  if (!ghost) return;
  const pen = new Pen(context, colours);
  context.save();
  context.beginPath();
  context.rect(LABEL_WIDTH, 0, width - LABEL_WIDTH, height);
  context.clip();
  context.translate(0, -scrollTop);
  context.globalAlpha = LIT;
  for (const { from, to, y, height: high } of ghost.open)
    pen.box(
      { x: x(from) - 1, y, width: Math.max(3, x(to) - x(from) + 2), height: high },
      { fill: colours.sageWash, stroke: colours.sage },
    );
  const { start, end, y, height: high, isAllowed, label } = ghost;
  const colour = isAllowed ? colours.sage : colours.madder;
  context.globalAlpha = 1 - LIT / 4;
  pen.box(
    { x: x(start), y, width: Math.max(6, x(end) - x(start)), height: high },
    { fill: isAllowed ? colours.sageWash : pen.hatch(colour), stroke: colour, lineWidth: 2.5 },
  );
  context.globalAlpha = 1;
  pen.text(label, [x(end) + 6, y + high / 2 + 4], { colour, weight: 600, backing: colours.linen });
  context.restore();
}

import type { Palette } from './palette';

/** Letters of the small text are about so wide, in px. */
const LETTER_WIDTH = 6.2;

export interface LineStyle {
  readonly colour: string;
  readonly width?: number;
  readonly dash?: readonly number[];
}

/** Draws the plain things that a plan is made of onto a canvas. */
export class Pen {
  private readonly hatches = new Map<string, CanvasPattern | string>();

  constructor(
    readonly context: CanvasRenderingContext2D,
    readonly colours: Palette,
  ) {}

  /** About how wide a text of this many letters is. */
  static width(text: string): number {
    return text.length * LETTER_WIDTH;
  }

  line([x1, y1]: readonly [number, number], [x2, y2]: readonly [number, number], style: LineStyle): void {
    const { context } = this;
    context.strokeStyle = style.colour;
    context.lineWidth = style.width ?? 1;
    context.setLineDash((style.dash ?? []) as number[]);
    context.beginPath();
    context.moveTo(x1, y1);
    context.lineTo(x2, y2);
    context.stroke();
  }

  box(
    { x, y, width, height }: { x: number; y: number; width: number; height: number },
    { fill, stroke, lineWidth = 1 }: { fill?: string | CanvasPattern; stroke?: string; lineWidth?: number },
  ): void {
    const { context } = this;
    if (fill) {
      context.fillStyle = fill;
      context.fillRect(x, y, width, height);
    }
    if (!stroke) return;
    context.setLineDash([]);
    context.strokeStyle = stroke;
    context.lineWidth = lineWidth;
    context.strokeRect(x + 0.5, y + 0.5, Math.max(0, width - 1), Math.max(0, height - 1));
  }

  shape(
    points: readonly (readonly [number, number])[],
    style: { fill: string | CanvasPattern; stroke?: string; lineWidth?: number },
  ): void {
    const { context } = this;
    context.beginPath();
    points.forEach(([x, y], i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
    context.closePath();
    context.fillStyle = style.fill;
    context.fill();
    if (!style.stroke) return;
    context.setLineDash([]);
    context.strokeStyle = style.stroke;
    context.lineWidth = style.lineWidth ?? 1;
    context.stroke();
  }

  text(
    text: string,
    [x, y]: readonly [number, number],
    {
      colour = this.colours.ink,
      size = 12,
      weight = 400,
      isFigure = false,
      align = 'left',
      backing,
    }: {
      colour?: string;
      size?: number;
      weight?: number;
      isFigure?: boolean;
      align?: CanvasTextAlign;
      backing?: string;
    } = {},
  ): void {
    const { context } = this;
    const family = isFigure
      ? '"Spline Sans Mono Variable", monospace'
      : '"Instrument Sans Variable", sans-serif';
    context.font = `${weight} ${size}px ${family}`;
    context.textAlign = align;
    if (backing) {
      context.strokeStyle = backing;
      context.lineWidth = 4;
      context.lineJoin = 'round';
      context.setLineDash([]);
      context.strokeText(text, x, y);
    }
    context.fillStyle = colour;
    context.fillText(text, x, y);
  }

  /** Slanting lines in a colour, on a ground or on nothing. */
  hatch(
    colour: string,
    { gap = 6, isBack = false }: { gap?: number; isBack?: boolean } = {},
  ): CanvasPattern | string {
    const key = `${colour} ${gap} ${isBack}`;
    const before = this.hatches.get(key);
    if (before) return before;
    const tile = document.createElement('canvas');
    tile.width = tile.height = gap * 2;
    const ink = tile.getContext('2d');
    let pattern: CanvasPattern | string = colour;
    if (ink) {
      ink.strokeStyle = colour;
      ink.globalAlpha = 0.7;
      ink.lineWidth = 1.1;
      for (let at = -gap * 2; at <= gap * 2; at += gap) {
        ink.beginPath();
        ink.moveTo(isBack ? at + gap * 2 : at, 0);
        ink.lineTo(isBack ? at : at + gap * 2, gap * 2);
        ink.stroke();
      }
      pattern = this.context.createPattern(tile, 'repeat') ?? colour;
    }
    this.hatches.set(key, pattern);
    return pattern;
  }

  /** A small nail: this one stays. */
  pin([x, y]: readonly [number, number], colour: string): void {
    const { context } = this;
    context.fillStyle = colour;
    context.beginPath();
    context.arc(x, y, 3, 0, 2 * Math.PI);
    context.fill();
    this.line([x, y + 3], [x, y + 8], { colour, width: 1.5 });
  }
}

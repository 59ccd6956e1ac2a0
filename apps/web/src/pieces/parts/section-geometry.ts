import { dipLineMm, type PieceForm, type RoundShape } from '@alnage/core';

/** A piece cut through, in mm, with the origin in its middle and y downward. */
export interface Section {
  /** Outline of the centre. */
  readonly centre: string;
  /** Outline of centre and coat together. */
  readonly coated: string;
  /** Height of the dip line, or null when all is covered. */
  readonly dipY: number | null;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly coatMm: number;
  /** Half-width of the foot at the bottom, or 0 when there is none. */
  readonly footMm: number;
  readonly widthText: string;
  readonly heightText: string;
  readonly caption: string;
}

/** How thick a chip is drawn; the form does not say. */
const SHEET_THICKNESS_MM = 1.6;

/** The section of a form with a coat of this thickness. A rod is cut across, a mould drawn round. */
export function sectionOf(form: PieceForm, coatMm: number): Section {
  if (form.kind === 'moulded') return mouldSection(form.cavityMm2, form.wallMm);
  const { shape } = form;
  const base = { coatMm, dipY: null, footMm: form.footGrams > 0.2 ? 1 : 0, heightText: '', caption: '' };
  switch (shape.kind) {
    case 'sphere':
    case 'spheroid':
      return roundSection(shape, form, base);
    case 'rod': {
      const radius = shape.diameterMm / 2;
      return {
        ...base,
        widthMm: shape.diameterMm,
        heightMm: shape.diameterMm,
        centre: ellipse(radius, radius),
        coated: ellipse(radius + coatMm, radius + coatMm),
        footMm: base.footMm * radius * 0.9,
        widthText: `${shape.diameterMm} mm`,
        caption: `cut across; the rod is ${shape.lengthMm} mm long`,
      };
    }
    case 'cylinder':
      return box(base, { width: shape.diameterMm, height: shape.heightMm });
    case 'cuboid':
      return box(base, {
        width: shape.lengthMm,
        height: shape.heightMm,
        caption: `${shape.widthMm} mm deep`,
      });
    case 'sheet':
      return {
        ...base,
        footMm: 0,
        widthMm: shape.lengthMm,
        heightMm: shape.lengthMm * 0.16,
        centre: bow(shape.lengthMm, SHEET_THICKNESS_MM),
        coated: bow(shape.lengthMm + 2 * coatMm, SHEET_THICKNESS_MM + 2 * coatMm),
        widthText: `${shape.lengthMm} mm`,
        caption: `${shape.widthMm} mm wide; the chip’s own thickness is drawn, not measured`,
      };
  }
}

function roundSection(shape: RoundShape, { covered }: { covered: number }, base: Base): Section {
  const height = shape.kind === 'sphere' ? shape.diameterMm : shape.lengthMm;
  const [rx, ry] = [shape.diameterMm / 2, height / 2];
  return {
    ...base,
    widthMm: shape.diameterMm,
    heightMm: height,
    dipY: covered < 1 ? ry - dipLineMm(shape, covered) : null,
    centre: ellipse(rx, ry),
    coated: ellipse(rx + base.coatMm, ry + base.coatMm),
    footMm: base.footMm * rx * 0.55,
    widthText: `${shape.diameterMm} mm`,
    heightText: shape.kind === 'sphere' ? '' : `${height} mm`,
  };
}

type Base = Pick<Section, 'coatMm' | 'dipY' | 'footMm' | 'heightText' | 'caption'>;

function box(base: Base, size: { width: number; height: number; caption?: string }): Section {
  const { width, height, caption = '' } = size;
  const grown = base.coatMm * 2;
  return {
    ...base,
    widthMm: width,
    heightMm: height,
    centre: rectangle(width, height, 0.6),
    coated: rectangle(width + grown, height + grown, base.coatMm + 0.6),
    footMm: base.footMm * width * 0.5,
    widthText: `${width} mm`,
    heightText: `${height} mm`,
    caption,
  };
}

/** A round mould a quarter as high as wide with the cavity's area: π·d²/4 + π·d·d/4. */
function mouldSection(cavityMm2: number, wallMm: number): Section {
  const outer = Math.sqrt((2 * cavityMm2) / Math.PI);
  const height = outer / 4;
  return {
    centre: rectangle(outer - 2 * wallMm, height - 2 * wallMm, 0.6),
    coated: rectangle(outer, height, 1),
    dipY: null,
    widthMm: outer - 2 * wallMm,
    heightMm: height - 2 * wallMm,
    coatMm: wallMm,
    footMm: 0,
    widthText: `${Math.round(outer)} mm cavity`,
    heightText: '',
    caption: 'drawn as a round mould with the cavity’s area',
  };
}

function ellipse(rx: number, ry: number): string {
  return `M${-rx},0A${rx},${ry} 0 1 1 ${rx},0A${rx},${ry} 0 1 1 ${-rx},0Z`;
}

function rectangle(width: number, height: number, corner: number): string {
  const [x, y] = [width / 2, height / 2];
  const arc = (toX: number, toY: number): string => `A${corner},${corner} 0 0 1 ${toX},${toY}`;
  return (
    `M${-x + corner},${-y}H${x - corner}${arc(x, -y + corner)}V${y - corner}${arc(x - corner, y)}` +
    `H${-x + corner}${arc(-x, y - corner)}V${-y + corner}${arc(-x + corner, -y)}Z`
  );
}

/** A thin sheet, bowed, with rounded ends. */
function bow(length: number, thickness: number): string {
  const [x, t] = [length / 2, thickness / 2];
  const rise = length * 0.22;
  return (
    `M${-x},${-t}Q0,${-t - rise} ${x},${-t}A${t},${t} 0 0 1 ${x},${t}` +
    `Q0,${t - rise} ${-x},${t}A${t},${t} 0 0 1 ${-x},${-t}Z`
  );
}

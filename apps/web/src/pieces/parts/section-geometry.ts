import {
  dipLineMm,
  uprightMm,
  type CastForm,
  type DippedForm,
  type PieceForm,
  type Shape,
  type SlabForm,
} from '@alnage/core/coating';
import { length, percent } from '../../shared/formats/formats';

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
/** What a cluster’s bits and coating weigh together, g a cm³, and how flat its mound lies; for the drawing alone. */
const CLUSTER_GRAMS_PER_CM3 = 1.1;
const CLUSTER_FLATNESS = 0.6;

/**
 * The section of a form with a coat of this thickness: a rod is cut across and a chip along while all of it is
 * covered, and both are drawn lengthwise with their dip line when it is not; a mould is drawn round, a cluster as a
 * mound.
 */
export function sectionOf(form: PieceForm, coatMm: number): Section {
  if (form.kind === 'moulded') return mouldSection(form.cavityMm2, form.wallMm);
  if (form.kind === 'cluster') return clusterSection(form.portionGrams, form.coatingShare);
  if (form.kind === 'cast') return castSection(form);
  if (form.kind === 'slab') return slabSection(form);
  if (form.kind === 'bare')
    return {
      ...shapeSection({ ...form, covered: 1 }, { coatMm: 0, footMm: 0, heightText: '', caption: '' }),
      dipY: null,
    };
  const base = { coatMm, footMm: form.footGrams > 0.2 ? 1 : 0, heightText: '', caption: '' };
  return { ...shapeSection(form, base), dipY: dipY(form) };
}

/** The dip line below the middle of the piece as it is held, or null when all is covered. */
function dipY({ shape, covered }: DippedForm): number | null {
  return covered < 1 ? uprightMm(shape) / 2 - dipLineMm(shape, covered) : null;
}

type Base = Pick<Section, 'coatMm' | 'footMm' | 'heightText' | 'caption'>;

function shapeSection(
  { shape, covered }: Pick<DippedForm, 'shape' | 'covered'>,
  base: Base,
): Omit<Section, 'dipY'> {
  switch (shape.kind) {
    case 'sphere':
    case 'spheroid':
      return roundSection(shape, base);
    case 'rod':
      return covered < 1 ? lengthwise(base, [shape.diameterMm, shape.lengthMm]) : acrossRod(shape, base);
    case 'knot':
      return knotSection(shape, covered, base);
    case 'cylinder':
      return box(base, { width: shape.diameterMm, height: shape.heightMm });
    case 'cuboid':
      return box(base, {
        width: shape.lengthMm,
        height: shape.heightMm,
        caption: `${length(shape.widthMm)} deep`,
      });
    case 'sheet':
      return covered < 1 ? faceOn(base, [shape.widthMm, shape.lengthMm]) : alongSheet(shape, base);
  }
}

function roundSection(
  shape: Extract<Shape, { kind: 'sphere' | 'spheroid' }>,
  base: Base,
): Omit<Section, 'dipY'> {
  const height = shape.kind === 'sphere' ? shape.diameterMm : shape.lengthMm;
  const [rx, ry] = [shape.diameterMm / 2, height / 2];
  return {
    ...base,
    widthMm: shape.diameterMm,
    heightMm: height,
    centre: ellipse(rx, ry),
    coated: ellipse(rx + base.coatMm, ry + base.coatMm),
    footMm: base.footMm * rx * 0.55,
    widthText: length(shape.diameterMm),
    heightText: shape.kind === 'sphere' ? '' : length(height),
  };
}

function acrossRod(
  { diameterMm, lengthMm }: { diameterMm: number; lengthMm: number },
  base: Base,
): Omit<Section, 'dipY'> {
  const radius = diameterMm / 2;
  return {
    ...base,
    widthMm: diameterMm,
    heightMm: diameterMm,
    centre: ellipse(radius, radius),
    coated: ellipse(radius + base.coatMm, radius + base.coatMm),
    footMm: base.footMm * radius * 0.9,
    widthText: length(diameterMm),
    caption: `cut across; the rod is ${length(lengthMm)} long`,
  };
}

function knotSection(
  shape: { diameterMm: number; lengthMm: number },
  covered: number,
  base: Base,
): Omit<Section, 'dipY'> {
  if (covered < 1) return faceOn(base, [shape.lengthMm, shape.lengthMm]);
  const caption = `its strand cut across; the knot is ${length(shape.lengthMm)} wide`;
  return { ...acrossRod(shape, base), caption };
}

/** A rod held by one end. */
function lengthwise(base: Base, [width, height]: readonly [number, number]): Omit<Section, 'dipY'> {
  return {
    ...box(base, { width, height, caption: 'cut lengthwise, as it is held' }),
    footMm: 0,
  };
}

/** A chip held by one end, seen on its face. */
function faceOn(base: Base, [width, height]: readonly [number, number]): Omit<Section, 'dipY'> {
  return {
    ...base,
    footMm: 0,
    widthMm: width,
    heightMm: height,
    centre: ellipse(width / 2, height / 2),
    coated: ellipse(width / 2 + base.coatMm, height / 2 + base.coatMm),
    widthText: length(width),
    heightText: length(height),
    caption: 'seen on its face, as it is held',
  };
}

function alongSheet(
  { lengthMm, widthMm }: { lengthMm: number; widthMm: number },
  base: Base,
): Omit<Section, 'dipY'> {
  return {
    ...base,
    footMm: 0,
    widthMm: lengthMm,
    heightMm: lengthMm * 0.16,
    centre: bow(lengthMm, SHEET_THICKNESS_MM),
    coated: bow(lengthMm + 2 * base.coatMm, SHEET_THICKNESS_MM + 2 * base.coatMm),
    widthText: length(lengthMm),
    caption: `${length(widthMm)} wide; the chip’s own thickness is drawn, not measured`,
  };
}

function box(base: Base, size: { width: number; height: number; caption?: string }): Omit<Section, 'dipY'> {
  const { width, height, caption = '' } = size;
  const grown = base.coatMm * 2;
  return {
    ...base,
    widthMm: width,
    heightMm: height,
    centre: rectangle(width, height, 0.6),
    coated: rectangle(width + grown, height + grown, base.coatMm + 0.6),
    footMm: base.footMm * width * 0.5,
    widthText: length(width),
    heightText: length(height),
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
    widthText: `${length(Math.round(outer))} cavity`,
    heightText: '',
    caption: 'drawn as a round mould with the cavity’s area',
  };
}

/** A round cavity a quarter as high as wide that holds as much, or two of them joined, with bits for what is in it. */
function castSection({ cavityMl, halves, inclusionGrams }: CastForm): Section {
  const width = Math.cbrt((16 * cavityMl * 1000) / Math.PI);
  const height = (width / 4) * halves;
  const share = Math.min(0.6, inclusionGrams / (cavityMl * halves * CLUSTER_GRAMS_PER_CM3));
  return {
    centre: share > 0 ? bits(width / 2, height / 2, share) : '',
    coated: rectangle(width, height, 1),
    dipY: null,
    widthMm: width,
    heightMm: height,
    coatMm: 0,
    footMm: 0,
    widthText: `about ${length(Math.round(width))}`,
    heightText: '',
    caption:
      halves === 2
        ? 'two halves joined; drawn round, not measured'
        : 'drawn as a round cavity that holds as much',
  };
}

/** A piece as broad as it is long, cut down: its layers, with what lies on or between them. */
function slabSection({ lengthMm, widthMm, layerMm, layers, pieces, centreGrams }: SlabForm): Section {
  const side = Math.sqrt((lengthMm * widthMm) / pieces);
  const between = layers === 2 ? Math.max(1, (centreGrams * 1000) / (CLUSTER_GRAMS_PER_CM3 * side ** 2)) : 0;
  const height = layerMm * layers + between;
  const strewn = layers === 1 && centreGrams > 0 ? bits(side / 2, height / 2, STREWN_SHARE) : '';
  return {
    centre: layers === 2 ? rectangle(side, between, 0.3) : strewn,
    coated: rectangle(side, height, 0.6),
    dipY: null,
    widthMm: side,
    heightMm: height,
    coatMm: 0,
    footMm: 0,
    widthText: `about ${length(Math.round(side))}`,
    heightText: '',
    caption: layers === 2 ? 'coated above and below, cut' : `poured ${length(layerMm)} thick, broken`,
  };
}

/** How much of a broken piece is drawn as strewn. */
const STREWN_SHARE = 0.15;

/** A mound of the portion's volume, with bits for the share that is no coating. */
function clusterSection(portionGrams: number, coatingShare: number): Section {
  const mm3 = (portionGrams / CLUSTER_GRAMS_PER_CM3) * 1000;
  const rx = Math.cbrt((3 * mm3) / (4 * Math.PI * CLUSTER_FLATNESS));
  const ry = rx * CLUSTER_FLATNESS;
  return {
    centre: bits(rx, ry, 1 - coatingShare),
    coated: ellipse(rx, ry),
    dipY: null,
    widthMm: 2 * rx,
    heightMm: 2 * ry,
    coatMm: 0,
    footMm: 0,
    widthText: `about ${length(Math.round(2 * rx))}`,
    heightText: '',
    caption: `${percent(coatingShare)} of it coating; its form is drawn, not measured`,
  };
}

/** Where bits lie in a mound, in halves of its width and height: rows of four, five and four. */
const BITS: readonly (readonly [number, number])[] = [
  ...[-0.57, -0.19, 0.19, 0.57].map((x) => [x, -0.55] as const),
  ...[-0.57, -0.19, 0.19, 0.57].map((x) => [x, 0.55] as const),
  ...[-0.76, -0.38, 0, 0.38, 0.76].map((x) => [x, 0] as const),
];

/** Round bits, together the share of the mound's area. */
function bits(rx: number, ry: number, share: number): string {
  const radius = Math.sqrt((share * rx * ry) / BITS.length);
  const round = `a${radius},${radius} 0 1 0 ${2 * radius},0a${radius},${radius} 0 1 0 ${-2 * radius},0`;
  return BITS.map(([x, y]) => `M${x * rx - radius},${y * ry}${round}`).join('');
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

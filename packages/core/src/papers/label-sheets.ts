/** A sheet or a roll of labels; all in mm. A roll has one label a page. */
export interface LabelSheet {
  readonly id: string;
  readonly pageWidthMm: number;
  readonly pageHeightMm: number;
  readonly columns: number;
  readonly rows: number;
  readonly widthMm: number;
  readonly heightMm: number;
  /** From the page's edge to the first label, and from one to the next. */
  readonly leftMm: number;
  readonly topMm: number;
  readonly acrossMm: number;
  readonly downMm: number;
}

const A4 = { pageWidthMm: 210, pageHeightMm: 297 } as const;
const LETTER = { pageWidthMm: 215.9, pageHeightMm: 279.4 } as const;

function roll(widthMm: number, heightMm: number): LabelSheet {
  return {
    ...{ id: `roll-${widthMm}x${heightMm}`, pageWidthMm: widthMm, pageHeightMm: heightMm },
    ...{ columns: 1, rows: 1, widthMm, heightMm, leftMm: 0, topMm: 0, acrossMm: widthMm, downMm: heightMm },
  };
}

/** Common sheets and rolls of labels. Source: shop default; what a packet says of its own rules. */
export const LABEL_SHEETS: readonly LabelSheet[] = [
  {
    ...{ id: 'a4-8', ...A4, columns: 2, rows: 4, widthMm: 99.1, heightMm: 67.7 },
    ...{ leftMm: 4.65, topMm: 13.1, acrossMm: 101.6, downMm: 67.7 },
  },
  {
    ...{ id: 'a4-14', ...A4, columns: 2, rows: 7, widthMm: 99.1, heightMm: 38.1 },
    ...{ leftMm: 4.65, topMm: 15.15, acrossMm: 101.6, downMm: 38.1 },
  },
  {
    ...{ id: 'letter-6', ...LETTER, columns: 2, rows: 3, widthMm: 101.6, heightMm: 84.7 },
    ...{ leftMm: 4, topMm: 12.7, acrossMm: 106.3, downMm: 84.7 },
  },
  {
    ...{ id: 'letter-10', ...LETTER, columns: 2, rows: 5, widthMm: 101.6, heightMm: 50.8 },
    ...{ leftMm: 4, topMm: 12.7, acrossMm: 106.3, downMm: 50.8 },
  },
  roll(100, 150),
  roll(62, 100),
  roll(57, 32),
];

/** Where a label of a sheet lies. */
export interface LabelPlace {
  readonly page: number;
  readonly xMm: number;
  readonly yMm: number;
}

/**
 * Where the labels of a sheet lie, row by row, the first after so many that are used up already. By hand: on 8 of A4 the ninth is the first
 * of the second page, or the second where one is skipped. Source: the sheet's own measures.
 */
export function labelPlaces(sheet: LabelSheet, count: number, skip = 0): LabelPlace[] {
  const onPage = sheet.columns * sheet.rows;
  return Array.from({ length: count }, (_, index) => {
    const at = index + skip;
    const [column, row] = [at % sheet.columns, Math.floor((at % onPage) / sheet.columns)];
    return {
      page: Math.floor(at / onPage),
      xMm: sheet.leftMm + column * sheet.acrossMm,
      yMm: sheet.topMm + row * sheet.downMm,
    };
  });
}

const POINTS_PER_MM = 72 / 25.4;
/** Letters take so much of their size across in the mean, and a line so much down. Shop default, for a plain face. */
const ACROSS = 0.52;
const DOWN = 1.2;

/**
 * The largest size of letters, in half points, in which so many lines of text fit a label; null where even the smallest does not. By hand: 62
 * × 30 mm, 400 letters: at 7.5 pt 45 fit across a line, nine lines of 9 pt are 28.6 mm: 7.5 pt. Source: measure of a plain face, shop default.
 */
export function fittingPoints(
  texts: readonly string[],
  room: { readonly widthMm: number; readonly heightMm: number },
  { most, least }: { readonly most: number; readonly least: number },
): number | null {
  const [width, height] = [room.widthMm * POINTS_PER_MM, room.heightMm * POINTS_PER_MM];
  for (let points = most; points >= least; points -= 0.5) {
    const across = Math.floor(width / (ACROSS * points));
    const lines = texts.reduce((sum, text) => sum + Math.max(1, Math.ceil(text.length / across)), 0);
    if (across > 0 && lines * DOWN * points <= height) return points;
  }
  return null;
}

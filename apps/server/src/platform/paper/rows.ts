import type { Content } from 'pdfmake/interfaces';
import { RULED, SOFT } from './pdf';

type Rows = readonly (readonly Content[])[];

/** A box to tick; full for what is packed already. */
export function tick(isDone: boolean): Content {
  const box = { type: 'rect', x: 0, y: 2, w: 8, h: 8, lineColor: SOFT } as const;
  return { canvas: [{ ...box, ...(isDone && { color: SOFT }) }] };
}

/** Rows under their heading, which stands again where they go on on another page. */
export function ruled(heading: string, widths: (string | number)[], rows: Rows): Content {
  const head = { text: heading, fontSize: 14, margin: [0, 0, 0, 2] as Margin, colSpan: widths.length };
  const cells = rows.map((row) => row.map((cell) => ({ stack: [cell], margin: [0, 2, 8, 2] as Margin })));
  const body = [[head, ...widths.slice(1).map(() => '')], ...cells];
  return {
    margin: [0, 0, 0, 12],
    table: { headerRows: 1, keepWithHeaderRows: 1, dontBreakRows: true, widths, body },
    layout: RULED,
  };
}

type Margin = [number, number, number, number];

import type { Content } from 'pdfmake/interfaces';
import { onA4, pdfOf, RULED, SOFT } from '../../../platform/paper/pdf';
import type { SheetLine } from './run-sheet';

/** A day of a sheet. */
export interface SheetDay {
  readonly title: string;
  readonly lines: readonly SheetLine[];
}

export interface SheetPaper {
  readonly title: string;
  /** The version and when it was made and whether it is published. */
  readonly note: string;
  readonly days: readonly SheetDay[];
  clock(minute: number): string;
}

/** The sheet as a PDF on A4, a day a page, with a box to tick at each line. */
export async function sheetPdf(paper: SheetPaper): Promise<Buffer> {
  return pdfOf({
    ...onA4(paper.title, paper.note),
    content: paper.days.length > 0 ? paper.days.map((day, i) => dayOf(paper, day, i)) : [nothing(paper)],
  });
}

function nothing({ title }: SheetPaper): Content {
  return [
    { text: title, fontSize: 20, bold: true },
    { text: 'Nothing is planned here.', margin: [0, 12] },
  ];
}

function dayOf(paper: SheetPaper, { title, lines }: SheetDay, index: number): Content {
  const cell = (text: string, bold = false): Content => ({ text, bold, margin: [0, 4] });
  return {
    pageBreak: index > 0 ? 'before' : undefined,
    stack: [
      { text: paper.title, fontSize: 20, bold: true },
      { text: title, fontSize: 14, margin: [0, 2, 0, 10] },
      {
        table: {
          headerRows: 1,
          dontBreakRows: true,
          widths: [14, 74, '*', 120, 120],
          body: [
            ['', 'When', 'What', 'With', 'Then'].map((text) => ({ text, color: SOFT, fontSize: 9 })),
            ...lines.map((line): Content[] => [
              { canvas: [{ type: 'rect', x: 0, y: 5, w: 10, h: 10, lineColor: SOFT }] },
              cell(`${paper.clock(line.start)}–${paper.clock(line.end)}`),
              cell(line.what, true),
              cell(line.with),
              cell(line.then),
            ]),
          ],
        },
        layout: RULED,
      },
    ],
  };
}

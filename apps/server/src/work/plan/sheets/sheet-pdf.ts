import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import pdfmake from 'pdfmake';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
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

const fonts = join(dirname(createRequire(import.meta.url).resolve('pdfmake/package.json')), 'fonts/Roboto');
pdfmake.setFonts({
  Roboto: {
    normal: join(fonts, 'Roboto-Regular.ttf'),
    bold: join(fonts, 'Roboto-Medium.ttf'),
    italics: join(fonts, 'Roboto-Italic.ttf'),
    bolditalics: join(fonts, 'Roboto-MediumItalic.ttf'),
  },
});
pdfmake.setLocalAccessPolicy((path: string) => path.startsWith(fonts));
pdfmake.setUrlAccessPolicy(() => false);

const RULE = '#d9cfbd';
const SOFT = '#6a6157';

/** The sheet as a PDF on A4, a day a page, with a box to tick at each line. */
export async function sheetPdf(paper: SheetPaper): Promise<Buffer> {
  const document: TDocumentDefinitions = {
    info: { title: paper.title, creator: 'Alnage' },
    pageSize: 'A4',
    pageMargins: [40, 44, 40, 44],
    defaultStyle: { fontSize: 11 },
    content: paper.days.length > 0 ? paper.days.map((day, i) => dayOf(paper, day, i)) : [nothing(paper)],
    footer: (page: number, pages: number): Content => ({
      columns: [paper.note, { text: `${page} of ${pages}`, alignment: 'right' }],
      margin: [40, 12],
      fontSize: 9,
      color: SOFT,
    }),
  };
  return pdfmake.createPdf(document).getBuffer();
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
        layout: {
          hLineWidth: (row: number) => (row === 0 ? 0 : 0.6),
          vLineWidth: () => 0,
          hLineColor: () => RULE,
          paddingLeft: () => 0,
        },
      },
    ],
  };
}

import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import pdfmake from 'pdfmake';
import type { Content, ContentTable, TDocumentDefinitions } from 'pdfmake/interfaces';

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

export const RULE = '#d9cfbd';
export const SOFT = '#6a6157';

/** A document as a PDF, with fonts of its own and nothing from elsewhere. */
export function pdfOf(document: TDocumentDefinitions): Promise<Buffer> {
  return pdfmake.createPdf(document).getBuffer();
}

/** A document on A4 with its note and page numbers at the foot. */
export function onA4(title: string, note: string): Omit<TDocumentDefinitions, 'content'> {
  return {
    info: { title, creator: 'Alnage' },
    pageSize: 'A4',
    pageMargins: [40, 44, 40, 44],
    defaultStyle: { fontSize: 11 },
    footer: (page: number, pages: number): Content => ({
      columns: [note, { text: `${page} of ${pages}`, alignment: 'right' }],
      margin: [40, 12],
      fontSize: 9,
      color: SOFT,
    }),
  };
}

const MM = 72 / 25.4;
/** The usual roll of a receipt printer; its length follows from what stands on it. */
const ROLL_WIDTH = 80 * MM;
const ROLL_MARGIN = 5 * MM;

/** A document on a roll of 80 mm, as long as it has to be. */
export function onRoll(title: string): Omit<TDocumentDefinitions, 'content'> {
  return {
    info: { title, creator: 'Alnage' },
    pageSize: { width: ROLL_WIDTH, height: 'auto' },
    pageMargins: ROLL_MARGIN,
    defaultStyle: { fontSize: 9 },
  };
}

/** Rows with a fine rule under each. */
export const RULED: NonNullable<ContentTable['layout']> = {
  hLineWidth: (row: number) => (row === 0 ? 0 : 0.6),
  vLineWidth: () => 0,
  hLineColor: () => RULE,
  paddingLeft: () => 0,
};

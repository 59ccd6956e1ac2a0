import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** The text of each page, as an independent reader reads it. */
export async function pagesOf(pdf: Buffer): Promise<string[]> {
  const document = await getDocument({ data: new Uint8Array(pdf), useSystemFonts: false }).promise;
  return Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => {
      const { items } = await (await document.getPage(i + 1)).getTextContent();
      return items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' ')
        .replace(/\s+/g, ' ');
    }),
  );
}

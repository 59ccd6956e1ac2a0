import { getDocument, GlobalWorkerOptions, type PDFDocumentProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** Nothing is shown larger than twice its size: a roll would fill the screen. CSS has 96 pixels an inch, a PDF 72 points. */
const LARGEST = (2 * 96) / 72;

/** A PDF that is shown page by page. */
export class DrawnPdf {
  private constructor(private readonly document: PDFDocumentProxy) {}

  static async read(data: ArrayBuffer): Promise<DrawnPdf> {
    GlobalWorkerOptions.workerPort ??= new Worker(new URL('./pdf.worker', import.meta.url), {
      type: 'module',
    });
    // nothing is taken from the file but what is drawn
    const task = getDocument({ data, isEvalSupported: false, enableXfa: false });
    return new DrawnPdf(await task.promise);
  }

  get pages(): number {
    return this.document.numPages;
  }

  /** Draws a page, counted from 1, as wide as there is room, and says what stands on it. */
  async draw(number: number, canvas: HTMLCanvasElement, cssWidth: number): Promise<string> {
    const page = await this.document.getPage(number);
    const one = page.getViewport({ scale: 1 });
    const scale = Math.min(cssWidth / one.width, LARGEST);
    // sharp enough for small letters whatever the screen
    const viewport = page.getViewport({ scale: scale * Math.max(2, devicePixelRatio) });
    canvas.width = Math.ceil(viewport.width);
    canvas.height = Math.ceil(viewport.height);
    canvas.style.width = `${one.width * scale}px`;
    canvas.style.height = `${one.height * scale}px`;
    await page.render({ canvas, viewport }).promise;
    const { items } = await page.getTextContent();
    return items
      .map((item) => ('str' in item ? item.str : ''))
      .join(' ')
      .replace(/\s+/g, ' ');
  }

  close(): void {
    void this.document.destroy();
  }
}

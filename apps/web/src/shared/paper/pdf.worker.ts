// what reads a PDF beside the page; it answers messages by itself
import 'pdfjs-dist/legacy/build/pdf.worker.mjs';

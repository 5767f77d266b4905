/** Draws the pages of a PDF. The reader of PDF files is large, so it is loaded with the first paper that is shown. */
import type { PDFDocumentProxy } from "pdfjs-dist";

/** Pixels of a canvas for each pixel of the screen are limited, as a page of a phone would take 40 MB. */
const MOST_PIXEL_RATIO = 2;

async function loadReader() {
  const [reader, worker] = await Promise.all([
    import("pdfjs-dist/legacy/build/pdf.mjs"),
    import("pdfjs-dist/legacy/build/pdf.worker.min.mjs?url"),
  ]);
  reader.GlobalWorkerOptions.workerSrc = worker.default;
  return reader;
}

/**
 * Reads a PDF. @throws where it is no PDF
 * @returns the open file, to be closed by `destroy` of its loading task
 */
export async function openPdf(data: ArrayBuffer): Promise<PDFDocumentProxy> {
  const { getDocument } = await loadReader();
  return getDocument({ data, isEvalSupported: false, useWasm: false }).promise;
}

/** A page drawn at a width of the screen, CSS pixels. */
export async function drawPage(file: PDFDocumentProxy, number: number, width: number): Promise<HTMLCanvasElement> {
  const page = await file.getPage(number);
  const ratio = Math.min(globalThis.devicePixelRatio, MOST_PIXEL_RATIO);
  const viewport = page.getViewport({ scale: (width * ratio) / page.getViewport({ scale: 1 }).width });
  const canvas = document.createElement("canvas");
  canvas.width = Math.floor(viewport.width);
  canvas.height = Math.floor(viewport.height);
  await page.render({ canvas, viewport }).promise;
  return canvas;
}

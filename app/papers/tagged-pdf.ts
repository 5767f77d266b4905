/**
 * A paper as a tagged PDF, so that a screen reader knows its title, its language and the order in which it is read. The
 * renderer's own `renderToBuffer` makes an untagged one; this does the same steps on a tagged document.
 */
import layoutDocument from "@react-pdf/layout";
import renderDocument from "@react-pdf/render";
import { Font, pdf } from "@react-pdf/renderer";
import PDFDocument from "pdfkit";
import type { ReactElement } from "react";

/** The document tree that the renderer builds from the React element. */
interface ReadDocument {
  type: string;
  props: { title?: string; author?: string; language?: string };
}

/** It lays text out with the fonts that the renderer knows; its types leave them out. */
const layOut = layoutDocument as unknown as (document: ReadDocument, fonts: typeof Font) => Promise<unknown>;

/** Every page is one part of the structure: its text is drawn in the order in which it is read. */
class TaggedDocument extends PDFDocument {
  private readonly whole = this.struct("Document");
  private isInPage = false;

  constructor(options: PDFKit.PDFDocumentOptions) {
    super(options);
    this.addStructure(this.whole);
  }

  override addPage(options?: PDFKit.PDFDocumentOptions): this {
    this.endPart();
    super.addPage(options);
    this.whole.add(this.struct("P", {}, [this.markStructureContent("P")]));
    this.isInPage = true;
    return this;
  }

  override end(): void {
    this.endPart();
    this.whole.end();
    super.end();
  }

  private endPart(): void {
    if (this.isInPage) this.endMarkedContent();
    this.isInPage = false;
  }
}

/** @param paper a `Document` with its title, author and language */
export async function taggedPdf(paper: ReactElement): Promise<Uint8Array> {
  const instance = pdf(paper as Parameters<typeof pdf>[0]);
  const read = (instance.container as unknown as { document: ReadDocument }).document;
  const { title = "", author = "", language = "en" } = read.props;
  const document = new TaggedDocument({
    tagged: true,
    displayTitle: true,
    lang: language,
    pdfVersion: "1.7",
    autoFirstPage: false,
    info: { Title: title, Author: author, Creator: "Heron", Producer: "Heron" },
  });
  const chunks: Uint8Array[] = [];
  const ended = new Promise<void>((resolve, reject) => {
    document.on("data", (chunk: Uint8Array) => chunks.push(chunk));
    document.on("end", resolve);
    document.on("error", reject);
  });
  const layout = await layOut(read, Font);
  renderDocument(document as never, layout as never);
  await ended;
  return new Uint8Array(Buffer.concat(chunks));
}

/** Several files as one: papers as one PDF, and anything as a ZIP. */
import { PDFDocument } from "@cantoo/pdf-lib";
import { zipSync } from "fflate";

interface Pack {
  title: string;
  author: string;
  pdfs: readonly Uint8Array[];
}

/** All pages of several PDFs in one, in their order. */
export async function joinPdfs({ title, author, pdfs }: Pack): Promise<Uint8Array> {
  const joined = await PDFDocument.create();
  joined.setTitle(title, { showInWindowTitleBar: true });
  joined.setAuthor(author);
  joined.setCreator("Heron");
  joined.setProducer("Heron");
  for (const pdf of pdfs) {
    const source = await PDFDocument.load(pdf);
    for (const page of await joined.copyPages(source, source.getPageIndices())) joined.addPage(page);
  }
  return joined.save();
}

export interface PackedFile {
  name: string;
  content: Uint8Array | string;
}

/** The files in one ZIP. PDF and JPEG are compressed already, so only text is compressed. */
export function zipFiles(files: readonly PackedFile[]): Uint8Array {
  const entries = files.map(({ name, content }) =>
    typeof content === "string"
      ? ([name, [new TextEncoder().encode(content), { level: 6 }]] as const)
      : ([name, [content, { level: 0 }]] as const),
  );
  return zipSync(Object.fromEntries(entries));
}

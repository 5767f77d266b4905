/** A paper of a case as PDF. */
import { assess } from "#core/assess.ts";
import { becauseFrom } from "#core/decide/policies.ts";
import type { PaperId } from "#core/papers/list.ts";
import type { ShownPaper } from "#core/quote/shown-paper.ts";
import { hasLetter, nameLetters, readyFonts } from "./fonts.ts";
import { type PaperSource, paperOf } from "./index.ts";
import { withComposedText, withPrintableText } from "./printable.ts";
import { taggedPdf } from "./tagged-pdf.ts";

export interface PaperOrder extends Omit<PaperSource, "assessment" | "because" | "isTransliterated"> {
  id: PaperId;
}

export interface MadePaper {
  pdf: Uint8Array;
  lacks: string[];
  /** The way that it speaks of. */
  way: string | null;
  /** Data of the paper for the customer's page; null for papers without such a page. */
  shown: ShownPaper | null;
}

/** Assesses the case and makes all text printable. */
function sourceOf({ book, pictures, ...typed }: Omit<PaperOrder, "id">): PaperSource {
  // The bytes of pictures are no text.
  const composed = withComposedText({ ...typed, captions: pictures?.shown.map(({ caption }) => caption) ?? [] });
  const inLetters = withPrintableText(composed, hasLetter);
  const { captions, ...printable } = inLetters;
  const assessment = assess(printable.document, book);
  return {
    ...printable,
    ...(pictures && {
      pictures: { ...pictures, shown: pictures.shown.map((one, i) => ({ ...one, caption: captions[i] ?? "" })) },
    }),
    book,
    assessment,
    because: becauseFrom(printable.document, assessment, book, printable.today),
    isTransliterated: inLetters !== composed,
  };
}

/** Assesses the case, draws the paper, and writes it as a PDF that can be searched and read aloud. */
export async function makePaper({ id, ...order }: PaperOrder): Promise<MadePaper> {
  await readyFonts();
  const source = sourceOf(order);
  const { assessment: _, book: __, pictures, ...typed } = source;
  nameLetters(JSON.stringify({ ...typed, captions: pictures?.shown.map(({ caption }) => caption) }));
  const { default: draw, lacksOf, shownOf } = await paperOf(id);
  const lacks = lacksOf?.(source) ?? [];
  const pdf = await taggedPdf(draw({ ...source, lacks }));
  return { pdf, lacks, way: source.assessment.taken, shown: shownOf?.(source) ?? null };
}

/** Missing values of each paper, without drawing any. */
export async function lacksOfPapers(order: Omit<PaperOrder, "id"> & { ids: readonly PaperId[] }) {
  const { ids, ...typed } = order;
  await readyFonts();
  const source = sourceOf(typed);
  return Promise.all(ids.map(async (id) => ({ id, lacks: (await paperOf(id)).lacksOf?.(source) ?? [] })));
}

/** A paper of a case as PDF. */
import { assess } from "#core/assess.ts";
import { becauseFrom } from "#core/decide/policies.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { hasLetter, nameLetters, readyFonts } from "./fonts.ts";
import { type PaperInput, paperOf } from "./index.ts";
import type { PaperId } from "./list.ts";
import { withComposedText, withPrintableText } from "./printable.ts";
import { taggedPdf } from "./tagged-pdf.ts";

interface PaperOrder extends Omit<PaperInput, "assessment" | "because" | "isTransliterated"> {
  id: PaperId;
  book: PriceBook;
}

/** Assesses the case, draws the paper, and writes it as a PDF that can be searched and read aloud. */
export async function makePaper({ id, book, ...typed }: PaperOrder) {
  await readyFonts();
  const composed = withComposedText(typed);
  const input = withPrintableText(composed, hasLetter);
  nameLetters(JSON.stringify(input));
  const assessment = assess(input.document, book);
  const draw = await paperOf(id);
  return taggedPdf(
    draw({
      ...input,
      assessment,
      because: becauseFrom(input.document, assessment, book, input.today),
      isTransliterated: input !== composed,
    }),
  );
}

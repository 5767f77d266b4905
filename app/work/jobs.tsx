/** Exports and papers in a worker thread behind the pages. */
import "#core/rules/editions.ts";
import { renderToStaticMarkup } from "react-dom/server";
import { assess } from "#core/assess.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { takenWay } from "#core/decide/decision.ts";
import { type MaterialRow, materialsOf } from "#core/decide/materials.ts";
import { becauseFrom } from "#core/decide/policies.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { codebookOf } from "#core/rules/index.ts";
import { hasLetter, nameLetters, readyFonts } from "#papers/fonts.ts";
import { type PaperInput, paperOf } from "#papers/index.ts";
import type { PaperId } from "#papers/list.ts";
import { withComposedText, withPrintableText } from "#papers/printable.ts";
import { taggedPdf } from "#papers/tagged-pdf.ts";
import { singleLineShape } from "#ui/single-line/shape.ts";
import { SingleLineDrawing } from "#ui/single-line/single-line.tsx";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import { threadBehindPages } from "./thread.ts";

interface Priced {
  document: CaseDocument;
  book: PriceBook;
}

const TASKS = {
  /** The assessment as its open format's text. */
  assessment: ({ document, book }: Priced): string => `${JSON.stringify(assess(document, book), null, 1)}\n`,

  materials: ({ document, book }: Priced): MaterialRow[] => materialsOf(assess(document, book)),

  /** The drawing of the way that is taken as SVG; null where none can be. */
  singleLine({ document, book }: Priced): string | null {
    const way = takenWay(assess(document, book));
    return way && way.verdict !== "ruled-out"
      ? renderToStaticMarkup(
          <SingleLineDrawing
            shape={singleLineShape(way, codebookOf(document.rules).words.earthConductor)}
            palette={PRINT_COLORS}
          />,
        )
      : null;
  },

  /** A paper as PDF. */
  async paper({
    id,
    book,
    ...typed
  }: { id: PaperId; book: PriceBook } & Omit<PaperInput, "assessment" | "because" | "isTransliterated">) {
    await readyFonts();
    const composed = withComposedText(typed);
    const input = withPrintableText(composed, hasLetter);
    nameLetters(JSON.stringify(input));
    const assessment = assess(input.document, book);
    const drawn = paperOf(id)({
      ...input,
      assessment,
      because: becauseFrom(input.document, assessment, book, input.today),
      isTransliterated: input !== composed,
    });
    return taggedPdf(drawn);
  },
};

export type JobTasks = typeof TASKS;
export default threadBehindPages(TASKS);

/** Exports and papers in a worker thread behind the pages. */
import "#core/rules/editions.ts";
import { renderToStaticMarkup } from "react-dom/server";
import { assess } from "#core/assess.ts";
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { takenWay } from "#core/decide/decision.ts";
import { type MaterialRow, materialsOf } from "#core/decide/materials.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { type Answered, answerPatch } from "#core/quote/answered.ts";
import { type Offer, offerOf } from "#core/quote/offer.ts";
import { codebookOf } from "#core/rules/index.ts";
import { calendarOf } from "#papers/calendar.ts";
import { lacksOfPapers, makePaper } from "#papers/make-paper.ts";
import { joinPdfs, zipFiles } from "#papers/pack.ts";
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

  calendar: calendarOf,

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

  paper: makePaper,

  lacksOfPapers,

  offer: ({ document, book }: Priced): Offer => offerOf(document, book, assess(document, book)),

  /** The edit that writes an answer from a customer's page into the job. */
  answer: ({ book, ...answered }: Omit<Answered, "assessment"> & Priced): Patch =>
    answerPatch({ ...answered, assessment: assess(answered.document, book) }),

  packPdf: joinPdfs,

  packZip: zipFiles,
};

export type JobTasks = typeof TASKS;
export default threadBehindPages(TASKS);

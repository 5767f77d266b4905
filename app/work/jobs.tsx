/** Exports and papers in a worker thread behind the pages. */
import "#core/rules/editions.ts";
import { renderToStaticMarkup } from "react-dom/server";
import sharp from "sharp";
import { assess } from "#core/assess.ts";
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { takenWay } from "#core/decide/decision.ts";
import { type MaterialRow, materialsOf } from "#core/decide/materials.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { judgeInstallation, withInstallation } from "#core/install/certificate.ts";
import { checkBasis } from "#core/install/checks/index.ts";
import type { CheckBasis } from "#core/install/checks/types.ts";
import { type Answered, answerPatch } from "#core/quote/answered.ts";
import { type Offer, offerOf } from "#core/quote/offer.ts";
import { codebookOf } from "#core/rules/index.ts";
import { calendarOf } from "#papers/calendar.ts";
import type { PaperPictures } from "#papers/index.ts";
import { lacksOfPapers, type MadePaper, makePaper, type PaperOrder } from "#papers/make-paper.ts";
import { joinPdfs, zipFiles } from "#papers/pack.ts";
import { singleLineShape } from "#ui/single-line/shape.ts";
import { SingleLineDrawing } from "#ui/single-line/single-line.tsx";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import { threadBehindPages } from "./thread.ts";

interface Priced {
  document: CaseDocument;
  book: PriceBook;
}

/** Pixels of the longer side of a printed picture: 300 to the inch at its width on paper. */
const PRINTED_SIDE = 1050;

const shrunk = async ({ shown, leftOut }: PaperPictures): Promise<PaperPictures> => ({
  leftOut,
  shown: await Promise.all(
    shown.map(async (picture) => {
      const made = sharp(picture.jpeg)
        .resize({ width: PRINTED_SIDE, height: PRINTED_SIDE, fit: "inside", withoutEnlargement: true })
        .jpeg({ quality: 74 });
      const { data, info } = await made.toBuffer({ resolveWithObject: true });
      return { ...picture, jpeg: data, width: info.width, height: info.height };
    }),
  ),
});

const TASKS = {
  /** The assessment as its open format's text. */
  assessment({ document, book, today }: Priced & { today: string }): string {
    const assessment = assess(document, book);
    const judged = judgeInstallation(document, assessment, today);
    return `${JSON.stringify(withInstallation(assessment, judged), null, 1)}\n`;
  },

  /** What the checks of commissioning rest on; null where no way is taken. */
  checkBasis: ({ document, book }: Priced): CheckBasis | null => checkBasis(document, assess(document, book)),

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

  /** A paper, with its pictures made small enough to print. */
  paper: async (order: PaperOrder): Promise<MadePaper> =>
    makePaper({ ...order, ...(order.pictures && { pictures: await shrunk(order.pictures) }) }),

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

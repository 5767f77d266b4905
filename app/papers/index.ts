/** How each paper of `list.ts` is drawn. */
import type { ReactElement } from "react";
import type { CaseDocument, MethodId } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import type { PaperId } from "./list.ts";
import { LoadWorksheet } from "./load-worksheet/load-worksheet.tsx";
import { OwnerConsent } from "./owner-consent/owner-consent.tsx";
import { PanelDirectory } from "./panel-directory/panel-directory.tsx";
import { SingleLine } from "./single-line/single-line.tsx";
import { Terminations } from "./terminations/terminations.tsx";

export interface PaperInput {
  document: CaseDocument;
  /** A calculation other than the governing one, where asked for and applicable. */
  method?: MethodId;
  assessment: Assessment;
  firm: string;
  preparedBy: string;
  /** ISO day on which it is printed. */
  today: string;
  /** Why the recommended way is recommended, with waits that are counted from that day. */
  because: string;
  /** Some text was typed in letters that papers cannot print, and is written in Latin letters. */
  isTransliterated: boolean;
}

export const PAPERS: Readonly<Record<PaperId, (input: PaperInput) => ReactElement>> = {
  "load-worksheet": LoadWorksheet,
  "panel-directory": PanelDirectory,
  "single-line": SingleLine,
  terminations: Terminations,
  "owner-consent": OwnerConsent,
};

/** The papers Heron prints; a new one is a folder and one line here. */
import type { ReactElement } from "react";
import type { Assessment } from "#core/assess.ts";
import type { CaseDocument, MethodId } from "#core/case/document/types.ts";
import { LoadWorksheet } from "./load-worksheet/load-worksheet.tsx";
import { OwnerConsent } from "./owner-consent/owner-consent.tsx";
import { PanelDirectory } from "./panel-directory/panel-directory.tsx";

export interface PaperInput {
  document: CaseDocument;
  /** A calculation other than the governing one, where asked for and applicable. */
  method?: MethodId;
  assessment: Assessment;
  firm: string;
  preparedBy: string;
  /** ISO date the paper is issued on. */
  date: string;
}

export interface Paper {
  id: string;
  name: string;
  draw(input: PaperInput): ReactElement;
}

export const PAPERS: readonly Paper[] = [
  { id: "load-worksheet", name: "Load-calculation worksheet", draw: LoadWorksheet },
  { id: "panel-directory", name: "Panel directory", draw: PanelDirectory },
  { id: "owner-consent", name: "Consent of the owner", draw: OwnerConsent },
];

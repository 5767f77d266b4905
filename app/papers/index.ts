/** The papers of a job, each drawn by the file of its id in `drawn`. */
import type { ReactElement } from "react";
import type { CaseDocument, MethodId } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import type { PaperId } from "./list.ts";

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

type PaperComponent = (input: PaperInput) => ReactElement;

/** The component of a paper: the file of its id in `drawn`. */
export async function paperOf(id: PaperId): Promise<PaperComponent> {
  const file = (await import(`./drawn/${id}.tsx`)) as { default: PaperComponent };
  return file.default;
}

/** Names of a job's papers, for links to them. A new paper is a folder, a line here and a line in `index.ts`. */
import type { Words } from "#core/codebook/types.ts";
import { capital } from "#core/words.ts";

export const PAPER_LIST = [
  { id: "load-worksheet", name: (_: Words) => "Load-calculation worksheet" },
  { id: "panel-directory", name: ({ board }: Words) => `${capital(board)} directory` },
  { id: "single-line", name: (_: Words) => "Single-line diagram" },
  { id: "terminations", name: (_: Words) => "Termination sheet" },
  { id: "owner-consent", name: (_: Words) => "Consent of the owner" },
] as const;
export type PaperId = (typeof PAPER_LIST)[number]["id"];

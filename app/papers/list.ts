/** Names of a job's papers, for links to them. A new paper is a line here and the file of its id in `drawn`. */
import type { RegionWords } from "#core/rules/types.ts";
import { capital } from "#core/words.ts";

export const PAPER_LIST = [
  { id: "load-worksheet", name: (_: RegionWords) => "Load-calculation worksheet" },
  { id: "panel-directory", name: ({ board }: RegionWords) => `${capital(board)} directory` },
  { id: "single-line", name: (_: RegionWords) => "Single-line diagram" },
  { id: "terminations", name: (_: RegionWords) => "Termination sheet" },
  { id: "owner-consent", name: (_: RegionWords) => "Consent of the owner" },
] as const;
export type PaperId = (typeof PAPER_LIST)[number]["id"];

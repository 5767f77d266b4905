/** Names of a job's papers, for links to them. A new paper is a line here and the file of its id in `drawn`. */
import { needsPermission } from "#core/case/document/lookups.ts";
import type { CaseDocument, NoticeKind, Stage } from "#core/case/document/types.ts";
import type { Codebook, RegionWords } from "#core/rules/types.ts";
import type { EvidenceId } from "#core/survey/evidence.ts";
import { capital } from "#core/words.ts";

interface PaperEntry<Id extends string> {
  id: Id;
  name(words: RegionWords): string;
  /** Whether a case has this paper; always where this is absent. */
  isFor?(document: CaseDocument, codebook: Codebook): boolean;
  /** It is taken along to the work. */
  goesAlong?: true;
  /** What changes an issued version, besides the home itself. */
  follows?: readonly ("stage" | "prices")[];
  /** The notice that it gives once it is sent. */
  gives?: NoticeKind;
  /** The stage that its issue moves a job to, where the job is before it. */
  movesTo?: Stage;
  /** Pictures that it shows: the items of the evidence list, or all of them; none where this is absent. */
  pictures?: "all" | readonly EvidenceId[];
  /** It is not issued while it lacks something: who departs from a test writes that into the log. */
  isRefusedIncomplete?: true;
  /** It holds the edits of the job and its issued versions. */
  hasHistory?: true;
}
const paper = <const Id extends string>(entry: PaperEntry<Id>) => entry;

export const PAPER_LIST = [
  paper({ id: "load-worksheet", name: () => "Load-calculation worksheet" }),
  paper({ id: "site-assessment", name: () => "Site assessment", follows: ["prices"], pictures: "all" }),
  paper({ id: "quote", name: () => "Quote", follows: ["prices"], movesTo: "quoted" }),
  paper({ id: "materials", name: () => "Materials list" }),
  paper({
    id: "permit-pack",
    name: () => "Permit pack",
    isFor: (_, codebook) => codebook.notices.some(({ kind }) => kind === "inspection"),
    pictures: "all",
  }),
  paper({
    id: "network-notification",
    name: ({ operator }) => `Notification of the ${operator}`,
    isFor: (_, codebook) => codebook.notify !== null,
    gives: "operator",
    pictures: ["supply-label", "meter"],
  }),
  paper({
    id: "building-notice",
    name: () => "Notice to building control",
    isFor: (_, codebook) => codebook.notices.some(({ kind }) => kind === "building-control"),
    gives: "building-control",
    follows: ["stage"],
  }),
  paper({ id: "panel-directory", name: ({ board }) => `${capital(board)} directory` }),
  paper({ id: "labels", goesAlong: true, name: () => "Warning labels" }),
  paper({ id: "single-line", goesAlong: true, name: () => "Single-line diagram" }),
  paper({ id: "terminations", goesAlong: true, name: () => "Termination sheet" }),
  paper({ id: "consent", name: () => "Consent of the owner" }),
  paper({
    id: "association-approval",
    name: () => "Approval of the association",
    isFor: (document) => needsPermission(document, "association"),
    pictures: ["charger-wall"],
  }),
  paper({
    id: "certificate",
    name: () => "Installation certificate and schedule of results",
    isFor: (_, { certifiedBy }) => certifiedBy === "certificate",
    isRefusedIncomplete: true,
  }),
  paper({
    id: "test-record",
    name: () => "Test and commissioning record",
    isFor: (_, { certifiedBy }) => certifiedBy === "test-record",
    isRefusedIncomplete: true,
  }),
  paper({ id: "handover", name: () => "Handover to the customer", follows: ["stage"] }),
  paper({
    id: "job-record",
    name: () => "Record of the job",
    follows: ["stage", "prices"],
    pictures: "all",
    hasHistory: true,
  }),
];
export type PaperId = (typeof PAPER_LIST)[number]["id"];

/** The entry of a paper by its id; undefined where there is no such paper any more. */
export const paperEntry = (id: string | undefined) => PAPER_LIST.find((entry) => entry.id === id);

/** The name of a paper by its id; the id itself where there is no such paper any more. */
export const paperName = (id: string, words: RegionWords): string => paperEntry(id)?.name(words) ?? id;

/** The papers that a case has, in the order of the work. */
export const papersOf = (document: CaseDocument, codebook: Codebook) =>
  PAPER_LIST.filter(({ isFor }) => isFor?.(document, codebook) ?? true);

/** Names of the papers that are taken along to the work. */
export const papersForVan = (document: CaseDocument, codebook: Codebook): string[] =>
  papersOf(document, codebook).flatMap(({ goesAlong, name }) => (goesAlong ? [name(codebook.words)] : []));

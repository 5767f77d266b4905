/** Turns an answer from a customer's page into an edit of the job. */
import { chainedPatch, type Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import { forwardPatch, stagePatch, waitPatch } from "#core/case/document/stage.ts";
import type { CaseDocument, PermissionFrom, QuoteOption, Wait } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { decisionFor } from "#core/decide/decision.ts";
import type { LinkAnswer, LinkKind } from "#core/firm/customer-link.ts";
import { LONGEST_LINE } from "#core/limits.ts";

/** Adds a wait for the firm itself, so that the job list shows that the firm has something to do. */
export const firmWaitPatch = (document: CaseDocument, id: string, what: string, since: string): Patch => {
  const wait: Wait = { id, for: "firm", what: what.slice(0, LONGEST_LINE), since, askOn: since };
  return waitPatch(document, wait);
};

/** The decision for an accepted option; empty where it was decided so already. */
function decided(at: CaseDocument, option: QuoteOption, assessment: Assessment, name: string, on: string): Patch {
  const way = assessment.ways.find((one) => one.way === option.way);
  if (!way || at.decision?.way === option.way) return [];
  return setValue(at, "/decision", decisionFor(way, assessment, { why: "The customer accepted it", by: name, on }));
}

export interface Answered {
  document: CaseDocument;
  assessment: Assessment;
  kind: LinkKind;
  answer: LinkAnswer;
  /** Number of the issued version. */
  version: number;
  /** Version of the price book of the quote. */
  pricesVersion: number;
  /** Id of a new wait. */
  waitId: string;
}

/** The edit that writes an answer into the job. */
export function answerPatch({ document, assessment, kind, answer, version, pricesVersion, waitId }: Answered): Patch {
  const { name, on } = answer;
  switch (answer.kind) {
    case "accepted": {
      const option = document.quote?.options?.find(({ id }) => id === answer.option);
      return chainedPatch(document, [
        (at) => setValue(at, "/quote/accepted", { option: answer.option, version, name, on }),
        (at) => (option?.panel ? setValue(at, "/charger/panel", option.panel) : []),
        (at) => (option ? decided(at, option, assessment, name, on) : []),
        (at) => setValue(at, "/prices", { version: pricesVersion }),
        (at) => forwardPatch(at, "accepted", { by: name, on }),
      ]);
    }
    case "declined":
      return stagePatch(document, "lost", { by: name, on, why: answer.why || "declined on the page" });
    case "agreed":
    case "refused": {
      const from: PermissionFrom = kind === "association" ? "association" : "owner";
      const condition = answer.kind === "agreed" ? answer.condition : answer.why;
      return chainedPatch(document, [
        (at) => setValue(at, `/enquiry/permissions/${from}`, answer.kind === "agreed" ? "given" : "refused"),
        (at) =>
          condition === ""
            ? []
            : firmWaitPatch(at, waitId, `${answer.kind === "agreed" ? "Condition" : "Refused"}: ${condition}`, on),
      ]);
    }
  }
}

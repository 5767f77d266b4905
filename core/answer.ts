/** The answer as far as it is known, in a few plain words: for the head of a job, the list and the papers. */
import type { Assessment } from "./assess.ts";
import type { StepId } from "./missing.ts";
import { showA } from "./units.ts";
import type { WayJudgement } from "./ways/types.ts";

export type AnswerState = "fits" | "fits-with-work" | "does-not-fit" | "open";

export interface Answer {
  state: AnswerState;
  /** "Fits", "Fits with work", "Does not fit", "Open". */
  verdict: string;
  /** One sentence: what is spare, and which way would do. */
  text: string;
  /** What to do next, and where. */
  next: { step: StepId; text: string };
}

const VERDICTS: Record<AnswerState, string> = {
  fits: "Fits",
  "fits-with-work": "Fits with work",
  "does-not-fit": "Does not fit",
  open: "Open",
};

const PHRASE: Record<WayJudgement["way"], (way: WayJudgement) => string> = {
  "existing-outlet": (w) => `the outlet already there, at ${showA(w.chargeA)},`,
  "reuse-circuit": (w) => `the spare circuit, at ${showA(w.chargeA)},`,
  "dedicated-circuit": (w) => `a ${showA(w.chargeA)} charger on its own ${w.circuitA} A circuit`,
  "circuit-splitter": (w) => `a ${showA(w.chargeA)} shared circuit`,
  "dynamic-load-management": (w) => `a managed charger held below ${showA(w.limitA ?? 0)}`,
  "panel-change": (w) => `a new panel with a ${showA(w.chargeA)} charger`,
  "separate-board": (w) => `a ${showA(w.chargeA)} charger on a board of its own`,
  "service-upgrade": (w) => `a larger supply with a ${showA(w.chargeA)} charger`,
};

/** Ways whose own work is more than the charger's circuit. */
const HEAVY: readonly WayJudgement["way"][] = ["panel-change", "separate-board", "service-upgrade"];

export function answer(assessment: Assessment): Answer {
  const { headroomA, ways, recommended, missing, findings } = assessment;
  const decisive = missing.find((m) => m.decisive);
  const taken = ways.find((w) => w.way === recommended);
  const stop = findings.find((f) => f.severity === "stop");
  const refused = findings.find((f) => f.code === "permission-refused");
  const state: AnswerState = refused
    ? "does-not-fit"
    : decisive
      ? "open"
      : !taken?.meetsNeed
        ? "does-not-fit"
        : taken.verdict === "with-work" || HEAVY.includes(taken.way) || stop
          ? "fits-with-work"
          : "fits";
  const spare = headroomA >= 0 ? `${showA(headroomA)} spare` : `${showA(-headroomA)} over already`;
  const text = refused
    ? `${refused.text}: nothing can be done as things stand`
    : decisive
      ? `Not enough known yet: ${decisive.text.charAt(0).toLowerCase()}${decisive.text.slice(1)} is missing`
      : taken
        ? `As it stands: ${spare}; ${PHRASE[taken.way](taken)} would ${taken.meetsNeed ? "meet the need" : "give part of the need"}`
        : `As it stands: ${spare}; no way can be taken yet`;
  const first = decisive ?? (stop ? { step: "survey" as const, text: stop.text } : missing[0]);
  return {
    state,
    verdict: VERDICTS[state],
    text,
    next: first
      ? { step: first.step, text: first.text }
      : { step: "papers", text: "Check the ways and print the worksheet" },
  };
}

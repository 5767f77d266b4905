/** The answer as far as it is known, in a few plain words: for the head of a job, the list and the papers. */

import type { StepId } from "#core/case/fields/steps.ts";
import { replayedInWords } from "#core/energy/need/replayed.ts";
import { forMoney } from "#core/estimate/estimate.ts";
import type { MissingValue } from "#core/path/missing.ts";
import { codebookOf } from "#core/rules/index.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA, showHeadroom } from "#core/units.ts";
import { wayOf } from "#core/ways/index.ts";
import type { JudgedVerdict, WayJudgement } from "#core/ways/types.ts";
import { type Why, why } from "#core/why.ts";
import { capital, listed, lower } from "#core/words.ts";
import type { Assessment } from "./assessment.ts";
import { takenWay } from "./decision.ts";
import { measureFirstReason } from "./recommend.ts";

export type AnswerState = "fits" | "once-confirmed" | "fits-with-work" | "does-not-fit" | "open";

/** Words, and the values of the case that they go on with. */
export interface NamedValues {
  before: string;
  values: MissingValue[];
}

export interface JobAnswer {
  state: AnswerState;
  /** "Fits", "Fits once confirmed", "Fits with work", "Does not fit", "Open". */
  verdict: string;
  /** One sentence: what is spare, and which way would do. */
  text: string;
  /** While it is open: the same sentence in parts, so that each value can be gone to. */
  first: NamedValues | null;
  /** The next action, and its step. */
  next: { step: StepId; text: string };
}

const VERDICTS: Record<AnswerState, string> = {
  fits: "Fits",
  "once-confirmed": "Fits once confirmed",
  "fits-with-work": "Fits with work",
  "does-not-fit": "Does not fit",
  open: "Open",
};

const WAY_VERDICTS: Readonly<Record<JudgedVerdict, string>> = {
  ready: VERDICTS.fits,
  "with-work": VERDICTS["fits-with-work"],
  "ruled-out": "Ruled out",
};

/** The verdict of one way in words. */
export const wayVerdict = ({ verdict, onlyConfirm }: Pick<WayJudgement, "verdict" | "onlyConfirm">): string =>
  onlyConfirm ? VERDICTS["once-confirmed"] : WAY_VERDICTS[verdict];

/** Beginning of the sentence of an open answer. */
const FIRST = "For a first answer, enter";

function stateOf(assessment: Assessment): AnswerState {
  const { missing, findings } = assessment;
  const taken = takenWay(assessment);
  if (findings.some((f) => f.code === "permission-refused")) return "does-not-fit";
  if (missing.some((m) => m.decisive)) return "open";
  if (!taken?.meetsNeed) return "does-not-fit";
  if (taken.verdict === "ready") return "fits";
  return taken.onlyConfirm ? "once-confirmed" : "fits-with-work";
}

/** "a 24 A shared circuit would meet the need" */
const offerOf = (way: WayJudgement, { rules }: Assessment): string =>
  `${wayOf(way.way).headline(way, codebookOf(rules).words)} would ${way.meetsNeed ? "meet the need" : "give part of the need"}${way.replayed ? ` on ${replayedInWords(way.replayed)}` : ""}`;

/** The headroom and the taken way, in the order that fits: after a decision the way comes first. */
function spareAndOffer(assessment: Assessment, isToMeasure: boolean): string {
  const { decided } = assessment;
  const spare = spareInWords(assessment);
  const taken = takenWay(assessment);
  if (!taken) return `As it stands: ${spare}; no way can be taken yet`;
  const offer = taken.verdict === "ruled-out" ? `${lower(taken.name)} is ruled out now` : offerOf(taken, assessment);
  if (isToMeasure) return `Measure first: ${spare} by calculation; after that ${offer}`;
  return decided ? `As decided: ${offer}; ${spare} today` : `As it stands: ${spare}; ${offer}${betterFrom(assessment)}`;
}

/** The headroom of the supply; where a feeder, main or bus on today's path has less, that of it too, by its name. */
function spareInWords({ headroomA, feeders, path, rules }: Assessment): string {
  const onPath = feeders.filter(({ panel }) => path.some((link) => link.demandScope === panel));
  const inPanels = path.flatMap(({ kind, name, carriesA, mayCarryA }) =>
    (kind === "main" || kind === "bus") && mayCarryA !== null
      ? [{ name: lower(name), headroomA: mayCarryA - carriesA }]
      : [],
  );
  const [tightest] = [...onPath, ...inPanels].sort((a, b) => a.headroomA - b.headroomA);
  if (!tightest || !exceeds(headroomA, tightest.headroomA)) return showHeadroom(headroomA);
  const { supply } = codebookOf(rules).words;
  return `${showHeadroom(headroomA)} at the ${supply}, ${showHeadroom(tightest.headroomA)} at the ${tightest.name}`;
}

/** A way from another panel, within a sentence: "dedicated circuit, 48 A for $2,010". */
export function elsewhereInWords(
  { way, chargeA, typical, currency }: Assessment["elsewhere"][number],
  { rules }: Pick<Assessment, "rules">,
): string {
  const { name } = wayOf(way).words[codebookOf(rules).conventions.locale];
  return `${lower(name)}, ${showA(chargeA)}${forMoney(typical, currency)}`;
}

/** The end of the answer that names a better way from another panel; empty where there is none. */
function betterFrom(assessment: Assessment): string {
  const [best] = assessment.elsewhere;
  return best?.beatsRecommended ? `; better from ${best.panelName}: ${elsewhereInWords(best, assessment)}` : "";
}

/** The answer in one sentence, and the next step. */
export function answerOf(assessment: Assessment): JobAnswer {
  const { missing, findings } = assessment;
  const state = stateOf(assessment);
  const decisive = missing.filter((m) => m.decisive);
  const taken = takenWay(assessment);
  const refused = findings.find((f) => f.code === "permission-refused");
  const measure = taken && measureFirstReason(taken);
  const text = refused
    ? `${refused.text}: nothing can be done as things stand`
    : decisive.length > 0
      ? `${FIRST} ${listed(decisive.map((m) => lower(m.text)))}`
      : spareAndOffer(assessment, measure !== undefined);
  const stop = findings.find((f) => f.severity === "stop");
  const [first] = decisive.length > 0 ? decisive : missing;
  const next =
    decisive.length === 0 && stop
      ? { step: "survey" as const, text: stop.text }
      : first
        ? { step: first.step, text: capital(`Confirm ${lower(first.text)}`) }
        : measure && { step: "demand" as const, text: "Enter a valid measurement of the demand" };
  return {
    state,
    verdict: VERDICTS[state],
    text,
    first: !refused && decisive.length > 0 ? { before: FIRST, values: decisive } : null,
    next: next ?? { step: "papers", text: "Check the ways and print the worksheet" },
  };
}

/** The head of a job names this many values to confirm; the why sheet lists all. */
const NAMED = 3;

/** The most urgent message after the answer, in one sentence; null without one. */
export interface PressingMessage {
  kind: "stop" | "confirm" | "after" | "assumed";
  text: string;
  /** The same in parts, where values of the case are to be confirmed. */
  confirm: NamedValues | null;
  /** Number of further messages, shown on request. */
  more: number;
}

/** The most urgent message beside the answer: a stop, values to confirm, or assumptions; null without any. */
export function pressingMessage({ findings, missing, assumed: all }: Assessment): PressingMessage | null {
  // Decisive assumed values are already among those to be confirmed.
  const assumed = all.filter((f) => !missing.some((m) => m.key === f.key));
  const [stop, ...stops] = findings.filter((f) => f.severity === "stop");
  if (stop)
    return {
      kind: "stop",
      text: `Stop: ${stop.text}`,
      confirm: null,
      more: stops.length + missing.length + assumed.length,
    };
  // While the answer is open, it names the decisive values itself.
  const asked = missing.filter((m) => !m.decisive);
  if (asked.length > 0) {
    const values = asked.slice(0, NAMED);
    const more = asked.length - values.length + assumed.length;
    const isLater = asked.length < missing.length;
    const before = isLater ? "After that:" : "Confirm first:";
    return {
      kind: isLater ? "after" : "confirm",
      text: `${before} ${listed(values.map((m) => lower(m.text)))}`,
      confirm: { before, values },
      more,
    };
  }
  if (assumed.length === 0) return null;
  return {
    kind: "assumed",
    confirm: null,
    text: `Only assumed: ${listed(assumed.map((f) => `${f.label} ${f.value}`))}. Confirm on site`,
    more: 0,
  };
}

/**
 * Why the answer is as it is: everything that stops, is to be confirmed, or was only assumed.
 * @param because why the recommended way is recommended, with waits from a known day where there is one
 */
export function answerWhy(assessment: Assessment, { verdict, text }: JobAnswer, because = assessment.because): Why {
  const { findings, missing, assumed, governingBecause } = assessment;
  return why(
    "the answer",
    verdict,
    {
      formula: "Ready is a way that meets the need, with no fault and nothing unread on its path",
      numbers: text,
      rule: `${capital(governingBecause)}. ${because}`,
    },
    assumed.map((f) => `${f.label} ${f.value}`),
    [
      ...findings.filter((f) => f.severity === "stop").map((f) => `${f.text}: ${lower(f.todo)}`),
      ...missing.map((m) => `Confirm ${lower(m.text)}`),
    ],
  );
}

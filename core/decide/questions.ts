/**
 * Every question that the job asks of the person on site, with its answer: of the survey, the circuit, the wall of the
 * charger, and the work of the way that is taken.
 */
import { type Asked, answerTo, type GivenAnswer } from "#core/case/document/confirmations.ts";
import type { CaseDocument, Confirmation } from "#core/case/document/types.ts";
import type { StepId } from "#core/case/fields/steps.ts";
import { askedByCheck } from "#core/circuit/confirmed.ts";
import { askedByWork } from "#core/judge/cautions.ts";
import { holeChecks, wallOf } from "#core/place/wall.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { Assessment } from "./assessment.ts";
import { takenWay } from "./decision.ts";

/** A question of a job, and where it stands. */
export interface Question {
  asked: Asked;
  step: StepId;
  /** Section of that step. */
  section: string;
  /** Undefined while nobody has answered. */
  answer: GivenAnswer | undefined;
}

/** The questions of a job in the order of its steps, each once. */
export function questionsOf(document: CaseDocument, assessment: Assessment): Question[] {
  const codebook = codebookOf(document.rules);
  const way = takenWay(assessment);
  const checks = [way?.feeder?.design, way?.circuit].flatMap((design) => design?.checks ?? []);
  const places: { step: StepId; section: string; asked: (Asked | undefined)[] }[] = [
    { step: "survey", section: "findings", asked: assessment.findings.map((finding) => finding.asked) },
    {
      step: "circuit",
      section: "place",
      asked: [...wallOf(document, codebook), ...holeChecks(document, codebook)].map((check) => check.asked),
    },
    {
      step: "circuit",
      section: "checks",
      asked: checks.filter((check) => check.passes === null || check.confirmed).map(askedByCheck),
    },
    { step: "ways", section: "compared", asked: (way?.workItems ?? []).map(askedByWork) },
  ];
  const known = new Set<string>();
  return places.flatMap(({ step, section, asked: all }) =>
    all.flatMap((asked) => {
      if (!asked || known.has(asked.what)) return [];
      known.add(asked.what);
      return [{ asked, step, section, answer: answerTo(asked, document) }];
    }),
  );
}

/** Whether a question still waits for an answer. */
export const isOpen = ({ answer }: Question): boolean => answer === undefined || answer.isStale;

/** Answers to questions that the job does not ask any more: what they were about is gone. */
export function answersToNothing(
  { confirmations = [] }: CaseDocument,
  questions: readonly Question[],
): readonly Confirmation[] {
  const asked = new Set(questions.map((question) => question.asked.what));
  return confirmations.filter(({ what }) => !asked.has(what));
}

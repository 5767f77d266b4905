/** Whether the work can be certified, and what is against it. */
import { reachedOn } from "#core/case/document/stage.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { againstIsolation, isolationTasks } from "./isolation.ts";
import { againstTerminals, judgedTerminals, terminalsOf } from "./terminals.ts";
import { againstTests, type JudgedTest, judgedTests } from "./tests.ts";

export interface JudgedInstallation {
  tests: JudgedTest[];
  certificate: "ready" | "not-ready";
  /** Reasons against the certificate, in words; empty where it is ready. */
  against: string[];
}

/**
 * Judges the log of an installation.
 * @param today ISO day, for what the calibration of a tool depends on
 */
export function judgeInstallation(document: CaseDocument, assessment: Assessment, today: string): JudgedInstallation {
  const tests = judgedTests(document, assessment);
  const against = [
    ...againstIsolation(isolationTasks(document), reachedOn(document, "accepted")),
    ...againstTerminals(judgedTerminals(document, terminalsOf(document, assessment), today)),
    ...againstTests(tests),
  ];
  return { tests, certificate: against.length === 0 ? "ready" : "not-ready", against };
}

/**
 * The assessment as it is written into a file, with the judged log.
 * @param assessment its lazy parts are worked out
 */
export const withInstallation = (assessment: Assessment, judged: JudgedInstallation): object => ({
  ...(JSON.parse(JSON.stringify(assessment)) as object),
  ...judged,
});

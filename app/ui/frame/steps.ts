/** The path of steps of a job, in the order of the work. */
import type { StepId } from "#core/case/fields/steps.ts";

export interface JobStep {
  id: StepId;
  name: string;
  key: string;
}

export const STEPS: readonly JobStep[] = [
  { id: "survey", name: "Survey", key: "1" },
  { id: "demand", name: "Demand", key: "2" },
  { id: "need", name: "Need", key: "3" },
  { id: "ways", name: "Ways", key: "4" },
  { id: "circuit", name: "Circuit", key: "5" },
  { id: "papers", name: "Papers", key: "6" },
];

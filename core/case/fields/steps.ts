/** The steps of a job, in the order of the work. */
export const STEP_IDS = ["survey", "demand", "need", "ways", "circuit", "papers"] as const;
export type StepId = (typeof STEP_IDS)[number];

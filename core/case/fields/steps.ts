/** The steps of a job, in the order of the work; a new one is a line here and its folder in `app/routes/job`. */
export const STEPS = [
  { id: "survey", name: "Survey" },
  { id: "demand", name: "Demand" },
  { id: "need", name: "Need" },
  { id: "ways", name: "Ways" },
  { id: "circuit", name: "Circuit" },
  { id: "papers", name: "Papers" },
  { id: "log", name: "Log" },
] as const;
export type StepId = (typeof STEPS)[number]["id"];
export const STEP_IDS: readonly StepId[] = STEPS.map(({ id }) => id);

/** The stages of a job, in the order of the work. */
export const STAGES = ["enquiry", "survey", "quoted", "waiting", "installed"] as const;
export type Stage = (typeof STAGES)[number];

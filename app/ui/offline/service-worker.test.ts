/** The service worker is written by a script that cannot read the application's own words. */
import { readFileSync } from "node:fs";
import { expect, it } from "vitest";
import { STEPS } from "#ui/frame/steps.ts";

it("every step of a job is kept for the time without a line", () => {
  const [, steps] = /^const STEPS = "(.*)";$/m.exec(readFileSync("scripts/service-worker.mjs", "utf8")) ?? [];
  expect(steps?.split("|").sort()).toEqual(STEPS.map((step) => step.id as string).sort());
});

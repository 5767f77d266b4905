/** Wrong input about feeders. */
import { describe, expect, it } from "vitest";
import { knownUsHome } from "#core/testing/cases.ts";
import { caseProblems } from "./read.ts";

const home = knownUsHome();
const fed = (circuit: string) => ({
  ...home,
  panels: [
    ...home.panels,
    {
      id: "garage",
      fedFrom: "main",
      spaces: 8,
      circuits: [{ id: "own", position: 1, poles: 2, ratingA: 30 }],
      feeder: { ratingA: 60, circuit },
    },
  ],
});

describe("a feeder", () => {
  it("starts from a circuit of another panel", () => {
    expect(caseProblems(fed("c-dryer"))).toEqual([]);
    expect(caseProblems(fed("own"))).toEqual([
      {
        path: "panels[1].feeder.circuit",
        message: "is a circuit of the panel that it feeds: a feeder starts from another panel",
      },
    ]);
    expect(caseProblems(fed("gone"))[0]?.message).toBe('no circuit "gone"');
  });
});

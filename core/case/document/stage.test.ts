import { describe, expect, it } from "vitest";
import { isNotToBeUsed } from "./stage.ts";
import type { Progress } from "./types.ts";

const at = (stage: Progress["stage"], more: Partial<Progress> = {}) => ({ progress: { stage, ...more } as Progress });

describe("a charger that is not to be used", () => {
  it.each([
    ["survey", false],
    ["scheduled", false],
    ["installing", true],
    ["to-prove", true],
    ["lost", false],
  ] as const)("at the stage %s: %s", (stage, is) => {
    expect(isNotToBeUsed(at(stage))).toBe(is);
  });
  it("is one whose log has begun, until the work is done", () => {
    const installation = { isolation: [] };
    expect(isNotToBeUsed({ ...at("scheduled"), installation })).toBe(true);
    const moves = [{ from: "to-prove" as const, to: "done" as const, on: "2026-11-20" }];
    expect(isNotToBeUsed({ ...at("done", { moves }), installation })).toBe(false);
    expect(isNotToBeUsed({ ...at("refused"), installation })).toBe(false);
  });
});

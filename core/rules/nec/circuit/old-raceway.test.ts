/** A raceway that is there: its tightest elbow, and old conductors that go. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, RunSegment } from "#core/case/document/types.ts";
import { caseProblems } from "#core/laws/read.ts";
import { knownUsHome } from "#core/testing/cases.ts";
import { wayIn, workIn } from "#core/testing/ways.ts";

const WAY = "dedicated-circuit";
const along = (raceway: Partial<NonNullable<RunSegment["raceway"]>> | null): CaseDocument =>
  knownUsHome({
    run: {
      segments: [
        {
          method: "emt",
          length: { value: 40, unit: "ft" },
          bendDegrees: 180,
          ...(raceway && { raceway: { trade: "1", existing: true, ...raceway } }),
        },
      ],
      conductorType: "thhn",
    },
  });
const check = (document: CaseDocument, id: string) =>
  wayIn(document, WAY).circuit?.checks.find((found) => found.id === id);

describe("the tightest elbow of a raceway", () => {
  it("has a radius of four diameters of the conductor", () => {
    // 4 AWG THHN: 0.0824 in² is 0.3239 in across; four times that is 1.296 in.
    expect(check(along({ elbowIn: 1.3 }), "elbow")).toMatchObject({ passes: true });
    expect(check(along({ elbowIn: 1.29 }), "elbow")?.passes).toBe(false);
    expect(check(along({ elbowIn: 1.29 }), "elbow")?.numbers).toMatch(/^1.29 in against 4 x 0.32/);
  });
  it("that is too tight is work: another part, or a pull box", () => {
    expect(workIn(along({ elbowIn: 0.5 }), WAY)).toContain("Lay the run otherwise: tightest elbow, part 1");
    expect(workIn(along({ elbowIn: 3 }), WAY)).not.toContain("Lay the run otherwise");
  });
  it("that nobody has measured is no line, nor one of a new raceway", () => {
    expect(check(along({}), "elbow")).toBeUndefined();
    expect(check(along({ elbowIn: 0.5, existing: false }), "elbow")).toBeUndefined();
    expect(check(along(null), "elbow")).toBeUndefined();
  });
});

describe("old conductors in a raceway", () => {
  it.each([
    ["pull-line", "Old conductors as a pull line, part 1"],
    ["taken-out", "Old conductors taken out, part 1"],
  ] as const)("that go by %s are seen to on site, and take time", (old, label) => {
    expect(check(along({ old }), "old-conductors")).toMatchObject({ label, passes: null });
    expect(wayIn(along({ old }), WAY).cost.typical).toBeGreaterThan(wayIn(along({}), WAY).cost.typical);
  });
  it("are none where nobody says so; another word is wrong input", () => {
    expect(check(along({}), "old-conductors")).toBeUndefined();
    const wrong = along({ old: "burnt" as unknown as "pull-line" });
    expect(caseProblems(wrong)[0]?.path).toBe("run.segments[0].raceway.old");
  });
});

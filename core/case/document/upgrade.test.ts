/** Cases stored by earlier versions can be read, wherever they were stored. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { usCase } from "#core/testing/cases.ts";
import { applyPatch } from "./patch.ts";
import type { CaseDocument } from "./types.ts";
import { CASE_UPGRADES, CURRENT_VERSION, currentCase, currentEdits, type Upgrade } from "./upgrade.ts";

/** A later version that would call the title "name" and count areas in one unit. */
const LATER: Upgrade[] = [
  { from: 1, apply: ({ title, ...rest }) => ({ ...rest, name: title }) },
  { from: 2, apply: (d) => ({ ...d, areas: "ft2" }) },
];

describe("a stored case", () => {
  it("is left as it is where it is of this version", () => {
    const kept = usCase();
    expect(currentCase(kept)).toBe(kept);
    expect(kept.version).toBe(CURRENT_VERSION);
  });
  it("goes through every step from its own version on", () => {
    expect(currentCase(usCase({ title: "Pell Harbor" }), LATER, 3)).toMatchObject({
      version: 3,
      name: "Pell Harbor",
      areas: "ft2",
    });
  });
  it("of an earlier release is among the fixtures, and can still be read", () => {
    const stored = path.join(import.meta.dirname, "stored/version-1-2026-11.case.json");
    const kept: CaseDocument = JSON.parse(readFileSync(stored, "utf8"));
    expect(currentCase(kept).loads.length).toBeGreaterThan(3);
    expect(CASE_UPGRADES.map((u) => u.from)).toEqual(
      CASE_UPGRADES.map((_, i) => i + CURRENT_VERSION - CASE_UPGRADES.length),
    );
  });
});

describe("waiting edits on a stored case", () => {
  const kept = usCase({ title: "Before" });
  const edits = [
    { id: "a", patch: [{ op: "replace" as const, path: "/title", value: "After" }] },
    { id: "b", patch: [{ op: "replace" as const, path: "/supply/ratingA", value: 125 }] },
  ];
  it("stay as they are on a case of this version", () => {
    expect(currentEdits(kept, edits)).toEqual(edits);
  });
  it("are made again on the case brought up to date, and come to the same", () => {
    const moved = currentEdits(kept, edits, LATER, 3);
    expect(moved.map((e) => e.id)).toEqual(["a", "b"]);
    const done = moved.reduce((d, e) => applyPatch(d, e.patch), currentCase(kept, LATER, 3));
    const first = edits.reduce((d, e) => applyPatch(d, e.patch), kept);
    expect(done).toEqual(currentCase(first, LATER, 3));
    expect(done).toMatchObject({ name: "After", supply: { ratingA: 125 } });
  });
});

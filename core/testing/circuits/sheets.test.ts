/**
 * Complete circuits with their design tables, as reviewed by a person: `UPDATE_SHEETS=1` writes them again, and the
 * changes are to be reviewed before they are committed.
 */
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { readCase } from "#core/laws/read.ts";
import { codebookOf } from "#core/rules/index.ts";
import { PINNED_CIRCUITS, type PinnedCircuit } from "./circuits.ts";
import { circuitSheetOf, tablesOf } from "./sheet.ts";

function isPinned(name: string, sheet: string): void {
  const file = path.join(process.cwd(), "core/testing/circuits", `${name}.txt`);
  if (process.env.UPDATE_SHEETS) writeFileSync(file, sheet);
  expect(sheet).toBe(readFileSync(file, "utf8"));
}

describe("the whole sheet of a circuit", () => {
  it.each(Object.entries(PINNED_CIRCUITS) as [string, PinnedCircuit][])("%s is as it was read", (name, pinned) => {
    expect(readCase({ ...pinned.home, run: pinned.run }).unknown).toEqual([]);
    isPinned(name, circuitSheetOf(pinned));
  });
});

describe("the tables of a region", () => {
  it.each(["us-nec-2023", "uk-bs7671-2018-a2"] as const)("%s are as they were read", (rules) => {
    isPinned(`tables-${rules}`, tablesOf(codebookOf(rules)));
  });
});

/**
 * Complete sheets of homes, as reviewed by a person: `UPDATE_SHEETS=1` writes them again, and the changes are to be
 * reviewed before they are committed.
 */
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { readCase } from "#core/laws/read.ts";
import { SHEET_HOMES } from "./homes.ts";
import { sheetOf } from "./sheet.ts";

const fileOf = (name: string) => path.join(process.cwd(), "core/testing/sheets", `${name}.txt`);

describe("the whole sheet of a home", () => {
  it.each(Object.entries(SHEET_HOMES) as [string, CaseDocument][])("%s is as it was read", (name, home) => {
    expect(readCase(home).unknown).toEqual([]);
    const sheet = sheetOf(home);
    if (process.env.UPDATE_SHEETS) writeFileSync(fileOf(name), sheet);
    expect(sheet).toBe(readFileSync(fileOf(name), "utf8"));
  });
});

/** Complete sheets of homes, as reviewed by a person. */
import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { readCase } from "#core/laws/read.ts";
import { SHEET_HOMES } from "./homes.ts";
import { sheetOf } from "./sheet.ts";
import { storedSheet } from "./stored.ts";

describe("the whole sheet of a home", () => {
  it.each(Object.entries(SHEET_HOMES) as [string, CaseDocument][])("%s is as it was read", (name, home) => {
    expect(readCase(home).unknown).toEqual([]);
    const sheet = sheetOf(home);
    expect(sheet).toBe(storedSheet(name, sheet));
  });
});

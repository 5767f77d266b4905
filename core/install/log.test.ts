import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import type { CaseDocument, TestEntry } from "#core/case/document/types.ts";
import { changesInWords } from "#core/changes/changes.ts";
import { loggedUkHome } from "#core/testing/logged-homes.ts";
import { logPatch } from "./log.ts";

const { installation: _, ...rest } = loggedUkHome();
const bare: CaseDocument = rest;
const zs = (value: number): TestEntry => ({ id: "zs", value, unit: "ohm" });
const isZs = ({ id }: TestEntry) => id === "zs";
const testsOf = (document: CaseDocument) => document.installation?.tests;

describe("an entry of the log", () => {
  it("is added, replaced and taken away", () => {
    const first = applyPatch(bare, logPatch(bare, "tests", isZs, zs(0.5)));
    expect(testsOf(first)).toEqual([zs(0.5)]);
    const second = applyPatch(first, logPatch(first, "tests", isZs, zs(0.4)));
    expect(testsOf(second)).toEqual([zs(0.4)]);
    expect(testsOf(applyPatch(second, logPatch(second, "tests", isZs, null)))).toEqual([]);
    expect(logPatch(bare, "tests", isZs, null)).toEqual([]);
  });
  it("is added at the end, so that two people who test at the same time lose nothing", () => {
    const home = loggedUkHome();
    const mine = logPatch(home, "tests", ({ id }) => id === "voltage", { id: "voltage", value: 240, unit: "V" });
    const yours = logPatch(home, "tests", ({ id }) => id === "rcd-5x", { id: "rcd-5x", value: 20, unit: "ms" });
    const ids = (testsOf(applyPatch(applyPatch(home, mine), yours)) ?? []).map(({ id }) => id);
    expect(ids.slice(-2)).toEqual(["voltage", "rcd-5x"]);
  });
  it("leaves one entry where two people made the same one", () => {
    const twice = { ...bare, installation: { tests: [zs(0.3), { ...zs(1), circuit: "x" }, zs(0.6)] } };
    const patched = applyPatch(
      twice,
      logPatch(twice, "tests", (e) => isZs(e) && e.circuit === undefined, zs(0.4)),
    );
    expect(testsOf(patched)).toEqual([{ ...zs(1), circuit: "x" }, zs(0.4)]);
  });
  it("reads as words in the list of changes", () => {
    const home = loggedUkHome();
    const words = (patch: Parameters<typeof changesInWords>[1]) => changesInWords(home, patch);
    expect(words(logPatch(home, "tests", isZs, zs(0.45)))).toEqual(["Earth fault loop Zs: 0.45 ohm"]);
    expect(words(logPatch(home, "tests", isZs, null))).toEqual(["Earth fault loop Zs was taken out of the log"]);
    expect(words(logPatch(home, "tests", ({ id }) => id === "polarity", { id: "polarity", value: false }))).toEqual([
      "Polarity: no",
    ]);
    expect(words(logPatch(home, "packed", (name) => name === "x", "Torque tool"))).toEqual(["Loaded: Torque tool"]);
  });
});

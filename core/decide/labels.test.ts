import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import type { WayId } from "#core/ways/index.ts";
import { labelsOf } from "./labels.ts";

const labels = (document: CaseDocument) => labelsOf(document, assess(document));
const ids = (document: CaseDocument) => labels(document).map(({ id }) => id);
const decidedFor = (way: WayId, home: CaseDocument): CaseDocument => ({
  ...home,
  decision: { way, by: "Mara Quill", on: "2026-11-20", chargeA: 40, verdict: "ready", meetsNeed: true, why: "" },
});

describe("warning labels", () => {
  it("name the circuit and the setting, with the figures of the way that is taken", () => {
    const home = knownUsHome();
    const taken = assess(home).ways.find(({ way }) => way === assess(home).taken);
    const all = labels(home);
    expect(all.find(({ id }) => id === "circuit")?.text).toContain(`${taken?.circuitA} A`);
    expect(all.find(({ id }) => id === "charger")?.title).toBe(`Set to ${taken?.chargeA} A`);
  });
  it("tell of load management where the way holds the charger back", () => {
    const plain = decidedFor("dedicated-circuit", knownUsHome());
    const managed = decidedFor("dynamic-load-management", knownUsHome());
    expect(ids(plain)).not.toContain("managed");
    expect(labels(managed).find(({ id }) => id === "managed")?.text).toMatch(/Held below .*\d A/);
  });
  it("tell of every source beside the supply", () => {
    const home = knownUkHome();
    expect(ids(home)).not.toContain("sources");
    const both = { ...home, supply: { ...home.supply, onsiteGeneration: true, battery: true } };
    expect(labels(both)[0]).toMatchObject({ id: "sources", text: expect.stringContaining("generation and battery") });
  });
  it("tell where the disconnect is only where it is out of sight", () => {
    const home = knownUsHome();
    const segments = [{ method: "emt", length: { value: 20, unit: "ft" as const } }];
    expect(ids({ ...home, run: { segments, disconnect: "out-of-sight" } })).toContain("disconnect");
    expect(ids({ ...home, run: { segments, disconnect: "in-sight" } })).not.toContain("disconnect");
  });
  it("forbid the use until the job is done", () => {
    const home = knownUsHome();
    expect(ids(home)).toContain("not-to-be-used");
    const moves = [{ from: "survey" as const, to: "done" as const, on: "2026-11-20", by: "Mara Quill" }];
    expect(ids({ ...home, progress: { stage: "done", moves } })).not.toContain("not-to-be-used");
  });
  it("are none where no way can be taken", () => {
    expect(labelsOf(knownUsHome(), { ways: [], taken: null })).toEqual([]);
  });
});

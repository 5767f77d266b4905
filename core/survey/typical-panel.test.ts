import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import { newCase } from "#core/laws/new-case.ts";
import { readCase } from "#core/laws/read.ts";
import { CODEBOOKS } from "#core/rules/editions.ts";
import { assess } from "#core/testing/assess.ts";
import { assumedLoads, assumedOfPanel, markAssumed } from "./assumed.ts";
import { startFromTypical, typicalCircuits } from "./typical-panel.ts";

function started(rules: (typeof CODEBOOKS)[number], home = 0, change: object = {}) {
  let n = 0;
  const before = { ...newCase(rules.id, "1 Test Row"), ...change };
  const patch = startFromTypical(before, 0, rules.typicalHomes[home] as never, (kind) => `${kind}-${++n}`);
  return applyPatch(before, patch);
}

describe.each(CODEBOOKS)("a typical panel by $name", (codebook) => {
  it.each(codebook.typicalHomes.map((h, i) => [h.built, i] as const))(
    "for a house built %s is a valid case with every value marked as assumed",
    (_, i) => {
      const after = started(codebook, i);
      readCase(after);
      const [panel] = after.panels;
      expect(panel?.circuits).toHaveLength(typicalCircuits(codebook.typicalHomes[i] as never).length);
      const ratings = ["mainA", "busA", "spaces"].filter((f) => panel?.[f as "mainA"] !== undefined).length;
      expect(assumedOfPanel(after, panel as never)).toHaveLength((panel?.circuits?.length ?? 0) + ratings);
      expect(assumedLoads(after).length).toBeGreaterThan(2);
    },
  );

  it("is never ready before it is confirmed", () => {
    const after = started(codebook, 1, {
      dwelling: { kind: "one-family", existing: true, floorArea: { value: 1800, unit: "ft2" } },
    });
    const keys = assess(after).missing.map((m) => m.key);
    expect(keys).toContain("loads.assumed");
    expect(keys).toContain("panel.main.circuits");
    expect(assess(after).ways.some((w) => w.verdict === "ready")).toBe(false);
    const [panel] = after.panels;
    const loads = assumedLoads(after).map((l) => `load.${l.id}.va`);
    const seen = applyPatch(after, markAssumed(after, [...assumedOfPanel(after, panel as never), ...loads], false));
    expect(seen.survey?.sources).toEqual({});
    const left = assess(seen).missing.map((m) => m.key);
    expect(left).not.toContain("loads.assumed");
    expect(left).not.toContain("panel.main.circuits");
  });
});

it("keeps what was read off the panel, and gives a larger house more general circuits", () => {
  const [us] = CODEBOOKS;
  const read = newCase("us-nec-2023", "1 Test Row");
  (read.panels[0] as { mainA?: number }).mainA = 125;
  const after = started(us as never, 0, { panels: read.panels });
  expect(after.panels[0]?.mainA).toBe(125);
  expect(after.survey?.sources?.["panel.main.mainA"]).toBeUndefined();
  const [home] = us?.typicalHomes ?? [];
  const general = (ft2: number) => typicalCircuits(home as never, ft2).length - (home?.circuits.length ?? 0);
  expect([general(600), general(601), general(2400)]).toEqual([1, 2, 4]);
});

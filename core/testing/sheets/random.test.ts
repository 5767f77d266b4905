/** Random homes, each in a few lines: what is found, each method's demand, and each way's verdict, current, price and reasons. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { type Assessment, governingOf } from "#core/decide/assessment.ts";
import { secondOpinion } from "#core/demand/second-opinion.ts";
import { measuredMaximumThatFits, whatWouldChange } from "#core/demand/sensitivity.ts";
import { sideBySide } from "#core/demand/side-by-side.ts";
import { assess } from "#core/testing/assess.ts";
import { ukHomes, usHomes } from "../random-homes.ts";
import { digits, storedSheet } from "./stored.ts";

const SEED = 20_251_130;
const HOMES = 30;

const codes = (list: readonly { code: string }[]) => [...new Set(list.map((l) => l.code))].join(" ");

/** What would change the demand, the loads method by method, and what another worksheet may have done. */
function demandLines(home: CaseDocument, found: Assessment): string[] {
  const governing = governingOf(found);
  const { ratingA } = found.supply;
  const { methods, rows } = sideBySide(found.calculations);
  const others = [1.25, 1.1, 0.9, 0.8].map((share) =>
    secondOpinion(home, governing.method, ratingA, Math.round(governing.demandVA * share), 32),
  );
  return [
    ...whatWouldChange(home, governing, ratingA).map(
      (c) => `change: ${c.text}${c.note ? `: ${c.note}` : ""} +${digits(c.wonA)} A, ${digits(c.headroomA)} A`,
    ),
    `fits below a measured maximum of ${digits(measuredMaximumThatFits(home, governing, ratingA))} A`,
    `beside each other ${methods.join(" ")}`,
    ...rows.map(
      (r) =>
        `${r.label} ${digits(r.connectedVA)}: ${r.cells.map((c) => (c ? `${digits(c.countedVA)}*${digits(c.factor)}${c.leftOut ? " left out" : ""} ${c.why.formula}` : "-")).join("; ")}`,
    ),
    ...others.map((o) => `${o.text}${o.explains.map((e) => `; ${e.text} ${digits(e.totalVA)}`).join("")}`),
  ];
}

function homeLines(home: CaseDocument, index: number): string[] {
  const found = assess(home);
  return [
    "",
    `# ${index}: ${home.supply.system}, ${digits(home.supply.ratingA)} A, ${home.panels.length} panels, ${home.loads.length} loads`,
    `found: ${found.findings.map((f) => `${f.severity} ${f.code} at ${f.link}`).join("; ")}`,
    ...found.calculations.map(
      (c) =>
        `${c.method === found.governing ? "> " : "- "}${c.method}: ${c.applies ? `${digits(c.demandVA)} VA, ${digits(c.demandA)} A, spare ${digits(c.headroomA)} A; ${c.lines.map((l) => `${digits(l.connectedVA)}*${digits(l.factor)}`).join(" ")}` : "does not apply"}`,
    ),
    ...found.feeders.map((f) => `feeder ${f.name}: ${digits(f.demandA)} of ${digits(f.ratingA)} A`),
    ...demandLines(home, found),
    `missing: ${found.missing.map((m) => m.key).join(" ")}`,
    ...found.ways.map(
      (w) =>
        `${w.way === found.recommended ? "> " : "- "}${w.way}: ${w.verdict}${w.onlyConfirm ? " (confirm)" : ""}, ${digits(w.chargeA)} of ${digits(w.circuitA)} A, ${(w.limits ?? []).map((l) => `${digits(l.limitA)} at ${l.at}`).join(" ")} ${digits(w.energyPerNightKWh)} kWh, spare ${digits(w.spareA)} A, ${digits(w.cost.low)} ${digits(w.cost.typical)} ${digits(w.cost.high)}, ${w.leadTimeDays.low} ${w.leadTimeDays.typical} ${w.leadTimeDays.high} days; ${codes(w.reasons)}; ${w.workItems.map((i) => i.id).join(" ")}; tightest ${w.tightest ?? "none"}: ${w.path.map((l) => `${digits(l.carriesA)}/${digits(l.mayCarryA)}`).join(" ")}`,
    ),
  ];
}

describe("random homes", () => {
  it.each([
    ["random-us", usHomes],
    ["random-uk", ukHomes],
  ] as const)("%s are as they were read", (name, homes) => {
    const sheet = `${fc.sample(homes, { seed: SEED, numRuns: HOMES }).flatMap(homeLines).join("\n")}\n`;
    expect(sheet).toBe(storedSheet(name, sheet));
  });
});

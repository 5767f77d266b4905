import { describe, expect, it } from "vitest";
import type { CaseDocument, Circuit, Panel, Supply } from "#core/case/document/types.ts";
import type { FindingCode } from "#core/rules/findings/types.ts";
import { assess } from "#core/testing/assess.ts";
import { ukCase, usCase, usCaseOn } from "#core/testing/cases.ts";

const onPanel = (base: CaseDocument, changes: Partial<Panel>): CaseDocument => ({
  ...base,
  panels: base.panels.map((p) => ({ ...p, ...changes })),
});
const onSupply = (base: CaseDocument, changes: Partial<Supply>): CaseDocument => ({
  ...base,
  supply: { ...base.supply, ...changes },
});
const uk100 = ukCase({
  supply: { system: "single-phase-230", ratingA: 100, earthing: "tn-c-s" },
  loads: [{ id: "li", kind: "lighting", va: 500 }],
});
const full = Array.from({ length: 20 }, (_, i) => ({ id: `c${i}`, position: i + 1, poles: 1, ratingA: 20 }));

/** For every code: a home that has the fault, and the same home without it. */
const FAULTS: Record<FindingCode, readonly [faulty: CaseDocument, sound: CaseDocument]> = {
  "rating-unknown": [onSupply(usCase(), { ratingA: null }), usCase()],
  "panel-full": [onPanel(usCase(), { circuits: full }), usCase()],
  "panel-obsolete": [onPanel(usCase(), { condition: "obsolete" }), usCase()],
  "panel-unsafe": [onPanel(ukCase(), { condition: "unsafe" }), ukCase()],
  "neutral-earth-joined": [
    { ...usCase(), panels: [...usCase().panels, { id: "sub", fedFrom: "main", neutralApart: false, circuits: [] }] },
    { ...usCase(), panels: [...usCase().panels, { id: "sub", fedFrom: "main", neutralApart: true, circuits: [] }] },
  ],
  "bus-overloaded": [onPanel(usCaseOn(200), { busA: 125 }), usCaseOn(200)],
  "main-oversized": [onPanel(usCaseOn(200), { mainA: 225, busA: 225 }), usCaseOn(200)],
  "one-way-device": [
    {
      ...onSupply(onPanel(uk100, { circuits: [{ id: "ev", rcd: "A", loads: [] }] }), { battery: true }),
      charger: { circuit: "ev" },
    },
    {
      ...onSupply(onPanel(uk100, { circuits: [{ id: "ev", rcd: "A", loads: [], bothWays: true }] }), { battery: true }),
      charger: { circuit: "ev" },
    },
  ],
  "tails-undersized": [
    onSupply(uk100, { conductor: { size: "16 mm2" } }),
    onSupply(uk100, { conductor: { size: "25 mm2" } }),
  ],
  "earth-impedance-high": [onSupply(uk100, { zeOhm: 0.36 }), onSupply(uk100, { zeOhm: 0.35 })],
  "main-earth-undersized": [onSupply(uk100, { mainEarthMm2: 10 }), onSupply(uk100, { mainEarthMm2: 16 })],
  "bonding-undersized": [
    onSupply(uk100, { bonding: { water: { state: "bonded", mm2: 6 } } }),
    onSupply(uk100, { bonding: { water: { state: "bonded", mm2: 10 } } }),
  ],
  "bonding-far": [
    onSupply(uk100, { bonding: { gas: { state: "bonded", distanceMm: 700 } } }),
    onSupply(uk100, { bonding: { gas: { state: "bonded", distanceMm: 600 } } }),
  ],
  "far-end-unfit": [
    onPanel(uk100, { circuits: [{ id: "c", status: "abandoned", farEnd: { gland: false } }] }),
    onPanel(uk100, { circuits: [{ id: "c", status: "abandoned", farEnd: { gland: true } }] }),
  ],
  "fault-current-high": [onSupply(uk100, { prospectiveKA: 6.5 }), onSupply(uk100, { prospectiveKA: 6 })],
  "looped-supply": [onSupply(uk100, { looped: true }), uk100],
  "rcd-type-ac": [
    onPanel(uk100, { circuits: [{ id: "c", rcd: "AC" }] }),
    onPanel(uk100, { circuits: [{ id: "c", rcd: "A" }] }),
  ],
  "surge-protection-missing": [onPanel(uk100, { surgeProtection: false }), uk100],
  "enclosure-combustible": [onPanel(uk100, { enclosure: "plastic" }), onPanel(uk100, { enclosure: "metal" })],
  "outlet-ungrounded": [
    usCase({ outlets: [{ id: "o", type: "10-30" }] }),
    usCase({ outlets: [{ id: "o", type: "14-30" }] }),
  ],
  "outlet-undersized": [
    usCase({
      ...onPanel(usCase(), { circuits: [{ id: "c", ratingA: 40 }] }),
      outlets: [{ id: "o", type: "14-30", circuit: "c" }],
    }),
    usCase({
      ...onPanel(usCase(), { circuits: [{ id: "c", ratingA: 30 }] }),
      outlets: [{ id: "o", type: "14-30", circuit: "c" }],
    }),
  ],
  "outlet-plain-splitter": [
    usCase({ outlets: [{ id: "o", type: "14-30", plainSplitter: true }] }),
    usCase({ outlets: [{ id: "o", type: "14-30" }] }),
  ],
  "feeder-undersized": [
    {
      ...uk100,
      panels: [...uk100.panels, { id: "g", fedFrom: "main", feeder: { ratingA: 32, conductor: { size: "2.5 mm2" } } }],
    },
    {
      ...uk100,
      panels: [...uk100.panels, { id: "g", fedFrom: "main", feeder: { ratingA: 20, conductor: { size: "2.5 mm2" } } }],
    },
  ],
  "conductor-undersized": [
    onPanel(uk100, { circuits: [{ id: "c", ratingA: 32, conductor: { size: "2.5 mm2" } }] }),
    onPanel(uk100, { circuits: [{ id: "c", ratingA: 32, conductor: { size: "4 mm2" } }] }),
  ],
  "lost-pen-unprotected": [
    { ...uk100, charger: { lostPenDetection: false } },
    { ...onSupply(uk100, { earthing: "tt" }), charger: { lostPenDetection: false } },
  ],
  "dc-protection-missing": [{ ...uk100, charger: { dcDetection: false } }, uk100],
  "already-overloaded": [ukCase(), uk100],
  "service-below-minimum": [usCaseOn(60), usCaseOn(100)],
  "emergency-disconnect-missing": [
    onSupply(usCase(), { emergencyDisconnect: false }),
    onSupply(usCase(), { emergencyDisconnect: true }),
  ],
  "rcd-missing": [
    { ...onPanel(uk100, { circuits: [{ id: "c", rcd: "none" }] }), charger: { panel: "main", circuit: "c" } },
    { ...onPanel(uk100, { circuits: [{ id: "c", rcd: "A" }] }), charger: { panel: "main", circuit: "c" } },
  ],
  "gfci-missing": [
    { ...usCase({ outlets: [{ id: "o", type: "14-50", gfci: false }] }), charger: { outlet: "o" } },
    { ...usCase({ outlets: [{ id: "o", type: "14-50", gfci: true }] }), charger: { outlet: "o" } },
  ],
  "permission-open": [
    { ...usCase(), enquiry: { permissions: { owner: "asked" } } },
    { ...usCase(), enquiry: { permissions: { owner: "not-needed" } } },
  ],
  "permission-refused": [
    { ...usCase(), enquiry: { permissions: { association: "refused" } } },
    { ...usCase(), enquiry: { permissions: { association: "given" } } },
  ],
};

describe.each(Object.entries(FAULTS))("%s", (code, [faulty, sound]) => {
  const found = (document: CaseDocument) => assess(document).findings.filter((f) => f.code === code);
  it("is found where it is, with its rule and what to do, and not where it is not", () => {
    const [finding] = found(faulty);
    expect(finding?.rule.length).toBeGreaterThan(3);
    expect(finding?.todo.length).toBeGreaterThan(10);
    expect(finding?.text).not.toMatch(/undefined|null|NaN/);
    expect(found(sound)).toEqual([]);
  });
});

it("findings that stop the job come first, notes last", () => {
  const weight = { stop: 0, fix: 1, note: 2 };
  const severities = assess(
    onPanel(onSupply(ukCase(), { looped: true, ratingA: null }), { surgeProtection: false, condition: "unsafe" }),
  ).findings.map((f) => weight[f.severity]);
  expect(severities).toEqual([...severities].sort());
  expect(severities[0]).toBe(0);
  expect(severities.at(-1)).toBe(2);
});

describe("the rated residual current of a charger's RCD", () => {
  const behind = (circuit: Partial<Circuit>): CaseDocument => ({
    ...onPanel(uk100, { circuits: [{ id: "c", rcd: "A", ...circuit }] }),
    charger: { panel: "main", circuit: "c" },
  });
  const missing = (circuit: Partial<Circuit>) =>
    assess(behind(circuit))
      .findings.filter((f) => f.code === "rcd-missing")
      .map((f) => f.text);
  it("is 30 mA at most", () => {
    expect(missing({ residualMA: 30 })).toEqual([]);
    expect(missing({ residualMA: 100 })).toEqual([expect.stringMatching(/trips at 100 mA; a charger needs 30 mA/)]);
  });
  it("counts only of an RCD that is there", () => {
    expect(missing({ rcd: "none", residualMA: 300 })).toEqual([expect.stringMatching(/has no 30 mA RCD/)]);
  });
});

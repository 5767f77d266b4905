import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { answerOf } from "#core/decide/answer.ts";
import { readCase } from "#core/laws/read.ts";
import { ukSeenRules } from "#core/rules/bs7671/seen.ts";
import { SEEN_CODES, SEEN_FAULTS } from "#core/rules/findings/seen.ts";
import { necSeenRules } from "#core/rules/nec/seen.ts";
import { assess } from "#core/testing/assess.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { evidenceFor, evidenceMissing } from "./evidence.ts";
import { assumedFields, sourcedFields } from "./sources.ts";

const withSources = (
  sources: Record<string, "read" | "measured" | "told" | "assumed">,
  base = usCase(),
): CaseDocument => ({
  ...base,
  survey: { sources },
});

describe("where values came from", () => {
  it("lists the assumed ones with the answer, until they are confirmed", () => {
    const document = withSources({
      "supply.ratingA": "assumed",
      "panel.main.busA": "assumed",
      "dwelling.floorArea": "told",
    });
    expect(assess(document).assumed.map((f) => f.label)).toEqual(["Service rating", "Bus rating of the main panel"]);
    expect(assess(document).assumptions).toContain("Service rating 100 A is assumed, not read");
    const confirmed = withSources({ "supply.ratingA": "read", "panel.main.busA": "measured" });
    expect(assess(confirmed).assumed).toEqual([]);
  });
  it("does not list what has no value yet", () => {
    const base = ukCase();
    expect(assumedFields(withSources({ "supply.zeOhm": "assumed" }, base))).toEqual([]);
    const measured = { ...base, supply: { ...base.supply, zeOhm: 0.35 } };
    expect(assumedFields(withSources({ "supply.zeOhm": "assumed" }, measured)).map((f) => f.value)).toEqual([
      "0.35 ohm",
    ]);
  });
  it("knows it of switches and words as well as of figures", () => {
    const base = ukCase();
    const sources = {
      "supply.looped": "assumed",
      "supply.meterPlace": "assumed",
      "panel.main.spaces": "assumed",
    } as const;
    const document = { ...base, supply: { ...base.supply, meterPlace: "hall" } };
    expect(assumedFields(withSources(sources, document)).map((f) => `${f.label} ${f.value}`)).toEqual([
      "Meter place hall",
      "Looped to the neighbour no",
      "Number of ways of the consumer unit 12 ways",
    ]);
  });
  it("asks for earthing and Ze only where the rules do", () => {
    const keys = (document: CaseDocument) => sourcedFields(document).map((f) => f.key);
    expect(keys(ukCase())).toContain("supply.zeOhm");
    expect(keys(usCase())).not.toContain("supply.zeOhm");
  });
  it("takes no source that it does not know", () => {
    expect(() => readCase({ ...usCase(), survey: { sources: { "supply.ratingA": "guessed" } } })).toThrow(
      /must each be one of: read, measured, told, assumed/,
    );
  });
});

describe("the evidence list", () => {
  const ids = (document: CaseDocument) => evidenceFor(document).map((i) => i.id);
  it("fits the rule set", () => {
    expect(ids(usCase())).toContain("disconnect");
    expect(ids(usCase())).not.toContain("earthing");
    expect(ids(ukCase())).toContain("earthing");
    expect(ids(ukCase())).not.toContain("disconnect");
  });
  it("fits the case: a feeder at both ends, an outlet's face", () => {
    expect(ids(usCase())).not.toContain("feeder-ends");
    const base = usCase({ outlets: [{ id: "o", type: "14-30" }] });
    const document = { ...base, panels: [...base.panels, { id: "garage", name: "Garage", fedFrom: "main" }] };
    expect(ids(document)).toEqual(expect.arrayContaining(["feeder-ends", "outlet-face"]));
    expect(evidenceFor(document).find((i) => i.id === "feeder-ends")?.label).toBe("Feeder of Garage");
  });
  it("says what is missing: neither pictured nor marked as not here", () => {
    const document = { ...usCase(), survey: { notHere: ["bonding-gas"] } };
    const missing = evidenceMissing(document, new Set(["meter"])).map((i) => i.id);
    expect(missing).not.toContain("meter");
    expect(missing).not.toContain("bonding-gas");
    expect(missing).toContain("panel-open");
  });
});

describe("faults seen on site", () => {
  it("are findings with severity, rule of the job's own book, and what to do", () => {
    const seen = (document: CaseDocument) =>
      assess({ ...document, survey: { seen: ["bonding-absent"] } }).findings.find((f) => f.code === "bonding-absent");
    expect(seen(usCase())).toMatchObject({ severity: "fix", rule: "NEC 250.104" });
    expect(seen(ukCase())?.rule).toMatch(/^BS 7671/);
    expect(seen(usCase())?.todo).toMatch(/Bond the pipe before/);
  });
  it("that stop the job come first", () => {
    const { findings } = assess({
      ...usCase({ supply: { system: "split-phase-120-240", ratingA: null } }),
      survey: { seen: ["gland-unsealed", "heat-marks"] },
    });
    expect(findings[0]?.code).toBe("heat-marks");
    expect(findings.at(-1)?.severity).toBe("note");
  });
  it("each say what to do, in both rule sets", () => {
    expect(SEEN_FAULTS.map((f) => f.code).sort()).toEqual([...SEEN_CODES].sort());
    for (const fault of SEEN_FAULTS) {
      expect(fault.todo.length).toBeGreaterThan(10);
      expect(necSeenRules[fault.code]).toMatch(/^NEC \d/);
      expect(ukSeenRules[fault.code]).toMatch(/^BS 7671 \d/);
    }
  });
});

describe("a permission that was refused", () => {
  const document = {
    ...usCase(),
    enquiry: { permissions: { owner: "refused" as const, association: "given" as const } },
  };
  it("stops the job, regardless of the ways", () => {
    const assessed = assess(document);
    expect(assessed.findings[0]).toMatchObject({ code: "permission-refused", severity: "stop" });
    expect(answerOf(assessed)).toMatchObject({
      state: "does-not-fit",
      text: expect.stringMatching(/^The owner of the home has refused/),
    });
  });
  it("is absent while it is only requested", () => {
    const asked = assess({ ...document, enquiry: { permissions: { owner: "asked" } } });
    expect(asked.findings.map((f) => f.code)).not.toContain("permission-refused");
  });
});

describe("conductors and outlets of the survey", () => {
  const circuit = (ratingA: number, size: string, type: string) => {
    const base = usCase();
    const panels = base.panels.map((p) => ({
      ...p,
      circuits: [{ id: "c", label: "Dryer", ratingA, conductor: { size, material: "cu" as const, type } }],
    }));
    return assess({ ...base, panels }).findings.find((f) => f.code === "conductor-undersized");
  };
  it("a device larger than its conductor allows is found", () => {
    expect(circuit(30, "12 AWG", "nm-b")?.text).toMatch(/"Dryer" is protected at 30 A.*20 A at most/);
    expect(circuit(20, "12 AWG", "nm-b")).toBeUndefined();
    expect(circuit(60, "6 AWG", "nm-b")).toBeUndefined();
    expect(circuit(70, "6 AWG", "nm-b")).toBeDefined();
  });
  it("a plain Y-lead and an ungrounded outlet are reported", () => {
    const codes = assess(
      usCase({ outlets: [{ id: "o", type: "14-50", grounded: false, plainSplitter: true, place: "garage" }] }),
    ).findings.map((f) => f.code);
    expect(codes).toEqual(expect.arrayContaining(["outlet-ungrounded", "outlet-plain-splitter"]));
  });
  it("a type AC group upstream counts as one on the device itself", () => {
    const base = ukCase({ supply: { system: "single-phase-230", ratingA: 100 } });
    const grouped = {
      ...base,
      panels: base.panels.map((p) => ({
        ...p,
        rcdGroups: [{ id: "g", rcd: "AC" as const, from: 1, to: p.spaces ?? 0 }],
      })),
    };
    expect(assess(grouped).findings.map((f) => f.code)).toContain("rcd-type-ac");
  });
});

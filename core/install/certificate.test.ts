import { describe, expect, it } from "vitest";
import type { CaseDocument, Installation, TerminationEntry } from "#core/case/document/types.ts";
import { ISOLATION_STEPS } from "#core/case/document/vocabulary.ts";
import { assess } from "#core/testing/assess.ts";
import { loggedUkHome, loggedUsHome } from "#core/testing/logged-homes.ts";
import { judgeInstallation } from "./certificate.ts";
import { isolationTasks } from "./isolation.ts";
import { judgedTerminals, terminalsOf } from "./terminals.ts";

const TODAY = "2026-11-24";
const home = loggedUkHome();
const judge = (document: CaseDocument, today = TODAY) => judgeInstallation(document, assess(document), today);
const withLog = (more: Installation): CaseDocument => ({ ...home, installation: { ...home.installation, ...more } });
const againstWith = (more: Installation) => judge(withLog(more)).against;

describe("a certificate", () => {
  it("is ready where isolation, terminals and tests are there and pass", () => {
    expect(judge(home)).toMatchObject({ certificate: "ready", against: [] });
  });

  it("is not ready without a log, and says all that is missing", () => {
    const { installation: _, ...bare } = home;
    const { certificate, against } = judge(bare);
    expect(certificate).toBe("not-ready");
    expect(against.length).toBe(ISOLATION_STEPS.length + 1 + 12);
  });

  it.each(ISOLATION_STEPS)("is not ready without the step %s", (step) => {
    const isolation = (home.installation?.isolation ?? []).filter((entry) => entry.step !== step);
    expect(againstWith({ isolation })).toHaveLength(1);
  });

  it("is not ready where a step was done before the one that goes before it", () => {
    const isolation = (home.installation?.isolation ?? []).map((entry) =>
      entry.step === "proved-dead" ? { ...entry, at: "2026-11-20T09:00:00" } : entry,
    );
    expect(againstWith({ isolation })).toEqual([expect.stringContaining("is before")]);
  });

  it("is not ready where a step is before the job was accepted", () => {
    const accepted = (on: string) => ({
      ...home,
      progress: { moves: [{ from: "quoted" as const, to: "accepted" as const, on }] },
    });
    expect(judge(accepted("2026-11-20")).against).toEqual([]);
    expect(judge(accepted("2026-11-21")).against).toHaveLength(ISOLATION_STEPS.length);
  });

  it("is not ready with a test that fails or is missing, until a person answers for it", () => {
    const tests = (home.installation?.tests ?? []).map((test) => (test.id === "zs" ? { ...test, value: 2 } : test));
    expect(againstWith({ tests })).toEqual([expect.stringContaining("Earth fault loop Zs")]);
    expect(againstWith({ tests: tests.filter(({ id }) => id !== "zs") })).toEqual([
      "Earth fault loop Zs: not measured yet",
    ]);
    const departures = [{ test: "zs", by: "W. Osier", why: "the residual current device disconnects" }];
    expect(againstWith({ tests, departures })).toEqual([]);
  });

  it("is ready with a test that only warns", () => {
    const tests = (home.installation?.tests ?? []).map((test) => (test.id === "ze" ? { ...test, value: 0.5 } : test));
    expect(againstWith({ tests })).toEqual([]);
  });

  it("is not ready where nobody recorded a terminal", () => {
    expect(againstWith({ terminations: [] })).toEqual(["No terminal was recorded"]);
  });

  it("asks for every terminal of the design once one of them was recorded by its name", () => {
    const [first, ...others] = terminalsOf(home, assess(home));
    const done = (terminal: string): TerminationEntry => ({
      terminal,
      labelValue: 2,
      value: 2,
      unit: "N m",
      toolCalibrated: "2026-06-01",
    });
    expect(againstWith({ terminations: [done(first?.terminal ?? "")] })).toHaveLength(others.length);
    const all = [first, ...others].map((one) => done(one?.terminal ?? ""));
    expect(againstWith({ terminations: all })).toEqual([]);
  });
});

describe("a terminal", () => {
  const verdictOf = (entry: Partial<TerminationEntry>, today = TODAY) => {
    const whole = {
      terminal: "charger L",
      labelValue: 2,
      value: 2,
      unit: "N m",
      toolCalibrated: "2026-06-01",
      ...entry,
    } as const;
    const [judged] = judgedTerminals({ ...home, installation: { terminations: [whole] } }, [], today);
    return [judged?.verdict, judged?.because];
  };
  it.each([
    [{ value: 2.2 }, "pass"],
    [{ value: 2.21 }, "fail"],
    [{ value: 1.8 }, "pass"],
    [{ value: 1.79 }, "fail"],
    [{ labelValue: 35, value: 38.5, unit: "lb-in" }, "pass"],
    [{ labelValue: 35, value: 38.6, unit: "lb-in" }, "fail"],
    [{ labelValue: null }, "fail"],
    [{ value: null }, "fail"],
  ] as const)("of %j: %s", (entry, verdict) => {
    expect(verdictOf(entry)[0]).toBe(verdict);
  });
  it("was tightened with a tool calibrated within twelve months before", () => {
    expect(verdictOf({ toolCalibrated: "2025-11-24" })[0]).toBe("pass");
    expect(verdictOf({ toolCalibrated: "2025-11-23" })).toEqual(["fail", expect.stringContaining("twelve months")]);
    expect(verdictOf({ toolCalibrated: "2025-11-23", on: "2026-11-20" })[0]).toBe("pass");
    expect(verdictOf({ toolCalibrated: "2026-11-25" })).toEqual(["fail", expect.stringContaining("after it was used")]);
  });
});

describe("the terminals of the work", () => {
  it("include main earth and bonding where these are renewed", () => {
    const thin = {
      ...home,
      supply: {
        ...home.supply,
        mainEarthMm2: 6,
        bonding: { water: { state: "bonded" as const, mm2: 4, distanceMm: 300 } },
      },
    };
    const names = (document: CaseDocument) => terminalsOf(document, assess(document)).map(({ terminal }) => terminal);
    expect(names(thin)).toEqual(expect.arrayContaining(["Main earth", "Bonding clamp"]));
    expect(names(home)).not.toContain("Main earth");
  });
});

describe("isolation", () => {
  it("proves each source beside the supply dead for itself", () => {
    const [panel, ...others] = home.panels as [(typeof home.panels)[number]];
    const solar = { id: "pv", label: "Solar", backfeed: { outputA: 16 }, ratingA: 20 };
    const withSolar = { ...home, panels: [{ ...panel, circuits: [...(panel.circuits ?? []), solar] }, ...others] };
    expect(isolationTasks(withSolar).map(({ source }) => source)).toEqual([undefined, "pv"]);
    expect(judge(withSolar).against).toHaveLength(4);
    const battery = { ...home, supply: { ...home.supply, battery: true } };
    expect(isolationTasks(battery).map(({ name }) => name)).toContain("Battery");
    const us = loggedUsHome();
    expect(isolationTasks(us)).toHaveLength(1);
  });
  it("isolates a charger that is opened", () => {
    const there = { id: "old", kind: "ev-charger" as const, amps: 16, label: "Old charger" };
    expect(isolationTasks({ ...home, loads: [...home.loads, there] }).map(({ name }) => name)).toContain("Old charger");
  });
});

import { describe, expect, it } from "vitest";
import type { CaseDocument, TestEntry } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { loggedUsHome } from "#core/testing/logged-homes.ts";
import { judgedTests } from "./tests.ts";

const judge = (document: CaseDocument, ...tests: TestEntry[]) => {
  const logged = { ...document, installation: { tests } };
  return judgedTests(logged, assess(logged));
};
const home = loggedUsHome();
const verdictOf = (...tests: TestEntry[]) => judge(home, ...tests).find(({ id }) => id === tests.at(-1)?.id)?.verdict;

describe("tests in North America", () => {
  it.each([
    ["ir", 60, "Mohm", "pass"],
    ["ir", 20, "Mohm", "warn"],
    ["ir", 0.9, "Mohm", "fail"],
    ["v-ll", 228, "V", "pass"],
    ["v-ll", 252, "V", "pass"],
    ["v-ll", 227.9, "V", "fail"],
    ["v-ll", 252.1, "V", "fail"],
    ["v-l1g", 114, "V", "pass"],
    ["v-l2g", 126.1, "V", "fail"],
    ["v-ng", 2, "V", "pass"],
    ["v-ng", 2.1, "V", "warn"],
    ["evse-self-test", true, "", "pass"],
    ["evse-self-test", false, "", "fail"],
    ["gfci", 4, "mA", "pass"],
    ["gfci", 0.006, "A", "pass"],
    ["gfci", 6.1, "mA", "fail"],
    ["temperature", 60, "°C", "pass"],
    ["temperature", 60.1, "°C", "fail"],
    ["temperature", 120, "°F", "pass"],
  ] as const)("judges %s of %s %s: %s", (id, value, unit, verdict) => {
    expect(verdictOf({ id, value, unit, ...(id === "temperature" && { ambientC: 35 }) })).toBe(verdict);
  });

  it("judges a supply of two legs of a wye by 208 V", () => {
    const wye = { ...home, supply: { ...home.supply, system: "two-legs-120-208" as const } };
    expect(judge(wye, { id: "v-ll", value: 208, unit: "V" }).find(({ id }) => id === "v-ll")?.verdict).toBe("pass");
    expect(judge(wye, { id: "v-ll", value: 240, unit: "V" }).find(({ id }) => id === "v-ll")?.verdict).toBe("fail");
  });

  it("compares the grounding conductor with its size and length at 20 °C", () => {
    const found = judge(home, { id: "egc", value: 0.06, unit: "ohm" })[0];
    // 50 ft of 10 AWG copper: 1.24 ohm in 1000 ft at 75 °C, x 0.822.
    const ohm = (50 * 1.24 * 0.822) / 1000;
    const [least, most] = (found?.limit ?? []) as readonly number[];
    expect(least).toBe(0);
    expect(most).toBeCloseTo(ohm + 0.15 * ohm + 0.1, 4);
    expect(found?.verdict).toBe("pass");
    expect(verdictOf({ id: "egc", value: 0.3, unit: "ohm" })).toBe("warn");
  });

  it("judges the voltage under load by the computed drop", () => {
    const design = assess(home).circuit;
    const mostV = (design?.voltDropV ?? 0) * 1.25 + 2;
    const unloaded: TestEntry = { id: "v-ll", value: 242, unit: "V" };
    expect(verdictOf(unloaded, { id: "v-load", value: 242 - mostV + 0.01, unit: "V" })).toBe("pass");
    expect(verdictOf(unloaded, { id: "v-load", value: 242 - mostV - 0.01, unit: "V" })).toBe("fail");
    expect(verdictOf({ id: "v-load", value: 240, unit: "V" })).toBe("warn");
  });

  it("finds the voltage without load also where its entry names the charger's circuit", () => {
    const tests: TestEntry[] = [
      { id: "v-ll", value: 242, unit: "V", circuit: "c-ev" },
      { id: "v-load", value: 230, unit: "V", circuit: "c-ev" },
    ];
    const judged = judge({ ...home, charger: { ...home.charger, circuit: "c-ev" } }, ...tests);
    expect(judged.find(({ id }) => id === "v-load")?.formula).toContain("drop from 242 V");
  });

  it("warns of a terminal that is 30 K warmer than the air beside it", () => {
    expect(verdictOf({ id: "temperature", value: 51, unit: "°C", ambientC: 20 })).toBe("warn");
    expect(verdictOf({ id: "temperature", value: 50, unit: "°C", ambientC: 20 })).toBe("pass");
  });

  it("asks for the trip current of a GFCI where there is a receptacle", () => {
    const obligatory = (document: CaseDocument) =>
      judge(document)
        .filter(({ isObligatory }) => isObligatory)
        .map(({ id }) => id);
    expect(obligatory(home)).toEqual(["egc", "v-ll", "v-l1g", "v-l2g", "evse-self-test", "v-load"]);
    expect(obligatory({ ...home, charger: { ...home.charger, connection: "plug", maxA: 40 } })).toContain("gfci");
  });
});

/** Clamps on the path of a way: relied upon, or only fitted. */
import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { linkIn, wayIn, workIn } from "#core/testing/ways.ts";
import { clampsInWords } from "./clamps.ts";

const MANAGED = "dynamic-load-management";
const OWN = "dedicated-circuit";
const clampsAt = (home: CaseDocument, way: string, link = "supply-conductor") => linkIn(home, way, link).clamps;
const always = (home: CaseDocument): CaseDocument => ({ ...home, options: { ...home.options, clampsAlways: true } });

describe("clamps on the path", () => {
  it("stand at the supply conductors with the limit that they keep", () => {
    expect(clampsAt(knownUsHome(), MANAGED)).toEqual({ limitA: 160, reads: "" });
    expect(clampsAt(knownUkHome(), MANAGED)).toEqual({ limitA: 99, reads: "" });
    expect(clampsAt(knownUkHome(), OWN)).toBeUndefined();
  });
  it("stand at a feeder too, at the end where they were put", () => {
    const base = knownUsHome();
    const garage: CaseDocument = {
      ...base,
      panels: [
        ...base.panels,
        {
          id: "garage",
          name: "Garage",
          fedFrom: "main",
          busA: 100,
          spaces: 12,
          condition: "sound",
          circuits: [],
          feeder: { ratingA: 60, conductor: { size: "6 AWG", material: "cu", type: "thhn" } },
        },
      ],
      charger: { ...base.charger, panel: "garage" },
      loads: [...base.loads, { id: "door", kind: "motor", amps: 6, volts: 240, panel: "garage" }],
      run: {
        segments: [{ method: "emt", length: { value: 20, unit: "ft" } }],
        signal: { by: "data-cable", feederEnd: "end" },
      },
    };
    expect(clampsAt(garage, MANAGED, "feeder:garage:conductor")).toMatchObject({ reads: "where it ends" });
    expect(clampsAt(garage, MANAGED)?.limitA).toBe(160);
  });
  it("say what they read where the conductors divide for a board of the charger's own", () => {
    const own = knownUkHome({ options: { chargerBoard: "own" } });
    expect(clampsAt(own, MANAGED)?.reads).toBe("house and charger");
    const alone = knownUkHome({ options: { chargerBoard: "own", clampsRead: "house-alone" } });
    expect(clampsAt(alone, MANAGED)?.reads).toBe("the house alone");
  });
});

describe("clamps that nothing relies upon", () => {
  it("are fitted and priced where the job always fits them, and change no current", () => {
    const home = always(knownUkHome());
    expect(clampsAt(home, OWN)).toEqual({ limitA: null, reads: "" });
    expect(workIn(home, OWN)).toContain("Fit clamps on the tails as well");
    const without = wayIn(knownUkHome(), OWN);
    expect(wayIn(home, OWN)).toMatchObject({ chargeA: without.chargeA, verdict: "with-work" });
    expect(wayIn(home, OWN).cost.typical).toBeGreaterThan(without.cost.typical);
    expect(wayIn(home, OWN).limitA).toBeUndefined();
  });
  it("are not fitted twice, nor for a charger that cannot read them", () => {
    expect(clampsAt(always(knownUkHome()), MANAGED)?.limitA).toBe(99);
    expect(workIn(always(knownUkHome()), MANAGED)).not.toContain("as well");
    const deaf = always(knownUkHome({ charger: { ...knownUkHome().charger, managed: false } }));
    expect(clampsAt(deaf, OWN)).toBeUndefined();
  });
  it("are said in words", () => {
    expect(clampsInWords({ limitA: null, reads: "" })).toBe("clamps: fitted, not relied on");
    expect(clampsInWords({ limitA: 79, reads: "house and charger" })).toBe("clamps: below 79 A, house and charger");
  });
});

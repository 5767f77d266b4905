import { describe, expect, it } from "vitest";
import { answer } from "./answer.ts";
import { assess } from "./assess.ts";
import type { CaseDocument } from "./case/document/types.ts";
import { newCase } from "./case/laws/new-case.ts";
import { knownUsHome, ukCase, usCase, usCaseOn } from "./testing/cases.ts";

const of = (document: CaseDocument) => answer(assess(document));

describe("the answer of a job", () => {
  it("is open while something decisive is missing, and says what and where", () => {
    for (const rules of ["us-nec-2023", "uk-bs7671-2018-a2"] as const) {
      const found = of(newCase(rules, "1 New Street"));
      expect(found.state).toBe("open");
      expect(found.text).toMatch(/^Not enough known yet; needed first: .* and .*$/);
      expect(["survey", "demand"]).toContain(found.next.step);
    }
  });
  it("fits where there is room, and names what would do", () => {
    const found = of(knownUsHome());
    expect(found).toMatchObject({ state: "fits", verdict: "Fits" });
    expect(found.text).toMatch(/^As it stands: \d.* A spare; .* would meet the need$/);
  });
  it("fits with work where a stop has to be dealt with first, whatever the way", () => {
    const found = of({ ...usCaseOn(200), survey: { seen: ["heat-marks"] } });
    expect(found.state).toBe("fits-with-work");
    expect(found.next).toMatchObject({ step: "survey", text: expect.stringMatching(/^Heat marks/) });
  });
  it("does not fit where no way meets the need", () => {
    const found = of(ukCase({ need: { energyPerDayKWh: 400, pluggedIn: { from: "00:00", to: "01:00" } } }));
    expect(found.state).toBe("does-not-fit");
    expect(found.text).toContain("over already");
  });
  it("changes with the case, and never speaks of what is not there", () => {
    for (const document of [usCase(), ukCase(), usCaseOn(60), usCaseOn(400)])
      expect(of(document).text).not.toMatch(/undefined|NaN|null/);
  });
});

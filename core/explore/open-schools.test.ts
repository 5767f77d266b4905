import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { onPanel, onSupplyOf } from "#core/testing/ways.ts";
import { cheaperSchool } from "./open-schools.ts";

/** 93 A of 125 A: at 125 % no charger of 28 A fits by itself, among the other loads it does. */
const tight = (options?: CaseDocument["options"]): CaseDocument => {
  const home = onPanel(onSupplyOf(knownUsHome(options ? { options } : {}), { ratingA: 110 }), {
    mainA: 110,
    busA: 125,
  });
  return { ...home, charger: { ...home.charger, maxA: 48 } };
};
const said = (home: CaseDocument) =>
  cheaperSchool(home, assess(home), DEMO_BOOKS[home.rules.startsWith("uk") ? "GBP" : "USD"]);

describe("a school of practice that the job leaves open", () => {
  it("is named where it would save money, with who must agree to it", () => {
    expect(said(tight())).toMatch(
      /^If the charger counts (on top, at 100 %|among the other loads), this would do: dedicated circuit, \$[\d,]+ instead of \$[\d,]+\. The authority having jurisdiction and the utility must agree to it\.$/,
    );
  });
  it("is not named where the job has chosen one, or where nothing is saved", () => {
    expect(said(tight({ evTreatment: "outside-125" }))).toBeNull();
    expect(said(knownUsHome())).toBeNull();
  });
  it("is unknown to rules with one reading", () => {
    expect(said(knownUkHome())).toBeNull();
  });
});

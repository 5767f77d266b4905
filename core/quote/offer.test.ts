import { describe, expect, it } from "vitest";
import { assess } from "#core/assess.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { codebookOf } from "#core/rules/index.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { offerLacks, offerOf } from "./offer.ts";

const bookOf = (document: CaseDocument) => DEMO_BOOKS[codebookOf(document.rules).currency];
const offered = (document: CaseDocument) => offerOf(document, bookOf(document), assess(document, bookOf(document)));
const lacks = (document: CaseDocument) => offerLacks(document, bookOf(document), assess(document, bookOf(document)));
const WAY = "dedicated-circuit";
const quoted = (home: CaseDocument, quote: Partial<NonNullable<CaseDocument["quote"]>> = {}): CaseDocument => ({
  ...home,
  quote: { options: [{ id: "a", way: WAY }], ...quote },
});
const car = {
  distancePerDay: { value: 30, unit: "mi" as const },
  consumption: { value: 0.3, unit: "kWh/mi" as const },
};
const driving = (home: CaseDocument): CaseDocument => ({ ...home, need: { cars: [{ ...car, efficiency: 1 }] } });

describe("an option of a quote", () => {
  it("has the range of the price book, or the fixed price of the firm", () => {
    const home = knownUsHome();
    const way = assess(home, bookOf(home)).ways.find((one) => one.way === WAY);
    const [option] = offered(quoted(home)).options;
    expect(option).toMatchObject({ name: way?.name, isFixed: false, chargeA: way?.chargeA, level: way?.level });
    expect(option?.price).toMatch(/^\$[\d,]+ to \$[\d,]+, most likely \$[\d,]+$/);
    const [fixed] = offered(quoted(home, { options: [{ id: "a", way: WAY, fixedPrice: 1850 }] })).options;
    expect(fixed).toMatchObject({ price: "$1,850", isFixed: true });
  });

  it("gives the deposit as an amount of a fixed price, otherwise as a percentage", () => {
    const home = knownUsHome();
    expect(offered(quoted(home, { depositPercent: 25 })).options[0]?.deposit).toBe("25 % of the agreed price");
    const options = [{ id: "a", way: WAY, fixedPrice: 1000 } as const];
    expect(offered(quoted(home, { options: [...options], depositPercent: 25 })).options[0]?.deposit).toBe("25 %: $250");
    expect(offered(quoted(home, { depositPercent: 0 })).options[0]?.deposit).toBeNull();
  });

  it("is shown with and without the grants that are counted on", () => {
    const home = knownUkHome();
    const [grant] = bookOf(home).items.filter(({ group }) => group === "grants");
    const options = [{ id: "a", way: WAY, fixedPrice: 1000 } as const];
    const without = offered(quoted(home, { options: [...options] })).options[0];
    expect(without).toMatchObject({ price: "£1,000", afterGrants: null });
    expect(without?.grants[0]?.condition).toBe(grant?.condition);
    const ticked = { ...quoted(home, { options: [...options] }), options: { grants: [grant?.id ?? ""] } };
    const counted = offered(ticked).options[0];
    expect(counted).toMatchObject({ price: "£1,000", afterGrants: "£650" });
    expect(counted?.grants[0]?.name).toContain("(counted on)");
    const range = offered({ ...quoted(home), options: { grants: [grant?.id ?? ""] } }).options[0];
    expect(range?.price).toBe(offered(quoted(home)).options[0]?.price);
    expect(range?.afterGrants).not.toBe(range?.price);
  });

  it("says in the customer's units how fast it charges and when the car is full", () => {
    const [option] = offered(quoted(driving(knownUsHome()))).options;
    const perHour = Math.round(((option?.chargeA ?? 0) * 240) / 1000 / 0.3);
    expect(option?.gives[0]).toBe(`About ${perHour} miles for each hour of charging`);
    expect(option?.gives[1]).toMatch(/^Full by \d+:\d\d (AM|PM) after a usual day$/);
    expect(offered(quoted(knownUsHome())).options[0]?.gives[0]).toMatch(/kWh for each hour/);
  });

  it("costs a month and a mile at the customer's figures, and nothing is made up without them", () => {
    const home = driving(knownUsHome());
    expect(offered(quoted(home)).options[0]?.costs).toEqual([]);
    // 30 miles a day at 0.3 kWh are 9 kWh, 273.75 kWh in a month of 30.4 days.
    expect(offered(quoted(home, { pricePerKWh: 0.2 })).options[0]?.costs).toEqual([
      "A month of charging costs about $55",
      "A mile costs $0.06",
    ]);
    expect(offered(quoted(home, { pricePerKWh: 0.2, fuelPerMonth: 91.25 })).options[0]?.costs).toEqual([
      "A month of charging costs about $55, fuel costs $91 today",
      "A mile costs $0.06, $0.10 with fuel",
    ]);
  });

  it("says what is switched off", () => {
    const known = knownUsHome();
    const kiln = { id: "kiln", kind: "fixed-appliance" as const, va: 20_000 };
    const full = { ...known, supply: { ...known.supply, ratingA: 100 }, loads: [...known.loads, kiln] };
    const off = (home: CaseDocument, way: "dedicated-circuit" | "service-upgrade") =>
      offered(quoted(home, { options: [{ id: "a", way }] })).options[0]?.off;
    expect(off(known, WAY)).toBe("The panel is switched off for about an hour, while the work is connected.");
    expect(off(full, "service-upgrade")).toMatch(/^The whole home is without power for most of one working day/);
  });

  it("is left out, and named as missing, where its way is ruled out", () => {
    const home = quoted(knownUsHome(), {
      options: [
        { id: "a", way: "move-charger" },
        { id: "b", way: WAY },
      ],
    });
    expect(offered(home).options.map(({ id }) => id)).toEqual(["b"]);
    expect(lacks(home)).toEqual(["a way for option 1 that is not ruled out"]);
    expect(lacks(quoted(knownUsHome()))).toEqual([]);
    expect(lacks(knownUsHome())).toEqual(["an option"]);
  });
});

describe("the rest of a quote", () => {
  it("names what is not included, beside what the customer makes good", () => {
    const home = quoted(knownUsHome(), { notIncluded: "A trench\n\n  Painting  " });
    expect(offered(home).notIncluded).toEqual(["A trench", "Painting"]);
    const run = { segments: [], makingGood: { plaster: "customer" } } as unknown as CaseDocument["run"];
    expect(offered({ ...home, run } as CaseDocument).notIncluded[0]).toMatch(/done by the customer: plaster/);
  });
  it("holds for thirty days where nothing is said", () => {
    expect(offered(quoted(knownUsHome())).validDays).toBe(30);
    expect(offered(quoted(knownUsHome(), { validDays: 14 })).validDays).toBe(14);
  });
  it("answers what people ask about this home", () => {
    const asked = (home: CaseDocument) => offered(quoted(home)).questions.map(({ question }) => question);
    expect(asked(knownUkHome())).toEqual(
      expect.arrayContaining(["Why not three phases?", "Why measure before deciding?"]),
    );
    const three = { ...knownUkHome(), supply: { ...knownUkHome().supply, system: "three-phase-230-400" as const } };
    expect(asked(three)).not.toContain("Why not three phases?");
  });
});

import { describe, expect, it } from "vitest";
import { showA, showKWh, showPercent, showVA } from "./units.ts";

describe("figures as they are written", () => {
  it("are grouped, rounded, and without zeros that say nothing", () => {
    expect(showA(18.8166)).toBe("18.8 A");
    expect(showA(-0.04)).toBe("0 A");
    expect(showA(-33.2)).toBe("-33.2 A");
    expect(showVA(1234567.4)).toBe("1,234,567 VA");
    expect(showKWh(10)).toBe("10 kWh");
    expect(showPercent(0.4)).toBe("40 %");
  });
});

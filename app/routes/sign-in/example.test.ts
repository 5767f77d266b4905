/** The home on the sign-in page is a real one: its figures are those of the core. */
import { expect, it } from "vitest";
import { overflowA } from "#core/waterline.ts";
import { exampleAnswer } from "./example.ts";

it("shows a home within its limit, over it with an unmanaged charger, and within it with a managed one", () => {
  const [asItIs, onItsOwn, heldBack] = exampleAnswer();
  expect(asItIs).toMatchObject({
    level: { ratingA: 100, chargingA: 0 },
    says: expect.stringMatching(/^\d.* A is spare/),
  });
  expect(overflowA(asItIs?.level as never)).toBe(0);
  expect(onItsOwn?.says).toMatch(/^Does not fit: 12 A of charging counts as 30 A; only .* A is spare\.$/);
  expect(overflowA(onItsOwn?.level as never)).toBeGreaterThan(0);
  expect(heldBack?.says).toMatch(/^Gives 11 kWh a night: the charger takes what the house leaves below 80 A\.$/);
  expect(overflowA(heldBack?.level as never)).toBe(0);
});

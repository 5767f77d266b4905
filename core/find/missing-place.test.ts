import { expect, it } from "vitest";
import { valueAt } from "#core/case/document/set-value.ts";
import { newCase } from "#core/laws/new-case.ts";
import { CODEBOOKS } from "#core/rules/editions.ts";
import { assess } from "#core/testing/assess.ts";
import { usCase } from "#core/testing/cases.ts";
import { placeOfMissing } from "./missing-place.ts";

it.each(CODEBOOKS)("leads from everything that a new job misses to its step, by $name", ({ id }) => {
  const document = newCase(id, "1 Test Row");
  for (const missing of assess(document).missing) {
    const place = placeOfMissing(missing, document);
    expect(place.step).toBe(missing.step);
    expect(place.section ?? place.pointer ?? place.device, missing.key).toBeTruthy();
  }
});

it("leads to a panel's field by its place in the case, and to a device by its id", () => {
  const document = usCase();
  const [panel] = document.panels;
  const at = (key: string) => placeOfMissing({ step: "survey", text: "", decisive: false, key }, document);
  expect(at(`panel.${panel?.id}.busA`)).toEqual({
    step: "survey",
    section: `panel-${panel?.id}`,
    pointer: "/panels/0/busA",
  });
  expect(at(`panel.${panel?.id}.feeder.ratingA`).pointer).toBe("/panels/0/feeder/ratingA");
  expect(at("need.cars.0.distancePerDay").pointer).toBe("/need/cars/0/distancePerDay");
  expect(at("supply.ratingA").pointer).toBe("/supply/ratingA");
  expect(valueAt(document, "/supply/ratingA")).toBe(document.supply.ratingA);
});

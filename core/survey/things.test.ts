import { describe, expect, it } from "vitest";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { THING_PATTERN, thingsOf, usualThing } from "./things.ts";

const garage = { id: "garage", name: "Garage", fedFrom: "main", circuits: [{ id: "g1", label: "Door", ratingA: 20 }] };
const dryerOutlet = { id: "o1", type: "14-30" as const, place: "laundry" };

describe("things that a picture can show", () => {
  it("are panels, outlets, loads and devices, in the job's own words", () => {
    const base = usCase({ outlets: [dryerOutlet] });
    const groups = thingsOf({ ...base, panels: [...base.panels, garage] });
    expect(groups.map((g) => g.label)).toEqual(["Panels", "Receptacles", "Loads", "Devices"]);
    const labels = groups.flatMap((g) => g.things.map((t) => t.label));
    expect(labels).toEqual(
      expect.arrayContaining(["Main panel", "Garage", "14-30, laundry", "Range", "Door, 20 A (Garage)"]),
    );
    for (const thing of groups.flatMap((g) => g.things)) expect(thing.id).toMatch(THING_PATTERN);
    expect(thingsOf(ukCase()).map((g) => g.label)).toEqual(["Boards", "Loads"]);
  });
  it("is named at once where there is only one of it", () => {
    const base = usCase({ outlets: [dryerOutlet] });
    expect(usualThing(base, "panel-open")).toBe("panel:main");
    expect(usualThing(base, "outlet-face")).toBe("outlet:o1");
    expect(usualThing(base, "feeder-ends")).toBeNull();
    expect(usualThing(base, "parking")).toBeNull();
    const two = { ...base, panels: [...base.panels, garage] };
    expect(usualThing(two, "panel-open")).toBeNull();
    expect(usualThing(two, "feeder-ends")).toBe("panel:garage");
  });
});

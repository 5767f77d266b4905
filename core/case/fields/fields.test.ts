import "#core/rules/editions.ts";
import { describe, expect, it } from "vitest";
import { codebookOf } from "#core/rules/index.ts";
import { assumedKey } from "#core/survey/assumed.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { wholeCase } from "../document/schema.ts";
import type { CaseDocument } from "../document/types.ts";
import { carFields } from "./car.ts";
import { circuitFields } from "./circuit.ts";
import {
  fieldKey,
  fullLabelOf,
  instancesOf,
  isAsked,
  memberExists,
  memberOf,
  pointerOf,
  valueInWords,
} from "./field.ts";
import { FIELDS, fieldAt, WITHOUT_FIELD } from "./index.ts";
import { needFields } from "./need.ts";
import { outletFields } from "./outlet.ts";
import { feederFields, panelFields } from "./panel.ts";
import { segmentFields } from "./run.ts";
import { supplyFields } from "./supply.ts";

interface Described {
  type: string;
  fields?: Record<string, Described>;
  innerType?: Described;
}

/** Pointers of all leaves of the schema; `*` stands for an index. A described field ends its branch. */
function leavesOf(schema: Described, at: string, ends: ReadonlySet<string>): string[] {
  if (ends.has(at)) return [at];
  const { fields, innerType } = schema;
  if (innerType) {
    const numbered = [...ends].filter((end) => new RegExp(`^${at.replaceAll("*", "[*]")}/\\d+$`).test(end));
    if (numbered.length > 0) return numbered;
    const goesOn = innerType.fields !== undefined || [...ends].some((end) => end.startsWith(`${at}/*`));
    return goesOn ? leavesOf(innerType, `${at}/*`, ends) : [at];
  }
  const names = Object.keys(fields ?? {});
  if (names.length === 0) return [at];
  return names.flatMap((name) => leavesOf(fields?.[name] as Described, `${at}/${name}`, ends));
}

const described = wholeCase.describe() as unknown as Described;
const told = new Set([...FIELDS, ...WITHOUT_FIELD].map(({ at }) => at));

describe("the fields of the case", () => {
  it("describe each leaf of the schema, or say why it has no field", () => {
    const leaves = leavesOf(described, "", told);
    expect(leaves.length).toBeGreaterThan(120);
    expect(leaves.filter((at) => !told.has(at))).toEqual([]);
  });

  it("all exist in the schema", () => {
    const exists = (at: string): boolean => {
      let part: Described | undefined = described;
      for (const key of at.split("/").slice(1)) part = /^([*]|\d+)$/.test(key) ? part?.innerType : part?.fields?.[key];
      return part !== undefined;
    };
    expect([...told].filter((at) => !exists(at))).toEqual([]);
  });

  it("are described once", () => {
    expect(told.size).toBe(FIELDS.length + WITHOUT_FIELD.length);
  });
});

const home = {
  ...knownUsHome(),
  outlets: [{ id: "o1", type: "14-50" as const, place: "garage" }],
  need: {
    cars: [
      { distancePerDay: { value: 30, unit: "mi" as const } },
      { distancePerDay: { value: 9, unit: "mi" as const } },
    ],
  },
};
const panel = {
  ...(home.panels[0] as (typeof home.panels)[number]),
  name: "Main panel",
  circuits: [{ id: "c1" }, { id: "c2", label: "Sauna" }],
};
const document: CaseDocument = { ...home, panels: [panel, { id: "p2", name: "Garage", fedFrom: panel.id }] };
const at = (...index: number[]) => ({ document, rules: codebookOf(document.rules), index });

describe("a field", () => {
  it("has a key by the id of its panel, circuit or outlet, otherwise by its index", () => {
    expect(fieldKey(supplyFields.ratingA)).toBe("supply.ratingA");
    expect(fieldKey(panelFields.busA, "main")).toBe("panel.main.busA");
    expect(fieldKey(feederFields.conductor, "p2")).toBe("panel.p2.feeder.conductor");
    expect(fieldKey(circuitFields.ratingA, "c2")).toBe(assumedKey.circuit("c2"));
    expect(fieldKey(outletFields.type, "o1")).toBe(assumedKey.outletType("o1"));
    expect(fieldKey(carFields.distancePerDay, 1)).toBe(assumedKey.carDistance(1));
    expect(fieldKey(segmentFields.length, 2)).toBe(assumedKey.partLength(2));
  });

  it("is found with the member of a list that it belongs to", () => {
    expect(memberOf(circuitFields.ratingA, document, [0, 1])).toBe("c2");
    expect(memberOf(carFields.distancePerDay, document, [1])).toBe(1);
    expect(memberOf(supplyFields.ratingA, document, [])).toBe("");
    expect(instancesOf(circuitFields.label, document)).toEqual([
      [0, 0],
      [0, 1],
    ]);
    expect(instancesOf(supplyFields.ratingA, document)).toEqual([[]]);
    expect([0, 1, 2].map((i) => memberExists(carFields.name, document, [i]))).toEqual([true, true, false]);
    expect(pointerOf(circuitFields.label, [0, 1])).toBe("/panels/0/circuits/1/label");
  });

  it("is found by a pointer, also by one into its value", () => {
    expect(fieldAt("/panels/1/feeder/conductor/size")).toEqual({
      field: feederFields.conductor,
      index: [1],
      within: "size",
    });
    expect(fieldAt("/need/pluggedIn/from")).toMatchObject({ field: needFields.pluggedIn, within: "from" });
    expect(fieldAt("/panels/0/circuits/1/backfeed/outputA")?.field).toBe(circuitFields.backfeedOutputA);
    expect(fieldAt("/panels/0")).toBeNull();
  });

  it("is called by its label and the thing that it belongs to", () => {
    expect(fullLabelOf(panelFields.busA, at(0))).toBe("Bus rating of the main panel");
    expect(fullLabelOf(circuitFields.label, at(0, 1))).toBe('Label of "Sauna"');
    expect(fullLabelOf(outletFields.place, at(0))).toBe("Place of the 14-50 receptacle");
    expect(fullLabelOf(carFields.distancePerDay, at(1))).toBe("Car 2: distance a day");
    expect(fullLabelOf(supplyFields.looped, at())).toBe("Looped to the neighbour");
  });

  it("writes its value as people do", () => {
    expect(valueInWords(supplyFields.ratingA, 150, at())).toBe("150 A");
    expect(valueInWords(supplyFields.zeOhm, 0.35, at())).toBe("0.35 ohm");
    expect(valueInWords(supplyFields.battery, false, at())).toBe("no");
    expect(valueInWords(supplyFields.conductor, { size: "25 mm2" }, at())).toBe("25 mm²");
    expect(valueInWords(supplyFields.system, "split-phase-120-240", at())).toBe("120/240 V");
    expect(valueInWords(carFields.winterFactor, 1.3, at(0))).toBe("1.3 times");
    expect(valueInWords(carFields.distancePerDay, { value: 1200, unit: "mi" }, at(0))).toBe("1,200 mi");
    expect(valueInWords(supplyFields.ratingA, null, at())).toBeNull();
  });

  it("is asked for where the rules and the case ask for it", () => {
    expect(isAsked(supplyFields.looped, at())).toBe(false);
    expect(isAsked(supplyFields.looped, { ...at(), rules: codebookOf(knownUkHome().rules) })).toBe(true);
    expect(isAsked(feederFields.ratingA, at(0))).toBe(false);
    expect(isAsked(feederFields.ratingA, at(1))).toBe(true);
    expect(isAsked(carFields.carPriority, at())).toBe(true);
  });
});

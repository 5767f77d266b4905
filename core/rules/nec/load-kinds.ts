/** Load kinds of a North American dwelling, their usual names and typical nameplates. */
import type { Load } from "#core/case/document/types.ts";
import type { LoadKind } from "../types.ts";

const BRANCH_CIRCUIT_VA = 1500;

export const necLoadKinds: readonly LoadKind[] = [
  {
    kind: "small-appliance-circuit",
    label: "Small-appliance circuits",
    names: [
      "small appliance",
      "small appliances",
      "kitchen circuit",
      "kitchen circuits",
      "kitchen counter",
      "countertop",
      "sabc",
    ],
    typical: { va: BRANCH_CIRCUIT_VA },
    fixedVA: BRANCH_CIRCUIT_VA,
    isCircuit: true,
  },
  {
    kind: "laundry-circuit",
    label: "Laundry circuit",
    names: ["laundry", "laundry circuits", "washer"],
    typical: { va: BRANCH_CIRCUIT_VA },
    fixedVA: BRANCH_CIRCUIT_VA,
    isCircuit: true,
  },
  { kind: "range", label: "Range", names: ["stove", "electric range"], typical: { va: 12_000 } },
  { kind: "oven", label: "Wall oven", names: ["oven"], typical: { va: 4800 } },
  { kind: "cooktop", label: "Cooktop", names: ["hob", "cook top"], typical: { va: 7200 } },
  { kind: "dryer", label: "Dryer", names: ["clothes dryer", "tumble dryer"], typical: { va: 5000 } },
  { kind: "water-heater", label: "Water heater", names: ["wh", "hot water", "tank"], typical: { va: 4500 } },
  { kind: "dishwasher", label: "Dishwasher", names: ["dw"], typical: { va: 1200 } },
  { kind: "disposal", label: "Disposal", names: ["disposer", "garbage disposal"], typical: { va: 600 } },
  {
    kind: "air-conditioning",
    label: "Air conditioning",
    names: ["ac", "a/c", "air conditioner", "aircon", "air con", "cooling"],
    typical: { amps: 24, volts: 240 },
  },
  {
    kind: "heat-pump",
    label: "Heat pump",
    names: ["hp", "mini split", "minisplit"],
    typical: { amps: 20, volts: 240 },
  },
  {
    kind: "supplemental-heat",
    label: "Supplemental electric heat",
    names: ["strips", "heat strips", "strip heat", "aux heat", "supplemental"],
    typical: { va: 10_000 },
  },
  {
    kind: "central-heat",
    label: "Central electric heat",
    names: ["furnace", "electric furnace", "central heating"],
    typical: { va: 15_000 },
    asks: "controlled",
  },
  {
    kind: "space-heating",
    label: "Electric space heating",
    names: ["baseboard", "baseboards", "wall heater", "room heater", "space heater", "heat", "heating", "heater"],
    typical: { va: 1500 },
    asks: "controlled",
  },
  { kind: "storage-heat", label: "Thermal storage heat", names: ["storage heater", "ets"], typical: { va: 6000 } },
  { kind: "motor", label: "Motor", names: ["well pump", "pump", "pool pump"], typical: { amps: 8, volts: 240 } },
  {
    kind: "fixed-appliance",
    label: "Fastened appliance",
    names: ["microwave", "hot tub", "spa", "sauna", "appliance", "freezer", "compactor", "bath fan"],
    typical: { va: 1500 },
  },
  {
    kind: "ev-charger",
    label: "Charger already there",
    names: ["ev", "charger", "ev charger", "existing charger", "evse"],
    typical: { amps: 32, volts: 240 },
  },
];

export const necStartLoads: readonly Load[] = [
  { id: "small-appliance", kind: "small-appliance-circuit", label: "Small-appliance circuits", quantity: 2 },
  { id: "laundry", kind: "laundry-circuit", label: "Laundry circuit", quantity: 1 },
];

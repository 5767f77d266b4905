/** Load kinds of a dwelling in the United Kingdom, their usual names and typical ratings. */
import type { Load } from "#core/case/document/types.ts";
import type { LoadKind } from "../types.ts";

export const ukLoadKinds: readonly LoadKind[] = [
  {
    kind: "lighting",
    label: "Lighting",
    names: ["lights", "lighting circuit", "lighting circuits"],
    typical: { va: 600 },
  },
  {
    kind: "socket-circuit",
    label: "Socket circuit",
    isCircuit: true,
    names: [
      "ring",
      "rings",
      "ring final",
      "socket",
      "sockets",
      "sockets circuit",
      "socket circuits",
      "radial",
      "kitchen ring",
    ],
    typical: { amps: 32, volts: 230 },
  },
  {
    kind: "cooker",
    label: "Cooker",
    names: ["oven", "hob", "range", "induction hob"],
    typical: { va: 10_500 },
    asks: "socketOnControl",
  },
  {
    kind: "shower",
    label: "Electric shower",
    names: ["showers", "instantaneous water heater", "instant water heater"],
    typical: { va: 9500 },
  },
  {
    kind: "immersion",
    label: "Immersion heater",
    names: ["immersion", "water heater", "cylinder", "hot water", "wh"],
    typical: { va: 3000 },
  },
  {
    kind: "underfloor-heating",
    label: "Floor warming",
    names: ["ufh", "underfloor", "under floor heating", "floor heating"],
    typical: { va: 1500 },
  },
  {
    kind: "storage-heater",
    label: "Storage heater",
    names: ["storage heaters", "night storage"],
    typical: { va: 3000 },
  },
  { kind: "heat-pump", label: "Heat pump", names: ["hp", "ashp", "air source heat pump"], typical: { va: 3000 } },
  {
    kind: "fixed-appliance",
    label: "Fixed appliance",
    names: [
      "appliance",
      "dryer",
      "tumble dryer",
      "dishwasher",
      "boiler",
      "towel rail",
      "panel heater",
      "hot tub",
      "washer",
    ],
    typical: { va: 2000 },
  },
  {
    kind: "ev-charger",
    label: "Charger already there",
    names: ["ev", "charger", "ev charger", "existing charger"],
    typical: { amps: 32, volts: 230 },
  },
];

export const ukStartLoads: readonly Load[] = [];

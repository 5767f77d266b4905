/** An outlet near the car. */
import { LENGTH_UNITS } from "#core/quantity/parse.ts";
import type { Outlet, OutletType } from "../document/types.ts";
import { defineFields, type FieldContext } from "./field.ts";
import { outletName } from "./names.ts";

/** "the 14-50 receptacle (garage)" */
const nameIn = ({ document, rules, index }: FieldContext) => {
  const outlet = document.outlets?.[index[0] ?? 0] as Outlet;
  return `the ${outletName(outlet, rules)}${outlet.place ? ` (${outlet.place})` : ""}`;
};

export const outletFields = defineFields(
  { step: "survey", section: "outlets" },
  {
    type: {
      at: "/outlets/*/type",
      label: "Type",
      control: {
        kind: "choice",
        options: ({ rules }) =>
          (Object.keys(rules.outlets) as OutletType[]).map((value) => ({
            value,
            label: value === "bs1363" ? "BS 1363, 13 A" : value,
          })),
      },
      source: "assumed",
      unknown: (context) => `the type of ${nameIn(context)}`,
    },
    place: {
      at: "/outlets/*/place",
      label: "Place",
      control: { kind: "text", placeholder: "garage, left wall" },
    },
    leadLength: {
      at: "/outlets/*/leadLength",
      label: "Lead from it to the car",
      control: { kind: "quantity", units: LENGTH_UNITS, usual: ({ rules }) => rules.lengthUnit },
      unknown: (context) => `how far the lead must reach from ${nameIn(context)}`,
    },
    circuit: {
      at: "/outlets/*/circuit",
      label: "On circuit",
      control: { kind: "choice" },
      unknown: (context) => `which circuit feeds ${nameIn(context)}`,
    },
    sharedWith: { at: "/outlets/*/sharedWith", label: "Shared with", control: { kind: "choice" } },
    grounded: { at: "/outlets/*/grounded", label: "Ground tested at its face", control: { kind: "yes-no" } },
    gfci: {
      at: "/outlets/*/gfci",
      label: "GFCI protection",
      control: { kind: "yes-no" },
      asked: ({ rules }) => !rules.asksFor.earthing,
      unknown: (context) => `that ${nameIn(context)} has GFCI protection`,
    },
    leadHangs: {
      at: "/outlets/*/leadHangs",
      label: "A plug's lead hangs straight down",
      control: { kind: "yes-no" },
      asked: ({ rules }) => !rules.asksFor.earthing,
    },
    plainSplitter: { at: "/outlets/*/plainSplitter", label: "Y-lead plugged in", control: { kind: "yes-no" } },
  },
);

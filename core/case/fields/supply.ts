/** The supply: rating, system, earthing, conductors, and equipment between the street and the panel. */
import { AMPERE_UNITS, OHM_UNITS } from "#core/quantity/parse.ts";
import { capital } from "#core/words.ts";
import type { SupplySystem } from "../document/types.ts";
import { defineFields } from "./field.ts";

const SYSTEMS: Readonly<Record<SupplySystem, string>> = {
  "split-phase-120-240": "120/240 V",
  "two-legs-120-208": "120/208 V",
  "single-phase-230": "Single phase",
  "three-phase-230-400": "Three phase",
};

export const supplyFields = defineFields(
  { step: "survey", section: "supply" },
  {
    ratingA: {
      at: "/supply/ratingA",
      label: ({ rules }) => rules.words.supplyRating,
      control: { kind: "number", units: AMPERE_UNITS, usual: "A", empty: "null" },
      source: "always",
      unknown: ({ rules: { words } }) => `the ${words.supplyRating.toLowerCase()} ${words.ratingReadOff}`,
      hint: ({ rules }) => `${rules.words.ratingReadOff}; leave empty if it cannot be read`,
    },
    system: {
      at: "/supply/system",
      label: "System",
      control: {
        kind: "choice",
        options: ({ rules }) => rules.systems.map((value) => ({ value, label: SYSTEMS[value] })),
      },
      source: "always",
    },
    conductor: {
      at: "/supply/conductor",
      label: ({ rules }) => capital(rules.supplyConductor.name),
      control: { kind: "conductor", sizeOnly: true },
      source: "always",
      unknown: ({ rules }) => `the size of the ${rules.supplyConductor.name}`,
    },
    earthing: {
      at: "/supply/earthing",
      label: "Earthing",
      control: {
        kind: "choice",
        options: [
          { value: "tn-c-s", label: "TN-C-S" },
          { value: "tn-s", label: "TN-S" },
          { value: "tt", label: "TT" },
        ],
      },
      asked: ({ rules }) => rules.asksFor.earthing,
      source: "always",
      unknown: "the earthing arrangement",
    },
    zeOhm: {
      at: "/supply/zeOhm",
      label: ({ document }) => (document.supply.earthing === "tt" ? "Measured electrode" : "Measured Ze"),
      control: { kind: "number", units: OHM_UNITS, usual: "ohm", empty: "null" },
      asked: ({ rules }) => rules.asksFor.earthing,
      source: "always",
      unknown: "the resistance of the earth electrode",
    },
    meterPlace: {
      at: "/supply/meterPlace",
      label: "Meter place",
      control: { kind: "text", placeholder: "outside, left of the door" },
      source: "always",
    },
    looped: {
      at: "/supply/looped",
      label: "Looped to the neighbour",
      control: { kind: "yes-no" },
      asked: ({ rules }) => rules.asksFor.earthing,
      source: "always",
      unknown: "that the supply is not looped to a neighbour",
    },
    isolator: {
      at: "/supply/isolator",
      label: "Isolator after the meter",
      control: { kind: "yes-no" },
      asked: ({ rules }) => rules.asksFor.isolator,
      source: "always",
    },
    emergencyDisconnect: {
      at: "/supply/emergencyDisconnect",
      label: "Emergency disconnect outdoors",
      control: { kind: "yes-no" },
      asked: ({ rules }) => rules.asksFor.emergencyDisconnect,
      source: "always",
    },
    belowMinimumAccepted: {
      at: "/supply/belowMinimumAccepted",
      label: "Accepted below the minimum",
      control: { kind: "yes-no" },
      asked: ({ document, rules: { leastSupplyA } }) =>
        leastSupplyA !== undefined && (document.supply.ratingA ?? leastSupplyA.value) < leastSupplyA.value,
      hint: "yes only where the authority has agreed in writing",
    },
    onsiteGeneration: {
      at: "/supply/onsiteGeneration",
      label: "Solar or other generation",
      control: { kind: "yes-no" },
      source: "always",
    },
    battery: { at: "/supply/battery", label: "Battery", control: { kind: "yes-no" }, source: "always" },
  },
);

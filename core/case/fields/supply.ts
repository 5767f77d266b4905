/** The supply: rating, system, earthing, conductors, and equipment between the street and the panel. */
import { AMPERE_UNITS, NO_UNITS, OHM_UNITS } from "#core/quantity/parse.ts";
import { capital } from "#core/words.ts";
import type { SupplySystem } from "../document/types.ts";
import { BONDING_STATES } from "../document/vocabulary.ts";
import { defineFields, type FieldContext } from "./field.ts";

const SYSTEMS: Readonly<Record<SupplySystem, string>> = {
  "split-phase-120-240": "120/240 V",
  "two-legs-120-208": "120/208 V",
  "single-phase-230": "Single phase",
  "three-phase-230-400": "Three phase",
};

/** Sizes that the main earth and main bonding are made in, copper. */
const EARTH_SIZES = [4, 6, 10, 16, 25].map((value) => ({ value, label: `${value} mm²` }));

const asksForEarth = ({ rules }: FieldContext) => rules.asksFor.earthing;

export const BONDING_WORDS = { bonded: "bonded", absent: "absent", "not-metallic": "no metal pipe" } as const;

/** What is asked of the bonding of one service pipe. @param from the point that its clamp is near */
const bondFields = (pipe: "gas" | "water", from: string) => {
  const isBonded = ({ document }: FieldContext) => document.supply.bonding?.[pipe]?.state === "bonded";
  return {
    state: {
      at: `/supply/bonding/${pipe}/state`,
      label: `Bonding of the ${pipe} pipe`,
      control: {
        kind: "choice",
        none: "not looked at",
        options: BONDING_STATES.map((value) => ({ value, label: BONDING_WORDS[value] })),
      },
      asked: asksForEarth,
    },
    mm2: {
      at: `/supply/bonding/${pipe}/mm2`,
      label: `Conductor at the ${pipe} pipe`,
      control: { kind: "choice", none: "not read", options: EARTH_SIZES },
      asked: isBonded,
    },
    distanceMm: {
      at: `/supply/bonding/${pipe}/distanceMm`,
      label: `From the ${from}, mm`,
      control: { kind: "number", units: NO_UNITS, usual: "" },
      asked: isBonded,
    },
  } as const;
};

const gas = bondFields("gas", "gas meter");
const water = bondFields("water", "stop cock");

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
    number: {
      at: "/supply/number",
      label: "Supply number",
      control: { kind: "text", placeholder: "from the meter or a bill" },
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
    prospectiveKA: {
      at: "/supply/prospectiveKA",
      label: "Prospective fault current, kA",
      control: { kind: "number", units: NO_UNITS, usual: "", empty: "null" },
      asked: asksForEarth,
    },
    mainEarthMm2: {
      at: "/supply/mainEarthMm2",
      label: "Main earth",
      control: { kind: "choice", none: "not read", options: EARTH_SIZES },
      asked: asksForEarth,
    },
    gasBonding: gas.state,
    gasBondingMm2: gas.mm2,
    gasBondingDistance: gas.distanceMm,
    waterBonding: water.state,
    waterBondingMm2: water.mm2,
    waterBondingDistance: water.distanceMm,
  },
);

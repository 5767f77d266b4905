/** A circuit of a panel: its device, its conductor and what it feeds. */
import { AMPERE_UNITS, LENGTH_UNITS, NO_UNITS } from "#core/quantity/parse.ts";
import { feedsBack, hasGenerationOrBattery } from "../document/lookups.ts";
import type { Circuit, DeviceKind, Panel } from "../document/types.ts";
import { defineFields, type FieldContext } from "./field.ts";
import { circuitName } from "./names.ts";
import { RESIDUAL_CURRENTS, TERMINALS } from "./options.ts";

/** Devices of a panel, in the words of the trade. */
export const DEVICE_NAMES: Readonly<Record<DeviceKind, string>> = {
  breaker: "breaker",
  tandem: "tandem",
  quad: "quad",
  mcb: "MCB",
  rcbo: "RCBO",
  "rewirable-fuse": "rewirable fuse",
  "cartridge-fuse": "cartridge fuse",
  surge: "surge protection",
  blank: "blank",
};

const panelIn = ({ document, index }: FieldContext) => document.panels[index[0] ?? 0] as Panel;
const circuitIn = (context: FieldContext) => panelIn(context)?.circuits?.[context.index[1] ?? 0] as Circuit;
const nameIn = (context: FieldContext) => circuitName(circuitIn(context));
/** Spare: abandoned, or left for a charger. */
const isSpare = (context: FieldContext) => ["abandoned", "charger-ready"].includes(circuitIn(context)?.status ?? "");
const hasBackfeed = (context: FieldContext) => Boolean(circuitIn(context)?.backfeed);

/** What a look at the far end of a spare circuit found. @param where the rules that ask for it; all where left out */
const farEnd = (
  part: keyof NonNullable<Circuit["farEnd"]>,
  label: string,
  where: (context: FieldContext) => boolean = () => true,
) =>
  ({
    at: `/panels/*/circuits/*/farEnd/${part}`,
    label: `Far end: ${label}`,
    control: { kind: "yes-no" },
    asked: (context: FieldContext) => isSpare(context) && where(context),
  }) as const;

export const circuitFields = defineFields(
  { step: "survey", section: (context) => `panel-${panelIn(context).id}` },
  {
    label: { at: "/panels/*/circuits/*/label", label: "Label", control: { kind: "text" } },
    ratingA: {
      at: "/panels/*/circuits/*/ratingA",
      label: "Rating",
      control: { kind: "number", units: AMPERE_UNITS, usual: "A" },
      source: "assumed",
      unknown: (context) => `the ${context.rules.words.device} of ${nameIn(context)}`,
    },
    position: {
      at: "/panels/*/circuits/*/position",
      label: ({ rules }) => `First ${rules.words.space}`,
      control: { kind: "number", units: NO_UNITS, usual: "" },
    },
    poles: {
      at: "/panels/*/circuits/*/poles",
      label: "Poles",
      control: { kind: "number", units: NO_UNITS, usual: "" },
    },
    device: {
      at: "/panels/*/circuits/*/device",
      label: "Device",
      control: {
        kind: "choice",
        fallback: ({ rules }) => rules.board.devices[0] ?? "breaker",
        options: ({ rules }) => rules.board.devices.map((value) => ({ value, label: DEVICE_NAMES[value] })),
      },
    },
    half: { at: "/panels/*/circuits/*/half", label: "Half of its space", control: { kind: "own" } },
    protects: {
      at: "/panels/*/circuits/*/protects",
      label: "Protection",
      control: {
        kind: "choice",
        options: [
          { value: "afci", label: "arcs (AFCI)" },
          { value: "gfci", label: "ground faults (GFCI)" },
          { value: "afci-gfci", label: "both" },
        ],
      },
      asked: ({ rules }) => !rules.asksFor.rcd,
    },
    rcd: {
      at: "/panels/*/circuits/*/rcd",
      label: "RCD type on it",
      control: {
        kind: "choice",
        fallback: "none",
        options: ["none", "AC", "A", "F", "B"].map((value) => ({ value, label: value === "none" ? "no" : value })),
      },
      asked: ({ rules }) => rules.asksFor.rcd,
      unknown: (context) => `the RCD type of ${nameIn(context)}`,
    },
    residualMA: {
      at: "/panels/*/circuits/*/residualMA",
      label: "Its residual current",
      control: {
        kind: "choice",
        none: "not read",
        options: RESIDUAL_CURRENTS,
      },
      asked: (context) => context.rules.asksFor.rcd && (circuitIn(context)?.rcd ?? "none") !== "none",
    },
    endsSeen: {
      at: "/panels/*/circuits/*/endsSeen",
      label: "Conductor seen at both ends",
      control: { kind: "yes-no" },
      asked: isSpare,
      unknown: "the conductor of the reused circuit, at both of its ends",
    },
    gland: farEnd("gland", "gland holds the cable"),
    sealed: farEnd("sealed", "sealed"),
    armourEarthed: farEnd("armourEarthed", "armour earthed", ({ rules }) => rules.asksFor.earthing),
    enclosureSound: farEnd("enclosureSound", "enclosure sound"),
    roomInside: farEnd("roomInside", "room for the termination"),
    oldElectrode: farEnd("oldElectrode", "an old electrode"),
    curve: { at: "/panels/*/circuits/*/curve", label: "Curve", control: { kind: "own" } },
    status: {
      at: "/panels/*/circuits/*/status",
      label: "Status",
      control: {
        kind: "choice",
        fallback: "in-use",
        options: [
          { value: "in-use", label: "in use" },
          { value: "abandoned", label: "abandoned" },
          { value: "charger-ready", label: "charger-ready stub" },
        ],
      },
    },
    conductor: {
      at: "/panels/*/circuits/*/conductor",
      label: "Conductor",
      control: { kind: "conductor" },
      unknown: (context) => `the conductor of ${nameIn(context)} along its whole length`,
    },
    bothWays: {
      at: "/panels/*/circuits/*/bothWays",
      label: "For current both ways",
      control: { kind: "yes-no" },
      asked: ({ rules, document }) => rules.asksFor.rcd && (hasGenerationOrBattery(document) || feedsBack(document)),
    },
    terminalC: {
      at: "/panels/*/circuits/*/terminalC",
      label: "Its terminals",
      control: {
        kind: "choice",
        none: "not read",
        options: TERMINALS,
      },
      asked: ({ rules }) => rules.circuit.asksFor.terminals,
    },
    length: {
      at: "/panels/*/circuits/*/length",
      label: "Length",
      control: { kind: "quantity", units: LENGTH_UNITS, usual: ({ rules }) => rules.lengthUnit },
    },
    loads: { at: "/panels/*/circuits/*/loads", label: "Feeds", control: { kind: "own" } },
    backfeed: {
      at: "/panels/*/circuits/*/backfeed",
      label: "A source feeds back through it",
      control: { kind: "own" },
    },
    backfeedOutputA: {
      at: "/panels/*/circuits/*/backfeed/outputA",
      label: "Its output",
      control: { kind: "number", units: AMPERE_UNITS, usual: "A", empty: "refused" },
      asked: hasBackfeed,
    },
    backfeedOppositeEnd: {
      at: "/panels/*/circuits/*/backfeed/oppositeEnd",
      label: "Opposite end of the bus from the main",
      control: { kind: "switch" },
      asked: hasBackfeed,
    },
    shared: {
      at: "/panels/*/circuits/*/shared",
      label: "Shared with another dwelling",
      control: { kind: "switch" },
    },
  },
);

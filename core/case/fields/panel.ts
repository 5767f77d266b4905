/** A panel: values read off it and its door, its feeder, and RCDs over several ways. */
import { AMPERE_UNITS, LENGTH_UNITS, NO_UNITS } from "#core/quantity/parse.ts";
import { capital } from "#core/words.ts";
import type { Panel } from "../document/types.ts";
import { defineFields, type FieldContext } from "./field.ts";
import { mainName, panelName } from "./names.ts";
import { RESIDUAL_CURRENTS, TERMINALS } from "./options.ts";

const panelIn = ({ document, index }: FieldContext) => document.panels[index[0] ?? 0] as Panel;
const nameIn = (context: FieldContext) => panelName(panelIn(context), context.rules);
/** Whether another panel feeds this one. */
const isFed = (context: FieldContext) => (panelIn(context)?.fedFrom ?? "supply") !== "supply";
const section = (context: FieldContext) => `panel-${panelIn(context).id}`;

export const panelFields = defineFields(
  { step: "survey", section },
  {
    name: { at: "/panels/*/name", label: "Name", control: { kind: "text" }, asked: isFed },
    fedFrom: { at: "/panels/*/fedFrom", label: "Fed from", control: { kind: "choice" }, asked: isFed },
    mainA: {
      at: "/panels/*/mainA",
      label: ({ rules }) => rules.board.words.main("breaker"),
      control: { kind: "number", units: AMPERE_UNITS, usual: "A", empty: "null" },
      source: "always",
      unknown: (context) => `the ${mainName(panelIn(context), context.rules)} of ${nameIn(context)}`,
    },
    busA: {
      at: "/panels/*/busA",
      label: "Bus rating",
      control: { kind: "number", units: AMPERE_UNITS, usual: "A", empty: "null" },
      asked: ({ rules }) => rules.bus !== null,
      source: "always",
      unknown: (context) => `the bus rating of ${nameIn(context)}`,
    },
    spaces: {
      at: "/panels/*/spaces",
      label: ({ rules }) => `Number of ${rules.words.spaces}`,
      control: { kind: "number", units: NO_UNITS, usual: ({ rules }) => rules.words.spaces },
      source: "always",
      unknown: (context) => `the number of ${context.rules.words.spaces} in ${nameIn(context)}`,
      hint: ({ rules }) => `Count all ${rules.words.spaces}, used and free`,
    },
    mainKind: {
      at: "/panels/*/mainKind",
      label: "Fed onto",
      control: {
        kind: "choice",
        fallback: "breaker",
        options: [
          { value: "breaker", label: "a main" },
          { value: "lugs", label: "lugs" },
        ],
      },
      asked: ({ rules }) => rules.asksFor.mainKind,
    },
    condition: {
      at: "/panels/*/condition",
      label: "Condition",
      control: {
        kind: "choice",
        options: [
          { value: "sound", label: "Sound" },
          { value: "obsolete", label: "Obsolete" },
          { value: "unsafe", label: "Unsafe" },
        ],
      },
      source: "always",
      unknown: (context) => `the condition of ${nameIn(context)}`,
    },
    place: {
      at: "/panels/*/place",
      label: ({ rules }) => `${capital(rules.words.board)} place`,
      control: { kind: "text", placeholder: "garage, left of the door" },
    },
    enclosure: {
      at: "/panels/*/enclosure",
      label: "Enclosure",
      control: {
        kind: "choice",
        options: [
          { value: "metal", label: "metal" },
          { value: "plastic", label: "plastic" },
          { value: "wood-backed", label: "wood" },
        ],
      },
      asked: ({ rules }) => rules.asksFor.enclosure,
    },
    surgeProtection: {
      at: "/panels/*/surgeProtection",
      label: "Surge protection fitted",
      control: { kind: "yes-no" },
    },
    surgePlace: {
      at: "/panels/*/surgePlace",
      label: "Surge protection would go",
      control: {
        kind: "choice",
        none: "not looked at",
        options: [
          { value: "inside", label: "inside" },
          { value: "beside", label: "in an enclosure beside it" },
          { value: "none", label: "nowhere" },
        ],
      },
      asked: (context) => panelIn(context)?.surgeProtection === false,
    },
    linkedOut: {
      at: "/panels/*/linkedOut",
      label: ({ rules }) => `${capital(rules.words.spaces)} out of use`,
      control: { kind: "number", units: NO_UNITS, usual: "" },
      hint: "linked out, or with a burnt contact",
    },
    roomBeside: {
      at: "/panels/*/roomBeside",
      label: ({ rules }) => `Room beside it for a further ${rules.words.board}`,
      control: { kind: "yes-no" },
    },
    neutralApart: {
      at: "/panels/*/neutralApart",
      label: ({ rules }) => `Neutral and ${rules.words.earthConductor} apart`,
      control: { kind: "yes-no" },
      asked: isFed,
    },
    mounting: {
      at: "/panels/*/mounting",
      label: "Mounting",
      control: {
        kind: "choice",
        options: [
          { value: "surface", label: "on the wall" },
          { value: "flush", label: "flush" },
        ],
      },
    },
    ratedKA: {
      at: "/panels/*/ratedKA",
      label: "Marked for a fault current of",
      control: {
        kind: "choice",
        none: "not marked",
        options: [
          { value: 6, label: "6 kA" },
          { value: 16, label: "16 kA" },
        ],
      },
      asked: ({ rules }) => rules.asksFor.enclosure,
      source: "always",
    },
    listedDevices: {
      at: "/panels/*/listedDevices",
      label: ({ rules }) => `${capital(rules.words.device)}s listed for it`,
      control: { kind: "text", placeholder: "as its label says" },
    },
    entries: {
      at: "/panels/*/entries",
      label: "Free entries",
      control: { kind: "text", placeholder: "two knockouts at the bottom" },
    },
    madeIn: { at: "/panels/*/madeIn", label: "Made in", control: { kind: "text", placeholder: "1994" } },
  },
);

export const feederFields = defineFields(
  { step: "survey", section },
  {
    ratingA: {
      at: "/panels/*/feeder/ratingA",
      label: "Feeder rating",
      control: { kind: "number", units: AMPERE_UNITS, usual: "A" },
      asked: isFed,
      source: "always",
      unknown: (context) => `the ${context.rules.words.device} that feeds ${nameIn(context)}`,
    },
    conductor: {
      at: "/panels/*/feeder/conductor",
      label: "Feeder conductor",
      control: { kind: "conductor" },
      asked: isFed,
      source: "always",
      unknown: (context) => `the conductor that feeds ${nameIn(context)}`,
    },
    terminalC: {
      at: "/panels/*/feeder/terminalC",
      label: "Feeder terminals",
      control: {
        kind: "choice",
        none: "not read",
        options: TERMINALS,
      },
      asked: (context) => isFed(context) && context.rules.circuit.asksFor.terminals,
    },
    length: {
      at: "/panels/*/feeder/length",
      label: "Feeder length",
      control: { kind: "quantity", units: LENGTH_UNITS, usual: ({ rules }) => rules.lengthUnit },
      asked: isFed,
    },
    circuit: {
      at: "/panels/*/feeder/circuit",
      label: "Starts at device",
      control: { kind: "choice" },
      asked: isFed,
    },
  },
);

export const rcdGroupFields = defineFields(
  { step: "survey", section },
  {
    rcd: {
      at: "/panels/*/rcdGroups/*/rcd",
      label: "RCD type",
      control: { kind: "choice", options: ["AC", "A", "F", "B"].map((value) => ({ value, label: value })) },
    },
    ratingA: {
      at: "/panels/*/rcdGroups/*/ratingA",
      label: "RCD rating",
      control: { kind: "number", units: AMPERE_UNITS, usual: "A" },
    },
    residualMA: {
      at: "/panels/*/rcdGroups/*/residualMA",
      label: "RCD residual current",
      control: { kind: "choice", none: "not read", options: RESIDUAL_CURRENTS },
    },
    from: {
      at: "/panels/*/rcdGroups/*/from",
      label: "From way",
      control: { kind: "number", units: NO_UNITS, usual: "", empty: "refused" },
    },
    to: {
      at: "/panels/*/rcdGroups/*/to",
      label: "To way",
      control: { kind: "number", units: NO_UNITS, usual: "", empty: "refused" },
    },
  },
);

/** The charger as it was chosen, and the options of the job that belong to it. */
import { AMPERE_UNITS } from "#core/quantity/parse.ts";
import { showA } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { CHARGER_PLUGS } from "../document/vocabulary.ts";
import { defineFields } from "./field.ts";
import { panelName } from "./names.ts";

/** Places of a protective function. */
const PLACES = [
  { value: "board", label: "the board" },
  { value: "supply-end", label: "the supply end" },
  { value: "charger", label: "the charger" },
];

export const chargerFields = defineFields(
  { step: "need", section: "charger" },
  {
    panel: {
      at: "/charger/panel",
      label: "Its circuit starts at",
      control: {
        kind: "choice",
        none: "Wherever it is least work",
        options: ({ document, rules }) =>
          document.panels.map((panel) => ({ value: panel.id, label: panel.name || capital(panelName(panel, rules)) })),
      },
      asked: ({ document }) => document.panels.length > 1,
    },
    maxA: {
      at: "/charger/maxA",
      label: "Largest current",
      control: { kind: "number", units: AMPERE_UNITS, usual: "A" },
    },
    settableA: {
      at: "/charger/settableA",
      label: "Current settings",
      control: {
        kind: "numbers",
        units: AMPERE_UNITS,
        usual: "A",
        placeholder: ({ rules }) => rules.charging.settingsA.join(", "),
      },
      hint: "as its manual lists them; the usual ones where it is empty",
    },
    connection: {
      at: "/charger/connection",
      label: "Connection",
      control: {
        kind: "choice",
        fallback: "hard-wired",
        options: [
          { value: "hard-wired", label: "Hard-wired" },
          { value: "plug", label: "Plug" },
        ],
      },
    },
    plug: {
      at: "/charger/plug",
      label: "Plug of its lead",
      control: {
        kind: "choice",
        none: "as the receptacle asks for",
        options: CHARGER_PLUGS.map((value) => ({ value, label: value })),
      },
      asked: ({ document, rules }) => !rules.asksFor.earthing && document.charger?.connection === "plug",
    },
    setBy: {
      at: "/charger/setBy",
      label: "Its current is set",
      control: {
        kind: "choice",
        none: "not said",
        options: [
          { value: "switch", label: "by switches behind its cover" },
          { value: "tool", label: "by its maker's tool" },
          { value: "app", label: "by the installer's app" },
        ],
      },
    },
    torque: {
      at: "/charger/torque",
      label: "Torque of its terminals",
      control: { kind: "text", placeholder: ({ rules }) => (rules.asksFor.earthing ? "2.5 N m" : "22 lb-in") },
    },
    reception: {
      at: "/charger/reception",
      label: "Network reception at its wall",
      control: {
        kind: "choice",
        none: "not looked at",
        options: [
          { value: "good", label: "good" },
          { value: "weak", label: "weak" },
          { value: "none", label: "none" },
        ],
      },
    },
    phases: {
      at: "/charger/phases",
      label: "Phases",
      control: {
        kind: "choice",
        fallback: 1,
        options: [
          { value: 1, label: "one" },
          { value: 3, label: "three" },
        ],
      },
      asked: ({ rules }) => rules.systems.includes("three-phase-230-400"),
      hint: ({ document }) =>
        document.charger?.phases === 3 && document.supply.system !== "three-phase-230-400"
          ? "This supply has one phase: it charges on one, at no more than its current there"
          : undefined,
    },
    twoWay: {
      at: "/charger/twoWay",
      label: "Feeds back (two-way)",
      control: { kind: "switch" },
    },
    exportA: {
      at: "/charger/exportA",
      label: "Largest current back",
      control: { kind: "number", units: AMPERE_UNITS, usual: "A" },
      asked: ({ document }) => document.charger?.twoWay === true,
      hint: "its charging current where it is empty",
    },
    outdoors: {
      at: "/charger/outdoors",
      label: "Mounted outdoors",
      control: { kind: "yes-no" },
    },
    managed: {
      at: "/charger/managed",
      label: "Can be managed by clamps",
      control: { kind: "switch", fallback: true },
    },
    managedMarginA: {
      at: "/options/managedMarginA",
      label: "Margin of the clamps' limit",
      control: { kind: "number", units: AMPERE_UNITS, usual: "A" },
      asked: ({ rules }) => rules.managed.usualMarginA !== undefined,
      hint: ({ rules }) =>
        `below the rating that is protected; ${showA(rules.managed.usualMarginA ?? 0)} where it is empty`,
    },
    waitsFor: {
      at: "/charger/waitsFor",
      label: "Waits for",
      control: { kind: "choice", none: "Nothing" },
      asked: ({ document }) => document.loads.some((l) => l.kind !== "ev-charger"),
      hint: "A priority switch lets this load go first",
    },
    lostPenDetection: {
      at: "/charger/lostPenDetection",
      label: "Disconnects on an open PEN (lost neutral)",
      control: { kind: "yes-no" },
      asked: ({ rules }) => rules.asksFor.earthing,
      unknown: "that the charger disconnects on an open PEN (lost neutral)",
    },
    dcDetection: {
      at: "/charger/dcDetection",
      label: "Detects 6 mA DC fault current",
      control: { kind: "yes-no" },
      asked: ({ rules }) => rules.asksFor.earthing,
      unknown: "that the charger detects 6 mA of DC",
    },
    residualAt: {
      at: "/charger/protection/residual/at",
      label: "Residual current device at",
      control: { kind: "choice", none: "as usual", options: PLACES },
      asked: ({ rules }) => rules.asksFor.earthing,
    },
    residualKind: {
      at: "/charger/protection/residual/kind",
      label: "Its type",
      control: {
        kind: "choice",
        none: "A",
        options: [
          { value: "A", label: "A" },
          { value: "B", label: "B" },
        ],
      },
      asked: ({ document }) => document.charger?.protection?.residual?.at !== undefined,
    },
    lostPenAt: {
      at: "/charger/protection/lostPen/at",
      label: "Lost-neutral protection at",
      control: { kind: "choice", none: "as usual", options: PLACES },
      asked: ({ rules }) => rules.asksFor.earthing,
    },
    lostPenKind: {
      at: "/charger/protection/lostPen/kind",
      label: "By",
      control: {
        kind: "choice",
        none: "detection",
        options: [
          { value: "detection", label: "detection" },
          { value: "electrode", label: "an own electrode" },
        ],
      },
      asked: ({ document }) => document.charger?.protection?.lostPen?.at !== undefined,
    },
  },
);

/** The run of the charging circuit: the whole of it, its parts, and the signal of the clamps. */
import { LENGTH_UNITS, NO_UNITS } from "#core/quantity/parse.ts";
import { capital } from "#core/words.ts";
import { needsAmbient, onSupply } from "../document/lookups.ts";
import { keepsCharger } from "../document/staying-charger.ts";
import type { CaseDocument, MadeGood, RunSegment } from "../document/types.ts";
import { SURFACES } from "../document/vocabulary.ts";
import { defineFields, type FieldContext } from "./field.ts";
import { panelName } from "./names.ts";
import { TERMINALS } from "./options.ts";

const partIn = ({ document, index }: FieldContext) => document.run?.segments?.[index[0] ?? 0] as RunSegment;
const hasParts = ({ document }: FieldContext) => (document.run?.segments ?? []).length > 0;
const signalBy = ({ document }: FieldContext) => document.run?.signal?.by;

/** Whether a circuit that is there may be reused, so that parts of the run may be there already. */
const mayReuse = (document: CaseDocument): boolean =>
  keepsCharger(document) ||
  document.panels.some((panel) =>
    panel.circuits?.some(({ status }) => status === "abandoned" || status === "charger-ready"),
  );

/** Methods in the ground, which ask for a depth and a surface. */
const BURIED: readonly string[] = ["buried-pvc", "ground"];
const isBuried = (context: FieldContext) => BURIED.includes(partIn(context)?.method);
const bareNumber = { kind: "number", units: NO_UNITS, usual: "" } as const;

export const runFields = defineFields(
  { step: "circuit", section: "run" },
  {
    feeds: {
      at: "/run/feeds",
      label: "This run is",
      control: {
        kind: "choice",
        none: "the charger's circuit",
        options: ({ document, rules }) =>
          document.panels
            .filter((panel) => !onSupply(panel))
            .map((panel) => ({ value: panel.id, label: `the feeder of ${panelName(panel, rules)}` })),
      },
      asked: (context) => hasParts(context) && context.document.panels.some((panel) => !onSupply(panel)),
      hint: ({ document }) =>
        document.run?.feeds === undefined
          ? undefined
          : "Ways that need more than the old feeder renew it along this run",
    },
    ambientC: {
      at: "/run/ambientC",
      label: (context) => (needsAmbient(context.document) ? "Temperature in the attic" : "Ambient temperature"),
      control: { kind: "temperature" },
      asked: hasParts,
      unknown: "the temperature of the attic that the run goes through",
    },
    grouped: {
      at: "/run/grouped",
      label: ({ rules }) => rules.circuit.asksFor.grouped,
      control: { kind: "number", units: NO_UNITS, usual: "" },
      asked: hasParts,
      hint: ({ document }) => (document.run?.grouped === undefined ? "Only its own are counted" : undefined),
    },
    terminalC: {
      at: "/run/terminalC",
      label: "Terminals of this run",
      control: {
        kind: "choice",
        none: "as chosen for the job",
        options: TERMINALS,
      },
      asked: (context) => hasParts(context) && context.rules.circuit.asksFor.terminals,
    },
    allowancePercent: {
      at: "/run/allowancePercent",
      label: "Allowance, %",
      control: bareNumber,
      asked: hasParts,
      hint: "for corners and slack, on every part",
    },
    disconnect: {
      at: "/run/disconnect",
      label: ({ rules }) => `${capital(rules.words.chargerSwitch)} at the charger`,
      control: {
        kind: "choice",
        none: "not entered",
        options: [
          { value: "in-sight", label: "in sight" },
          { value: "out-of-sight", label: "out of sight, with a plaque" },
          { value: "none", label: "none" },
        ],
      },
      asked: hasParts,
    },
    wishHidden: {
      at: "/run/wishes/hidden",
      label: "Wish: hidden from view",
      control: { kind: "switch" },
      asked: hasParts,
    },
    wishLow: { at: "/run/wishes/low", label: "Wish: low", control: { kind: "switch" }, asked: hasParts },
    wishNotInFront: {
      at: "/run/wishes/notInFront",
      label: "Wish: not on the front",
      control: { kind: "switch" },
      asked: hasParts,
    },
    name: {
      at: "/run/name",
      label: "Name of this route",
      control: { kind: "text", placeholder: "Round the outside" },
      asked: hasParts,
    },
  },
);

/** A choice of who makes something good. */
const MADE_GOOD_BY = {
  kind: "choice",
  none: "nothing to do",
  options: [
    { value: "firm", label: "in the price" },
    { value: "customer", label: "by the customer" },
  ],
} as const;
const madeGood = (what: MadeGood, label: string) => ({
  at: `/run/makingGood/${what}`,
  label,
  control: MADE_GOOD_BY,
  asked: hasParts,
});

/** What is made good after the work. */
export const makingGoodFields = defineFields(
  { step: "circuit", section: "run" },
  {
    plaster: madeGood("plaster", "Plaster"),
    paint: madeGood("paint", "Paint"),
    floor: madeGood("floor", "Floorboards or panels"),
    carpet: madeGood("carpet", "Carpets taken up and put back"),
    furniture: madeGood("furniture", "Furniture moved"),
    paving: madeGood("paving", "Lawn or paving put back"),
  },
);

export const signalFields = defineFields(
  { step: "circuit", section: "run" },
  {
    by: {
      at: "/run/signal/by",
      label: "Reaches the charger by",
      control: {
        kind: "choice",
        options: [
          { value: "cores", label: "cores in the charging cable" },
          { value: "data-cable", label: "a data cable beside it" },
          { value: "radio", label: "radio" },
        ],
      },
      asked: hasParts,
    },
    length: {
      at: "/run/signal/length",
      label: "Length of the data cable",
      control: { kind: "quantity", units: LENGTH_UNITS, usual: ({ rules }) => rules.lengthUnit },
      asked: (context) => signalBy(context) === "data-cable",
      hint: "empty means as long as the run; slack for both ends is added",
    },
    readAtClampsPercent: {
      at: "/run/signal/readAtClampsPercent",
      label: "Read at the clamps, %",
      control: bareNumber,
      asked: (context) => signalBy(context) === "radio",
    },
    readAtChargerPercent: {
      at: "/run/signal/readAtChargerPercent",
      label: "Read at the charger, %",
      control: bareNumber,
      asked: (context) => signalBy(context) === "radio",
    },
    roomAtConductors: {
      at: "/run/signal/roomAtConductors",
      label: "Clamps close around the conductors",
      control: { kind: "yes-no" },
      asked: (context) => signalBy(context) !== undefined,
    },
    reads: {
      at: "/run/signal/reads",
      label: "As fitted, the clamps read",
      control: {
        kind: "choice",
        none: "not looked at",
        options: [
          { value: "with-charger", label: "house and charger" },
          { value: "house-alone", label: "the house alone" },
        ],
      },
      asked: (context) => signalBy(context) !== undefined,
    },
    feederEnd: {
      at: "/run/signal/feederEnd",
      label: "Clamps of the feeder sit",
      control: {
        kind: "choice",
        none: "not entered",
        options: [
          { value: "start", label: "where it starts" },
          { value: "end", label: "where it ends" },
        ],
      },
      asked: (context) => signalBy(context) !== undefined && context.document.panels.some((panel) => !onSupply(panel)),
    },
    input: {
      at: "/run/signal/input",
      label: "Input of the charger",
      control: { kind: "text", placeholder: "CT 1" },
      asked: (context) => signalBy(context) !== undefined,
    },
  },
);

export const segmentFields = defineFields(
  { step: "circuit", section: "run" },
  {
    method: { at: "/run/segments/*/method", label: "Wiring method", control: { kind: "own" } },
    conductorType: { at: "/run/segments/*/conductorType", label: "Conductors", control: { kind: "own" } },
    length: {
      at: "/run/segments/*/length",
      label: ({ index }) => `Length of part ${(index[0] ?? 0) + 1}`,
      control: { kind: "quantity", units: LENGTH_UNITS, usual: ({ rules }) => rules.lengthUnit },
      source: "assumed",
      unknown: ({ index }) => `the length of part ${(index[0] ?? 0) + 1} of the run`,
      hint: (context) => (partIn(context)?.points ? "as drawn on the plan" : undefined),
    },
    status: {
      at: "/run/segments/*/status",
      label: "This part is",
      control: {
        kind: "choice",
        fallback: "kept",
        options: [
          { value: "kept", label: "there, and stays" },
          { value: "new", label: "laid anew" },
        ],
      },
      asked: ({ document }) => mayReuse(document),
      hint: "where a circuit that is there is reused",
    },
    grouped: {
      at: "/run/segments/*/grouped",
      label: ({ rules }) => `${rules.circuit.asksFor.grouped} here`,
      control: bareNumber,
      hint: "where it differs from the rest of the run",
    },
    racewayTrade: {
      at: "/run/segments/*/raceway/trade",
      label: "Raceway that is there",
      control: { kind: "own" },
      asked: ({ rules }) => rules.circuit.asksFor.bends,
    },
    racewayHolds: {
      at: "/run/segments/*/raceway/holds",
      label: "Conductors that stay in it",
      control: { kind: "sizes", placeholder: "3 x 12 AWG, 10 AWG" },
      asked: (context) => partIn(context)?.raceway != null,
      hint: "all of them, grounding conductors too",
    },
    racewayElbow: {
      at: "/run/segments/*/raceway/elbowIn",
      label: "Radius of its tightest elbow, in",
      control: bareNumber,
      asked: (context) => partIn(context)?.raceway != null,
    },
    racewayOld: {
      at: "/run/segments/*/raceway/old",
      label: "Old conductors that go",
      control: {
        kind: "choice",
        none: "there are none",
        options: [
          { value: "pull-line", label: "pull the new ones in" },
          { value: "taken-out", label: "are taken out first" },
        ],
      },
      asked: (context) => partIn(context)?.raceway != null,
    },
    rise: {
      at: "/run/segments/*/rise",
      label: "Climbs and drops",
      control: { kind: "quantity", units: LENGTH_UNITS, usual: ({ rules }) => rules.lengthUnit },
      hint: "in addition to its length",
    },
    bendDegrees: {
      at: "/run/segments/*/bendDegrees",
      label: "Bends, °",
      control: { kind: "number", units: NO_UNITS, usual: "" },
      asked: ({ rules }) => rules.circuit.asksFor.bends,
      hint: "largest total between two pull points",
    },
    cover: {
      at: "/run/segments/*/cover",
      label: "Depth of cover",
      control: { kind: "quantity", units: LENGTH_UNITS, usual: ({ rules }) => rules.lengthUnit },
      asked: isBuried,
    },
    surface: {
      at: "/run/segments/*/surface",
      label: "Surface above it",
      control: {
        kind: "choice",
        none: "not entered",
        options: SURFACES.map((value) => ({ value, label: value })),
      },
      asked: isBuried,
    },
    fixedTo: {
      at: "/run/segments/*/fixedTo",
      label: "Fixed to",
      control: {
        kind: "choice",
        fallback: "wall",
        options: [
          { value: "wall", label: "the building" },
          { value: "stud", label: "studs" },
          { value: "masonry", label: "masonry" },
          { value: "board", label: "board without studs" },
          { value: "fence", label: "a fence" },
          { value: "post", label: "a post" },
        ],
      },
      asked: (context) => !isBuried(context),
    },
    looks: {
      at: "/run/segments/*/looks",
      label: "Once it is there it is",
      control: {
        kind: "choice",
        none: "not said",
        options: [
          { value: "hidden", label: "hidden" },
          { value: "low", label: "in sight, low" },
          { value: "high", label: "in sight, high" },
        ],
      },
      asked: (context) => !isBuried(context),
    },
    inFront: {
      at: "/run/segments/*/inFront",
      label: "On the front of the home",
      control: { kind: "yes-no" },
      asked: (context) => !isBuried(context),
    },
    exposed: {
      at: "/run/segments/*/exposed",
      label: "Exposed to physical damage",
      control: { kind: "yes-no" },
    },
    escapeRoute: {
      at: "/run/segments/*/escapeRoute",
      label: "On an escape route",
      control: { kind: "yes-no" },
      asked: ({ rules }) => rules.circuit.asksFor.escapeRoute,
    },
    joists: { at: "/run/segments/*/through/joists", label: "Joists or studs", control: bareNumber },
    solidWalls: { at: "/run/segments/*/through/solidWalls", label: "Solid walls", control: bareNumber },
    cavityWalls: { at: "/run/segments/*/through/cavityWalls", label: "Cavity walls", control: bareNumber },
    timberFloors: { at: "/run/segments/*/through/timberFloors", label: "Wooden floors", control: bareNumber },
    concreteFloors: { at: "/run/segments/*/through/concreteFloors", label: "Concrete floors", control: bareNumber },
    heatedFloors: {
      at: "/run/segments/*/through/heatedFloors",
      label: "Heated floors",
      control: bareNumber,
      hint: "must not be drilled",
    },
    steelBeams: {
      at: "/run/segments/*/through/steelBeams",
      label: "Steel beams",
      control: bareNumber,
      hint: "must not be drilled",
    },
    flatRoofs: { at: "/run/segments/*/through/flatRoofs", label: "Flat roofs", control: bareNumber },
  },
);

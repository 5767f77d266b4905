/**
 * The case: one plain document per job, the truth of everything that is known about a home. Its shape is checked at
 * every edge with Yup (file, form, patch and command line), and its types follow from here.
 * Field names are fixed by the open format (docs/case-format.md); fields may be added, never renamed.
 * Messages are written in the words of the field, without its path; the path is carried beside them.
 */
import { type AnySchema, object } from "yup";
import { AMBIENT_C } from "#core/limits.ts";
import {
  above,
  between,
  counts,
  exactly,
  fromZero,
  list,
  needs,
  oneOf,
  oneOfOrNull,
  orNull,
  part,
  quantity,
  type SchemaField,
  some,
  table,
  text,
  textMatching,
  whole,
  yesNo,
} from "./field.ts";
import {
  CAR_CLASS_IDS,
  CROSSINGS,
  DEVICE_KINDS,
  DISCONNECTS,
  LOAD_KINDS,
  METHOD_IDS,
  OUTLET_TYPES,
  PERMISSION_STATES,
  PERMISSIONS,
  RULE_SET_IDS,
  SIGNALS,
  SOLID_KINDS,
  SOURCES,
  SUPPLY_SYSTEMS,
  SURFACES,
  WAYS_OF_CHARGING,
} from "./vocabulary.ts";

/** Upper limits of a home, generous by design: more than that is a mistake, and would make every page slow. */
export const MOST = {
  panels: 8,
  spaces: 120,
  circuits: 120,
  /** Of all panels together. */
  circuitsInAll: 240,
  rcdGroups: 12,
  loads: 200,
  /** Of all loads together, each as often as it is there. */
  pieces: 500,
  /** Loads that never run together with another: each doubles what is calculated. */
  exclusions: 3,
  outlets: 16,
  cars: 4,
  segments: 30,
  solids: 30,
  corners: 120,
  /** Of all solids together. */
  cornersInAll: 160,
  parking: 6,
  openings: 20,
  otherRuns: 5,
} as const;

const ids = () => text(80);
const id = () => needs(ids());
const amps = () => above(1200, "A");

/** Schema of a length in ft or m; 0 is allowed. */
export const length = () => quantity(["ft", "m"], 10_000, true);
/** Schema of an area in ft2 or m2. */
export const area = () => quantity(["ft2", "m2"], 100_000);
/** Schema of a driven distance in mi or km; 0 is allowed. */
export const distanceField = () => quantity(["mi", "km"], 2000, true);
/** Schema of a car's consumption in kWh/mi or kWh/100km. */
export const consumption = () => quantity(["kWh/mi", "kWh/100km"], 200);
const clock = () => needs(textMatching(/^([01]\d|2[0-3]):[0-5]\d$/, "must be a time like 20:00"));
/** Clock times of one day, "HH:MM"; a window may run over midnight. */
export const dailyWindow = () => part({ from: clock(), to: clock() });

export const conductor = part({
  size: needs(text(20)),
  material: oneOf(["cu", "al"]),
  type: text(30),
});

export const circuit = part({
  id: id(),
  label: text(),
  position: whole(1, MOST.spaces),
  poles: whole(1, 4),
  device: oneOf(DEVICE_KINDS),
  /** Which half of a space a device of half width takes: of a tandem `a` or `b`, of a quad the `outer` or `inner` pair. */
  half: oneOf(["a", "b", "outer", "inner"]),
  /** Protection of a North American breaker in addition to overcurrent. */
  protects: oneOf(["afci", "gfci", "afci-gfci"]),
  /** The circuit also serves another dwelling or a common part. */
  shared: yesNo(),
  ratingA: amps(),
  curve: text(4),
  rcd: oneOf(["none", "AC", "A", "F", "B"]),
  conductor: orNull(conductor),
  length: orNull(length()),
  status: oneOf(["in-use", "abandoned", "charger-ready"]),
  /** Part of work that is still to be done: its run is to be designed, its device to be fitted. */
  planned: yesNo(),
  /**
   * A source that feeds back through this circuit: inverter output, and whether it is at the opposite end of the bus
   * from the main.
   */
  backfeed: orNull(part({ outputA: needs(amps()), oppositeEnd: yesNo() })),
  loads: list(id(), 100),
});

export const measured = part({
  source: needs(oneOf(["utility-year", "recorder", "half-hour-meter"])),
  days: above(5000, "days"),
  intervalMinutes: above(1440, "minutes"),
  max: part({ value: needs(above(1000)), unit: needs(oneOf(["A", "kW"])) }),
  /** Three phases: the highest current of each, A; goes before `max`. */
  maxByPhaseA: exactly(needs(fromZero(1000)), 3, "must have one value for each of the three phases"),
  /** Name of the file of interval data that it was read from, and its SHA-256. */
  file: text(),
  digest: textMatching(/^[0-9a-f]{64}$/, "must be a SHA-256 of 64 hexadecimal digits"),
  /** Time zone of the file's timestamps, where the file does not state it. */
  zone: text(60),
  heatingSeason: yesNo(),
});

/** A residual-current device over a run of ways of a UK board. */
export const rcdGroup = part({
  id: id(),
  rcd: needs(oneOf(["AC", "A", "F", "B"])),
  ratingA: amps(),
  /** First and last way it protects. */
  from: needs(whole(1, MOST.spaces)),
  to: needs(whole(1, MOST.spaces)),
});

export const feeder = part({
  ratingA: amps(),
  conductor: orNull(conductor),
  length: orNull(length()),
  /** The circuit of the feeding panel that it starts from. */
  circuit: orNull(ids()),
  /** Part of work that is still to be done. */
  planned: yesNo(),
});

export const panel = part({
  id: id(),
  name: text(),
  /** "supply", or the id of the panel that feeds this one. */
  fedFrom: ids(),
  mainA: orNull(amps()),
  busA: orNull(amps()),
  spaces: whole(0, MOST.spaces),
  feeder: orNull(feeder),
  /** Fed through a main device, or straight onto lugs. */
  mainKind: oneOf(["breaker", "lugs", "main-switch"]),
  /** Where it is, in words. */
  place: text(),
  rcdGroups: list(rcdGroup, MOST.rcdGroups),
  enclosure: text(40),
  surgeProtection: yesNo(),
  /** Part of the proposed work: not installed yet, so it has no faults and no unknown values. */
  planned: yesNo(),
  condition: oneOf(["sound", "obsolete", "unsafe"]),
  circuits: list(circuit, MOST.circuits),
  /** Measured demand of this panel's conductors; it replaces the calculation where it is valid. */
  measured: orNull(measured),
});

/** Clamps on the supply, or on what feeds a panel (by its id), that keep the current there below a limit. */
export const clampLimit = part({ at: id(), limitA: needs(fromZero(1200)) });

export const load = part({
  id: id(),
  kind: needs(oneOf(LOAD_KINDS)),
  label: text(),
  /** Nameplate of one, in volt-amperes; or `amps` at `volts`. */
  va: above(200_000, "VA"),
  amps: above(1000, "A"),
  volts: above(1000, "V"),
  /** Meaning of `amps` on cooling equipment: rated-load current, or minimum circuit ampacity. */
  ampsFrom: oneOf(["rla", "mca"]),
  quantity: whole(1, 200),
  existing: yesNo(),
  panel: ids(),
  /** Line of a three-phase supply; spread as evenly as it goes where it is not recorded. */
  phase: oneOf([1, 2, 3]),
  /** Heating: number of separately controlled units. */
  controlled: whole(1, 100),
  continuous: yesNo(),
  socketOnControl: yesNo(),
  /** A charger behind one automatic switch with this load: the two never run together. */
  interlockedWith: ids(),
  /** A charger on a circuit of its own that waits, by a priority switch, while this load runs. */
  waitsFor: ids(),
  /** A charger held back by clamps: what each guards and the limit it keeps there. */
  managed: list(clampLimit, MOST.panels),
});

export const supply = part({
  system: needs(oneOf(SUPPLY_SYSTEMS)),
  /** Read from the main breaker or the cut-out label; null when it could not be read. */
  ratingA: orNull(amps()),
  earthing: oneOf(["tn-c-s", "tn-s", "tt"]),
  zeOhm: orNull(fromZero(20_000)),
  conductor: orNull(conductor),
  looped: yesNo(),
  onsiteGeneration: yesNo(),
  battery: yesNo(),
  emergencyDisconnect: yesNo(),
  /** The authority has agreed in writing that a service below today's minimum may stay. */
  belowMinimumAccepted: yesNo(),
  /** A switch between meter and board, with which it can be isolated (UK). */
  isolator: yesNo(),
  /** Where the meter is, in words. */
  meterPlace: text(),
});

export const charger = part({
  maxA: above(100, "A"),
  settableA: list(above(100, "A"), 40),
  connection: oneOf(["hard-wired", "plug"]),
  managed: yesNo(),
  /** Buyer of the charger; the firm by default. */
  providedBy: oneOf(["firm", "customer"]),
  /** A load that goes first: a priority switch keeps the charger waiting while it runs. */
  waitsFor: ids(),
  lostPenDetection: yesNo(),
  dcDetection: yesNo(),
  outdoors: yesNo(),
  panel: ids(),
  /** The circuit that feeds it, once there is one, and the outlet it is plugged into, where it is. */
  circuit: ids(),
  outlet: ids(),
  /** The ledger load of this charger, once it is installed. */
  load: ids(),
});

export const outlet = part({
  id: id(),
  type: needs(oneOf(OUTLET_TYPES)),
  circuit: orNull(ids()),
  sharedWith: orNull(ids()),
  leadLength: orNull(length()),
  /** Where it is, e.g. "garage, left wall". */
  place: text(),
  /** False where a look behind the face showed no equipment ground. */
  grounded: yesNo(),
  /** The face or its circuit has GFCI protection; goes before what the circuit's device says. */
  gfci: yesNo(),
  /** A Y-lead without an interlock is plugged in. */
  plainSplitter: yesNo(),
});

export const car = part({
  /** A made-up class whose figures replace missing figures of the car. */
  class: oneOf(CAR_CLASS_IDS),
  name: text(80),
  distancePerDay: needs(distanceField()),
  /** Monday to Sunday, in the unit of `distancePerDay`; goes before it. */
  distanceByWeekday: exactly(needs(fromZero(2000)), 7, "must have one value for each day of the week"),
  consumption: consumption(),
  /** Consumption in winter over the usual one. */
  winterFactor: between(1, 3),
  efficiency: above(1, "", 0.3),
  batteryKWh: above(400, "kWh"),
  /** State of charge it is to leave with in the morning, and usually comes home with in the evening, percent. */
  morningPercent: between(0, 100),
  eveningPercent: between(0, 100),
  /** Where its port is: `along` from 0 to 1, from the car's left to its right, on the flanks from nose to tail. */
  port: part({
    side: oneOf(["front", "rear", "left", "right"]),
    along: between(0, 1),
    heightM: between(0, 3),
  }),
  /** Metres. */
  size: part({ length: needs(above(12, "m")), width: needs(above(4, "m")) }),
});

export const need = part({
  energyPerDayKWh: fromZero(500),
  cars: list(car, MOST.cars),
  pluggedIn: dailyWindow(),
  /** Monday to Sunday evening; null where no car is plugged in that night. It overrides `pluggedIn`. */
  pluggedInByWeekday: exactly(orNull(dailyWindow()), 7, "must have one entry for each day of the week"),
  cheap: orNull(dailyWindow()),
  /** A second cheap window. */
  cheapAlso: orNull(dailyWindow()),
  /** Charge only in the cheap window; default false. */
  cheapOnly: yesNo(),
  /** Two cars: one after the other in their order, or both at once. */
  carPriority: oneOf(["first", "shared"]),
  /** Surplus solar energy goes into the car first. */
  solarSurplus: yesNo(),
});

/** No plot of a home reaches further from where its plan begins, in its own unit. */
const PLOT = 500;
const onPlot = () => needs(exactly(needs(between(-PLOT, PLOT)), 2, "must be two numbers, x and y"));

export const runSegment = part({
  method: needs(text(40)),
  length: needs(quantity(["ft", "m"], 10_000)),
  /** Where it differs from the run's. */
  conductorType: text(30),
  /** Vertical length, in addition to `length`. */
  rise: quantity(["ft", "m"], 300, true),
  /** The most bend between two places where conductors are pulled, degrees. */
  bendDegrees: between(0, 3600),
  /** Number of drilled holes by material. */
  through: counts(CROSSINGS, 100),
  /** Buried: what lies over it, and how deep its top is. */
  surface: oneOf(SURFACES),
  cover: quantity(["ft", "m"], 10, true),
  /** On a surface: its support, a wall by default. */
  fixedTo: oneOf(["wall", "fence"]),
  /** It could be struck where it runs. */
  exposed: yesNo(),
  /** Above a way of escape. */
  escapeRoute: yesNo(),
  /** As drawn on the plan, in its unit. */
  points: list(onPlot(), MOST.corners),
});

/** How the clamps' reading gets to a managed charger. */
export const signal = part({
  by: needs(oneOf(SIGNALS)),
  /** Length of the data cable, without the slack at both ends. */
  length: quantity(["ft", "m"], 1000, true),
  /** There is room round the conductors for the clamps to close. */
  roomAtConductors: yesNo(),
  /** Radio: what each end reads, percent of full strength. */
  readAtClampsPercent: between(0, 100),
  readAtChargerPercent: between(0, 100),
});

export const run = part({
  /** Of one route beside others, e.g. "Round the outside". */
  name: text(80),
  segments: list(runSegment, MOST.segments),
  conductorType: text(30),
  /** The smallest size that a person wants; the rules may ask for a larger one. */
  leastSize: text(20),
  ambientC: between(...AMBIENT_C),
  grouped: whole(1, 60),
  terminalC: oneOf([60, 70, 75]),
  /** For corners and slack, on all that is laid. */
  allowancePercent: between(0, 50),
  disconnect: oneOf(DISCONNECTS),
  signal: orNull(signal),
});

export const solid = part({
  id: id(),
  kind: needs(oneOf(SOLID_KINDS)),
  /** A simple outline: its corners in turn, the last one joined to the first. */
  points: needs(list(onPlot(), MOST.corners)),
});

/** A door or a gate, drawn in a wall or a fence; it stops no lead. */
export const opening = part({
  id: id(),
  kind: needs(oneOf(["door", "gate", "garage-door"])),
  from: onPlot(),
  to: onPlot(),
});

/** A photo of the plot from above, under the plan. */
export const underlay = part({
  /** Id of the job's photo. */
  photo: id(),
  /** Where its lower left corner lies, and how wide it is, in the unit of the plan. */
  at: onPlot(),
  width: needs(above(2 * PLOT)),
  /** Counter-clockwise, degrees. */
  turned: between(-360, 360),
});

export const parking = part({
  id: id(),
  /** Centre of the car. */
  at: onPlot(),
  /** Of its nose as drawn, degrees counter-clockwise from +x. */
  heading: between(-360, 360),
});

/** The plan of the plot; all its numbers are in its unit. */
export const place = part({
  unit: needs(oneOf(["m", "ft"])),
  solids: list(solid, MOST.solids),
  parking: list(parking, MOST.parking),
  openings: list(opening, MOST.openings),
  underlay: orNull(underlay),
  charger: orNull(
    part({
      /** Position of the lead's outlet on the plan. */
      at: onPlot(),
      /** Height of the lead's outlet. */
      height: between(0, 15),
      leadLength: above(100),
      width: above(10),
    }),
  ),
  /** A hole through the wall of the charger: all layers of the wall, and how high it is on both sides. */
  hole: part({ thickness: above(10), outside: fromZero(20), inside: fromZero(20) }),
});

export const options = part({
  evTreatment: oneOf(["outside-125", "outside-100", "inside"]),
  loadMethod: oneOfOrNull(METHOD_IDS),
  terminalColumn: oneOf(["60", "75"]),
  allowAluminium: yesNo(),
  ukDeviceA: oneOf([32, 40]),
  managedMarginA: fromZero(100),
  chargerSizing: oneOf(["largest", "need"]),
  /** A disconnect in sight of the charger also where the rules ask for none. */
  disconnectInSight: yesNo(),
  /** North America: GFCI protection also of a hard-wired charger outdoors, of 50 A and less (210.8(F)). */
  outdoorGfci: yesNo(),
  /** Ids of the price book's grants whose conditions hold. */
  grants: list(needs(text(80)), 40),
  policy: oneOf(["least-work", "fastest", "most-current", "future-ready"]),
});

/** A person's decision, with the values at that time. */
export const decision = part({
  way: needs(oneOf(WAYS_OF_CHARGING)),
  chargeA: needs(fromZero(1200)),
  verdict: needs(oneOf(["ready", "with-work", "ruled-out"])),
  meetsNeed: needs(yesNo()),
  /** Typical price in the currency of the rules; left out where there was none. */
  typical: fromZero(10_000_000),
  /** The supply rating that was counted with, what was spare of it (below zero where it was over) and the managed limit, A. */
  supplyA: fromZero(1200),
  headroomA: between(-1e6, 1e6),
  limitA: fromZero(1200),
  /** The way that was recommended then. */
  recommended: oneOf(WAYS_OF_CHARGING),
  /** In the person's own words. */
  why: needs(text(1000)),
  by: needs(text()),
  /** ISO day. */
  on: needs(textMatching(/^\d{4}-\d{2}-\d{2}$/, "must be a day like 2026-11-25")),
});

const counted = () => needs(fromZero(1e9));

/** Result of replaying the ways on recorded or made-up nights; valid while its inputs are unchanged. */
export const replayed = part({
  house: needs(oneOf(["interval-data", "made-up"])),
  /** SHA-256 of the interval data. */
  digest: textMatching(/^[0-9a-f]{64}$/, "must be a SHA-256 of 64 hexadecimal digits"),
  seed: needs(whole(0, 4_294_967_295)),
  years: needs(whole(1, 1000)),
  stepS: needs(between(1, 60)),
  basis: needs(
    part({ energyPerDayKWh: counted(), hoursPerNight: needs(between(0, 24)), demandA: needs(fromZero(100_000)) }),
  ),
  ways: needs(
    list(
      part({
        way: needs(oneOf(WAYS_OF_CHARGING)),
        chargeA: needs(fromZero(1200)),
        /** Of managed ways. */
        limitA: fromZero(1200),
        nights: needs(whole(0, 1_000_000)),
        nightsMet: needs(whole(0, 1_000_000)),
        kWhPerNight: counted(),
        /** In a year. */
        secondsOverLimit: counted(),
        secondsOverRating: counted(),
        throttledHours: counted(),
        /** Largest state of the supply's device over that at which it trips. */
        thermal: counted(),
      }),
      20,
    ),
  ),
  /** ISO day. */
  on: needs(textMatching(/^\d{4}-\d{2}-\d{2}$/, "must be a day like 2026-11-25")),
});

/** The version of the firm's price book that a quote keeps. */
export const prices = part({ version: needs(whole(0, 1_000_000)) });

/** The customer, the address, and the people who have to agree. */
export const enquiry = part({
  address: text(),
  customer: text(),
  tenure: oneOf(["owner", "tenant"]),
  /** The owner's name, where the customer rents. */
  owner: text(),
  permissions: some(PERMISSIONS, PERMISSION_STATES),
  /** Keys, times, parking for the van. */
  access: text(2000),
  animals: text(2000),
  gate: text(2000),
});

export const survey = part({
  /** By field: `supply.ratingA`, or `panel.<id>.busA`; a field that is not here was read. */
  sources: table(SOURCES),
  /** Faults a person has seen and ticked. */
  seen: list(needs(text(60)), 60),
  /** Items of the evidence list that do not exist here. */
  notHere: list(needs(text(60)), 60),
});

export const dwelling = part({
  kind: oneOf(["one-family", "apartment"]),
  existing: yesNo(),
  floorArea: orNull(area()),
});

export const caseFields = {
  format: needs(oneOf(["heron-case"])),
  version: needs(oneOf([1])),
  title: needs(text(300)),
  rules: needs(oneOf(RULE_SET_IDS)),
  enquiry,
  dwelling: needs(dwelling),
  supply: needs(supply),
  panels: needs(list(panel, MOST.panels)),
  loads: needs(list(load, MOST.loads)),
  measured: orNull(measured),
  charger: orNull(charger),
  outlets: list(outlet, MOST.outlets),
  need: orNull(need),
  place: orNull(place),
  run: orNull(run),
  /** Routes that were looked at beside the one that is taken. */
  otherRuns: list(run, MOST.otherRuns),
  options,
  decision: orNull(decision),
  replayed: orNull(replayed),
  prices,
  survey,
} satisfies Record<string, SchemaField<unknown, boolean>>;

/** The Yup schema of a whole case (version 1). Unknown fields are preserved and reported by `readCase`. */
export const wholeCase = object(caseFields as Record<string, AnySchema>)
  .required("must be a case document")
  .typeError("must be a case document");

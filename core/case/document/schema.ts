/**
 * The case: one plain document per job, the truth of everything that is known about a home. Its shape is checked at
 * every edge with Yup (file, form, patch and command line), and its types follow from here.
 * Field names are fixed by the open format (docs/case-format.md); fields may be added, never renamed.
 * Messages are written in the words of the field, without its path; the path is carried beside them.
 */
import { type AnySchema, object } from "yup";
import { AMBIENT_C } from "#core/limits.ts";
import {
  countsField,
  dayField,
  fromZero,
  listField,
  listOfExactly,
  numberAbove,
  numberBetween,
  objectField,
  oneOf,
  oneOfOrNull,
  orNull,
  quantityField,
  requiredField,
  type SchemaField,
  some,
  tableField,
  textField,
  textMatching,
  textOrObject,
  wholeNumber,
  yesNo,
} from "./field.ts";
import { afterSchema, installationSchema } from "./installation.ts";
import {
  APPEARANCES,
  BONDING_STATES,
  CAR_CLASS_IDS,
  CHARGER_FUNCTIONS,
  CHARGER_PLUGS,
  CLAMPS_READ,
  CONFIRMATION_ANSWERS,
  CROSSINGS,
  DEVICE_KINDS,
  DISCONNECTS,
  DONE_BY,
  FEEDER_ENDS,
  FIXED_TO,
  LOAD_KINDS,
  MAKING_GOOD,
  METHOD_IDS,
  NOTICE_KINDS,
  OLD_CONDUCTORS,
  OUTLET_TYPES,
  PERMISSION_STATES,
  PERMISSIONS,
  PROTECTION_PLACES,
  RECEPTIONS,
  RESIDUAL_MA,
  RULE_SET_IDS,
  SET_BY,
  SIGNALS,
  SOLID_KINDS,
  SOURCES,
  STAGES,
  SUPPLY_SYSTEMS,
  SURFACES,
  SURGE_PLACES,
  VISIT_REASONS,
  WAITED_FOR,
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
  heldConductors: 40,
  confirmations: 200,
  stageMoves: 100,
  waits: 20,
  pastWaits: 100,
  quoteOptions: 3,
} as const;

const ids = () => textField(80);
const id = () => requiredField(ids());
const amps = () => numberAbove(1200, "A");

/** Schema of a length in ft or m; 0 is allowed. */
export const lengthField = () => quantityField(["ft", "m"], 10_000, true);
/** Schema of an area in ft2 or m2. */
export const areaField = () => quantityField(["ft2", "m2"], 100_000);
/** Schema of a driven distance in mi or km; 0 is allowed. */
export const distanceField = () => quantityField(["mi", "km"], 2000, true);
/** Schema of a car's consumption in kWh/mi or kWh/100km. */
export const consumptionField = () => quantityField(["kWh/mi", "kWh/100km"], 200);
const clock = () => requiredField(textMatching(/^([01]\d|2[0-3]):[0-5]\d$/, "must be a time like 20:00"));
/** Clock times of one day, "HH:MM"; a window may run over midnight. */
export const dailyWindow = () => objectField({ from: clock(), to: clock() });

const conductorFields = {
  size: requiredField(textField(20)),
  material: oneOf(["cu", "al"]),
  type: textField(30),
};
export const conductorSchema = objectField(conductorFields);

/** The far end of a circuit that may be reused, each as it was found there. */
export const farEndSchema = objectField({
  /** The gland, or the connector of the cable, holds. */
  gland: yesNo(),
  /** No water can come in. */
  sealed: yesNo(),
  armourEarthed: yesNo(),
  enclosureSound: yesNo(),
  /** Its enclosure or casing holds the new termination. */
  roomInside: yesNo(),
  /** An earth electrode of its own is still connected there. */
  oldElectrode: yesNo(),
});

export const circuitSchema = objectField({
  id: id(),
  label: textField(),
  position: wholeNumber(1, MOST.spaces),
  poles: wholeNumber(1, 4),
  device: oneOf(DEVICE_KINDS),
  /** Which half of a space a device of half width takes: of a tandem `a` or `b`, of a quad the `outer` or `inner` pair. */
  half: oneOf(["a", "b", "outer", "inner"]),
  /** Protection of a North American breaker in addition to overcurrent. */
  protects: oneOf(["afci", "gfci", "afci-gfci"]),
  /** The circuit also serves another dwelling or a common part. */
  shared: yesNo(),
  /** A circuit to be reused: somebody has seen its conductor at both ends. */
  endsSeen: yesNo(),
  /** A circuit to be reused: what stands at its far end. */
  farEnd: farEndSchema,
  ratingA: amps(),
  curve: textField(4),
  rcd: oneOf(["none", "AC", "A", "F", "B"]),
  /** Rated residual current of its own RCD, mA. */
  residualMA: oneOf(RESIDUAL_MA),
  /** Its device is marked for current in both directions (UK). */
  bothWays: yesNo(),
  conductor: orNull(conductorSchema),
  /** Temperature that the terminals at both ends are marked for, °C (North America). */
  terminalC: oneOf([60, 75]),
  length: orNull(lengthField()),
  status: oneOf(["in-use", "abandoned", "charger-ready"]),
  /** Part of work that is still to be done: its run is to be designed, its device to be fitted. */
  planned: yesNo(),
  /**
   * A source that feeds back through this circuit: inverter output, and whether it is at the opposite end of the bus
   * from the main.
   */
  backfeed: orNull(objectField({ outputA: requiredField(amps()), oppositeEnd: yesNo() })),
  loads: listField(id(), 100),
});

export const measuredSchema = objectField({
  source: requiredField(oneOf(["utility-year", "recorder", "half-hour-meter"])),
  days: numberAbove(5000, "days"),
  intervalMinutes: numberAbove(1440, "minutes"),
  max: objectField({ value: requiredField(numberAbove(1000)), unit: requiredField(oneOf(["A", "kW"])) }),
  /** Three phases: the highest current of each, A; goes before `max`. */
  maxByPhaseA: listOfExactly(requiredField(fromZero(1000)), 3, "must have one value for each of the three phases"),
  /** Name of the file of interval data that it was read from, and its SHA-256. */
  file: textField(),
  digest: textMatching(/^[0-9a-f]{64}$/, "must be a SHA-256 of 64 hexadecimal digits"),
  /** Time zone of the file's timestamps, where the file does not state it. */
  zone: textField(60),
  heatingSeason: yesNo(),
  /** With generation on site, import is not demand: what was done so that the figures are those of the loads. */
  generation: oneOf(["added-back", "hours-without"]),
});

/** A residual-current device over a run of ways of a UK board. */
export const rcdGroup = objectField({
  id: id(),
  rcd: requiredField(oneOf(["AC", "A", "F", "B"])),
  ratingA: amps(),
  /** Its rated residual current, mA. */
  residualMA: oneOf(RESIDUAL_MA),
  /** First and last way it protects. */
  from: requiredField(wholeNumber(1, MOST.spaces)),
  to: requiredField(wholeNumber(1, MOST.spaces)),
});

export const feederSchema = objectField({
  ratingA: amps(),
  conductor: orNull(conductorSchema),
  /** Temperature that the terminals at both ends are marked for, °C (North America). */
  terminalC: oneOf([60, 75]),
  length: orNull(lengthField()),
  /** The circuit of the feeding panel that it starts from. */
  circuit: orNull(ids()),
  /** Part of work that is still to be done. */
  planned: yesNo(),
});

export const panelSchema = objectField({
  id: id(),
  name: textField(),
  /** "supply", or the id of the panel that feeds this one. */
  fedFrom: ids(),
  mainA: orNull(amps()),
  busA: orNull(amps()),
  spaces: wholeNumber(0, MOST.spaces),
  feeder: orNull(feederSchema),
  /** Fed through a main device, or straight onto lugs. */
  mainKind: oneOf(["breaker", "lugs", "main-switch"]),
  /** Where it is, in words. */
  place: textField(),
  rcdGroups: listField(rcdGroup, MOST.rcdGroups),
  enclosure: textField(40),
  surgeProtection: yesNo(),
  /** Where a surge protective device would go: inside, in an enclosure beside it, or nowhere. */
  surgePlace: oneOf(SURGE_PLACES),
  /** Places that cannot be used: linked out, or with a burnt contact. */
  linkedOut: wholeNumber(0, MOST.spaces),
  /** There is room beside it for a further board. */
  roomBeside: yesNo(),
  /** Behind another panel: neutral and earth are on bars of their own, with no strap between them. */
  neutralApart: yesNo(),
  /** Set into the wall, or on it. */
  mounting: oneOf(["flush", "surface"]),
  /** Devices that its label lists. */
  listedDevices: textField(),
  /** Free entries and knockouts, in words. */
  entries: textField(),
  /** Short-circuit rating that it is marked with, kA (United Kingdom). */
  ratedKA: oneOf([6, 16]),
  /** When it was made or fitted, as its label or a person says. */
  madeIn: textField(40),
  /** Part of the proposed work: not installed yet, so it has no faults and no unknown values. */
  planned: yesNo(),
  condition: oneOf(["sound", "obsolete", "unsafe"]),
  circuits: listField(circuitSchema, MOST.circuits),
  /** Measured demand of this panel's conductors; it replaces the calculation where it is valid. */
  measured: orNull(measuredSchema),
});

/** Clamps on the supply, or on what feeds a panel (by its id), that keep the current there below a limit. */
export const clampLimit = objectField({ at: id(), limitA: requiredField(fromZero(1200)) });

export const loadSchema = objectField({
  id: id(),
  kind: requiredField(oneOf(LOAD_KINDS)),
  label: textField(),
  /** Nameplate of one, in volt-amperes; or `amps` at `volts`. */
  va: numberAbove(200_000, "VA"),
  amps: numberAbove(1000, "A"),
  volts: numberAbove(1000, "V"),
  /** Meaning of `amps` on cooling equipment: rated-load current, or minimum circuit ampacity. */
  ampsFrom: oneOf(["rla", "mca"]),
  quantity: wholeNumber(1, 200),
  existing: yesNo(),
  panel: ids(),
  /** Line of a three-phase supply; spread as evenly as it goes where it is not recorded. */
  phase: oneOf([1, 2, 3]),
  /** Phases that it draws from at once: with three, `amps` are those of each, and `va` is the sum. */
  phases: oneOf([1, 3]),
  /** Heating: number of separately controlled units. */
  controlled: wholeNumber(1, 100),
  continuous: yesNo(),
  socketOnControl: yesNo(),
  /** A charger behind one automatic switch with this load: the two never run together. */
  interlockedWith: ids(),
  /** A charger on a circuit of its own that waits, by a priority switch, while this load runs. */
  waitsFor: ids(),
  /** A charger held back by clamps: what each guards and the limit it keeps there. */
  managed: listField(clampLimit, MOST.panels),
});

const bondSchema = objectField({
  state: oneOf(BONDING_STATES),
  /** Its conductor, copper, mm². */
  mm2: numberAbove(95),
  /** From the meter or the stop cock to the clamp, along the pipe, mm. */
  distanceMm: fromZero(100_000),
});

export const supplySchema = objectField({
  system: requiredField(oneOf(SUPPLY_SYSTEMS)),
  /** Read from the main breaker or the cut-out label; null when it could not be read. */
  ratingA: orNull(amps()),
  earthing: oneOf(["tn-c-s", "tn-s", "tt"]),
  zeOhm: orNull(fromZero(20_000)),
  conductor: orNull(conductorSchema),
  looped: yesNo(),
  onsiteGeneration: yesNo(),
  battery: yesNo(),
  emergencyDisconnect: yesNo(),
  /** The authority has agreed in writing that a service below today's minimum may stay. */
  belowMinimumAccepted: yesNo(),
  /** A switch between meter and board, with which it can be isolated (UK). */
  isolator: yesNo(),
  /** The main earth conductor, copper, mm² (UK). */
  mainEarthMm2: orNull(numberAbove(95)),
  /** The main bonding of the service pipes (UK). */
  bonding: objectField({ gas: bondSchema, water: bondSchema }),
  /** Measured at the origin, kA. */
  prospectiveKA: orNull(numberAbove(100)),
  /** Where the meter is, in words. */
  meterPlace: textField(),
  /** The number that the operator knows the supply by. */
  number: textField(40),
});

const protectiveDevice = () =>
  objectField({
    at: oneOf(PROTECTION_PLACES),
    /** A residual current device: "A" or "B". Protection against a lost neutral: "detection" or "electrode". */
    kind: textField(30),
  });

/** Where each protective function of the charger's circuit sits. */
export const protectionSchema = objectField({
  overcurrent: oneOf(["board"]),
  residual: protectiveDevice(),
  lostPen: protectiveDevice(),
});

export const chargerSchema = objectField({
  /** The firm's charger that was chosen: the id of its item in the price book. */
  kind: textField(80),
  /** Functions that the customer wants. */
  wishes: listField(requiredField(oneOf(CHARGER_FUNCTIONS)), CHARGER_FUNCTIONS.length),
  protection: orNull(protectionSchema),
  maxA: numberAbove(100, "A"),
  settableA: listField(numberAbove(100, "A"), 40),
  connection: oneOf(["hard-wired", "plug"]),
  /** The plug of its supply lead. */
  plug: oneOf(CHARGER_PLUGS),
  /** How its current is set by the installer. */
  setBy: oneOf(SET_BY),
  /** Torque of its terminals, as its maker gives it: "2.5 N m". */
  torque: textField(20),
  /** Reception of its data network where it will hang. */
  reception: oneOf(RECEPTIONS),
  managed: yesNo(),
  /** Buyer of the charger; the firm by default. */
  providedBy: oneOf(["firm", "customer"]),
  /** A load that goes first: a priority switch keeps the charger waiting while it runs. */
  waitsFor: ids(),
  lostPenDetection: yesNo(),
  dcDetection: yesNo(),
  outdoors: yesNo(),
  /** Phases it charges on; one by default. */
  phases: oneOf([1, 3]),
  /** It can feed back: vehicle to home or to the grid. */
  twoWay: yesNo(),
  /** Largest current that it feeds back, A; its charging current by default. */
  exportA: amps(),
  panel: ids(),
  /** The circuit that feeds it, once there is one, and the outlet it is plugged into, where it is. */
  circuit: ids(),
  outlet: ids(),
  /** The ledger load of this charger, once it is installed. */
  load: ids(),
});

export const outletSchema = objectField({
  id: id(),
  type: requiredField(oneOf(OUTLET_TYPES)),
  circuit: orNull(ids()),
  sharedWith: orNull(ids()),
  leadLength: orNull(lengthField()),
  /** Where it is, e.g. "garage, left wall". */
  place: textField(),
  /** False where a look behind the face showed no equipment ground. */
  grounded: yesNo(),
  /** The face or its circuit has GFCI protection; goes before what the circuit's device says. */
  gfci: yesNo(),
  /** The lead of a plug in it hangs straight down, not over the face. */
  leadHangs: yesNo(),
  /** A Y-lead without an interlock is plugged in. */
  plainSplitter: yesNo(),
});

export const carSchema = objectField({
  /** A made-up class whose figures replace missing figures of the car. */
  class: oneOf(CAR_CLASS_IDS),
  name: textField(80),
  distancePerDay: requiredField(distanceField()),
  /** Monday to Sunday, in the unit of `distancePerDay`; goes before it. */
  distanceByWeekday: listOfExactly(requiredField(fromZero(2000)), 7, "must have one value for each day of the week"),
  consumption: consumptionField(),
  /** Consumption in winter over the usual one. */
  winterFactor: numberBetween(1, 3),
  efficiency: numberAbove(1, "", 0.3),
  batteryKWh: numberAbove(400, "kWh"),
  /** State of charge it is to leave with in the morning, and usually comes home with in the evening, percent. */
  morningPercent: numberBetween(0, 100),
  eveningPercent: numberBetween(0, 100),
  /** Where its port is: `along` from 0 to 1, from the car's left to its right, on the flanks from nose to tail. */
  port: objectField({
    side: oneOf(["front", "rear", "left", "right"]),
    along: numberBetween(0, 1),
    heightM: numberBetween(0, 3),
  }),
  /** Metres. */
  size: objectField({ length: requiredField(numberAbove(12, "m")), width: requiredField(numberAbove(4, "m")) }),
});

export const needSchema = objectField({
  energyPerDayKWh: fromZero(500),
  cars: listField(carSchema, MOST.cars),
  pluggedIn: dailyWindow(),
  /** Monday to Sunday evening; null where no car is plugged in that night. It overrides `pluggedIn`. */
  pluggedInByWeekday: listOfExactly(orNull(dailyWindow()), 7, "must have one entry for each day of the week"),
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
const onPlot = () =>
  requiredField(listOfExactly(requiredField(numberBetween(-PLOT, PLOT)), 2, "must be two numbers, x and y"));

/** A raceway that a part of a run lies in. */
export const racewaySchema = objectField({
  /** Trade size, e.g. "3/4". */
  trade: requiredField(textField(20)),
  existing: yesNo(),
  /** Conductors that stay in it, one by one: a size, or a conductor. */
  holds: listField(
    requiredField(textOrObject(conductorFields, "must be a conductor size such as 12 AWG, or a conductor")),
    MOST.heldConductors,
  ),
  /** Radius of its tightest elbow, inches. */
  elbowIn: numberAbove(60),
  /** Old conductors that go: pulled out first, or with the new ones on them. */
  old: oneOf(OLD_CONDUCTORS),
});

export const runSegment = objectField({
  method: requiredField(textField(40)),
  length: requiredField(quantityField(["ft", "m"], 10_000)),
  /** Where it differs from the run's. */
  conductorType: textField(30),
  /** Vertical length, in addition to `length`. */
  rise: quantityField(["ft", "m"], 300, true),
  /** The most bend between two places where conductors are pulled, degrees. */
  bendDegrees: numberBetween(0, 3600),
  /** Number of drilled holes by material. */
  through: countsField(CROSSINGS, 100),
  /** Buried: what lies over it, and how deep its top is. */
  surface: oneOf(SURFACES),
  cover: quantityField(["ft", "m"], 10, true),
  /** On a surface: its support, a wall by default. */
  fixedTo: oneOf(FIXED_TO),
  /** How it looks once it is there, and whether it is on the front of the home. */
  looks: oneOf(APPEARANCES),
  inFront: yesNo(),
  /** It could be struck where it runs. */
  exposed: yesNo(),
  /** Above a way of escape. */
  escapeRoute: yesNo(),
  /** Whether this part of a reused circuit is new or already installed. */
  status: oneOf(["new", "kept"]),
  /** Grouping of this part, where it differs from the rest of the run. */
  grouped: wholeNumber(1, 60),
  raceway: orNull(racewaySchema),
  /** As drawn on the plan, in its unit. */
  points: listField(onPlot(), MOST.corners),
});

/** How the clamps' reading gets to a managed charger. */
export const signalSchema = objectField({
  by: requiredField(oneOf(SIGNALS)),
  /** Length of the data cable, without the slack at both ends. */
  length: quantityField(["ft", "m"], 1000, true),
  /** There is room round the conductors for the clamps to close. */
  roomAtConductors: yesNo(),
  /** What the clamps read, as found on site. */
  reads: oneOf(CLAMPS_READ),
  feederEnd: oneOf(FEEDER_ENDS),
  /** Input of the charger that they are connected to. */
  input: textField(40),
  /** Radio: what each end reads, percent of full strength. */
  readAtClampsPercent: numberBetween(0, 100),
  readAtChargerPercent: numberBetween(0, 100),
});

export const runSchema = objectField({
  /** The panel whose feeder the run renews; without it the run is that of the charger's circuit. */
  feeds: ids(),
  /** Of one route beside others, e.g. "Round the outside". */
  name: textField(80),
  segments: listField(runSegment, MOST.segments),
  conductorType: textField(30),
  /** The smallest size that a person wants; the rules may ask for a larger one. */
  leastSize: textField(20),
  ambientC: numberBetween(...AMBIENT_C),
  grouped: wholeNumber(1, 60),
  terminalC: oneOf([60, 70, 75]),
  /** For corners and slack, on all that is laid. */
  allowancePercent: numberBetween(0, 50),
  disconnect: oneOf(DISCONNECTS),
  /** What the customer wishes of its looks. */
  wishes: objectField({ hidden: yesNo(), low: yesNo(), notInFront: yesNo() }),
  /** What is made good afterwards, and by whom. */
  makingGood: some(MAKING_GOOD, DONE_BY),
  signal: orNull(signalSchema),
});

export const solidSchema = objectField({
  id: id(),
  kind: requiredField(oneOf(SOLID_KINDS)),
  /** A simple outline: its corners in turn, the last one joined to the first. */
  points: requiredField(listField(onPlot(), MOST.corners)),
});

/** A door or a gate, drawn in a wall or a fence; it stops no lead. */
export const openingSchema = objectField({
  id: id(),
  kind: requiredField(oneOf(["door", "gate", "garage-door"])),
  from: onPlot(),
  to: onPlot(),
});

/** A photo of the plot from above, under the plan. */
export const underlaySchema = objectField({
  /** Id of the job's photo. */
  photo: id(),
  /** Where its lower left corner lies, and how wide it is, in the unit of the plan. */
  at: onPlot(),
  width: requiredField(numberAbove(2 * PLOT)),
  /** Counter-clockwise, degrees. */
  turned: numberBetween(-360, 360),
});

export const parkingSchema = objectField({
  id: id(),
  /** Centre of the car. */
  at: onPlot(),
  /** Of its nose as drawn, degrees counter-clockwise from +x. */
  heading: numberBetween(-360, 360),
});

/** The plan of the plot; all its numbers are in its unit. */
export const placeSchema = objectField({
  unit: requiredField(oneOf(["m", "ft"])),
  solids: listField(solidSchema, MOST.solids),
  parking: listField(parkingSchema, MOST.parking),
  openings: listField(openingSchema, MOST.openings),
  underlay: orNull(underlaySchema),
  charger: orNull(
    objectField({
      /** Position of the lead's outlet on the plan. */
      at: onPlot(),
      /** Height of the lead's outlet. */
      height: numberBetween(0, 15),
      leadLength: numberAbove(100),
      width: numberAbove(10),
    }),
  ),
  /** A hole through the wall of the charger: all layers of the wall, and how high it is on both sides. */
  hole: objectField({ thickness: numberAbove(10), outside: fromZero(20), inside: fromZero(20) }),
});

export const optionsSchema = objectField({
  evTreatment: oneOf(["outside-125", "outside-100", "inside"]),
  loadMethod: oneOfOrNull(METHOD_IDS),
  terminalColumn: oneOf(["60", "75"]),
  allowAluminium: yesNo(),
  ukDeviceA: oneOf([32, 40]),
  managedMarginA: fromZero(100),
  chargerSizing: oneOf(["largest", "need"]),
  /** A receptacle for the charger has a neutral, also where the charger needs none (North America). */
  receptacleNeutral: yesNo(),
  /** Where the charger is connected: a spare way of the board that is there, or always a board of its own. */
  chargerBoard: oneOf(["spare-way", "own"]),
  /** What the clamps should read where the charger has its own board on the supply. */
  clampsRead: oneOf(CLAMPS_READ),
  /** Clamps are fitted also where the calculation passes without them. */
  clampsAlways: yesNo(),
  /** A disconnect in sight of the charger also where the rules ask for none. */
  disconnectInSight: yesNo(),
  /** North America: GFCI protection also of a hard-wired charger outdoors, of 50 A and less (210.8(F)). */
  outdoorGfci: yesNo(),
  /** Ids of the price book's grants whose conditions hold. */
  grants: listField(requiredField(textField(80)), 40),
  policy: oneOf(["least-work", "fastest", "most-current", "future-ready"]),
});

/** A person's decision, with the values at that time. */
export const decisionSchema = objectField({
  way: requiredField(oneOf(WAYS_OF_CHARGING)),
  chargeA: requiredField(fromZero(1200)),
  verdict: requiredField(oneOf(["ready", "with-work", "ruled-out"])),
  meetsNeed: requiredField(yesNo()),
  /** Typical price in the currency of the rules; left out where there was none. */
  typical: fromZero(10_000_000),
  /** The supply rating that was counted with, what was spare of it (below zero where it was over) and the managed limit, A. */
  supplyA: fromZero(1200),
  headroomA: numberBetween(-1e6, 1e6),
  limitA: fromZero(1200),
  /** The way that was recommended then. */
  recommended: oneOf(WAYS_OF_CHARGING),
  /** In the person's own words. */
  why: requiredField(textField(1000)),
  by: requiredField(textField()),
  /** ISO day. */
  on: requiredField(dayField()),
});

const counted = () => requiredField(fromZero(1e9));

/** Result of replaying the ways on recorded or made-up nights; valid while its inputs are unchanged. */
export const replayedSchema = objectField({
  house: requiredField(oneOf(["interval-data", "made-up"])),
  /** SHA-256 of the interval data. */
  digest: textMatching(/^[0-9a-f]{64}$/, "must be a SHA-256 of 64 hexadecimal digits"),
  seed: requiredField(wholeNumber(0, 4_294_967_295)),
  years: requiredField(wholeNumber(1, 1000)),
  stepS: requiredField(numberBetween(1, 60)),
  basis: requiredField(
    objectField({
      energyPerDayKWh: counted(),
      hoursPerNight: requiredField(numberBetween(0, 24)),
      demandA: requiredField(fromZero(100_000)),
    }),
  ),
  ways: requiredField(
    listField(
      objectField({
        way: requiredField(oneOf(WAYS_OF_CHARGING)),
        chargeA: requiredField(fromZero(1200)),
        /** Of managed ways. */
        limitA: fromZero(1200),
        nights: requiredField(wholeNumber(0, 1_000_000)),
        nightsMet: requiredField(wholeNumber(0, 1_000_000)),
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
  on: requiredField(dayField()),
});

/** The version of the firm's price book that a quote keeps. */
export const pricesSchema = objectField({ version: requiredField(wholeNumber(0, 1_000_000)) });

/** The customer, the address, and the people who have to agree. */
/** The customer's report of a device that trips. */
export const tripSchema = objectField({
  /** The device, as a link of today's path: "supply", or that of a main, a feeder or a circuit. */
  at: ids(),
  kind: oneOf(["overcurrent", "residual"]),
  after: oneOf(["at-once", "minutes", "hours"]),
  /** How often in a week. */
  perWeek: fromZero(200),
  /** The car was charging. */
  charging: yesNo(),
  /** Ids of the loads that ran. */
  running: listField(id(), MOST.loads),
});

export const enquirySchema = objectField({
  reason: oneOf(VISIT_REASONS),
  trip: orNull(tripSchema),
  address: textField(),
  customer: textField(),
  tenure: oneOf(["owner", "tenant"]),
  /** The owner's name, where the customer rents. */
  owner: textField(),
  permissions: some(PERMISSIONS, PERMISSION_STATES),
  /** Name of the authority, as the firm knows it. */
  authority: textField(200),
  /** Keys, times, parking for the van. */
  access: textField(2000),
  animals: textField(2000),
  gate: textField(2000),
});

/** What somebody saw to on site, or was told. */
export const confirmationSchema = objectField({
  /** What was asked. */
  what: requiredField(textField(200)),
  answer: requiredField(oneOf(CONFIRMATION_ANSWERS)),
  /** The text that it rested on; where that changes, it is asked again. */
  basis: textField(1000),
  by: textField(),
  /** ISO day. */
  on: dayField(),
  /** Id of a photo of the job. */
  picture: ids(),
  words: textField(1000),
});

/** A move of the job to another stage. */
export const stageMoveSchema = objectField({
  from: requiredField(oneOf(STAGES)),
  to: requiredField(oneOf(STAGES)),
  /** In the person's own words; asked for where the facts do not speak for the move. */
  why: textField(1000),
  by: textField(),
  on: requiredField(dayField()),
});

/** What the job waits for. */
export const waitSchema = objectField({
  id: id(),
  for: requiredField(oneOf(WAITED_FOR)),
  what: textField(),
  since: requiredField(dayField()),
  /** What was last done about it, and when. */
  last: textField(),
  lastOn: dayField(),
  /** When to ask again. */
  askOn: dayField(),
  /** Of a wait that is over. */
  endedOn: dayField(),
});

/** A notice as far as somebody has dealt with it; whether it is owed follows from the job. */
export const noticeSchema = objectField({
  kind: requiredField(oneOf(NOTICE_KINDS)),
  sentOn: dayField(),
  /** What proves it: a number, a receipt, a name. */
  proof: textField(),
  /** Id of a photo of the job: of the receipt, the letter, the sticker. */
  picture: ids(),
  /** Why it is not owed here, where the rules would have it. */
  notOwed: textField(),
});

/** Where a job stands: its stage, whom it waits for, and the notices that were given. */
export const progressSchema = objectField({
  stage: oneOf(STAGES),
  moves: listField(stageMoveSchema, MOST.stageMoves),
  waits: listField(waitSchema, MOST.waits),
  /** Waits that are over. */
  pastWaits: listField(waitSchema, MOST.pastWaits),
  notices: listField(noticeSchema, NOTICE_KINDS.length),
});

/** One of the options of a quote: a way at a price. */
export const quoteOptionSchema = objectField({
  id: id(),
  way: requiredField(oneOf(WAYS_OF_CHARGING)),
  /** The panel that its circuit starts from, where it is not the one that the assessment takes. */
  panel: ids(),
  /** What the customer pays before grants, in the currency of the rules; a range by the price book without it. */
  fixedPrice: fromZero(10_000_000),
  /** The firm's words about it, as they were when they were put in. */
  text: textField(4000),
});

/** What the firm offers, and what the customer pays today. */
export const quoteSchema = objectField({
  options: listField(quoteOptionSchema, MOST.quoteOptions),
  /** Id of the option that the firm suggests. */
  suggested: ids(),
  validDays: wholeNumber(1, 365),
  /** Of the price, before the work begins. */
  depositPercent: numberBetween(0, 100),
  /** What is not included, one in a line, beside what Heron names itself. */
  notIncluded: textField(4000),
  terms: textField(4000),
  /** What a kWh costs when the car charges, in the currency of the rules. */
  pricePerKWh: fromZero(100),
  /** Price of a kWh at other hours. */
  dayPricePerKWh: fromZero(100),
  /** What fuel for the same driving costs in a month today, in the currency of the rules. */
  fuelPerMonth: fromZero(100_000),
  /** Written when the customer accepts. */
  accepted: orNull(
    objectField({
      option: requiredField(textField(80)),
      /** Number of the issued version. */
      version: requiredField(wholeNumber(1, 100_000)),
      name: requiredField(textField()),
      on: requiredField(dayField()),
    }),
  ),
});

export const surveySchema = objectField({
  /** By field: `supply.ratingA`, or `panel.<id>.busA`; a field that is not here was read. */
  sources: tableField(SOURCES),
  /** Faults a person has seen and ticked. */
  seen: listField(requiredField(textField(60)), 60),
  /** Items of the evidence list that do not exist here. */
  notHere: listField(requiredField(textField(60)), 60),
});

export const dwellingSchema = objectField({
  kind: oneOf(["one-family", "apartment"]),
  existing: yesNo(),
  floorArea: orNull(areaField()),
});

export const caseFields = {
  format: requiredField(oneOf(["heron-case"])),
  version: requiredField(oneOf([1])),
  title: requiredField(textField(300)),
  rules: requiredField(oneOf(RULE_SET_IDS)),
  enquiry: enquirySchema,
  dwelling: requiredField(dwellingSchema),
  supply: requiredField(supplySchema),
  panels: requiredField(listField(panelSchema, MOST.panels)),
  loads: requiredField(listField(loadSchema, MOST.loads)),
  measured: orNull(measuredSchema),
  charger: orNull(chargerSchema),
  outlets: listField(outletSchema, MOST.outlets),
  need: orNull(needSchema),
  place: orNull(placeSchema),
  run: orNull(runSchema),
  /** Routes that were looked at beside the one that is taken. */
  otherRuns: listField(runSchema, MOST.otherRuns),
  options: optionsSchema,
  decision: orNull(decisionSchema),
  replayed: orNull(replayedSchema),
  prices: pricesSchema,
  survey: surveySchema,
  confirmations: listField(confirmationSchema, MOST.confirmations),
  progress: progressSchema,
  quote: orNull(quoteSchema),
  installation: installationSchema,
  after: afterSchema,
} satisfies Record<string, SchemaField<unknown, boolean>>;

/** The Yup schema of a whole case (version 1). Unknown fields are preserved and reported by `readCase`. */
export const wholeCase = object(caseFields as Record<string, AnySchema>)
  .required("must be a case document")
  .typeError("must be a case document");

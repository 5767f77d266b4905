/**
 * The case: one plain document per job, the truth of everything that is known about a home.
 * Field names are fixed by the open format (docs/case-format.md); fields may be added, never renamed.
 */

export const RULE_SET_IDS = ["us-nec-2020", "us-nec-2023", "uk-bs7671-2018-a2"] as const;
export type RuleSetId = (typeof RULE_SET_IDS)[number];

export const SUPPLY_SYSTEMS = [
  "split-phase-120-240",
  "two-legs-120-208",
  "single-phase-230",
  "three-phase-230-400",
] as const;
export type SupplySystem = (typeof SUPPLY_SYSTEMS)[number];

export const WAY_IDS = [
  "existing-outlet",
  "reuse-circuit",
  "dedicated-circuit",
  "circuit-splitter",
  "dynamic-load-management",
  "panel-change",
  "separate-board",
  "service-upgrade",
] as const;
export type WayId = (typeof WAY_IDS)[number];

export const METHOD_IDS = [
  "nec-220.87",
  "nec-220.83",
  "nec-220.82",
  "nec-standard",
  "uk-measured",
  "uk-diversity",
] as const;
export type MethodId = (typeof METHOD_IDS)[number];

export const LOAD_KINDS = [
  "small-appliance-circuit",
  "laundry-circuit",
  "range",
  "oven",
  "cooktop",
  "dryer",
  "water-heater",
  "dishwasher",
  "disposal",
  "fixed-appliance",
  "motor",
  "air-conditioning",
  "heat-pump",
  "supplemental-heat",
  "central-heat",
  "space-heating",
  "storage-heat",
  "ev-charger",
  "lighting",
  "cooker",
  "shower",
  "immersion",
  "underfloor-heating",
  "storage-heater",
  "socket-circuit",
] as const;
export type LoadKindId = (typeof LOAD_KINDS)[number];

export interface Length {
  value: number;
  unit: "ft" | "m";
}
export interface Area {
  value: number;
  unit: "ft2" | "m2";
}
export interface Distance {
  value: number;
  unit: "mi" | "km";
}
export interface Consumption {
  value: number;
  unit: "kWh/mi" | "kWh/100km";
}
/** Clock times of one day, "HH:MM"; a window may run over midnight. */
export interface DailyWindow {
  from: string;
  to: string;
}

export interface Conductor {
  size: string;
  material?: "cu" | "al";
  type?: string;
}

export const PERMISSIONS = ["owner", "association", "authority"] as const;
export type PermissionFrom = (typeof PERMISSIONS)[number];
export const PERMISSION_STATES = ["not-needed", "to-ask", "asked", "given", "refused"] as const;
export type PermissionState = (typeof PERMISSION_STATES)[number];

/** Who asked, where, and who has to agree; not used by the calculation. */
export interface Enquiry {
  address?: string;
  customer?: string;
  tenure?: "owner" | "tenant";
  /** The owner's name, where the customer rents. */
  owner?: string;
  permissions?: Partial<Record<PermissionFrom, PermissionState>>;
  /** Keys, times, parking for the van. */
  access?: string;
  animals?: string;
  gate?: string;
}

export interface Dwelling {
  kind?: "one-family" | "apartment";
  existing?: boolean;
  floorArea?: Area | null;
}

export interface Supply {
  system: SupplySystem;
  /** As read off the main breaker or the cut-out label; null when it could not be read. */
  ratingA: number | null;
  earthing?: "tn-c-s" | "tn-s" | "tt";
  zeOhm?: number | null;
  conductor?: Conductor | null;
  looped?: boolean;
  onsiteGeneration?: boolean;
  battery?: boolean;
  emergencyDisconnect?: boolean;
  /** The authority has agreed in writing that a service below today's minimum may stay. */
  belowMinimumAccepted?: boolean;
  /** A switch between meter and board, with which it can be isolated (UK). */
  isolator?: boolean;
  /** Where the meter is, in words. */
  meterPlace?: string;
}

export const DEVICE_KINDS = [
  "breaker",
  "tandem",
  "quad",
  "mcb",
  "rcbo",
  "rewirable-fuse",
  "cartridge-fuse",
  "surge",
  "blank",
] as const;
export type DeviceKind = (typeof DEVICE_KINDS)[number];

/** Which half of a space a device of half width takes: of a tandem `a` or `b`, of a quad the `outer` or `inner` pair. */
export type Half = "a" | "b" | "outer" | "inner";

export type CircuitStatus = "in-use" | "abandoned" | "charger-ready";

export interface Circuit {
  id: string;
  label?: string;
  position?: number;
  poles?: number;
  device?: DeviceKind;
  half?: Half;
  ratingA?: number;
  /** What a North American breaker guards against beside overcurrent. */
  protects?: "afci" | "gfci" | "afci-gfci";
  /** The circuit also serves another dwelling or a common part. */
  shared?: boolean;
  curve?: string;
  rcd?: "none" | "AC" | "A" | "F" | "B";
  conductor?: Conductor | null;
  length?: Length | null;
  status?: CircuitStatus;
  /** Part of work that is still to be done: its run is to be designed, its device to be fitted. */
  planned?: boolean;
  /** A source that feeds back through this circuit: inverter output, and whether it stands opposite to the main. */
  backfeed?: { outputA: number; oppositeEnd?: boolean } | null;
  loads?: string[];
}

/** A residual-current device over a run of ways of a UK board. */
export interface RcdGroup {
  id: string;
  rcd: "AC" | "A" | "F" | "B";
  ratingA?: number;
  /** First and last way it protects. */
  from: number;
  to: number;
}

export type PanelCondition = "sound" | "obsolete" | "unsafe";

export interface Feeder {
  ratingA?: number;
  conductor?: Conductor | null;
  length?: Length | null;
  /** The circuit of the feeding panel that it starts from. */
  circuit?: string | null;
  /** Part of work that is still to be done. */
  planned?: boolean;
}

export interface Panel {
  id: string;
  name?: string;
  /** "supply", or the id of the panel that feeds this one. */
  fedFrom?: string;
  mainA?: number | null;
  busA?: number | null;
  spaces?: number;
  feeder?: Feeder | null;
  /** Fed through a main device, or straight onto lugs. */
  mainKind?: "breaker" | "lugs" | "main-switch";
  /** Where it is, in words. */
  place?: string;
  rcdGroups?: RcdGroup[];
  enclosure?: string;
  surgeProtection?: boolean;
  /** Part of work that is still to be done: nobody has seen it yet, and nothing is wrong with it. */
  planned?: boolean;
  condition?: PanelCondition;
  circuits?: Circuit[];
  /** What the conductors to this panel were measured to carry; goes before a calculation where it is valid. */
  measured?: Measured | null;
}

/** Clamps on the supply, or on what feeds a panel, that keep the current there below a limit. */
export interface ClampLimit {
  at: string;
  limitA: number;
}

export interface Load {
  id: string;
  kind: LoadKindId;
  label?: string;
  /** Nameplate of one, in volt-amperes; or `amps` at `volts`. */
  va?: number;
  amps?: number;
  volts?: number;
  /** What `amps` is on the label of cooling equipment: rated-load current, or the minimum circuit ampacity. */
  ampsFrom?: "rla" | "mca";
  quantity?: number;
  existing?: boolean;
  panel?: string;
  /** Line of a three-phase supply; spread as evenly as it goes where it is not recorded. */
  phase?: 1 | 2 | 3;
  /** Heating: number of separately controlled units. */
  controlled?: number;
  /** A charger behind one automatic switch with this load: the two never run together. */
  interlockedWith?: string;
  /** A charger held back by clamps: what each guards ("supply", or a panel's id) and the limit it keeps there. */
  managed?: ClampLimit[];
  continuous?: boolean;
  socketOnControl?: boolean;
}

export interface Measured {
  source: "utility-year" | "recorder" | "half-hour-meter";
  days?: number;
  intervalMinutes?: number;
  max?: { value: number; unit: "A" | "kW" };
  /** Three phases: the highest current of each, A; goes before `max`. */
  maxByPhaseA?: number[];
  file?: string;
  heatingSeason?: boolean;
}

export interface Charger {
  maxA?: number;
  settableA?: number[];
  connection?: "hard-wired" | "plug";
  managed?: boolean;
  lostPenDetection?: boolean;
  dcDetection?: boolean;
  outdoors?: boolean;
  panel?: string;
  /** The circuit that feeds it, once there is one, and the outlet it is plugged into, where it is. */
  circuit?: string;
  outlet?: string;
  /** The load of the ledger that stands for it, once it is there. */
  load?: string;
}

export type OutletType = "5-15" | "5-20" | "6-50" | "10-30" | "10-50" | "14-30" | "14-50" | "bs1363";

export interface Outlet {
  id: string;
  type: OutletType;
  circuit?: string | null;
  sharedWith?: string | null;
  leadLength?: Length | null;
  /** Where it is, e.g. "garage, left wall". */
  place?: string;
  /** False where a look behind the face showed no equipment ground. */
  grounded?: boolean;
  /** The face or its circuit has GFCI protection; goes before what the circuit's device says. */
  gfci?: boolean;
  /** A Y-lead without an interlock is plugged in. */
  plainSplitter?: boolean;
}

export interface Car {
  distancePerDay: Distance;
  consumption?: Consumption;
  efficiency?: number;
}

export interface Need {
  energyPerDayKWh?: number;
  cars?: Car[];
  pluggedIn?: DailyWindow;
  cheap?: DailyWindow | null;
  /** Charge only in the cheap window; default false. */
  cheapOnly?: boolean;
}

export interface RunSegment {
  method: string;
  length: Length;
  /** Where it differs from the run's. */
  conductorType?: string;
}

export interface Run {
  segments?: RunSegment[];
  conductorType?: string;
  ambientC?: number;
  grouped?: number;
  terminalC?: 60 | 70 | 75;
}

export type EvTreatment = "outside-125" | "outside-100" | "inside";
export type Policy = "least-work" | "fastest" | "most-current" | "future-ready";

export interface Options {
  evTreatment?: EvTreatment;
  loadMethod?: MethodId | null;
  terminalColumn?: "60" | "75";
  allowAluminium?: boolean;
  ukDeviceA?: 32 | 40;
  managedMarginA?: number;
  chargerSizing?: "largest" | "need";
  policy?: Policy;
}

/** Where a value of the survey came from. */
export const SOURCES = ["read", "measured", "told", "assumed"] as const;
export type Source = (typeof SOURCES)[number];

export interface Survey {
  /** By field: `supply.ratingA`, or `panel.<id>.busA`; a field that is not here was read. */
  sources?: Record<string, Source>;
  /** Faults a person has seen and ticked. */
  seen?: string[];
  /** Items of the evidence list that do not exist here. */
  notHere?: string[];
}

export interface CaseDocument {
  format: "heron-case";
  version: 1;
  title: string;
  rules: RuleSetId;
  enquiry?: Enquiry;
  dwelling: Dwelling;
  supply: Supply;
  panels: Panel[];
  loads: Load[];
  measured?: Measured | null;
  charger?: Charger | null;
  outlets?: Outlet[];
  need?: Need | null;
  run?: Run | null;
  options?: Options;
  survey?: Survey;
}

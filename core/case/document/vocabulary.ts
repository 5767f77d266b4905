/** The words of the open format that a field chooses from. */
/** The rule sets that a case may name, each with the folder of its rule book in `core/rules`. */
export const BOOK_OF_RULES = {
  "us-nec-2020": "nec",
  "us-nec-2023": "nec",
  "uk-bs7671-2018-a2": "bs7671",
  "uk-bs7671-2018-a3": "bs7671",
} as const;
export const RULE_SET_IDS = Object.keys(BOOK_OF_RULES) as readonly (keyof typeof BOOK_OF_RULES)[];
export const SUPPLY_SYSTEMS = [
  "split-phase-120-240",
  "two-legs-120-208",
  "single-phase-230",
  "three-phase-230-400",
] as const;
export const METHOD_IDS = [
  "nec-220.87",
  "nec-220.83",
  "nec-220.82",
  "nec-standard",
  "uk-measured",
  "uk-diversity",
] as const;
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
export const OUTLET_TYPES = ["5-15", "5-20", "6-50", "10-30", "10-50", "14-30", "14-50", "bs1363"] as const;
/** Plugs of a charger: of high current, with an equipment ground. */
export const CHARGER_PLUGS = ["14-50", "6-50", "14-30"] as const satisfies readonly (typeof OUTLET_TYPES)[number][];
export const PERMISSIONS = ["owner", "association", "authority"] as const;
export const PERMISSION_STATES = ["not-needed", "to-ask", "asked", "given", "refused"] as const;
/** Surfaces above a trench. */
export const SURFACES = ["soil", "lawn", "gravel", "paving", "asphalt", "concrete", "decking"] as const;
/** Materials that a run is drilled through. */
export const CROSSINGS = [
  "joists",
  "solidWalls",
  "cavityWalls",
  "timberFloors",
  "concreteFloors",
  "heatedFloors",
  "steelBeams",
  "flatRoofs",
] as const;
/** Crossings that are never drilled: the circuit's checks say so. */
export const NEVER_DRILLED: readonly (typeof CROSSINGS)[number][] = ["heatedFloors", "steelBeams"];
/** Where the charger's disconnect is, seen from the charger. */
export const DISCONNECTS = ["in-sight", "out-of-sight", "none"] as const;
/** How the clamps' reading gets to the charger. */
export const SIGNALS = ["cores", "data-cable", "radio"] as const;
/** What the clamps at the supply read: house and charger together, or the house alone. */
export const CLAMPS_READ = ["with-charger", "house-alone"] as const;
/** Where the clamps of a feeder sit. */
export const FEEDER_ENDS = ["start", "end"] as const;
/** What a look at a service pipe found; a pipe of plastic needs no bonding. */
export const BONDING_STATES = ["bonded", "absent", "not-metallic"] as const;
/** Rated residual currents of devices, mA. */
export const RESIDUAL_MA = [10, 30, 100, 300] as const;
/** Where a surge protective device would go. */
export const SURGE_PLACES = ["inside", "beside", "none"] as const;
/** What a run is fixed to on a surface. */
export const FIXED_TO = ["wall", "stud", "masonry", "board", "fence", "post"] as const;
/** How a part of a run looks once it is there. */
export const APPEARANCES = ["hidden", "low", "high"] as const;
/** What is made good after the run is laid, and who does it: the firm, at its price, or the customer. */
export const MAKING_GOOD = ["plaster", "paint", "floor", "carpet", "furniture", "paving"] as const;
export const DONE_BY = ["firm", "customer"] as const;
/** How the current of a charger is set by its installer. */
export const SET_BY = ["switch", "tool", "app"] as const;
/** What becomes of old conductors in a raceway that is there. */
export const OLD_CONDUCTORS = ["pull-line", "taken-out"] as const;
/** Reception of the charger's data network at its wall. */
export const RECEPTIONS = ["good", "weak", "none"] as const;
/** Where a value of the survey came from. */
export const SOURCES = ["read", "measured", "told", "assumed"] as const;

export const CAR_CLASS_IDS = ["small", "family", "estate", "van", "pickup"] as const;

/** What a charger can do, as its maker declares it. */
export const CHARGER_FUNCTIONS = [
  "schedule",
  "lock",
  "data",
  "solar",
  "sharing",
  "clamps",
  "dc",
  "pen",
  "two-way",
] as const;

/** Where a protective function of the charger's circuit sits. */
export const PROTECTION_PLACES = ["board", "supply-end", "charger"] as const;

/** Answers to what only a person on site can see to. */
export const CONFIRMATION_ANSWERS = ["yes", "no", "refused", "by-test", "not-needed"] as const;

/** The steps that make dead and prove it, in their order. */
export const ISOLATION_STEPS = [
  "household-told",
  "loads-off",
  "isolated",
  "locked-tagged",
  "proved-dead",
  "tester-reproved",
] as const;

/** Tests of a finished circuit, of all rule books. */
export const TEST_IDS = [
  "r1r2",
  "ir-le",
  "ir-ne",
  "ir-ln",
  "polarity",
  "ze",
  "ra",
  "zs",
  "pfc",
  "rcd-1x",
  "rcd-half",
  "rcd-5x",
  "rdc-6",
  "rcd-b-dc",
  "pen-low",
  "pen-high",
  "voltage",
  "rotation",
  "egc",
  "ir",
  "v-ll",
  "v-l1g",
  "v-l2g",
  "v-ng",
  "gfci",
  "evse-self-test",
  "v-load",
  "temperature",
] as const;

/** Units that meters show; empty for a test that is answered by yes or no. */
export const TEST_UNITS = ["", "ohm", "mohm", "kohm", "Mohm", "V", "A", "kA", "mA", "ms", "s", "°C", "°F"] as const;

/** Checks of a charger that charges: the proof that limit, clamps and splitter do what was promised. */
export const CHECK_IDS = [
  "limit",
  "clamp",
  "throttle",
  "signal-lost",
  "splitter",
  "two-chargers",
  "lost-pen",
  "power-back",
] as const;

/** Units of torque. */
export const TORQUE_UNITS = ["N m", "lb-in"] as const;

/** Who signs for the work, as far as one person signs for each part. */
export const SIGNED_FOR = ["design", "construction", "inspection"] as const;

/** Why the electrician was asked to come. */
export const VISIT_REASONS = [
  "first-charger",
  "trips",
  "hold-back",
  "second-charger",
  "move",
  "refit-stub",
  "two-way",
] as const;

/** The stages of a job: in the order of the work, and how it may end before. */
export const STAGES = [
  "enquiry",
  "survey",
  "quoted",
  "accepted",
  "waiting",
  "scheduled",
  "installing",
  "to-prove",
  "done",
  "closed",
  "lost",
  "refused",
] as const;

/** Whom a job can wait for. */
export const WAITED_FOR = [
  "customer",
  "operator",
  "owner",
  "association",
  "authority",
  "inspector",
  "supplier",
  "firm",
] as const;

/** Notices that a job may owe. */
export const NOTICE_KINDS = [
  "permit",
  "operator",
  "landlord",
  "association",
  "inspection",
  "building-control",
  "grant",
] as const;

export const WAYS_OF_CHARGING = [
  "existing-outlet",
  "reuse-circuit",
  "dedicated-circuit",
  "circuit-splitter",
  "dynamic-load-management",
  "panel-change",
  "separate-board",
  "service-upgrade",
  "manage-existing",
  "move-charger",
] as const;

/** Solids on a plot that a lead cannot pass through. */
export const SOLID_KINDS = [
  "house",
  "garage",
  "pillar",
  "fence",
  "wall",
  "bed",
  "steps",
  "footway",
  "neighbour",
] as const;
export type SolidKind = (typeof SOLID_KINDS)[number];
/** Days of the week, from Monday. */
export const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"] as const;

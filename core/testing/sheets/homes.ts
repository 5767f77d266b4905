/** Homes whose whole sheets are stored beside this file, each with its purpose. */
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { knownUkHome, knownUsHome, US_LOADS, ukCase, usCase, usCaseOn } from "../cases.ts";
import { onPanel } from "../ways.ts";

const [main] = knownUsHome().panels as [Panel];

/** Twelve people with two electric water heaters, on one of two panels behind one service. */
const twoPanels: CaseDocument = {
  ...knownUsHome({ title: "Two panels behind one service of 400 A, the charger at the second" }),
  supply: {
    system: "split-phase-120-240",
    ratingA: 400,
    conductor: { size: "600 kcmil", material: "cu", type: "xhhw-2" },
    emergencyDisconnect: true,
  },
  panels: [
    main,
    {
      id: "north",
      name: "North panel",
      fedFrom: "supply",
      mainA: 200,
      busA: 225,
      spaces: 42,
      condition: "sound",
      circuits: [
        {
          id: "c-pv",
          label: "Solar",
          position: 1,
          poles: 2,
          ratingA: 40,
          backfeed: { outputA: 32, oppositeEnd: true },
          conductor: { size: "8 AWG", material: "cu", type: "nm-b" },
        },
        {
          id: "c-hp",
          label: "Heat pump",
          position: 2,
          poles: 2,
          ratingA: 40,
          loads: ["hp"],
          conductor: { size: "8 AWG", material: "cu", type: "nm-b" },
        },
      ],
    },
  ],
  loads: [
    ...US_LOADS,
    { id: "hp", kind: "heat-pump", va: 6000, panel: "north" },
    { id: "sup", kind: "supplemental-heat", va: 9600, panel: "north", existing: false },
  ],
  charger: { maxA: 80, managed: true, connection: "hard-wired", panel: "north" },
  need: { cars: [{ distancePerDay: { value: 60, unit: "mi" } }], pluggedIn: { from: "18:00", to: "07:00" } },
  options: { policy: "future-ready", terminalColumn: "75" },
};

const garage: CaseDocument = {
  ...knownUsHome({ title: "A garage panel behind 60 A, on a conductor that carries 55 A" }),
  panels: [
    {
      ...main,
      circuits: [
        ...(main.circuits ?? []),
        { id: "c-garage", label: "Garage", position: 5, poles: 2, ratingA: 60, status: "in-use" },
      ],
    },
    {
      id: "garage",
      name: "Garage",
      fedFrom: "main",
      mainKind: "lugs",
      busA: 125,
      spaces: 8,
      condition: "sound",
      feeder: {
        circuit: "c-garage",
        conductor: { size: "6 AWG", material: "cu", type: "nm-b" },
        length: { value: 80, unit: "ft" },
      },
      circuits: [],
    },
  ],
  loads: [...US_LOADS, { id: "saw", kind: "motor", label: "Table saw", va: 3600, panel: "garage" }],
  charger: { maxA: 48, managed: true, panel: "garage" },
};

const old: CaseDocument = {
  ...onPanel(usCase({ title: "An old full panel, seen with faults, on a service of 60 A" }), {
    mainA: 60,
    busA: 60,
    spaces: 6,
    condition: "obsolete",
    circuits: [1, 2, 3, 4, 5, 6].map((position) => ({
      id: `c${position}`,
      label: `Circuit ${position}`,
      position,
      poles: 1,
      ratingA: position === 6 ? 20 : 15,
      ...(position === 6 && { loads: ["dw"], conductor: { size: "14 AWG", material: "cu" as const, type: "nm-b" } }),
    })),
  }),
  supply: {
    system: "split-phase-120-240",
    ratingA: 60,
    conductor: { size: "8 AWG", material: "cu", type: "thhn" },
    emergencyDisconnect: false,
  },
  dwelling: { kind: "one-family", existing: true, floorArea: { value: 900, unit: "ft2" } },
  loads: [
    { id: "sa", kind: "small-appliance-circuit", quantity: 2 },
    { id: "la", kind: "laundry-circuit" },
    { id: "dw", kind: "dishwasher", va: 1200 },
    { id: "wh", kind: "water-heater", va: 3800 },
  ],
  charger: { maxA: 32, managed: true, connection: "hard-wired", panel: "main" },
  enquiry: { tenure: "tenant", permissions: { owner: "asked", association: "to-ask" } },
  survey: { seen: ["corrosion", "working-space", "bonding-absent", "doubled-lug"] },
};

const unread: CaseDocument = usCase({
  title: "Nothing was read: no rating, no conductors, spaces not counted, an outlet on an unknown circuit",
  supply: { system: "split-phase-120-240", ratingA: null },
  panels: [
    {
      id: "main",
      circuits: [
        { id: "c1", label: "Big one", poles: 2, ratingA: 50 },
        { id: "c2", poles: 2, status: "abandoned" },
      ],
    },
    { id: "shed", name: "Shed", fedFrom: "main", circuits: [] },
  ],
  outlets: [
    { id: "o1", type: "14-50", place: "carport" },
    { id: "o2", type: "5-15", circuit: "c1" },
  ],
  charger: null,
  need: null,
  survey: { sources: { "dwelling.floorArea": "assumed", "panel.main.mainA": "told" } },
});

const outlets: CaseDocument = {
  ...onPanel(
    knownUsHome({ title: "Outlets: free, shared, ungrounded, out of reach, with a Y-lead", rules: "us-nec-2020" }),
    {
      circuits: [
        ...(main.circuits ?? []),
        {
          id: "c-1450",
          label: "RV outlet",
          position: 9,
          poles: 2,
          ratingA: 50,
          conductor: { size: "6 AWG", material: "cu", type: "nm-b" },
        },
        {
          id: "c-520",
          label: "Carport outlet",
          position: 13,
          poles: 1,
          ratingA: 20,
          protects: "gfci",
          conductor: { size: "12 AWG", material: "cu", type: "nm-b" },
        },
      ],
    },
  ),
  charger: { maxA: 40, connection: "plug", managed: true, panel: "main", outdoors: true },
  outlets: [
    {
      id: "rv",
      type: "14-50",
      circuit: "c-1450",
      leadLength: { value: 22, unit: "ft" },
      gfci: false,
      place: "carport",
    },
    { id: "slow", type: "5-20", circuit: "c-520", leadLength: { value: 12, unit: "ft" } },
    {
      id: "dry",
      type: "14-30",
      circuit: "c-dryer",
      sharedWith: "dryer",
      leadLength: { value: 25, unit: "ft" },
      gfci: true,
    },
    { id: "far", type: "6-50", circuit: "c-1450", leadLength: { value: 26, unit: "ft" } },
    { id: "three", type: "10-30", circuit: "c-dryer", plainSplitter: true, leadLength: { value: 10, unit: "ft" } },
  ],
};

const spare: CaseDocument = {
  ...onPanel(knownUsHome({ title: "A spare circuit and a charger-ready stub, with a heat pump planned" }), {
    circuits: [
      ...(main.circuits ?? []),
      {
        id: "c-old",
        label: "Old heat pump",
        position: 9,
        poles: 2,
        ratingA: 40,
        status: "abandoned",
        loads: ["old-hp"],
        conductor: { size: "8 AWG", material: "cu", type: "nm-b" },
      },
      {
        id: "c-stub",
        label: "EV ready",
        position: 13,
        poles: 2,
        ratingA: 40,
        status: "charger-ready",
        conductor: { size: "6 AWG", material: "cu", type: "thhn" },
      },
    ],
  }),
  loads: [
    ...US_LOADS,
    { id: "old-hp", kind: "heat-pump", va: 7000 },
    { id: "hp", kind: "heat-pump", label: "Heat pump to come", va: 8000, existing: false },
  ],
  options: { evTreatment: "inside", policy: "most-current" },
};

const measured: CaseDocument = {
  ...usCase({
    title: "Measured for a year; an older charger is there already; the smallest setting that will do",
    measured: { source: "utility-year", days: 364, intervalMinutes: 30, max: { value: 9.1, unit: "kW" } },
    loads: [...US_LOADS, { id: "ev1", kind: "ev-charger", label: "First charger", amps: 16 }],
    need: {
      cars: [
        { distancePerDay: { value: 40, unit: "km" }, consumption: { value: 16, unit: "kWh/100km" } },
        { distancePerDay: { value: 20, unit: "mi" }, consumption: { value: 0.32, unit: "kWh/mi" }, efficiency: 0.88 },
      ],
      pluggedIn: { from: "18:30", to: "06:15" },
      cheap: { from: "23:00", to: "05:00" },
      cheapOnly: true,
    },
    options: { chargerSizing: "need", policy: "fastest" },
  }),
};

const overBus: CaseDocument = {
  ...onPanel(usCaseOn(200), {
    busA: 125,
    circuits: [
      { id: "pv", label: "Solar", poles: 2, ratingA: 60, backfeed: { outputA: 48 }, position: 17 },
      { id: "hp", label: "Hot tub", poles: 2, ratingA: 50, position: 1 },
    ],
  }),
  title: "A bus of 125 A behind a main of 200 A, with solar on it",
  supply: {
    system: "split-phase-120-240",
    ratingA: 200,
    conductor: { size: "2/0 AWG", material: "cu", type: "xhhw-2" },
    onsiteGeneration: true,
    battery: true,
  },
};

const largest: CaseDocument = {
  ...usCaseOn(400),
  title: "A home that asks for more than the largest service",
  loads: [...US_LOADS, { id: "heat", kind: "central-heat", va: 190_000 }],
};

const flat: CaseDocument = {
  ...usCase({
    title: "A new apartment on two legs of 120/208 V",
    dwelling: { kind: "apartment", existing: false, floorArea: { value: 80, unit: "m2" } },
    supply: {
      system: "two-legs-120-208",
      ratingA: 100,
      conductor: { size: "4 AWG", material: "cu", type: "thhn" },
      emergencyDisconnect: true,
    },
    loads: [
      { id: "range", kind: "range", va: 8000 },
      { id: "heat", kind: "space-heating", va: 6000, controlled: 4 },
    ],
    charger: { maxA: 32, managed: true, settableA: [32, 12, 24], panel: "main" },
    enquiry: { permissions: { association: "given", authority: "asked" } },
  }),
};

const ukOld: CaseDocument = {
  ...onPanel(ukCase({ title: "A looped supply of 60 A and an old wooden board of fuses and type AC" }), {
    mainA: 60,
    condition: "obsolete",
    enclosure: "wood-backed",
    surgeProtection: false,
    spaces: 6,
    rcdGroups: [{ id: "g1", rcd: "AC", ratingA: 63, from: 1, to: 3 }],
    circuits: [
      { id: "k1", label: "Lights", position: 1, poles: 1, ratingA: 5, device: "rewirable-fuse", loads: ["li"] },
      { id: "k2", label: "Cooker", position: 4, poles: 1, ratingA: 32, rcd: "none", loads: ["ck"] },
    ],
  }),
  supply: {
    system: "single-phase-230",
    ratingA: 60,
    earthing: "tn-c-s",
    looped: true,
    conductor: { size: "10 mm2", material: "cu" },
  },
  loads: [
    { id: "li", kind: "lighting", va: 600 },
    { id: "ck", kind: "cooker", va: 7000 },
  ],
  survey: { seen: ["heat-marks", "gland-unsealed"] },
};

const ukGarage: CaseDocument = {
  ...knownUkHome({ title: "A garage board on 2.5 mm² behind 20 A" }),
  panels: [
    ...knownUkHome().panels,
    {
      id: "garage",
      name: "Garage board",
      fedFrom: "main",
      mainA: 40,
      spaces: 4,
      condition: "sound",
      enclosure: "metal",
      feeder: {
        ratingA: 20,
        conductor: { size: "2.5 mm2", material: "cu", type: "armoured-70" },
        length: { value: 14, unit: "m" },
      },
      circuits: [{ id: "g1", label: "Freezer", position: 1, poles: 1, ratingA: 16, rcd: "A", loads: ["fr"] }],
    },
  ],
  loads: [...knownUkHome().loads, { id: "fr", kind: "fixed-appliance", label: "Freezer", va: 460, panel: "garage" }],
  charger: { ...knownUkHome().charger, panel: "garage" },
};

const ukStub: CaseDocument = {
  ...onPanel(knownUkHome({ title: "A charger-ready stub of 4 mm², a shower to share with, a socket by the drive" }), {
    circuits: [
      ...(knownUkHome().panels[0]?.circuits ?? []),
      {
        id: "stub",
        label: "Car",
        position: 3,
        poles: 1,
        ratingA: 16,
        curve: "B",
        rcd: "AC",
        status: "charger-ready",
        conductor: { size: "4 mm2", material: "cu", type: "armoured-70" },
        length: { value: 12, unit: "m" },
      },
      {
        id: "shower",
        label: "Shower",
        position: 4,
        poles: 1,
        ratingA: 40,
        rcd: "A",
        loads: ["sh"],
        conductor: { size: "10 mm2", material: "cu", type: "twin-earth" },
      },
    ],
  }),
  loads: [...knownUkHome().loads, { id: "sh", kind: "shower", label: "Shower", va: 8500 }],
  outlets: [{ id: "so", type: "bs1363", circuit: "c-ring", leadLength: { value: 5, unit: "m" }, place: "drive" }],
  charger: { maxA: 32, managed: false, connection: "plug", panel: "main" },
};

const ukPhases: CaseDocument = {
  ...knownUkHome({ title: "Three phases, one of them full, measured phase by phase; a rod for the earth" }),
  supply: {
    system: "three-phase-230-400",
    ratingA: 63,
    earthing: "tt",
    looped: false,
    conductor: { size: "16 mm2", material: "cu" },
  },
  measured: { source: "half-hour-meter", days: 30, intervalMinutes: 30, maxByPhaseA: [40, 12, 9] },
  loads: [
    { id: "li", kind: "lighting", va: 1000, phase: 1 },
    { id: "s1", kind: "socket-circuit", amps: 32, phase: 2 },
    { id: "hp", kind: "heat-pump", label: "Heat pump to come", va: 4600, existing: false },
  ],
};

export const SHEET_HOMES = {
  "us-hundred-amperes": usCase({ title: "The worked example of 220.83 on 100 A, nothing read beside it" }),
  "us-all-known": knownUsHome({ title: "A service of 200 A of which everything was read" }),
  "us-two-panels": twoPanels,
  "us-garage": garage,
  "us-old-full": old,
  "us-unread": unread,
  "us-outlets": outlets,
  "us-spare-circuits": spare,
  "us-measured": measured,
  "us-over-bus": overBus,
  "us-largest": largest,
  "us-apartment": flat,
  "uk-worked": ukCase({ title: "The worked example of the diversity estimate, on 80 A" }),
  "uk-all-known": knownUkHome({ title: "A cut-out of 100 A of which everything was read" }),
  "uk-looped-old": ukOld,
  "uk-garage": ukGarage,
  "uk-stub": ukStub,
  "uk-three-phases": ukPhases,
} as const satisfies Record<string, CaseDocument>;

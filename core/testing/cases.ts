/** Cases for tests: the smallest that can be assessed, with what a test wants to change. */
import type { CaseDocument, Load } from "#core/case/document/types.ts";

export const US_LOADS: readonly Load[] = [
  { id: "sa", kind: "small-appliance-circuit", quantity: 2 },
  { id: "la", kind: "laundry-circuit", quantity: 1 },
  { id: "range", kind: "range", va: 9600 },
  { id: "dryer", kind: "dryer", va: 5000 },
  { id: "wh", kind: "water-heater", va: 4500 },
  { id: "dw", kind: "dishwasher", va: 1200 },
  { id: "disp", kind: "disposal", va: 600 },
  { id: "ac", kind: "air-conditioning", amps: 24, volts: 240 },
];

/** An existing 1850 ft2 home on 100 A: the worked example of 220.83. */
export function usCase(changes: Partial<CaseDocument> = {}): CaseDocument {
  return {
    format: "heron-case",
    version: 1,
    title: "Test home",
    rules: "us-nec-2023",
    dwelling: { kind: "one-family", existing: true, floorArea: { value: 1850, unit: "ft2" } },
    supply: { system: "split-phase-120-240", ratingA: 100 },
    panels: [
      {
        id: "main",
        name: "Main panel",
        fedFrom: "supply",
        mainA: 100,
        busA: 125,
        spaces: 20,
        condition: "sound",
        circuits: [],
      },
    ],
    loads: US_LOADS.map((l) => ({ ...l })),
    measured: null,
    charger: { maxA: 48, connection: "hard-wired", managed: true, panel: "main" },
    outlets: [],
    need: { energyPerDayKWh: 12, pluggedIn: { from: "20:00", to: "06:00" }, cheap: null },
    ...changes,
  };
}

/** A home in the United Kingdom: the worked example of the after-diversity estimate, on 80 A. */
export function ukCase(changes: Partial<CaseDocument> = {}): CaseDocument {
  return {
    format: "heron-case",
    version: 1,
    title: "Test home",
    rules: "uk-bs7671-2018-a2",
    dwelling: { kind: "one-family", existing: true, floorArea: { value: 96, unit: "m2" } },
    supply: { system: "single-phase-230", ratingA: 80, earthing: "tn-c-s", looped: false },
    panels: [
      {
        id: "main",
        fedFrom: "supply",
        mainA: 100,
        spaces: 12,
        condition: "sound",
        surgeProtection: true,
        circuits: [],
      },
    ],
    loads: [
      { id: "li", kind: "lighting", va: 1200 },
      { id: "s1", kind: "socket-circuit", amps: 32 },
      { id: "s2", kind: "socket-circuit", amps: 32 },
      { id: "ck", kind: "cooker", va: 10_500, socketOnControl: true },
      { id: "sh", kind: "shower", va: 9500 },
      { id: "im", kind: "immersion", va: 3000 },
    ],
    measured: null,
    charger: { maxA: 32, connection: "hard-wired", managed: true, panel: "main" },
    outlets: [],
    need: { energyPerDayKWh: 10, pluggedIn: { from: "19:00", to: "07:00" }, cheap: null },
    ...changes,
  };
}

/** The same home on another service, its main panel to match. */
export function usCaseOn(ratingA: number): CaseDocument {
  const base = usCase({ supply: { system: "split-phase-120-240", ratingA } });
  return { ...base, panels: base.panels.map((p) => ({ ...p, mainA: ratingA, busA: ratingA })) };
}

/** A home on 200 A of which everything has been read: nothing is left to confirm. */
export function knownUsHome(changes: Partial<CaseDocument> = {}): CaseDocument {
  return usCase({
    supply: {
      system: "split-phase-120-240",
      ratingA: 200,
      conductor: { size: "4/0 AWG", material: "al", type: "ser" },
      emergencyDisconnect: true,
    },
    panels: [
      {
        id: "main",
        name: "Main panel",
        fedFrom: "supply",
        mainA: 200,
        busA: 200,
        spaces: 30,
        condition: "sound",
        circuits: [
          {
            id: "c-range",
            label: "Range",
            position: 1,
            poles: 2,
            ratingA: 50,
            status: "in-use",
            conductor: { size: "6 AWG", material: "cu", type: "nm-b" },
            loads: ["range"],
          },
          {
            id: "c-dryer",
            label: "Dryer",
            position: 2,
            poles: 2,
            ratingA: 30,
            status: "in-use",
            conductor: { size: "10 AWG", material: "cu", type: "nm-b" },
            loads: ["dryer"],
          },
        ],
      },
    ],
    ...changes,
  });
}

/** A home in the United Kingdom of which everything has been read, with room for a charger of 32 A. */
export function knownUkHome(changes: Partial<CaseDocument> = {}): CaseDocument {
  return ukCase({
    supply: {
      system: "single-phase-230",
      ratingA: 100,
      earthing: "tn-c-s",
      looped: false,
      zeOhm: 0.2,
      conductor: { size: "25 mm2", material: "cu" },
    },
    panels: [
      {
        id: "main",
        name: "Consumer unit",
        fedFrom: "supply",
        mainA: 100,
        spaces: 12,
        condition: "sound",
        enclosure: "metal",
        surgeProtection: true,
        circuits: [
          {
            id: "c-lights",
            label: "Lights",
            position: 1,
            poles: 1,
            ratingA: 6,
            rcd: "A",
            status: "in-use",
            loads: ["li"],
          },
          {
            id: "c-ring",
            label: "Ring",
            position: 2,
            poles: 1,
            ratingA: 32,
            rcd: "A",
            status: "in-use",
            conductor: { size: "2.5 mm2", material: "cu", type: "twin-earth" },
            loads: ["s1"],
          },
        ],
      },
    ],
    loads: [
      { id: "li", kind: "lighting", va: 1000 },
      { id: "s1", kind: "socket-circuit", amps: 13 },
    ],
    charger: {
      maxA: 32,
      connection: "hard-wired",
      managed: true,
      lostPenDetection: true,
      dcDetection: true,
      panel: "main",
    },
    ...changes,
  });
}

/** Complete reference circuits, each with its run. */
import type { CaseDocument, Run } from "#core/case/document/types.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";

export interface PinnedCircuit {
  home: CaseDocument;
  run: Run;
  chargeA: number;
  managed?: boolean;
  /** Rating of a feeder in front of the panel, A. */
  feederA?: number;
}

const ft = (value: number) => ({ value, unit: "ft" as const });
const m = (value: number) => ({ value, unit: "m" as const });
const us = knownUsHome;
const uk = knownUkHome;
const [ukMain] = uk().panels as [CaseDocument["panels"][number]];

/** With a garage panel and the given parts of its feeder. */
const withGarage = (home: CaseDocument, feeder: CaseDocument["panels"][number]["feeder"]): CaseDocument => ({
  ...home,
  panels: [...home.panels, { id: "garage", name: "Garage", fedFrom: home.panels[0]?.id ?? "", feeder, spaces: 8 }],
});

export const PINNED_CIRCUITS: Readonly<Record<string, PinnedCircuit>> = {
  "us-plain": { home: us(), run: { segments: [{ method: "in-wall", length: ft(30) }] }, chargeA: 40 },
  "us-mixed": {
    home: us({ charger: { ...us().charger, outdoors: true } }),
    run: {
      segments: [
        { method: "attic", length: ft(40), rise: ft(9), conductorType: "nm-b", through: { joists: 4 }, exposed: false },
        { method: "pvc40", length: ft(12), conductorType: "thhn", bendDegrees: 270, exposed: true, fixedTo: "fence" },
        {
          method: "buried-pvc",
          length: ft(60),
          conductorType: "thhn",
          bendDegrees: 180,
          cover: ft(1),
          surface: "paving",
        },
        { method: "pvc80", length: ft(6), conductorType: "xhhw-2", bendDegrees: 90, through: { cavityWalls: 1 } },
      ],
      allowancePercent: 5,
      terminalC: 75,
    },
    chargeA: 32,
  },
  "us-large": {
    home: us({ charger: { ...us().charger, outdoors: true } }),
    run: {
      segments: [
        { method: "emt", length: ft(160), conductorType: "thhn", bendDegrees: 300 },
        { method: "in-wall", length: ft(20), conductorType: "xhhw-2", bendDegrees: 90 },
      ],
      terminalC: 75,
      disconnect: "out-of-sight",
    },
    chargeA: 80,
  },
  "us-aluminum": {
    home: us({ options: { allowAluminium: true, disconnectInSight: true } }),
    run: {
      segments: [
        { method: "in-wall", length: ft(90), conductorType: "ser", exposed: true },
        { method: "emt", length: ft(15), conductorType: "xhhw-2", bendDegrees: 361 },
      ],
      terminalC: 75,
      grouped: 5,
      ambientC: 42,
      disconnect: "none",
    },
    chargeA: 48,
  },
  "us-plug-in-garage": {
    home: withGarage(us({ charger: { ...us().charger, connection: "plug" } }), {
      conductor: { size: "6 AWG", material: "cu", type: "thhn" },
      length: ft(110),
    }),
    run: { segments: [{ method: "emt", length: ft(25), through: { heatedFloors: 1, concreteFloors: 2 } }] },
    chargeA: 40,
    feederA: 60,
  },
  "us-clamps-by-radio": {
    home: us(),
    run: {
      segments: [{ method: "in-wall", length: ft(30) }],
      signal: { by: "radio", readAtClampsPercent: 70, roomAtConductors: false },
    },
    chargeA: 24,
    managed: true,
  },
  "uk-plain": { home: uk(), run: { segments: [{ method: "clipped", length: m(12) }] }, chargeA: 32 },
  "uk-mixed": {
    home: uk({
      supply: { ...uk().supply, earthing: "tn-c-s", zeOhm: 0.3, battery: true },
      charger: { ...uk().charger, lostPenDetection: false, dcDetection: false },
      panels: [{ ...ukMain, surgeProtection: false }],
    }),
    run: {
      segments: [
        { method: "stud-touching", length: m(8), conductorType: "twin-earth", escapeRoute: true },
        { method: "clipped", length: m(6), conductorType: "twin-earth", exposed: true, escapeRoute: true },
        { method: "ground", length: m(22), conductorType: "armoured-70", cover: m(0.45), surface: "lawn" },
        { method: "free-air", length: m(4), conductorType: "armoured-90", escapeRoute: false },
        { method: "trunking", length: m(3), conductorType: "multicore-70" },
      ],
      allowancePercent: 10,
    },
    chargeA: 32,
  },
  "uk-electrode": {
    home: uk({
      supply: { ...uk().supply, earthing: "tt", zeOhm: 240, onsiteGeneration: true },
      charger: { ...uk().charger, lostPenDetection: true, dcDetection: true },
      panels: [{ ...ukMain, surgeProtection: true }],
    }),
    run: { segments: [{ method: "ground", length: m(30), cover: m(0.7), surface: "gravel" }], disconnect: "in-sight" },
    chargeA: 32,
  },
  "uk-unheard-of-in-garage": {
    home: withGarage(
      uk({ supply: { ...uk().supply, earthing: "tn-c-s", zeOhm: null }, charger: { maxA: 32 }, panels: [ukMain] }),
      null,
    ),
    run: {
      segments: [{ method: "insulated-wall", length: m(9), conductorType: "twin-earth" }],
      signal: { by: "data-cable", roomAtConductors: true },
    },
    chargeA: 16,
    managed: true,
    feederA: 30,
  },
};

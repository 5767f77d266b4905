/** Homes whose installation was logged without a fault. */
import type { CaseDocument, Installation } from "#core/case/document/types.ts";
import { ISOLATION_STEPS } from "#core/case/document/vocabulary.ts";
import { knownUkHome, knownUsHome } from "./cases.ts";

const isolation: NonNullable<Installation["isolation"]> = ISOLATION_STEPS.map((step, i) => ({
  step,
  at: `2026-11-20T09:1${i}:00`,
  by: "W. Osier",
}));

/** A home on TN-C-S with 30 m of armoured cable to a charger of 32 A, tested and ready. */
export function loggedUkHome(): CaseDocument {
  const home = knownUkHome();
  return {
    ...home,
    supply: { ...home.supply, earthing: "tn-c-s", zeOhm: 0.2 },
    charger: { ...home.charger, maxA: 32, connection: "hard-wired", lostPenDetection: true, dcDetection: true },
    run: {
      segments: [{ method: "clipped", length: { value: 30, unit: "m" } }],
      conductorType: "armoured-70",
      ambientC: 30,
      grouped: 1,
    },
    installation: {
      isolation,
      tests: [
        { id: "r1r2", value: 0.19, unit: "ohm" },
        { id: "ir-le", value: 250, unit: "Mohm" },
        { id: "ir-ne", value: 260, unit: "Mohm" },
        { id: "ir-ln", value: 240, unit: "Mohm" },
        { id: "polarity", value: true, unit: "" },
        { id: "ze", value: 0.21, unit: "ohm" },
        { id: "zs", value: 0.4, unit: "ohm" },
        { id: "pfc", value: 1.1, unit: "kA" },
        { id: "rcd-1x", value: 24, unit: "ms" },
        { id: "rdc-6", value: 2.1, unit: "s" },
        { id: "pen-low", value: 3.2, unit: "s" },
        { id: "pen-high", value: 3.4, unit: "s" },
      ],
      terminations: [
        { terminal: "charger L", labelValue: 2, value: 2, unit: "N m", toolCalibrated: "2026-06-01", on: "2026-11-20" },
      ],
    },
  };
}

/** A home with 50 ft of cable in the wall to a charger of 48 A, isolated and not tested yet. */
export function loggedUsHome(): CaseDocument {
  const home = knownUsHome();
  return {
    ...home,
    charger: { ...home.charger, maxA: 48, connection: "hard-wired" },
    run: {
      segments: [{ method: "emt", length: { value: 50, unit: "ft" } }],
      conductorType: "thhn",
      terminalC: 60,
    },
    installation: { isolation },
  };
}

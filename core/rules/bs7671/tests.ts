/** Tests of a circuit in the United Kingdom. */
import { arrangesLostPen, hasTypeB } from "#core/case/document/lookups.ts";
import { atMost, between, isYes, judgeContinuity, judgeInsulation, type TestBasis, type TestRule } from "../tests.ts";
import { loopLimitOhm } from "./circuit/design.ts";
import { BREAKS_KA } from "./earthing.ts";

/** Measured cold, against what holds hot. */
const COLD = 0.8;
/** Where a residual current device disconnects, ohm (411.5.3: an electrode above it may not stay stable). */
const STABLE_OHM = 200;
/** Usual loop of the supply, ohm. */
const USUAL_ZE_OHM = { "tn-c-s": 0.35, "tn-s": 0.8 } as const;
/** Touch voltage and residual current: 50 V / 30 mA (411.5.3). */
const RESIDUAL_A = 0.03;
const TOUCH_V = 50;
/** 230 V with its tolerances: less 6 %, plus 10 %. */
const SUPPLY_V = [216.2, 253] as const;

const isTt = ({ document }: TestBasis): boolean => document.supply.earthing === "tt";

/** Whether the circuit relies on its residual current device for disconnection. */
const reliesOnResidual = (basis: TestBasis): boolean => {
  const { circuit, deviceA } = basis;
  if (isTt(basis)) return true;
  return circuit?.zsOhm != null && circuit.zsOhm > (circuit.zsLimitOhm ?? loopLimitOhm(deviceA));
};

/** Whether protection against a lost neutral is by detection, and not by an electrode or another earthing. */
const reliesOnDetection = ({ document }: TestBasis): boolean => {
  const { charger, supply } = document;
  if (supply.earthing !== "tn-c-s" || charger?.protection?.lostPen?.kind === "electrode") return false;
  return charger?.lostPenDetection === true || arrangesLostPen(document);
};

const insulation = (id: "ir-le" | "ir-ne" | "ir-ln", between: string): TestRule => ({
  id,
  label: `Insulation, ${between}`,
  how: "500 V with nothing connected; 250 V where electronics stay connected",
  when: "dead",
  unit: "Mohm",
  units: ["kohm"],
  most: 100_000,
  rule: "BS 7671 643.3",
  isObligatory: () => true,
  judge: (value, _, entry) => judgeInsulation(value, entry),
});

const lostPen = (id: "pen-low" | "pen-high", below: string): TestRule => ({
  id,
  label: `Lost PEN, ${below}`,
  how: "Simulated line to neutral; line, neutral and earth have to open together",
  when: "live",
  unit: "s",
  units: ["ms"],
  most: 600,
  rule: "BS 7671 722.411.4.1",
  isObligatory: reliesOnDetection,
  isFor: reliesOnDetection,
  judge: (value) =>
    atMost(value, 5, "s", {
      formula: "seconds until line, neutral and earth are open",
      lookFor: "The detection is off, set to another country, or the charger is faulty: it stays out of use",
    }),
});

/** In the order of the hands: dead tests first. */
export const BS7671_TESTS: readonly TestRule[] = [
  {
    id: "r1r2",
    label: "Continuity R1+R2",
    how: "Line and earth joined at the board, measured at the charger, leads nulled",
    when: "dead",
    unit: "ohm",
    units: ["mohm"],
    most: 2000,
    rule: "BS 7671 643.2",
    isObligatory: () => true,
    judge: (value, { circuit }, entry) => judgeContinuity(value, circuit?.continuityOhm ?? null, 0.05, entry),
  },
  insulation("ir-le", "line to earth"),
  insulation("ir-ne", "neutral to earth"),
  insulation("ir-ln", "line to neutral"),
  {
    id: "polarity",
    label: "Polarity",
    how: "Line, neutral and earth end where they belong, at the board and at the charger",
    when: "dead",
    unit: "",
    most: 1,
    rule: "BS 7671 643.6",
    isObligatory: () => true,
    judge: (value) => isYes(value, "Look for conductors that are swapped at one end"),
  },
  {
    id: "ra",
    label: "Earth electrode RA",
    how: "Measured at the electrode, its conductor disconnected",
    when: "dead",
    unit: "ohm",
    units: ["kohm"],
    most: 20_000,
    rule: "BS 7671 411.5.3",
    isObligatory: isTt,
    isFor: isTt,
    judge: (value) =>
      atMost(value, Math.min(TOUCH_V / RESIDUAL_A, STABLE_OHM), "ohm", {
        formula: `RA x ${RESIDUAL_A} A <= ${TOUCH_V} V, and no more than ${STABLE_OHM} ohm, as more may not stay stable`,
        lookFor: "Look for dry ground or a loose clamp: drive the rod deeper or add one",
      }),
  },
  {
    id: "ze",
    label: "Loop of the supply Ze",
    how: "At the origin, the main earth disconnected and the supply isolated from the home",
    when: "live",
    unit: "ohm",
    units: ["mohm"],
    most: 20_000,
    rule: "BS 7671 643.7.3",
    isObligatory: (basis) => !isTt(basis),
    isFor: (basis) => !isTt(basis),
    judge(value, { document: { supply } }) {
      const { earthing } = supply;
      if (!earthing || earthing === "tt")
        return {
          limit: null,
          limitText: "not known yet",
          verdict: "warn",
          formula: "the usual value follows from the earthing, which nobody has read",
          numbers: `${value} ohm`,
          lookFor: "Read the earthing on Survey",
        };
      return atMost(value, USUAL_ZE_OHM[earthing], "ohm", {
        formula: "the usual value of this earthing",
        lookFor: "Look for a loose main earth or a fault of the supply: tell the network operator",
        beyond: "warn",
      });
    },
  },
  {
    id: "zs",
    label: "Earth fault loop Zs",
    how: "At the charger, cold, with the residual current device in",
    when: "live",
    unit: "ohm",
    units: ["mohm"],
    most: 20_000,
    rule: "BS 7671 411.4.4, 643.7.3",
    isObligatory: () => true,
    judge(value, basis) {
      if (reliesOnResidual(basis))
        return atMost(value, STABLE_OHM, "ohm", {
          formula: "the residual current device disconnects",
          lookFor: "Look for a loose earth or a dry electrode",
        });
      const hot = basis.circuit?.zsLimitOhm ?? loopLimitOhm(basis.deviceA);
      return atMost(value, COLD * hot, "ohm", {
        formula: `${COLD} x the limit of the device (${hot.toFixed(2)} ohm hot), as it is measured cold`,
        lookFor: "Look for a loose earth, a smaller conductor or a longer run than designed",
      });
    },
  },
  {
    id: "pfc",
    label: "Prospective fault current",
    how: "At the board, the larger of line to neutral and line to earth",
    when: "live",
    unit: "kA",
    units: ["A"],
    most: 100,
    rule: "BS 7671 434.5.1",
    isObligatory: () => true,
    judge: (value, { document }) => {
      const behindCutOut = document.panels.some((panel) => panel.ratedKA === BREAKS_KA.board);
      return atMost(value, behindCutOut ? BREAKS_KA.board : BREAKS_KA.device, "kA", {
        formula: behindCutOut ? "the board is marked for it" : "what an ordinary device breaks by itself",
        lookFor: "Look for a board that is marked for more, or a device with a larger breaking capacity",
      });
    },
  },
  {
    id: "rcd-1x",
    label: "Residual current device at 30 mA",
    how: "At the rated residual current, both half waves, the longer time",
    when: "live",
    unit: "ms",
    units: ["s"],
    most: 10_000,
    rule: "BS 7671 643.7.1, 643.8",
    isObligatory: () => true,
    judge: (value) =>
      atMost(value, 300, "ms", {
        formula: "a device without delay",
        lookFor: "Look for a device that has stuck, or the wrong type: exchange it",
      }),
  },
  {
    id: "rcd-half",
    label: "Does not trip at 15 mA",
    how: "Half the rated residual current; older practice",
    when: "live",
    unit: "",
    most: 1,
    rule: "BS EN 61008-1",
    isObligatory: () => false,
    judge: (value) => isYes(value, "Look for leakage of what is connected, or a device that trips too early"),
  },
  {
    id: "rcd-5x",
    label: "Residual current device at 150 mA",
    how: "Five times the rated residual current; older practice",
    when: "live",
    unit: "ms",
    units: ["s"],
    most: 10_000,
    rule: "BS EN 61008-1",
    isObligatory: () => false,
    judge: (value) => atMost(value, 40, "ms", { formula: "five times the current", lookFor: "Exchange the device" }),
  },
  {
    id: "rdc-6",
    label: "Detection of 6 mA smooth direct current",
    how: "Rising direct current until it opens",
    when: "live",
    unit: "s",
    units: ["ms"],
    most: 600,
    rule: "BS 7671 722.531.3.101, IEC 62955",
    isObligatory: ({ document }) => !hasTypeB(document),
    isFor: ({ document }) => !hasTypeB(document),
    judge: (value) =>
      atMost(value, 10, "s", {
        formula: "smooth direct current of 6 mA",
        lookFor: "The charger has no such detection, or it is faulty: a type B device then",
      }),
  },
  {
    id: "rcd-b-dc",
    label: "Type B at 60 mA smooth direct current",
    how: "Direct current of 60 mA",
    when: "live",
    unit: "ms",
    units: ["s"],
    most: 10_000,
    rule: "BS 7671 722.531.3.101, IEC 62423",
    isObligatory: ({ document }) => hasTypeB(document),
    isFor: ({ document }) => hasTypeB(document),
    judge: (value) =>
      atMost(value, 300, "ms", {
        formula: "smooth direct current of 60 mA",
        lookFor: "Look for a device of another type",
      }),
  },
  lostPen("pen-low", "below 207 V"),
  lostPen("pen-high", "above 253 V"),
  {
    id: "voltage",
    label: "Voltage",
    how: "Line to neutral at the charger",
    when: "live",
    unit: "V",
    most: 1000,
    rule: "Electricity Safety, Quality and Continuity Regulations",
    isObligatory: () => false,
    judge: (value) =>
      between(value, SUPPLY_V, "V", {
        formula: "230 V less 6 %, plus 10 %",
        lookFor: "Look for a loose neutral, or a supply out of its band: tell the network operator",
      }),
  },
  {
    id: "rotation",
    label: "Phase rotation",
    how: "The same sequence at the board and at the charger",
    when: "live",
    unit: "",
    most: 1,
    rule: "BS 7671 643.9",
    isObligatory: ({ phases }) => phases === 3,
    isFor: ({ phases }) => phases === 3,
    judge: (value) => isYes(value, "Look for two phases that are swapped"),
  },
];

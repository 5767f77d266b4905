/** Tests of a circuit in North America. */
import { showNumber } from "#core/units.ts";
import { atMost, between, isYes, judgeContinuity, judgeInsulation, type TestRule } from "../tests.ts";

/** Line to line by supply system, V: the nominal voltage within 5 %. */
const LINE_V = { "two-legs-120-208": [197.6, 218.4], other: [228, 252] } as const;
/** Line to ground, V: 120 V within 5 %. */
const GROUND_V = [114, 126] as const;
/** Allowance on the computed drop, and volts for the service and its transformer (Heron's own figures). */
const DROP = { factor: 1.25, besideV: 2 };
/** Above the air beside it, a terminal is too warm, K (Heron's own figure). */
const WARM_K = 30;
/** Assumed air temperature beside a terminal without a measurement, °C. */
const USUAL_AMBIENT_C = 30;

const toGround = (id: "v-l1g" | "v-l2g", leg: string): TestRule => ({
  id,
  label: `${leg} to ground`,
  how: "At the charger's terminals, or at the receptacle",
  when: "live",
  unit: "V",
  most: 1000,
  rule: "NEC 110.7, ANSI C84.1",
  isObligatory: () => true,
  judge: (value) =>
    between(value, GROUND_V, "V", {
      formula: "120 V within 5 %",
      lookFor:
        "Look for a loose neutral of the service where one leg is high and the other low: stop, and tell the utility",
    }),
});

/** In the order of the hands. */
export const NEC_TESTS: readonly TestRule[] = [
  {
    id: "egc",
    label: "Continuity of the equipment grounding conductor",
    how: "From the panel's ground bar to the charger, leads nulled",
    when: "dead",
    unit: "ohm",
    units: ["mohm"],
    most: 2000,
    rule: "NEC 250.4(A)(5)",
    isObligatory: () => true,
    judge: (value, { circuit }, entry) => judgeContinuity(value, circuit?.continuityOhm ?? null, 0.1, entry),
  },
  {
    id: "ir",
    label: "Insulation",
    how: "250 or 500 V between the conductors and to ground, before the charger is joined",
    when: "dead",
    unit: "Mohm",
    units: ["kohm"],
    most: 100_000,
    rule: "NEC 110.7",
    isObligatory: () => false,
    judge: (value, _, entry) => judgeInsulation(value, entry),
  },
  {
    id: "v-ll",
    label: "Line to line",
    how: "At the charger's terminals, or at the receptacle, without load",
    when: "live",
    unit: "V",
    most: 1000,
    rule: "ANSI C84.1",
    isObligatory: () => true,
    judge: (value, { document: { supply } }) =>
      between(value, supply.system === "two-legs-120-208" ? LINE_V[supply.system] : LINE_V.other, "V", {
        formula: "the nominal voltage within 5 %",
        lookFor: "Look for both conductors on one leg where it is near 0 V; otherwise the supply is out of its band",
      }),
  },
  toGround("v-l1g", "Line 1"),
  toGround("v-l2g", "Line 2"),
  {
    id: "v-ng",
    label: "Neutral to ground",
    how: "At the receptacle, where a neutral is landed",
    when: "live",
    unit: "V",
    most: 1000,
    rule: "NEC 250.24",
    isObligatory: () => false,
    judge: (value) =>
      atMost(value, 2, "V", {
        formula: "a sound neutral carries little here",
        lookFor: "Look for a loose neutral, or neutral and ground joined behind the main",
        beyond: "warn",
      }),
  },
  {
    id: "gfci",
    label: "Trip current of the GFCI",
    how: "At the receptacle, with a tester that raises its current",
    when: "live",
    unit: "mA",
    units: ["A"],
    most: 1000,
    rule: "NEC 625.54, UL 943",
    isObligatory: ({ isPlugged }) => isPlugged,
    isFor: ({ isPlugged, document }) => isPlugged || document.options?.outdoorGfci === true,
    judge: (value) =>
      between(value, [4, 6], "mA", {
        formula: "class A",
        lookFor: "Look for a device of another class, or a faulty one",
      }),
  },
  {
    id: "evse-self-test",
    label: "The charger's own ground-fault test",
    how: "As its maker's guide says; the charger shows that it has passed",
    when: "live",
    unit: "",
    most: 1,
    rule: "NEC 625.54",
    isObligatory: () => true,
    judge: (value) => isYes(value, "Look for an open ground, or a faulty charger"),
  },
  {
    id: "v-load",
    label: "Line to line while charging",
    how: "At the charger at its set current",
    when: "charging",
    unit: "V",
    most: 1000,
    rule: "NEC 210.19(A), 110.14",
    isObligatory: () => true,
    judge(value, { readingOf, circuit }) {
      const unloadedV = readingOf("v-ll");
      if (unloadedV === null || !circuit)
        return {
          limit: null,
          limitText: "not known yet",
          verdict: "warn",
          formula: `the drop from the voltage without load, against the computed drop x ${DROP.factor} + ${DROP.besideV} V`,
          numbers: `${showNumber(value)} V`,
          lookFor: unloadedV === null ? "Measure line to line without load" : "Enter the run on Circuit",
        };
      const mostV = circuit.voltDropV * DROP.factor + DROP.besideV;
      return atMost(unloadedV - value, mostV, "V", {
        formula: `drop from ${showNumber(unloadedV)} V, against the computed ${showNumber(circuit.voltDropV)} V x ${DROP.factor} + ${DROP.besideV} V`,
        lookFor: "Look for a loose or hot terminal on the way: stop charging and find it",
      });
    },
  },
  {
    id: "temperature",
    label: "Hottest terminal",
    how: "After 20 minutes of charging at the set current, at panel, disconnect and charger",
    when: "charging",
    unit: "°C",
    units: ["°F"],
    most: 400,
    rule: "NEC 110.14(C)",
    isObligatory: () => false,
    judge(value, { document }, { ambientC = USUAL_AMBIENT_C }) {
      const mostC = document.run?.terminalC === 75 ? 75 : 60;
      const lookFor =
        "Look for a loose terminal or a conductor that is too small: switch off, isolate, and make it anew";
      const judged = atMost(value, mostC, "°C", { formula: `terminals for ${mostC} °C`, lookFor });
      if (judged.verdict === "fail" || value - ambientC <= WARM_K) return judged;
      return {
        ...judged,
        verdict: "warn",
        numbers: `${showNumber(value)} °C, ${showNumber(value - ambientC)} K above air of ${ambientC} °C`,
        lookFor,
      };
    },
  },
];

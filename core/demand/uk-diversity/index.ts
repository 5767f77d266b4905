/** The usual after-diversity estimate for one dwelling in the United Kingdom. */
import type { LoadKindId } from "../../case/document/types.ts";
import { showA, showVA } from "../../units.ts";
import { factorLine, partsOf, sum } from "../lines.ts";
import { ofKind } from "../nec-general.ts";
import type { CountedLoad, DemandInput, DemandMethod, Line } from "../types.ts";

const RULE = "BS 7671 311.1, after-diversity allowances";

/** A line whose counted current is worked out in amperes; `formula` and `numbers` explain it. */
function currentLine(
  label: string,
  loads: readonly CountedLoad[],
  volts: number,
  countedA: number,
  formula: string,
  numbers: string,
  rule = RULE,
): Line {
  const connectedVA = sum(loads);
  const countedVA = countedA * volts;
  return {
    label,
    connectedVA,
    factor: connectedVA > 0 ? countedVA / connectedVA : 1,
    countedVA,
    rule,
    parts: partsOf(loads),
    why: {
      figure: label,
      value: `${showA(countedA)} (${showVA(countedVA)})`,
      formula,
      numbers: `${numbers} = ${showA(countedA)}`,
      rule,
      assumes: [`Current of each use is its watts / ${volts} V`],
      changes: [],
    },
  };
}

const FULL: readonly { kind: LoadKindId; label: string; because: string }[] = [
  { kind: "immersion", label: "Thermostatic water heaters", because: "they may all be on at once" },
  { kind: "underfloor-heating", label: "Floor warming", because: "no diversity is allowed" },
  { kind: "storage-heater", label: "Thermal storage heating", because: "all of it charges at the same hours" },
  { kind: "heat-pump", label: "Heat pump", because: "it may run for hours on end" },
];

/** The lines for the loads of one phase. */
function phaseLines(loads: readonly CountedLoad[], { volts, codebook, document }: DemandInput): Line[] {
  const amps = (list: readonly CountedLoad[]) => sum(list) / volts;
  const each = (list: readonly CountedLoad[]) =>
    list.flatMap((l) => Array.from({ length: l.quantity }, () => l.unitVA / volts)).sort((a, b) => b - a);
  const total = (list: readonly number[]) => list.reduce((t, a) => t + a, 0);
  const lines: Line[] = [];

  const lighting = ofKind(loads, "lighting");
  if (lighting.length > 0)
    lines.push(
      factorLine({
        label: "Lighting",
        connectedVA: sum(lighting),
        factor: 0.66,
        rule: RULE,
        because: "66 % of the total is on at once",
        parts: partsOf(lighting),
      }),
    );

  const fixed = ofKind(loads, "fixed-appliance");
  if (fixed.length > 0) {
    const a = amps(fixed);
    lines.push(
      currentLine(
        "Heating and power not listed below",
        fixed,
        volts,
        Math.min(a, 10) + Math.max(0, a - 10) * 0.5,
        "100 % of the first 10 A + 50 % of the rest",
        `${showA(Math.min(a, 10))} + 0.5 x ${showA(Math.max(0, a - 10))}`,
      ),
    );
  }

  const cookers = ofKind(loads, "cooker");
  if (cookers.length > 0) {
    const a = amps(cookers);
    const socket = cookers.some((c) => c.socketOnControl) ? 5 : 0;
    lines.push(
      currentLine(
        "Cooker",
        cookers,
        volts,
        Math.min(a, 10) + Math.max(0, a - 10) * 0.3 + socket,
        "10 A + 30 % of the current above 10 A + 5 A where the control unit has a socket",
        `${showA(Math.min(a, 10))} + 0.3 x ${showA(Math.max(0, a - 10))}${socket ? " + 5 A" : ""}`,
      ),
    );
  }

  const showers = ofKind(loads, "shower");
  if (showers.length > 0) {
    const [first = 0, second = 0, ...others] = each(showers);
    lines.push(
      currentLine(
        "Electric showers and instantaneous water heaters",
        showers,
        volts,
        first + second + 0.25 * total(others),
        "100 % of the largest + 100 % of the second + 25 % of the others",
        `${showA(first)} + ${showA(second)} + 0.25 x ${showA(total(others))}`,
      ),
    );
  }

  for (const { kind, label, because } of FULL) {
    const own = ofKind(loads, kind);
    if (own.length > 0)
      lines.push(factorLine({ label, connectedVA: sum(own), factor: 1, rule: RULE, because, parts: partsOf(own) }));
  }

  const sockets = ofKind(loads, "socket-circuit");
  if (sockets.length > 0) {
    const [first = 0, ...others] = each(sockets);
    lines.push(
      currentLine(
        "Socket circuits",
        sockets,
        volts,
        first + 0.4 * total(others),
        "100 % of the largest circuit + 40 % of each other, at the device's rating",
        `${showA(first)} + 0.4 x ${showA(total(others))}`,
      ),
    );
  }

  for (const charger of ofKind(loads, "ev-charger")) {
    const { va, cited } = codebook.charging.counted(
      charger.unitVA / volts,
      volts,
      document.options?.evTreatment ?? "outside-125",
    );
    lines.push(
      currentLine(
        charger.label,
        [charger],
        volts,
        (va * charger.quantity) / volts,
        cited.formula,
        cited.numbers,
        cited.rule,
      ),
    );
  }
  return lines;
}

/**
 * Loads by phase: all on one, or over three. Those whose phase is recorded stand on it; the others are spread, the
 * largest first onto the phase with the least.
 */
export function spreadOverPhases(loads: readonly CountedLoad[], phases: number): CountedLoad[][] {
  const result = Array.from({ length: phases }, () => [] as CountedLoad[]);
  const placed = (l: CountedLoad) => phases > 1 && l.phase !== undefined;
  for (const load of loads.filter(placed)) result[(load.phase as number) - 1]?.push(load);
  const pieces = loads
    .filter((l) => !placed(l))
    .flatMap((l) =>
      phases === 1 ? [l] : Array.from({ length: l.quantity }, () => ({ ...l, quantity: 1, va: l.unitVA })),
    );
  const ordered = phases === 1 ? pieces : pieces.sort((a, b) => b.va - a.va || a.id.localeCompare(b.id));
  for (const piece of ordered) {
    const least = result.reduce((best, phase) => (sum(phase) < sum(best) ? phase : best));
    least.push(piece);
  }
  return result;
}

export const ukDiversity: DemandMethod = {
  id: "uk-diversity",
  name: "After diversity",
  rule: RULE,
  governsBecause: "no valid measurement has been entered",
  takesChargerInside: false,
  calculate(input) {
    const phases = input.document.supply.system === "three-phase-230-400" ? 3 : 1;
    const byPhase = spreadOverPhases(input.loads, phases).map((loads) => phaseLines(loads, input));
    const counted = (lines: readonly Line[]) => lines.reduce((t, l) => t + l.countedVA, 0);
    const worst = byPhase.reduce((best, lines) => (counted(lines) > counted(best) ? lines : best));
    const unplaced = input.loads.filter((l) => l.phase === undefined).length;
    return {
      applies: true,
      lines: worst,
      leftOut: [],
      assumptions:
        phases === 3
          ? [
              `Three phases: the worst one, L${byPhase.indexOf(worst) + 1}, is shown (${byPhase.map((l) => showA(counted(l) / input.volts)).join(", ")})`,
              ...(unplaced > 0
                ? [
                    `${unplaced} loads without a recorded phase are spread as evenly as they go; confirm it at the board`,
                  ]
                : []),
            ]
          : [],
    };
  },
};

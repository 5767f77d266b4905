/** A circuit, or the tables it is designed by, as text that a person can read through. */

import { designFor, isDesigned } from "#core/circuit/design.ts";
import { withRoute } from "#core/circuit/route.ts";
import { terminationsOf } from "#core/circuit/terminations.ts";
import type { CircuitSpec, RouteCheck } from "#core/rules/circuit/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { Codebook } from "#core/rules/types.ts";
import type { PinnedCircuit } from "./circuits.ts";

const SAYS = { true: "holds", false: "FAILS", null: "see to it" } as const;
const line = ({ id, label, passes, advice, rule, formula, numbers }: RouteCheck) =>
  `  ${SAYS[`${passes}`]}${advice ? " (advice)" : ""} ${id}: ${label}\n      ${numbers}\n      ${formula} | ${rule}`;

/** The text sheet of a complete reference circuit. */
export function circuitSheetOf({ home, run, chargeA, managed = false, feederA }: PinnedCircuit): string {
  const codebook = codebookOf(home.rules);
  const document = { ...home, run };
  const found = designFor(document, codebook, chargeA);
  if (!found || !isDesigned(found)) return `not designed: ${found?.refused.numbers}\n`;
  const panel = (feederA === undefined ? home.panels[0] : home.panels.at(-1))?.id ?? null;
  const told = { document, design: found, demandA: 66, panel, feederA: () => feederA ?? null, managed };
  const design = withRoute(told, codebook, true);
  return [
    `${design.conductor.size} on ${design.deviceA} A for ${design.chargeA} A`,
    ...design.segments.map(
      (s, i) =>
        `  part ${i + 1}: ${s.conductor.size} ${s.conductor.type}, earth ${s.earthConductor.size}, ${s.conduit}`,
    ),
    ...design.checks.map(line),
    ...design.stretches.flatMap((s) => s.checks.map(line)),
    ...design.cautions.map((c) => `  ! ${c}`),
    ...terminationsOf(document, design, codebook.circuit.terminals).map(
      (t) => `  ${t.terminal}: ${t.conductor}${t.twice ? ", twice" : ""}`,
    ),
    "",
  ].join("\n");
}

const AMBIENTS = [
  -10, 10, 11, 15, 16, 20, 21, 25, 26, 30, 31, 35, 36, 40, 41, 45, 46, 50, 51, 55, 56, 60, 61, 65, 66, 70, 71,
];
const GROUPS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 13, 16, 17, 20, 21, 30, 31, 40, 41];
const DEVICES_A = [15, 16, 20, 21, 60, 61, 100, 101, 200, 201, 300, 301, 400];
/** One after the other; what repeats the one before is left out. */
const brief = (values: readonly string[]) => values.filter((v, i) => v !== values[i - 1]).join(" ");
const places = (value: number, digits: number) => Number(value.toFixed(digits));

/** Every table that circuits are designed by, as the design itself reads it. */
export function tablesOf({ circuit: rules, lengthUnit, country }: Codebook): string {
  const asked = (more: Partial<CircuitSpec>): CircuitSpec => ({
    segments: [],
    terminalC: rules.usualTerminalC,
    chargeA: 1,
    plug: false,
    aluminium: false,
    system: country === "us" ? "split-phase-120-240" : "single-phase-230",
    ...more,
  });
  const hundred = { value: 100, unit: lengthUnit };
  const metals = country === "us" ? (["cu", "al"] as const) : (["cu"] as const);
  const carries = (type: string, size: string, material: "cu" | "al", method: string, more: Partial<CircuitSpec>) =>
    places(rules.tries({ size, material, type }, [{ method, length: hundred }], 1, asked(more)).ampacityA, 2);
  const lines: string[] = [];
  for (const { id: type, methods } of rules.types)
    for (const material of metals) {
      if (rules.metalOf(type, asked({ aluminium: material === "al" })) !== material) continue;
      lines.push(`${type} ${material}`);
      for (const size of rules.sizes(type, material)) {
        const conductor = { size, material, type };
        const terminals = country === "us" ? ([60, 75] as const) : ([70] as const);
        lines.push(
          `  ${size}: ${terminals
            .map((terminalC) =>
              brief(methods.map((method) => `${carries(type, size, material, method, { terminalC })}`)),
            )
            .join(" / ")} A; ${places(rules.lostV(conductor, hundred, 10) ?? 0, 4)} V; earth ${brief(
            DEVICES_A.map((a) => rules.earthOf(conductor, size, a).size),
          )}; ${brief(methods.map((method) => rules.conduitOf({ method }, conductor, conductor, asked({})) ?? "no conduit"))}`,
        );
      }
    }
  const [first] = rules.types as [(typeof rules.types)[number]];
  const largest = rules.sizes("thhn", "cu").at(-1) as string;
  const of = country === "us" ? { type: "thhn", method: "emt" } : { type: "armoured-70", method: "clipped" };
  // Where many are together a factor above 1 shows too.
  const many = country === "us" ? { grouped: 10 } : {};
  for (const method of country === "us" ? ["emt"] : ["clipped", "ground"]) {
    const by = (more: Partial<CircuitSpec>) =>
      carries(of.type, country === "us" ? largest : "25 mm2", "cu", method, more);
    lines.push(
      `round ${method}: ${AMBIENTS.map((c) => `${c} °C ${by({ ambientC: c, terminalC: 90, ...many })}`).join(", ")}`,
    );
    lines.push(`together ${method}: ${GROUPS.map((n) => `${n} ${by({ grouped: n, terminalC: 90 })}`).join(", ")}`);
  }
  lines.push(`without a type: ${first.id}`, "");
  return lines.join("\n");
}

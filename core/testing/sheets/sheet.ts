/** An assessment written out for reading: everything a master electrician would check before signing it. */

import type { CaseDocument } from "#core/case/document/types.ts";
import { answerOf } from "#core/decide/answer.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import type { WorkItem } from "#core/estimate/requirements.ts";
import { clampsInWords } from "#core/path/clamps.ts";
import type { PathLink } from "#core/path/types.ts";
import type { DemandCalculation } from "#core/rules/demand/types.ts";
import { assess } from "#core/testing/assess.ts";
import { showA, showKWh, showNumber, showVA } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import type { Why } from "#core/why.ts";

const spread = ({ low, typical, high }: { low: number; typical: number; high: number }) =>
  `${showNumber(low)} / ${showNumber(typical)} / ${showNumber(high)}`;

const whyLines = ({ figure, value, formula, numbers, rule, assumes, changes }: Why): string[] => [
  `why ${figure} is ${value}: ${formula} [${numbers}] (${rule})`,
  ...assumes.map((a) => `  assumes ${a}`),
  ...changes.map((c) => `  would change it: ${c}`),
];

/** One line for each link: its current and limit, the reason, how well it is known, and its faults. */
function linkLines(links: readonly PathLink[], tightest: string | null = null): string[] {
  return links.flatMap(({ link, name, carriesA, mayCarryA, decidedBy, known, faults, unknowns, work, clamps }) => [
    `${link === tightest ? "> " : "- "}${name} [${link}]: ${showA(carriesA)} of ${mayCarryA === null ? "no limit" : showA(mayCarryA)}, ${decidedBy}; ${known}${work.length > 0 ? `; work ${work.join(", ")}` : ""}`,
    ...(clamps ? [`    ${clampsInWords(clamps)}`] : []),
    ...faults.map((f) => `    ${f.severity}: ${f.code}`),
    ...unknowns.map((u) => `    to confirm: ${u.text} [${u.key}, ${u.knowledge}${u.decisive ? ", decisive" : ""}]`),
  ]);
}

const itemLine = ({ id, text, link }: WorkItem, i: number) => `${i + 1}. ${text} [${id}${link ? ` at ${link}` : ""}]`;

function wayLines(way: WayJudgement): string[] {
  const { level } = way;
  const given =
    way.verdict === "ruled-out" && !way.onlyConfirm && way.chargeA === 0 && way.energyPerNightKWh === 0
      ? `ruled out; leaves ${showA(way.spareA)}`
      : [
          way.onlyConfirm ? "fits once confirmed" : way.verdict,
          `${showA(way.chargeA)} on ${showA(way.circuitA)}`,
          ...(way.limits ?? []).map((l) => `${showA(l.limitA)} at ${l.at} (${l.name})`),
          `${showKWh(way.energyPerNightKWh)} a night, ${way.meetsNeed ? "enough" : "not enough"}`,
          `leaves ${showA(way.spareA)}`,
          `${way.cost.currency} ${spread(way.cost)}, ${spread(way.leadTimeDays)} days`,
        ].join("; ");
  const bank = `bank ${level.edge ?? "supply"} of ${showA(level.ratingA)}: ${showA(level.demandA)} + ${showA(level.chargingA)}${level.limitA === null ? "" : ` below ${showA(level.limitA)}`}`;
  return [
    "",
    `## ${way.name} (${way.way}): ${given}`,
    ...way.reasons.map((r) => `because ${r.text} [${r.code}] (${r.rule})`),
    ...(way.verdict === "ruled-out" ? [] : [...way.workItems.map(itemLine), ...way.cautions.map((c) => `! ${c}`)]),
    ...(way.verdict === "ruled-out" ? [] : linkLines(way.path, way.tightest)),
    bank,
    ...whyLines(way.explain),
  ];
}

function homeLines(found: Assessment): string[] {
  const { verdict, text, next } = answerOf(found);
  return [
    `${verdict}. ${text}.`,
    `Next, at ${next.step}: ${next.text}`,
    `Recommended: ${found.recommended ?? "nothing"}. ${found.because}`,
    `Supply ${showA(found.supply.ratingA)} at ${found.supply.volts} V; ${found.governing} governs, ${found.governingBecause}; headroom ${showA(found.headroomA)}`,
    `Need: ${showKWh(found.need.energyPerDayKWh)} in ${showNumber(found.need.hoursPerNight)} h`,
    ...found.calculations.map((c) => `${c.method}: ${c.applies ? `${showA(c.demandA)}` : c.why}`),
    ...found.feeders.map((f) => `${f.name}: ${showA(f.demandA)} of ${showA(f.ratingA)}, ${showA(f.headroomA)} spare`),
    ...found.findings.map((f) => `${f.severity} ${f.code} at ${f.link}: ${f.text} -> ${f.todo} (${f.rule})`),
    ...found.missing.map((m) => `missing at ${m.step}: ${m.text}${m.decisive ? " (decisive)" : ""}`),
    ...found.assumptions.map((a) => `assumed: ${a}`),
    ...linkLines(found.path),
  ];
}

/** Every line of a method with its working, and the two resulting figures. */
function calculationLines({
  method,
  name,
  applies,
  lines,
  leftOut,
  explain,
  assumptions,
}: DemandCalculation): string[] {
  if (!applies) return [];
  return [
    "",
    `## ${name} (${method})`,
    ...lines.flatMap(({ label, connectedVA, factor, countedVA, rule, parts, why }) => [
      `${label}: ${showVA(connectedVA)} x ${showNumber(factor)} = ${showVA(countedVA)} (${rule})`,
      ...parts.map((p) => `  ${p.label} ${showVA(p.va)}${p.note ? `, ${p.note}` : ""}`),
      `  ${why.formula} [${why.numbers}]${[...why.assumes, ...why.changes].map((x) => `; ${x}`).join("")}`,
    ]),
    ...leftOut.map((l) => `left out: ${l.label} ${showVA(l.va)}: ${l.reason} (${l.rule})`),
    ...[explain.demandVA, explain.demandA, explain.headroomA].flatMap(whyLines),
    ...assumptions.map((a) => `assumed: ${a}`),
  ];
}

/** The whole sheet of a case: the home today, then every method, then every way. */
export function sheetOf(document: CaseDocument): string {
  const found = assess(document);
  return [
    `# ${document.title}`,
    "",
    ...homeLines(found),
    ...found.calculations.flatMap(calculationLines),
    ...found.ways.flatMap(wayLines),
    "",
  ].join("\n");
}

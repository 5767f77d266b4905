/** Cases with something changed at random, as broken programs and hands make them: for the walls of the reader. */

import { CaseRefused } from "#core/case/document/problems.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { readCase } from "#core/laws/read.ts";
import { assess, homeAfter } from "#core/testing/assess.ts";
import { WAY_IDS } from "#core/ways/index.ts";

const VALUES: readonly unknown[] = [
  null,
  true,
  false,
  0,
  -1,
  0.5,
  1,
  3,
  16,
  40,
  100,
  240,
  1e6,
  1e300,
  -1e300,
  "",
  "x",
  "main",
  "supply",
  "14 AWG",
  "6 mm2",
  "250 kcmil",
  "nm-b",
  "unsafe",
  "three-phase-230-400",
  "us-nec-2020",
  "uk-bs7671-2018-a2",
  [],
  {},
  [1],
  { value: 5, unit: "m" },
  { value: 20, unit: "A" },
  { size: "8 AWG" },
];

type Node = Record<string, unknown>;

/** Every object and list in a document. */
function nodesOf(value: unknown, found: Node[] = []): Node[] {
  if (typeof value !== "object" || value === null) return found;
  found.push(value as Node);
  for (const inner of Object.values(value)) nodesOf(inner, found);
  return found;
}

/** One case with one to four places changed: a value set, taken away, doubled or moved. */
export function mutateCase(base: CaseDocument, random: () => number): unknown {
  const document = structuredClone(base) as unknown as Node;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  for (let n = 1 + Math.floor(random() * 4); n > 0; n--) {
    const nodes = nodesOf(document);
    const node = pick(nodes);
    const keys = Object.keys(node);
    const key = keys.length > 0 ? pick(keys) : "value";
    const what = random();
    if (what < 0.25) delete node[key];
    else if (what < 0.7) node[key] = structuredClone(pick(VALUES));
    else if (what < 0.8 && typeof node[key] === "number") node[key] = (node[key] as number) * (random() * 20 - 2);
    else if (what < 0.9 && Array.isArray(node[key])) node[key] = [...node[key], ...structuredClone(node[key])];
    else node[key] = structuredClone(pick(nodes));
  }
  // A removed list element must not leave a hole in JSON.
  return JSON.parse(JSON.stringify(document));
}

/** Paths of an assessment's values that are not finite numbers. */
function wrongFigures(value: unknown, path = ""): string[] {
  if (typeof value === "number") {
    const name = path.slice(path.lastIndexOf(".") + 1);
    const maybeBelow = /^(headroomA|spareA|headroom)/.test(name);
    if (!Number.isFinite(value)) return [`${path} is ${value}`];
    return /A$/.test(name) && value < 0 && !maybeBelow ? [`${path} is ${value}`] : [];
  }
  if (typeof value !== "object" || value === null) return [];
  // A way for which the price book lacks something has no price, and says so.
  const unpriced = "unpriced" in value && Array.isArray(value.unpriced) && value.unpriced.length > 0;
  return Object.entries(value).flatMap(([key, inner]) =>
    unpriced && key === "cost" ? [] : wrongFigures(inner, `${path}.${key}`),
  );
}

/**
 * Reads and assesses a mutated case.
 * @param wholly puts every "why?" into words too, and assesses a home after the work
 * @returns what went wrong; null where it was assessed well, or refused with a path
 */
export function tryCase(mutated: unknown, wholly = true): string | null {
  let document: CaseDocument;
  try {
    ({ document } = readCase(mutated));
  } catch (error) {
    if (!(error instanceof CaseRefused)) return `reader: ${error}`;
    return error.problems.length > 0 && error.problems.every((p) => p.message !== "") ? null : "refused without a word";
  }
  try {
    const assessment = assess(document);
    const { headroomA, path, ways, findings } = assessment;
    const figures = ways.map(({ chargeA, circuitA, limitA, path: links, level, cost, unpriced, spareA }) => ({
      chargeA,
      circuitA,
      limitA,
      links,
      level,
      cost,
      unpriced,
      spareA,
    }));
    const wrong = wrongFigures({ headroomA, path, figures, findings });
    if (!wholly) return wrong.length > 0 ? wrong.join(", ") : null;
    wrong.push(...wrongFigures(JSON.parse(JSON.stringify(assessment))));
    const way = WAY_IDS[assessment.ways.findIndex((w) => w.verdict !== "ruled-out")];
    const after = way && homeAfter(document, way);
    if (after && "document" in after) assess(readCase(JSON.parse(JSON.stringify(after.document))).document);
    return wrong.length > 0 ? wrong.join(", ") : null;
  } catch (error) {
    return `assess: ${error instanceof Error ? error.stack?.split("\n").slice(0, 4).join(" | ") : error}`;
  }
}

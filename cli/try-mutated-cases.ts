/** `npx tsx cli/try-mutated-cases.ts COUNT [SEED]`: reads and assesses COUNT broken cases; prints the failures. */

import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import type { CaseDocument } from "#core/case/document/types.ts";
import { seededRandom } from "#core/chance.ts";
import { knownUkHome, knownUsHome, ukCase, usCase } from "#core/testing/cases.ts";
import { mutateCase, tryCase } from "#core/testing/mutated-cases.ts";

const [count = 1000, seed = 1] = process.argv.slice(2).map(Number);
const demo = path.resolve(import.meta.dirname, "../db/demo");
const bases: CaseDocument[] = [
  ...readdirSync(demo)
    .filter((f) => f.endsWith(".case.json"))
    .map((f) => JSON.parse(readFileSync(path.join(demo, f), "utf8"))),
  knownUsHome(),
  knownUkHome(),
  usCase(),
  ukCase(),
];
const random = seededRandom(seed);
const found = new Map<string, unknown>();
for (let i = 0; i < count; i++) {
  const mutated = mutateCase(bases[Math.floor(random() * bases.length)] as CaseDocument, random);
  if (i > 0 && i % 50_000 === 0) console.error(`${i} tried`);
  const wrong = tryCase(mutated, i % 50 === 0);
  if (wrong && found.size < 20 && !found.has(wrong)) found.set(wrong, mutated);
}
for (const [wrong, mutated] of found) console.log(`${wrong}\n  ${JSON.stringify(mutated)}`);
console.log(`${count} cases from seed ${seed}: ${found.size === 0 ? "nothing wrong" : `${found.size} kinds of fault`}`);
process.exitCode = found.size === 0 ? 0 : 1;

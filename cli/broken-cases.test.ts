/** Any JSON is either assessed without an exception and with finite figures, or refused with the wrong path. */
import { expect, it } from "vitest";
import { seededRandom } from "#core/chance.ts";
import { knownUkHome, knownUsHome, ukCase, usCase } from "#core/testing/cases.ts";
import { mutateCase, tryCase } from "#core/testing/mutated-cases.ts";

const CASES = process.env.LONG_RUN ? 20_000 : 1500;

it("broken cases are assessed well, or refused by name", { timeout: 120_000 }, () => {
  const random = seededRandom(11);
  const bases = [knownUsHome(), knownUkHome(), usCase(), ukCase()];
  const wrong: string[] = [];
  for (let i = 0; i < CASES && wrong.length < 3; i++) {
    const found = tryCase(mutateCase(bases[i % bases.length] as (typeof bases)[0], random), i % 10 === 0);
    if (found) wrong.push(found);
  }
  expect(wrong).toEqual([]);
});

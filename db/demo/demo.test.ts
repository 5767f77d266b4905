/** The demo shows every way winning, and cases that stay what their stories say. */
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { answerOf } from "#core/decide/answer.ts";
import { readCaseText, writeCase } from "#core/laws/read.ts";
import { assess } from "#core/testing/assess.ts";
import { WAYS } from "#core/ways/index.ts";
import { DEMO_FIRMS } from "./firms.ts";
import { DEMO_PICTURES } from "./pictures.ts";

const fileOf = (name: string) => path.join(import.meta.dirname, `${name}.case.json`);
const read = (name: string) => readCaseText(readFileSync(fileOf(name), "utf8"));
const jobs = DEMO_FIRMS.flatMap((f) => f.jobs.map(({ file }) => file));

/** Job, the way that wins, and the answer at its head. */
const STORIES = [
  [
    "tidewrack-lantern-row",
    "dynamic-load-management",
    "As it stands: 18.8 A spare; a managed charger held below 80 A would meet the need",
  ],
  [
    "tidewrack-coopers-slip",
    "circuit-splitter",
    "As it stands: 26.8 A spare; a 24 A shared circuit would meet the need",
  ],
  [
    "tidewrack-breakwater-street",
    "dedicated-circuit",
    "As it stands: 52.6 A spare; a 40 A charger on its own 50 A circuit would meet the need",
  ],
  [
    "tidewrack-gannet-hill",
    "separate-board",
    "As it stands: 88.2 A spare; a 48 A charger on a panel of its own would meet the need",
  ],
  [
    "tidewrack-kelp-row",
    "panel-change",
    "As it stands: 124.7 A spare; a new panel with a 48 A charger would meet the need",
  ],
  [
    "tidewrack-samphire-close",
    "existing-outlet",
    "As it stands: 130.1 A spare; the receptacle already there, at 40 A, would meet the need",
  ],
  [
    "tidewrack-tern-court",
    "dedicated-circuit",
    "As it stands: 99 A spare; a 48 A charger on its own 60 A circuit would meet the need",
  ],
  [
    "osier-marsh-view",
    "separate-board",
    "As it stands: 53.7 A spare; a 32 A charger on a board of its own would meet the need",
  ],
  [
    "osier-curlew-bank",
    "dynamic-load-management",
    "Measure first: 48.3 A over already by calculation; after that a managed charger held below 79 A would meet the need",
  ],
  ["osier-reed-bank", "reuse-circuit", "As it stands: 53.5 A spare; the spare circuit, at 32 A, would meet the need"],
  [
    "osier-weir-lane",
    "service-upgrade",
    "As it stands: 1.5 A over already; a larger supply with a 32 A charger would meet the need",
  ],
  [
    "osier-alder-staithe",
    "manage-existing",
    "As it stands: 27.8 A over already; the charger that is there, held below 79 A, would meet the need",
  ],
  [
    "tidewrack-harbor-steps",
    "move-charger",
    "As it stands: 80.1 A spare; the charger at its new place, at 40 A, would meet the need",
  ],
] as const;

describe("the demo", () => {
  it.each(jobs)("%s is a whole case, without fields that this version does not know", (name) => {
    const { document, unknown } = read(name);
    expect(unknown).toEqual([]);
    expect(readCaseText(writeCase(document)).document).toEqual(document);
    expect(assess(document).missing.filter((m) => m.decisive).length).toBeLessThanOrEqual(1);
  });
  it("has a job for each file, and pictures only for its jobs", () => {
    const files = readdirSync(import.meta.dirname).filter((f) => f.endsWith(".case.json"));
    expect(files.map((f) => f.replace(".case.json", "")).sort()).toEqual([...jobs].sort());
    for (const name of Object.keys(DEMO_PICTURES)) expect(jobs).toContain(name);
  });
  it.each(STORIES)("%s is won by %s", (name, way, text) => {
    const assessment = assess(read(name).document);
    expect(assessment.recommended).toBe(way);
    expect(answerOf(assessment).text).toBe(text);
  });
  it("shows each way winning once, and one job without a way", () => {
    expect(new Set(STORIES.map(([, way]) => way))).toEqual(new Set(WAYS.map((w) => w.id)));
    const refused = answerOf(assess(read("osier-net-loft").document));
    expect(refused).toMatchObject({ state: "does-not-fit" });
    expect(refused.text).toMatch(/nothing can be done as things stand/);
  });
});

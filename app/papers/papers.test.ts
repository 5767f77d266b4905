/** Every paper of both countries: it prints, says what it lacks, and speaks of the way that is taken. */
import { spawnSync } from "node:child_process";
import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { PAPER_LIST, type PaperId, papersOf } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import { knownUkHome, knownUsHome, ukCase, usCase } from "#core/testing/cases.ts";
import { makePaper } from "./make-paper.ts";

const TODAY = "2026-12-01";

async function printed(id: PaperId, document: CaseDocument): Promise<string> {
  const book = DEMO_BOOKS[codebookOf(document.rules).currency];
  const { pdf } = await makePaper({
    id,
    book,
    document,
    firm: "Osier Electrical",
    preparedBy: "Wren Osier",
    today: TODAY,
  });
  const run = spawnSync("pdftotext", ["-layout", "-", "-"], { input: pdf, encoding: "utf8", maxBuffer: 1e8 });
  return run.stdout.replace(/[\s\u2009\u200a]+/g, " ");
}
const idsOf = (document: CaseDocument) => papersOf(document, codebookOf(document.rules)).map(({ id }) => id);
const atStage = (document: CaseDocument, stage: "done" | "survey"): CaseDocument => ({
  ...document,
  progress: { stage, moves: [{ from: "survey", to: stage, on: "2026-11-20", by: "Wren Osier" }] },
});

describe("the papers of a case", () => {
  it("are those of its country, and the association's where it is asked", () => {
    const [us, uk] = [idsOf(usCase()), idsOf(ukCase())];
    expect(us).not.toContain("network-notification");
    expect(us).not.toContain("building-notice");
    expect(uk).toEqual(expect.arrayContaining(["network-notification", "building-notice"]));
    expect(us).not.toContain("association-approval");
    expect(idsOf(usCase({ enquiry: { permissions: { association: "asked" } } }))).toContain("association-approval");
    expect(idsOf(usCase({ enquiry: { permissions: { association: "not-needed" } } }))).not.toContain(
      "association-approval",
    );
  });

  const homes: [string, CaseDocument][] = [
    ["a known home", knownUsHome()],
    ["a known UK home", knownUkHome()],
    ["an empty case", usCase({ panels: [], loads: [], charger: null })],
    ["an empty UK case", ukCase({ panels: [], loads: [], charger: null })],
  ];
  it.each(PAPER_LIST.map(({ id }) => id))("print for any case, with the page's number: %s", async (id) => {
    for (const [name, home] of homes) {
      const text = await printed(id, home);
      if (id === "labels") expect(text.length, name).toBeGreaterThan(30);
      else {
        expect(text, name).toMatch(/\b1 ?\/ ?[1-9]/);
        expect(text, name).toContain("Wren Osier");
      }
    }
  });
});

describe("the notification of the network operator", () => {
  it("is sent afterwards where charging may be connected first", async () => {
    const text = await printed("network-notification", knownUkHome());
    expect(text).toContain("Notification after connecting");
    expect(text).toContain("Charging current 32 A at 230 V");
    expect(text).toContain("Looped to the neighbour no");
  });
  it("is an application where the demand is over what may be connected first", async () => {
    const home = knownUkHome();
    const loads = [...home.loads, { id: "sh", kind: "shower" as const, va: 9000 }];
    const text = await printed("network-notification", { ...home, loads });
    expect(text).toContain("Application before the work");
    expect(text).toMatch(/over 60 A/);
  });
  it("names what it lacks on its first page", async () => {
    const text = await printed("network-notification", knownUkHome());
    expect(text).toMatch(/This paper is not complete Still to be entered: .*"Supply number"/);
    const home = knownUkHome({ enquiry: { address: "5 Fen Lock" } });
    const supply = { ...home.supply, number: "17", meterPlace: "hall", onsiteGeneration: false, battery: false };
    expect(await printed("network-notification", { ...home, supply })).not.toContain("not complete");
  });
});

describe("the handover", () => {
  it("forbids the use until the job is done", async () => {
    expect(await printed("handover", atStage(knownUsHome(), "survey"))).toContain("Not to be used yet");
    expect(await printed("handover", atStage(knownUsHome(), "done"))).not.toContain("Not to be used yet");
  });
});

describe("the notice to building control", () => {
  it("has its day once the work is complete", async () => {
    const open = await printed("building-notice", knownUkHome());
    expect(open).toContain("the day of completion");
    expect(await printed("building-notice", atStage(knownUkHome(), "done"))).toContain("To be sent by 20 Dec 2026");
  });
});

describe("the site assessment", () => {
  it("puts the way that is taken first, and the ruled out ways last", async () => {
    const text = await printed("site-assessment", knownUsHome());
    const table = text.slice(text.indexOf("The ways"));
    expect(table.indexOf("(taken)")).toBeGreaterThan(0);
    expect(table.indexOf("(taken)")).toBeLessThan(table.indexOf("Ruled out"));
  });
});

/** Every paper of both countries: it prints, says what it lacks, and speaks of the way that is taken. */
import { spawnSync } from "node:child_process";
import sharp from "sharp";
import { describe, expect, it } from "vitest";
import { assess } from "#core/assess.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { questionsOf } from "#core/decide/questions.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { PAPER_LIST, type PaperId, papersOf } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { MarkPoint } from "#core/survey/photo-marks.ts";
import { knownUkHome, knownUsHome, ukCase, usCase } from "#core/testing/cases.ts";
import { makePaper, type PaperOrder } from "./make-paper.ts";

const TODAY = "2026-12-01";

const orderOf = (id: PaperId, document: CaseDocument) => ({
  id,
  book: DEMO_BOOKS[codebookOf(document.rules).currency],
  document,
  firm: "Osier Electrical",
  preparedBy: "Wren Osier",
  today: TODAY,
});

async function printed(id: PaperId, document: CaseDocument, more: Partial<PaperOrder> = {}): Promise<string> {
  const { pdf } = await makePaper({ ...orderOf(id, document), ...more });
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

describe("what was offered and refused", () => {
  it("is on the papers that the customer keeps", async () => {
    const home = knownUkHome();
    const [panel, ...others] = home.panels;
    const without = { ...home, panels: [{ ...panel, surgeProtection: false }, ...others] } as CaseDocument;
    const asked = questionsOf(without, assess(without, DEMO_BOOKS.GBP)).find(({ asked: { what } }) =>
      what.includes("surge"),
    );
    const given = {
      what: asked?.asked.what ?? "",
      answer: "refused" as const,
      by: "D. Fenn",
      words: "not needed here",
    };
    const basis = asked?.asked.basis;
    const refused = { ...without, confirmations: [{ ...given, ...(basis && { basis }) }] };
    for (const paper of ["handover", "site-assessment"] as const) {
      expect(await printed(paper, without)).not.toContain("Offered and refused");
      expect(await printed(paper, refused)).toMatch(/Offered and refused .*refused, D. Fenn, not needed here/);
    }
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

describe("the head of a paper", () => {
  it("has the version and the revision; what is not issued is a draft", async () => {
    const link = "https://heron.example/jobs/x/revisions/14";
    const origin = { revision: 14, version: 2, link };
    expect(await printed("consent", knownUsHome(), { origin })).toContain("version 2, revision 14 of the job");
    expect(await printed("consent", knownUsHome(), { origin: { ...origin, version: null } })).toContain(
      "draft, revision 14 of the job",
    );
    expect(await printed("consent", knownUsHome())).not.toContain("revision");
  });
});

describe("the quote", () => {
  const quoted = (quote: NonNullable<CaseDocument["quote"]>) => ({ ...knownUkHome(), quote });
  it("has each option with its price, what is not included, and a place to accept", async () => {
    const text = await printed(
      "quote",
      quoted({
        options: [
          { id: "a", way: "dedicated-circuit", fixedPrice: 1180, text: "Neat and low." },
          { id: "b", way: "separate-board" },
        ],
        suggested: "a",
        validDays: 14,
        notIncluded: "Painting",
        terms: "Half before the work.",
      }),
    );
    expect(text).toContain("(we suggest this) £1,180");
    expect(text).toContain("Neat and low.");
    expect(text).toContain("This quote holds until 15 Dec 2026");
    expect(text).toContain("- Painting");
    expect(text).toContain("Half before the work.");
    expect(text).toContain("I accept option 1");
  });
  it("without an option says so on its first page", async () => {
    expect(await printed("quote", knownUkHome())).toContain("Still to be entered: an option.");
  });
});

describe("the permit pack", () => {
  it("is a cover, the worksheet, the diagram, panels before and after, equipment and the site", async () => {
    const text = await printed("permit-pack", knownUsHome());
    for (const part of [
      "Scope",
      "Load-calculation worksheet",
      "Single-line diagram",
      "Before the work",
      "After the work",
    ])
      expect(text).toContain(part);
    const [before = "", after = ""] = text.slice(text.indexOf("Before the work")).split("After the work");
    expect(before).not.toContain("EV charger (new)");
    expect(after).toContain("EV charger (new)");
    expect(text).toContain("Still to be entered: the address, the run of the circuit, the site plan, pictures.");
    expect(text).not.toContain("Energy management");
  });
  it("states the limit where clamps hold the charger back", async () => {
    const decision = {
      way: "dynamic-load-management" as const,
      chargeA: 32,
      verdict: "ready" as const,
      meetsNeed: true,
      why: "x",
      by: "x",
      on: TODAY,
    };
    expect(await printed("permit-pack", { ...knownUsHome(), decision })).toMatch(
      /Energy management .*held at or below/,
    );
  });
  it("is no paper of another country", () => {
    expect(idsOf(usCase())).toContain("permit-pack");
    expect(idsOf(ukCase())).not.toContain("permit-pack");
  });
});

describe("pictures on a paper", () => {
  it("are printed with their captions, and how many were left out", async () => {
    const jpeg = await sharp({ create: { width: 60, height: 40, channels: 3, background: "#888" } })
      .jpeg()
      .toBuffer();
    const marks = [
      {
        kind: "dimension" as const,
        points: [
          [0.1, 0.1],
          [0.9, 0.9],
        ] as [MarkPoint, MarkPoint],
        text: "3.2 m",
      },
    ];
    const picture = { item: "charger-wall", caption: "Wall by the gate", width: 60, height: 40, marks, jpeg };
    const pictures = { shown: [picture, { ...picture, caption: "Meter" }], leftOut: 3 };
    const text = await printed("site-assessment", knownUsHome(), { pictures });
    expect(text).toContain("Wall by the gate; 3.2 m");
    expect(text).toContain("3 more pictures of the job are left out here.");
    const enquiry = { permissions: { association: "asked" as const } };
    const asked = await printed("association-approval", { ...knownUsHome(), enquiry }, { pictures });
    expect(asked).not.toContain("is fixed here");
  });
});

describe("the record of a job", () => {
  it("has its moves, its issued papers and its edits", async () => {
    const text = await printed("job-record", atStage(knownUkHome(), "done"), {
      history: {
        edits: [{ at: "2026-11-20T10:05:00.000Z", by: "Wren Osier", did: ["Cut-out fuse is 80 A"] }],
        issued: ["quote, version 1: 2026-11-20, Wren Osier"],
      },
    });
    expect(text).toContain("20 Nov 2026: from Survey to Done, Wren Osier");
    expect(text).toContain("quote, version 1: 2026-11-20, Wren Osier");
    expect(text).toContain("20 Nov 2026 10:05 UTC, Wren Osier: Cut-out fuse is 80 A");
  });
});

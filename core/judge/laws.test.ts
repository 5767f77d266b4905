/** Laws of every verdict, over random homes. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { withCircuit, withPanel, withSupply } from "#core/case/document/change.ts";
import { answerPatch } from "#core/case/document/confirmations.ts";
import { applyPatch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { questionsOf } from "#core/decide/questions.ts";
import { homeOf, targetOf } from "#core/home/home.ts";
import { caseProblems } from "#core/laws/read.ts";
import { pathTo } from "#core/path/links.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assess, homeAfter } from "#core/testing/assess.ts";
import { anyHome, ukHomes, usHomes } from "#core/testing/random-homes.ts";
import { wayOf } from "#core/ways/index.ts";
import type { JudgedVerdict, WayJudgement } from "#core/ways/types.ts";

const RANK: Record<JudgedVerdict, number> = { "ruled-out": 0, "with-work": 1, ready: 2 };
const waysOf = (document: CaseDocument) => new Map(assess(document).ways.map((w) => [w.way, w]));
const usable = (ways: Iterable<WayJudgement>) => [...ways].filter((w) => w.verdict !== "ruled-out");

/** A larger supply or another panel that the home does not need: a worse home may need it. */
const isNotNeeded = (way: WayJudgement | undefined) =>
  way?.verdict === "ruled-out" && way.reasons.every((r) => r.code === "not-needed");

/** A way that leaves a faulty panel, and the feeder to it, alone: the charger has a board of its own. */
const hasOwnBoard = ({ workItems }: WayJudgement) => workItems.some(({ id }) => id === "own-board");

/** For each way: its verdict is no better in the second home than in the first. */
function noBetter(first: CaseDocument, second: CaseDocument, not: readonly string[] = []) {
  const [before, after] = [waysOf(first), waysOf(second)];
  for (const [id, way] of after)
    if (!not.includes(id) && !isNotNeeded(before.get(id)) && !hasOwnBoard(way))
      expect(RANK[way.verdict], `${id} after`).toBeLessThanOrEqual(RANK[before.get(id)?.verdict ?? "ruled-out"]);
}

describe("every verdict", () => {
  it("is written: a way that is ruled out says why, and no sentence holds nothing", () => {
    fc.assert(
      fc.property(anyHome, (home) => {
        const assessment = assess(home);
        for (const way of assessment.ways) {
          if (way.verdict === "ruled-out") expect(way.reasons.length).toBeGreaterThan(0);
          const said = JSON.stringify(way);
          expect(said).not.toMatch(/undefined|NaN|Infinity|null A|New 0 A|: 0 A at most/);
          for (const reason of way.reasons) expect(reason.rule, reason.text).not.toBe("");
        }
        expect(JSON.stringify(assessment.findings)).not.toMatch(/undefined|NaN|Infinity/);
      }),
    );
  });
  it("is ready only where nothing on its path is wrong or unknown", () => {
    fc.assert(
      fc.property(anyHome, (home) => {
        for (const way of assess(home).ways) {
          if (way.verdict !== "ready") continue;
          expect(way.unknowns).toEqual([]);
          for (const link of way.path) {
            expect(["read", "planned"]).toContain(link.known);
            expect(link.faults.filter((f) => f.severity !== "note")).toEqual([]);
          }
        }
      }),
    );
  });
  it("gives no more current than the least link carries, and the path says so", () => {
    fc.assert(
      fc.property(anyHome, (home) => {
        for (const way of usable(assess(home).ways)) {
          const measure = way.reasons.some((r) => r.code === "measure-first");
          for (const link of way.path) {
            if (link.mayCarryA === null) continue;
            if (!measure) expect(link.carriesA, `${way.way} ${link.link}`).toBeLessThanOrEqual(link.mayCarryA + 1e-6);
            expect(way.chargeA).toBeLessThanOrEqual(link.mayCarryA + 1e-6);
          }
        }
      }),
    );
  });
  it("puts every confirmation first, and names each unknown", () => {
    fc.assert(
      fc.property(anyHome, (home) => {
        for (const way of usable(assess(home).ways)) {
          const confirm = way.work.filter((w) => w.startsWith("Confirm "));
          expect(confirm).toHaveLength(way.unknowns.length);
          expect(way.work.slice(0, confirm.length)).toEqual(confirm);
          if (way.onlyConfirm) expect(way.verdict).toBe("with-work");
        }
      }),
    );
  });
  it("never recommends a way that is ruled out, or one that gives nothing", () => {
    fc.assert(
      fc.property(anyHome, (home) => {
        const { recommended, ways } = assess(home);
        const taken = ways.find((w) => w.way === recommended);
        if (recommended === null) return;
        expect(taken?.verdict).not.toBe("ruled-out");
        expect(taken?.energyPerNightKWh).toBeGreaterThan(0);
      }),
    );
  });
});

describe("the home after the work", () => {
  it("is a whole case, and assessed by itself it has nothing left that the way was to mend", () => {
    fc.assert(
      fc.property(anyHome, (home) => {
        for (const way of usable(assess(home).ways)) {
          const after = homeAfter(home, way.way);
          if (!("document" in after)) throw new Error("usable ways have a home after them");
          expect(caseProblems(JSON.parse(JSON.stringify(after.document)))).toEqual([]);
          const again = assess(after.document);
          const mended = new Set(way.workItems.flatMap((i) => (i.mends ? [`${i.mends} ${i.link}`] : [])));
          const left = again.findings.map((f) => `${f.code} ${f.link}`).filter((f) => mended.has(f));
          expect(left).toEqual([]);
        }
      }),
    );
  });
  it("counts the charger as the way counted it, link by link", () => {
    fc.assert(
      fc.property(anyHome, (home) => {
        for (const way of usable(assess(home).ways)) {
          const after = homeAfter(home, way.way);
          if (!("document" in after)) throw new Error("usable ways have a home after them");
          const again = homeOf(after.document, codebookOf(home.rules));
          const path = pathTo(again, targetOf(after.document));
          expect(path.links.map((l) => [l.link, l.mayCarryA])).toEqual(way.path.map((l) => [l.link, l.mayCarryA]));
          path.links.forEach((link, i) => {
            expect(link.carriesA, link.link).toBeCloseTo(way.path[i]?.carriesA ?? -1, 6);
          });
        }
      }),
    );
  });
});

describe("facts", () => {
  it("taken away never improve a verdict", () => {
    const gone: [string, (home: CaseDocument) => CaseDocument][] = [
      ["service conductors or tails", (h) => withSupply(h, { conductor: undefined })],
      ["the supply's rating", (h) => withSupply(h, { ratingA: null })],
      [
        "the condition of a sound panel",
        (h) => ({ ...h, panels: h.panels.map((p) => (p.condition === "sound" ? { ...p, condition: undefined } : p)) }),
      ],
      [
        "spaces",
        (h) => ({ ...h, panels: h.panels.map((p) => ((p.spaces ?? 0) > 14 ? { ...p, spaces: undefined } : p)) }),
      ],
      [
        "the lead's length",
        (h) => ({
          ...h,
          outlets: h.outlets?.map((o) => ((o.leadLength?.value ?? 9) <= 7 ? { ...o, leadLength: undefined } : o)),
        }),
      ],
      ["GFCI protection", (h) => ({ ...h, outlets: h.outlets?.map((o) => (o.gfci ? { ...o, gfci: undefined } : o)) })],
      [
        "detection in the charger",
        (h) => ({
          ...h,
          charger: {
            ...h.charger,
            ...(h.charger?.lostPenDetection && { lostPenDetection: undefined }),
            ...(h.charger?.dcDetection && { dcDetection: undefined }),
          },
        }),
      ],
    ];
    fc.assert(
      fc.property(anyHome, fc.constantFrom(...gone), (home, [name, take]) => {
        // A US rating that was not read is taken off the main breaker.
        const same =
          name !== "the supply's rating" ||
          home.rules.startsWith("uk") ||
          home.panels[0]?.mainA === home.supply.ratingA;
        if (same) noBetter(home, take(home));
      }),
    );
  });
  it("with told or assumed values are no better than with read ones", () => {
    const keys = ["supply.ratingA", "supply.conductor", "panel.main.mainA", "panel.main.busA", "panel.main.condition"];
    fc.assert(
      fc.property(
        anyHome,
        fc.constantFrom(...keys),
        fc.constantFrom("told" as const, "assumed" as const),
        (home, key, source) => {
          noBetter(home, { ...home, survey: { ...home.survey, sources: { [key]: source } } });
        },
      ),
    );
  });
});

describe("faults", () => {
  const faults: [string, (home: CaseDocument) => CaseDocument][] = [
    ["an unsafe panel", (h) => withPanel(h, "main", { condition: "unsafe" })],
    [
      "an obsolete panel",
      (h) => (h.panels[0]?.condition === "unsafe" ? h : withPanel(h, "main", { condition: "obsolete" })),
    ],
    ["a looped supply", (h) => withSupply(h, { looped: true })],
    ["heat marks", (h) => ({ ...h, survey: { ...h.survey, seen: [...(h.survey?.seen ?? []), "heat-marks"] } })],
    ["a Y-lead", (h) => ({ ...h, outlets: h.outlets?.map((o) => ({ ...o, plainSplitter: true })) })],
    ["an ungrounded face", (h) => ({ ...h, outlets: h.outlets?.map((o) => ({ ...o, grounded: false })) })],
    ["an owner who refused", (h) => ({ ...h, enquiry: { permissions: { owner: "refused" } } })],
    [
      "thin tails or service conductors",
      (h) =>
        withSupply(h, {
          conductor: h.rules.startsWith("uk") ? { size: "10 mm2", material: "cu" } : { size: "14 AWG", material: "cu" },
        }),
    ],
    ["a charger without lost-PEN detection", (h) => ({ ...h, charger: { ...h.charger, lostPenDetection: false } })],
    ["a charger without DC detection", (h) => ({ ...h, charger: { ...h.charger, dcDetection: false } })],
  ];
  it("never improve a verdict, and neither does a home with none of them lack words", () => {
    fc.assert(
      fc.property(anyHome, fc.constantFrom(...faults), (home, [, spoil]) => {
        // A panel that must be changed or left alone is what two ways are for; to them it is a reason, not a fault.
        noBetter(home, spoil(home), ["panel-change", "separate-board"]);
      }),
    );
  });
  it("that stop the job leave nothing that could be taken", () => {
    fc.assert(
      fc.property(anyHome, (home) => {
        const refused = assess({ ...home, enquiry: { permissions: { association: "refused" } } });
        expect(usable(refused.ways)).toEqual([]);
        expect(refused.recommended).toBeNull();
      }),
    );
  });
});

describe("what the demand and its limits rest on", () => {
  const gone: [string, (home: CaseDocument) => CaseDocument][] = [
    ["the floor area", (h) => ({ ...h, dwelling: { ...h.dwelling, floorArea: null } })],
    ["the loads", (h) => ({ ...h, loads: [] })],
    ["the main devices", (h) => ({ ...h, panels: h.panels.map((p) => ({ ...p, mainA: null })) })],
    [
      "the devices of the feeders",
      (h) => ({
        ...h,
        panels: h.panels.map((p) => (p.feeder ? { ...p, feeder: { ...p.feeder, ratingA: undefined } } : p)),
      }),
    ],
  ];
  it("is never helped by being taken away: no verdict, no current and no energy is better for it", () => {
    fc.assert(
      fc.property(anyHome, fc.constantFrom(...gone), (home, [what, take]) => {
        const less = take(home);
        // A main that may be too small is what three ways are for.
        noBetter(home, less, ["panel-change", "separate-board", "service-upgrade"]);
        const before = waysOf(home);
        for (const [id, way] of waysOf(less)) {
          const known = before.get(id);
          if (!known || isNotNeeded(known) || known.verdict === "ruled-out") continue;
          // A larger supply is as large as it has to be, so it is asked for by what it has to carry. From another panel
          // the policy may take a dearer circuit of more current.
          if (id === "service-upgrade" || way.panel !== known.panel) continue;
          // The least work that meets the need may be a low setting, where a worse home needs clamps for it.
          if (wayOf(id).leastWork && known.meetsNeed) continue;
          expect(way.chargeA, `${id} without ${what}`).toBeLessThanOrEqual(known.chargeA);
        }
      }),
    );
  });
});

describe("sizes", () => {
  const UP: Record<string, string> = {
    "14 AWG": "10 AWG",
    "10 AWG": "8 AWG",
    "8 AWG": "6 AWG",
    "6 AWG": "4 AWG",
    "4 AWG": "2 AWG",
    "1.5 mm2": "2.5 mm2",
    "2.5 mm2": "4 mm2",
    "4 mm2": "6 mm2",
    "6 mm2": "10 mm2",
  };
  it("a larger conductor never worsens a verdict", () => {
    fc.assert(
      fc.property(anyHome, fc.nat(4), (home, k) => {
        const circuit = home.panels[0]?.circuits?.[k];
        const size = circuit?.conductor && UP[circuit.conductor.size];
        if (!circuit?.conductor || !size) return;
        noBetter(withCircuit(home, circuit.id, { conductor: { ...circuit.conductor, size } }), home);
      }),
    );
  });
  it("a larger supply with conductors, main and bus to match never worsens one", () => {
    const on = (home: CaseDocument, ratingA: number, size: string): CaseDocument =>
      withPanel(withSupply(home, { ratingA, conductor: { size, material: "cu" } }), "main", {
        mainA: ratingA,
        busA: ratingA,
      });
    fc.assert(
      fc.property(usHomes, (home) => {
        noBetter(on(home, 200, "2/0 AWG"), on(home, 150, "1 AWG"), [
          "service-upgrade",
          "panel-change",
          "separate-board",
        ]);
      }),
    );
    fc.assert(
      fc.property(ukHomes, (home) => {
        noBetter(on(home, 100, "25 mm2"), on(home, 80, "16 mm2"), [
          "service-upgrade",
          "panel-change",
          "separate-board",
        ]);
      }),
    );
  });
});

describe("the same home", () => {
  const figures = (document: CaseDocument) =>
    assess(document).ways.map((w) => [w.way, w.verdict, w.chargeA, w.circuitA, w.limitA ?? null]);
  it("measured in feet or metres gets the same answer", () => {
    fc.assert(
      fc.property(anyHome, fc.integer({ min: 500, max: 4000 }), (home, ft2) => {
        const [feet, metres] = [
          { ...home, dwelling: { ...home.dwelling, floorArea: { value: ft2, unit: "ft2" as const } } },
          { ...home, dwelling: { ...home.dwelling, floorArea: { value: ft2 / 10.7639104167, unit: "m2" as const } } },
        ];
        expect(figures(metres)).toEqual(figures(feet));
      }),
    );
  });
  it("with its loads, circuits and panels in another order gets the same answer", () => {
    fc.assert(
      fc.property(anyHome, (home) => {
        const turned: CaseDocument = {
          ...home,
          loads: [...home.loads].reverse(),
          panels: [...home.panels].reverse().map((p) => ({ ...p, circuits: [...(p.circuits ?? [])].reverse() })),
        };
        expect(figures(turned)).toEqual(figures(home));
      }),
    );
  });
});

describe("a board of the charger's own, by the job's school", () => {
  it("changes no demand, of the home or of a feeder", () => {
    fc.assert(
      fc.property(anyHome, (home) => {
        const own: CaseDocument = { ...home, options: { ...home.options, chargerBoard: "own" } };
        const [before, after] = [assess(home), assess(own)];
        const demands = ({ calculations, feeders }: typeof before) => [
          ...calculations.map(({ method, demandA }) => [method, demandA]),
          ...feeders.map(({ name, demandA }) => [name, demandA]),
        ];
        expect(demands(after)).toEqual(demands(before));
      }),
    );
  });
});

describe("answers of the person on site", () => {
  const ANSWERS = ["yes", "no", "refused", "by-test"] as const;
  /** A home with a run and a surge device to offer, and some answers to what it asks. */
  const answeredHome = fc
    .tuple(anyHome, fc.array(fc.constantFrom(...ANSWERS), { minLength: 1, maxLength: 6 }))
    .map(([home, answers]) => {
      const { usualRun } = codebookOf(home.rules).charging;
      const asking: CaseDocument = {
        ...home,
        panels: home.panels.map((panel) => ({ ...panel, surgeProtection: false })),
        run: {
          segments: [
            {
              method: usualRun.method,
              length: usualRun.length,
              through: { cavityWalls: 1 },
              fixedTo: "fence" as const,
            },
          ],
        },
      };
      return questionsOf(asking, assess(asking)).reduce((document, { asked }, i) => {
        const answer = answers[i % answers.length] as (typeof ANSWERS)[number];
        return applyPatch(document, answerPatch(document, asked, { answer }));
      }, asking);
    });

  it("never improve a verdict by being taken away", () => {
    fc.assert(
      fc.property(answeredHome, fc.nat(), (home, which) => {
        const given = home.confirmations ?? [];
        fc.pre(given.length > 0);
        const without = given.filter((_, i) => i !== which % given.length);
        noBetter(home, { ...home, confirmations: without });
      }),
    );
  });
  it("belong to a whole case, and are all found again", () => {
    fc.assert(
      fc.property(answeredHome, (home) => {
        expect(caseProblems(JSON.parse(JSON.stringify(home)))).toEqual([]);
        const questions = questionsOf(home, assess(home));
        expect(questions.every(({ answer }) => answer === undefined || home.confirmations?.length)).toBe(true);
      }),
    );
  });
});

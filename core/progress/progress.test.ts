/** A job's life: its stages and what speaks against a move, its notices with their days, and what is due first. */
import { describe, expect, it } from "vitest";
import { applyPatch, invertPatch, type Patch } from "#core/case/document/patch.ts";
import {
  endedWaitPatch,
  noticePatch,
  reachedOn,
  stageOf,
  stagePatch,
  waitPatch,
  withoutWaitPatch,
} from "#core/case/document/stage.ts";
import type { CaseDocument, Stage } from "#core/case/document/types.ts";
import { changesInWords } from "#core/changes/changes.ts";
import { caseProblems } from "#core/laws/read.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { dueOf } from "./due.ts";
import { againstMove } from "./move.ts";
import { noticesOf } from "./notices.ts";

const edited = (document: CaseDocument, patch: (at: CaseDocument) => Patch): CaseDocument =>
  applyPatch(document, patch(document));
const movedTo = (document: CaseDocument, to: Stage, on = "2026-12-01", why?: string): CaseDocument =>
  edited(document, (at) => stagePatch(at, to, { on, by: "Wren", ...(why && { why }) }));
const decided = (document: CaseDocument): CaseDocument => ({
  ...document,
  decision: {
    way: "dedicated-circuit",
    chargeA: 32,
    verdict: "ready",
    meetsNeed: true,
    why: "fits",
    by: "Wren",
    on: "2026-11-30",
  },
});
const against = (document: CaseDocument, to: Stage) => againstMove(document, assess(document), to, "2026-12-01");
const owed = (document: CaseDocument) => noticesOf(document, assess(document));
const kinds = (document: CaseDocument) => owed(document).map(({ kind }) => kind);
const due = (document: CaseDocument) => dueOf(document, assess(document));

describe("the stage of a job", () => {
  it("is the survey where nothing was said, and every move is kept with its reason", () => {
    const home = knownUkHome();
    expect(stageOf(home)).toBe("survey");
    const moved = movedTo(movedTo(home, "quoted"), "lost", "2026-12-05", "took another firm");
    expect(stageOf(moved)).toBe("lost");
    expect(moved.progress?.moves).toEqual([
      { from: "survey", to: "quoted", by: "Wren", on: "2026-12-01" },
      { from: "quoted", to: "lost", by: "Wren", on: "2026-12-05", why: "took another firm" },
    ]);
    expect(caseProblems(JSON.parse(JSON.stringify(moved)))).toEqual([]);
  });
  it("is undone like any edit, and said in words", () => {
    const home = knownUkHome();
    const patch = stagePatch(home, "quoted", { on: "2026-12-01" });
    expect(applyPatch(applyPatch(home, patch), invertPatch(home, patch))).toEqual(home);
    expect(changesInWords(home, patch)).toEqual(["The job was moved to Quoted"]);
    expect(stagePatch(home, "survey", { on: "2026-12-01" })).toEqual([]);
  });
  it("is reached on the day of the move to it or past it, the last time", () => {
    const proved = movedTo(movedTo(knownUkHome(), "to-prove", "2026-12-01"), "done", "2026-12-04");
    expect(reachedOn(proved, "to-prove")).toBe("2026-12-01");
    expect(reachedOn(proved, "done")).toBe("2026-12-04");
    expect(reachedOn(proved, "closed")).toBeNull();
    const straight = movedTo(knownUkHome(), "done", "2026-12-03");
    expect(reachedOn(straight, "to-prove")).toBe("2026-12-03");
    const again = movedTo(movedTo(proved, "installing", "2026-12-06"), "to-prove", "2026-12-09");
    expect(reachedOn(again, "to-prove")).toBe("2026-12-09");
  });
});

describe("a move to another stage", () => {
  it("needs no reason where the facts speak for it", () => {
    expect(against(decided(knownUkHome()), "quoted")).toBeNull();
    expect(against(decided(knownUkHome()), "accepted")).toBeNull();
    expect(against(movedTo(decided(knownUkHome()), "accepted"), "installing")).toBeNull();
  });
  it("asks why where it goes back, ends the job, or takes it up again", () => {
    const quoted = movedTo(decided(knownUkHome()), "quoted");
    expect(against(quoted, "survey")).toBe("The job goes back");
    expect(against(quoted, "lost")).toBe("The job ends without the work");
    expect(against(movedTo(quoted, "lost"), "survey")).toBe("The job was ended, and is taken up again");
    expect(against(movedTo(quoted, "closed"), "done")).toBe("The job was ended, and is taken up again");
  });
  it("asks why where a fact is missing", () => {
    const unread = { ...knownUkHome(), supply: { ...knownUkHome().supply, ratingA: null } };
    expect(against(unread, "quoted")).toBe("A decisive value has not been read yet");
    expect(against(knownUkHome(), "accepted")).toBe("Nobody has decided for a way yet");
    const tenant = decided(knownUkHome({ enquiry: { tenure: "tenant" } }));
    expect(against(movedTo(tenant, "accepted"), "installing")).toMatch(
      /^Open before the work: have the owner's consent/,
    );
    expect(against(movedTo(decided(knownUkHome()), "done"), "closed")).toMatch(
      /^Still owed: notify the network operator/,
    );
  });
});

describe("the notices of a job", () => {
  it("are those of its country and of the way that is taken", () => {
    expect(kinds(decided(knownUkHome()))).toEqual(["operator", "building-control"]);
    expect(kinds(decided(knownUsHome()))).toEqual(["permit", "inspection"]);
    const rented = knownUkHome({ enquiry: { tenure: "tenant", permissions: { association: "asked" } } });
    expect(kinds(rented)).toEqual(expect.arrayContaining(["landlord", "association"]));
    expect(kinds(knownUkHome({ options: { grants: ["grant:rented"] } }))).toContain("grant");
  });
  it("have their day from the day of connecting, or of completion", () => {
    const done = movedTo(movedTo(knownUkHome(), "to-prove", "2026-11-20"), "done", "2026-11-25");
    expect(owed(done).map(({ kind, dueOn }) => [kind, dueOn])).toEqual([
      ["operator", "2026-12-18"],
      ["building-control", "2026-12-25"],
    ]);
    expect(owed(knownUkHome())[0]?.dueOn).toBeNull();
  });
  it("are closed by their day and proof, or by a reason why none is owed, and opened again", () => {
    const sent = edited(knownUkHome(), (at) =>
      noticePatch(at, { kind: "operator", sentOn: "2026-12-02", proof: "N 17" }),
    );
    expect(owed(sent).find(({ kind }) => kind === "operator")).toMatchObject({
      isOpen: false,
      said: { proof: "N 17" },
    });
    const notOwed = edited(sent, (at) => noticePatch(at, { kind: "building-control", notOwed: "the scheme does it" }));
    expect(owed(notOwed).every(({ isOpen }) => !isOpen)).toBe(true);
    const open = edited(notOwed, (at) => noticePatch(at, { kind: "operator" }));
    expect(owed(open).find(({ kind }) => kind === "operator")?.isOpen).toBe(true);
    expect(against(movedTo(decided(notOwed), "done"), "closed")).toBeNull();
  });
});

describe("what is due", () => {
  const wait = { id: "w1", for: "operator" as const, what: "the cut-out", since: "2026-11-01", askOn: "2026-12-03" };
  it("is the notice or the wait that comes first", () => {
    const waiting = edited(knownUkHome(), (at) => waitPatch(at, wait));
    expect(due(waiting)).toEqual({ on: "2026-12-03", text: "Ask the network operator again: the cut-out" });
    const connected = movedTo(waiting, "to-prove", "2026-11-02");
    expect(due(connected)).toEqual({ on: "2026-11-30", text: "Notify the network operator" });
    expect(due(knownUkHome())).toBeNull();
  });
  it("goes once the wait is over, and the wait stays among those that are over", () => {
    const waiting = edited(knownUkHome(), (at) => waitPatch(at, wait));
    const later = edited(waiting, (at) =>
      waitPatch(at, { ...wait, askOn: "2026-12-20", last: "called", lastOn: "2026-12-03" }),
    );
    expect(later.progress?.waits).toHaveLength(1);
    expect(due(later)?.on).toBe("2026-12-20");
    const over = edited(later, (at) => endedWaitPatch(at, "w1", "2026-12-05"));
    expect(due(over)).toBeNull();
    expect(over.progress?.pastWaits).toMatchObject([{ id: "w1", endedOn: "2026-12-05", last: "called" }]);
    expect(edited(waiting, (at) => withoutWaitPatch(at, "w1")).progress?.waits).toEqual([]);
  });
  it("is nothing of a job that has ended", () => {
    const lost = movedTo(
      edited(movedTo(knownUkHome(), "to-prove"), (at) => waitPatch(at, wait)),
      "lost",
    );
    expect(due(lost)).toBeNull();
  });
  it("is refused where two waits have one name, or a day is none", () => {
    const twice = { ...knownUkHome(), progress: { waits: [wait, wait] } };
    expect(caseProblems(twice)[0]?.path).toBe("progress.waits[1].id");
    const wrong = { ...knownUkHome(), progress: { waits: [{ ...wait, askOn: "soon" }] } };
    expect(caseProblems(wrong)[0]?.path).toBe("progress.waits[0].askOn");
  });
});

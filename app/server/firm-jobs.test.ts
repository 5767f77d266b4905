import { randomUUID } from "node:crypto";
import { describe, expect, it } from "vitest";
import type { Patch } from "#core/case/document/patch.ts";
import { stagePatch } from "#core/case/document/stage.ts";
import { type CaseDocument, WAITED_FOR, type WaitedFor } from "#core/case/document/types.ts";
import { waitsFor } from "#core/progress/waiting.ts";
import { knownUsHome, usCase } from "#core/testing/cases.ts";
import { twoFirms } from "#tests/firms.ts";
import { jobsOf } from "./firm-jobs.ts";

const { ours, theirs, mara } = twoFirms();
const jobs = jobsOf(ours.id);

const title = (value: unknown): Patch => [{ op: "replace", path: "/title", value }];
const take = (jobId: string, baseRevision: number, patch: Patch, id: string = randomUUID()) =>
  jobs.take(jobId, mara.id, { id, baseRevision, patch });

describe("an edit", () => {
  it("makes the next revision, and the list shows it", async () => {
    const id = await jobs.create(knownUsHome());
    expect(await take(id, 0, title("Renamed"))).toMatchObject({ kind: "accepted", revision: 1 });
    expect(await jobs.find(id)).toMatchObject({ revision: 1, document: { title: "Renamed" } });
    const { jobs: rows } = await jobs.list({ search: "Renamed" });
    expect(rows[0]).toMatchObject({ title: "Renamed", summary: { verdict: "Fits" } });
  });
  it("takes effect once, though its sender has moved on past it", async () => {
    const id = await jobs.create(usCase());
    const edit = randomUUID();
    await take(id, 0, title("Once"), edit);
    await take(id, 1, title("Twice"));
    expect(await take(id, 2, title("Once"), edit)).toMatchObject({ kind: "accepted", revision: 2 });
    expect(await jobs.find(id)).toMatchObject({ revision: 2, document: { title: "Twice" } });
  });
  it("takes effect once, however often it is sent", async () => {
    const id = await jobs.create(usCase());
    const edit = randomUUID();
    const add: Patch = [{ op: "add", path: "/loads/-", value: { id: "x", kind: "range", va: 5000 } }];
    await take(id, 0, add, edit);
    await take(id, 1, title("Between"));
    expect(await take(id, 0, add, edit)).toMatchObject({ kind: "accepted", revision: 2 });
    expect((await jobs.find(id))?.document.loads).toHaveLength(9);
  });
  it("made on what is no more is answered with the case as it is, though the revision is the same", async () => {
    const id = await jobs.create(usCase());
    const [first, last] = [randomUUID(), randomUUID()];
    await take(id, 0, title("First"), first);
    await take(id, 1, title("Last"), last);
    const on = (baseRevision: number, baseEdit: string) =>
      jobs.take(id, mara.id, { id: randomUUID(), baseRevision, baseEdit, patch: title("Mine") });
    const asItIs = { kind: "ahead", revision: 2, lastEdit: last, document: { title: "Last" } };
    expect(await on(2, first)).toMatchObject(asItIs);
    expect(await on(1, last)).toMatchObject(asItIs);
    expect(await on(3, last)).toMatchObject(asItIs);
    expect(await on(1, first)).toMatchObject({ kind: "conflict" });
    expect(await on(2, last)).toMatchObject({ kind: "accepted", revision: 3 });
    expect([await jobs.wasMadeBy(id, 2, last), await jobs.wasMadeBy(id, 2, first)]).toEqual([true, false]);
    expect(await jobsOf(theirs.id).wasMadeBy(id, 2, last)).toBe(false);
    expect((await jobs.find(id))?.lastEdit).not.toBe(last);
  });
  it("made on an older revision is moved over what came in between", async () => {
    const id = await jobs.create(usCase());
    await take(id, 0, [{ op: "remove", path: "/loads/0" }]);
    const answer = await take(id, 0, [{ op: "replace", path: "/loads/2/va", value: 7777 }]);
    expect(answer).toMatchObject({ kind: "accepted", revision: 2 });
    expect((await jobs.find(id))?.document.loads[1]).toMatchObject({ id: "range", va: 7777 });
    expect((await jobs.editsSince(id, 0))?.map((e) => [e.revision, e.by])).toEqual([
      [1, "Mara"],
      [2, "Mara"],
    ]);
  });
  it("on a place that changed meanwhile is a conflict, and nothing is changed", async () => {
    const id = await jobs.create(usCase());
    await take(id, 0, title("First"));
    const answer = await take(id, 0, title("Second"));
    expect(answer).toMatchObject({ kind: "conflict", revision: 1, with: { revision: 1 } });
    expect((await jobs.find(id))?.document.title).toBe("First");
  });
  it.each([
    ["a negative rating", [{ op: "replace", path: "/supply/ratingA", value: -5 }], "supply.ratingA"],
    ["an unknown rule set", [{ op: "replace", path: "/rules", value: "us-nec-1899" }], "rules"],
    ["a path that is not there", [{ op: "replace", path: "/nowhere/x", value: 1 }], ""],
  ] as [string, Patch, string][])("that leaves %s is refused with its path", async (_name, patch, path) => {
    const id = await jobs.create(usCase());
    const answer = await take(id, 0, patch);
    expect(answer?.kind).toBe("refused");
    expect(answer?.kind === "refused" && answer.problems[0]?.path).toBe(path);
    expect((await jobs.find(id))?.revision).toBe(0);
  });
  it("sent concurrently are all stored, each with its own revision", async () => {
    const id = await jobs.create(usCase());
    const adds = Array.from({ length: 8 }, (_, i) =>
      take(id, 0, [{ op: "add", path: "/loads/-", value: { id: `n${i}`, kind: "range", va: 1000 } }]),
    );
    await Promise.all(adds);
    const job = await jobs.find(id);
    expect(job?.revision).toBe(8);
    expect(new Set(job?.document.loads.map((l) => l.id)).size).toBe(16);
  });
});

describe("another firm", () => {
  it("finds, lists, edits and follows nothing of ours", async () => {
    const id = await jobs.create({ ...usCase(), title: "Secret Lane" });
    const other = jobsOf(theirs.id);
    expect(await other.find(id)).toBeNull();
    expect(await other.editsSince(id, 0)).toBeNull();
    expect(await other.take(id, mara.id, { id: randomUUID(), baseRevision: 0, patch: title("Taken") })).toBeNull();
    expect((await other.list({})).total).toBe(0);
    expect((await jobs.find(id))?.document.title).toBe("Secret Lane");
  });
});

describe("search", () => {
  it("looks in address and customer, and takes % and _ as they are", async () => {
    await jobs.create({ ...usCase(), title: "100 % Lane", enquiry: { customer: "Ida_Reed" } });
    const installed = await jobs.create(usCase({ title: "Done Street", progress: { stage: "done" } }));
    expect((await jobs.list({ search: "Done Street", stage: "done" })).jobs.map((j) => j.id)).toEqual([installed]);
    expect((await jobs.list({ search: "Done Street", stage: "quoted" })).total).toBe(0);
    expect((await jobs.list({ search: "Done Street" })).total).toBe(1);
    const found = async (text: string) => (await jobs.list({ search: text })).jobs.map((j) => j.title);
    expect(await found("100 %")).toEqual(["100 % Lane"]);
    expect(await found("Ida_")).toEqual(["100 % Lane"]);
    expect(await found("IdaxReed")).toEqual([]);
  });
});

describe("whom jobs wait for", () => {
  it("is asked of the waits that were entered, by each party, as the case itself says", async () => {
    for (const who of WAITED_FOR) {
      const progress = { waits: [{ id: "w", for: who, since: "2026-12-01" }] };
      await jobs.create(usCase({ title: `${who} Waiting Lane`, progress }));
    }
    for (const who of WAITED_FOR) {
      const found = (await jobs.list({ search: "Waiting Lane", waitsFor: who })).jobs;
      expect(found.map((j) => j.title)).toEqual([`${who} Waiting Lane`]);
      expect(found[0]?.waitsFor).toEqual([who]);
    }
    const row = (await jobs.list({ search: "firm Waiting Lane" })).jobs[0];
    expect(row?.waitsFor).toEqual(waitsFor({ progress: { waits: [{ id: "w", for: "firm", since: "2026-12-01" }] } }));
  });
  it("comes first where something is due, the longest due in front, and moves with the case", async () => {
    const wait = (askOn: string) => ({ waits: [{ id: "w", for: "customer" as const, since: "2026-11-01", askOn }] });
    const late = await jobs.create(usCase({ title: "1 Due Row", progress: wait("2026-11-20") }));
    const later = await jobs.create(usCase({ title: "2 Due Row", progress: wait("2026-12-01") }));
    await jobs.create(usCase({ title: "3 Due Row", progress: wait("2026-12-02") }));
    const due = async (today: string) => (await jobs.due(today)).map((j) => j.id);
    expect(await due("2026-12-01")).toEqual([late, later]);
    expect(await due("2026-11-19")).toEqual([]);
    const open = await jobs.find(late);
    const patch = stagePatch(open?.document as CaseDocument, "lost", { on: "2026-12-01", why: "took another firm" });
    await take(late, 0, patch);
    expect(await due("2026-12-01")).toEqual([later]);
    expect((await jobs.list({ search: "1 Due Row", stage: "lost" })).jobs.map((j) => j.id)).toEqual([late]);
  });
  it("is asked of the stage, and of the permissions in the case", async () => {
    const waiting = async (waitsFor: WaitedFor) =>
      (await jobs.list({ search: "Patience", waitsFor })).jobs.map((j) => j.title);
    const asked = { enquiry: { permissions: { association: "asked", owner: "given" } } } as const;
    await jobs.create(usCase({ title: "1 Patience Row", ...asked }));
    await jobs.create(usCase({ title: "2 Patience Row", progress: { stage: "waiting" } }));
    await jobs.create(usCase({ title: "3 Patience Row", progress: { stage: "quoted" } }));
    expect(await waiting("association")).toEqual(["1 Patience Row"]);
    expect(await waiting("owner")).toEqual([]);
    expect(await waiting("operator")).toEqual(["2 Patience Row"]);
    expect(await waiting("customer")).toEqual(["3 Patience Row"]);
    const [row] = (await jobs.list({ search: "1 Patience" })).jobs;
    expect(row?.waitsFor).toEqual(["association"]);
  });
});

/**
 * Several pages on one job, with a line that fails now and then and browsers that are closed in the middle: whatever
 * happens, all end at the server's case, nothing waits for ever, and no edit takes effect twice.
 */

import fc from "fast-check";
import { expect, it } from "vitest";
import type { AppliedEdit } from "#core/case/document/edit.ts";
import { applyPatch, type Patch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { takeEdit } from "#core/laws/take-edit.ts";
import { usCase } from "#core/testing/cases.ts";
import type { ConfirmedCase } from "#core/wire.ts";
import { JobStore, type SendAnswer } from "./job-store.ts";
import type { ParkedEdit, WaitingEdit } from "./outbox.ts";

/** Each run is a story of many steps; `npm run test:long` runs a thousand. */
const RUNS = Number(process.env.PROPERTY_RUNS ?? 25);

/** The server: takes edits as the real one does, keeps them in order. */
class Server {
  document: CaseDocument = usCase();
  edits: AppliedEdit[] = [];

  get revision() {
    return this.edits.length;
  }
  get lastEdit() {
    return this.edits.at(-1)?.id ?? null;
  }
  knows = ({ revision, lastEdit }: Pick<ConfirmedCase, "revision" | "lastEdit">) =>
    revision <= this.revision && (!lastEdit || this.edits[revision - 1]?.id === lastEdit);
  /** The newest edits are lost, as by a restore from a backup. */
  restore(lost: number) {
    this.edits = this.edits.slice(0, Math.max(0, this.edits.length - lost));
    this.document = this.edits.reduce((at, { patch }) => applyPatch(at, patch), usCase());
  }
  take(edit: WaitingEdit): SendAnswer {
    if (!this.knows({ revision: edit.baseRevision, lastEdit: edit.baseEdit ?? null }))
      return { kind: "ahead", revision: this.revision, document: this.document, lastEdit: this.lastEdit };
    const since = this.edits.slice(edit.baseRevision);
    if (this.edits.some((e) => e.id === edit.id)) return { kind: "accepted", revision: this.revision, edits: since };
    const taken = takeEdit(this.document, edit, since);
    if (taken.kind === "conflict") return { ...taken, revision: this.revision, edits: since };
    if (taken.kind === "refused") return taken;
    this.document = taken.document;
    this.edits.push({ id: edit.id, revision: this.revision + 1, patch: taken.patch, by: "somebody", at: "" });
    return { kind: "accepted", revision: this.revision, edits: this.edits.slice(edit.baseRevision) };
  }
}

/** A page in a browser with storage; its connection does what is set next. */
class Page {
  kept = new Map<string, { edit: WaitingEdit; place: number }>();
  parked = new Map<string, ParkedEdit>();
  base: ConfirmedCase | null = null;
  line: "up" | "down" | "answer-lost" | "failing" = "up";
  ids = 0;
  opened = 0;
  work = new Set<() => void>();
  store: JobStore;

  constructor(
    readonly name: string,
    readonly server: Server,
  ) {
    this.store = this.open(server);
  }

  private open({ document, revision, lastEdit }: ConfirmedCase) {
    this.work.clear();
    const opened = ++this.opened;
    // A browser that was closed does nothing more.
    const closed = () => opened !== this.opened;
    return new JobStore({
      books: [{ version: 0, book: DEMO_BOOKS.USD }],
      jobId: "job",
      document,
      revision,
      lastEdit,
      outbox: {
        load: async () => ({
          edits: [...this.kept.values()].sort((a, b) => a.place - b.place).map(({ edit }) => edit),
          base: this.base,
          parked: [...this.parked.values()],
        }),
        put: (edits) => {
          if (closed()) return;
          for (const one of edits) this.kept.set(one.edit.id, one);
        },
        confirm: (base, done) => {
          if (closed()) return;
          this.base = base;
          for (const id of done) this.kept.delete(id);
        },
        startFrom: (base) => {
          if (!closed()) this.base = base;
        },
        park: (edits) => {
          if (closed()) return;
          for (const edit of edits) this.parked.set(edit.id, edit);
        },
        unpark: (ids) => {
          if (closed()) return;
          for (const id of ids) this.parked.delete(id);
        },
      },
      send: async (edit) => {
        if (this.line === "down" || closed()) return { kind: "unreachable" };
        if (this.line === "failing") return { kind: "failing", status: 500 };
        const answer = this.server.take(edit);
        return this.line === "answer-lost" ? { kind: "unreachable" } : answer;
      },
      newId: () => `${this.name}-${++this.ids}`,
      later: (run) => {
        if (!closed()) this.work.add(run);
        return () => this.work.delete(run);
      },
      now: () => 0,
    });
  }

  /** Closes the browser and opens it again: with today's page, or with an older one from the cache. */
  async restart(cached: ConfirmedCase | null, typed?: (at: CaseDocument) => Patch) {
    this.store = this.open(cached ?? this.server);
    if (typed) this.store.edit(typed(this.store.getState().document));
    await this.store.resume();
  }
  /** Lets what was put off happen, once. */
  async turn() {
    const due = [...this.work];
    this.work.clear();
    for (const run of due) run();
    await new Promise((resolve) => setImmediate(resolve));
  }
  /** Receives the event stream. */
  hear() {
    if (!this.server.knows(this.store.known())) this.store.startFrom(this.server);
    this.store.receive(this.server.edits.slice(this.store.known().revision));
  }
  /** A person answers the notice at the top of the sheet. */
  settle(keep: "mine" | "theirs", parked: "again" | "leave-out") {
    if (this.store.getState().conflict) this.store.settle(keep);
    if (this.store.getState().parked.length > 0) this.store.settleParked(parked);
  }
}

const step = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      do: fc.constant("edit" as const),
      kind: fc.constantFrom("title", "add", "remove", "va", "rating"),
      n: fc.nat(20),
    }),
  },
  { weight: 3, arbitrary: fc.record({ do: fc.constantFrom("turn", "hear") }) },
  {
    weight: 2,
    arbitrary: fc.record({
      do: fc.constant("settle" as const),
      keep: fc.constantFrom("mine" as const, "theirs" as const),
      parked: fc.constantFrom("again" as const, "leave-out" as const),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({ do: fc.constantFrom("undo", "redo", "restart", "restart-from-cache", "restart-typing") }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      do: fc.constant("line" as const),
      line: fc.constantFrom("up", "down", "answer-lost", "failing"),
    }),
  },
);
type Step = typeof step extends fc.Arbitrary<infer T> ? T : never;

let made = 0;
function patchFor(document: CaseDocument, kind: string, n: number): Patch {
  const at = document.loads.length === 0 ? null : n % document.loads.length;
  if (kind === "title") return [{ op: "replace", path: "/title", value: `Title ${n}` }];
  if (kind === "rating") return [{ op: "replace", path: "/supply/ratingA", value: 60 + n }];
  if (kind === "remove" && at !== null) return [{ op: "remove", path: `/loads/${at}` }];
  if (kind === "va" && at !== null && document.loads[at]?.va !== undefined)
    return [{ op: "replace", path: `/loads/${at}/va`, value: 1000 + n }];
  return [{ op: "add", path: "/loads/-", value: { id: `made-${++made}`, kind: "range", va: 1000 + n } }];
}

/** Typing on in these two fields joins what waits. */
const touched = (kind: string) => (kind === "title" || kind === "rating" ? kind : undefined);

async function act(page: Page, first: ConfirmedCase, what: Step) {
  switch (what.do) {
    case "edit":
      return page.store.edit(patchFor(page.store.getState().document, what.kind, what.n), touched(what.kind));
    case "turn":
      return page.turn();
    case "hear":
      return page.line === "up" ? page.hear() : undefined;
    case "settle":
      return page.settle(what.keep, what.parked);
    case "undo":
      return page.store.undo();
    case "redo":
      return page.store.redo();
    case "restart":
      return page.restart(null);
    case "restart-from-cache":
      return page.restart(first);
    case "restart-typing":
      return page.restart(first, (document) => patchFor(document, "add", 0));
    case "line":
      page.line = what.line as Page["line"];
  }
}

/** People answer what is asked, and the line holds, until nothing waits. */
async function untilAtRest(pages: readonly Page[]) {
  for (let round = 0; round < 200 && pages.some((p) => p.store.getState().waiting > 0); round++)
    for (const page of pages) {
      await page.turn();
      page.hear();
      page.settle("theirs", "leave-out");
    }
  for (const page of pages) {
    page.hear();
    page.settle("theirs", "leave-out");
  }
}

it("all pages end at the server's case, nothing waits, nothing takes effect twice (property)", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.tuple(fc.nat(2), step), { minLength: 5, maxLength: 60 }), async (steps) => {
      const server = new Server();
      const first = { document: server.document, revision: 0, lastEdit: null };
      const pages = ["a", "b", "c"].map((name) => new Page(name, server));
      for (const page of pages) await page.store.resume();
      const before = made;
      for (const [who, what] of steps) await act(pages[who] as Page, first, what);
      for (const page of pages) page.line = "up";
      await untilAtRest(pages);
      for (const page of pages) {
        expect(page.store.getState()).toMatchObject({ waiting: 0, saving: "saved" });
        expect(page.store.getState().document).toEqual(server.document);
        expect(page.kept.size).toBe(0);
      }
      expect(new Set(server.edits.map((e) => e.id)).size).toBe(server.edits.length);
      // Additions never conflict: without removals, every added load is there.
      const takenAway = steps.some(
        ([, s]) =>
          s.do === "undo" ||
          (s.do === "edit" && s.kind === "remove") ||
          (s.do === "line" && s.line === "failing") ||
          (s.do === "settle" && s.parked === "leave-out"),
      );
      if (!takenAway) expect(server.document.loads).toHaveLength(usCase().loads.length + made - before);
    }),
    { numRuns: RUNS },
  );
}, 120_000);

it("after a restore every page is at the server's case, and what it had waiting is in it (property)", async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.nat(1), step), { minLength: 5, maxLength: 40 }),
      fc.integer({ min: 1, max: 8 }),
      fc.nat(12),
      async (steps, lost, goesOn) => {
        const server = new Server();
        const first = { document: server.document, revision: 0, lastEdit: null };
        const pages = ["a", "b"].map((name) => new Page(name, server));
        for (const page of pages) await page.store.resume();
        for (const [who, what] of steps) await act(pages[who] as Page, first, what);
        for (const page of pages) page.line = "up";
        await untilAtRest(pages);
        const [one, other] = pages as [Page, Page];
        one.line = "down";
        one.store.edit([{ op: "add", path: "/loads/-", value: { id: `made-${++made}`, kind: "range", va: 4321 } }]);
        const waiting = made;
        server.restore(lost);
        // Meanwhile the other one may bring the server to the same revision, or beyond, by other edits.
        other.hear();
        for (let i = 0; i < goesOn; i++) {
          other.store.edit([{ op: "replace", path: "/title", value: `Goes on ${i}` }]);
          await other.turn();
        }
        one.line = "up";
        for (const page of pages) page.hear();
        await untilAtRest(pages);
        expect(server.document.loads.map((l) => l.id)).toContain(`made-${waiting}`);
        for (const page of [one, other]) expect(page.store.getState().document).toEqual(server.document);
      },
    ),
    { numRuns: RUNS },
  );
}, 120_000);

it("a conflict settled as theirs reaches the other person, after any connection failures (property)", async () => {
  const lines = fc.array(fc.constantFrom("up", "down", "answer-lost", "turn", "hear"), { maxLength: 12 });
  await fc.assert(
    fc.asyncProperty(lines, lines, lines, async (before, between, after) => {
      const server = new Server();
      const [mine, theirs] = [new Page("mine", server), new Page("theirs", server)];
      for (const page of [mine, theirs]) await page.store.resume();
      const go = async (what: readonly string[]) => {
        for (const w of what)
          if (w === "turn") await mine.turn();
          else if (w === "hear") mine.line === "up" && mine.hear();
          else mine.line = w as Page["line"];
      };
      mine.line = "down";
      mine.store.edit([{ op: "replace", path: "/supply/ratingA", value: 150 }]);
      theirs.store.edit([{ op: "replace", path: "/supply/ratingA", value: 125 }]);
      await theirs.turn();
      await go(before);
      mine.line = "up";
      for (let i = 0; i < 6; i++) {
        await mine.turn();
        mine.hear();
      }
      await go(between);
      const asked = mine.store.getState().conflict !== null;
      mine.store.settle("mine");
      await go(after);
      for (const page of [mine, theirs]) page.line = "up";
      await untilAtRest([mine, theirs]);
      for (const page of [mine, theirs])
        expect(page.store.getState().document.supply.ratingA).toBe(asked ? 150 : server.document.supply.ratingA);
    }),
    { numRuns: RUNS },
  );
}, 120_000);

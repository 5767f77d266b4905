/**
 * Several pages on one job, with a line that fails now and then and browsers that are closed in the middle: whatever
 * happens, all end at the server's case, nothing waits for ever, and no edit takes effect twice.
 */

import fc from "fast-check";
import { expect, it } from "vitest";
import type { AppliedEdit } from "#core/case/document/edit.ts";
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { takeEdit } from "#core/case/laws/take-edit.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { usCase } from "#core/testing/cases.ts";
import { JobStore, type SendAnswer } from "./job-store.ts";
import type { Base, WaitingEdit } from "./outbox.ts";

/** The server: takes edits as the real one does, keeps them in order. */
class Server {
  document: CaseDocument = usCase();
  edits: AppliedEdit[] = [];

  get revision() {
    return this.edits.length;
  }
  take(edit: WaitingEdit): SendAnswer {
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

/** A page in a browser that keeps what waits; its line does what it is told next. */
class Page {
  kept = new Map<string, { edit: WaitingEdit; place: number }>();
  base: Base | null = null;
  line: "up" | "down" | "answer-lost" = "up";
  ids = 0;
  opened = 0;
  work = new Set<() => void>();
  store: JobStore;

  constructor(
    readonly name: string,
    readonly server: Server,
  ) {
    this.store = this.open(server.document, server.revision);
  }

  private open(document: CaseDocument, revision: number) {
    this.work.clear();
    const opened = ++this.opened;
    // A browser that was closed does nothing more.
    const closed = () => opened !== this.opened;
    return new JobStore({
      books: [{ version: 0, book: DEMO_BOOKS.USD }],
      jobId: "job",
      document,
      revision,
      outbox: {
        load: async () => ({
          edits: [...this.kept.values()].sort((a, b) => a.place - b.place).map(({ edit }) => edit),
          base: this.base,
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
      },
      send: async (edit) => {
        if (this.line === "down" || closed()) return { kind: "unreachable" };
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
  async restart(cached: { document: CaseDocument; revision: number } | null, typed?: (at: CaseDocument) => Patch) {
    this.store = this.open(cached?.document ?? this.server.document, cached?.revision ?? this.server.revision);
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
  hear(keep: "mine" | "theirs" = this.ids % 2 === 0 ? "mine" : "theirs") {
    this.store.receive(this.server.edits.slice(this.store.getRevision()));
    if (this.store.getState().conflict) this.store.settle(keep);
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
    weight: 1,
    arbitrary: fc.record({ do: fc.constantFrom("undo", "redo", "restart", "restart-from-cache", "restart-typing") }),
  },
  {
    weight: 1,
    arbitrary: fc.record({ do: fc.constant("line" as const), line: fc.constantFrom("up", "down", "answer-lost") }),
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

async function act(page: Page, first: { document: CaseDocument; revision: number }, what: Step) {
  switch (what.do) {
    case "edit":
      return page.store.edit(patchFor(page.store.getState().document, what.kind, what.n), touched(what.kind));
    case "turn":
      return page.turn();
    case "hear":
      return page.line === "up" ? page.hear() : undefined;
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

it("all pages end at the server's case, nothing waits, nothing takes effect twice (property)", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.tuple(fc.nat(2), step), { minLength: 5, maxLength: 60 }), async (steps) => {
      const server = new Server();
      const first = { document: server.document, revision: 0 };
      const pages = ["a", "b", "c"].map((name) => new Page(name, server));
      for (const page of pages) await page.store.resume();
      const before = made;
      for (const [who, what] of steps) await act(pages[who] as Page, first, what);
      for (const page of pages) page.line = "up";
      for (let round = 0; round < 200 && pages.some((p) => p.store.getState().waiting > 0); round++)
        for (const page of pages) {
          await page.turn();
          page.hear("theirs");
        }
      for (const page of pages) page.hear("theirs");
      for (const page of pages) {
        expect(page.store.getState()).toMatchObject({ waiting: 0, saving: "saved" });
        expect(page.store.getState().document).toEqual(server.document);
        expect(page.kept.size).toBe(0);
      }
      expect(new Set(server.edits.map((e) => e.id)).size).toBe(server.edits.length);
      // Adding clashes with nothing: where nobody took anything away, every load that was added is there.
      const takenAway = steps.some(([, s]) => s.do === "undo" || (s.do === "edit" && s.kind === "remove"));
      if (!takenAway) expect(server.document.loads).toHaveLength(usCase().loads.length + made - before);
    }),
    { numRuns: 300 },
  );
}, 120_000);

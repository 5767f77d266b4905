import { beforeEach, describe, expect, it, vi } from "vitest";
import type { AppliedEdit } from "#core/case/document/edit.ts";
import { applyPatch, type Patch } from "#core/case/document/patch.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { usCase } from "#core/testing/cases.ts";
import type { ConfirmedCase } from "#core/wire.ts";
import { JobStore, type SendAnswer } from "./job-store.ts";
import type { Outbox, ParkedEdit, WaitingEdit } from "./outbox.ts";

const title = (value: string): Patch => [{ op: "replace", path: "/title", value }];
const addLoad = (id: string): Patch => [{ op: "add", path: "/loads/-", value: { id, kind: "range", va: 5000 } }];

/** A store with a server in memory; time and sending happen when the test says so. */
class Bench {
  box = new Map<string, WaitingEdit>();
  outbox: Outbox = {
    load: async () => ({ edits: [...this.box.values()], base: this.base, parked: [...this.parked.values()] }),
    put: (kept) => {
      for (const { edit } of kept) this.box.set(edit.id, edit);
    },
    confirm: (base, done) => {
      this.base = base;
      for (const id of done) this.box.delete(id);
    },
    startFrom: (base) => {
      this.base = base;
    },
    park: (edits) => {
      for (const edit of edits) this.parked.set(edit.id, edit);
    },
    unpark: (ids) => {
      for (const id of ids) this.parked.delete(id);
    },
  };
  parked = new Map<string, ParkedEdit>();
  base: ConfirmedCase | null = null;
  work: (() => void)[] = [];
  answers: ((edit: WaitingEdit) => SendAnswer)[] = [];
  sent: WaitingEdit[] = [];
  time = 0;
  ids = 0;
  revision = 0;
  /** Whether assessing fails, as by a fault of ours. */
  cannotAssess = false;
  book = new Proxy(DEMO_BOOKS.USD, {
    get: (book, key) => {
      if (this.cannotAssess) throw new Error("the prices cannot be read");
      return Reflect.get(book, key);
    },
  });
  store = this.open();

  open() {
    return new JobStore({
      books: [{ version: 0, book: this.book }],
      jobId: "job",
      document: usCase(),
      revision: 0,
      lastEdit: null,
      outbox: this.outbox,
      send: async (edit) => {
        this.sent.push(edit);
        return (this.answers.shift() ?? ((e: WaitingEdit) => this.accept(e)))(edit);
      },
      newId: () => `own-${++this.ids}`,
      later: (run) => {
        this.work.push(run);
        return () => {
          this.work = this.work.filter((w) => w !== run);
        };
      },
      now: () => this.time,
    });
  }
  accept(edit: WaitingEdit): SendAnswer {
    this.revision++;
    return { kind: "accepted", revision: this.revision, edits: [this.applied(edit.id, edit.patch)] };
  }
  applied = (id: string, patch: Patch, revision = this.revision): AppliedEdit => ({
    id,
    revision,
    patch,
    by: "Mara",
    at: "",
  });
  foreign(patch: Patch): AppliedEdit {
    this.revision++;
    return this.applied(`foreign-${this.revision}`, patch);
  }
  /** Lets everything that was put off happen, until nothing is left or it is only trying again. */
  async settle(rounds = 12) {
    for (let i = 0; i < rounds && this.work.length > 0; i++) {
      for (const run of this.work.splice(0)) run();
      await new Promise((resolve) => setImmediate(resolve));
    }
  }
}

let bench: Bench;
beforeEach(async () => {
  bench = new Bench();
  await bench.store.resume();
});

describe("an edit", () => {
  it("shows at once, waits in the browser, and is saved when the server has it", async () => {
    bench.store.edit(title("New"));
    expect(bench.store.getState()).toMatchObject({ saving: "saving", waiting: 1, document: { title: "New" } });
    expect(bench.box.size).toBe(1);
    await bench.settle();
    expect(bench.store.getState()).toMatchObject({ saving: "saved", waiting: 0 });
    expect(bench.box.size).toBe(0);
  });
  it("is one edit and one step of undo while typing goes on in a field", async () => {
    for (const [i, text] of ["N", "Ne", "New"].entries()) {
      bench.time = i * 100;
      bench.store.edit(title(text), "/title");
    }
    await bench.settle();
    expect(bench.sent.map((e) => e.patch)).toEqual([title("New")]);
    bench.store.undo();
    expect(bench.store.getState().document.title).toBe("Test home");
  });
  it("is not joined to one that the server may have, though its answer was lost", async () => {
    bench.answers.push((edit) => {
      bench.accept(edit);
      return { kind: "unreachable" };
    });
    bench.store.edit(title("A"), "/title");
    await bench.settle(1);
    bench.store.edit(title("A and more"), "/title");
    expect(bench.store.getState().waiting).toBe(2);
    const known = bench.applied("own-1", title("A"), 1);
    bench.answers.push(() => ({ kind: "accepted", revision: 1, edits: [known] }));
    await bench.settle();
    expect(bench.store.getState()).toMatchObject({ document: { title: "A and more" }, waiting: 0, saving: "saved" });
    expect(bench.sent.at(-1)?.patch).toEqual(title("A and more"));
  });
  it("overtaken by another person's change is not refused a second time for another one", async () => {
    bench.answers.push(() => {
      bench.store.receive([bench.foreign(title("Theirs"))]);
      return { kind: "refused", problems: [{ path: "title", message: "no" }] };
    });
    bench.store.edit(title("Mine"));
    bench.store.edit(addLoad("kept"));
    await bench.settle();
    expect(bench.store.getState().document.loads.at(-1)?.id).toBe("kept");
    expect(bench.store.getState().document.title).toBe("Theirs");
  });
  it("recomputes the assessment", () => {
    const before = bench.store.getState().assessment.headroomA;
    bench.store.edit(addLoad("x"));
    expect(bench.store.getState().assessment.headroomA).toBeCloseTo(before - (0.4 * 5000) / 240, 6);
  });
  it("waits while there is no line, and goes up once it is back", async () => {
    bench.answers.push(() => ({ kind: "unreachable" }));
    bench.store.edit(title("A"));
    bench.work.shift()?.();
    await new Promise((resolve) => setImmediate(resolve));
    expect(bench.store.getState().saving).toBe("waiting");
    bench.store.edit(addLoad("x"));
    await bench.settle();
    expect(bench.store.getState()).toMatchObject({ saving: "saved", waiting: 0 });
    expect(bench.sent.map((e) => e.id)).toEqual(["own-1", "own-1", "own-2"]);
  });
  it("survives a restart of the page, in order", async () => {
    bench.store.edit(title("A"));
    bench.store.edit(addLoad("x"));
    const again = bench.open();
    await again.resume();
    expect(again.getState()).toMatchObject({ waiting: 2, document: { title: "A" } });
  });
  it("comes back onto the case it was made on, though the page that opens is an older one", async () => {
    await bench.store.resume();
    bench.store.edit(addLoad("first"));
    await bench.settle();
    bench.answers.push(() => ({ kind: "unreachable" }));
    bench.store.edit([{ op: "replace", path: "/loads/8/va", value: 4321 }]);
    const again = bench.open();
    await again.resume();
    expect(again.getState().document.loads[8]).toMatchObject({ id: "first", va: 4321 });
    expect(again.known()).toEqual({ revision: 1, lastEdit: "own-1" });
    await bench.settle();
    expect(again.getState()).toMatchObject({ saving: "saved", waiting: 0 });
  });
  it("that the server has already is not done twice, though the browser had not heard of it", async () => {
    bench.store.edit(addLoad("x"));
    const sent = bench.store.getState().waiting;
    bench.answers.push((edit) => {
      // The server took it before; it answers with nothing new after our revision.
      const taken = bench.accept(edit);
      return taken.kind === "accepted" ? { ...taken, edits: [] } : taken;
    });
    await bench.settle();
    expect(sent).toBe(1);
    expect(bench.store.getState()).toMatchObject({ waiting: 0, saving: "saved" });
    expect(bench.box.size).toBe(0);
  });
  it("shows on the newest case this browser knows, though the page that opens is older and nothing waits", async () => {
    bench.store.edit(title("Newer"));
    await bench.settle();
    const again = bench.open();
    expect(again.getState().document.title).toBe("Test home");
    await again.resume();
    expect(again.getState()).toMatchObject({ document: { title: "Newer" }, waiting: 0 });
  });
  it("that is typed before the page knows what an earlier one left goes where it was meant", async () => {
    bench.store.edit([{ op: "remove", path: "/loads/0" }]);
    await bench.settle();
    bench.answers.push(() => ({ kind: "unreachable" }));
    bench.store.edit(title("Left"));
    await bench.settle(1);
    const again = bench.open();
    again.edit([{ op: "replace", path: "/loads/3/va", value: 4321 }]);
    expect(again.getState().document.loads[3]).toMatchObject({ id: "dryer", va: 4321 });
    await again.resume();
    expect(again.getState()).toMatchObject({ waiting: 2, document: { title: "Left" } });
    expect(again.getState().document.loads[2]).toMatchObject({ id: "dryer", va: 4321 });
    await bench.settle();
    expect(again.getState()).toMatchObject({ waiting: 0, saving: "saved" });
  });
  it("without an effect is not made", () => {
    bench.store.edit(title("Test home"));
    expect(bench.store.getState()).toMatchObject({ waiting: 0, canUndo: false });
  });
  it("that waits is rebased onto others' changes, and stored", async () => {
    bench.store.edit([{ op: "replace", path: "/loads/3/va", value: 4321 }]);
    bench.store.receive([bench.foreign([{ op: "remove", path: "/loads/0" }])]);
    expect([...bench.box.values()].map((e) => e.patch)).toEqual([
      [{ op: "replace", path: "/loads/2/va", value: 4321 }],
    ]);
  });
  it("is put back where the server refuses it", async () => {
    bench.answers.push(() => ({ kind: "refused", problems: [{ path: "title", message: "is taken" }] }));
    bench.store.edit(title("New"));
    await bench.settle();
    expect(bench.sent).toHaveLength(1);
    expect(bench.store.getState()).toMatchObject({ document: { title: "Test home" }, saving: "saved" });
    expect(bench.store.getState().refused).toEqual([{ path: "title", message: "is taken" }]);
  });
  it("is never queued where it would break the case, and the next one is saved", async () => {
    bench.store.edit(title(""));
    expect(bench.store.getState()).toMatchObject({ waiting: 0, canUndo: false, document: { title: "Test home" } });
    expect(bench.store.getState().refused).toEqual([{ path: "title", message: "is required" }]);
    expect(bench.box.size).toBe(0);
    bench.store.edit(title("New"));
    await bench.settle();
    expect(bench.sent.map((e) => e.patch)).toEqual([title("New")]);
    expect(bench.store.getState()).toMatchObject({ document: { title: "New" }, saving: "saved", refused: null });
  });
  it("reports to the edited field why it was not made, and nowhere else", () => {
    expect(bench.store.tryEdit(title(""), "/title")).toEqual([{ path: "title", message: "is required" }]);
    expect(bench.store.getState()).toMatchObject({ refused: null, waiting: 0 });
    expect(bench.store.tryEdit(title("New"), "/title")).toEqual([]);
    expect(bench.store.getState().waiting).toBe(1);
  });
  it("is not made where the case cannot be assessed with it, and blocks no other edit", async () => {
    vi.spyOn(console, "warn").mockImplementation(() => {});
    bench.cannotAssess = true;
    bench.store.edit(title("Bad"));
    expect(bench.box.size).toBe(0);
    bench.cannotAssess = false;
    expect(bench.store.getState()).toMatchObject({ waiting: 0, document: { title: "Test home" } });
    bench.store.edit(title("New"));
    await bench.settle();
    expect(bench.sent.map((e) => e.patch)).toEqual([title("New")]);
    bench.store.undo();
    expect(bench.store.getState().document.title).toBe("Test home");
  });
  it("is sent again where sending it throws", async () => {
    bench.answers.push(() => {
      throw new Error("no such thing");
    });
    bench.store.edit(title("New"));
    await bench.settle();
    expect(bench.store.getState()).toMatchObject({ document: { title: "New" }, saving: "saved", waiting: 0 });
  });
});

describe("an edit that is taken back", () => {
  it("by the server also withdraws the edits that depend on it", async () => {
    bench.answers.push(() => ({ kind: "refused", problems: [{ path: "loads[0]", message: "no" }] }));
    bench.store.edit([{ op: "add", path: "/loads/0", value: { id: "bad", kind: "range", va: 1 } }]);
    bench.store.edit([{ op: "replace", path: "/loads/0/va", value: 2 }]);
    bench.store.edit([{ op: "replace", path: "/loads/4/va", value: 4321 }]);
    await bench.settle();
    const { document } = bench.store.getState();
    expect(document.loads.map((l) => l.id)).toEqual(usCase().loads.map((l) => l.id));
    expect(document.loads[3]).toMatchObject({ id: "dryer", va: 4321 });
    expect(bench.sent.at(-1)?.patch).toEqual([{ op: "replace", path: "/loads/3/va", value: 4321 }]);
    bench.store.undo();
    expect(bench.store.getState().document.loads[3]).toMatchObject({ id: "dryer", va: 5000 });
  });
  it("by a conflict leaves what was done after it, and what undo meant", () => {
    bench.store.edit(title("Mine"));
    bench.store.edit(addLoad("after"));
    bench.store.receive([bench.foreign(title("Theirs"))]);
    expect(bench.store.getState().conflict?.mine).toHaveLength(1);
    expect(bench.store.getState().document.loads.at(-1)?.id).toBe("after");
    bench.store.undo();
    expect(bench.store.getState().document.loads.map((l) => l.id)).toEqual(usCase().loads.map((l) => l.id));
  });
  it("and done again after a conflict finds its load, though the places have moved", async () => {
    bench.store.edit([{ op: "replace", path: "/loads/3/va", value: 4321 }]);
    bench.store.receive([bench.foreign([{ op: "replace", path: "/loads/3/va", value: 1 }])]);
    bench.store.receive([bench.foreign([{ op: "remove", path: "/loads/0" }])]);
    bench.store.settle("mine");
    await bench.settle();
    expect(bench.store.getState().document.loads[2]).toMatchObject({ id: "dryer", va: 4321 });
  });
  it("is reported where it cannot be made again, because its target is gone", () => {
    bench.store.edit([{ op: "replace", path: "/loads/3/va", value: 4321 }]);
    bench.store.receive([bench.foreign([{ op: "remove", path: "/loads/3" }])]);
    bench.store.settle("mine");
    expect(bench.store.getState().refused?.[0]?.message).toBe("What you had changed is no longer there");
  });
  it("by one conflict is not forgotten for the next", () => {
    bench.store.edit(title("Mine"));
    bench.store.edit([{ op: "replace", path: "/supply/ratingA", value: 150 }]);
    bench.store.receive([
      bench.foreign(title("Theirs")),
      bench.foreign([{ op: "replace", path: "/supply/ratingA", value: 60 }]),
    ]);
    expect(bench.store.getState().conflict).toMatchObject({ theirs: [{}, {}], mine: [{}, {}] });
    bench.store.settle("mine");
    expect(bench.store.getState().document).toMatchObject({ title: "Mine", supply: { ratingA: 150 } });
  });
});

describe("undo and redo", () => {
  it("walk back and forth through every edit", () => {
    const start = bench.store.getState().document;
    bench.store.edit(title("A"));
    bench.store.edit(addLoad("x"));
    const end = bench.store.getState().document;
    bench.store.undo();
    bench.store.undo();
    expect(bench.store.getState().document).toEqual(start);
    expect(bench.store.getState().canUndo).toBe(false);
    bench.store.redo();
    bench.store.redo();
    expect(bench.store.getState().document).toEqual(end);
  });
  it("follow what others have moved meanwhile", () => {
    bench.store.edit([{ op: "replace", path: "/loads/2/va", value: 1234 }]);
    const own = bench.applied("own-1", [{ op: "replace", path: "/loads/2/va", value: 1234 }], 1);
    bench.store.receive([own]);
    bench.revision = 1;
    bench.store.receive([bench.foreign([{ op: "remove", path: "/loads/0" }])]);
    bench.store.undo();
    expect(bench.store.getState().document.loads[1]).toMatchObject({ id: "range", va: 9600 });
  });
});

describe("a step of undo", () => {
  it("overtaken by another person is not taken, says so, and no earlier step is taken instead", async () => {
    bench.store.edit(addLoad("first"));
    bench.store.edit(title("Mine"));
    await bench.settle();
    bench.store.receive([bench.foreign(title("Theirs"))]);
    bench.store.undo();
    const { document, lastStep, canUndo } = bench.store.getState();
    expect(document.title).toBe("Theirs");
    expect(document.loads.at(-1)?.id).toBe("first");
    expect(lastStep).toMatchObject({ kind: "overtaken", by: "Mara" });
    expect(canUndo).toBe(true);
    bench.store.undo();
    expect(bench.store.getState().document.loads.at(-1)?.id).not.toBe("first");
    expect(bench.store.getState().lastStep).toMatchObject({ kind: "undone", patch: [{ op: "remove" }] });
    bench.store.redo();
    expect(bench.store.getState().lastStep?.kind).toBe("redone");
    bench.store.edit(title("Next"));
    expect(bench.store.getState().lastStep).toBeNull();
  });
  it("is still there in the next page of the same window, where the case is the same", async () => {
    bench.store.edit(title("New"));
    await bench.settle();
    const next = bench.open().follow(bench.store);
    await next.resume();
    expect(next.getState()).toMatchObject({ canUndo: true, document: { title: "New" } });
    next.undo();
    expect(next.getState().document.title).toBe("Test home");
    const other = bench.open().follow(bench.store);
    other.receive([{ ...bench.applied("x", title("Other"), 1) }]);
    await other.resume();
    expect(other.getState().document.title).not.toBe("New");
    expect(other.getState().canUndo).toBe(false);
  });
});

describe("another person's edit", () => {
  it("shows beside my own unsent one", () => {
    bench.store.edit(addLoad("mine"));
    bench.store.receive([
      bench.foreign([{ op: "add", path: "/loads/8", value: { id: "theirs", kind: "range", va: 1 } }]),
    ]);
    expect(
      bench.store
        .getState()
        .document.loads.slice(8)
        .map((l) => l.id),
    ).toEqual(["theirs", "mine"]);
    expect(bench.store.getState().conflict).toBeNull();
  });
  it("on the same field is a conflict, which a person settles", async () => {
    bench.store.edit(title("Mine"));
    bench.store.receive([bench.foreign(title("Theirs"))]);
    expect(bench.store.getState().document.title).toBe("Theirs");
    expect(bench.store.getState().conflict?.mine.map((m) => m.patch)).toEqual([title("Mine")]);
    bench.store.settle("mine");
    await bench.settle();
    expect(bench.store.getState()).toMatchObject({ document: { title: "Mine" }, conflict: null, saving: "saved" });
  });
  it("that the server finds in the way is a conflict too", async () => {
    bench.answers.push(() => {
      const theirs = bench.foreign(title("Theirs"));
      return { kind: "conflict", revision: 1, edits: [theirs], with: theirs };
    });
    bench.store.edit(title("Mine"));
    await bench.settle();
    expect(bench.store.getState().conflict?.theirs[0]?.by).toBe("Mara");
    bench.store.settle("theirs");
    expect(bench.store.getState().document.title).toBe("Theirs");
  });
  it("is applied once, even if received repeatedly", () => {
    const edit = bench.foreign([{ op: "add", path: "/loads/0", value: { id: "t", kind: "range", va: 1 } }]);
    bench.store.receive([edit]);
    bench.store.receive([edit]);
    expect(bench.store.getState().document.loads).toHaveLength(9);
    expect(applyPatch(usCase(), edit.patch).loads).toHaveLength(9);
  });
});

describe("an edit that the server fails on", () => {
  const fails = (status: number) => () => ({ kind: "failing", status }) as const;
  it("is parked the third time, with the edits that depend on it, and the others go on", async () => {
    bench.answers.push(fails(500), fails(500), fails(500));
    bench.store.edit(addLoad("bad"));
    bench.store.edit([{ op: "replace", path: "/loads/8/va", value: 2 }]);
    bench.store.edit(title("Good"));
    await bench.settle(2);
    expect(bench.store.getState()).toMatchObject({ saving: "waiting", waiting: 3, parked: [] });
    await bench.settle();
    const { parked, document, saving } = bench.store.getState();
    expect(parked.map((p) => p.patch[0]?.path)).toEqual(["/loads/8", "/loads/8/va"]);
    expect(document).toMatchObject({ title: "Good", loads: usCase().loads });
    expect(saving).toBe("saved");
    expect(bench.sent.map((e) => e.id)).toEqual(["own-1", "own-1", "own-1", "own-3"]);
    expect([...bench.parked.keys()]).toEqual(parked.map((p) => p.id));
  });
  it("goes on being sent while it fails in another way each time, or the line is dead in between", async () => {
    bench.answers.push(fails(500), fails(501), fails(500), fails(500));
    bench.store.edit(title("A"));
    await bench.settle();
    expect(bench.store.getState()).toMatchObject({ saving: "saved", parked: [], document: { title: "A" } });
  });
  it("is there again in the next page, and can be done again or left out", async () => {
    bench.answers.push(fails(500), fails(500), fails(500));
    bench.store.edit(title("A"));
    await bench.settle();
    const next = bench.open();
    await next.resume();
    expect(next.getState().parked).toHaveLength(1);
    next.settleParked("again");
    await bench.settle();
    expect(next.getState()).toMatchObject({ parked: [], document: { title: "A" }, saving: "saved" });
    expect(bench.parked.size).toBe(0);
    bench.answers.push(fails(500), fails(500), fails(500));
    next.edit(title("B"));
    await bench.settle();
    next.settleParked("leave-out");
    expect(next.getState()).toMatchObject({ parked: [], document: { title: "A" } });
    expect(bench.parked.size).toBe(0);
  });
});

describe("edits that an earlier page left", () => {
  const left = (id: string, patch: Patch): WaitingEdit => ({ id, baseRevision: 0, patch });
  it("go on without the one that breaks the case, which is put aside", async () => {
    bench.base = { document: usCase(), revision: 0, lastEdit: null };
    for (const edit of [
      left("left-1", addLoad("first")),
      left("left-2", [{ op: "remove", path: "/loads/8/kind" }]),
      left("left-3", [{ op: "remove", path: "/loads/99" }]),
      left("left-4", title("New")),
    ])
      bench.box.set(edit.id, edit);
    const next = bench.open();
    await next.resume();
    await bench.settle();
    expect(bench.sent.map((e) => e.id)).toEqual(["left-1", "left-4"]);
    const { parked, document, saving } = next.getState();
    expect(parked.map(({ patch }) => patch[0]?.path)).toEqual(["/loads/8/kind", "/loads/99"]);
    expect(document.title).toBe("New");
    expect(document.loads.at(-1)).toMatchObject({ id: "first", kind: "range" });
    expect(saving).toBe("saved");
    expect(bench.box.size).toBe(0);
  });
  it("stay put aside where they cannot be made again, and say why", async () => {
    bench.parked.set("p", { id: "p", patch: [{ op: "replace", path: "/title", value: "" }], madeOn: usCase() });
    const next = bench.open();
    await next.resume();
    next.settleParked("again");
    expect(next.getState().parked).toHaveLength(1);
    expect(bench.parked.size).toBe(1);
    expect(next.getState().refused).toEqual([{ path: "title", message: "is required" }]);
  });
});

describe("a server that was restored", () => {
  it("counts with its older case, and waiting edits are rebased onto it", async () => {
    bench.store.edit(title("Lost by the restore"));
    await bench.settle();
    const older = { ...usCase(), loads: usCase().loads.slice(2) };
    bench.answers.push(() => ({ kind: "ahead", revision: 0, document: older, lastEdit: null }));
    bench.revision = 0;
    bench.store.edit([{ op: "replace", path: "/loads/3/va", value: 4321 }]);
    bench.store.edit([{ op: "replace", path: "/loads/0/quantity", value: 3 }]);
    await bench.settle();
    const { document, parked, saving } = bench.store.getState();
    expect(document.title).toBe("Test home");
    expect(document.loads.map((l) => ("va" in l ? l.va : 0))).toEqual(
      older.loads.map((l) => (l.id === usCase().loads[3]?.id ? 4321 : "va" in l ? l.va : 0)),
    );
    expect(parked.map((p) => p.patch[0]?.path)).toEqual(["/loads/0/quantity"]);
    expect(saving).toBe("saved");
    expect(bench.base?.revision).toBe(1);
  });
});

import { beforeEach, describe, expect, it } from "vitest";
import type { PhotoEntry } from "#core/survey/photo.ts";
import { type NewPhotoTask, PhotoStore, type PhotoTask, type TaskAnswer } from "./photo-store.ts";
import { pictureKind } from "./prepare.ts";

const photo = (id: string): PhotoEntry => ({
  id,
  item: "meter",
  about: null,
  caption: "",
  width: 4,
  height: 3,
  marks: [],
  takenAt: "2026-01-01T00:00:00.000Z",
  takenBy: { id: "mara", name: "Mara" },
});
const add = (id: string): NewPhotoTask => ({ kind: "add", photo: photo(id), blob: new Blob([id]) });

/** A store with a server and a browser's queue in memory; sending happens when the test says so. */
class Bench {
  kept = new Map<number, PhotoTask>();
  places = 0;
  server: PhotoEntry[] = [];
  revision = 0;
  fetched = 0;
  sent: PhotoTask[] = [];
  answers: TaskAnswer[] = [];
  work: (() => void)[] = [];
  listed = true;
  full = false;
  store = this.open();

  open() {
    return new PhotoStore({
      list: { revision: 0, photos: [] },
      queue: {
        all: async () => {
          if (this.full) throw new Error("full");
          return [...this.kept.values()].sort((a, b) => a.place - b.place);
        },
        put: async (task) => {
          if (this.full) throw new Error("full");
          const placed = { ...task, place: ++this.places } as PhotoTask;
          this.kept.set(placed.place, placed);
          return placed;
        },
        take: async (place) => void this.kept.delete(place),
      },
      fetchList: async () => {
        this.fetched++;
        return this.listed ? { revision: this.revision, photos: this.server } : null;
      },
      send: async (task) => {
        this.sent.push(task);
        const answer = this.answers.shift() ?? { kind: "done" };
        if (answer.kind === "done" && task.kind === "add") this.server = [...this.server, task.photo];
        return answer;
      },
      addressOf: (id, size) => `/${id}/${size}`,
      localAddress: () => "blob:here",
      later: (run) => {
        this.work.push(run);
        return () => {
          this.work = this.work.filter((w) => w !== run);
        };
      },
    });
  }
  async settle(rounds = 6) {
    for (let i = 0; i < rounds; i++) {
      for (const run of this.work.splice(0)) run();
      await new Promise((resolve) => setImmediate(resolve));
    }
  }
  ids = () => this.store.getState().photos.map((p) => p.id);
}

let bench: Bench;
beforeEach(() => {
  bench = new Bench();
});

describe("a picture", () => {
  it("shows at once from the browser, and as the server's own once it is there", async () => {
    await bench.store.take(add("a"));
    expect(bench.store.getState().photos[0]).toMatchObject({ id: "a", waiting: true, thumbnail: "blob:here" });
    expect(bench.kept.size).toBe(1);
    await bench.settle();
    expect(bench.store.getState()).toMatchObject({ waiting: 0, photos: [{ id: "a", waiting: false }] });
    expect(bench.kept.size).toBe(0);
  });
  it("waits while there is no line, survives a restart of the browser, and goes up in order, once", async () => {
    bench.answers = [{ kind: "unreachable" }];
    bench.listed = false;
    await bench.store.take(add("a"));
    await bench.settle(1);
    expect(bench.store.getState()).toMatchObject({ offline: true, waiting: 1 });
    await bench.store.take(add("b"));
    await bench.store.take({ kind: "change", id: "a", change: { caption: "label" } });
    bench.work = [];
    bench.sent = [];
    bench.store = bench.open();
    await bench.store.resume();
    expect(bench.store.getState().photos).toMatchObject([{ id: "a", caption: "label" }, { id: "b" }]);
    await bench.settle();
    expect(bench.sent.map((t) => [t.kind, "photo" in t ? t.photo.id : t.id])).toEqual([
      ["add", "a"],
      ["add", "b"],
      ["change", "a"],
    ]);
    expect(bench.store.getState().waiting).toBe(0);
  });
  it("that the server already has appears once in the list", async () => {
    bench.server = [photo("a")];
    await bench.store.take(add("a"));
    await bench.store.resume();
    expect(bench.ids()).toEqual(["a"]);
  });
  it("that the server refuses is reported, and does not stop the others", async () => {
    bench.answers = [{ kind: "refused", problem: "That file is no picture" }];
    await bench.store.take(add("a"));
    await bench.store.take(add("b"));
    await bench.settle();
    expect(bench.ids()).toEqual(["b"]);
    expect(bench.store.getState().problems).toEqual(["That file is no picture"]);
    bench.store.dismissProblems();
    expect(bench.store.getState().problems).toEqual([]);
  });
  it("does not count as stored where the browser has no storage", async () => {
    bench.full = true;
    await expect(bench.store.take(add("a"))).rejects.toThrow("full");
    expect(bench.ids()).toEqual([]);
    bench.server = [photo("b")];
    await bench.store.resume();
    expect(bench.ids()).toEqual(["b"]);
  });
  it("that is taken away is gone at once", async () => {
    bench.server = [photo("a"), photo("b")];
    await bench.store.resume();
    await bench.store.take({ kind: "remove", id: "a" });
    expect(bench.ids()).toEqual(["b"]);
  });
});

describe("pictures of others", () => {
  it("are loaded when the server reports another revision, and not a second time", async () => {
    bench.server = [photo("theirs")];
    bench.revision = 4;
    await bench.store.follow(4);
    expect(bench.ids()).toEqual(["theirs"]);
    await bench.store.follow(4);
    expect(bench.fetched).toBe(1);
  });
  it("wait until our own on the way have gone up, so that none of ours vanishes from the list", async () => {
    bench.server = [photo("theirs")];
    bench.revision = 1;
    await bench.store.take(add("ours"));
    for (const run of bench.work.splice(0)) run();
    await bench.store.follow(1);
    expect(bench.fetched).toBe(0);
    await bench.settle();
    expect(bench.fetched).toBe(1);
    expect(bench.ids()).toEqual(["theirs", "ours"]);
  });
  it("stay as they were where the list cannot be had", async () => {
    bench.server = [photo("theirs")];
    bench.revision = 1;
    await bench.store.follow(1);
    bench.listed = false;
    await bench.store.follow(2);
    expect(bench.ids()).toEqual(["theirs"]);
  });
});

describe("the format of a file", () => {
  const kind = (text: string) => pictureKind(Uint8Array.from(text, (c) => c.charCodeAt(0)));
  it("is determined by its first bytes, not by its name", () => {
    expect(kind("\xff\xd8\xff\xe0")).toBe("jpeg");
    expect(kind("\x89PNG\r\n")).toBe("png");
    expect(kind("RIFF\0\0\0\0WEBPVP8 ")).toBe("webp");
    expect(kind("\0\0\0\x18ftypheic")).toBe("heic");
    expect(kind(' <svg xmlns="x">')).toBe("svg");
    expect(kind("<?xml version='1.0'?><svg/>")).toBe("svg");
    expect(kind("RIFF\0\0\0\0WAVEfmt ")).toBeNull();
    expect(kind("GIF89a")).toBeNull();
    expect(kind("")).toBeNull();
  });
});

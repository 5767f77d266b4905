/** Data in the browser: edits, photo tasks and the last confirmed case, over a restart. */
import "fake-indexeddb/auto";
import { openDB } from "idb";
import { beforeEach, expect, it, vi } from "vitest";
import { usCase } from "#core/testing/cases.ts";
import { browserOutbox, type WaitingEdit } from "#ui/job-store/outbox.ts";
import { browserQueue } from "#ui/photo-store/browser-queue.ts";
import type { NewPhotoTask } from "#ui/photo-store/photo-store.ts";
import { colleagueInWords, colleaguesWaiting } from "./colleagues.ts";
import { setDevicePerson } from "./device-people.ts";

const MARA = { id: "mara", name: "Mara Quill" };
beforeEach(() => setDevicePerson(MARA));

const edit = (id: string, value: string): WaitingEdit => ({
  id,
  baseRevision: 0,
  patch: [{ op: "replace", path: "/title", value }],
});
const base = (revision: number) => ({
  document: usCase({ title: `Revision ${revision}` }),
  revision,
  lastEdit: `edit-${revision}`,
});
const loaded = async (job: string) => {
  const { edits, base: known } = await browserOutbox(job).load();
  return { ids: edits.map((e) => e.id), revision: known?.revision ?? null, lastEdit: known?.lastEdit ?? null };
};
/** Writes follow each other: once a later one is there, all before it are. */
async function written(box: ReturnType<typeof browserOutbox>, job: string, marker: string) {
  box.put([{ edit: edit(marker, "marker"), place: 9_999 }]);
  await expect.poll(async () => (await loaded(job)).ids).toContain(marker);
  box.confirm(base(0), [marker]);
  await expect.poll(async () => (await loaded(job)).ids).not.toContain(marker);
}

it("edits come back in the order of their places, each job by itself", async () => {
  const [here, there] = [browserOutbox("job-order"), browserOutbox("job-other")];
  here.put([
    { edit: edit("late", "B"), place: 2 },
    { edit: edit("early", "A"), place: 1 },
  ]);
  there.put([{ edit: edit("elsewhere", "C"), place: 0 }]);
  await written(here, "job-order", "m1");
  await written(there, "job-other", "m2");
  expect((await loaded("job-order")).ids).toEqual(["early", "late"]);
  expect((await loaded("job-other")).ids).toEqual(["elsewhere"]);
});

it("an edit stored again with another number or content exists once", async () => {
  const box = browserOutbox("job-again");
  box.put([
    { edit: edit("x", "A"), place: 0 },
    { edit: edit("y", "B"), place: 1 },
  ]);
  box.put([{ edit: edit("x", "A, and more"), place: 5 }]);
  await written(box, "job-again", "m3");
  const { edits } = await browserOutbox("job-again").load();
  expect(edits.map((e) => [e.id, e.patch])).toEqual([
    ["y", edit("y", "B").patch],
    ["x", edit("x", "A, and more").patch],
  ]);
});

it("confirmed edits are removed with the resulting case, and the case never goes back", async () => {
  const box = browserOutbox("job-base");
  box.put([
    { edit: edit("one", "A"), place: 0 },
    { edit: edit("two", "B"), place: 1 },
  ]);
  box.confirm(base(3), ["one"]);
  box.confirm(base(2), []);
  await written(box, "job-base", "m4");
  expect(await loaded("job-base")).toEqual({ ids: ["two"], revision: 3, lastEdit: "edit-3" });
  expect((await browserOutbox("job-base").load()).base?.document.title).toBe("Revision 3");
});

it("photo tasks keep their order and their bytes until they are done", async () => {
  const queue = browserQueue("job-photos");
  const photo = (id: string): NewPhotoTask => ({
    kind: "add",
    photo: {
      id,
      item: "meter",
      about: null,
      caption: "",
      width: 4,
      height: 3,
      marks: [],
      takenAt: "2026-01-01T00:00:00.000Z",
      takenBy: { id: "mara", name: "Mara" },
    },
    blob: new Blob([`bytes of ${id}`]),
  });
  const first = await queue.put(photo("a"));
  await queue.put(photo("b"));
  await queue.put({ kind: "change", id: "a", change: { about: "panel:main" } });
  await browserQueue("another-job").put(photo("c"));
  const kinds = async () =>
    (await browserQueue("job-photos").all()).map((t) => [t.kind, "photo" in t ? t.photo.id : t.id]);
  expect(await kinds()).toEqual([
    ["add", "a"],
    ["add", "b"],
    ["change", "a"],
  ]);
  await queue.take(first.place);
  expect(await kinds()).toEqual([
    ["add", "b"],
    ["change", "a"],
  ]);
  const [second] = await queue.all();
  expect(second?.kind === "add" && second.photo.id).toBe("b");
});

it("one person's typing waits for that person alone, and the next person is notified", async () => {
  const job = "job-of-two";
  const maras = browserOutbox(job);
  maras.put(["one", "two", "three"].map((id, place) => ({ edit: edit(`of-mara-${id}`, id), place })));
  await expect.poll(async () => (await loaded(job)).ids).toHaveLength(3);
  await browserQueue(job).put({ kind: "remove", id: "a-picture" });

  setDevicePerson({ id: "jonah", name: "Jonah Pike" });
  expect((await loaded(job)).ids).toEqual([]);
  expect(await browserQueue(job).all()).toEqual([]);
  const others = await colleaguesWaiting(job);
  expect(others.map(colleagueInWords)).toEqual(["Mara Quill: 3 changes and one picture"]);
  expect(await colleaguesWaiting("job-of-nobody")).toEqual([]);

  setDevicePerson(MARA);
  expect((await loaded(job)).ids).toEqual(["of-mara-one", "of-mara-two", "of-mara-three"]);
  expect(await colleaguesWaiting(job)).toEqual([]);
});

it("data stored without a person by an older version goes to the first person who opens a page", async () => {
  const old = await openDB("heron", 1, {
    upgrade(db) {
      db.createObjectStore("edits", { keyPath: "id" }).createIndex("job", "jobId");
      db.createObjectStore("bases", { keyPath: "jobId" });
      db.createObjectStore("photos", { keyPath: "place", autoIncrement: true }).createIndex("job", "jobId");
    },
  });
  await old.put("edits", { ...edit("from-before", "Before"), jobId: "job-before", place: 0 });
  await old.put("bases", { jobId: "job-before", document: usCase(), revision: 4 });
  old.close();
  vi.resetModules();
  const people = await import("./device-people.ts");
  people.setDevicePerson({ id: "tess", name: "Tess Arbo" });
  const { browserOutbox: reopened } = await import("#ui/job-store/outbox.ts");
  const { edits, base: known } = await reopened("job-before").load();
  expect([edits.map((e) => e.id), known?.revision]).toEqual([["from-before"], 4]);
  expect((await indexedDB.databases()).map(({ name }) => name)).not.toContain("heron");
});

import { randomUUID } from "node:crypto";
import { afterEach, describe, expect, it } from "vitest";
import { usCase } from "#core/testing/cases.ts";
import { twoFirms } from "#tests/firms.ts";
import { jobsOf } from "./firm-jobs.ts";
import { photosOf } from "./job-photos.ts";
import { type JobNews, standIn, watchJob } from "./job-watch.ts";
import { openSession, signedIn, signOut } from "./sessions.ts";

const { ours, mara } = twoFirms();
const stops: (() => void)[] = [];
afterEach(() => {
  for (const stop of stops.splice(0)) stop();
});

/** The last news received by a watcher of the job. */
async function watcher(job: string, name: string) {
  const told: JobNews[] = [];
  const cookie = await openSession(request(), mara.id);
  const sessionId = (await signedIn(request(cookie)))?.sessionId as string;
  let hasEnded = false;
  const stop = watchJob(
    job,
    { id: name, name, sessionId },
    (news) => told.push(news),
    () => {
      hasEnded = true;
      stop();
    },
  );
  stops.push(stop);
  return { last: () => told.at(-1), count: () => told.length, stop, cookie, sessionId, ended: () => hasEnded };
}
const request = (cookie = "") =>
  new Request("http://heron.example/", { headers: { Cookie: cookie.split(";")[0] as string } });

describe("watchers of a job", () => {
  it("hears of edits and photos, from whichever process", async () => {
    const job = await jobsOf(ours.id).create(usCase());
    const { last } = await watcher(job, "Mara");
    await expect.poll(last).toEqual({ revision: 0, photoRevision: 0, others: [] });
    await jobsOf(ours.id).take(job, mara.id, {
      id: randomUUID(),
      baseRevision: 0,
      patch: [{ op: "replace", path: "/title", value: "Changed" }],
    });
    await expect.poll(() => last()?.revision).toBe(1);
    const photo = { id: randomUUID(), item: "meter", about: null, caption: "", takenAt: new Date(0) };
    const bytes = { picture: Buffer.from("x"), thumbnail: Buffer.from("x"), width: 1, height: 1 };
    await photosOf(ours.id).add(job, mara.id, { ...photo, ...bytes });
    await expect.poll(() => last()?.photoRevision).toBe(1);
  });
  it("learn the names of the others, once each, and of no other job", async () => {
    const job = await jobsOf(ours.id).create(usCase());
    const other = await jobsOf(ours.id).create(usCase());
    const here = await watcher(job, "Mara");
    const twice = [await watcher(job, "Jonah"), await watcher(job, "Jonah")];
    await watcher(job, "Alder");
    await watcher(other, "Tess");
    await expect
      .poll(() => here.last()?.others)
      .toEqual([
        { name: "Alder", field: "" },
        { name: "Jonah", field: "" },
      ]);
    expect(twice[0]?.last()?.others).toEqual([
      { name: "Alder", field: "" },
      { name: "Mara", field: "" },
    ]);
    for (const { stop } of twice) stop();
    await expect.poll(() => here.last()?.others).toEqual([{ name: "Alder", field: "" }]);
  });
  it("sees which field another person is in, and when they leave it", async () => {
    const job = await jobsOf(ours.id).create(usCase());
    const [here, other] = [await watcher(job, "Mara"), await watcher(job, "Jonah")];
    standIn(job, other.sessionId, "/supply/ratingA");
    await expect.poll(() => here.last()?.others).toEqual([{ name: "Jonah", field: "/supply/ratingA" }]);
    standIn(job, other.sessionId, "");
    await expect.poll(() => here.last()?.others).toEqual([{ name: "Jonah", field: "" }]);
    standIn(randomUUID(), other.sessionId, "/title");
    expect(here.last()?.others).toEqual([{ name: "Jonah", field: "" }]);
  });
  it("get no news after leaving, while others stay", async () => {
    const job = await jobsOf(ours.id).create(usCase());
    const [gone, stays] = [await watcher(job, "Mara"), await watcher(job, "Jonah")];
    await expect.poll(gone.count).toBeGreaterThan(0);
    gone.stop();
    const heard = gone.count();
    const before = stays.count();
    await expect.poll(stays.count).toBeGreaterThan(before + 1);
    expect(gone.count()).toBe(heard);
  });
  it("are notified when the session has ended, elsewhere too, and the others stay", async () => {
    const job = await jobsOf(ours.id).create(usCase());
    const [leaves, stays] = [await watcher(job, "Mara"), await watcher(job, "Jonah")];
    await expect.poll(leaves.count).toBeGreaterThan(0);
    await signOut(request(leaves.cookie), false);
    await expect.poll(leaves.ended, { timeout: 5000 }).toBe(true);
    const heard = leaves.count();
    const before = stays.count();
    await expect.poll(stays.count).toBeGreaterThan(before + 1);
    expect([leaves.count(), stays.ended()]).toEqual([heard, false]);
  });
});

import { spawnSync } from "node:child_process";
import { randomUUID } from "node:crypto";
import os from "node:os";
import sharp from "sharp";
import { beforeAll, describe, expect, it } from "vitest";
import { usCase } from "#core/testing/cases.ts";
import { twoFirms } from "#tests/firms.ts";
import { BEHIND_PAGES } from "../work/thread.ts";
import { jobsOf } from "./firm-jobs.ts";
import { photosOf } from "./job-photos.ts";
import { type KeptPicture, keepPicture } from "./pictures.ts";
import { endWork } from "./work.ts";

const { ours, theirs, mara } = twoFirms();
const photos = photosOf(ours.id);
const jpeg = (width: number, height: number, orientation = 1) =>
  sharp({ create: { width, height, channels: 3, background: "#888" } })
    .withExif({ IFD3: { GPSLatitude: "51/1 30/1 0/1" } })
    .withMetadata({ orientation })
    .jpeg()
    .toBuffer();
let kept: KeptPicture;
let job: string;

beforeAll(async () => {
  kept = (await keepPicture(await jpeg(60, 40))) as KeptPicture;
  job = await jobsOf(ours.id).create(usCase());
});

const add = (id: string, jobId = job, takenAt = new Date(0)) =>
  photos.add(jobId, mara.id, { ...kept, id, item: "meter", about: null, caption: "", takenAt });

describe("a stored picture", () => {
  it("is upright and has no location", async () => {
    const upright = await keepPicture(await jpeg(60, 40, 6));
    expect(upright).toMatchObject({ width: 40, height: 60 });
    const { exif, format, orientation } = await sharp(upright?.picture).metadata();
    expect([exif, orientation, format]).toEqual([undefined, undefined, "jpeg"]);
  });
  it("is no longer than 2400 pixels, and has a thumbnail", async () => {
    const large = await keepPicture(await jpeg(4800, 1200));
    expect(large).toMatchObject({ width: 2400, height: 600 });
    expect(await sharp(large?.thumbnail).metadata()).toMatchObject({ width: 320, height: 240 });
  });
  it("is a picture: words, drawings with script and broken files are not", async () => {
    for (const bytes of ["just words", "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'/>", ""])
      expect(await keepPicture(Buffer.from(bytes))).toBeNull();
    expect(await keepPicture((await jpeg(60, 40)).subarray(0, 80))).toBeNull();
    const gif = await sharp({ create: { width: 4, height: 4, channels: 3, background: "#888" } })
      .gif()
      .toBuffer();
    expect(await keepPicture(gif)).toBeNull();
  });
});

/** The processes that this one has begun, as the system lists them. */
const children = () =>
  (spawnSync("ps", ["-o", "pid=,args=", "--ppid", String(process.pid)], { encoding: "utf8" }).stdout ?? "").split("\n");
const decoders = () =>
  children()
    .filter((line) => line.includes("picture-decoder"))
    .map((line) => Number.parseInt(line, 10));

describe("the process that decodes", () => {
  it("comes after pages, and when it breaks off only that picture is refused", async () => {
    const large = await jpeg(6000, 6000);
    const [decoder] = decoders() as [number];
    expect(os.getPriority(decoder)).toBe(BEHIND_PAGES);
    const broken = keepPicture(large);
    await new Promise((resolve) => setTimeout(resolve, 50));
    process.kill(decoder, "SIGKILL");
    expect(await broken).toBeNull();
    expect(await keepPicture(await jpeg(60, 40))).toMatchObject({ width: 60, height: 40 });
    expect(decoders()).toHaveLength(1);
  });
  it("ends when it is idle, and is started again", async () => {
    await expect.poll(decoders, { timeout: 20_000, interval: 500 }).toEqual([]);
    // Worker threads of tests are compiled by esbuild, whose process may end late.
    const ended = () => children().filter((line) => line.includes("defunct") && !line.includes("esbuild"));
    await expect.poll(ended, { timeout: 5000 }).toEqual([]);
    expect(await keepPicture(await jpeg(60, 40))).toMatchObject({ width: 60, height: 40 });
    expect(decoders()).toHaveLength(1);
  });
  it("ends with its thread", async () => {
    await endWork();
    await expect.poll(decoders, { timeout: 10_000 }).toEqual([]);
  });
});

describe("the photos of a job", () => {
  it("are stored once by their id, even if sent repeatedly, and listed in order of capture", async () => {
    const [late, early] = [randomUUID(), randomUUID()];
    expect(await add(late, job, new Date(2000))).toBe("kept");
    expect(await add(early, job, new Date(1000))).toBe("kept");
    expect(await add(late, job, new Date(3000))).toBe("known");
    const list = await photos.list(job);
    expect(list?.photos.map((p) => [p.id, p.takenAt])).toEqual([
      [early, "1970-01-01T00:00:01.000Z"],
      [late, "1970-01-01T00:00:02.000Z"],
    ]);
    expect(await photos.bytes(job, late, "picture")).toEqual(kept.picture);
    expect(await photos.bytes(job, late, "thumbnail")).toEqual(kept.thumbnail);
  });
  it("sent twice at the same moment are one", async () => {
    const own = await jobsOf(ours.id).create(usCase());
    const id = randomUUID();
    await Promise.all([add(id, own), add(id, own), add(id, own)]);
    expect((await photos.list(own))?.photos).toHaveLength(1);
  });
  it("can be said something of, drawn on, and taken away", async () => {
    const id = randomUUID();
    await add(id);
    const marks = [{ kind: "label" as const, points: [[0.5, 0.5]] as [[number, number]], text: "here" }];
    expect(await photos.change(job, id, { about: "panel:main", caption: "Meter", item: "panel-open", marks })).toBe(
      true,
    );
    expect((await photos.list(job))?.photos.find((p) => p.id === id)).toMatchObject({
      about: "panel:main",
      caption: "Meter",
      item: "panel-open",
      marks,
      takenBy: { id: mara.id, name: mara.name },
    });
    expect(await photos.change(job, id, {})).toBe(true);
    expect(await photos.remove(job, id)).toBe(true);
    expect(await photos.remove(job, id)).toBe(true);
    expect(await photos.change(job, id, { caption: "gone" })).toBe(false);
    expect(await photos.bytes(job, id, "picture")).toBeNull();
  });
  it("count their changes, so that open pages know when to ask again", async () => {
    const own = await jobsOf(ours.id).create(usCase());
    const revision = async () => (await photos.list(own))?.revision;
    const id = randomUUID();
    expect(await revision()).toBe(0);
    await add(id, own);
    expect(await revision()).toBe(1);
    await add(id, own);
    await photos.change(own, id, {});
    expect(await revision()).toBe(1);
    await photos.change(own, id, { caption: "Meter" });
    expect(await revision()).toBe(2);
    await photosOf(theirs.id).remove(own, id);
    expect(await revision()).toBe(2);
    await photos.remove(own, id);
    expect(await revision()).toBe(3);
  });
  it("of one firm are invisible to others", async () => {
    const id = randomUUID();
    await add(id);
    const foreign = photosOf(theirs.id);
    expect(await foreign.list(job)).toBeNull();
    expect(await foreign.bytes(job, id, "picture")).toBeNull();
    expect(await foreign.change(job, id, { caption: "x" })).toBe(false);
    expect(await foreign.remove(job, id)).toBe(false);
    expect(
      await foreign.add(job, mara.id, {
        ...kept,
        id: randomUUID(),
        item: "meter",
        about: null,
        caption: "",
        takenAt: new Date(),
      }),
    ).toBeNull();
    const other = await jobsOf(ours.id).create(usCase());
    expect(await add(id, other)).toBeNull();
    expect(await photos.bytes(job, id, "picture")).not.toBeNull();
  });
});

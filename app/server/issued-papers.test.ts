import { randomUUID } from "node:crypto";
import { PDFDocument } from "@cantoo/pdf-lib";
import { unzipSync } from "fflate";
import sharp from "sharp";
import { beforeEach, describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { twoFirms } from "#tests/firms.ts";
import { jobsOf } from "./firm-jobs.ts";
import { type IssueOrder, issuedOf } from "./issued-papers.ts";
import { photosOf } from "./job-photos.ts";
import { packsOf } from "./packs.ts";
import { type KeptPicture, keepPicture } from "./pictures.ts";
import { sha256 } from "./secrets.ts";
import type { SignedIn } from "./sessions.ts";

const { ours, theirs, mara } = twoFirms();
const jobs = jobsOf(ours.id);
const issued = issuedOf(ours.id);
const ORIGIN = "https://heron.example";
const by = { ...mara, firmName: ours.name } as unknown as SignedIn;
let job: string;

beforeEach(async () => {
  job = await jobs.create(knownUsHome());
});
const issue = (order: Partial<IssueOrder> = {}, jobId = job) =>
  issued.issue(jobId, by, { id: randomUUID(), paper: "consent", revision: 0, reason: "", ...order }, ORIGIN);
const change = (path: string, value: unknown, baseRevision = 0) =>
  jobs.take(job, mara.id, { id: randomUUID(), baseRevision, patch: [{ op: "replace", path, value }] as never });
const fileOf = async (paper: string, number: number) => (await issued.file(job, paper, number))?.pdf;

describe("an issued paper", () => {
  it("is a numbered version with its file and the digest of it", async () => {
    expect(await issue()).toEqual({ kind: "issued", number: 1 });
    expect(await issue()).toEqual({ kind: "issued", number: 2 });
    expect(await issue({ paper: "single-line" })).toEqual({ kind: "issued", number: 1 });
    const list = await issued.list(job);
    expect(list?.map(({ paper, number, by: who, revision }) => [paper, number, who, revision])).toEqual([
      ["consent", 1, "Mara", 0],
      ["consent", 2, "Mara", 0],
      ["single-line", 1, "Mara", 0],
    ]);
    const pdf = (await fileOf("consent", 2)) as Buffer;
    expect(pdf.subarray(0, 5).toString()).toBe("%PDF-");
    expect(list?.[1]).toMatchObject({ digest: sha256(pdf), bytes: pdf.byteLength, differs: [], withdrawn: null });
  });

  it("is issued once, however often the order is sent", async () => {
    const id = randomUUID();
    const answers = await Promise.all([issue({ id }), issue({ id }), issue({ id })]);
    expect(answers).toEqual(Array(3).fill({ kind: "issued", number: 1 }));
    expect(await issued.list(job)).toHaveLength(1);
  });

  it("gets different numbers where two people issue at once", async () => {
    const answers = await Promise.all([issue(), issue(), issue()]);
    expect(answers.map((a) => a.kind === "issued" && a.number).sort()).toEqual([1, 2, 3]);
  });

  it("says in words what has changed in the job since, and keeps its file", async () => {
    await issue();
    const before = await fileOf("consent", 1);
    await change("/supply/ratingA", 125);
    expect((await issued.list(job))?.[0]?.differs).toEqual(["Service rating is 125 A"]);
    expect(await fileOf("consent", 1)).toEqual(before);
    await change("/supply/ratingA", knownUsHome().supply.ratingA, 1);
    expect((await issued.list(job))?.[0]?.differs).toEqual([]);
  });

  it("is not touched by a wait; a handover is by a move to another stage", async () => {
    await issue();
    await issue({ paper: "handover" });
    await jobs.take(job, mara.id, {
      id: randomUUID(),
      baseRevision: 0,
      patch: [{ op: "add", path: "/progress", value: { stage: "done" } }],
    });
    const [consent, handover] = (await issued.list(job)) ?? [];
    expect(consent?.differs).toEqual([]);
    expect(handover?.differs).toEqual(["The stage is Done, before it was Survey"]);
  });

  it("asks for a reason where something is missing", async () => {
    const { address: _, ...enquiry } = knownUkHome().enquiry ?? {};
    job = await jobs.create({ ...knownUkHome(), enquiry } as CaseDocument);
    const asked = await issue({ paper: "network-notification" });
    expect(asked).toMatchObject({ kind: "lacks" });
    expect(asked.kind === "lacks" && asked.lacks).toContain("the address");
    expect(await issued.list(job)).toEqual([]);
    expect(await issue({ paper: "network-notification", reason: "asked by telephone" })).toMatchObject({ number: 1 });
    expect((await issued.list(job))?.[0]).toMatchObject({ reason: "asked by telephone" });
    const papers = await issued.papers(job, by);
    expect(papers?.papers.find(({ id }) => id === "network-notification")?.lacks).toContain("the address");
  });

  it("is not issued from a revision that is no longer the newest", async () => {
    await change("/supply/ratingA", 125);
    expect(await issue()).toEqual({ kind: "changed-since", revision: 1 });
    expect(await issued.list(job)).toEqual([]);
  });

  it("can be withdrawn with a reason, and stays in the list", async () => {
    await issue();
    const [one] = (await issued.list(job)) ?? [];
    expect(await issued.withdraw(job, one?.id ?? "", mara.id, "wrong address")).toBe(true);
    expect(await issued.withdraw(job, one?.id ?? "", mara.id, "again")).toBe(true);
    expect((await issued.list(job))?.[0]?.withdrawn).toMatchObject({ by: "Mara", why: "wrong address" });
    expect(await issued.withdraw(job, randomUUID(), mara.id, "none")).toBe(false);
  });

  it("of one firm cannot be read, issued or withdrawn by another", async () => {
    await issue();
    const foreign = issuedOf(theirs.id);
    const [one] = (await issued.list(job)) ?? [];
    expect(await foreign.list(job)).toBeNull();
    expect(await foreign.papers(job, by)).toBeNull();
    expect(await foreign.file(job, "consent", 1)).toBeNull();
    expect(await foreign.withdraw(job, one?.id ?? "", mara.id, "theirs")).toBe(false);
    for (const id of [randomUUID(), one?.id ?? ""])
      await expect(
        foreign.issue(job, by, { id, paper: "consent", revision: 0, reason: "" }, ORIGIN),
      ).rejects.toMatchObject({ status: 404 });
  });

  it("needs a paper that the job has", async () => {
    for (const paper of ["network-notification", "poem", "constructor"])
      await expect(issue({ paper })).rejects.toMatchObject({ status: 404 });
  });
});

describe("a pack of a job", () => {
  const packs = packsOf(ours.id);

  it("has the newest version of each issued paper, without withdrawn ones", async () => {
    await issue();
    await issue();
    await issue({ paper: "single-line" });
    const [, , line] = (await issued.list(job)) ?? [];
    await issued.withdraw(job, line?.id ?? "", mara.id, "wrong");
    const { file } = await packs.zip(job);
    const entries = unzipSync(file);
    expect(Object.keys(entries)).toEqual(["contents.txt", "papers/consent-2.pdf", "case.json"]);
    expect(Buffer.from(entries["papers/consent-2.pdf"] as Uint8Array)).toEqual(await fileOf("consent", 2));
    expect(JSON.parse(Buffer.from(entries["case.json"] as Uint8Array).toString()).title).toBe(knownUsHome().title);
    const contents = Buffer.from(entries["contents.txt"] as Uint8Array).toString();
    expect(contents).toContain("papers/consent-2.pdf: issued");
    expect(contents).toContain("pictures: 0");
  });

  it("has a hundred pictures at most, and says how many it left out", async () => {
    const jpeg = await sharp({ create: { width: 20, height: 20, channels: 3, background: "#888" } })
      .jpeg()
      .toBuffer();
    const kept = (await keepPicture(jpeg)) as KeptPicture;
    const photos = photosOf(ours.id);
    for (let i = 0; i < 103; i++) {
      const photo = { ...kept, id: randomUUID(), item: "meter", about: null, caption: "", takenAt: new Date(i) };
      await photos.add(job, mara.id, photo);
    }
    const entries = unzipSync((await packs.zip(job)).file);
    expect(Object.keys(entries).filter((name) => name.startsWith("pictures/"))).toHaveLength(100);
    const contents = Buffer.from(entries["contents.txt"] as Uint8Array).toString();
    expect(contents).toContain("Left out because the pack would be too large: 3 pictures.");
  });

  it("is one PDF with all pages; there is none before a paper is issued", async () => {
    expect(await packs.pdf(job, "Ours")).toBeNull();
    await issue();
    await issue({ paper: "panel-directory" });
    const pack = await packs.pdf(job, "Ours");
    const pagesOf = async (pdf: Uint8Array) => (await PDFDocument.load(pdf)).getPageCount();
    const apart = await Promise.all(
      (["consent", "panel-directory"] as const).map(async (paper) => pagesOf((await fileOf(paper, 1)) as Buffer)),
    );
    expect(await pagesOf(pack?.file as Uint8Array)).toBe((apart[0] ?? 0) + (apart[1] ?? 0));
  });

  it("of another firm is not found", async () => {
    await expect(packsOf(theirs.id).zip(job)).rejects.toMatchObject({ status: 404 });
    await expect(packsOf(theirs.id).pdf(job, "x")).rejects.toMatchObject({ status: 404 });
  });
});

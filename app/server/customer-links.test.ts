import { randomUUID } from "node:crypto";
import { eq } from "drizzle-orm";
import sharp from "sharp";
import { beforeEach, describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { LinkAnswer, LinkKind } from "#core/firm/customer-link.ts";
import { MOST_CUSTOMER_PICTURES } from "#core/limits.ts";
import type { AskedPictureId } from "#core/survey/asked-pictures.ts";
import { knownUsHome } from "#core/testing/cases.ts";
import { customerLink } from "#db/schema.ts";
import { twoFirms } from "#tests/firms.ts";
import {
  addCustomerPicture,
  answerLink,
  askOnLink,
  linksOf,
  openLink,
  tellAnswers,
  tellNoPicture,
  whyNotAcceptable,
} from "./customer-links.ts";
import { database } from "./database.ts";
import { jobsOf } from "./firm-jobs.ts";
import { issuedOf } from "./issued-papers.ts";
import { photosOf } from "./job-photos.ts";
import { type KeptPicture, keepPicture } from "./pictures.ts";
import { tokenDigest } from "./secrets.ts";
import type { SignedIn } from "./sessions.ts";

const { ours, theirs, mara } = twoFirms();
const jobs = jobsOf(ours.id);
const issued = issuedOf(ours.id);
const links = linksOf(ours.id);
const by = { ...mara, firmName: ours.name } as unknown as SignedIn;
const ON = new Date().toISOString().slice(0, 10);
const said = { name: "June Sparrow", on: ON, signature: "data:image/png;base64,AA==" };
const accepted: LinkAnswer = { kind: "accepted", option: "a", ...said };
const home: CaseDocument = {
  ...knownUsHome(),
  enquiry: { customer: "June Sparrow", address: "12 Reed Lane" },
  quote: { options: [{ id: "a", way: "dedicated-circuit" }] },
};
let job: string;

const revisionOf = async () => (await jobs.find(job))?.revision ?? 0;
const issue = async (paper = "quote") =>
  issued.issue(
    job,
    by,
    { id: randomUUID(), paper, revision: await revisionOf(), reason: "as it is" },
    "https://h.example",
  );
async function link(kind: LinkKind = "quote", now?: Date): Promise<string> {
  const made = await links.make(job, { kind, name: "June Sparrow" }, mara.id, now);
  if (!made || "problem" in made) throw new Error(made?.problem);
  return made.token;
}
const change = async (path: string, value: unknown) =>
  jobs.take(job, mara.id, {
    id: randomUUID(),
    baseRevision: await revisionOf(),
    patch: [{ op: "replace", path, value }] as never,
  });
const DAY_MS = 24 * 3600_000;

beforeEach(async () => {
  job = await jobs.create(home);
});

describe("a link for a customer", () => {
  it("shows what was issued; issuing the quote moves the job to quoted", async () => {
    expect(await links.make(job, { kind: "quote", name: "June" }, mara.id)).toMatchObject({
      problem: expect.stringContaining("Issue the paper first"),
    });
    await issue();
    expect((await jobs.find(job))?.document.progress).toMatchObject({ stage: "quoted", moves: [{ by: "Mara" }] });
    const token = await link();
    expect(token.length).toBeGreaterThanOrEqual(43);
    const opened = await openLink(token);
    expect(opened).toMatchObject({ name: "June Sparrow", firmName: "Ours", address: "12 Reed Lane", answer: null });
    expect(opened?.issued?.shown).toMatchObject({ kind: "offer", options: [{ id: "a" }] });
    const [row] = await database.select().from(customerLink).where(eq(customerLink.jobId, job));
    expect(JSON.stringify(row)).not.toContain(token);
    expect((await links.list(job))?.[0]).toMatchObject({ state: "open", version: 1, openedAt: expect.any(String) });
  });

  it("is not found when it is guessed, has expired or was withdrawn", async () => {
    await issue();
    expect(await openLink("x".repeat(43))).toBeNull();
    const token = await link();
    expect(await openLink(token, new Date(Date.now() + 59 * DAY_MS))).not.toBeNull();
    expect(await openLink(token, new Date(Date.now() + 61 * DAY_MS))).toBeNull();
    expect((await links.list(job, new Date(Date.now() + 61 * DAY_MS)))?.[0]?.state).toBe("expired");
    expect(await links.withdraw(job, tokenDigest(token))).toBe(true);
    expect(await openLink(token)).toBeNull();
    expect((await links.list(job))?.[0]?.state).toBe("withdrawn");
    expect(await answerLink(token, accepted)).toEqual({ kind: "gone" });
    expect(await askOnLink(token, { id: randomUUID(), text: "why" })).toBe("gone");
  });

  it("of another firm can be neither seen, made, withdrawn nor answered", async () => {
    await issue();
    const token = await link();
    const foreign = linksOf(theirs.id);
    expect(await foreign.list(job)).toBeNull();
    expect(await foreign.make(job, { kind: "quote", name: "x" }, mara.id)).toBeNull();
    expect(await foreign.withdraw(job, tokenDigest(token))).toBe(false);
    expect(await foreign.reply(job, tokenDigest(token), { id: randomUUID(), text: "x" }, mara.id)).toBe(false);
    const other = await jobs.create(home);
    expect(await links.withdraw(other, tokenDigest(token))).toBe(false);
    expect(await openLink(token)).not.toBeNull();
  });
});

describe("an acceptance", () => {
  it("reaches the job at once, with the decision and the stage", async () => {
    await issue();
    const token = await link();
    expect(await answerLink(token, accepted)).toEqual({ kind: "kept" });
    const { document } = (await jobs.find(job)) ?? {};
    expect(document?.quote?.accepted).toEqual({ option: "a", version: 1, name: "June Sparrow", on: ON });
    expect(document?.decision?.way).toBe("dedicated-circuit");
    expect(document?.progress?.stage).toBe("accepted");
    expect((await openLink(token))?.answer).toEqual(accepted);
    expect((await issued.list(job))?.[0]?.differs).toEqual([]);
  });

  it("counts once: the first holds, here and by another link, and the second is told who was first", async () => {
    await issue();
    const [first, second] = [await link(), await link()];
    const answers = await Promise.all([
      answerLink(first, accepted),
      answerLink(first, { ...accepted, name: "Twice" }),
      answerLink(second, { ...accepted, name: "Other" }),
    ]);
    expect(answers.filter(({ kind }) => kind === "kept")).toHaveLength(1);
    const { document } = (await jobs.find(job)) ?? {};
    for (const answer of answers)
      if (answer.kind !== "kept")
        expect(answer).toEqual({ kind: "answered-before", by: document?.quote?.accepted?.name });
  });

  it("of a quote that was superseded, withdrawn, replaced or has run out is refused in words", async () => {
    await issue();
    const token = await link();
    const why = async (now?: Date) => {
      const opened = await openLink(token, now);
      return opened && whyNotAcceptable(opened, now);
    };
    expect(await why()).toBeNull();
    expect(await why(new Date(Date.now() + 29 * DAY_MS))).toBeNull();
    expect(await why(new Date(Date.now() + 31 * DAY_MS))).toMatch(/has run out/);
    await change("/quote/options/0/way", "service-upgrade");
    expect(await why()).toMatch(/has changed something since/);
    expect(await answerLink(token, accepted)).toMatchObject({ kind: "not-acceptable" });
    await change("/quote/options/0/way", "dedicated-circuit");
    expect(await why()).toBeNull();
    await issue();
    expect(await why()).toMatch(/newer quote/);
    const [one, two] = (await issued.list(job)) ?? [];
    await issued.withdraw(job, two?.id ?? "", mara.id, "wrong");
    expect(await why()).toBeNull();
    await issued.withdraw(job, one?.id ?? "", mara.id, "wrong too");
    expect(await why()).toMatch(/taken this quote back/);
    expect((await jobs.find(job))?.document.quote?.accepted).toBeUndefined();
  });

  it("is written into the job later where the server stopped in between", async () => {
    await issue();
    const token = await link();
    await database
      .update(customerLink)
      .set({ answer: accepted, answeredAt: new Date() })
      .where(eq(customerLink.id, tokenDigest(token)));
    await links.list(job);
    await links.list(job);
    const found = await jobs.find(job);
    expect(found?.document.progress?.stage).toBe("accepted");
    expect(found?.revision).toBe(2);
  });
});

describe("the answer of an owner", () => {
  it("is the permission of the job", async () => {
    await issue("consent");
    const token = await link("owner");
    expect(await answerLink(token, { kind: "agreed", condition: "no drilling", ...said })).toEqual({ kind: "kept" });
    const { document } = (await jobs.find(job)) ?? {};
    expect(document?.enquiry?.permissions?.owner).toBe("given");
    expect(document?.progress?.waits).toMatchObject([{ for: "firm", what: "Condition: no drilling" }]);
  });
});

describe("a question on a page", () => {
  it("is kept once, stands among the waits, and is answered there", async () => {
    await issue();
    const token = await link();
    const question = { id: randomUUID(), text: "Is the wall painted again?" };
    await Promise.all([askOnLink(token, question), askOnLink(token, question)]);
    await askOnLink(token, question);
    expect((await jobs.find(job))?.document.progress?.waits).toMatchObject([
      { for: "firm", what: "Question of June Sparrow: Is the wall painted again?" },
    ]);
    await links.reply(job, tokenDigest(token), { id: randomUUID(), text: "Not by us." }, mara.id);
    expect((await openLink(token))?.messages.map(({ isFirm, text }) => [isFirm, text])).toEqual([
      [false, "Is the wall painted again?"],
      [true, "Not by us."],
    ]);
    expect((await links.list(job))?.[0]?.messages.map(({ by: who }) => who)).toEqual([null, "Mara"]);
  });
  it("is one of sixty at most", async () => {
    await issue();
    const token = await link();
    for (let i = 0; i < 30; i++) await links.reply(job, tokenDigest(token), { id: randomUUID(), text: "x" }, mara.id);
    for (let i = 0; i < 30; i++) await links.reply(job, tokenDigest(token), { id: randomUUID(), text: "y" }, mara.id);
    expect(await askOnLink(token, { id: randomUUID(), text: "one more" })).toBe("too-many");
  });
});

describe("pictures from a customer", () => {
  const png = () =>
    sharp({ create: { width: 60, height: 40, channels: 3, background: "#888" } })
      .jpeg()
      .toBuffer();
  const opened = async (token: string) => {
    const found = await openLink(token);
    if (!found) throw new Error("the link is gone");
    return found;
  };
  const send = async (
    token: string,
    asked: AskedPictureId,
    id: string = randomUUID(),
    line: [number, number][] = [],
  ) => {
    const kept = (await keepPicture(await png())) as KeptPicture;
    return addCustomerPicture(await opened(token), { ...kept, id, asked, takenAt: new Date(0), line });
  };
  const photosNow = async () => (await photosOf(ours.id).list(job))?.photos ?? [];

  it("arrive once, from the customer, to be confirmed", async () => {
    const token = await link("pictures");
    const id = randomUUID();
    await Promise.all([send(token, "meter", id), send(token, "meter", id)]);
    expect(await send(token, "meter", id)).toBe(true);
    const [photo, ...more] = await photosNow();
    expect(more).toEqual([]);
    expect(photo).toMatchObject({ id, item: "meter", customer: "June Sparrow", toConfirm: true, marks: [] });
    expect((await opened(token)).told).toEqual([{ id: "meter", said: "sent", photo: id }]);
    await photosOf(ours.id).change(job, id, { toConfirm: false });
    expect((await photosNow())[0]).toMatchObject({ toConfirm: false, customer: "June Sparrow" });
  });

  it("have the line that was drawn on them", async () => {
    const token = await link("pictures");
    await send(token, "way-out", randomUUID(), [
      [0.1, 0.2],
      [0.5, 0.6],
    ]);
    expect((await photosNow())[0]?.marks).toEqual([
      {
        kind: "route",
        points: [
          [0.1, 0.2],
          [0.5, 0.6],
        ],
      },
    ]);
  });

  it("that cannot be taken are answered so, and can still be sent", async () => {
    const token = await link("pictures");
    expect(await tellNoPicture(await opened(token), { id: "meter", said: "cannot-find" })).toBe(true);
    expect(await tellNoPicture(await opened(token), { id: "meter", said: "not-metallic" })).toBe(false);
    expect(await tellNoPicture(await opened(token), { id: "gas-bonding", said: "not-metallic" })).toBe(false);
    expect((await links.list(job))?.[0]?.told).toEqual([{ id: "meter", said: "cannot-find" }]);
    await send(token, "meter");
    expect((await opened(token)).told).toMatchObject([{ id: "meter", said: "sent" }]);
  });

  it("that were sent are not asked for by the next page", async () => {
    const first = await link("pictures");
    await send(first, "wall");
    await tellNoPicture(await opened(first), { id: "meter", said: "cannot-find" });
    const second = await link("pictures");
    expect((await opened(second)).told.map(({ id }) => id)).toEqual(["wall"]);
  });

  it("are no more than a job takes", async () => {
    const token = await link("pictures");
    const kept = (await keepPicture(await png())) as KeptPicture;
    for (let i = 0; i < MOST_CUSTOMER_PICTURES; i++)
      await photosOf(ours.id).add(job, mara.id, {
        ...kept,
        id: randomUUID(),
        item: "meter",
        about: null,
        caption: "",
        takenAt: new Date(i),
        customer: "June Sparrow",
      });
    expect(await send(token, "meter")).toBe("too-many");
    const [first] = await photosNow();
    expect(await send(token, "meter", first?.id)).toBe(true);
  });

  it("are taken at a page for pictures only", async () => {
    await issue();
    const token = await link();
    expect(await send(token, "meter")).toBe(false);
    expect(await tellNoPicture(await opened(token), { id: "meter", said: "cannot-find" })).toBe(false);
    expect(await tellAnswers(await opened(token), { ratingA: 100 })).toBe(false);
    expect(await photosNow()).toEqual([]);
  });

  it("come with answers that are told, not seen", async () => {
    job = await jobs.create({ ...home, need: null });
    const token = await link("pictures");
    expect(await tellAnswers(await opened(token), { distance: 31, tenure: "owner" })).toBe(true);
    expect(await tellAnswers(await opened(token), { distance: 31, tenure: "owner" })).toBe(true);
    const found = await jobs.find(job);
    expect(found?.document.need?.cars?.[0]?.distancePerDay.value).toBe(31);
    expect(found?.revision).toBe(1);
  });
});

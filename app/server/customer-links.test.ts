import { randomUUID } from "node:crypto";
import { eq } from "drizzle-orm";
import { beforeEach, describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { LinkAnswer, LinkKind } from "#core/firm/customer-link.ts";
import { knownUsHome } from "#core/testing/cases.ts";
import { customerLink } from "#db/schema.ts";
import { twoFirms } from "#tests/firms.ts";
import { answerLink, askOnLink, linksOf, openLink, whyNotAcceptable } from "./customer-links.ts";
import { database } from "./database.ts";
import { jobsOf } from "./firm-jobs.ts";
import { issuedOf } from "./issued-papers.ts";
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

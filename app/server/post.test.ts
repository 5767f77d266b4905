import { randomUUID } from "node:crypto";
import type { AddressInfo } from "node:net";
import { eq } from "drizzle-orm";
import { createTransport, type Transporter } from "nodemailer";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { knownUsHome } from "#core/testing/cases.ts";
import { mail } from "#db/schema.ts";
import { mailServer } from "#standins/post/mail-server.ts";
import { twoFirms } from "#tests/firms.ts";
import { database } from "./database.ts";
import { jobsOf } from "./firm-jobs.ts";
import { issuedOf } from "./issued-papers.ts";
import { postOf, sendDueMail } from "./post.ts";
import type { SignedIn } from "./sessions.ts";

const { ours, theirs, mara } = twoFirms();
const post = postOf(ours.id);
const standIn = mailServer();
let transport: Transporter;
let job: string;
const MINUTE_MS = 60_000;

beforeAll(async () => {
  standIn.server.on("error", () => {});
  await new Promise<void>((resolve) => standIn.server.listen(0, "127.0.0.1", resolve));
  const { port } = standIn.server.server.address() as AddressInfo;
  transport = createTransport({ host: "127.0.0.1", port, secure: false, ignoreTLS: true });
});
afterAll(() => new Promise<void>((resolve) => standIn.server.close(() => resolve())));
beforeEach(async () => {
  await database.delete(mail);
  job = await jobsOf(ours.id).create(knownUsHome());
});

const queue = (toAddress: string, more: { attached?: string[]; text?: string; id?: string } = {}, now?: Date) =>
  post.send(
    { jobId: job, toName: "Dora", toAddress, subject: "Your quote", text: more.text ?? "Hello", attached: [], ...more },
    mara.id,
    now,
  );
/** Sends all that is due at a time, in turns. */
async function sendAll(at = Date.now()): Promise<void> {
  while ((await sendDueMail(transport, () => new Date(at))) > 0);
}
const takenBy = (address: string) => standIn.taken.filter(({ to }) => to.includes(address));
const stateOf = async (address: string) => (await post.list(job))?.find(({ toAddress }) => toAddress === address);

describe("mail of a firm", () => {
  it("goes out once, from the firm, with replies to the person, as text and HTML", async () => {
    const id = randomUUID();
    await queue("dora@a.example", { id, text: "See https://h.example/for/abcdefghijklmnopqrstuvwxyz012345" });
    await queue("dora@a.example", { id });
    await sendAll();
    await sendAll(Date.now() + 99 * MINUTE_MS);
    const [one, ...more] = takenBy("dora@a.example");
    expect(more).toEqual([]);
    expect(one).toMatchObject({ subject: "Your quote", from: expect.stringContaining("Ours") });
    expect(one?.replyTo).toContain(mara.email);
    expect(one?.text).toContain("abcdefghijklmnopqrstuvwxyz012345");
    expect(one?.html).toContain('<a href="https://h.example/for/');
    expect(one?.messageId).toContain(id);
    expect(await stateOf("dora@a.example")).toMatchObject({ state: "sent", by: "Mara", tries: 1 });
    const [row] = await database.select({ text: mail.text }).from(mail).where(eq(mail.id, id));
    expect(row?.text).toBe("See https://h.example/for/...");
  });

  it("came back, as somebody says: it is not sent again, and can be taken out", async () => {
    const [waiting, sent] = [randomUUID(), randomUUID()];
    await queue("gone@a.example", { id: sent });
    await sendAll();
    await queue("waits@a.example", { id: waiting });
    expect(await post.markReturned(waiting)).toBe(false);
    expect(await postOf(theirs.id).markReturned(sent)).toBe(false);
    expect(await post.markReturned(sent)).toBe(true);
    expect(await stateOf("gone@a.example")).toMatchObject({ state: "returned" });
    expect(await post.again(sent)).toBe(false);
    await sendAll(Date.now() + 99 * MINUTE_MS);
    expect(takenBy("gone@a.example")).toHaveLength(1);
    expect(await post.remove(sent)).toBe(true);
    expect(await stateOf("gone@a.example")).toBeUndefined();
  });

  it("carries issued papers; one that was withdrawn or is another job's is not sent", async () => {
    const issued = issuedOf(ours.id);
    const by = { ...mara, firmName: ours.name } as unknown as SignedIn;
    const id = randomUUID();
    await issued.issue(job, by, { id, paper: "consent", revision: 0, reason: "" }, "https://h.example");
    expect(await queue("paper@a.example", { attached: [id] })).toBe(true);
    await sendAll();
    const [version] = (await issued.list(job)) ?? [];
    expect(takenBy("paper@a.example")[0]?.attachments).toEqual([
      { name: expect.stringMatching(/consent-1\.pdf$/), bytes: version?.bytes },
    ]);
    expect(await queue("paper@a.example", { attached: [randomUUID()] })).toBe(false);
    await issued.withdraw(job, id, mara.id, "wrong");
    expect(await queue("paper@a.example", { attached: [id] })).toBe(false);
  });

  it("that is refused for good says why, and can be tried again or taken out", async () => {
    await queue("refused@a.example");
    await sendAll();
    const refused = await stateOf("refused@a.example");
    expect(refused).toMatchObject({ state: "refused", said: expect.stringContaining("No such mailbox") });
    await sendAll(Date.now() + 99 * MINUTE_MS);
    expect((await stateOf("refused@a.example"))?.tries).toBe(1);
    expect(await post.again(refused?.id ?? "")).toBe(true);
    expect(await stateOf("refused@a.example")).toMatchObject({ state: "queued", tries: 0 });
    expect(await post.remove(refused?.id ?? "")).toBe(true);
    expect(await post.list(job)).toEqual([]);
  });

  it("that is put off is tried again after growing waits", async () => {
    const start = Date.now();
    await queue("later@a.example", {}, new Date(start));
    await sendAll(start);
    await sendAll(start + MINUTE_MS / 2);
    expect(await stateOf("later@a.example")).toMatchObject({ state: "queued", tries: 1 });
    await sendAll(start + MINUTE_MS);
    await sendAll(start + 2 * MINUTE_MS);
    expect(await stateOf("later@a.example")).toMatchObject({ state: "queued", tries: 2 });
    await sendAll(start + 3 * MINUTE_MS);
    expect(await stateOf("later@a.example")).toMatchObject({ state: "sent", tries: 3 });
    expect(takenBy("later@a.example")).toHaveLength(1);
  });

  it("of a server that is down for an hour goes out once each, by several processes", async () => {
    const start = Date.now();
    const addresses = Array.from({ length: 60 }, (_, i) => `crowd${i}@a.example`);
    for (const address of addresses) await queue(address, {}, new Date(start));
    standIn.switchOff(true);
    for (let minute = 0; minute <= 60; minute += 5) await sendAll(start + minute * MINUTE_MS);
    expect(takenBy("crowd")).toHaveLength(0);
    expect((await stateOf("crowd0@a.example"))?.said).not.toBe("");
    standIn.switchOff(false);
    const at = start + 180 * MINUTE_MS;
    await Promise.all([sendAll(at), sendAll(at), sendAll(at)]);
    expect(
      takenBy("crowd")
        .map(({ to }) => to)
        .sort(),
    ).toHaveLength(addresses.length);
    expect(new Set(takenBy("crowd").map(({ messageId }) => messageId)).size).toBe(addresses.length);
  });

  it("of a process that died in the middle is sent by another one, later", async () => {
    const start = Date.now();
    await queue("lost@a.example", {}, new Date(start));
    await database.update(mail).set({ leasedUntil: new Date(start + 5 * MINUTE_MS) });
    await sendAll(start + MINUTE_MS);
    expect(takenBy("lost@a.example")).toHaveLength(0);
    await sendAll(start + 6 * MINUTE_MS);
    expect(takenBy("lost@a.example")).toHaveLength(1);
  });

  it("is given up after about two days", async () => {
    const start = Date.now();
    const down = { sendMail: () => Promise.reject(new Error("no route to host")) } as unknown as Transporter;
    await queue("never@a.example", {}, new Date(start));
    for (let hour = 0; hour < 72; hour++) await sendDueMail(down, () => new Date(start + hour * 60 * MINUTE_MS));
    expect(await stateOf("never@a.example")).toMatchObject({ state: "failed", said: "no route to host", tries: 12 });
  });

  it("of one firm is invisible to others", async () => {
    await queue("dora@b.example");
    const foreign = postOf(theirs.id);
    const mine = await stateOf("dora@b.example");
    expect(await foreign.list(job)).toBeNull();
    expect(await foreign.again(mine?.id ?? "")).toBe(false);
    expect(await foreign.remove(mine?.id ?? "")).toBe(false);
    const order = { jobId: job, toName: "", toAddress: "x@a.example", subject: "x", text: "x", attached: [] };
    expect(await foreign.send(order, mara.id)).toBe(false);
  });
});

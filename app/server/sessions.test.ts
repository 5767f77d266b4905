import { randomUUID } from "node:crypto";
import { eq } from "drizzle-orm";
import { beforeAll, describe, expect, it, vi } from "vitest";
import { firm, person, session, signInFailure } from "#db/schema.ts";
import { database } from "./database.ts";
import { log } from "./log.ts";
import { hashPassword } from "./passwords.ts";
import { requirePerson, signedIn, signIn, signOut } from "./sessions.ts";
import { forgetOldAttempts, slowedMs } from "./sign-in-attempts.ts";

const firmRow = { id: randomUUID(), name: "Sessions", rules: "us-nec-2023" };
const email = `${randomUUID()}@x.example`;
const NOW = new Date("2026-11-23T12:00:00Z");
const later = (minutes: number) => new Date(NOW.getTime() + minutes * 60_000);
const ask = (cookie?: string, path = "/") =>
  new Request(`http://localhost${path}`, { headers: cookie ? { Cookie: cookie.split(";")[0] as string } : {} });

beforeAll(async () => {
  await database.insert(firm).values(firmRow);
  await database.insert(person).values({
    id: randomUUID(),
    firmId: firmRow.id,
    name: "Mara",
    email,
    role: "owner",
    passwordHash: await hashPassword("right horse"),
  });
});

/** Signs in and returns the cookie; fails the test where that is refused. */
async function cookieFor(now = NOW): Promise<string> {
  const answer = await signIn(ask(), email, "right horse", "10.0.0.9", now);
  if ("problem" in answer) throw new Error(answer.problem);
  return answer.cookies[0] ?? "";
}

describe("a session", () => {
  it("is opened by the right password, in a cookie that scripts cannot read", async () => {
    const cookie = await cookieFor();
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Lax/);
    expect(await signedIn(ask(cookie), NOW)).toMatchObject({ email, role: "owner", firmName: "Sessions" });
  });
  it("keeps only a digest of the token in the database", async () => {
    const cookie = await cookieFor();
    const rows = await database.select().from(session);
    for (const row of rows) expect(decodeURIComponent(cookie)).not.toContain(row.id);
  });
  it("expires", async () => {
    expect(await signedIn(ask(await cookieFor()), later(60 * 24 * 31))).toBeNull();
  });
  it("outlasts a clock that jumps a day in either direction", async () => {
    const cookie = await cookieFor();
    expect(await signedIn(ask(cookie), later(60 * 24))).not.toBeNull();
    expect(await signedIn(ask(cookie), later(-60 * 24))).not.toBeNull();
  });
  it("ends here, or everywhere", async () => {
    const [phone, desk] = [await cookieFor(), await cookieFor()];
    await signOut(ask(phone), false);
    expect(await signedIn(ask(phone), NOW)).toBeNull();
    expect(await signedIn(ask(desk), NOW)).not.toBeNull();
    const third = await cookieFor();
    await signOut(ask(desk), true);
    expect(await signedIn(ask(third), NOW)).toBeNull();
  });
  it("is required, and the original page opens afterwards", async () => {
    const answer = await requirePerson(ask(undefined, "/jobs/x/survey")).catch((e: unknown) => e as Response);
    expect((answer as Response).headers.get("Location")).toBe("/sign-in?to=%2Fjobs%2Fx%2Fsurvey");
  });
  it("is not opened by a made-up cookie", async () => {
    expect(await signedIn(ask("heron_session=made-up"), NOW)).toBeNull();
  });
});

describe("a try to sign in", () => {
  it("is logged with the person's id and the result, without name, e-mail or password", async () => {
    const told = vi.spyOn(log, "info");
    await signIn(ask(), email, "right horse", "10.0.0.31", later(-122));
    await signIn(ask(), email, "wrong horse", "10.0.0.31", later(-121));
    await signIn(ask(), "nobody@x.example", "wrong horse", "10.0.0.31", later(-120));
    const [{ id = "" } = {}] = await database.select({ id: person.id }).from(person).where(eq(person.email, email));
    expect(told.mock.calls).toEqual([
      [{ outcome: "in", person: id }, "sign-in"],
      [{ outcome: "wrong password", person: id }, "sign-in"],
      [{ outcome: "wrong password", person: undefined }, "sign-in"],
    ]);
    told.mockRestore();
  });
});

describe("a second sign-in", () => {
  it("in the same browser ends the first", async () => {
    const first = await cookieFor();
    const second = await signIn(ask(first), email, "right horse", "10.0.0.9", NOW);
    expect(await signedIn(ask(first), NOW)).toBeNull();
    expect(await signedIn(ask((second as { cookies: string[] }).cookies[0]), NOW)).not.toBeNull();
  });
});

describe("under TLS", () => {
  it("the cookie is this host's alone, and none that came without TLS counts", async () => {
    const secure = (cookie = "") =>
      new Request("https://localhost/", { headers: { Cookie: cookie.split(";")[0] as string } });
    const answer = await signIn(secure(), email, "right horse", "10.0.0.9", NOW);
    const [cookie = ""] = (answer as { cookies: string[] }).cookies;
    expect(cookie).toMatch(/^__Host-heron_session=/);
    expect(cookie).toMatch(/; Path=\/;.*HttpOnly; Secure; SameSite=Lax/);
    expect(cookie).not.toMatch(/Domain/);
    expect(await signedIn(secure(cookie), NOW)).not.toBeNull();
    expect(await signedIn(secure(cookie.replace("__Host-", "")), NOW)).toBeNull();
    // Headers of a proxy count only where proxies are trusted.
    const forwarded = new Request("http://localhost/", { headers: { "X-Forwarded-Proto": "https", Cookie: cookie } });
    expect(await signedIn(forwarded, NOW)).toBeNull();
  });
});

describe("guessing", () => {
  it("is slowed down after five failures, and let go after a quarter of an hour", async () => {
    const guess = (now: Date) => signIn(ask(), email, "wrong", "10.0.0.1", now);
    for (let i = 0; i < 5; i++) expect(await guess(NOW)).toEqual({ problem: "E-mail or password is not right." });
    expect(await guess(NOW)).toMatchObject({ problem: expect.stringMatching(/Too many tries/) });
    expect(await signIn(ask(), email, "right horse", "10.0.0.1", NOW)).toHaveProperty("problem");
    expect(await signIn(ask(), email, "right horse", "10.0.0.1", later(16))).toHaveProperty("cookies");
  });
  it("sixty at once gets no further than five, and the person gets in from elsewhere", async () => {
    const at = later(100);
    const answers = await Promise.all(
      Array.from({ length: 60 }, () => signIn(ask(), email, "wrong", "10.0.0.3", at, async () => {})),
    );
    expect(answers.filter((a) => "problem" in a && /not right/.test(a.problem)).length).toBeLessThanOrEqual(5);
    const waits: number[] = [];
    const pause = async (ms: number) => void waits.push(ms);
    expect(await signIn(ask(), email, "right horse", "10.0.0.4", at, pause)).toHaveProperty("cookies");
    expect(waits).toEqual([8000]);
  });
  it("at one e-mail from many addresses waits in one lane, and never slows a browser that the person has used", async () => {
    const at = later(300);
    const opened = await signIn(ask(), email, "right horse", "10.0.1.1", at);
    const device = (opened as { cookies: string[] }).cookies[1] ?? "";
    expect(device).toMatch(/^heron_device=.*HttpOnly/);
    let waitingNow = 0;
    let mostAtOnce = 0;
    // The first guess waits until another one is refused, which happens when more than twenty are in the queue.
    let release = () => {};
    const refused = new Promise<void>((resolve) => {
      release = resolve;
    });
    const pause = async () => {
      mostAtOnce = Math.max(mostAtOnce, ++waitingNow);
      await refused;
      waitingNow--;
    };
    const guesses = Array.from({ length: 40 }, (_, i) => signIn(ask(), email, "wrong", `10.0.2.${i}`, at, pause));
    for (const guess of guesses) guess.catch(release);
    const told = await Promise.allSettled(guesses);
    expect(mostAtOnce).toBe(1);
    expect(told.filter((t) => t.status === "rejected").length).toBeGreaterThan(0);
    const waits: number[] = [];
    const own = await signIn(ask(device), email, "right horse", "10.0.1.2", at, async (ms) => void waits.push(ms));
    expect(own).toHaveProperty("cookies");
    expect(waits).toEqual([]);
  });
  it("from a browser that the person has used is stopped after five failures, too", async () => {
    const at = later(400);
    const opened = await signIn(ask(), email, "right horse", "10.0.3.1", at);
    const device = (opened as { cookies: string[] }).cookies[1] ?? "";
    for (let i = 0; i < 5; i++) await signIn(ask(device), email, "wrong", "10.0.3.1", at);
    expect(await signIn(ask(device), email, "right horse", "10.0.3.1", at)).toHaveProperty("problem");
    // A cookie of one person says nothing about another one's e-mail.
    expect(await signIn(ask(device), "nobody@x.example", "x", "10.0.3.2", at)).toHaveProperty("problem");
  });
  it("from one address is blocked for all e-mails", async () => {
    const at = later(200);
    for (let i = 0; i < 30; i++) await signIn(ask(), `nobody-${i}@x.example`, "x", "10.0.0.5", at);
    expect(await signIn(ask(), email, "right horse", "10.0.0.5", at)).toHaveProperty("problem");
    expect(await signIn(ask(), email, "right horse", "10.0.0.6", at)).toHaveProperty("cookies");
  });
  it("recorded before the clock was set back blocks no sign-in", async () => {
    const before = new Date("2003-01-02T12:00:00Z");
    const after = new Date("2003-01-01T12:00:00Z");
    for (let i = 0; i < 6; i++) await signIn(ask(), email, "wrong", "10.0.0.8", before, async () => {});
    expect(await signIn(ask(), email, "right horse", "10.0.0.8", before)).toHaveProperty("problem");
    expect(await signIn(ask(), email, "right horse", "10.0.0.8", after)).toHaveProperty("cookies");
    await forgetOldAttempts(new Date("2003-01-04T12:00:00Z"));
  });
  it("is forgotten after a day", async () => {
    // Long before all other tests, so that nothing of theirs is forgotten.
    const then = new Date("2001-01-01T12:00:00Z");
    const tries = () => database.select().from(signInFailure).where(eq(signInFailure.address, "10.0.0.7"));
    await signIn(ask(), "nobody@x.example", "x", "10.0.0.7", then);
    const day = 24 * 3600_000;
    await forgetOldAttempts(new Date(then.getTime() + day));
    expect(await tries()).toHaveLength(1);
    await forgetOldAttempts(new Date(then.getTime() + day + 1));
    expect(await tries()).toHaveLength(0);
  });
  it("grows slower with each try above the first ten, up to eight seconds", () => {
    expect([1, 10, 11, 20, 41, 42, 43, 1000].map(slowedMs)).toEqual([0, 0, 250, 2500, 7750, 8000, 8000, 8000]);
  });
  it("gives the same answer for an e-mail that is unknown, misspelt, or without a password", async () => {
    const at = later(2000);
    await database.insert(person).values({
      id: randomUUID(),
      firmId: firmRow.id,
      name: "Invited",
      email: "invited@x.example",
      role: "electrician",
      passwordHash: "",
    });
    for (const who of ["nobody@x.example", email.replace("x.example", "x.éxample"), "invited@x.example"])
      expect(await signIn(ask(), who, "", "10.0.0.2", at)).toEqual({ problem: "E-mail or password is not right." });
  });
});

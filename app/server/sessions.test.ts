import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { firm, person, session } from "#db/schema.ts";
import { closeDatabase, database } from "./database.ts";
import { hashPassword, requirePerson, signedIn, signIn, signOut } from "./sessions.ts";

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
afterAll(() => closeDatabase());

/** Signs in and returns the cookie; fails the test where that is refused. */
async function cookieFor(now = NOW): Promise<string> {
  const answer = await signIn(ask(), email, "right horse", "10.0.0.9", now);
  if ("problem" in answer) throw new Error(answer.problem);
  return answer.cookie;
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
  it("ends here, or everywhere", async () => {
    const [phone, desk] = [await cookieFor(), await cookieFor()];
    await signOut(ask(phone), false);
    expect(await signedIn(ask(phone), NOW)).toBeNull();
    expect(await signedIn(ask(desk), NOW)).not.toBeNull();
    const third = await cookieFor();
    await signOut(ask(desk), true);
    expect(await signedIn(ask(third), NOW)).toBeNull();
  });
  it("is asked for, and the way back is kept", async () => {
    const answer = await requirePerson(ask(undefined, "/jobs/x/survey")).catch((e: unknown) => e as Response);
    expect((answer as Response).headers.get("Location")).toBe("/sign-in?to=%2Fjobs%2Fx%2Fsurvey");
  });
  it("is not opened by a made-up cookie", async () => {
    expect(await signedIn(ask("heron_session=made-up"), NOW)).toBeNull();
  });
});

describe("guessing", () => {
  it("is slowed down after five failures, and let go after a quarter of an hour", async () => {
    const guess = (now: Date) => signIn(ask(), email, "wrong", "10.0.0.1", now);
    for (let i = 0; i < 5; i++) expect(await guess(NOW)).toEqual({ problem: "E-mail or password is not right." });
    expect(await guess(NOW)).toMatchObject({ problem: expect.stringMatching(/Too many tries/) });
    expect(await signIn(ask(), email, "right horse", "10.0.0.1", NOW)).toHaveProperty("problem");
    expect(await signIn(ask(), email, "right horse", "10.0.0.1", later(16))).toHaveProperty("cookie");
  });
  it("says the same for an e-mail that nobody has", async () => {
    expect(await signIn(ask(), "nobody@x.example", "x", "10.0.0.2", NOW)).toEqual({
      problem: "E-mail or password is not right.",
    });
  });
});

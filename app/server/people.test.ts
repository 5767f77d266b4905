import { randomUUID } from "node:crypto";
import { eq } from "drizzle-orm";
import { TOTP } from "otpauth";
import { beforeEach, describe, expect, it } from "vitest";
import { person } from "#db/schema.ts";
import { twoFirms } from "#tests/firms.ts";
import { changePassword, setUpSecondFactor, takeOwnSecondFactor } from "./account.ts";
import { database } from "./database.ts";
import { hashPassword, passwordProblem } from "./passwords.ts";
import { peopleOf, personOfLink, setPasswordByLink } from "./people.ts";
import { newSecret, stepOf } from "./second-factor.ts";
import { halfWay, openSession, type SignedIn, signedIn, signIn, signInWithCode } from "./sessions.ts";

const { ours, theirs, mara } = twoFirms();
const people = () => peopleOf(ours.id, mara.id);
const NOW = new Date("2026-11-26T12:00:00Z");
const later = (s: number) => new Date(NOW.getTime() + s * 1000);
const ask = (cookie = "") =>
  new Request("http://heron.example/", { headers: { Cookie: cookie.split(";")[0] as string } });
const PASSWORD = "seven damp otters sing";

let made = 0;
/** Somebody of the firm who has a password and is signed in. */
async function somebody(role: "owner" | "electrician" | "apprentice" = "electrician") {
  const email = `${randomUUID()}@x.example`;
  const name = `Somebody ${++made}`;
  const invited = await people().invite({ name, email, role }, NOW);
  if (invited.problem !== undefined) throw new Error(invited.problem);
  await setPasswordByLink(tokenOf(invited.link), PASSWORD, NOW);
  const { who, cookie } = await signedInAs(email);
  return { email, name, who, cookie };
}
const tokenOf = (link: string) => link.replace("/password/", "");
async function signedInAs(email: string, at = NOW) {
  const answer = await signIn(ask(), email, PASSWORD, "10.1.0.1", at);
  if (!("cookie" in answer)) throw new Error(answer.problem);
  return { cookie: answer.cookie, who: (await signedIn(ask(answer.cookie), at)) as SignedIn };
}
const did = async () => (await people().entries()).map((e) => `${e.by} ${e.did}`);

beforeEach(async () => {
  await database
    .update(person)
    .set({ passwordHash: await hashPassword(PASSWORD), role: "owner", active: true })
    .where(eq(person.id, mara.id));
});

describe("somebody who is invited", () => {
  it("sets a password by the link, once, and signs in", async () => {
    const email = `${randomUUID()}@x.example`;
    const invited = await people().invite({ name: "Jonah", email, role: "apprentice" }, NOW);
    const token = tokenOf((invited as { link: string }).link);
    expect(await personOfLink(token, NOW)).toMatchObject({ name: "Jonah", email });
    expect(await signIn(ask(), email, "", "10.1.0.2", NOW)).toHaveProperty("problem");
    expect(await setPasswordByLink(token, PASSWORD, NOW)).toBe(true);
    expect(await setPasswordByLink(token, "another long one 12", NOW)).toBe(false);
    expect(await personOfLink(token, NOW)).toBeNull();
    expect((await signedInAs(email)).who).toMatchObject({ role: "apprentice", firmId: ours.id });
    expect(await did()).toEqual(
      expect.arrayContaining(["Mara invited Jonah as apprentice", "Jonah set a password by a link"]),
    );
  });
  it("has three days, and needs a new link after", async () => {
    const invited = await people().invite(
      { name: "Late", email: `${randomUUID()}@x.example`, role: "apprentice" },
      NOW,
    );
    const token = tokenOf((invited as { link: string }).link);
    expect(await personOfLink(token, later(72 * 3600 - 1))).not.toBeNull();
    expect(await personOfLink(token, later(72 * 3600))).toBeNull();
    expect(await setPasswordByLink(token, PASSWORD, later(72 * 3600))).toBe(false);
  });
  it("has an e-mail of their own", async () => {
    const { email } = await somebody();
    expect(await people().invite({ name: "Twice", email, role: "apprentice" })).toEqual({
      problem: "Somebody signs in with that e-mail already.",
    });
  });
});

describe("the owner", () => {
  it("hands over a new link, which ends the one before, and the sessions once it is taken", async () => {
    const { who, cookie } = await somebody();
    const first = (await people().resetLink(who.id, NOW)) as { link: string };
    const second = (await people().resetLink(who.id, NOW)) as { link: string };
    expect(await personOfLink(tokenOf(first.link), NOW)).toBeNull();
    expect(await signedIn(ask(cookie), NOW)).not.toBeNull();
    expect(await setPasswordByLink(tokenOf(second.link), PASSWORD, NOW)).toBe(true);
    expect(await signedIn(ask(cookie), NOW)).toBeNull();
  });
  it("makes somebody inactive: signed out at once, and not in again until active", async () => {
    const { who, cookie, email, name } = await somebody();
    expect(await people().setActive(who.id, false, NOW)).toEqual({});
    expect(await signedIn(ask(cookie), NOW)).toBeNull();
    expect(await signIn(ask(), email, PASSWORD, "10.1.0.3", NOW)).toHaveProperty("problem");
    expect(await people().resetLink(who.id, NOW)).toEqual({ problem: `${name} is not active.` });
    expect(await people().setActive(who.id, true, NOW)).toEqual({});
    expect((await signedInAs(email)).who.id).toBe(who.id);
    expect(await did()).toEqual(expect.arrayContaining([`Mara made ${name} inactive`, `Mara made ${name} active`]));
  });
  it("changes roles, and stays as long as nobody else is owner", async () => {
    const problem = "The firm needs an owner who can sign in: make somebody else owner first.";
    expect(await people().setRole(mara.id, "electrician", NOW)).toEqual({ problem });
    expect(await people().setActive(mara.id, false, NOW)).toEqual({ problem });
    const { who, cookie, name } = await somebody("apprentice");
    expect(await people().setRole(who.id, "owner", NOW)).toEqual({});
    expect(await signedIn(ask(cookie), NOW)).toMatchObject({ role: "owner" });
    expect(await people().setRole(mara.id, "electrician", NOW)).toEqual({});
    expect(await did()).toEqual(expect.arrayContaining([`Mara made ${name} owner, before apprentice`]));
    await database.update(person).set({ role: "electrician" }).where(eq(person.id, who.id));
  });
  it("does nothing to people of another firm", async () => {
    const foreign = peopleOf(theirs.id, mara.id);
    const { who } = await somebody();
    const problem = "There is nobody like that in the firm.";
    expect(await foreign.setRole(who.id, "owner")).toEqual({ problem });
    expect(await foreign.setActive(who.id, false)).toEqual({ problem });
    expect(await foreign.resetLink(who.id)).toEqual({ problem });
    expect(await foreign.takeSecondFactor(who.id)).toEqual({ problem });
    expect((await foreign.list()).map((p) => p.id)).not.toContain(who.id);
    expect(await people().setRole(who.id.toUpperCase(), "owner")).toEqual({ problem });
  });
});

describe("one's own password", () => {
  it("is changed by who knows it; other sessions end", async () => {
    const { who, cookie, email } = await somebody();
    const elsewhere = await signedInAs(email);
    const next = "nine dry herons wait";
    expect(await changePassword(who, { current: "wrong", next }, "10.1.0.4", NOW)).toEqual({
      current: "That is not your password.",
    });
    expect(await changePassword(who, { current: PASSWORD, next }, "10.1.0.4", NOW)).toEqual({});
    expect(await signedIn(ask(cookie), NOW)).not.toBeNull();
    expect(await signedIn(ask(elsewhere.cookie), NOW)).toBeNull();
    expect(await signIn(ask(), email, next, "10.1.0.4", NOW)).toHaveProperty("cookie");
  });
  it.each([
    ["short", /at least 12/],
    ["passwordpassword", /too easy/],
    ["aaaaaaaaaaaaaaaa", /too easy/],
    ["123456789012345", /too easy/],
    ["marshlandmarsh", /too easy/],
    ["x".repeat(201), /at most 200/],
  ])("may not be %s", (password, words) => {
    expect(passwordProblem(password, ["Marshland Electric", "marsh@x.example"])).toMatch(words);
  });
  it("may be a few words that do not belong together", () => {
    expect(passwordProblem(PASSWORD, ["Mara", "mara@x.example", "Ours"])).toBeNull();
  });
});

describe("a second factor", () => {
  const codeAt = (secret: string, at: Date) => new TOTP({ secret }).generate({ timestamp: at.getTime() });
  async function withFactor() {
    const somebodyElse = await somebody();
    const { secret } = newSecret(somebodyElse.email);
    const typed = { secret, code: codeAt(secret, NOW), password: PASSWORD };
    const came = await setUpSecondFactor(somebodyElse.who, typed, "10.1.0.5", NOW);
    return { ...somebodyElse, secret, codes: (came as { codes: string[] }).codes };
  }
  async function half(email: string, at: Date) {
    const answer = await signIn(ask(), email, PASSWORD, "10.1.0.6", at);
    if (!("cookie" in answer)) throw new Error(answer.problem);
    return { ...answer, who: await halfWay(ask(answer.cookie), at) };
  }

  it("is asked for after the password, which alone opens nothing", async () => {
    const { email, secret } = await withFactor();
    const at = later(60);
    const { cookie, codeFollows, who } = await half(email, at);
    expect(codeFollows).toBe(true);
    expect(await signedIn(ask(cookie), at)).toBeNull();
    const wrong = await signInWithCode(ask(cookie), who as SignedIn, "000000", "10.1.0.6", at);
    expect(wrong).toEqual({ problem: "That code is not right, or was used already." });
    const right = await signInWithCode(ask(cookie), who as SignedIn, codeAt(secret, at), "10.1.0.6", at);
    expect(await signedIn(ask((right as { cookie: string }).cookie), at)).toMatchObject({ email });
    expect(await halfWay(ask(cookie), at)).toBeNull();
  });
  it("takes no code twice, and a recovery code once, however it is typed", async () => {
    const { email, secret, codes } = await withFactor();
    expect(codes).toHaveLength(8);
    const at = later(60);
    const who = (await half(email, at)).who as SignedIn;
    const enter = (code: string) => signInWithCode(ask(), who, code, "10.1.0.7", at);
    expect(await enter(codeAt(secret, at))).toHaveProperty("cookie");
    expect(await enter(codeAt(secret, at))).toHaveProperty("problem");
    const [code = ""] = codes;
    expect(await enter(` ${code.replace("-", "").toUpperCase()} `)).toHaveProperty("cookie");
    expect(await enter(code)).toHaveProperty("problem");
  });
  it("waits ten minutes for its code", async () => {
    const { email } = await withFactor();
    const { cookie } = await half(email, NOW);
    expect(await halfWay(ask(cookie), later(599))).not.toBeNull();
    expect(await halfWay(ask(cookie), later(600))).toBeNull();
  });
  it("is guessed no more often than a password", async () => {
    const { email } = await withFactor();
    const { who } = await half(email, NOW);
    const guesses = Array.from({ length: 20 }, (_, i) =>
      signInWithCode(ask(), who as SignedIn, `${100_000 + i}`, "10.1.0.8", NOW),
    );
    const looked = (await Promise.all(guesses)).filter((a) => "problem" in a && /not right/.test(a.problem));
    expect(looked.length).toBeLessThanOrEqual(5);
  });
  it("goes with the password, or by the owner", async () => {
    const first = await withFactor();
    expect(await takeOwnSecondFactor(first.who, "wrong", "10.1.0.9", NOW)).toHaveProperty("problem");
    expect(await takeOwnSecondFactor(first.who, PASSWORD, "10.1.0.9", NOW)).toEqual({});
    expect((await half(first.email, NOW)).codeFollows).toBe(false);
    const second = await withFactor();
    await people().takeSecondFactor(second.who.id, NOW);
    expect((await half(second.email, NOW)).codeFollows).toBe(false);
  });
  it("is set up only with its own first code", async () => {
    const { who, email } = await somebody();
    const { secret } = newSecret(email);
    const typed = { secret, code: "000000", password: PASSWORD };
    expect(await setUpSecondFactor(who, typed, "10.1.0.10", NOW)).toHaveProperty("code");
    expect(await setUpSecondFactor(who, { ...typed, secret: "short" }, "10.1.0.10", NOW)).toHaveProperty("code");
    expect((await half(email, NOW)).codeFollows).toBe(false);
  });
  it("that the firm asks for stands between its people and everything else", async () => {
    const { cookie } = await somebody();
    await people().askSecondFactor(true, NOW);
    expect(await signedIn(ask(cookie), NOW)).toMatchObject({ mustSetUp: true });
    const factor = await withFactor();
    const session = await openSession(ask(), factor.who.id, NOW);
    expect(await signedIn(ask(session), NOW)).toMatchObject({ mustSetUp: false });
    await people().askSecondFactor(false, NOW);
    expect(await signedIn(ask(cookie), NOW)).toMatchObject({ mustSetUp: false });
  });
  it("knows a clock that is half a minute off, and no more", () => {
    const { secret } = newSecret("a@x.example");
    const code = codeAt(secret, NOW);
    expect([-60, -30, 0, 30, 60].map((s) => stepOf(secret, code, later(s)) !== null)).toEqual([
      false,
      true,
      true,
      true,
      false,
    ]);
    for (const wrong of ["", "12345", "1234567", "abcdef", "１２３４５６"])
      expect(stepOf(secret, wrong, NOW)).toBeNull();
  });
});

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
import { halfWay, offeredSecret, openSession, type SignedIn, signedIn, signIn, signInWithCode } from "./sessions.ts";

const { ours, theirs, mara } = twoFirms();
const people = () => peopleOf(ours.id, mara.id);
const NOW = new Date("2026-11-26T12:00:00Z");
const later = (s: number) => new Date(NOW.getTime() + s * 1000);
const ask = (cookie = "") =>
  new Request("http://heron.example/", { headers: { Cookie: cookie.split(";")[0] as string } });
const PASSWORD = "seven damp otters sing";

let made = 0;
/** A person of the firm with a password, signed in. */
async function somebody(role: "owner" | "electrician" | "apprentice" = "electrician") {
  const email = `${randomUUID()}@x.example`;
  const name = `Somebody ${++made}`;
  // At different times, as a firm has a limit of invitations in an hour.
  const invited = await people().invite({ name, email, role }, later(-600 * made));
  if (invited.problem !== undefined) throw new Error(invited.problem);
  await setPasswordByLink(tokenOf(invited.link), PASSWORD, NOW);
  const { who, cookie } = await signedInAs(email);
  return { email, name, who, cookie };
}
const tokenOf = (link: string) => link.replace("/password/", "");
async function signedInAs(email: string, at = NOW) {
  const answer = await signIn(ask(), email, PASSWORD, "10.1.0.1", at);
  if ("problem" in answer) throw new Error(answer.problem);
  const [cookie = ""] = answer.cookies;
  return { cookie, who: (await signedIn(ask(cookie), at)) as SignedIn };
}
const did = async () => (await people().entries()).map((e) => `${e.by} ${e.did}`);

beforeEach(async () => {
  await database
    .update(person)
    .set({ passwordHash: await hashPassword(PASSWORD), role: "owner", active: true })
    .where(eq(person.id, mara.id));
});

describe("an invited person", () => {
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
  it("makes a person inactive: signed out at once, and blocked until active again", async () => {
    const { who, cookie, email, name } = await somebody();
    expect(await people().setActive(who.id, false, NOW)).toEqual({});
    expect(await signedIn(ask(cookie), NOW)).toBeNull();
    expect(await signIn(ask(), email, PASSWORD, "10.1.0.3", NOW)).toHaveProperty("problem");
    expect(await people().resetLink(who.id, NOW)).toEqual({ problem: `${name} is not active.` });
    expect(await people().setActive(who.id, true, NOW)).toEqual({});
    expect((await signedInAs(email)).who.id).toBe(who.id);
    expect(await did()).toEqual(expect.arrayContaining([`Mara made ${name} inactive`, `Mara made ${name} active`]));
  });
  it("changes roles, except the last owner's", async () => {
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
    const owner = { id: randomUUID(), firmId: theirs.id, name: "Wren", email: `${randomUUID()}@x.example` };
    await database.insert(person).values({ ...owner, role: "owner", passwordHash: "x" });
    const foreign = peopleOf(theirs.id, owner.id);
    const { who } = await somebody();
    const problem = "There is no such person in the firm.";
    expect(await foreign.setRole(who.id, "owner")).toEqual({ problem });
    expect(await foreign.setActive(who.id, false)).toEqual({ problem });
    expect(await foreign.resetLink(who.id)).toEqual({ problem });
    expect(await foreign.takeSecondFactor(who.id)).toEqual({ problem });
    expect((await foreign.list()).map((p) => p.id)).not.toContain(who.id);
    expect(await people().setRole(who.id.toUpperCase(), "owner")).toEqual({ problem });
  });
});

describe("a link to set a password", () => {
  it("ends when the person changes the password", async () => {
    const { who } = await somebody();
    const { link } = (await people().resetLink(who.id, NOW)) as { link: string };
    await changePassword(who, { current: PASSWORD, next: "nine dry herons wait" }, "10.1.0.12", NOW);
    expect(await personOfLink(tokenOf(link), NOW)).toBeNull();
  });
});

describe("two owners at the same moment", () => {
  it("leave the firm one owner, in any order of concurrent changes", async () => {
    for (let round = 0; round < 5; round++) {
      const { who } = await somebody("owner");
      const other = peopleOf(ours.id, who.id);
      await Promise.allSettled([
        people().setRole(who.id, "electrician", NOW),
        round % 2 === 0 ? other.setRole(mara.id, "electrician", NOW) : other.setActive(mara.id, false, NOW),
      ]);
      const owners = (await people().list()).filter((p) => p.role === "owner" && p.active && p.hasPassword);
      expect(owners).toHaveLength(1);
      await database.update(person).set({ role: "owner", active: true }).where(eq(person.id, mara.id));
      await database.update(person).set({ role: "electrician" }).where(eq(person.id, who.id));
    }
  });
  it("are refused once they are no owner any more", async () => {
    const { who } = await somebody("owner");
    const other = peopleOf(ours.id, who.id);
    await people().setRole(who.id, "electrician", NOW);
    await expect(other.setRole(mara.id, "electrician", NOW)).rejects.toMatchObject({ status: 403 });
  });
});

describe("an unused invitation", () => {
  it("holds its e-mail for three days, and after that only within its own firm", async () => {
    const email = `${randomUUID()}@x.example`;
    const owner = { id: randomUUID(), firmId: theirs.id, name: "Wren", email: `${randomUUID()}@x.example` };
    await database.insert(person).values({ ...owner, role: "owner", passwordHash: "x" });
    const invite = (of: ReturnType<typeof peopleOf>, at: Date) => of.invite({ name: "Tess", email, role: "owner" }, at);
    const day = 24 * 3600;
    expect(await invite(people(), NOW)).toHaveProperty("link");
    expect(await invite(peopleOf(theirs.id, owner.id), later(2 * day))).toHaveProperty("problem");
    expect(await invite(people(), later(4 * day))).toHaveProperty("problem");
    expect(await invite(peopleOf(theirs.id, owner.id), later(4 * day))).toHaveProperty("link");
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
    expect(await signIn(ask(), email, next, "10.1.0.4", NOW)).toHaveProperty("cookies");
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
    const secret = await offeredSecret(somebodyElse.who);
    const typed = { code: codeAt(secret, NOW), password: PASSWORD, oldCode: "" };
    const came = await setUpSecondFactor(somebodyElse.who, typed, "10.1.0.5", NOW);
    const who = { ...somebodyElse.who, hasSecondFactor: true };
    return { ...somebodyElse, who, secret, codes: (came as { codes: string[] }).codes };
  }
  async function half(email: string, at: Date) {
    const answer = await signIn(ask(), email, PASSWORD, "10.1.0.6", at);
    if ("problem" in answer) throw new Error(answer.problem);
    const [cookie = ""] = answer.cookies;
    return { cookie, codeFollows: answer.codeFollows, who: await halfWay(ask(cookie), at) };
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
    expect(await signedIn(ask((right as { cookies: string[] }).cookies[0]), at)).toMatchObject({ email });
    expect(await halfWay(ask(cookie), at)).toBeNull();
  });
  it("takes no code twice, and a recovery code once, however it is typed", async () => {
    const { email, secret, codes } = await withFactor();
    expect(codes).toHaveLength(8);
    const at = later(60);
    const who = (await half(email, at)).who as SignedIn;
    const enter = (code: string) => signInWithCode(ask(), who, code, "10.1.0.7", at);
    expect(await enter(codeAt(secret, at))).toHaveProperty("cookies");
    expect(await enter(codeAt(secret, at))).toHaveProperty("problem");
    const [code = ""] = codes;
    expect(await enter(` ${code.replace("-", "").toUpperCase()} `)).toHaveProperty("cookies");
    expect(await enter(code)).toHaveProperty("problem");
  });
  it("waits ten minutes for its code", async () => {
    const { email } = await withFactor();
    const { cookie } = await half(email, NOW);
    expect(await halfWay(ask(cookie), later(599))).not.toBeNull();
    expect(await halfWay(ask(cookie), later(600))).toBeNull();
  });
  it("allows five attempts in a quarter of an hour, across addresses and sign-ins", async () => {
    const { email } = await withFactor();
    const guess = async (i: number) => {
      const { who, cookie } = await half(email, NOW);
      return {
        cookie,
        answer: await signInWithCode(ask(cookie), who as SignedIn, `${100_000 + i}`, `10.2.0.${i}`, NOW),
      };
    };
    const answers = [];
    // The password is right each time, which clears no try of a code.
    for (let i = 0; i < 12; i++) answers.push(await guess(i));
    const checked = answers.filter(({ answer }) => "problem" in answer && /not right/.test(answer.problem));
    expect(checked).toHaveLength(5);
    // After too many attempts the password is needed again.
    expect(await halfWay(ask(answers.at(-1)?.cookie), NOW)).toBeNull();
    const { who } = await half(email, later(16 * 60));
    const next = await signInWithCode(ask(), who as SignedIn, "100000", "10.2.0.1", later(16 * 60));
    expect(next).toEqual({ problem: "That code is not right, or was used already." });
  });
  it("is tried twenty times a day at most", async () => {
    const { email } = await withFactor();
    let checked = 0;
    for (let quarter = 0; quarter < 8; quarter++) {
      const at = later(quarter * 16 * 60);
      const { who } = await half(email, at);
      for (let i = 0; i < 6; i++) {
        const answer = await signInWithCode(ask(), who as SignedIn, `${200_000 + i}`, "10.2.1.1", at);
        if ("problem" in answer && /not right/.test(answer.problem)) checked++;
      }
    }
    expect(checked).toBeLessThanOrEqual(20);
  });
  it("is tried from the person's own browser, however often strangers have tried", async () => {
    const { email, secret } = await withFactor();
    const at = later(60);
    const first = await half(email, at);
    const answer = await signInWithCode(ask(first.cookie), first.who as SignedIn, codeAt(secret, at), "10.2.2.1", at);
    const device = (answer as { cookies: string[] }).cookies[1] ?? "";
    expect(device).toMatch(/^heron_device=/);
    for (let i = 0; i < 8; i++)
      await signInWithCode(ask(), first.who as SignedIn, `${300_000 + i}`, `10.2.3.${i}`, later(90));
    const now = later(120);
    const again = await half(email, now);
    const own = ask(`${device.split(";")[0]}`);
    const right = await signInWithCode(own, again.who as SignedIn, codeAt(secret, now), "10.2.2.1", now);
    expect(right).toHaveProperty("cookies");
  });
  it("is taken away with the password and a code, which ends all other sessions; or by the owner", async () => {
    const first = await withFactor();
    const elsewhere = await openSession(ask(), first.who.id, NOW);
    const at = later(60);
    const take = (password: string, oldCode: string) =>
      takeOwnSecondFactor(first.who, { password, oldCode }, "10.1.0.9", at);
    expect(await take("wrong", codeAt(first.secret, at))).toHaveProperty("password");
    expect(await take(PASSWORD, "000000")).toHaveProperty("oldCode");
    expect(await signedIn(ask(elsewhere), at)).not.toBeNull();
    expect(await take(PASSWORD, codeAt(first.secret, at))).toEqual({});
    expect(await signedIn(ask(elsewhere), at)).toBeNull();
    expect((await half(first.email, NOW)).codeFollows).toBe(false);
    const second = await withFactor();
    await people().takeSecondFactor(second.who.id, NOW);
    expect((await half(second.email, NOW)).codeFollows).toBe(false);
  });
  it("is moved to another phone with a code of the old one", async () => {
    const { who, secret, email } = await withFactor();
    const at = later(60);
    const next = await offeredSecret(who);
    expect(next).not.toBe(secret);
    const typed = { code: codeAt(next, at), password: PASSWORD, oldCode: "000000" };
    expect(await setUpSecondFactor(who, typed, "10.1.0.11", at)).toHaveProperty("oldCode");
    const right = { ...typed, oldCode: codeAt(secret, at) };
    expect(await setUpSecondFactor(who, right, "10.1.0.11", at)).toHaveProperty("codes");
    const after = later(120);
    const { who: halfWho } = await half(email, after);
    const enter = (of: string) => signInWithCode(ask(), halfWho as SignedIn, codeAt(of, after), "10.1.0.11", after);
    expect(await enter(secret)).toHaveProperty("problem");
    expect(await enter(next)).toHaveProperty("cookies");
  });
  it("is set up only with the first code of the secret that the server offers", async () => {
    const { who, email } = await somebody();
    const { secret } = newSecret(email);
    const typed = { code: codeAt(secret, NOW), password: PASSWORD, oldCode: "" };
    expect(await setUpSecondFactor(who, typed, "10.1.0.10", NOW)).toHaveProperty("code");
    expect((await half(email, NOW)).codeFollows).toBe(false);
  });
  it("that the firm requires blocks everything else until it is set up", async () => {
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

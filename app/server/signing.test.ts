import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { person } from "#db/schema.ts";
import { twoFirms } from "#tests/firms.ts";
import { checkSigner, hasPin, setPin } from "./account.ts";
import { database } from "./database.ts";
import { hashPassword } from "./passwords.ts";
import type { SignedIn } from "./sessions.ts";

const { ours } = twoFirms();
const ADDRESS = "192.0.2.7";

async function somebody(): Promise<SignedIn> {
  const [found] = await database.select().from(person).where(eq(person.firmId, ours.id)).limit(1);
  if (!found) throw new Error("the firm has nobody");
  await database
    .update(person)
    .set({ passwordHash: await hashPassword("seven damp otters sing"), pinHash: null })
    .where(eq(person.id, found.id));
  const { id, name, email, role, firmId } = found;
  return { id, name, email, role, firmId, firmName: "Ours", hasSecondFactor: false, sessionId: `s-${id}` } as SignedIn;
}

afterEach(() => database.execute("DELETE FROM sign_in_failure"));

describe("a person who signs work", () => {
  it("needs a PIN or a second factor", async () => {
    const who = await somebody();
    expect(await hasPin(who.id)).toBe(false);
    expect((await checkSigner(who, "2468", ADDRESS)).problem).toMatch(/Set a PIN/);
  });
  it("sets a PIN with the password, of four to eight digits that are not all the same", async () => {
    const who = await somebody();
    const password = "seven damp otters sing";
    expect(await setPin(who, { password, pin: "12a4" }, ADDRESS)).toHaveProperty("pin");
    expect(await setPin(who, { password, pin: "123" }, ADDRESS)).toHaveProperty("pin");
    expect(await setPin(who, { password, pin: "7777" }, ADDRESS)).toHaveProperty("pin");
    expect(await setPin(who, { password: "wrong", pin: "2468" }, ADDRESS)).toHaveProperty("password");
    expect(await setPin(who, { password, pin: "2468" }, ADDRESS)).toEqual({});
    expect(await checkSigner(who, " 24 68 ", ADDRESS)).toEqual({});
    expect((await checkSigner(who, "2469", ADDRESS)).problem).toMatch(/neither your PIN nor a code/);
    expect((await checkSigner(who, "", ADDRESS)).problem).toMatch(/neither your PIN nor a code/);
  });
  it("is slowed after many wrong tries", async () => {
    const who = await somebody();
    await setPin(who, { password: "seven damp otters sing", pin: "2468" }, ADDRESS);
    let last: string | undefined;
    for (let i = 0; i < 30 && !/Too many/.test(last ?? ""); i++)
      last = (await checkSigner(who, String(1000 + i), ADDRESS)).problem;
    expect(last).toMatch(/Too many tries/);
    expect((await checkSigner(who, "2468", ADDRESS)).problem).toMatch(/Too many tries/);
  });
});

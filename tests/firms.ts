/** Two firms and a person of the first, for tests of the database. */
import { randomUUID } from "node:crypto";
import { beforeAll } from "vitest";
import { firm, person } from "#db/schema.ts";
import { database } from "#server/database.ts";

const row = (name: string) => ({ id: randomUUID(), name, rules: "us-nec-2023" });

/** Inserts them before the tests of the file. */
export function twoFirms() {
  const [ours, theirs] = [row("Ours"), row("Theirs")];
  const mara = {
    id: randomUUID(),
    firmId: ours.id,
    name: "Mara",
    email: `${randomUUID()}@x.example`,
    role: "owner" as const,
    passwordHash: "x",
  };
  beforeAll(async () => {
    await database.insert(firm).values([ours, theirs]);
    await database.insert(person).values(mara);
  });
  return { ours, theirs, mara };
}

/** People, their rights and their ways in. */
import type { APIRequestContext } from "@playwright/test";
import { createConnection } from "mysql2/promise";
import { TOTP } from "otpauth";
import sharp from "sharp";
import { RIGHTS, type Right, ROLES, type Role } from "#core/firm/rights.ts";
import { usCase } from "#core/testing/cases.ts";
import { expect, field, type Heron, newJob, openStep, saved, signInAs, signInByButton, test } from "./heron.ts";

/** The people of one firm, one of each role. */
const PEOPLE: Record<Role, string> = { owner: "Mara Quill", electrician: "Jonah Pike", apprentice: "Tess Arbo" };
const JPEG = await sharp({ create: { width: 8, height: 6, channels: 3, background: "#345" } })
  .jpeg()
  .toBuffer();

/** One try of each right by a direct request. @returns the status */
const TRIES: Record<Right, (ask: Ask) => Promise<number>> = {
  "edit-case": (ask) => ask.edit({ op: "add", path: "/roof", value: "slate" }),
  "change-rules": (ask) => ask.edit({ op: "replace", path: "/rules", value: "us-nec-2020" }),
  "start-job": async (ask) =>
    ask.post("/jobs/new", { form: { address: "1 Rights Lane", customer: "", rules: "us-nec-2023" } }),
  "add-pictures": async (ask) => (await ask.addPicture()).status,
  "remove-own-pictures": async (ask) => ask.delete(`/jobs/${ask.job}/photos/${(await ask.addPicture()).id}`),
  "remove-others-pictures": async (ask) => ask.delete(`/jobs/${ask.job}/photos/${ask.othersPicture}`),
  import: (ask) =>
    ask.post("/?index", {
      multipart: {
        file: { name: "a.case.json", mimeType: "application/json", buffer: Buffer.from(JSON.stringify(usCase())) },
      },
    }),
  issue: async (ask) => {
    const of = (path: string) => `/jobs/${ask.job}/${path}`;
    const statuses = [await ask.get(of("papers/load-worksheet.pdf"))];
    for (const path of ["issued", "links", "post", "offer"]) statuses.push(await ask.get(of(path)));
    const form = { what: "make", kind: "pictures", name: "x", email: "" };
    statuses.push(await ask.post(of("links"), { form }));
    expect(new Set(statuses).size).toBe(1);
    return statuses[0] as number;
  },
  sign: (ask) => ask.post(`/jobs/${ask.job}/sign`, { form: { part: "design", on: "2026-12-01", proof: "0" } }),
  "join-chargers": (ask) => ask.post(`/jobs/${ask.job}/chargers`, { form: { what: "renew", id: "nobody" } }),
  export: async (ask) => {
    const statuses = new Set<number>();
    for (const file of ["case.json", "assessment.json", "ledger.csv", "ledger.xlsx", "materials.csv", "materials.xlsx"])
      statuses.add(await ask.get(`/jobs/${ask.job}/${file}`));
    for (const file of ["prices.csv", "prices.xlsx"]) statuses.add(await ask.get(`/${file}`));
    expect(statuses.size).toBe(1);
    return [...statuses][0] as number;
  },
  "change-prices": (ask) => ask.post("/prices", { multipart: { what: "file", version: "0" } }),
  "manage-people": (ask) => ask.post("/people", { form: { what: "invite", name: "" } }),
};

interface Ask {
  job: string;
  othersPicture: string;
  get(path: string): Promise<number>;
  post(path: string, body: Parameters<APIRequestContext["post"]>[1]): Promise<number>;
  delete(path: string): Promise<number>;
  edit(operation: object): Promise<number>;
  addPicture(): Promise<{ id: string; status: number }>;
}

function asking(request: APIRequestContext, heron: Heron, job: string, othersPicture = ""): Ask {
  const headers = { Origin: heron.url };
  const at = (path: string) => `${heron.url}${path}`;
  const status = { maxRedirects: 0, headers };
  return {
    job,
    othersPicture,
    get: async (path) => (await request.get(at(path), status)).status(),
    post: async (path, body) => (await request.post(at(path), { ...status, ...body })).status(),
    delete: async (path) => (await request.delete(at(path), status)).status(),
    async edit(operation) {
      const revision = Number(
        /"revision":(\d+)/.exec(
          await (
            await request.post(at(`/jobs/${job}/edits`), {
              headers,
              data: {
                id: `rights-ahead-${Math.random()}`.replace(".", "-"),
                baseRevision: 2_000_000_000,
                patch: [operation],
              },
            })
          ).text(),
        )?.[1] ?? 0,
      );
      const data = { id: crypto.randomUUID(), baseRevision: revision, patch: [operation] };
      return (await request.post(at(`/jobs/${job}/edits`), { headers, data })).status();
    },
    async addPicture() {
      const id = crypto.randomUUID();
      const picture = { name: "a.jpg", mimeType: "image/jpeg", buffer: JPEG };
      const sent = await request.post(at(`/jobs/${job}/photos`), {
        headers,
        multipart: { id, item: "meter", takenAt: "0", picture },
      });
      return { id, status: sent.status() };
    },
  };
}

for (const role of ROLES)
  test(`an ${role} may do exactly the rights of the table`, async ({ page, other, heron }) => {
    await signInAs(other, heron, PEOPLE[role === "owner" ? "electrician" : "owner"]);
    const job = await newJob(other, heron, `Rights of the ${role}`);
    // An open job would fetch pictures that the tries take away.
    await other.goto("about:blank");
    await signInAs(page, heron, PEOPLE[role]);
    for (const right of Object.keys(RIGHTS) as Right[]) {
      const { id, status } = await asking(other.request, heron, job).addPicture();
      expect(status).toBe(200);
      const answered = await TRIES[right](asking(page.request, heron, job, id));
      const may = (RIGHTS[right] as readonly Role[]).includes(role);
      // An allowed request may still be invalid, as a price file that did not arrive.
      if (may) expect(answered, right).not.toBe(403);
      else expect(answered, right).toBe(right === "change-rules" ? 422 : 403);
    }
  });

test("controls that an apprentice may not use are hidden", async ({ page, other, heron }) => {
  await signInByButton(page, heron, PEOPLE.apprentice);
  await expect(page.getByRole("link", { name: "People" })).toHaveCount(0);
  await expect(page.getByLabel("Import a case file")).toHaveCount(0);
  const job = await newJob(page, heron, "An apprentice's job");
  await openStep(page, heron, job, "papers");
  await expect(page.getByText("An apprentice cannot issue papers")).toBeVisible();
  await expect(page.getByRole("link", { name: "Case" })).toHaveCount(0);
  // Another one's picture is looked at, the own one can go.
  await signInAs(other, heron, PEOPLE.owner);
  await asking(other.request, heron, job).addPicture();
  await asking(page.request, heron, job).addPicture();
  await openStep(page, heron, job, "survey");
  const pictures = page.getByRole("button", { name: /^Meter: picture/ });
  await expect(pictures).toHaveCount(2);
  const offered: string[] = [];
  for (const picture of await pictures.all()) {
    await picture.click();
    const dialog = page.getByRole("dialog", { name: /^Picture, taken by/ });
    await expect(dialog.getByRole("button", { name: "Done" })).toBeVisible();
    const [, takenBy] = /taken by (.*)$/.exec((await dialog.getByText(/^Picture, taken by/).textContent()) ?? "") ?? [];
    offered.push(`${takenBy}: ${await dialog.getByRole("button", { name: "Delete" }).count()}`);
    await dialog.getByRole("button", { name: "Done" }).click();
    await expect(dialog).toHaveCount(0);
  }
  expect(offered.sort()).toEqual(["Mara Quill: 0", "Tess Arbo: 1"]);
});

test.describe("an owner", () => {
  test.use({ expectedErrors: /400|401|403/ });

  test("invites a person, who sets a password and a second factor, and is made inactive while a job is open", async ({
    page,
    other,
    heron,
  }) => {
    await signInByButton(page, heron, PEOPLE.owner);
    await page.getByRole("link", { name: "People" }).click();
    await field(page, "Name").fill("Alder Finch");
    await field(page, "E-mail").fill("mara@tidewrack.example");
    await page.getByRole("button", { name: "Make an invitation link" }).click();
    await expect(page.getByText("Somebody signs in with that e-mail already")).toBeVisible();
    await expect(field(page, "Name")).toHaveValue("Alder Finch");
    await field(page, "E-mail").fill("alder@tidewrack.example");
    await page.getByRole("button", { name: "Make an invitation link" }).click();
    const link = (await page.getByRole("status").locator(".figure").textContent()) as string;
    expect(link).toMatch(new RegExp(`^${heron.url}/password/[\\w-]{43}$`));
    await page.context().grantPermissions(["clipboard-read", "clipboard-write"]);
    await page.getByRole("button", { name: "Copy the link" }).click();
    await expect(page.getByRole("button", { name: "Copied" })).toBeVisible();
    expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(link);

    await other.goto(link);
    const password = other.getByLabel("Your new password");
    await password.fill("password1234");
    await other.getByRole("button", { name: "Set the password" }).click();
    await expect(other.getByText("That is too easy to guess")).toBeVisible();
    await password.fill("seven damp otters sing");
    await other.getByRole("button", { name: "Set the password" }).click();
    await other.waitForURL(/\/sign-in$/);
    await other.goto(link);
    await expect(other.getByRole("heading", { name: "This link no longer works" })).toBeVisible();

    const signIn = async () => {
      await other.goto(`${heron.url}/sign-in?to=%2Faccount`);
      await field(other, "E-mail").fill("alder@tidewrack.example");
      await other.getByLabel("Password").fill("seven damp otters sing");
      await other.getByRole("button", { name: "Sign in" }).click();
    };
    await signIn();
    await other.waitForURL(/\/account$/);
    const key = ((await other.getByText(/^Key/).textContent()) as string).replace(/^Key|\s/g, "");
    const code = (after = 0) => new TOTP({ secret: key }).generate({ timestamp: Date.now() + after });
    await field(other, "Code").fill("000000");
    await other.getByLabel("Your password").fill("seven damp otters sing");
    await other.getByRole("button", { name: "Set it up" }).click();
    await expect(other.getByText("That code is not right")).toBeVisible();
    await expect(other.getByText(/^Key/)).toContainText(key.slice(0, 4));
    await field(other, "Code").fill(code());
    await other.getByLabel("Your password").fill("seven damp otters sing");
    await other.getByRole("button", { name: "Set it up" }).click();
    await expect(other.getByText("Write these recovery codes down")).toBeVisible();
    const recovery = (await other.getByRole("status").getByRole("listitem").first().textContent()) as string;

    await other.context().clearCookies();
    await signIn();
    await other.waitForURL(/sign-in\/code/);
    expect((await other.request.get(`${heron.url}/`, { maxRedirects: 0 })).status()).toBe(302);
    await field(other, "Code").fill(recovery);
    await other.getByRole("button", { name: "Sign in" }).click();
    await other.waitForURL(/\/account$/);

    const job = await newJob(other, heron, "Open while its person leaves");
    await page.reload();
    await page.getByRole("button", { name: "Make inactive: Alder Finch" }).click();
    await expect(page.getByText("made Alder Finch inactive")).toBeVisible();
    await expect(page.getByText("invited Alder Finch as electrician")).toBeVisible();
    await expect.poll(async () => (await other.request.get(`${heron.url}/jobs/${job}/photos`)).status()).toBe(401);
  });

  test("requires a second factor of all people: nothing else opens before", async ({ page, other, heron }) => {
    await signInAs(other, heron, "Wren Osier");
    const jobs = `${heron.url}/interval-mappings`;
    expect((await other.request.get(jobs)).status()).toBe(200);
    await other.goto(`${heron.url}/people`, { waitUntil: "commit" });
    await other.getByRole("button", { name: "Require it of everybody" }).click();
    await other.waitForURL(/\/account$/);
    await expect(other.getByText("requires two-step sign-in")).toBeVisible();
    expect((await other.request.get(jobs)).status()).toBe(403);
    // The other firm was asked for nothing.
    await signInAs(page, heron, PEOPLE.owner);
    await page.goto(`${heron.url}/people`);
    await expect(page.getByRole("button", { name: "Require it of everybody" })).toBeVisible();
    const database = await createConnection(heron.databaseUrl);
    await database.query("UPDATE firm SET asks_second_factor = 0");
    await database.end();
    expect((await other.request.get(jobs)).status()).toBe(200);
  });
});

test.describe("an open page", () => {
  test.use({ expectedErrors: /500|503/ });

  test("puts aside an edit that always fails, says so, and saves the others", async ({ page, heron }) => {
    await signInAs(page, heron, PEOPLE.owner);
    const job = await newJob(page, heron, "A job with a bad edit");
    await page.route("**/edits", (route) =>
      route.request().postData()?.includes("1234") ? route.fulfill({ status: 500, body: "fault" }) : route.continue(),
    );
    await openStep(page, heron, job, "survey");
    await field(page, "Floor area").fill("1234");
    await page.keyboard.press("Tab");
    await expect(page.getByText("One change could not be saved and was put aside")).toBeVisible({ timeout: 15_000 });
    await saved(page);
    await openStep(page, heron, job, "survey");
    await expect(page.getByText("One change could not be saved")).toBeVisible();
    await expect(field(page, "Floor area")).toHaveValue("");
    await page.unroute("**/edits");
    await page.getByRole("button", { name: "Try again" }).click();
    await saved(page);
    await expect(field(page, "Floor area")).toHaveValue(/1,?234/);
    await expect(page.getByText("could not be saved")).toHaveCount(0);
  });

  test("hears of changes again after its stream was refused", async ({ page, other, heron }) => {
    await signInAs(page, heron, PEOPLE.owner);
    const job = await newJob(page, heron, "A stream that was refused");
    await signInAs(other, heron, PEOPLE.electrician);
    let refused = 0;
    await other.route("**/events?*", (route) =>
      refused++ < 2 ? route.fulfill({ status: 503, body: "no database" }) : route.continue(),
    );
    await openStep(other, heron, job, "survey");
    await expect.poll(() => refused, { timeout: 15_000 }).toBeGreaterThan(2);
    await field(page, "Floor area").fill("1750");
    await page.keyboard.press("Tab");
    await saved(page);
    await expect(field(other, "Floor area")).toHaveValue(/1,?750/);
  });
});

/** Two people on one job, a lost line, a killed database. */
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { createConnection } from "mysql2/promise";
import { caseOf, expect, field, goToStep, newJob, openStep, saved, signInAs, test } from "./heron.ts";
import { phonePhoto } from "./pictures.ts";

test("a second person sees an edit within two seconds, without reload", async ({ page, other, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "3 Together Row");
  await signInAs(other, heron, "Jonah Pike");
  await openStep(other, heron, id, "survey");
  await field(page, "Service rating").fill("125");
  const from = Date.now();
  await expect(field(other, "Service rating")).toHaveValue("125", { timeout: 2000 });
  expect(Date.now() - from).toBeLessThan(2000);
});

test("other people are shown, and their pictures arrive without a reload", async ({ page, other, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "6 Together Row");
  await signInAs(other, heron, "Jonah Pike");
  await openStep(other, heron, id, "survey");
  await expect(page.getByText("Jonah Pike is here too")).toBeVisible();
  await expect(other.getByText("Mara Quill is here too")).toBeVisible();
  const meter = page.getByRole("button", { name: "Meter: picture", exact: true });
  await other.locator('input[data-picker="Files: Meter"]').setInputFiles({
    name: "meter.jpg",
    mimeType: "image/jpeg",
    buffer: await phonePhoto(640, 480),
  });
  await expect(meter).toBeVisible();
  await expect(page.getByText("1 taken")).toBeVisible();
  const [{ id: photo }] = (await (await page.request.get(`${heron.url}/jobs/${id}/photos`)).json()).photos;
  const marks = [
    {
      kind: "arrow",
      points: [
        [0.2, 0.2],
        [0.7, 0.6],
      ],
    },
  ];
  await other.request.patch(`${heron.url}/jobs/${id}/photos/${photo}`, {
    headers: { Origin: heron.url },
    data: { marks },
  });
  await expect(meter.locator("svg polyline").first()).toBeAttached();
  await other.goto(heron.url);
  await expect(page.getByText("is here too")).toHaveCount(0);
});

test("another person's field is marked, and what is being typed is never replaced", async ({ page, other, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "8 Together Row");
  await field(page, "Customer").fill("Before");
  await saved(page);
  await signInAs(other, heron, "Jonah Pike");
  await openStep(other, heron, id, "survey");
  await expect(page.getByText("Jonah Pike is here too")).toBeVisible();
  await field(other, "Customer").focus();
  const marked = page.locator("[data-pointer='/enquiry/customer']");
  await expect(marked).toContainText("Jonah Pike is here");
  // Mara has typed and stays in the field; what Jonah enters waits under it.
  await field(page, "Customer").pressSequentially("x");
  await saved(page);
  await expect(field(other, "Customer")).toHaveValue("Beforex");
  await field(other, "Customer").fill("Theirs");
  await saved(other);
  await expect(marked).toContainText("Changed to Theirs by somebody else");
  await expect(field(page, "Customer")).toHaveValue("Beforex");
  await field(page, "Customer").blur();
  await expect(field(page, "Customer")).toHaveValue("Theirs");
  await field(other, "Customer").blur();
  await expect(marked).not.toContainText("is here");
});

test("both keep their loads when they enter them at once", async ({ page, other, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "4 Together Row");
  await signInAs(other, heron, "Jonah Pike");
  await goToStep(page, "demand");
  await openStep(other, heron, id, "demand");
  const add = async (who: typeof page, text: string) => {
    await field(who, "Add a load").fill(text);
    await field(who, "Add a load").press("Enter");
  };
  await Promise.all([add(page, "kiln 8kw"), add(other, "sauna 6kw")]);
  for (const who of [page, other]) {
    await expect(field(who, "Nameplate of Kiln")).toHaveValue("8 kW");
    await expect(field(who, "Nameplate of Sauna")).toHaveValue("6 kW");
  }
});

test.describe("a lost line", () => {
  test.use({ expectedErrors: /Failed to load resource|ERR_INTERNET_DISCONNECTED/ });

  test("keeps what was typed, even over a reload, and sends it when it is back", async ({ page, heron, context }) => {
    await signInAs(page, heron, "Mara Quill");
    const id = await newJob(page, heron, "5 Lost Line");
    await saved(page);
    await page.route("**/edits", (route) => route.abort());
    await field(page, "Service rating").fill("175");
    await expect(page.locator("[data-saving=waiting]")).toContainText("kept here");
    await page.reload();
    await page.waitForSelector("html[data-ready=job]");
    await expect(field(page, "Service rating")).toHaveValue("175");
    await page.unroute("**/edits");
    await saved(page);
    const kept = await (await context.request.get(`${heron.url}/jobs/${id}/case.json`)).json();
    expect(kept.supply.ratingA).toBe(175);
  });

  test("with a conflict in between is settled by a person", async ({ page, other, heron }) => {
    await signInAs(page, heron, "Mara Quill");
    const id = await newJob(page, heron, "6 Conflict Row");
    await field(page, "Customer").fill("Before");
    await saved(page);
    await signInAs(other, heron, "Jonah Pike");
    await openStep(other, heron, id, "survey");
    await page.route("**/edits", (route) => route.abort());
    await field(page, "Customer").fill("Mine");
    await field(other, "Customer").fill("Theirs");
    await saved(other);
    await page.unroute("**/edits");
    // The conflict is shown at the field, and the typed text is held back.
    const asked = page.locator("[data-pointer='/enquiry/customer']");
    await expect(asked.getByText(/Jonah Pike changed the same thing while you did\./)).toBeVisible();
    await expect(page.getByText(/changed the same thing while you did/)).toHaveCount(1);
    await expect(field(page, "Customer")).toHaveValue("Mine");
    await asked.getByRole("button", { name: "Use mine" }).click();
    // Jonah is still in his field: it shows the new value once he leaves it.
    await expect(other.getByText("Changed to Mine by somebody else", { exact: false })).toBeVisible();
    await field(other, "Customer").blur();
    await expect(field(other, "Customer")).toHaveValue("Mine");
  });
});

test.describe("a killed database", () => {
  test.use({ expectedErrors: /Failed to load resource|503|ERR_INCOMPLETE_CHUNKED_ENCODING/ });

  test("loses nothing: plain words, and the edit goes up when it is back", async ({ page, heron }) => {
    await signInAs(page, heron, "Mara Quill");
    const id = await newJob(page, heron, "7 Dark Street");
    await saved(page);
    await heron.killDatabase();
    try {
      await field(page, "Service rating").fill("225");
      await expect(page.locator("[data-saving=waiting]")).toContainText("kept here");
      const list = await page.request.get(`${heron.url}/`);
      expect(list.status()).toBe(503);
      const words = await list.text();
      expect(words).toContain("The database cannot be reached");
      expect(words).not.toMatch(/at .*\.js:\d+|ECONNREFUSED/);
    } finally {
      await heron.reviveDatabase();
    }
    await expect(page.locator("[data-saving]")).toHaveText("Saved", { timeout: 15_000 });
    const kept = await (await page.request.get(`${heron.url}/jobs/${id}/case.json`)).json();
    expect(kept.supply.ratingA).toBe(225);
  });
});

test.describe("an older backup", () => {
  test.use({ expectedErrors: /Failed to load resource|ERR_/ });

  test("restored under an open page shows what it holds, and keeps what is typed afterwards", async ({
    page,
    heron,
  }) => {
    await signInAs(page, heron, "Mara Quill");
    const id = await newJob(page, heron, "8 Restored Row");
    await field(page, "Customer").fill("In the backup");
    await saved(page);
    const folder = mkdtempSync(path.join(os.tmpdir(), "heron-restore-"));
    const file = path.join(folder, "heron.backup");
    const run = (script: string) =>
      spawnSync(process.execPath, [`scripts/${script}.mjs`, file], {
        env: { ...process.env, DATABASE_URL: heron.databaseUrl },
        encoding: "utf8",
      }).stderr;
    expect(run("backup")).toBe("");
    await field(page, "Customer").fill("After the backup");
    await saved(page);

    await heron.cutLine();
    const database = await createConnection(heron.databaseUrl);
    const { pathname } = new URL(heron.databaseUrl);
    await database.query("drop database ??", [pathname.slice(1)]);
    await database.query("create database ??", [pathname.slice(1)]);
    await database.end();
    expect(run("restore")).toBe("");
    rmSync(folder, { recursive: true });
    await field(page, "Access").fill("key under the mat");
    await heron.restoreLine();
    // A restore ends all sessions.
    await signInAs(page, heron, "Mara Quill");
    await expect(page.locator("[data-saving]")).toHaveText("Saved", { timeout: 90_000 });
    await expect(field(page, "Customer")).toHaveValue("In the backup");
    await expect(field(page, "Access")).toHaveValue("key under the mat");
    expect((await caseOf(page, heron, id)).enquiry).toMatchObject({
      customer: "In the backup",
      access: "key under the mat",
    });
  });
});

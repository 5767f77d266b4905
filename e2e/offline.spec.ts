/** No signal: what is done without a line waits in the browser, survives its death, and goes up once, in order. */
import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { type BrowserContext, chromium, type Page } from "@playwright/test";
import { createConnection } from "mysql2/promise";
import sharp from "sharp";
import config from "../playwright.config.ts";
import { expect, field, type Heron, newJob, openStep, saved, signInByButton, test } from "./heron.ts";
import { phonePhoto } from "./pictures.ts";

test.use({ serviceWorkers: "allow" });

const HALF = { edits: 50, photos: 10 };

const openBrowser = (profile: string): Promise<BrowserContext> =>
  chromium.launchPersistentContext(profile, { ...config.use?.launchOptions, serviceWorkers: "allow" });

/** The browser is gone at once, as when a phone's battery dies. */
function killBrowser(profile: string) {
  const pids = execFileSync("pgrep", ["-f", `user-data-dir=${profile}`], { encoding: "utf8" })
    .split("\n")
    .filter(Boolean);
  expect(pids.length).toBeGreaterThan(0);
  for (const pid of pids)
    try {
      process.kill(Number(pid), "SIGKILL");
    } catch {
      // A helper of the browser that ended with it.
    }
}

/** Playwright may wait for ever for a browser that was killed. */
const forgetKilled = (context: BrowserContext): Promise<unknown> =>
  Promise.race([context.close().catch(() => {}), new Promise((resolve) => setTimeout(resolve, 5000))]);

async function enterDevices(page: Page, from: number, count: number) {
  const entry = page.getByRole("textbox", { name: "Add a device" });
  await entry.focus();
  for (let i = from; i < from + count; i++) {
    await page.keyboard.insertText(`20 room ${i}`);
    await page.keyboard.press("Enter");
  }
  await expect(entry).toHaveValue("");
  await expect(page.getByRole("button", { name: `Space ${from + count - 1}: Room ${from + count - 1}` })).toBeVisible();
}

async function takePhotos(page: Page, from: number, count: number) {
  const files = await Promise.all(
    Array.from({ length: count }, async (_, i) => ({
      name: `photo-${from + i}.jpg`,
      mimeType: "image/jpeg",
      buffer: await phonePhoto(400, 300, 60 + from + i),
    })),
  );
  await page.locator('input[data-picker="Files: Meter"]').setInputFiles(files);
}
const thumbnails = (page: Page) => page.getByRole("button", { name: /^Meter: picture/ });

test("100 edits and 20 photos made without a line, the browser killed in between, arrive once and in order", async ({
  heron,
}) => {
  const profile = mkdtempSync(path.join(os.tmpdir(), "heron-browser-"));
  try {
    const first = await openBrowser(profile);
    const page = first.pages()[0] as Page;
    await signInByButton(page, heron, "Mara Quill");
    const id = await newJob(page, heron, "1 Dead Spot");
    const workerState = () =>
      page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.active?.state ?? "none");
    await expect.poll(workerState, { timeout: 60_000 }).toBe("activated");
    await saved(page);
    await expect.poll(() => page.evaluate(async () => (await caches.match(location.pathname))?.status)).toBe(200);

    await heron.cutLine();
    await enterDevices(page, 1, HALF.edits);
    await takePhotos(page, 1, HALF.photos);
    await expect(thumbnails(page)).toHaveCount(HALF.photos);
    await expect(page.locator("[data-saving]")).toContainText(`(${HALF.edits})`);
    await expect(page.getByText(`${HALF.photos} waiting here for a connection`)).toBeVisible();
    killBrowser(profile);
    await forgetKilled(first);

    const second = await openBrowser(profile);
    const again = second.pages()[0] as Page;
    await again.goto(`${heron.url}/jobs/${id}/survey`);
    await expect(again.locator("[data-saving]")).toContainText(`(${HALF.edits})`);
    await expect(thumbnails(again)).toHaveCount(HALF.photos);
    await expect(again.getByRole("button", { name: `Space ${HALF.edits}: Room ${HALF.edits}` })).toBeVisible();
    await enterDevices(again, HALF.edits + 1, HALF.edits);
    await takePhotos(again, HALF.photos + 1, HALF.photos);
    await again.getByRole("button", { name: `and ${HALF.photos} more` }).click();
    await expect(thumbnails(again)).toHaveCount(2 * HALF.photos);

    // The killed browser may or may not have written its session to disk. Without one, signing in beside is enough.
    await second.clearCookies();
    await heron.restoreLine();
    const beside = await second.newPage();
    await signInByButton(beside, heron, "Mara Quill");
    await expect(again.locator("[data-saving]")).toHaveText("Saved", { timeout: 90_000 });
    await expect(again.getByText(/waiting here/)).toHaveCount(0, { timeout: 60_000 });

    const database = await createConnection(heron.databaseUrl);
    const [edits] = await database.query("select patch from edit where job_id = ? order by revision", [id]);
    const [photos] = await database.query("select id, item, picture from photo where job_id = ? order by taken_at", [
      id,
    ]);
    await database.end();
    const labels = (edits as { patch: string | object }[])
      .map((row) => JSON.stringify(row.patch))
      .flatMap((patch) => /Room \d+/.exec(patch) ?? []);
    expect(labels).toEqual(Array.from({ length: 2 * HALF.edits }, (_, i) => `Room ${i + 1}`));
    expect(edits as object[]).toHaveLength(2 * HALF.edits);
    expect(photos as object[]).toHaveLength(2 * HALF.photos);
    for (const { picture } of photos as { picture: Buffer }[]) {
      const { exif, width, height } = await sharp(picture).metadata();
      expect(exif).toBeUndefined();
      expect([width, height]).toEqual([300, 400]);
    }
    const shades = await Promise.all(
      (photos as { picture: Buffer }[]).map(
        async ({ picture }) => (await sharp(picture).stats()).channels[0]?.mean ?? 0,
      ),
    );
    expect(shades).toEqual([...shades].sort((a, b) => a - b));
    // An orderly end may wait for what the service worker still fetches.
    killBrowser(profile);
    await forgetKilled(second);
  } finally {
    // Processes of the killed browser may still write for a moment.
    rmSync(profile, { recursive: true, force: true, maxRetries: 10, retryDelay: 200 });
  }
});

test("the pages of a person who signs out are not left for the next one", async ({ page, heron }) => {
  await signInByButton(page, heron, "Mara Quill");
  await newJob(page, heron, "2 Dead Spot");
  const kept = () => page.evaluate(async () => (await caches.keys()).filter((name) => name.startsWith("heron-pages")));
  await expect.poll(kept).toContain("heron-pages");
  await page.goto(heron.url);
  await page.getByRole("button", { name: "Sign out", exact: true }).click();
  await expect(field(page, "E-mail")).toBeVisible();
  await expect.poll(kept).toEqual([]);
});

test.describe("without a connection", () => {
  test.use({ expectedErrors: /net::ERR/ });
  test("every step of a job and the list open again without a connection, also those that were reached inside Heron", async ({
    page,
    heron,
  }) => {
    await signInByButton(page, heron, "Mara Quill");
    await page
      .getByRole("link", { name: /14 Lantern Row/ })
      .first()
      .click();
    await page.waitForSelector("html[data-ready=job]");
    const steps = ["Survey", "Demand", "Need", "Ways", "Circuit", "Papers"];
    const path = page.getByRole("navigation", { name: "Steps" });
    const job = new URL(page.url()).pathname.split("/")[2];
    const stored = () =>
      page.evaluate(
        async (paths) => (await Promise.all(paths.map((p) => caches.match(p)))).filter((found) => found?.ok).length,
        ["/", ...steps.map((step) => `/jobs/${job}/${step.toLowerCase()}`)],
      );
    await expect.poll(stored).toBe(steps.length + 1);
    await heron.cutLine();
    for (const step of ["Need", "Circuit", "Papers"]) {
      await path.getByRole("link", { name: new RegExp(`^${step}`) }).click();
      await page.waitForURL(new RegExp(`/${step.toLowerCase()}$`));
      await page.reload();
      await page.waitForSelector("html[data-ready=job]");
      await expect(path.getByRole("link", { name: new RegExp(`^${step}`) })).toHaveAttribute("aria-current", "page");
    }
    await page.goto(heron.url);
    await expect(page.getByRole("link", { name: /14 Lantern Row/ }).first()).toBeVisible();
    await page.reload();
    await page
      .getByRole("link", { name: /14 Lantern Row/ })
      .first()
      .click();
    await page.waitForSelector("html[data-ready=job]");
    await heron.restoreLine();
  });
});

async function signOut(page: Page, heron: Heron) {
  await page.goto(heron.url);
  await page.getByRole("button", { name: "Sign out", exact: true }).click();
  await page.waitForURL(/sign-in/);
}

test.describe("a browser that several people use", () => {
  // A job that is open stores its steps; of another firm's person they are not found.
  test.use({ expectedErrors: /401|404|Failed to fetch|ERR_INTERNET_DISCONNECTED|net::ERR/ });

  test("sends what one person typed without a connection under that person's name alone", async ({ page, heron }) => {
    await signInByButton(page, heron, "Tess Arbo");
    const id = await newJob(page, heron, "3 Dead Spot");
    await saved(page);
    await page.context().setOffline(true);
    await field(page, "Floor area").fill("1234");
    await page.keyboard.press("Tab");
    await expect(page.locator("[data-saving]")).toContainText("(1)");
    const database = await createConnection(heron.databaseUrl);
    await database.query("delete from session where person_id = 'demo-tess'");
    await page.context().setOffline(false);
    await expect(page.locator("[data-saving]")).toContainText("Signed out", { timeout: 30_000 });

    await signInByButton(page, heron, "Jonah Pike");
    await openStep(page, heron, id, "survey");
    await expect(page.getByText("Tess Arbo: one change.")).toBeVisible();
    await expect(field(page, "Floor area")).toHaveValue("");
    await field(page, "Service rating").fill("150");
    await page.keyboard.press("Tab");
    await saved(page);
    const people = async () => {
      const [rows] = await database.query("select person_id, patch from edit where job_id = ? order by revision", [id]);
      return (rows as { person_id: string }[]).map((row) => row.person_id);
    };
    expect(await people()).toEqual(["demo-jonah"]);

    await signOut(page, heron);
    await signInByButton(page, heron, "Tess Arbo");
    await openStep(page, heron, id, "survey");
    await saved(page);
    await expect(field(page, "Floor area")).toHaveValue(/1,?234/);
    await expect(page.getByText("waits in this browser")).toHaveCount(0);
    expect(await people()).toEqual(["demo-jonah", "demo-tess"]);
    await database.end();
  });

  test("keeps an open page's changes when another person signs in beside it", async ({ page, heron }) => {
    await signInByButton(page, heron, "Tess Arbo");
    const id = await newJob(page, heron, "4 Dead Spot");
    await saved(page);
    const beside = await page.context().newPage();
    await signOut(beside, heron);
    await signInByButton(beside, heron, "Jonah Pike");
    await field(page, "Floor area").fill("1500");
    await page.keyboard.press("Tab");
    await expect(page.locator("[data-saving]")).toContainText("Somebody else is signed in");
    const database = await createConnection(heron.databaseUrl);
    const [rows] = await database.query("select id from edit where job_id = ?", [id]);
    await database.end();
    expect(rows).toEqual([]);
  });

  test("forgets pages when their session is over, and when another person comes", async ({ page, heron }) => {
    await signInByButton(page, heron, "Mara Quill");
    const id = await newJob(page, heron, "5 Dead Spot");
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    const address = `/jobs/${id}/survey`;
    const stored = (at: string) => page.evaluate(async (path) => (await caches.match(path))?.status ?? null, at);
    await expect.poll(() => stored(address)).toBe(200);

    // Another person's session, without the sign-in page.
    const [before] = await page.context().cookies();
    const signIn = await page.request.post(`${heron.url}/sign-in`, {
      headers: { Origin: heron.url },
      form: { demo: "demo-wren" },
      maxRedirects: 0,
    });
    expect(signIn.status()).toBe(302);
    expect(before).toBeDefined();
    await page.goto(heron.url);
    await expect.poll(() => stored(address)).toBeNull();

    // A session that was ended elsewhere, at the first thing the page asks.
    await signOut(page, heron);
    await signInByButton(page, heron, "Mara Quill");
    await openStep(page, heron, id, "survey");
    await expect.poll(() => stored(address)).toBe(200);
    const database = await createConnection(heron.databaseUrl);
    await database.query("delete from session where person_id = 'demo-mara'");
    await database.end();
    await field(page, "Floor area").fill("1600");
    await page.keyboard.press("Tab");
    await expect(page.locator("[data-saving]")).toContainText("Signed out");
    await expect.poll(() => stored(address)).toBeNull();
  });
});

test("Heron can be installed: manifest, icon and service worker are there", async ({ page, heron }) => {
  await signInByButton(page, heron, "Mara Quill");
  const manifest = await (await page.request.get(`${heron.url}/heron.webmanifest`)).json();
  expect(manifest).toMatchObject({ name: "Heron", start_url: "/", display: "standalone" });
  expect((await page.request.get(`${heron.url}${manifest.icons[0].src}`)).headers()["content-type"]).toMatch(/svg/);
  const state = await page.evaluate(async () => (await navigator.serviceWorker.ready).active?.state);
  expect(["activating", "activated"]).toContain(state);
});

/** Figures of the survey: drawing and dragging in a full panel, and a job with many photos. */
import type { Page } from "@playwright/test";
import type { CaseDocument, Circuit } from "#core/case/document/types.ts";
import { type Heron, openStep } from "../heron.ts";
import { noisyPhoto, phonePhoto } from "../pictures.ts";
import { benchCase } from "./core.ts";

const doubles: Circuit[] = [1, 2, 5, 6].map((position, i) => ({
  id: `d${i}`,
  label: `Range ${i}`,
  position,
  poles: 2,
  ratingA: 50,
}));
const singles: Circuit[] = Array.from({ length: 30 }, (_, i) => ({
  id: `s${i}`,
  label: `Room ${i}`,
  position: 9 + i,
  poles: 1,
  ratingA: 20,
}));

/** A sub-panel of 42 spaces with 30 one-pole and 4 two-pole devices beside an empty main panel; four spaces are free. */
export function fullPanelCase(): CaseDocument {
  const base = benchCase(20);
  const [main] = base.panels;
  if (!main) throw new Error("a case has a panel");
  const full = { id: "full", name: "Full panel", fedFrom: main.id, spaces: 42, circuits: [...doubles, ...singles] };
  return { ...base, panels: [{ ...main, circuits: [] }, full] };
}

/** Milliseconds from Undo, which brings the full panel back, to the frame that shows all its devices; median of 9. */
export async function panelDrawMs(page: Page, heron: Heron, job: string): Promise<number> {
  await openStep(page, heron, job, "survey");
  const times: number[] = [];
  for (let i = 0; i < 9; i++) {
    await page.getByRole("button", { name: "Remove this panel" }).click();
    await page.locator("[data-device]").first().waitFor({ state: "detached" });
    times.push(
      await page.evaluate(async () => {
        const undo = [...document.querySelectorAll("button")].find((b) => b.textContent === "Undo");
        const from = performance.now();
        undo?.click();
        while (document.querySelectorAll("[data-device]").length < 34)
          await new Promise((r) => requestAnimationFrame(r));
        await new Promise((r) => requestAnimationFrame(r));
        return performance.now() - from;
      }),
    );
  }
  return Number(times.sort((a, b) => a - b)[4]?.toFixed(1));
}

/** Frames a second while a device is dragged to and fro over the panel for about two seconds. */
export async function dragFramesPerSecond(page: Page, heron: Heron, job: string): Promise<number> {
  await openStep(page, heron, job, "survey");
  const device = page.locator('[data-device="s3"]').first();
  await device.scrollIntoViewIfNeeded();
  const box = await device.boundingBox();
  if (!box) throw new Error("the device is not drawn");
  await page.mouse.move(box.x + 40, box.y + 12);
  await page.waitForSelector('[data-device="s3"][data-dragging]');
  await page.mouse.down();
  await page.mouse.move(box.x + 50, box.y + 20, { steps: 4 });
  const counting = page.evaluate(async () => {
    const from = performance.now();
    let frames = 0;
    while (performance.now() - from < 2000) {
      await new Promise((r) => requestAnimationFrame(r));
      frames++;
    }
    return frames / ((performance.now() - from) / 1000);
  });
  const until = Date.now() + 1900;
  for (let i = 0; Date.now() < until; i++)
    await page.mouse.move(box.x + 60 + 100 * Math.sin(i / 9), box.y + 20 + 110 * Math.cos(i / 13));
  const perSecond = await counting;
  await page.mouse.up();
  return Number(perSecond.toFixed(1));
}

/** Milliseconds from the navigation until a job of 200 photos is painted, and until the page is live; medians. */
export async function openWith200PhotosMs(page: Page, heron: Heron, job: string) {
  const { keepPicture } = await import("#server/pictures.ts");
  const { photosOf } = await import("#server/job-photos.ts");
  const kept = await keepPicture(await phonePhoto(1600, 1200));
  if (!kept) throw new Error("not a picture");
  const photos = photosOf("tidewrack");
  for (let i = 0; i < 200; i++)
    await photos.add(job, "demo-mara", {
      ...kept,
      id: `bench-${i}`.padEnd(12, "-"),
      item: i % 2 ? "meter" : "route",
      about: null,
      caption: "",
      takenAt: new Date(i),
    });
  // The page itself notes when it is live: each question of the browser's driver takes time of the page.
  await page.addInitScript(() => {
    new MutationObserver(() => performance.mark("live")).observe(document, {
      subtree: true,
      attributes: true,
      attributeFilter: ["data-ready"],
    });
  });
  const opened: { shownMs: number; liveMs: number }[] = [];
  for (let i = 0; i < OPENED; i++) {
    await page.goto("about:blank");
    await page.goto(`${heron.url}/jobs/${job}/survey#pictures`, { waitUntil: "commit" });
    await page.waitForSelector("html[data-ready=job]");
    await page.getByText("200 taken").waitFor();
    opened.push(
      await page.evaluate(() => ({
        shownMs: Math.round(performance.getEntriesByName("first-contentful-paint")[0]?.startTime ?? Number.NaN),
        liveMs: Math.round(performance.getEntriesByName("live")[0]?.startTime ?? Number.NaN),
      })),
    );
  }
  const middle = (of: "shownMs" | "liveMs") => opened.map((o) => o[of]).sort((a, b) => a - b)[OPENED >> 1];
  return { shownMs: middle("shownMs"), liveMs: middle("liveMs") };
}
/** Times that a page is opened; the one in the middle is reported. */
const OPENED = 5;

/** Milliseconds from choosing a photo of 12 megapixels until it is ready, stored and shown. */
export async function photoReadyMs(page: Page, heron: Heron, job: string): Promise<number> {
  await openStep(page, heron, job, "survey");
  await page.evaluate(() => {
    const watch = new MutationObserver(() => {
      if (document.querySelector('button[aria-label^="Parking: picture"]')) performance.mark("kept");
    });
    watch.observe(document.body, { subtree: true, childList: true });
    document
      .querySelector('input[data-picker="Files: Parking"]')
      ?.addEventListener("change", () => performance.mark("given"), true);
  });
  const buffer = await noisyPhoto(4000, 3000);
  await page
    .locator('input[data-picker="Files: Parking"]')
    .setInputFiles({ name: "large.jpg", mimeType: "image/jpeg", buffer });
  await page.locator('button[aria-label^="Parking: picture"]').first().waitFor();
  // No named function in here: it would not survive the way into the page.
  const [given = Number.NaN, kept = Number.NaN] = await page.evaluate(() =>
    ["given", "kept"].map((name) => performance.getEntriesByName(name)[0]?.startTime),
  );
  return Math.round(kept - given);
}

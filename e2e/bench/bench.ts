/**
 * `npm run bench`: the figures Heron promises, measured on this machine and printed as JSON. Needs a build.
 * Server times are of whole answers, rendering included, asked for over loopback one after the other.
 */
import { spawnSync } from "node:child_process";
import { chromium, type Page } from "@playwright/test";
import config from "../../playwright.config.ts";
import { Heron, openStep, signInAs } from "../heron.ts";
import { assess40LoadsMs, benchCase } from "./core.ts";

const JOBS = 2000;

const median = (times: number[]) => Number([...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]?.toFixed(1));

/** Median milliseconds of whole answers, after some to warm up. */
async function answerMs(page: Page, url: string, runs = 40): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < runs + 10; i++) {
    const from = performance.now();
    await (await page.request.get(url)).body();
    if (i >= 10) times.push(performance.now() - from);
  }
  return median(times);
}

/** Gzip bytes of the scripts that the job page has fetched. */
async function scriptKilobytes(page: Page): Promise<number> {
  const sizes = await page.evaluate(() =>
    performance
      .getEntriesByType("resource")
      .filter((e) => /\.js$/.test(new URL(e.name).pathname))
      .map((e) => (e as PerformanceResourceTiming).encodedBodySize),
  );
  return Math.round(sizes.reduce((a, b) => a + b, 0) / 1000);
}

/** Median milliseconds from a keystroke in the supply rating to the frame that shows the new waterline. */
async function editToPaintMs(page: Page): Promise<number> {
  return median(
    await page.evaluate(async () => {
      const input = [...document.querySelectorAll("input")].find((i) =>
        i.closest("div")?.parentElement?.textContent?.includes("Service rating"),
      );
      const picture = document.querySelector("svg[role=img]");
      if (!input || !picture) throw new Error("no field or no waterline");
      const setter = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
      const times: number[] = [];
      for (let i = 0; i < 30; i++) {
        const before = document.querySelectorAll("svg[role=img]")[0]?.getAttribute("aria-label");
        const from = performance.now();
        setter?.call(input, String(150 + i));
        input.dispatchEvent(new Event("input", { bubbles: true }));
        do await new Promise((resolve) => requestAnimationFrame(resolve));
        while (document.querySelectorAll("svg[role=img]")[0]?.getAttribute("aria-label") === before);
        await new Promise((resolve) => requestAnimationFrame(resolve));
        times.push(performance.now() - from);
        await new Promise((resolve) => setTimeout(resolve, 60));
      }
      return times;
    }),
  );
}

function commandLineMs(): number {
  const input = JSON.stringify(benchCase(40));
  const times = Array.from({ length: 5 }, () => {
    const from = performance.now();
    const { status } = spawnSync("npm", ["run", "--silent", "assess", "--", "-"], { input });
    if (status !== 0) throw new Error("assess failed");
    return performance.now() - from;
  });
  return median(times);
}

async function fillJobs(url: string) {
  process.env.DATABASE_URL = url;
  const { jobsOf } = await import("../../app/server/firm-jobs.ts");
  const { closeDatabase } = await import("../../app/server/database.ts");
  const jobs = jobsOf("tidewrack");
  for (let i = 0; i < JOBS; i += 20)
    await Promise.all(
      Array.from({ length: 20 }, (_, k) => jobs.create({ ...benchCase(20), title: `${i + k} Bench Street` })),
    );
  await closeDatabase();
}

const heron = await Heron.start();
const browser = await chromium.launch(config.use?.launchOptions);
try {
  await fillJobs(heron.databaseUrl);
  const page = await browser.newPage();
  await signInAs(page, heron, "Mara Quill");
  const job = `${heron.url}/jobs/tidewrack-lantern-row/survey`;
  await openStep(page, heron, "tidewrack-lantern-row", "survey");
  await page.waitForLoadState("load");
  const jobPageScriptKB = await scriptKilobytes(page);
  const figures = {
    assess40LoadsMedianMs: assess40LoadsMs(),
    editToRepaintedWaterlineMedianMs: await editToPaintMs(page),
    listOf2000JobsAnswerMedianMs: await answerMs(page, `${heron.url}/`),
    jobPageAnswerMedianMs: await answerMs(page, job),
    jobPageScriptGzipKB: jobPageScriptKB,
    commandLineMedianMs: commandLineMs(),
  };
  console.log(JSON.stringify(figures, null, 1));
} finally {
  await browser.close();
  await heron.stop();
}

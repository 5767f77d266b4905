/**
 * `npm run bench`: the figures Heron promises, measured on this machine and printed as JSON. Needs a build.
 * Server times are of whole answers, rendering included, asked for over loopback one after the other.
 */
import { spawnSync } from "node:child_process";
import http from "node:http";
import { chromium, type Page } from "@playwright/test";
import config from "../../playwright.config.ts";
import { Heron, importCase, newJob, openStep, signInAs } from "../heron.ts";
import {
  assess40LoadsMs,
  assess60Loads3PanelsMs,
  assessAllStartsMs,
  assessLargestHomeMs,
  bandMs,
  benchCase,
  calculate60Loads3PanelsMs,
  reachMs,
  sizeOneRouteMs,
} from "./core.ts";
import { energyFigures } from "./energy.ts";
import { jobsFigures } from "./jobs.ts";
import { largestFigures } from "./largest.ts";
import { fiveWaysCase, nightsFigures } from "./nights.ts";
import { type PageFigures, pageFigures } from "./pages.ts";
import { papersFigures } from "./papers.ts";
import { dragFramesPerSecond, fullPanelCase, openWith200PhotosMs, panelDrawMs, photoReadyMs } from "./survey.ts";
import { inWorkers, whatIfFramesPerSecond } from "./ways.ts";

const JOBS = 2000;

const median = (times: number[]) => Number([...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]?.toFixed(1));

/** One whole answer over a connection that stays, packed as a browser asks for it; nothing is unpacked. */
const wholeAnswer = (url: string, cookie: string, agent: http.Agent): Promise<void> =>
  new Promise((resolve, reject) => {
    http
      .get(url, { agent, headers: { cookie, "accept-encoding": "gzip" } }, (answer) => {
        if (answer.statusCode !== 200) reject(new Error(`${url} answered ${answer.statusCode}`));
        answer.on("data", () => {}).on("end", resolve);
      })
      .on("error", reject);
  });

/**
 * Median milliseconds of whole answers to the person of a page, after some to warm up. Plain HTTP asks for them: the
 * browser's driver and `fetch` take 5 to 10 ms of the processor for each answer themselves.
 */
async function answerMs(page: Page, urlOf: (n: number) => string, runs = 40): Promise<number> {
  const cookie = (await page.context().cookies()).map(({ name, value }) => `${name}=${value}`).join("; ");
  const agent = new http.Agent({ keepAlive: true });
  const times: number[] = [];
  for (let i = 0; i < runs + 10; i++) {
    const from = performance.now();
    await wholeAnswer(urlOf(i), cookie, agent);
    if (i >= 10) times.push(performance.now() - from);
  }
  agent.destroy();
  return median(times);
}

interface TypingFigures {
  medianMs: number;
  p95FrameMs: number;
}

/**
 * Types into the field found by its label, again and again, and measures from each keystroke to the frame after the
 * one that shows the new waterline, and the frames meanwhile.
 */
async function typing(page: Page, label: string, values: string[]): Promise<TypingFigures> {
  const measured = await page.getByRole("textbox", { name: label, exact: true }).evaluate(async (element, typed) => {
    const input = element as HTMLInputElement;
    const setter = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
    const times: number[] = [];
    const frames: number[] = [];
    for (const value of typed) {
      const before = document.querySelector("svg[role=img]")?.getAttribute("aria-label");
      const from = performance.now();
      let frame = from;
      setter?.call(input, value);
      input.dispatchEvent(new Event("input", { bubbles: true }));
      do {
        await new Promise((resolve) => requestAnimationFrame(resolve));
        frames.push(performance.now() - frame);
        frame = performance.now();
        if (frame - from > 3000) throw new Error(`the waterline did not follow "${value}": ${before}`);
      } while (document.querySelector("svg[role=img]")?.getAttribute("aria-label") === before);
      await new Promise((resolve) => requestAnimationFrame(resolve));
      times.push(performance.now() - from);
      for (let i = 0; i < 6; i++) {
        frame = performance.now();
        await new Promise((resolve) => requestAnimationFrame(resolve));
        frames.push(performance.now() - frame);
      }
    }
    return { times, frames };
  }, values);
  const frames = [...measured.frames].sort((a, b) => a - b);
  return { medianMs: median(measured.times), p95FrameMs: Number(frames[Math.floor(frames.length * 0.95)]?.toFixed(1)) };
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

async function fillJobs() {
  const { jobsOf } = await import("#server/firm-jobs.ts");
  const jobs = jobsOf("tidewrack");
  for (let i = 0; i < JOBS; i += 20)
    await Promise.all(
      Array.from({ length: 20 }, (_, k) => jobs.create({ ...benchCase(20), title: `${i + k} Bench Street` })),
    );
}

const heron = await Heron.start();
process.env.DATABASE_URL = heron.databaseUrl;
const { closeDatabase } = await import("#server/database.ts");
const { endWork } = await import("#server/work.ts");
const browser = await chromium.launch(config.use?.launchOptions);
/**
 * `npm run bench -- nights`: interval data and the replay alone; `-- jobs`: a firm with very many jobs alone;
 * `-- answers`: the list and a job as the server answers alone; `-- largest`: the largest lawful home;
 * `-- energy`: a year of a thousand chargers by month, and ten minutes of a live chart.
 */
const [, , only] = process.argv;

/** Whole answers of the server. No page is open meanwhile, as its workers would take the processor from the server. */
async function answers(page: Page) {
  await page.goto("about:blank");
  const survey = `${heron.url}/jobs/tidewrack-lantern-row/survey`;
  return {
    listOf2000JobsAnswerMedianMs: await answerMs(page, () => `${heron.url}/`),
    // Rendered anew each time: the address is a part of what a rendered page is stored by.
    jobPageRenderedMedianMs: await answerMs(page, (n) => `${survey}?opening=${n}`),
    jobPageStoredMedianMs: await answerMs(page, () => survey),
  };
}

async function nights(page: Page) {
  return nightsFigures(browser, page, heron, await importCase(page, heron, fiveWaysCase()));
}

/** Parts of the bench that can be run alone, by their names on the command line. */
const ALONE = new Map<string, (page: Page) => Promise<unknown>>([
  ["nights", nights],
  ["jobs", (page) => jobsFigures(page, heron)],
  ["largest", (page) => largestFigures(page, heron)],
  ["energy", (page) => energyFigures(page, heron)],
  ["papers", (page) => papersFigures(browser, page, heron)],
  ["answers", (page) => fillJobs().then(() => answers(page))],
]);

async function everything(page: Page) {
  await fillJobs();
  const pages: Record<string, PageFigures> = { signIn: await pageFigures(browser, page, `${heron.url}/sign-in`) };
  await signInAs(page, heron, "Mara Quill");
  pages.list = await pageFigures(browser, page, `${heron.url}/`);
  for (const step of ["survey", "demand", "ways"])
    pages[step] = await pageFigures(browser, page, `${heron.url}/jobs/tidewrack-lantern-row/${step}`);
  await openStep(page, heron, "tidewrack-lantern-row", "survey");
  await newJob(page, heron, "Bench Street");
  const supply = await typing(
    page,
    "Service rating",
    Array.from({ length: 30 }, (_, i) => String(150 + i)),
  );
  const nameplates = Array.from({ length: 30 }, (_, i) => `${5 + i / 10} kW`);
  await openStep(page, heron, "tidewrack-lantern-row", "demand");
  const small = await typing(page, "Nameplate of Range", nameplates);
  await openStep(page, heron, await importCase(page, heron, benchCase(200)), "demand");
  const large = await typing(page, "Nameplate of range 0", nameplates);
  const panelJob = await importCase(page, heron, fullPanelCase());
  const survey = {
    panelOf42DrawnMedianMs: await panelDrawMs(page, heron, panelJob),
    panelOf42DragFramesPerSecond: await dragFramesPerSecond(page, heron, panelJob),
    photoOf12MegapixelsReadyMs: await photoReadyMs(page, heron, await importCase(page, heron, benchCase(20))),
    openWith200Photos: await openWith200PhotosMs(page, heron, panelJob),
  };
  const job40 = await importCase(page, heron, benchCase(40));
  const ways = {
    whatIfFramesPerSecond: await whatIfFramesPerSecond(page, heron, job40),
    inWorkers: await inWorkers(page, heron, job40),
  };
  return {
    pages,
    ...survey,
    ...ways,
    bandOf40MetresMs: bandMs(),
    sizeOneRouteMedianMs: sizeOneRouteMs(),
    reach2x2x2MedianMs: reachMs(),
    assess40LoadsMedianMs: assess40LoadsMs(),
    calculate60Loads3PanelsMedianMs: calculate60Loads3PanelsMs(),
    assess60Loads3PanelsMedianMs: assess60Loads3PanelsMs(),
    assess40Loads3StartsMedianMs: assessAllStartsMs(3),
    assess40Loads12StartsMedianMs: assessAllStartsMs(12),
    assessLargestHomeMedianMs: assessLargestHomeMs(),
    editToRepaintedWaterlineMedianMs: supply.medianMs,
    ledgerOf8KeystrokeToRepaintMedianMs: small.medianMs,
    ledgerOf200KeystrokeToRepaintMedianMs: large.medianMs,
    ledgerOf200P95FrameWhileTypingMs: large.p95FrameMs,
    ...(await answers(page)),
    commandLineMedianMs: commandLineMs(),
    nights: await nights(page),
    papers: await papersFigures(browser, page, heron),
    manyJobs: await jobsFigures(page, heron),
  };
}

try {
  const page = await browser.newPage();
  if (only) await signInAs(page, heron, "Mara Quill");
  const figures = await (ALONE.get(only ?? "") ?? everything)(page);
  await Promise.all([closeDatabase(), endWork()]);
  console.log(JSON.stringify(figures, null, 1));
} finally {
  await browser.close();
  await heron.stop();
}

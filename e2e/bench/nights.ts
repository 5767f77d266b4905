/** Reading a year of interval data in the page, and replaying nights: on one core, and two hundred years in workers. */

import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import { type Browser, expect, type Page } from "@playwright/test";
import Papa from "papaparse";
import { SaxesParser } from "saxes";
import type { CaseDocument } from "#core/case/document/types.ts";
import { readIntervalFile } from "#core/energy/intervals/formats/read.ts";
import { USUAL_OPTIONS } from "#core/energy/replay/options.ts";
import { replayWay } from "#core/energy/replay/replay.ts";
import { stageOf } from "#core/energy/replay/stage.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { waysToReplay } from "#core/explore/ways-to-replay.ts";
import { necConventions } from "#core/rules/nec/conventions.ts";
import { usCase } from "#core/testing/cases.ts";
import { type Heron, openStep } from "../heron.ts";

const YEAR_MINUTES = 525_600;

function yearOfMinutes(): string {
  const rows = ["start,kW"];
  for (let i = 0; i < YEAR_MINUTES; i++)
    rows.push(
      `${new Date(Date.UTC(2025, 0, 1) + i * 60_000).toISOString().slice(0, 16)},${(0.3 + ((i * 7919) % 1000) / 500).toFixed(3)}`,
    );
  return `${rows.join("\n")}\n`;
}

function yearOfGreenButton(): string {
  const readings = Array.from(
    { length: 35_040 },
    (_, i) =>
      `<espi:IntervalReading><espi:timePeriod><espi:duration>900</espi:duration><espi:start>${1_735_689_600 + i * 900}</espi:start></espi:timePeriod><espi:value>${100 + ((i * 37) % 900)}</espi:value></espi:IntervalReading>`,
  );
  return `<?xml version="1.0"?><feed xmlns="http://www.w3.org/2005/Atom" xmlns:espi="http://naesb.org/espi"><entry><content><espi:ReadingType><espi:powerOfTenMultiplier>0</espi:powerOfTenMultiplier><espi:uom>72</espi:uom></espi:ReadingType></content></entry><entry><content><espi:IntervalBlock>${readings.join("\n")}</espi:IntervalBlock></content></entry></feed>`;
}

const median = (times: number[]): number => Math.round([...times].sort((a, b) => a - b)[times.length >> 1] ?? 0);
// Garbage of one run must not be collected during the next.
setFlagsFromString("--expose-gc");
const clear = runInNewContext("gc") as () => void;
const timed = (work: () => unknown): number => {
  clear();
  const from = performance.now();
  work();
  return performance.now() - from;
};

/** Reading against the bare parser, by turns in the same run; medians of nine, ms. */
function readingAgainstParserMs() {
  const [csv, xml] = [yearOfMinutes(), yearOfGreenButton()];
  const ran = { csvBare: [] as number[], csv: [] as number[], xmlBare: [] as number[], xml: [] as number[] };
  for (let i = 0; i < 9; i++) {
    ran.csvBare.push(timed(() => Papa.parse(csv, { delimiter: "," })));
    ran.csv.push(timed(() => readIntervalFile(csv, necConventions)));
    ran.xmlBare.push(
      timed(() => {
        const parser = new SaxesParser({ position: true });
        parser.on("text", () => {});
        parser.write(xml).close();
      }),
    );
    ran.xml.push(timed(() => readIntervalFile(xml, necConventions)));
  }
  return Object.fromEntries(Object.entries(ran).map(([name, times]) => [name, median(times)]));
}

/** One managed way over one made-up year in steps of 10 s, simulation alone; median of nine. */
function replayYear(): { yearMs: number; stepsPerSecond: number } {
  const document = usCase();
  const [way] = waysToReplay(document, DEMO_BOOKS.USD).filter((w) => w.managed);
  if (!way) throw new Error("no managed way");
  const stage = stageOf(document, USUAL_OPTIONS, null);
  const yearMs = median(Array.from({ length: 9 }, () => timed(() => replayWay(stage, way, USUAL_OPTIONS))));
  return { yearMs, stepsPerSecond: Math.round(stage.house.grid.steps / (yearMs / 1000)) };
}

/** Memory of the browser's tabs with their workers, MB: the largest of its renderers. */
async function tabMB(browser: Browser): Promise<number> {
  const session = await browser.newBrowserCDPSession();
  const { processInfo } = await session.send("SystemInfo.getProcessInfo");
  await session.detach();
  const sizes = processInfo
    .filter((p) => p.type === "renderer")
    .map((p) => Number(readFileSync(`/proc/${p.id}/status`, "utf8").match(/RssAnon:\s+(\d+)/)?.[1] ?? 0) / 1024);
  return Math.round(Math.max(...sizes));
}

const watchTasks = (page: Page) =>
  page.evaluate(() => {
    const kept = window as unknown as { longest: number };
    kept.longest = 0;
    new PerformanceObserver((list) => {
      for (const task of list.getEntries()) kept.longest = Math.max(kept.longest, task.duration);
    }).observe({ type: "longtask" });
  });
const longestTask = (page: Page) => page.evaluate(() => Math.round((window as unknown as { longest: number }).longest));

/** From a file that is picked to its sheet, ms. */
async function importMs(page: Page, name: string, text: string): Promise<number> {
  const measured = page.locator("#measured");
  // A file of the disk, as a person picks it: nothing of it goes through the page before the worker reads it.
  const folder = mkdtempSync(path.join(os.tmpdir(), "heron-bench-"));
  const file = path.join(folder, name);
  writeFileSync(file, text);
  const from = performance.now();
  await measured.getByLabel("File of interval data").setInputFiles(file);
  await measured.getByRole("article", { name }).waitFor();
  const ms = Math.round(performance.now() - from);
  rmSync(folder, { recursive: true });
  return ms;
}

export async function nightsFigures(browser: Browser, page: Page, heron: Heron, fiveWays: string) {
  await openStep(page, heron, "tidewrack-lantern-row", "demand");
  const measured = page.locator("#measured");
  await measured.getByRole("button", { name: "Files and recorders" }).click();
  await measured.getByRole("button", { name: "Read a file" }).waitFor();
  await watchTasks(page);
  const csvMs = await importMs(page, "year.csv", yearOfMinutes());
  const longestTaskMs = await longestTask(page);
  const greenButtonMs = await importMs(page, "year.xml", yearOfGreenButton());
  const afterImportMB = await tabMB(browser);

  await openStep(page, heron, fiveWays, "ways");
  const nights = page.locator("#nights");
  await nights.getByRole("button", { name: "Look at real nights" }).click();
  await nights.getByRole("combobox", { name: "Years" }).click();
  await page.getByTitle("200", { exact: true }).click();
  const from = performance.now();
  await nights.getByRole("button", { name: "Replay the nights" }).click();
  let mostMB = 0;
  const table = nights.getByRole("table", { name: "What each way gives in a year" });
  while (!(await table.isVisible())) {
    mostMB = Math.max(mostMB, await tabMB(browser));
    await page.waitForTimeout(250);
  }
  const replay200Ms = Math.round(performance.now() - from);
  await expect(nights.getByText("Share of the time for which each current is drawn or exceeded")).toBeVisible();
  return {
    csvOf525600RowsMs: csvMs,
    longestTaskWhileReadingMs: longestTaskMs,
    greenButtonYearMs: greenButtonMs,
    tabAfterReadingMB: afterImportMB,
    waysReplayed: await table
      .getByRole("row")
      .count()
      .then((n) => n - 1),
    replay200YearsMs: replay200Ms,
    tabWhileReplayingMB: mostMB,
    tabAfterReplayMB: await tabMB(browser),
    readingAgainstParserMs: readingAgainstParserMs(),
    replayOneYear: replayYear(),
  };
}

/** A home of the demo with a charger-ready stub beside what it has: five ways can be taken. */
export function fiveWaysCase(): CaseDocument {
  const document = JSON.parse(readFileSync("db/demo/osier-sluice-road.case.json", "utf8"));
  document.title = "Five ways";
  document.panels[0].circuits.push({
    id: "stub",
    label: "Charger, ready",
    poles: 1,
    ratingA: 40,
    conductor: { size: "10 mm2", material: "cu", type: "twin-earth" },
    status: "charger-ready",
    loads: [],
  });
  return document;
}

/** How the sheet of ways moves while one tries what would be, and while thousands of plans are worked out. */
import { expect, type Page } from "@playwright/test";
import { type Heron, openStep } from "../heron.ts";

const MOVES = 60;

/** Frames a second while the slider of the charging current is moved step by step, each step recomputed and painted. */
export async function whatIfFramesPerSecond(page: Page, heron: Heron, jobId: string): Promise<number> {
  await openStep(page, heron, jobId, "ways");
  await page.getByText("What if ...").click();
  return page.getByRole("slider", { name: /^Largest charging current/ }).evaluate(async (slider, moves) => {
    let key = "ArrowLeft";
    await new Promise((done) => requestAnimationFrame(done));
    const from = performance.now();
    for (let i = 0; i < moves; i++) {
      if (slider.ariaValueNow === slider.ariaValueMin) key = "ArrowRight";
      if (slider.ariaValueNow === slider.ariaValueMax) key = "ArrowLeft";
      // The slider of Ant Design reads the code of a key.
      const keyCode = key === "ArrowLeft" ? 37 : 39;
      slider.dispatchEvent(new KeyboardEvent("keydown", { key, keyCode, bubbles: true }));
      await new Promise((done) => requestAnimationFrame(done));
    }
    return Number(((1000 * moves) / (performance.now() - from)).toFixed(1));
  }, MOVES);
}

export interface InWorkers {
  /** Time for all looks with their draws: with new threads, and as the median after three edits, ms. */
  looksMs: { first: number; again: number };
  looksAndDrawsMs: { first: number; again: number };
  plans: number;
  plansMs: number;
  /** Longest task of the page's main thread until the list is shown, and until its chart is drawn, ms; 0 below 50. */
  longestTaskMs: { whileComputing: number; withChart: number };
}

/** Times as the page wrote them to the browser's timeline under a name, in their order, ms. */
async function timesOf(page: Page, name: string, count: number): Promise<number[]> {
  const times = () => page.evaluate((n) => performance.getEntriesByName(n).map((e) => Math.round(e.duration)), name);
  await expect.poll(async () => (await times()).length, { timeout: 20_000 }).toBeGreaterThanOrEqual(count);
  return times();
}

/** The first, and the median of the three that come after. */
const firstAndAgain = ([first = 0, ...others]: readonly number[]) => ({
  first,
  again: [...others].sort((a, b) => a - b)[1] ?? 0,
});

export async function inWorkers(page: Page, heron: Heron, jobId: string): Promise<InWorkers> {
  await openStep(page, heron, jobId, "ways");
  await page.locator("#looks").scrollIntoViewIfNeeded();
  await timesOf(page, "heron-draws", 1);
  for (const [i, policy] of ["Soonest", "Most current", "Least work"].entries()) {
    await page.getByRole("radio", { name: policy }).check();
    await timesOf(page, "heron-draws", i + 2);
  }
  const looksMs = firstAndAgain(await timesOf(page, "heron-looks", 4));
  const looksAndDrawsMs = firstAndAgain(await timesOf(page, "heron-draws", 4));
  await page.evaluate(() => {
    const kept = window as unknown as { longest: number };
    kept.longest = 0;
    new PerformanceObserver((list) => {
      for (const task of list.getEntries()) kept.longest = Math.max(kept.longest, task.duration);
    }).observe({ type: "longtask" });
  });
  const longestTaskMs = () => page.evaluate(() => Math.round((window as unknown as { longest: number }).longest));
  const asked = performance.now();
  await page.getByRole("button", { name: "Work them out" }).click();
  const told = page.getByText(/not beaten by any other/);
  await told.waitFor();
  const plansMs = Math.round(performance.now() - asked);
  const whileComputing = await longestTaskMs();
  // A chart is drawn where three plans or more are unbeaten.
  if (!/; [12] (is|are) not beaten/.test((await told.textContent()) ?? ""))
    await page.locator(".js-plotly-plot .main-svg").first().waitFor();
  await page.waitForTimeout(500);
  return {
    looksMs,
    looksAndDrawsMs,
    plans: Number(((await told.textContent()) ?? "").replace(/ plans.*/s, "").replaceAll(",", "")),
    plansMs,
    longestTaskMs: { whileComputing, withChart: await longestTaskMs() },
  };
}

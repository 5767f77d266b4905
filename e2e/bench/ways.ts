/** How the sheet of ways moves while one tries what would be, and while thousands of plans are worked out. */
import type { Page } from "@playwright/test";
import { type Heron, openStep } from "../heron.ts";

const MOVES = 60;

/** Frames a second while the slider of the charging current is dragged, each move recomputed and painted. */
export async function whatIfFramesPerSecond(page: Page, heron: Heron, jobId: string): Promise<number> {
  await openStep(page, heron, jobId, "ways");
  await page.getByText("What if ...").click();
  return page.getByLabel(/^Largest charging current/).evaluate(async (slider: HTMLInputElement, moves) => {
    const setter = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
    await new Promise((done) => requestAnimationFrame(done));
    const from = performance.now();
    for (let i = 0; i < moves; i++) {
      setter?.call(slider, String(i % Number(slider.max)));
      slider.dispatchEvent(new Event("input", { bubbles: true }));
      await new Promise((done) => requestAnimationFrame(done));
    }
    return Number(((1000 * moves) / (performance.now() - from)).toFixed(1));
  }, MOVES);
}

export interface InWorkers {
  /** From opening the step until what looks can turn is shown, ms. */
  looksMs: number;
  plans: number;
  plansMs: number;
  /** Longest task of the page's own thread meanwhile, ms; 0 where none was over 50. */
  longestTaskMs: number;
}

export async function inWorkers(page: Page, heron: Heron, jobId: string): Promise<InWorkers> {
  await openStep(page, heron, jobId, "ways");
  const opened = performance.now();
  await page.locator("#looks [aria-busy=false]").waitFor();
  const looksMs = Math.round(performance.now() - opened);
  await page.evaluate(() => {
    const kept = window as unknown as { longest: number };
    kept.longest = 0;
    new PerformanceObserver((list) => {
      for (const task of list.getEntries()) kept.longest = Math.max(kept.longest, task.duration);
    }).observe({ type: "longtask" });
  });
  const asked = performance.now();
  await page.getByRole("button", { name: "Work them out" }).click();
  const told = page.getByText(/beaten by no other/);
  await told.waitFor();
  const plansMs = Math.round(performance.now() - asked);
  return {
    looksMs,
    plans: Number(((await told.textContent()) ?? "").replace(/ plans.*/s, "").replaceAll(",", "")),
    plansMs,
    longestTaskMs: await page.evaluate(() => Math.round((window as unknown as { longest: number }).longest)),
  };
}

/** What the pages weigh, and how soon they are painted and live on a slow machine. */
import type { Browser, Page } from "@playwright/test";

/** Kilobytes over the line; styles and scripts also as they are unpacked. */
export interface PageFigures {
  pageKB: number;
  pageGzipKB: number;
  inlineStylesKB: number;
  stylesKB: number;
  stylesGzipKB: number;
  scriptsKB: number;
  scriptsGzipKB: number;
  /** With the processor slowed four times, nothing kept from before: first contentful paint, and live. */
  firstPaintMs: number;
  liveMs: number;
}

const kB = (bytes: number) => Math.round(bytes / 100) / 10;

/** The scripts, styles and times of a page that is opened by somebody who has never been here, signed in already. */
export async function pageFigures(browser: Browser, signedIn: Page, url: string, runs = 3): Promise<PageFigures> {
  const all: PageFigures[] = [];
  for (let i = 0; i < runs; i++) {
    const context = await browser.newContext({
      storageState: await signedIn.context().storageState(),
      serviceWorkers: "block",
    });
    const page = await context.newPage();
    const session = await context.newCDPSession(page);
    await session.send("Emulation.setCPUThrottlingRate", { rate: 4 });
    await page.addInitScript(() => {
      new MutationObserver((_, seen) => {
        if (document.documentElement?.dataset.live === undefined) return;
        Object.assign(window, { liveAt: performance.now() });
        seen.disconnect();
      }).observe(document, { subtree: true, attributes: true });
    });
    await page.goto(url, { waitUntil: "load" });
    await page.waitForFunction(() => "liveAt" in window);
    all.push(
      await page.evaluate(() => {
        const [main] = performance.getEntriesByType("navigation") as PerformanceNavigationTiming[];
        const files = performance.getEntriesByType("resource") as PerformanceResourceTiming[];
        const sum = (ending: RegExp, what: "encodedBodySize" | "decodedBodySize") =>
          files.filter((f) => ending.test(new URL(f.name).pathname)).reduce((t, f) => t + f[what], 0);
        return {
          pageKB: main?.decodedBodySize ?? 0,
          pageGzipKB: main?.encodedBodySize ?? 0,
          inlineStylesKB: [...document.querySelectorAll("style")].reduce((t, s) => t + (s.textContent?.length ?? 0), 0),
          stylesKB: sum(/\.css$/, "decodedBodySize"),
          stylesGzipKB: sum(/\.css$/, "encodedBodySize"),
          scriptsKB: sum(/\.js$/, "decodedBodySize"),
          scriptsGzipKB: sum(/\.js$/, "encodedBodySize"),
          firstPaintMs: performance.getEntriesByName("first-contentful-paint")[0]?.startTime ?? 0,
          liveMs: (window as unknown as { liveAt: number }).liveAt,
        };
      }),
    );
    await context.close();
  }
  const best = all.sort((a, b) => a.liveMs - b.liveMs)[Math.floor(all.length / 2)] as PageFigures;
  return Object.fromEntries(
    Object.entries(best).map(([name, value]) => [name, name.endsWith("KB") ? kB(value) : Math.round(value)]),
  ) as unknown as PageFigures;
}

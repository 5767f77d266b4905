/** Size of the pages, and their time to paint and to be live on a slow machine. */
import type { Browser, Page } from "@playwright/test";

/** Kilobytes, unpacked and as they come over the line (packed with brotli or gzip, as the browser asks for it). */
export interface PageFigures {
  pageKB: number;
  pagePackedKB: number;
  inlineStylesKB: number;
  stylesKB: number;
  stylesPackedKB: number;
  scriptsKB: number;
  scriptsPackedKB: number;
  /** First contentful paint and live, with the processor slowed four times and an empty cache. */
  firstPaintMs: number;
  liveMs: number;
}

const kB = (bytes: number) => Math.round(bytes / 100) / 10;

/** The scripts, styles and times of a page for a signed-in person's first visit. */
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
    const { main, files, ...rest } = await page.evaluate(() => ({
      main: (performance.getEntriesByType("navigation") as PerformanceNavigationTiming[]).map((e) => [
        e.decodedBodySize,
        e.encodedBodySize,
      ])[0] as [number, number],
      files: (performance.getEntriesByType("resource") as PerformanceResourceTiming[]).map(
        (f): [name: string, bytes: number, packed: number] => [
          new URL(f.name).pathname,
          f.decodedBodySize,
          f.encodedBodySize,
        ],
      ),
      inlineStylesKB: [...document.querySelectorAll("style")].reduce((t, s) => t + (s.textContent?.length ?? 0), 0),
      firstPaintMs: performance.getEntriesByName("first-contentful-paint")[0]?.startTime ?? 0,
      liveMs: (window as unknown as { liveAt: number }).liveAt,
    }));
    const sum = (ending: string, what: 1 | 2) =>
      files.filter(([name]) => name.endsWith(ending)).reduce((total, file) => total + file[what], 0);
    all.push({
      ...rest,
      pageKB: main[0],
      pagePackedKB: main[1],
      stylesKB: sum(".css", 1),
      stylesPackedKB: sum(".css", 2),
      scriptsKB: sum(".js", 1),
      scriptsPackedKB: sum(".js", 2),
    });
    await context.close();
  }
  const best = all.sort((a, b) => a.liveMs - b.liveMs)[Math.floor(all.length / 2)] as PageFigures;
  return Object.fromEntries(
    Object.entries(best).map(([name, value]) => [name, name.endsWith("KB") ? kB(value) : Math.round(value)]),
  ) as unknown as PageFigures;
}

/** First paint, themes and the phone. */
import type { Page } from "@playwright/test";
import { expect, goToStep, type Heron, openStep, signInAs, signInByButton, test } from "./heron.ts";

test("the first paint is styled, before any script has run", async ({ browser, heron }) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(`${heron.url}/sign-in`);
  const button = page.getByRole("button", { name: "Sign in", exact: true });
  await expect(button).toHaveCSS("background-color", "rgb(47, 95, 115)");
  await expect(page.locator("body")).toHaveCSS("font-family", /Atkinson Hyperlegible Next/);
  await context.close();
});

test("the dark theme is stored, and applies from the first paint", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openStep(page, heron, "tidewrack-lantern-row", "survey");
  await page.getByRole("button", { name: "Dark screen" }).click();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "cupboard");
  await page.reload();
  await expect(page.locator("body")).toHaveCSS("background-color", "rgb(16, 23, 26)");
  await page.waitForSelector("html[data-ready=job]");
  await page.getByRole("button", { name: "Light screen" }).click();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "light");
});

test("the list loads no script of a job, and a step asks for few files", async ({ page, heron }) => {
  const scripts: string[] = [];
  page.on("response", (response) => {
    const name = new URL(response.url()).pathname;
    if (/^\/assets\/.*\.js$/.test(name)) scripts.push(name);
  });
  await signInByButton(page, heron, "Mara Quill");
  await expect(page.getByRole("link", { name: "New job" })).toBeVisible();
  await page.waitForLoadState("networkidle");
  expect(scripts.filter((name) => /\/job-(?!list)/.test(name))).toEqual([]);
  const ofList = scripts.length;
  await openStep(page, heron, "tidewrack-lantern-row", "survey");
  expect(scripts.slice(ofList).some((name) => /\/job-(?!list)/.test(name))).toBe(true);
  expect(new Set(scripts).size).toBeLessThan(45);
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test("nothing runs off the side, and everything to tap is large enough", async ({ page, heron }) => {
    const pages = [
      { person: "Wren Osier", job: "osier-sluice-road", steps: ["survey", "demand", "need", "ways", "papers"] },
      { person: "Mara Quill", job: "tidewrack-kelp-row", steps: ["survey", "ways"] },
      { person: "Mara Quill", job: "tidewrack-saltgrass-lane", steps: ["circuit"] },
    ];
    for (const { person, job, step } of pages.flatMap(({ steps, ...p }) => steps.map((step) => ({ ...p, step })))) {
      if (page.url().includes(`/jobs/${job}/`)) await goToStep(page, step);
      else {
        await page.context().clearCookies();
        await signInAs(page, heron, person);
        await openStep(page, heron, job, step);
      }
      // Content outside the viewport is not laid out, so everything is brought into view first.
      await page.evaluate(async () => {
        for (const section of document.querySelectorAll<HTMLElement>("main section"))
          section.style.contentVisibility = "visible";
        await new Promise((resolve) => requestAnimationFrame(resolve));
        // A size on its way to another is no size to measure.
        const moving = document.getAnimations().filter((a) => a instanceof CSSTransition);
        await Promise.allSettled(moving.map((a) => a.finished));
      });
      const measured = await page.evaluate(() => {
        const small = [...document.querySelectorAll<HTMLElement>("nav a, main button, main input, header button")]
          .filter((e) => e.offsetParent !== null && !/switch|out-of-sight/.test(e.className))
          .map((e) => ({
            text: e.textContent || e.getAttribute("aria-label"),
            box: (
              e.closest(
                ".ant-input-affix-wrapper, .ant-select, .ant-checkbox-wrapper, .ant-radio-wrapper, .ant-segmented-item",
              ) ?? e
            ).getBoundingClientRect(),
          }))
          .filter(({ box }) => box.height > 0 && box.height < 39.5)
          .map(({ text, box }) => `${text}: ${box.height}`);
        // Parts wider than the screen may scroll by themselves; the page never does.
        const cutOff = [...document.querySelectorAll<HTMLElement>("main button, main input, main label, main p")]
          .filter((e) => e.offsetParent !== null && e.getBoundingClientRect().right > innerWidth)
          .filter((e) => {
            let at: Element | null = e;
            while (at && !/^(SECTION|MAIN)$/.test(at.tagName) && getComputedStyle(at).overflowX !== "auto")
              at = at.parentElement;
            return at !== null && /^(SECTION|MAIN)$/.test(at.tagName);
          })
          .map((e) => e.getAttribute("aria-label") ?? e.textContent);
        return { wide: document.documentElement.scrollWidth, small, cutOff };
      });
      expect({ step, ...measured }).toEqual({ step, wide: 390, small: [], cutOff: [] });
    }
  });

  test("nothing jumps while a step opens", async ({ page, heron }) => {
    expect(await jumpsWhileOpening(page, heron)).toEqual([]);
  });
});

/** Every shift of the layout while each step of a job opens, with what moved. */
async function jumpsWhileOpening(page: Page, heron: Heron): Promise<string[]> {
  await signInAs(page, heron, "Wren Osier");
  await page.addInitScript(() => {
    const jumps: string[] = [];
    Object.assign(window, { jumps });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries() as (PerformanceEntry & {
        value: number;
        sources: { node: Node | null }[];
      })[])
        if (entry.value > 0.001)
          jumps.push(`${entry.value}: ${entry.sources.map((s) => (s.node as Element)?.className).join(", ")}`);
    }).observe({ type: "layout-shift", buffered: true });
  });
  const found: string[] = [];
  for (const step of ["survey", "demand", "need", "ways", "papers"]) {
    await page.goto(`${heron.url}/jobs/osier-sluice-road/${step}`);
    await page.waitForSelector("html[data-ready=job]");
    await page.evaluate(() => new Promise((resolve) => requestIdleCallback(resolve, { timeout: 1000 })));
    const jumps = await page.evaluate(() => (window as unknown as { jumps: string[] }).jumps);
    found.push(...jumps.map((jump) => `${step}: ${jump}`));
  }
  return found;
}

test("nothing jumps while a step opens at a desk", async ({ page, heron }) => {
  expect(await jumpsWhileOpening(page, heron)).toEqual([]);
});

import { chromium } from "@playwright/test";
import { Heron, signInAs } from "./e2e/heron.ts";
import config from "./playwright.config.ts";

const heron = await Heron.start();
const browser = await chromium.launch(config.use?.launchOptions);
try {
  const shots = JSON.parse(process.argv[2] ?? "[]") as {
    path: string;
    name: string;
    w?: number;
    h?: number;
    full?: boolean;
    click?: string;
    at?: string;
    person?: string;
    theme?: string;
  }[];
  for (const s of shots) {
    const context = await browser.newContext({ viewport: { width: s.w ?? 1280, height: s.h ?? 800 } });
    const page = await context.newPage();
    await signInAs(page, heron, s.person ?? "Mara Quill");
    await page.goto(`${heron.url}${s.path}`);
    await page.waitForSelector("html[data-ready]");
    if (s.click) {
      for (const c of s.click.split("|"))
        await page
          .getByRole("button", { name: new RegExp(c) })
          .first()
          .click();
      await page.waitForTimeout(500);
    }
    if (s.at) {
      await page.locator(s.at).first().scrollIntoViewIfNeeded();
      await page.waitForTimeout(400);
      await page.evaluate((q) => document.querySelector(q)?.scrollIntoView({ block: "start" }), s.at);
      await page.waitForTimeout(300);
    }
    await page.screenshot({ path: `/tmp/h/${s.name}.png`, fullPage: s.full ?? false });
    await context.close();
  }
} finally {
  await browser.close();
  await heron.stop();
}

/** Automatic checks of accessibility: screen readers, keyboard, contrast in bad light. */
import type { Page } from "@playwright/test";
import axe from "axe-core";
import { expect, goToStep, type Heron, openStep, signInAs, signInByButton, test } from "./heron.ts";

const LEVEL_AA = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"];

/** Contrast rules of axe; they take two thirds of its time. */
type Contrast = readonly string[];
const AA: Contrast = ["color-contrast"];
/** The dark theme is for bad light: contrast of at least seven to one, which is more than AA asks. */
const SEVEN_TO_ONE: Contrast = ["color-contrast-enhanced"];

/** Violations on this page, or within a part of it, each with the rule and the first element. */
async function obstacles(page: Page, contrast: Contrast = AA, within = "html"): Promise<string[]> {
  // Content outside the viewport is not painted, so everything is brought into view first.
  await page.evaluate(async () => {
    // Nothing half under the row that stays on top.
    document.querySelector("main")?.scrollTo(0, 0);
    for (const section of document.querySelectorAll<HTMLElement>("main section"))
      section.style.contentVisibility = "visible";
    await new Promise((resolve) => requestAnimationFrame(resolve));
    await Promise.allSettled(document.getAnimations().map((a) => a.finished));
  });
  // A page reads axe once, however often it is checked.
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(axe.source);
  const rules = Object.fromEntries([...AA, ...SEVEN_TO_ONE].map((id) => [id, { enabled: contrast.includes(id) }]));
  const run: axe.RunOptions = {
    runOnly: { type: "tag", values: LEVEL_AA },
    rules,
    resultTypes: ["violations", "incomplete"],
  };
  const { violations, incomplete } = await page.evaluate(
    (asked) => (window as unknown as { axe: typeof axe }).axe.run(asked.within, asked.run),
    { within, run },
  );
  // Text in the colour of its ground is only "incomplete" to axe, as it might be hidden on purpose.
  const invisible = incomplete.map((one) => ({
    ...one,
    nodes: one.nodes.filter(({ any }) => any.some(({ data }) => data?.messageKey === "equalRatio")),
  }));
  return [...violations, ...invisible].flatMap((v) =>
    v.nodes.map((n) => `${v.id}: ${n.target.join(" ")} (${n.any[0]?.message ?? v.help})`),
  );
}

async function darkScreen(page: Page, heron: Heron) {
  const value = Buffer.from(JSON.stringify("cupboard")).toString("base64");
  await page.context().addCookies([{ name: "heron_theme", value: encodeURIComponent(value), url: heron.url }]);
}

/** Changes between the light and the dark theme, as a person does. */
async function changeTheme(page: Page, to: "light" | "cupboard") {
  await page.getByRole("button", { name: to === "light" ? "Light screen" : "Dark screen" }).click();
  await page.waitForSelector(`html[data-theme=${to}]`);
}

test("the way in and the list of jobs", async ({ page, heron }) => {
  await page.goto(`${heron.url}/sign-in`);
  expect(await obstacles(page)).toEqual([]);
  await signInByButton(page, heron, "Mara Quill");
  expect(await obstacles(page)).toEqual([]);
});

/** Elements wider than the page that do not scroll by themselves. */
function tooWide(): string[] {
  const main = document.querySelector("main");
  if (!main || main.scrollWidth <= main.clientWidth + 1) return [];
  const right = main.getBoundingClientRect().left + main.clientWidth + 1;
  return [...main.querySelectorAll("*")]
    .filter((e) => e.getBoundingClientRect().right > right)
    .map((e) => `${e.tagName} ${(e.textContent ?? "").slice(0, 40)}`)
    .slice(0, 5);
}

const JOBS = [
  { person: "Mara Quill", job: "tidewrack-lantern-row", steps: ["survey", "demand", "need", "ways", "papers"] },
  { person: "Mara Quill", job: "tidewrack-saltgrass-lane", steps: ["circuit"] },
  { person: "Wren Osier", job: "osier-sluice-road", steps: ["survey", "demand"] },
] as const;
/** At a desk, on a phone, and on the narrowest of them. */
const WIDTHS = [1280, 390, 320];
for (const { person, job, steps } of JOBS)
  test(`${steps.join(", ")} of ${job}, on a light and a dark screen of three widths`, async ({ page, heron }) => {
    await signInAs(page, heron, person);
    await openStep(page, heron, job, steps[0]);
    for (const step of steps) {
      await page.setViewportSize({ width: 1280, height: 800 });
      await goToStep(page, step);
      for (const theme of ["light", "cupboard"] as const) {
        if ((await page.locator("html").getAttribute("data-theme")) !== theme) await changeTheme(page, theme);
        for (const width of WIDTHS) {
          await page.setViewportSize({ width, height: width < 1000 ? 844 : 800 });
          const what = `${step}, ${theme}, ${width} px`;
          expect(await obstacles(page, theme === "light" ? AA : SEVEN_TO_ONE), what).toEqual([]);
          expect(await page.evaluate(tooWide), what).toEqual([]);
        }
        await page.setViewportSize({ width: 1280, height: 800 });
      }
    }
  });

test("measured demand: a file, the question what its columns mean, a recorder; and real nights", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  await darkScreen(page, heron);
  await openStep(page, heron, "tidewrack-breakwater-street", "demand");
  const measured = page.locator("#measured");
  await measured.getByRole("button", { name: "Files and recorders" }).click();
  await measured.getByRole("button", { name: /^Open / }).click();
  await measured.getByRole("button", { name: "Find the recorder" }).click();
  await expect(measured.getByRole("region", { name: /^Recorder at/ })).toBeVisible();
  await expect(measured.getByRole("article")).toBeVisible();
  expect(await obstacles(page, SEVEN_TO_ONE)).toEqual([]);
  const buffer = Buffer.from("When,Strange words\n2025-01-01T00:00,1\n2025-01-01T00:30,2\n");
  await measured
    .getByLabel("File of interval data")
    .setInputFiles({ name: "strange.csv", mimeType: "text/csv", buffer });
  await expect(measured.getByText("What do its columns mean?")).toBeVisible();
  expect(await obstacles(page, SEVEN_TO_ONE)).toEqual([]);
  await goToStep(page, "ways");
  const nights = page.locator("#nights");
  await nights.getByRole("button", { name: "Look at real nights" }).click();
  await nights.getByText("2", { exact: true }).click();
  await nights.getByRole("button", { name: "Replay the nights" }).click();
  await expect(nights.getByText("Share of the time for which each current is drawn or exceeded")).toBeVisible();
  expect(await obstacles(page, SEVEN_TO_ONE)).toEqual([]);
});

test("dialogs and details: why, a device, methods side by side, a picture, the keys", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await darkScreen(page, heron);
  await openStep(page, heron, "tidewrack-lantern-row", "demand");
  await page.getByText("Methods side by side").click();
  await page.getByRole("button", { name: "8,000 VA" }).first().click();
  await expect(page.getByRole("heading", { name: "Why" })).toBeVisible();
  expect(await obstacles(page, SEVEN_TO_ONE)).toEqual([]);
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog")).toBeVisible();
  expect(await obstacles(page, SEVEN_TO_ONE)).toEqual([]);
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await goToStep(page, "survey");
  await page.getByRole("button", { name: /^Space 1 and 3: Range/ }).click();
  await expect(page.getByRole("region", { name: "Device: Range" })).toBeVisible();
  expect(await obstacles(page, SEVEN_TO_ONE)).toEqual([]);
  await page.getByRole("button", { name: /^Main breaker: / }).click();
  await expect(page.getByRole("dialog")).toBeVisible();
  expect(await obstacles(page, SEVEN_TO_ONE, "[role=dialog]")).toEqual([]);
});

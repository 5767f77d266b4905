/** `/` finds in place: things of the open job, what can be done in it, and other jobs. */
import type { Page } from "@playwright/test";
import type { CaseDocument } from "#core/case/document/types.ts";
import { searchEntries } from "#core/find/find.ts";
import { assess } from "#core/testing/assess.ts";
import { caseOf, expect, field, goToStep, type Heron, importCase, openStep, signInAs, test } from "./heron.ts";

async function find(page: Page, text: string) {
  await page.keyboard.press("/");
  await expect(page.getByRole("dialog")).toBeVisible();
  await expect(page.getByRole("combobox", { name: "Find" })).toBeFocused();
  await page.keyboard.type(text);
}

test("a load, a device and a field are found by a few letters, and get the focus", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openStep(page, heron, "tidewrack-lantern-row", "ways");
  await find(page, "water h");
  await expect(page.getByRole("option", { name: /Water heater/ }).first()).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/demand$/);
  await expect(field(page, "Name of Water heater")).toBeFocused();
  await page.keyboard.press("Escape");

  await find(page, "cheap until");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/need$/);
  await expect(page.getByLabel("Cheap rate until")).toBeFocused();
  await page.keyboard.press("Escape");

  await find(page, "range space");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/survey$/);
  await expect(page.getByRole("button", { name: /^Space .*: Range/ })).toBeFocused();
});

test("actions are done, nothing is found for strange letters, and Escape closes", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openStep(page, heron, "tidewrack-lantern-row", "survey");
  await find(page, "dark screen");
  await page.keyboard.press("Enter");
  await expect(page.locator("html")).toHaveAttribute("data-theme", "cupboard");
  await find(page, "xylophone");
  await expect(page.getByText("Nothing starts with these letters")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect(page).toHaveURL(/lantern-row\/survey$/);
});

test("keys that are pressed before the dialog is there are not lost", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openStep(page, heron, "tidewrack-lantern-row", "survey");
  await page.keyboard.type("/range 12");
  await expect(page.getByRole("combobox", { name: "Find" })).toHaveValue("range 12");
  await expect(page.getByRole("combobox", { name: "Find" })).toBeFocused();
  await expect(page).toHaveURL(/survey$/);
});

test("another job of the firm is found, and none of another firm", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openStep(page, heron, "tidewrack-lantern-row", "need");
  await find(page, "coopers");
  await page.getByRole("option", { name: /3 Coopers Slip/ }).click();
  await expect(page.getByRole("heading", { name: "3 Coopers Slip" })).toBeVisible();
  const theirs = await page.request.get(`${heron.url}/jobs/find?text=sluice`);
  expect(await theirs.json()).toEqual([]);
});

test.describe("without a line", () => {
  test.use({ expectedErrors: /ERR_FAILED|Failed to load resource/ });
  test("the open job is still found in", async ({ page, heron }) => {
    await signInAs(page, heron, "Mara Quill");
    await openStep(page, heron, "tidewrack-lantern-row", "demand");
    await page.route("**/jobs/find**", (route) => route.abort());
    await find(page, "disp");
    await expect(page.getByRole("option", { name: /Disposal/ }).first()).toBeVisible();
  });
});

async function fieldsNotDrawn(page: Page, heron: Heron, job: string): Promise<string[]> {
  const document = (await caseOf(page, heron, job)) as CaseDocument;
  const gone: string[] = [];
  const places = searchEntries(document, assess(document)).flatMap(({ to }) =>
    "step" in to && to.pointer ? [{ step: to.step, section: to.section, pointer: to.pointer }] : [],
  );
  expect(places.length).toBeGreaterThan(60);
  await openStep(page, heron, job, "survey");
  for (const step of new Set(places.map((p) => p.step))) {
    await goToStep(page, step);
    await page.evaluate(() => new Promise((resolve) => requestIdleCallback(resolve, { timeout: 1000 })));
    const drawn = await page.evaluate(() =>
      [...globalThis.document.querySelectorAll("[data-pointer]")].map((field) => field.getAttribute("data-pointer")),
    );
    gone.push(
      ...places.filter((p) => p.step === step && !drawn.includes(p.pointer)).map((p) => `${step}: ${p.pointer}`),
    );
  }
  return gone;
}

/** A copy with a second car, decided for managed charging: its run asks for the signal of the clamps too. */
async function fullCopy(page: Page, heron: Heron, job: string): Promise<string> {
  const document = (await caseOf(page, heron, job)) as CaseDocument;
  const car = { distancePerDay: { value: 30, unit: "mi" as const }, distanceByWeekday: [30, 30, 30, 30, 30, 0, 0] };
  const decision = {
    way: "dynamic-load-management" as const,
    chargeA: 32,
    verdict: "with-work" as const,
    meetsNeed: true,
    why: "No new supply",
    by: "Mara Quill",
    on: "2026-11-30",
  };
  // A copy has no pictures, so none lies under its plan.
  const place = document.place ? { ...document.place, underlay: null } : null;
  return importCase(page, heron, {
    ...document,
    place,
    title: "All fields",
    decision,
    need: { ...document.need, cars: [car, car] },
    quote: { options: [{ id: "option-a", way: "dynamic-load-management" }] },
  });
}

test("every field of the search is at its stated place", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const us = await fullCopy(page, heron, "tidewrack-saltgrass-lane");
  expect(await fieldsNotDrawn(page, heron, us)).toEqual([]);
  // The page that is left would go on asking for a job of the other firm.
  await page.goto("about:blank");
  await page.context().clearCookies();
  await signInAs(page, heron, "Wren Osier");
  const uk = await fullCopy(page, heron, "osier-marsh-view");
  expect(await fieldsNotDrawn(page, heron, uk)).toEqual([]);
});

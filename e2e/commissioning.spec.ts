/** A charger is joined, seen live and checked; one that keeps a wrong limit is found. */
import type { Page } from "@playwright/test";
import { loggedUkHome } from "#core/testing/logged-homes.ts";
import type { Fault } from "../standins/charger/charge-point.ts";
import { connectCharger } from "../standins/charger/connect.ts";
import { caseOf, expect, type Heron, importCase, openStep, saved, signInAs, test } from "./heron.ts";

/** Joins a charger by the page. @returns the password that is shown once */
async function join(page: Page, id: string): Promise<string> {
  const section = page.locator("#commissioning");
  await section.getByRole("textbox", { name: "Join a charger: its id" }).fill(id);
  await section.getByRole("button", { name: "Join it" }).click();
  await expect(section.getByText("Password, shown once")).toBeVisible();
  return (await section.locator("dd code").last().textContent()) ?? "";
}

const charger = (heron: Heron, id: string, token: string, ...faults: Fault[]) =>
  connectCharger({
    url: `${heron.url.replace(/^http/, "ws")}/ocpp`,
    id,
    token,
    setA: 32,
    volts: 230,
    phases: 1,
    carA: 32,
    everyMs: 300,
    speed: 60,
    faults: new Set(faults),
  });

test("a charger is joined, seen live, and its limit and restart are checked", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const job = await importCase(page, heron, { ...loggedUkHome(), title: "1 Charger Close" });
  await openStep(page, heron, job, "log");
  const token = await join(page, "close-1");
  const off = await charger(heron, "close-1", token);
  const shown = page.getByRole("article", { name: "Charger close-1" });
  await expect(shown).toContainText("Connected since", { timeout: 20_000 });
  await expect(shown).toContainText("Charging");
  await expect(shown).toContainText("offers 32 A");
  await page.getByRole("button", { name: "Check: Limit" }).click();
  const checks = page.getByRole("list", { name: "Checks" });
  await expect(checks).toContainText("The charger offers 32 A of the designed 32 A", { timeout: 20_000 });
  await page.getByRole("button", { name: "Check: Power back" }).click();
  await expect(checks).toContainText("After the restart it offered 32 A at most", { timeout: 30_000 });
  await saved(page);
  expect((await caseOf(page, heron, job)).installation.checks).toMatchObject([
    { id: "limit", verdict: "pass", by: "Wren Osier" },
    { id: "power-back", verdict: "pass" },
  ]);
  await off();
  await expect(shown).toContainText("Not connected, last seen", { timeout: 20_000 });

  // By hand, and taken back.
  await page.getByRole("textbox", { name: "What was seen: Lost PEN" }).fill("opened after 2 s");
  await page.getByRole("button", { name: "By hand, passes: Lost PEN" }).click();
  await expect(checks).toContainText("opened after 2 s");
  await expect(page.locator("#commissioning")).toContainText("all checks pass");
  await page.getByRole("button", { name: "Take back: Lost PEN" }).click();
  await expect(page.locator("#commissioning")).toContainText("1 of 3 checks open");

  // What it has sent is summed by month; counters and visits are entered by hand.
  await openStep(page, heron, job, "log");
  const after = page.locator("#after");
  await expect(after.getByRole("table", { name: "Energy by month" })).toContainText("kWh");
  await after.getByRole("textbox", { name: "Counter today, kWh" }).fill("lots");
  await after.getByRole("button", { name: "Add the counter" }).click();
  await expect(after).toContainText("Type what the counter shows");
  await after.getByRole("textbox", { name: "Counter today, kWh" }).fill("1250");
  await after.getByRole("button", { name: "Add the counter" }).click();
  await expect(after.getByRole("list", { name: "Counters" })).toContainText("1,250 kWh, Wren Osier");
  await after.getByRole("textbox", { name: "Complaint" }).fill("does not start");
  await after.getByRole("textbox", { name: "Done" }).fill("connector cleaned");
  await after.getByRole("button", { name: "Add the visit" }).click();
  await expect(after.getByRole("list", { name: "Service" })).toContainText("does not start; done: connector cleaned");
  await after.getByRole("button", { name: /^Take out the service/ }).click();
  await expect(after.getByRole("list", { name: "Service" })).toBeEmpty();

  await shown.getByRole("button", { name: "Remove close-1" }).click();
  await expect(shown).toHaveCount(0);
});

test.describe(() => {
  // What a charger does not do is an answer of the server with 409 or 503.
  test.use({ expectedErrors: /503|409/ });

  test("a charger that keeps a wrong limit is found, and nothing is recorded of one that is gone", async ({
    page,
    heron,
  }) => {
    await signInAs(page, heron, "Wren Osier");
    const job = await importCase(page, heron, { ...loggedUkHome(), title: "2 Charger Close" });
    await openStep(page, heron, job, "log");
    const off = await charger(heron, "close-2", await join(page, "close-2"), "wrong-limit");
    await expect(page.getByRole("article", { name: "Charger close-2" })).toContainText("Connected since", {
      timeout: 20_000,
    });
    await page.getByRole("button", { name: "Check: Limit" }).click();
    const checks = page.getByRole("list", { name: "Checks" });
    await expect(checks).toContainText("offers 48 A instead of the designed 32 A", { timeout: 20_000 });
    await expect(checks).toContainText("Fails");
    await off();
    await expect(page.getByRole("article", { name: "Charger close-2" })).toContainText("Not connected", {
      timeout: 20_000,
    });
    await expect(page.getByRole("button", { name: "Check: Power back" })).toHaveCount(0);
    await saved(page);
    expect((await caseOf(page, heron, job)).installation.checks).toHaveLength(1);
  });
});

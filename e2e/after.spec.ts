/** The years after the work: reminders, real nights, and what jobs took, which the price book is offered. */
import { loggedUkHome } from "#core/testing/logged-homes.ts";
import { caseOf, expect, Heron, importCase, openStep, saved, signInAs, test } from "./heron.ts";

test("a year of nights is judged, and reminders are seen to", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  await openStep(page, heron, "osier-withy-walk", "log");
  const after = page.locator("#after");
  const months = after.getByRole("table", { name: "Energy by month" });
  await expect(months.getByRole("row")).toHaveCount(14);
  await expect(months).toContainText("Cheap hours");
  const says = after.getByRole("list", { name: "What the months say" });
  await expect(says).toContainText("The prediction of the energy held");
  await expect(says).toContainText("It charges in the cheap hours");
  await expect(says).toContainText("A second car of the same need would fit");
  const reminder = after.getByRole("listitem").filter({ hasText: "test button of the RCD" });
  await expect(reminder).toContainText("due");
  await reminder.getByRole("textbox").fill("trips at once");
  await reminder.getByRole("button", { name: /seen to$/ }).click();
  await saved(page);
  const seen = after.getByRole("list", { name: "Seen to" });
  await expect(seen).toContainText("rcd button, trips at once (Wren Osier)");
  await seen
    .getByRole("listitem")
    .filter({ hasText: "trips at once" })
    .getByRole("button", { name: /^Take back/ })
    .click();
  await expect(seen).not.toContainText("trips at once");
  await saved(page);
  await page.goto(`${heron.url}/firm`);
  await expect(page.getByRole("table", { name: "Energy of all chargers by month" })).toContainText("kWh");
});

test("the price book is offered what five jobs took, and is changed by a press alone", async ({ browser }) => {
  // A price book of its own: other tests read the prices of the shared one.
  const heron = await Heron.start();
  const page = await (await browser.newContext()).newPage();
  await signInAs(page, heron, "Wren Osier");
  const home = loggedUkHome();
  const job = await importCase(page, heron, { ...home, title: "Actual 1" });
  await openStep(page, heron, job, "log");
  const after = page.locator("#after");
  const [, predicted] = /Predicted were ([\d.]+) h/.exec((await after.textContent()) ?? "") ?? [];
  expect(Number(predicted)).toBeGreaterThan(1);
  await after.getByRole("textbox", { name: "Hours that it took" }).fill("lots");
  await after.getByRole("textbox", { name: "Hours that it took" }).blur();
  await expect(after.getByRole("alert")).toBeVisible();
  const hours = String(Math.round(Number(predicted) * 2 * 100) / 100);
  await after.getByRole("textbox", { name: "Hours that it took" }).fill(hours);
  await after.getByRole("textbox", { name: "Hours that it took" }).blur();
  await saved(page);
  expect((await caseOf(page, heron, job)).after.actual).toEqual({ hours: Number(hours) });
  const offered = page.getByRole("region", { name: "From your jobs" });
  await page.goto(`${heron.url}/prices`);
  await expect(offered).toHaveCount(0);
  for (let i = 2; i <= 5; i++)
    await importCase(page, heron, { ...home, title: `Actual ${i}`, after: { actual: { hours: Number(hours) } } });
  await page.goto(`${heron.url}/prices`);
  await expect(offered).toContainText("5 finished jobs took 2 times the predicted hours");
  await offered.getByRole("button", { name: /^Multiply all labour by 2, as version 1/ }).click();
  await expect(page.getByText(/^Version 1/).first()).toBeVisible();
  await page.context().close();
  await heron.stop();
});

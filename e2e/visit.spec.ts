/** Visits to a charger that is there, a feeder that is renewed, and answers given on site. */
import { caseOf, expect, field, goToStep, openAllFolds, openCopy, saved, signInAs, test } from "./heron.ts";

test("a trip is told and explained, and its cure is a way", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-alder-staithe", "5 Alder Reach", "survey");
  const causes = page.getByRole("list", { name: "Causes" }).getByRole("listitem");
  await expect(causes.first()).toContainText("Too much at once");
  await expect(causes.first()).toContainText("86.3 A on 80 A");
  await page.getByRole("combobox", { name: "It trips" }).click();
  await page.getByTitle("at once").click();
  await expect(causes.first()).toContainText("A fault in the cable, the charger or its lead");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(causes.first()).toContainText("Too much at once");
  await page.getByRole("link", { name: "See the way" }).click();
  await expect(page.locator("[data-way='manage-existing']").first()).toContainText("Existing charger, held back");
  // A visit for another reason has other ways, and no trip.
  await goToStep(page, "survey");
  await page.getByRole("combobox", { name: "Reason of the visit" }).click();
  await page.getByTitle("move the charger").click();
  await expect(page.locator("#trip")).toHaveCount(0);
  await saved(page);
  expect((await caseOf(page, heron, id)).enquiry?.reason).toBe("move");
  await goToStep(page, "ways");
  await expect(page.locator("[data-way='move-charger']").first()).toBeVisible();
  await expect(page.locator("[data-way='manage-existing']")).toHaveCount(0);
});

test("a feeder is renewed in a raceway that is there, and its checks are answered", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await openCopy(page, heron, "tidewrack-skiff-lane", "9 Skiff Reach", "circuit");
  await expect(page.locator("#design")).toContainText("4 AWG THHN/THWN-2 on 80 A, for 61.7 A on the feeder");
  await expect(page.locator("#run")).toContainText("The run of the feeder");
  await openAllFolds(page);
  const held = field(page, "Conductors that stay in it");
  await held.fill("3 x thick");
  await expect(page.getByRole("alert")).toContainText('"3 x thick" is no conductor size');
  await held.fill("3 x 12 AWG");
  await expect(page.locator("#checks")).toContainText("0.04 + 3 x 4 AWG");
  await page.getByRole("combobox", { name: "Raceway of part 2 that is there" }).click();
  await page.getByTitle("3/4 in", { exact: true }).click();
  await expect(page.locator("#design")).not.toContainText("on the feeder");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.locator("#design")).toContainText("on the feeder");

  const check = page.getByRole("row", { name: /Neutral and grounding conductor apart/ });
  await expect(check).toContainText("Confirm");
  await check.getByRole("radiogroup").getByText("yes", { exact: true }).click();
  await expect(check).toContainText("Passes");
  await expect(check).toContainText("Mara Quill");
  await check.getByRole("textbox").fill("strap taken out");
  await check.getByRole("textbox").blur();
  await saved(page);
  expect((await caseOf(page, heron, id)).confirmations).toMatchObject([
    { answer: "yes", by: "Mara Quill", words: "strap taken out" },
  ]);
  await page.getByRole("combobox", { name: "This run is" }).click();
  await page.getByTitle("the charger's circuit").click();
  await expect(page.locator("#run")).toContainText("The run, from the panel to the charger");
});

test("a charger of the firm is chosen by what the customer wishes for", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-reed-bank", "13 Reed Reach", "need");
  const kinds = page.getByRole("table", { name: "Chargers of the firm" }).getByRole("row");
  await expect(kinds.nth(1)).toContainText("Reed 32, fixed lead");
  await page.getByRole("checkbox", { name: "follows solar surplus" }).check();
  await expect(kinds.nth(1)).toContainText("Reed 32 Plus");
  await expect(kinds.last()).toContainText("lacks: follows solar surplus");
  await page.getByRole("button", { name: "Use Tideway 22, socket" }).click();
  await saved(page);
  expect((await caseOf(page, heron, id)).charger).toMatchObject({
    kind: "charger:kind:tideway",
    phases: 3,
    wishes: ["solar"],
  });
  await goToStep(page, "ways");
  await expect(page.getByText("Tideway 22, socket").first()).toBeAttached();
  await goToStep(page, "need");
  await page.getByRole("button", { name: "Leave it open" }).click();
  await saved(page);
  expect((await caseOf(page, heron, id)).charger?.kind).toBeUndefined();
});

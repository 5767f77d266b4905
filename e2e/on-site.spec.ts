/** What is seen to on site: questions of every step, a stub whose ends nobody has seen, looks and making good. */
import { caseOf, expect, field, goToStep, openAllFolds, openCopy, saved, signInAs, test } from "./heron.ts";

test("questions are answered where they stand, and all of them on one list", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-marsh-view", "9 Marsh Reach", "survey");
  const list = page.getByRole("table", { name: "To see to on site" });
  const offer = list.getByRole("row", { name: /Offer surge protection/ });
  await offer.getByRole("radiogroup").getByText("refused", { exact: true }).click();
  await expect(offer).toContainText("Wren Osier");
  // The same answer stands at the finding.
  await expect(page.getByRole("list", { name: "Findings" })).toContainText("Wren Osier");
  await offer.getByRole("textbox").fill("has one at the meter");
  await offer.getByRole("textbox").blur();
  await saved(page);
  expect((await caseOf(page, heron, id)).confirmations).toMatchObject([
    { answer: "refused", by: "Wren Osier", words: "has one at the meter" },
  ]);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(offer.getByRole("textbox")).toHaveValue("");

  await goToStep(page, "circuit");
  await openAllFolds(page);
  const wall = page.getByRole("listitem").filter({ hasText: "The thickness of the wall was probed" });
  await wall.getByRole("radiogroup").getByText("yes", { exact: true }).click();
  await expect(wall).toContainText("Passes");
  await field(page, "All layers of the wall").fill("380");
  await field(page, "All layers of the wall").blur();
  await expect(wall).toContainText("Answer it again");

  await goToStep(page, "survey");
  const cavity = list.getByRole("row", { name: /Through a cavity/ });
  await cavity.getByRole("radiogroup").getByText("by test", { exact: true }).click();
  await goToStep(page, "circuit");
  await page.getByRole("button", { name: "Remove part 1" }).click();
  await goToStep(page, "survey");
  const lost = page.getByRole("list", { name: "Answered, but not asked any more" });
  await expect(lost).toContainText("Through a cavity: to be proved by test, Wren Osier");
  await lost
    .getByRole("listitem")
    .filter({ hasText: "Through a cavity" })
    .getByRole("button", { name: "Remove" })
    .click();
  await expect(lost.getByText("Through a cavity")).toHaveCount(0);
});

test("a stub has a range of price until it is seen at both ends", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-reed-bank", "14 Reed Reach", "ways");
  const prices = page.getByRole("table", { name: "Sheet of ways" }).getByRole("row", { name: /Price/ });
  await expect(prices).toContainText('if it is unfit; open until "Charger stub, drive" is seen at both ends');
  await goToStep(page, "survey");
  await page
    .getByRole("button", { name: /Charger stub, drive/ })
    .first()
    .click();
  const seen = page.getByRole("radiogroup", { name: "Conductor seen at both ends" });
  await seen.getByText("yes", { exact: true }).click();
  await page.getByRole("radiogroup", { name: "Far end: armour earthed" }).getByText("no", { exact: true }).click();
  await expect(page.getByRole("list", { name: "Findings" })).toContainText("the armour is not earthed");
  await saved(page);
  await goToStep(page, "ways");
  await expect(prices).not.toContainText("if it is unfit");
  const stub = (await caseOf(page, heron, id)).panels[0]?.circuits?.find((c: { id: string }) => c.id === "k5");
  expect(stub).toMatchObject({ endsSeen: true, farEnd: { armourEarthed: false } });
});

test("a route meets the customer's wishes or not, and what is made good is priced", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-marsh-view", "11 Marsh Reach", "circuit");
  await openAllFolds(page);
  await page.getByRole("switch", { name: "Wish: hidden from view" }).click();
  const wish = page.getByRole("row", { name: /Wish of the customer: hidden from view/ });
  await expect(wish).toContainText("Confirm");
  await page.getByRole("combobox", { name: "Once it is there it is" }).first().click();
  await page.getByTitle("in sight, high").click();
  await expect(wish).toContainText("Fails");
  await page.getByRole("combobox", { name: "Plaster" }).click();
  await page.getByTitle("in the price").click();
  await saved(page);
  expect((await caseOf(page, heron, id)).run).toMatchObject({
    wishes: { hidden: true },
    makingGood: { plaster: "firm" },
  });
  await expect(page.locator("#materials")).toContainText("Make good plaster");
  await page.getByRole("button", { name: "Keep this route and try another" }).click();
  await expect(page.getByRole("table", { name: /Routes compared/ })).toContainText("hidden from view: not met");
});

/** The customer's view: the need by day, the sheet of ways, what if, prices, and a watched decision. */
import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { expect, field, goToStep, openCopy, openStep, saved, signInAs, test } from "./heron.ts";

const COPY = "4 Whimbrel Yard";

test("a need that differs by day says the smallest current that is enough, and draws the week", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  await openCopy(page, heron, "tidewrack-coopers-slip", COPY, "need");
  await expect(
    page.getByText(/^A slow receptacle is enough for this: 12 A at 120 V covers every night\.$/),
  ).toBeVisible();
  await page.getByRole("button", { name: "Other distance on some days" }).click();
  await field(page, "Fri").fill("-3");
  await expect(page.getByText("must not be negative")).toBeVisible();
  await field(page, "Fri").fill("120");
  await expect(page.getByText(/^16 A is the smallest setting that is enough: it covers every night\.$/)).toBeVisible();
  await expect(page.getByRole("row", { name: /^12 A 120 V receptacle/ })).toContainText("85.7 %");
  await expect(page.getByRole("img", { name: /the hardest is Friday with 40 kWh/ })).toBeVisible();
  // Drawn, not only its place: the night of Friday is a bar among seven.
  await expect(page.locator(".js-plotly-plot .bars .point")).toHaveCount(7);
  await page.getByRole("button", { name: "Other hours on some days" }).click();
  await page.getByRole("button", { name: "Away on Fri" }).click();
  await expect(page.getByText(/^A slow receptacle is enough/)).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByRole("button", { name: "Fri: away" })).toBeVisible();
});

test("two cars share one charger in the order that was chosen", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  await openCopy(page, heron, "osier-withy-walk", COPY, "need");
  await page.getByRole("button", { name: "Add a car" }).click();
  const cars = page.locator("[data-car]");
  const count = await cars.count();
  await cars.last().getByText("Winter, losses, state of charge, port").click();
  await cars.last().getByLabel("Name").fill("The van");
  await cars.last().getByRole("combobox", { name: "Class" }).click();
  await page.getByTitle("Van").click();
  await expect(page.getByRole("row", { name: /^32 A/ })).toContainText("The van");
  await cars.last().getByRole("button", { name: "The van goes before the one above" }).click();
  await expect(cars.nth(count - 2).getByRole("heading")).toContainText("The van");
});

test("what if: the trial is computed completely, then applied or dropped", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openCopy(page, heron, "tidewrack-samphire-close", COPY, "ways");
  const charging = page.getByRole("row", { name: /^Charging/ });
  await expect(charging).toContainText("40 A");
  await page.getByText("What if ...").click();
  const current = page.getByRole("slider", { name: "Largest charging current" });
  await current.press("Home");
  for (let i = 0; i < 3; i++) await current.press("ArrowRight");
  await expect(charging).toContainText("24 A");
  await page.getByRole("combobox", { name: "The charger is connected" }).click();
  await page.getByTitle("by plug and receptacle").last().click();
  await expect(page.getByText(/^Tried, not kept:/)).toBeVisible();
  await expect(page.getByText(/^Tried, not kept:/)).toBeVisible();
  await page.getByRole("button", { name: "Drop" }).click();
  await expect(charging).toContainText("40 A");
  await page.getByRole("switch", { name: "A heat pump" }).click();
  await page.getByRole("button", { name: "Keep" }).click();
  await saved(page);
  await goToStep(page, "demand");
  await expect(field(page, "Name of Heat pump").last()).toHaveValue("Heat pump");
  await expect(page.getByText(/^7 in the ledger/)).toBeVisible();
});

test("two ways are compared link by link, and each price is explained down to its items", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openStep(page, heron, "tidewrack-breakwater-street", "ways");
  await page.getByRole("button", { name: "Look at Managed charging" }).click();
  await expect(page.getByRole("heading", { name: "Dedicated circuit compared with Managed charging" })).toBeVisible();
  await expect(page.getByRole("row", { name: /^Service rating/ })).toBeVisible();
  await page
    .getByRole("row", { name: /^Price/ })
    .getByRole("button")
    .first()
    .click();
  await expect(page.getByText(/New circuit: both ends, charger, test, commission 3\.83 h = \$/)).toBeVisible();
  // The range is drawn in a worker.
  const sheet = page.getByRole("table", { name: "Sheet of ways" });
  await expect(sheet.getByRole("row", { name: /^Price/ })).toContainText(/8 of 10: \$[\d,]+ to \$[\d,]+/);
});

test("looks that can turn the answer say at which value, and a plan is tried by one press", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  await openStep(page, heron, "osier-curlew-bank", "ways");
  const looks = page.locator("#looks");
  await looks.scrollIntoViewIfNeeded();
  await expect(looks).toContainText(/Above \d+ A: Larger supply would be recommended, with work/);
  await expect(looks).toContainText(/today's recommendation stands in \d+(\.\d)? % of 1,000 draws/);
  await page.getByRole("button", { name: "Work them out" }).click();
  await expect(
    page.getByText(/^1,792 plans; \d+ are not beaten by any other on price, energy and days\.$/),
  ).toBeVisible();
  await page
    .getByRole("button", { name: /^Try Circuit of its own/ })
    .first()
    .click();
  await expect(page.getByText(/^Tried, not kept: Circuit of its own at/)).toBeVisible();
  await page.getByRole("button", { name: "Drop" }).click();
  await expect(page.getByText(/^Tried, not kept/)).toHaveCount(0);
});

test("a decision is recorded with its reason, and warns prominently when it is no longer valid", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-sluice-road", COPY, "ways");
  await page.getByRole("button", { name: "Decide", exact: true }).click();
  await expect(page.getByText("Say why, in a few words: the next person will ask")).toBeVisible();
  await page.getByLabel("Why", { exact: true }).fill("No clamps, the owner says");
  await page.getByRole("button", { name: "Decide", exact: true }).click();
  await expect(
    page.getByText(/^Circuit of its own was decided by Wren Osier on .*: No clamps, the owner says$/),
  ).toBeVisible();
  await expect(page.getByText(/^The prices of version 0 are kept/)).toBeVisible();
  await goToStep(page, "survey");
  await field(page, "Cut-out fuse").fill("60");
  await expect(page.getByRole("alert").filter({ hasText: "must be looked at again" })).toContainText(
    "It charges with 25 A now instead of 32 A",
  );
  await saved(page);
  await page.goto(`${heron.url}/`);
  await expect(page.locator(`a[href^="/jobs/${id}/"]`).first()).toContainText("Decision to be looked at again");
});

test.describe("two people deciding at once", () => {
  test.use({ expectedErrors: /status of 409|ERR_FAILED/ });
  test("are notified of each other, and one of them settles it", async ({ page, other, heron }) => {
    await signInAs(page, heron, "Mara Quill");
    const id = await openCopy(page, heron, "tidewrack-gannet-hill", COPY, "ways");
    await signInAs(other, heron, "Jonah Pike");
    // One decision does not reach the other person before the second decision is made.
    await other.route("**/events*", (route) => route.abort());
    await openStep(other, heron, id, "ways");
    const decide = async (who: Page, why: string) => {
      await who.getByRole("textbox", { name: "Why" }).fill(why);
      const answered = who.waitForResponse("**/edits");
      await who.getByRole("button", { name: "Decide", exact: true }).click();
      await answered;
    };
    await other.getByRole("combobox", { name: "Way" }).click();
    await other.getByTitle("Managed charging").click();
    await decide(page, "The panel is sound");
    await decide(other, "Less disturbance");
    const told = other.getByRole("alert").filter({ hasText: "Mara Quill changed the same thing" });
    await expect(told).toContainText('Decided for "Separate panel", because "The panel is sound"');
    await expect(told).toContainText('You: Decided for "Managed charging", because "Less disturbance"');
    await other.getByRole("button", { name: "Use mine" }).click();
    for (const who of [page, other])
      await expect(who.locator("#decide")).toContainText(/Managed charging was decided by Jonah Pike on .*Less/);
  });
});

test.describe("the price book", () => {
  test.use({ expectedErrors: /status of 4(00|09)/ });
  test("the owner changes the price book, as a page and as a file; others read it", async ({
    page,
    heron,
    browser,
  }) => {
    await signInAs(page, heron, "Mara Quill");
    await page.goto(`${heron.url}/prices`);
    await expect(page.getByText("made-up example prices")).toBeVisible();
    // The page is slow to learn of what was saved: nothing is sent against the version before.
    await page.route("**/prices.data*", async (route) => {
      if (route.request().method() === "GET") await new Promise((resolve) => setTimeout(resolve, 600));
      await route.continue();
    });
    const rate = page.getByLabel("typical of Electrician");
    const find = page.getByRole("searchbox", { name: "Find an item" });
    await find.fill("nothing like this");
    await expect(page.getByRole("status")).toHaveText("No item has these words.");
    await find.fill("electri");
    await expect(page.getByRole("row", { name: /^Electrician/ })).toContainText("$ per hour");
    await expect(page.getByLabel("typical of Travel", { exact: true }).first()).toBeHidden();
    await rate.fill("900");
    await page.getByRole("button", { name: "Save as version 1" }).click();
    await expect(page.getByRole("alert")).toContainText("high of Electrician must be at least its typical figure");
    await expect(rate).toHaveValue("900");
    await rate.fill("100");
    await page.getByRole("button", { name: "Save as version 1" }).click();
    await expect(page.getByRole("status")).toHaveText("Saved as version 1.");
    await expect(rate).toHaveValue("100");

    const csv = await (await page.request.get(`${heron.url}/prices.csv`)).text();
    const file = (name: string, text: string | Buffer) => ({ name, mimeType: "text/csv", buffer: Buffer.from(text) });
    const take = async (chosen: ReturnType<typeof file>) => {
      await page.locator("input[type=file]").setInputFiles(chosen);
      await page.getByRole("button", { name: /^Import as version/ }).click();
    };
    await take(file("half.csv", "group,id,name\nmaterials,a,A\n"));
    await expect(page.getByRole("alert")).toContainText("unit, low, typical, high are not there");
    await take(file("minus.csv", csv.replace(/^terms,margin,.*$/m, "terms,margin,Margin,%,-5,-5,-5,")));
    await expect(page.getByRole("alert")).toContainText("low of Margin must not be negative");
    await take(file("picture.csv", readFileSync("e2e/files/fuse.heic")));
    await expect(page.getByRole("alert")).toContainText("neither CSV nor XLSX");
    // A book that lacks an item: the way names it, and no total is made up.
    await take(file("less.csv", csv.replace(/^equipment,clamps,.*\r\n/m, "")));
    await expect(page.getByRole("status")).toHaveText("Saved as version 2.");
    const xlsx = await (await page.request.get(`${heron.url}/prices.xlsx`)).body();
    await take(file("prices.xlsx", xlsx));
    await expect(page.getByRole("status")).toHaveText("Saved as version 3.");
    await openStep(page, heron, "tidewrack-breakwater-street", "ways");
    await expect(page.getByRole("row", { name: /^Price/ })).toContainText("not in the price book: clamps");
    await expect(
      page.getByText(/Managed charging meets it too, but has no price: the price book lacks clamps\./),
    ).toBeVisible();

    // The prices of before, as other tests share this firm.
    await page.goto(`${heron.url}/prices`);
    await take(file("again.csv", csv));
    await expect(page.getByRole("status")).toHaveText("Saved as version 4.");

    const other = await (await browser.newContext()).newPage();
    await signInAs(other, heron, "Tess Arbo");
    await other.goto(`${heron.url}/prices`);
    await expect(other.getByText("Only the owner of the firm can change prices.")).toBeVisible();
    await expect(other.getByRole("button", { name: /^Save/ })).toHaveCount(0);
  });
});

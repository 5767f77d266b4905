/** The Demand step beyond its first lines: the ledger's order, comparing methods, other people's totals, papers. */
import { spawnSync } from "node:child_process";
import { expect, field, importCase, openCopy, openStep, saved, signInAs, test } from "./heron.ts";

test("methods stand side by side, and another one can be chosen and printed", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await openCopy(page, heron, "tidewrack-lantern-row", "1 Method Mews", "demand");
  await page.getByText("Methods side by side").click();
  const range = page.locator("details tr", { hasText: "Range" });
  await expect(range).toContainText("8,000 VA");
  await expect(range).toContainText("5,095 VA");
  await range.getByRole("button", { name: /8,000 VA/ }).click();
  await expect(page.getByRole("complementary", { name: "Why this figure" })).toContainText("column C");
  await page.getByRole("combobox", { name: "Method" }).click();
  await page.getByTitle(/^Standard method/).click();
  await expect(page.getByText("Chosen by hand; the worksheet says so.")).toBeVisible();
  await expect(page.getByText("33.2 A over already", { exact: true })).toBeVisible();
  await saved(page);
  const read = async (query: string) => {
    const pdf = await page.request.get(`${heron.url}/jobs/${id}/papers/load-worksheet.pdf${query}`);
    return spawnSync("pdftotext", ["-layout", "-", "-"], { input: await pdf.body(), encoding: "utf8" }).stdout;
  };
  expect(await read("")).toMatch(/Standard method.*chosen by hand/);
  expect(await read("?method=nec-220.82")).toMatch(/printed for comparison/);
});

test("a second opinion names the mistake, and what would change is computed", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openCopy(page, heron, "tidewrack-lantern-row", "2 Method Mews", "demand");
  const total = field(page, "The total on someone else's worksheet");
  await total.fill("20,684 VA");
  await expect(page.getByText("10 kVA instead of 8 kVA was taken at 100 %")).toBeVisible();
  await total.fill("81.2 A");
  await expect(page.getByText("It agrees: Optional method, existing dwelling gives 19,484 VA")).toBeVisible();
  await total.fill("many");
  await expect(page.getByText('"many" is not a number')).toBeVisible();
  await expect(page.getByRole("row", { name: /A gas dryer/ })).toContainText("26.3 A");
  await field(page, "If this is added as well").fill("hot tub 50a");
  await expect(page.getByText(/Headroom -1.2 A instead of 18.8 A/)).toBeVisible();
});

test("rows are copied, moved, taken away, put back, and pasted from a spreadsheet", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await openCopy(page, heron, "tidewrack-lantern-row", "3 Method Mews", "demand");
  const names = () =>
    page.getByRole("textbox", { name: /^Name of/ }).evaluateAll((all) => all.map((e) => (e as HTMLInputElement).value));
  const start = await names();
  await page.getByRole("button", { name: "Copy Dryer" }).click();
  expect((await names()).filter((n) => n === "Dryer")).toHaveLength(2);
  await page.getByRole("button", { name: "Undo" }).click();
  const handle = page.getByRole("button", { name: /^Order of Range/ });
  await handle.hover();
  await expect(page.locator("tr", { has: handle })).toHaveAttribute("data-dragging", "false");
  await page.mouse.down();
  const dryer = await page.getByRole("textbox", { name: "Name of Dryer" }).boundingBox();
  if (!dryer) throw new Error("not drawn");
  await page.mouse.move(dryer.x + 20, dryer.y + dryer.height - 4, { steps: 6 });
  await expect(page.locator("tr[data-landing=after]")).toHaveCount(1);
  await page.mouse.up();
  expect((await names()).slice(2, 4)).toEqual(["Dryer", "Range"]);
  // Just after a drag a click is taken for its end; no hand is that quick.
  await expect(async () => {
    await page.getByRole("button", { name: "Remove Disposal" }).click({ timeout: 2000 });
    expect(await names()).not.toContain("Disposal");
  }).toPass();
  await page.getByRole("button", { name: "Undo" }).click();
  await page.getByRole("button", { name: "Undo" }).click();
  expect(await names()).toEqual(start);

  const rows = "Sauna\t6\tkW\nElephants\t3\nPool pump\t8 A\t240 V";
  await field(page, "Add a load").focus();
  await page.evaluate((text) => {
    const data = new DataTransfer();
    data.setData("text", text);
    document.activeElement?.dispatchEvent(
      new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, rows);
  await expect(page.getByRole("alert")).toContainText("2 entered; line 2:");
  await expect(field(page, "Add a load")).toHaveValue("Elephants 3");
  expect((await names()).slice(-2)).toEqual(["Sauna", "Pool pump"]);

  await saved(page);
  const csv = await (await page.request.get(`${heron.url}/jobs/${id}/ledger.csv`)).text();
  expect(csv).toContain("Sauna,Fastened appliance,,1,6000,6000,");
  const xlsx = await page.request.get(`${heron.url}/jobs/${id}/ledger.xlsx`);
  expect((await xlsx.body()).subarray(0, 2).toString()).toBe("PK");
});

test("a sub-panel groups the ledger, and its feeder is computed", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const source = await (await page.request.get(`${heron.url}/jobs/tidewrack-saltgrass-lane/case.json`)).json();
  source.title = "4 Method Mews";
  source.panels.push({
    id: "garage",
    name: "Garage",
    fedFrom: "main",
    spaces: 8,
    feeder: { ratingA: 30 },
    circuits: [],
  });
  source.charger.panel = "garage";
  await openStep(page, heron, await importCase(page, heron, source), "demand");
  await expect(page.getByRole("row", { name: /Feeder of Garage/ })).toContainText("30 A");
  await page.getByRole("combobox", { name: "Panel of Dishwasher" }).click();
  await page.getByTitle("Garage").last().click();
  await expect(page.getByRole("row", { name: /Feeder of Garage/ })).toContainText("25 A");
  await page.getByRole("link", { name: /Ways/ }).click();
  await expect(page.locator("[data-way=dedicated-circuit]")).toContainText("feeder to Garage has only 25 A spare");
});

/** The Demand step beyond its first lines: the ledger's order, comparing methods, other people's totals, papers. */
import { spawnSync } from "node:child_process";
import { caseOf, expect, field, goToStep, importCase, openCopy, openStep, saved, signInAs, test } from "./heron.ts";

test("methods are shown side by side, and another one can be chosen and printed", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await openCopy(page, heron, "tidewrack-lantern-row", "1 Method Mews", "demand");
  await page.getByText("Methods side by side").click();
  const range = page.getByRole("table", { name: "Methods side by side" }).getByRole("row", { name: "Range" });
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

test("heating units, a planned load, a socket on the cooker's control, settings and terminals have their controls", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  const us = await openCopy(page, heron, "tidewrack-lantern-row", "4 Method Mews", "demand");
  await field(page, "Add a load").fill("baseboard 6kw");
  await page.keyboard.press("Enter");
  const loads = async (job: string): Promise<Record<string, unknown>[]> => {
    await saved(page);
    return (await caseOf(page, heron, job)).loads;
  };
  await field(page, "Separately controlled units of Electric space heating").fill("4");
  await page.getByText("Methods side by side").click();
  expect((await loads(us)).at(-1)).toMatchObject({ kind: "space-heating", controlled: 4 });
  await expect(page.getByRole("table").filter({ hasText: "Optional method, dwelling unit" }).first()).toBeVisible();
  await page.getByRole("button", { name: "Electric space heating is planned, not there yet" }).click();
  await expect(page.locator("[data-load]", { hasText: "planned" })).toHaveCount(1);
  expect((await loads(us)).at(-1)).toMatchObject({ existing: false });

  await goToStep(page, "need");
  await field(page, "Current settings").fill("16, 24 A 40");
  await saved(page);
  expect((await caseOf(page, heron, us)).charger.settableA).toEqual([16, 24, 40]);
  await field(page, "Current settings").fill("16, many");
  await expect(page.getByText(/^Current settings .*"many"/)).toBeVisible();

  await goToStep(page, "survey");
  await expect(page.getByText("Accepted below the minimum")).toHaveCount(0);
  await field(page, "Service rating").fill("60");
  await page.getByRole("radiogroup", { name: "Accepted below the minimum" }).getByText("yes").click();
  await saved(page);
  expect((await caseOf(page, heron, us)).supply).toMatchObject({ ratingA: 60, belowMinimumAccepted: true });

  await goToStep(page, "circuit");
  await page.getByRole("button", { name: "Start the run" }).click();
  await page.getByRole("combobox", { name: "Terminals of this run" }).click();
  await page.getByTitle("75 °C, marked at both ends").click();
  await saved(page);
  expect((await caseOf(page, heron, us)).run).toMatchObject({ terminalC: 75 });

  await signInAs(page, heron, "Wren Osier");
  const uk = await openCopy(page, heron, "osier-sluice-road", "5 Method Mews", "demand");
  await page.getByRole("checkbox", { name: /^A socket on the control of/ }).check();
  expect((await loads(uk)).some((load) => load.socketOnControl === true)).toBe(true);
  await goToStep(page, "need");
  await field(page, "Margin of the clamps' limit").fill("8");
  await saved(page);
  expect((await caseOf(page, heron, uk)).options).toMatchObject({ managedMarginA: 8 });

  await goToStep(page, "circuit");
  await page.getByRole("button", { name: "Drive in front of the house" }).click();
  await field(page, "Width of the charger, m").fill("0.4");
  await page.getByText("A hole through it").click();
  await field(page, "All layers of the wall, mm").fill("320");
  await expect(page.getByText(/^Drilled at/)).toContainText("320.5 mm");
  await field(page, "All layers of the wall, mm").fill("20000");
  await expect(page.getByText("All layers of the wall, mm must be at most 10000")).toBeVisible();
  await saved(page);
  expect((await caseOf(page, heron, uk)).place).toMatchObject({ charger: { width: 0.4 }, hole: { thickness: 0.32 } });
});

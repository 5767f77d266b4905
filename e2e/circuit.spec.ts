/** The circuit: its run in parts, its conductor with every check, and the single line. */
import { expect, openCopy, saved, signInAs, test } from "./heron.ts";

const COPY = "6 Curlew Reach";

test("a run gives a circuit, and its conductor follows every part", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await openCopy(page, heron, "tidewrack-breakwater-street", COPY, "circuit");
  await expect(page.locator("#design")).toContainText("No run has been entered yet");
  await page.getByRole("button", { name: "Begin the run" }).click();
  await page.getByRole("textbox", { name: "Length of part 1" }).fill("45 ft");
  await expect(page.locator("#design")).toContainText("6 AWG NM-B cable on 50 A, for 40 A of charging");
  await page.getByRole("button", { name: "Add a part" }).click();
  await page.getByRole("combobox", { name: "Part 2: how it runs" }).click();
  await page.getByTitle("Buried in PVC schedule 40").click();
  await page.getByRole("textbox", { name: "Length of part 2" }).fill("0");
  await expect(page.getByRole("alert")).toContainText("must be greater than 0");
  await page.getByRole("textbox", { name: "Length of part 2" }).fill("260 ft");
  // Cable cannot be buried in conduit: single conductors are taken there, and grow for the volts they lose.
  await expect(page.locator("#design")).toContainText("Buried in PVC schedule 40: two of 3 AWG, earth conductor 6 AWG");
  await expect(page.locator("#checks")).toContainText("8 AWG fails: at the terminals, 60 °C");
  await expect(page.getByRole("row", { name: /^Holds Volt drop along the run/ })).toContainText("%");
  await page.getByRole("combobox", { name: "Conductors are taken at" }).click();
  await page.getByTitle("75 °C, all ends marked so").click();
  await expect(page.locator("#checks")).toContainText("At the terminals, 75 °C");
  await page.getByRole("textbox", { name: "Temperature round it, °C" }).fill("71");
  await expect(page.getByRole("alert")).toContainText("must be at most 70");
  await page.getByRole("textbox", { name: "Temperature round it, °C" }).fill("45");
  await expect(page.locator("#checks")).toContainText("x 0.87 x 1");
  await expect(page.getByRole("img", { name: /^Single line: .*Charger, 40 A, 240 V, new$/ })).toBeVisible();
  await saved(page);
  // What the run takes is in the price of the way.
  await page.goto(`${heron.url}/jobs/${id}/ways`);
  await page
    .getByRole("button", { name: /^Price, typical: .*Why\?$/ })
    .first()
    .click();
  await expect(page.getByText(/PVC for burial with bedding and tape, 260 ft = /)).toBeVisible();
});

test("where no size carries it the way says so, and a lower current is taken before", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  await openCopy(page, heron, "osier-withy-walk", COPY, "circuit");
  await page.getByRole("button", { name: "Begin the run" }).click();
  await page.getByRole("textbox", { name: "Length of part 1" }).fill("30 m");
  await expect(page.locator("#design")).toContainText("on 40 A, for 32 A of charging");
  await expect(page.getByRole("row", { name: /Earth fault loop Zs, hot/ })).toBeVisible();
  await page.getByRole("textbox", { name: "Length of part 1" }).fill("400 m");
  await expect(page.locator("#design")).not.toContainText("for 32 A of charging");
  await page.getByRole("textbox", { name: "Length of part 1" }).fill("5000 m");
  await expect(page.locator("#design")).toContainText(/more than 5 %|No way can be taken/);
  await page.getByRole("button", { name: "Take away part 1" }).click();
  await expect(page.locator("#design")).toContainText("No run has been entered yet");
});

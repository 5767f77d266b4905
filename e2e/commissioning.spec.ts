/** A charger is joined, seen live and checked, by itself and with clamps; its faults are found. */
import type { ChildProcess } from "node:child_process";
import type { Page } from "@playwright/test";
import type { CaseDocument } from "#core/case/document/types.ts";
import { knownUsHome } from "#core/testing/cases.ts";
import { loggedUkHome } from "#core/testing/logged-homes.ts";
import type { Fault } from "../standins/charger/charge-point.ts";
import { type Connection, connectCharger } from "../standins/charger/connect.ts";
import { freePort, startRecorder } from "../tests/stand-in.ts";
import { caseOf, expect, Heron, importCase, openStep, saved, signInAs, test } from "./heron.ts";

/** Joins a charger by the page. @returns the password that is shown once */
async function join(page: Page, id: string): Promise<string> {
  const section = page.locator("#commissioning");
  await section.getByRole("textbox", { name: "Id of the charger" }).fill(id);
  await section.getByRole("button", { name: "Join it" }).click();
  await expect(section.getByText("Password, shown once")).toBeVisible();
  return (await section.locator("dd code").last().textContent()) ?? "";
}

interface More extends Partial<Connection> {
  named?: readonly Fault[];
}
const charger = (heron: Heron, id: string, token: string, { named = [], ...more }: More = {}) =>
  connectCharger({
    url: `${heron.url.replace(/^http/, "ws")}/ocpp`,
    id,
    token,
    setA: 32,
    volts: 230,
    phases: 1,
    carA: 32,
    everyMs: 300,
    speed: 1,
    faults: new Set(named),
    hasPenDetection: true,
    ...more,
  });

const shownOf = (page: Page, id: string) => page.getByRole("article", { name: `Charger ${id}` });
const isConnected = (page: Page, id: string) =>
  expect(shownOf(page, id)).toContainText("Connected since", { timeout: 20_000 });
const checksOf = (page: Page) => page.getByRole("list", { name: "Checks" });

test("a charger is joined, seen live, and checked by one press each", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const job = await importCase(page, heron, { ...loggedUkHome(), title: "1 Charger Close" });
  await openStep(page, heron, job, "log");
  const off = await charger(heron, "close-1", await join(page, "close-1"));
  const shown = shownOf(page, "close-1");
  await isConnected(page, "close-1");
  await expect(shown).toContainText("charging");
  await expect(shown).toContainText("offers 32 A");
  const checks = checksOf(page);
  await page.getByRole("button", { name: "Check: Limit" }).click();
  await expect(checks).toContainText("The charger offers 32 A of the designed 32 A", { timeout: 20_000 });
  await page.getByRole("button", { name: "Check: Lost PEN" }).click();
  await expect(checks).toContainText("line, neutral and earth together, as it says", { timeout: 30_000 });
  await page.getByRole("button", { name: "Check: Power back" }).click();
  await expect(checks).toContainText("After the interruption it took or offered 32 A at most", { timeout: 40_000 });
  await expect(page.locator("#commissioning")).toContainText("all checks pass");
  await saved(page);
  expect((await caseOf(page, heron, job)).installation.checks).toMatchObject([
    { id: "limit", verdict: "pass", by: "Wren Osier" },
    { id: "lost-pen", verdict: "pass" },
    { id: "power-back", verdict: "pass" },
  ]);
  await checks.getByRole("button", { name: "Record of Lost PEN" }).click();
  await expect(checks.getByRole("figure", { name: "Record of Lost PEN" })).toContainText("Wren Osier");
  await off();
  await expect(shown).toContainText("Not connected, last seen", { timeout: 20_000 });

  // By hand, and taken back.
  await page.getByRole("textbox", { name: "What was seen: Lost PEN" }).fill("opened after 2 s");
  await page.getByRole("button", { name: "By hand, passes: Lost PEN" }).click();
  await expect(checks).toContainText("opened after 2 s");
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
    const off = await charger(heron, "close-2", await join(page, "close-2"), { named: ["wrong-limit"] });
    await isConnected(page, "close-2");
    await page.getByRole("button", { name: "Check: Limit" }).click();
    const checks = checksOf(page);
    await expect(checks).toContainText("offers 48 A instead of the designed 32 A", { timeout: 20_000 });
    await expect(checks).toContainText("Fails");
    await off();
    await expect(shownOf(page, "close-2")).toContainText("Not connected", { timeout: 20_000 });
    await expect(page.getByRole("button", { name: "Check: Power back" })).toBeDisabled();
    await saved(page);
    expect((await caseOf(page, heron, job)).installation.checks).toHaveLength(1);
  });
});

test("a hand is asked for what no device can switch", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const job = await importCase(page, heron, { ...loggedUkHome(), title: "4 Charger Close" });
  await openStep(page, heron, job, "log");
  const off = await charger(heron, "close-4", await join(page, "close-4"), { needsTester: true });
  await isConnected(page, "close-4");
  const section = page.locator("#commissioning");
  const asked = section.getByRole("alert");
  await page.getByRole("button", { name: "Check: Lost PEN" }).click();
  await expect(asked).toContainText("Set the tester at the charger to 200 V", { timeout: 20_000 });
  await asked.getByRole("button", { name: "Cannot be done" }).click();
  await expect(checksOf(page)).toContainText("Not done. Nobody set the voltage", { timeout: 20_000 });

  // Somebody says that it is done, but the voltage has not changed.
  await page.getByRole("button", { name: "Check: Lost PEN" }).click();
  await expect(asked).toContainText("200 V", { timeout: 20_000 });
  await asked.getByRole("button", { name: "Done", exact: true }).click();
  await expect(asked).toContainText("Take the tester away", { timeout: 20_000 });
  await asked.getByRole("button", { name: "Done", exact: true }).click();
  await expect(asked).toContainText("260 V", { timeout: 20_000 });
  await asked.getByRole("button", { name: "Done", exact: true }).click();
  await expect(asked).toContainText("Take the tester away", { timeout: 20_000 });
  await asked.getByRole("button", { name: "Done", exact: true }).click();
  await expect(checksOf(page)).toContainText("it did not open within 5 s", { timeout: 20_000 });
  await off();
});

test.describe("with clamps", () => {
  const managed = (home: CaseDocument, chargeA: number): CaseDocument => ({
    ...home,
    decision: {
      way: "dynamic-load-management",
      chargeA,
      verdict: "ready",
      meetsNeed: true,
      why: "for the test",
      by: "Mara Quill",
      on: "2026-12-01",
    },
  });

  test("a check has one run at a time, can be stopped, and leaves nothing when its clamps are gone", async ({
    browser,
  }) => {
    const port = await freePort();
    const heron = await Heron.start({ HERON_RECORDERS: `tidewrack=127.0.0.1:${port}` });
    let recorder: ChildProcess | undefined;
    let off = async () => {};
    try {
      recorder = await startRecorder(port, 1, { HOUSE_A: "6" });
      const page = await (await browser.newContext()).newPage();
      await signInAs(page, heron, "Mara Quill");
      const job = await importCase(page, heron, { ...managed(knownUsHome(), 48), title: "3 Charger Close" });
      await openStep(page, heron, job, "log");
      off = await charger(heron, "close-3", await join(page, "close-3"), {
        setA: 48,
        carA: 48,
        volts: 240,
        hasPenDetection: false,
        clamps: `127.0.0.1:${port}`,
        limitA: 160,
      });
      await isConnected(page, "close-3");
      const section = page.locator("#commissioning");
      await section.getByText("What a clamp in the wrong place would read").click();
      await expect(section.getByRole("table", { name: "Placings of a clamp" })).toContainText("The wrong way round");
      await page.getByRole("button", { name: "Check: Clamp" }).click();
      const checks = checksOf(page);
      await expect(checks).toContainText("within 10 %, and import is positive", { timeout: 40_000 });

      // Another person is told who makes a check at the moment, and can stop it.
      await page.getByRole("button", { name: "Check: Throttle" }).click();
      await expect(section).toContainText("Throttle: being made", { timeout: 20_000 });
      const colleague = await (await browser.newContext()).newPage();
      await signInAs(colleague, heron, "Jonah Pike");
      const begun = await colleague.request.post(`${heron.url}/jobs/${job}/commissioning`, {
        form: { what: "begin", checks: "limit", charger: "close-3" },
        headers: { Origin: heron.url },
        failOnStatusCode: false,
      });
      expect([begun.status(), (await begun.json()).problem]).toEqual([
        409,
        "Mara Quill makes checks of this job at the moment.",
      ]);
      await section.getByRole("button", { name: "Stop" }).click();
      await expect(checks).toContainText("Not done. It was stopped. Nothing is recorded of it", { timeout: 20_000 });
      expect((await caseOf(page, heron, job)).installation.checks).toMatchObject([{ id: "clamp", verdict: "pass" }]);

      // Its clamps lose their supply in the middle: not done, nothing kept.
      await page.getByRole("button", { name: "Check: Clamp" }).click();
      await expect(section).toContainText("Clamp: being made", { timeout: 20_000 });
      recorder.kill("SIGKILL");
      await expect(checks).toContainText(/Not done\. (The clamps send nothing|.*lost meanwhile)/, { timeout: 40_000 });
      expect((await caseOf(page, heron, job)).installation.checks).toMatchObject([{ id: "clamp", verdict: "pass" }]);
    } finally {
      await off();
      recorder?.kill("SIGKILL");
      await heron.stop();
    }
  });
});

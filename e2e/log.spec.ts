/** The log on site: isolated, tightened, tested and signed, up to the certificate; with a thumb, and without a line. */
import type { Page } from "@playwright/test";
import { loggedUkHome, loggedUsHome } from "#core/testing/logged-homes.ts";
import { caseOf, expect, importCase, openStep, saved, signInAs, test } from "./heron.ts";

const READINGS: readonly [label: string, value: string][] = [
  ["Continuity R1+R2", "190 mohm"],
  ["Insulation, line to earth", "250"],
  ["Insulation, neutral to earth", "260"],
  ["Insulation, line to neutral", "> 999"],
  ["Loop of the supply Ze", "0.21"],
  ["Earth fault loop Zs", "0.4"],
  ["Prospective fault current", "1.1"],
  ["Residual current device at 30 mA", "24"],
  ["Detection of 6 mA smooth direct current", "2.1"],
  ["Lost PEN, below 207 V", "3.2"],
  ["Lost PEN, above 253 V", "3.4"],
];

async function enter(page: Page, label: string, value: string) {
  const field = page.getByRole("textbox", { name: label, exact: true });
  await field.fill(value);
  await field.press("Enter");
}
const lineOf = (page: Page, label: string) => page.locator("#tests li").filter({ hasText: label });

/** A home of the United Kingdom with a run and without a log. */
function homeToLog() {
  const { installation: _, ...home } = loggedUkHome();
  return { ...home, title: "14 Marsh View", enquiry: { ...home.enquiry, address: "14 Marsh View" } };
}

// A wrong PIN is answered with 422.
test.use({ expectedErrors: /422/ });

test("an installation is logged up to its certificate, which is refused until then", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await importCase(page, heron, homeToLog());
  await openStep(page, heron, id, "log");
  await expect(page.getByText("Isolated, locked off and proved dead before a cover comes off")).toBeVisible();
  const isolation = page.getByRole("list", { name: "The supply" });
  for (let done = 1; done <= 6; done++) {
    await isolation
      .getByRole("button", { name: /^Done: / })
      .first()
      .click();
    await expect(isolation.getByRole("button", { name: /^Take back: / })).toHaveCount(done);
  }
  await expect(page.locator("#isolation")).toContainText("Proved dead");

  // A terminal is judged by the label's value and by the tool.
  await page.getByLabel("Calibrated on").fill("2026-06-01");
  const terminals = page.getByRole("table", { name: "Terminals" });
  const names = await terminals
    .getByRole("textbox", { name: /^Label value: / })
    .evaluateAll((all) => all.map((field) => field.getAttribute("aria-label")?.replace("Label value: ", "") ?? ""));
  expect(names.length).toBeGreaterThan(6);
  for (const name of names) {
    await page.getByRole("textbox", { name: `Label value: ${name}`, exact: true }).fill("2.5");
    await page
      .getByRole("textbox", { name: `Done value: ${name}`, exact: true })
      .fill(name === names[0] ? "3.5" : "2.5");
  }
  await page.keyboard.press("Tab");
  await expect(terminals.getByRole("row").filter({ hasText: names[0] ?? "" })).toContainText("by more than 10 %");
  await page.getByRole("textbox", { name: `Done value: ${names[0]}`, exact: true }).fill("2.6");
  await page.keyboard.press("Tab");
  await expect(page.locator("#terminals")).toContainText("all pass");

  // A reading is refused at its field, and judged at once.
  await enter(page, "Earth fault loop Zs", "0.4 V");
  await expect(lineOf(page, "Earth fault loop Zs")).toContainText("Type it in ohm or mohm");
  await enter(page, "Earth fault loop Zs", "30000");
  await expect(lineOf(page, "Earth fault loop Zs")).toContainText("is shown by no meter");
  for (const [label, value] of READINGS) await enter(page, label, value);
  await page.getByRole("radiogroup", { name: "Polarity" }).getByText("yes", { exact: true }).click();
  await expect(lineOf(page, "Polarity")).toContainText("Passes");
  await enter(page, "Insulation, line to earth", "0.4");
  await expect(lineOf(page, "Insulation, line to earth")).toContainText("Fails");
  await expect(lineOf(page, "Insulation, line to earth")).toContainText("Look for damp");

  // The certificate is refused, and nobody can give a reason for that on Papers.
  const certificate = page.locator("#certificate");
  await expect(certificate.getByRole("list", { name: "Against the certificate" })).toContainText(
    "Insulation, line to earth",
  );
  await saved(page);
  const refused = await page.request.post(`${heron.url}/jobs/${id}/issued`, {
    headers: { Origin: heron.url },
    form: {
      what: "issue",
      id: crypto.randomUUID(),
      paper: "certificate",
      revision: (await revisionOf(page, heron.url, id)).toString(),
      reason: "in a hurry",
    },
    failOnStatusCode: false,
  });
  expect(refused.status()).toBe(422);

  // A licensed person answers for it, or it is tested again.
  await certificate
    .getByRole("textbox", { name: "Why the work may be certified without it" })
    .fill("the charger stays connected");
  await certificate.getByRole("button", { name: "Answer for it" }).click();
  await expect(certificate.getByRole("list", { name: "Departures" })).toContainText("the charger stays connected");
  await certificate.getByRole("button", { name: /^Take back the departure/ }).click();
  await enter(page, "Insulation, line to earth", "250");
  await expect(certificate).toContainText("Nothing obligatory is missing");
  // An edit writes no signature, and a wrong PIN signs nothing.
  const forged = { op: "add", path: "/installation/signed", value: [{ for: "design", name: "W", on: "2026-12-01" }] };
  const edited = await page.request.post(`${heron.url}/jobs/${id}/edits`, {
    headers: { Origin: heron.url },
    data: { id: crypto.randomUUID(), baseRevision: await revisionOf(page, heron.url, id), patch: [forged] },
    failOnStatusCode: false,
  });
  expect(edited.status()).toBe(422);
  await certificate.getByLabel("PIN or code for the design").fill("1357");
  await certificate.getByRole("button", { name: "Sign for the design" }).click();
  await expect(certificate.getByRole("alert")).toContainText("neither your PIN nor a code");
  for (const part of ["design", "construction", "inspection"]) {
    await certificate.getByLabel(`PIN or code for the ${part}`).fill("2468");
    await certificate.getByRole("button", { name: `Sign for the ${part}` }).click();
    await expect(certificate.getByRole("button", { name: `Take back the signature for the ${part}` })).toBeVisible();
  }
  await certificate.getByLabel("Next inspection").fill("2031-12-01");
  await saved(page);
  const document = await caseOf(page, heron, id);
  expect(document.installation.tests).toHaveLength(READINGS.length + 1);
  expect(document.installation.tests.find(({ id: test }: { id: string }) => test === "r1r2")).toMatchObject({
    value: 190,
    unit: "mohm",
    by: "Wren Osier",
  });

  await openStep(page, heron, id, "papers");
  await page.getByRole("button", { name: /^Installation certificate/ }).click();
  await page.getByRole("button", { name: "Issue Installation certificate and schedule of results" }).click();
  await expect(page.getByRole("button", { name: /^Installation certificate.*version 1 holds/ })).toBeVisible();
});

const revisionOf = async (page: Page, url: string, job: string): Promise<number> =>
  (await (await page.request.get(`${url}/jobs/${job}/issued`)).json()).revision;

test("what was built otherwise is judged again, and an undo takes a reading back", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await importCase(page, heron, homeToLog());
  await openStep(page, heron, id, "log");
  await enter(page, "Continuity R1+R2", "0.19");
  await expect(lineOf(page, "Continuity R1+R2")).toContainText("Passes");
  await page.locator("#as-built").getByRole("textbox", { name: "Length" }).fill("15");
  await page.keyboard.press("Tab");
  await expect(lineOf(page, "Continuity R1+R2")).toContainText("Look again");
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(lineOf(page, "Continuity R1+R2")).toContainText("Passes");
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(page.getByRole("textbox", { name: "Continuity R1+R2" })).toHaveValue("");
});

test("an apprentice prepares the log and signs nothing", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await importCase(page, heron, { ...loggedUsHome(), title: "2 Log Lane" });
  await signInAs(page, heron, "Tess Arbo");
  await openStep(page, heron, id, "log");
  await enter(page, "Line 1 to ground", "120");
  await expect(lineOf(page, "Line 1 to ground")).toContainText("Passes");
  const certificate = page.locator("#certificate");
  await expect(certificate).toContainText("A licensed person of your firm signs it");
  await expect(certificate.getByRole("button", { name: /^Sign for/ })).toHaveCount(0);
  await expect(certificate.getByRole("button", { name: "Answer for it" })).toHaveCount(0);
  // Not by a request either.
  const signature = { for: "design", name: "Tess Arbo", on: "2026-12-01" };
  for (const op of [
    { op: "add", path: "/installation/signed", value: [signature] },
    { op: "replace", path: "/installation", value: { signed: [signature] } },
    { op: "add", path: "/installation/departures", value: [{ test: "egc", by: "Tess Arbo", why: "in a hurry" }] },
  ]) {
    const answer = await page.request.post(`${heron.url}/jobs/${id}/edits`, {
      headers: { Origin: heron.url },
      data: { id: crypto.randomUUID(), baseRevision: 1, patch: [op] },
      failOnStatusCode: false,
    });
    expect(answer.status()).toBe(422);
  }
});

test.describe("on a phone without a line", () => {
  test.use({
    viewport: { width: 390, height: 844 },
    serviceWorkers: "allow",
    expectedErrors: /ERR_INTERNET_DISCONNECTED/,
  });

  test("readings wait and arrive once the line is back", async ({ page, heron, context }) => {
    await signInAs(page, heron, "Wren Osier");
    const id = await importCase(page, heron, homeToLog());
    await openStep(page, heron, id, "log");
    await context.setOffline(true);
    for (const [label, value] of READINGS.slice(0, 4)) await enter(page, label, value);
    await expect(lineOf(page, "Insulation, line to neutral")).toContainText("Passes");
    await context.setOffline(false);
    await expect
      .poll(async () => (await caseOf(page, heron, id)).installation?.tests?.length ?? 0, { timeout: 30_000 })
      .toBe(4);
  });
});

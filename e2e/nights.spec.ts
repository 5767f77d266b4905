/** Measured demand and real nights: files, a recorder, evidence, and the ways replayed. */
import Modbus from "modbus-serial";
import { CLAMP_TROUBLES, HOLDING_REGISTERS } from "#core/energy/recorder/registers.ts";
import { expect, openCopy, openStep, saved, signInAs, test } from "./heron.ts";

const MINUTE_MS = 60_000;
const stamp = (ms: number) => new Date(ms).toISOString().slice(0, 16);
/** Days of minutes from the first of November 2025. */
const days = (count: number, head: string, value: (minute: number) => number) =>
  Buffer.from(
    `${head}\n${Array.from({ length: count * 1440 }, (_, k) => `${stamp(Date.UTC(2025, 10, 1) + k * MINUTE_MS)},${value(k)}`).join("\n")}\n`,
  );
const file = (name: string, buffer: Buffer) => ({ name, mimeType: "text/csv", buffer });

test("a file is read, its columns answered once, judged, stored and made the evidence", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await openCopy(page, heron, "tidewrack-kelp-row", "1 Sandpiper Walk", "demand");
  const measured = page.locator("#measured");
  await measured.getByRole("button", { name: "Files and recorders" }).click();
  const input = measured.getByLabel("File of interval data");

  // A broken file is reported with its line, and nothing is stored.
  await input.setInputFiles(file("broken.csv", Buffer.from("start,kWh\n2025-02-28T23:30,1\n2025-02-30T00:00,1\n")));
  await expect(measured.getByRole("alert")).toContainText(
    'line 3: "2025-02-30T00:00" is not a date and time that exists',
  );
  await expect(measured.getByRole("table", { name: "Kept with this job" })).toBeHidden();

  // No column says its unit: it is asked, once for the firm.
  const amps = days(40, "When,Load", (k) => (k % 1440 > 1080 && k % 1440 < 1110 ? 46 : 8 + (k % 7) / 10));
  await input.setInputFiles(file("meter.csv", amps));
  await expect(measured.getByText("Not clear from the file: the unit of the values")).toBeVisible();
  await measured.getByRole("button", { name: "Read it this way" }).click();
  await expect(measured.getByRole("alert")).toContainText("Choose the unit");
  await measured.getByRole("combobox", { name: "Unit" }).click();
  await page.getByTitle("A", { exact: true }).click();
  await measured.getByRole("button", { name: "Read it this way" }).click();
  const sheet = measured.getByRole("article", { name: "meter.csv" });
  await expect(sheet).toContainText("1-minute values over 40 days");
  await expect(sheet.getByRole("status")).toContainText("The rules are met");
  await expect(sheet.getByText(/^met/).first()).toBeVisible();
  await expect(sheet.getByText("Highest 15-minute averages")).toBeVisible();
  await sheet.getByRole("button", { name: "Make it the evidence" }).click();
  await expect(sheet).toContainText("This file is the evidence of the job");
  await expect(measured).toContainText("It governs: 57.5 A by NEC 220.87");
  await sheet.getByRole("button", { name: "Show the charts" }).click();
  for (const chart of ["Days", "How long", "Hour by day", "Weekdays", "Seasons"]) {
    await sheet.getByText(chart, { exact: true }).click();
    await expect(sheet.locator(".js-plotly-plot .main-svg").first()).toBeVisible();
  }
  await saved(page);
  const kept = await page.request.get(`${heron.url}/jobs/${id}/case.json`);
  expect((await kept.json()).measured).toMatchObject({ source: "recorder", days: 40, file: "meter.csv" });

  // The firm's next file of the kind is not asked about; another home's file is.
  await input.setInputFiles(
    file(
      "neighbour.csv",
      days(3, "When,Load", (k) => (k < 300 ? 240 : 10 + (k % 9) / 10)),
    ),
  );
  const other = measured.getByRole("article", { name: "neighbour.csv" });
  await expect(other).toContainText("is this the file of this home?");
  await expect(other).toContainText("A recording must run for at least 30 days");
  await expect(other.getByRole("button", { name: "Make it the evidence" })).toBeDisabled();
  await measured.getByRole("button", { name: "Remove neighbour.csv" }).click();
  await expect(measured.getByRole("row", { name: /neighbour.csv/ })).toBeHidden();
  await page.reload();
  await page.waitForSelector("html[data-ready=job]");
  await measured.getByRole("button", { name: "Files and recorders" }).click();
  await measured.getByRole("button", { name: "Open meter.csv" }).click();
  await expect(measured.getByRole("article", { name: "meter.csv" })).toContainText(
    "This file is the evidence of the job",
  );
});

test.describe("with the line down", () => {
  test.use({ serviceWorkers: "allow", expectedErrors: /net::ERR_/ });

  test("a file that is read without a line waits in the browser and goes up when it is back", async ({
    page,
    heron,
    context,
  }) => {
    await signInAs(page, heron, "Mara Quill");
    const id = await openCopy(page, heron, "tidewrack-kelp-row", "2 Sandpiper Walk", "demand");
    const measured = page.locator("#measured");
    await measured.getByRole("button", { name: "Files and recorders" }).click();
    await expect(measured.getByRole("button", { name: "Read a file" })).toBeVisible();
    // The parts of Heron are at hand once its first page has fetched them.
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await page.reload();
    await page.waitForSelector("html[data-ready=job]");
    await measured.getByRole("button", { name: "Files and recorders" }).click();
    await expect(measured.getByRole("button", { name: "Read a file" })).toBeVisible();
    await context.setOffline(true);
    await measured.getByLabel("File of interval data").setInputFiles(
      file(
        "cupboard.csv",
        days(8, "start,A", (k) => 8 + (k % 7) / 10),
      ),
    );
    await expect(measured.getByRole("article", { name: "cupboard.csv" })).toContainText("1-minute values over 8 days");
    await expect(measured.getByRole("row", { name: /cupboard.csv waiting here for a connection/ })).toBeVisible();
    await context.setOffline(false);
    await expect(measured.getByRole("row", { name: /cupboard.csv waiting/ })).toBeHidden();
    const list = await (await page.request.get(`${heron.url}/jobs/${id}/interval-data`)).json();
    expect(list.map((k: { name: string }) => k.name)).toEqual(["cupboard.csv"]);
  });
});

test("a recorder is found, watched, started and read out; how its clamps sit is said", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openCopy(page, heron, "tidewrack-kelp-row", "3 Sandpiper Walk", "demand");
  const measured = page.locator("#measured");
  await measured.getByRole("button", { name: "Files and recorders" }).click();
  await measured.getByRole("button", { name: "Find the recorder" }).click();
  const recorder = measured.getByRole("region", { name: /^Recorder at/ });
  await expect(recorder).toContainText("Every clamp follows the voltage of its leg");

  const client = new Modbus();
  await client.connectTCP("127.0.0.1", { port: heron.recorderPort });
  client.setID(1);
  const fault = (clamp: number, trouble: (typeof CLAMP_TROUBLES)[number]) =>
    client.writeRegister(HOLDING_REGISTERS.faults + clamp, CLAMP_TROUBLES.indexOf(trouble));
  await fault(0, "reversed");
  await fault(1, "wrong-conductor");
  await expect(recorder.getByRole("alert")).toContainText("Clamp 1 is the wrong way round");
  await expect(recorder.getByRole("alert")).toContainText("Clamp 2 does not follow the voltage of its leg");
  await fault(0, "open");
  await fault(1, "none");
  await expect(recorder.getByRole("alert")).toContainText("its jaws are open");
  await fault(0, "none");
  client.close(() => {});

  await recorder.getByRole("button", { name: "Start a recording" }).click();
  await expect(recorder.getByRole("status")).toContainText("has ended its recording: 31 days of 1-minute averages");
  await recorder.getByRole("button", { name: "Read out the recording" }).click();
  const sheet = measured.getByRole("article", { name: /^recorder-.*\.csv/ });
  await expect(sheet).toContainText("1-minute values over 31 days");
  await expect(sheet.getByRole("button", { name: "Make it the evidence" })).toBeEnabled();

  heron.killRecorder();
  await expect(recorder.getByRole("alert")).toContainText("The recorder does not answer");
  await heron.reviveRecorder();
  await expect(recorder.getByRole("alert")).toBeHidden();
});

test("the ways are replayed on the year of the meter, a night is gone through, and the answer counts on it", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  await openStep(page, heron, "tidewrack-breakwater-street", "ways");
  const nights = page.locator("#nights");
  await nights.getByRole("button", { name: "Look at real nights" }).click();
  await nights.getByRole("button", { name: "Replay the nights" }).click();
  const table = nights.getByRole("table", { name: "What each way gives in a year" });
  await expect(table.getByRole("row", { name: /^Managed charging/ })).toContainText(/\d+ of 364/);
  await expect(nights.getByText("One night in detail")).toBeVisible();
  const scrubber = nights.getByRole("slider", { name: "Moment of the night" });
  await scrubber.press("Home");
  await expect(nights.getByText(/in the car 0 kWh of/)).toBeVisible();
  // Clamps that are turned round let the charger run into the limit.
  await nights.getByRole("combobox", { name: "Clamps" }).click();
  await page.getByTitle("Clamp the wrong way round: import is read as export").click();
  await expect(nights.getByText("With the usual lag, the limit of the rules")).toBeVisible();
  await nights.getByRole("combobox", { name: "Clamps" }).click();
  await page.getByTitle("Clamps sound").click();
  await nights.getByRole("button", { name: "Use these nights for the answer" }).click();
  await expect(nights.getByRole("status").last()).toContainText("The answer uses measured nights");
  await expect(page.getByRole("row", { name: /^Nights met/ })).toContainText("of 364 measured nights, replayed");
  await saved(page);
  const paper = await page.request.get(`${heron.url}/jobs/tidewrack-breakwater-street/papers/load-worksheet.pdf`);
  expect((await paper.body()).subarray(0, 5).toString()).toBe("%PDF-");
  await nights.getByRole("button", { name: "Go back to the usual profile of a house" }).click();
  await expect(page.getByRole("row", { name: /^Nights met/ })).not.toContainText("replayed");
  await saved(page);
});

test("made-up years are replayed, reported, and cancelled", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openStep(page, heron, "tidewrack-kelp-row", "ways");
  const nights = page.locator("#nights");
  await nights.getByRole("button", { name: "Look at real nights" }).click();
  await nights.getByRole("combobox", { name: "Years" }).click();
  await page.getByTitle("200", { exact: true }).click();
  await nights.getByRole("button", { name: "Replay the nights" }).click();
  await expect(nights.getByRole("progressbar", { name: "Nights replayed" })).toBeVisible();
  await nights.getByRole("button", { name: "Cancel" }).click();
  await expect(nights.getByRole("button", { name: "Replay the nights" })).toBeVisible();
  await nights.getByRole("combobox", { name: "Years" }).click();
  await page.getByTitle("10", { exact: true }).click();
  await nights.getByRole("button", { name: "Replay the nights" }).click();
  await expect(nights.getByRole("table", { name: "What each way gives in a year" })).toContainText(/of 3,?640/);
});

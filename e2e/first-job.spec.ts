import { spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { expect, field, newJob, openStep, saved, signInAs, signInByButton, test } from "./heron.ts";

test("from sign-in to a printed verdict", async ({ page, heron }) => {
  await page.goto(`${heron.url}/sign-in`);
  await field(page, "E-mail").fill("mara@tidewrack.example");
  await page.getByLabel("Password").fill("heron-demo");
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  await page.waitForURL(`${heron.url}/`);

  const id = await newJob(page, heron, "5 Cormorant Way");
  await expect(page.getByText(/For a first answer, enter the service rating/)).toBeVisible();
  await page.getByRole("navigation", { name: "Steps" }).getByRole("link", { name: /Ways/ }).click();
  await expect(page.getByText(/^Only so far, because what is missing could change it:/)).toBeVisible();
  await expect(page.getByText("recommended", { exact: true })).toHaveCount(0);
  await page
    .getByRole("navigation", { name: "Steps" })
    .getByRole("link", { name: /Survey/ })
    .click();
  await field(page, "Service rating").fill("100 A");
  await field(page, "Floor area").fill("1,850 sq ft");
  await field(page, "Number of spaces").fill("20");

  await page.keyboard.press("Tab");
  await page
    .getByRole("navigation", { name: "Steps" })
    .getByRole("link", { name: /Demand/ })
    .click();
  for (const load of ["range 9.6kw", "dryer", "wh", "dw", "disposal", "ac 24a 240v"]) {
    await field(page, "Add a load").fill(load);
    await field(page, "Add a load").press("Enter");
  }
  await expect(page.getByText("As it stands: 18.8 A spare")).toBeVisible();

  await page.getByRole("navigation", { name: "Steps" }).getByRole("link", { name: /Need/ }).click();
  await page.getByRole("button", { name: "Add a car" }).click();
  await page.getByLabel("Plugged in from").fill("20:00");
  await expect(page.getByText("Fits once confirmed")).toBeVisible();
  await expect(
    page.getByText(
      /^Confirm first: how far the car drives a day, which was only assumed, .* and the size of the service conductors/,
    ),
  ).toBeVisible();

  await page.getByRole("navigation", { name: "Steps" }).getByRole("link", { name: /Ways/ }).click();
  await expect(page.locator("[data-way]")).toHaveCount(8);
  await expect(page.locator("[data-way=dynamic-load-management]")).toContainText("recommended");
  await expect(page.locator("[data-way=dedicated-circuit]")).toContainText("Ruled out");

  await page
    .getByRole("navigation", { name: "Steps" })
    .getByRole("link", { name: /Papers/ })
    .click();
  await saved(page);
  const pdf = await page.request.get(`${heron.url}/jobs/${id}/papers/load-worksheet.pdf`);
  expect(pdf.headers()["content-type"]).toBe("application/pdf");
  const text = spawnSync("pdftotext", ["-layout", "-", "-"], { input: await pdf.body(), encoding: "utf8" }).stdout;
  for (const part of [
    "5 Cormorant Way",
    "19,484 VA",
    "NEC 220.83(A)",
    "40 %",
    "Signature and date",
    "Cautions",
    "Assumed",
  ])
    expect(text).toContain(part);
});

test("every figure answers why, and the answer follows the edits", async ({ page, heron }) => {
  await signInAs(page, heron, "Jonah Pike");
  await newJob(page, heron, "1 Why Street");
  await field(page, "Service rating").fill("100");
  await field(page, "Floor area").fill("1000");
  await page.keyboard.press("Tab");
  await page
    .getByRole("navigation", { name: "Steps" })
    .getByRole("link", { name: /Demand/ })
    .click();
  await field(page, "Add a load").fill("range 12kw");
  await field(page, "Add a load").press("Enter");
  const sheet = page.getByRole("complementary", { name: "Why this figure" });
  await page.getByRole("button", { name: /^Demand: / }).click();
  await expect(sheet).toContainText("12,600 VA");
  await field(page, "Nameplate of Range").fill("10 kW");
  await expect(sheet).toContainText("11,800 VA");
  await expect(sheet).toContainText("NEC 220.83");
  await page.keyboard.press("Escape");
  await expect(sheet).toHaveCount(0);
});

test("edits survive a reload, can be undone and redone, and are refused at the field", async ({ page, heron }) => {
  await signInAs(page, heron, "Jonah Pike");
  const id = await newJob(page, heron, "2 Undo Alley");
  await field(page, "Service rating").fill("150");
  await saved(page);
  await page.reload();
  await page.waitForSelector("html[data-ready=job]");
  await expect(field(page, "Service rating")).toHaveValue("150");

  for (const [typed, words] of [
    ["-5", /must be greater than 0/],
    ["99999", /must be at most 1200 A/],
    ["100 elephants", /"elephants" is not understood/],
  ] as const) {
    await field(page, "Service rating").fill(typed);
    await expect(page.getByRole("alert").filter({ hasText: words })).toBeVisible();
    await expect(field(page, "Service rating")).toHaveValue(typed);
  }
  await field(page, "Service rating").fill("200");
  await page.keyboard.press("Tab");
  await page.keyboard.press("Control+z");
  await expect(field(page, "Service rating")).toHaveValue("150");
  await page.keyboard.press("Control+Shift+z");
  await expect(field(page, "Service rating")).toHaveValue("200");
  await saved(page);

  const exported = await (await page.request.get(`${heron.url}/jobs/${id}/case.json`)).json();
  expect(exported.supply.ratingA).toBe(200);
  const assessment = await (await page.request.get(`${heron.url}/jobs/${id}/assessment.json`)).json();
  expect(assessment).toMatchObject({ format: "heron-assessment", supply: { ratingA: 200 } });
});

test("the keys lead from step to step, and list themselves", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  await openStep(page, heron, "osier-withy-walk", "survey");
  await page.keyboard.press("4");
  await expect(page).toHaveURL(/ways$/);
  await page.keyboard.press("2");
  await expect(field(page, "Add a load")).toBeVisible();
  await page.keyboard.press("a");
  await expect(field(page, "Add a load")).toBeFocused();
  await field(page, "Add a load").fill("3 elephants");
  await field(page, "Add a load").press("Enter");
  await expect(page.getByRole("alert")).toHaveText(/No load is called "elephants"/);
  await expect(field(page, "Add a load")).toHaveValue("3 elephants");
  await field(page, "Add a load").blur();
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog")).toContainText("Go to Survey");
});

test("import takes a case file, and refuses a wrong one by the path of each field", async ({ page, heron }) => {
  await signInByButton(page, heron, "Wren Osier");
  const good = JSON.parse(readFileSync("db/demo/osier-withy-walk.case.json", "utf8"));
  const upload = (name: string, content: string) =>
    page
      .locator("input[type=file]")
      .setInputFiles({ name, mimeType: "application/json", buffer: Buffer.from(content) });

  await upload(
    "bad.case.json",
    JSON.stringify({ ...good, rules: "uk-1899", loads: [{ id: "a", kind: "lighting", va: -1 }] }),
  );
  await expect(page.getByRole("alert")).toContainText("rules must be one of");
  await expect(page.getByRole("alert")).toContainText("loads[0].va must be greater than 0");
  await upload("foreign.json", '{"name":"something else"}');
  await expect(page.getByRole("alert")).toContainText('format must be "heron-case"');
  await upload("broken.json", '{"format": ');
  await expect(page.getByRole("alert")).toContainText("is not JSON");
  await upload("huge.json", " ".repeat(2_200_000));
  await expect(page.getByRole("alert")).toContainText("too large");

  await upload("good.case.json", JSON.stringify({ ...good, title: "9 Import Mews", attic: "boarded" }));
  await page.waitForSelector("html[data-ready=job]");
  await expect(page.getByRole("heading", { name: "9 Import Mews" })).toBeVisible();
  const id = new URL(page.url()).pathname.split("/")[2];
  const kept = await (await page.request.get(`${heron.url}/jobs/${id}/case.json`)).json();
  expect(kept.attic).toBe("boarded");
});

test("the list shows answer and next step, and finds a job", async ({ page, heron }) => {
  await signInByButton(page, heron, "Mara Quill");
  const row = page.getByRole("link", { name: /3 Coopers Slip/ });
  // What is due stands on top, and in its place among all jobs.
  await expect(row).toHaveCount(2);
  await expect(row.first()).toContainText("24 A shared circuit would meet the need");
  await expect(row.first().getByRole("img")).toHaveAttribute("aria-label", /Supply 100 A, demand 73.2 A/);
  await page.keyboard.press("/");
  await page.keyboard.type("saltgrass");
  await expect(page.getByText('1 of your jobs matches "saltgrass"')).toBeVisible();
  await expect(page.getByRole("link", { name: /27 Saltgrass Lane/ })).toBeVisible();
  await expect(row).toHaveCount(0);
});

/** The survey: panel and board, devices and links, findings, pictures, people. */
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, truncateSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import type { Page } from "@playwright/test";
import sharp from "sharp";
import { caseOf, expect, field, goToStep, type Heron, newJob, saved, signInAs, test } from "./heron.ts";
import { noisyPhoto, phonePhoto } from "./pictures.ts";

const device = (page: Page, name: RegExp | string) => page.getByRole("button", { name });
const addDevice = async (page: Page, text: string) => {
  const entry = page.getByRole("textbox", { name: /^Add a device/ });
  await entry.fill(text);
  await entry.press("Enter");
};
const photosOf = async (page: Page, heron: Heron, id: string) =>
  (await (await page.request.get(`${heron.url}/jobs/${id}/photos`)).json()).photos;
const files = (page: Page, item: string) => page.locator(`input[data-picker="Files: ${item}"]`);

test("a panel is entered by typing, and devices are moved by mouse and keyboard, swapped and taken out", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "1 Panel Street");
  await field(page, "Number of spaces").fill("12");
  await addDevice(page, "2p 30 dryer");
  await expect(device(page, /^Space 1 and 3: Dryer, 30 A, 2-pole/)).toBeVisible();
  await addDevice(page, "20 kitchen");
  await addDevice(page, "tandem 15 hall");
  await addDevice(page, "tandem 15 stairs");
  await expect(device(page, /^Space 4: Hall/)).toBeVisible();
  await expect(device(page, /^Space 4: Stairs/)).toBeVisible();
  await expect(page.getByText("8 of 12 spaces free")).toBeVisible();

  // By mouse: the kitchen from space 2 to space 9.
  await device(page, /^Space 9, free/).scrollIntoViewIfNeeded();
  const from = await device(page, /^Space 2: Kitchen/).boundingBox();
  const to = await device(page, /^Space 9, free/).boundingBox();
  if (!from || !to) throw new Error("not drawn");
  // Dragging loads on the first reach for a device, here only after the press.
  let come = () => {};
  const held = new Promise<void>((resolve) => {
    come = resolve;
  });
  await page.route("**/panel-drag-*.js", async (route) => {
    await held;
    await route.continue();
  });
  await page.mouse.move(from.x + 30, from.y + 10);
  await page.mouse.down();
  come();
  await expect(device(page, /^Space 2: Kitchen/)).toHaveAttribute("data-dragging", "false");
  await expect(async () => {
    await page.mouse.move(from.x + 40, from.y + 20);
    await page.mouse.move(to.x + 30, to.y + 10, { steps: 8 });
    await expect(device(page, /^Space 9, free/)).toHaveAttribute("data-landing", "fits", { timeout: 500 });
  }).toPass({ timeout: 20_000 });
  await page.mouse.up();
  await expect(device(page, /^Space 9: Kitchen/)).toBeVisible();

  // By keyboard: down one row, then walk up to the dryer and take it out.
  await device(page, /^Space 9: Kitchen/).focus();
  await page.keyboard.press("Alt+ArrowDown");
  await expect(device(page, /^Space 11: Kitchen/)).toBeVisible();
  for (let i = 0; i < 4; i++) await page.keyboard.press("ArrowUp");
  await expect(device(page, /^Space 1 and 3: Dryer/)).toBeFocused();
  await page.keyboard.press("Space");
  await device(page, /^Space 11: Kitchen/).click({ modifiers: ["Shift"] });
  await device(page, "Swap their places").click();
  await expect(page.getByText(/would reach space 13; the last one is 12/)).toBeVisible();
  await device(page, "Clear selection").click();
  await device(page, /^Space 1 and 3: Dryer/).focus();
  await page.keyboard.press("Delete");
  await expect(device(page, /Dryer, 30 A/)).toHaveCount(0);
  await device(page, "Undo").click();
  await expect(device(page, /^Space 1 and 3: Dryer/)).toBeVisible();
  await saved(page);
  const { panels } = await caseOf(page, heron, id);
  expect(panels[0].circuits.map((c: { label: string; position: number }) => [c.label, c.position])).toEqual(
    expect.arrayContaining([
      ["Dryer", 1],
      ["Kitchen", 11],
      ["Hall", 4],
      ["Stairs", 4],
    ]),
  );
});

test("impossible input is refused in words at its place, and nothing else is lost", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "2 Panel Street");
  await field(page, "Number of spaces").fill("4");
  await addDevice(page, "22 kitchen");
  await expect(page.getByText("There is no breaker of 22 A; the nearest standard rating is 20 A")).toBeVisible();
  await expect(field(page, "Add a device")).toHaveValue("22 kitchen");
  await addDevice(page, "2p 50 range");
  await addDevice(page, "2p 30 dryer");
  await addDevice(page, "20 kitchen");
  await expect(page.getByText("There is no room for it in this panel")).toBeVisible();
  await field(page, "Bus rating").fill("100");
  await field(page, "Main breaker").fill("400");
  await expect(page.getByText(/Main breaker of 400 A does not belong on a bus of 100 A/)).toBeVisible();
  await device(page, /^Space 1 and 3: Range/).click();
  await field(page, "First space").fill("2");
  await expect(page.getByText(/First space Space 2 is taken by "Dryer"|Space 2 is taken by "Dryer"/)).toBeVisible();
  await saved(page);
  const { panels } = await caseOf(page, heron, id);
  expect(panels[0]).toMatchObject({ busA: 100, circuits: [{ position: 1 }, { position: 2 }] });
  expect(panels[0].mainA ?? null).toBeNull();
  // The server also refuses edits that bypass the page.
  const send = (baseRevision: number, patch: object[]) =>
    page.request.post(`${heron.url}/jobs/${id}/edits`, {
      headers: { Origin: heron.url },
      data: { id: crypto.randomUUID(), baseRevision, patch },
    });
  // An edit ahead of the server is not accepted, and the answer contains the server's revision.
  const { revision } = await (await send(999, [{ op: "remove", path: "/title" }])).json();
  const edit = (patch: object[]) => send(revision, patch);
  const overlapping = await edit([{ op: "replace", path: "/panels/0/circuits/0/position", value: 2 }]);
  expect(overlapping.status()).toBe(422);
  expect(JSON.stringify(await overlapping.json())).toContain("is taken by");
  const circle = await edit([{ op: "add", path: "/panels/0/fedFrom", value: "main" }]);
  expect(JSON.stringify(await circle.json())).toContain("leads round in a circle");
});

test("sub-panels nest by their feeder, links keep loads from being counted twice, and the directory prints", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "3 Panel Street");
  await goToStep(page, "demand");
  for (const load of ["dryer", "range 12kw"]) {
    await field(page, "Add a load").fill(load);
    await field(page, "Add a load").press("Enter");
  }
  await page.getByRole("link", { name: "Survey" }).click();
  await field(page, "Number of spaces").fill("20");
  await addDevice(page, "2p 30 dryer");
  await expect(page.getByText(/^Added: .*; linked to Dryer, which is in the ledger$/)).toBeVisible();
  await addDevice(page, "2p 60 garage feeder");
  await device(page, "Add a sub-panel").click();
  await expect(page.getByRole("heading", { name: "Sub-panel", exact: true })).toBeVisible();
  await field(page, "Feeder rating").fill("60");
  await page.getByRole("combobox", { name: "Starts at device" }).click();
  await page.getByTitle("Garage feeder, 60 A").click();
  await expect(device(page, /Garage feeder.*feeds Sub-panel/)).toBeVisible();
  await expect(page.getByText(/Loads with no device linked to them:/)).toContainText("");
  await device(page, /Garage feeder/).click();
  await page.getByRole("combobox", { name: "Loads it feeds" }).click();
  await page.getByTitle("Dryer", { exact: true }).last().click();
  await expect(page.getByText("Dryer could be fed by Dryer and Garage feeder: link it to one.")).toBeVisible();
  await saved(page);
  const pdf = await page.request.get(`${heron.url}/jobs/${id}/papers/panel-directory.pdf`);
  const text = spawnSync("pdftotext", ["-layout", "-", "-"], { input: await pdf.body(), encoding: "utf8" }).stdout;
  expect(text).toMatch(/Main panel/);
  expect(text).toMatch(/2\s+Garage feeder \(feeds Sub-panel\)\s+60 A/);
  expect(text).toMatch(/Sub-panel, fed from Main panel/);
});

test("a circuit is entered with its load in one line, and several lines are pasted at once", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "17 One Line");
  const entry = page.getByRole("textbox", { name: "Add a device" });
  await entry.fill("range 50a 2 pole 12 kW");
  await expect(page.getByText("2-pole 50 A breaker, Range; load: Range, 12 kW")).toBeVisible();
  await entry.press("Enter");
  await expect(page.getByText(/^Added: 2-pole 50 A breaker, Range; load: Range, /)).toBeVisible();
  const onServer = () => caseOf(page, heron, id);
  await saved(page);
  const range = (await onServer()).loads.find((l: { kind: string }) => l.kind === "range");
  expect(range).toMatchObject({ va: 12000 });
  expect((await onServer()).panels[0].circuits).toMatchObject([{ ratingA: 50, poles: 2, loads: [range.id] }]);
  await page.getByRole("button", { name: "Undo" }).click();
  await saved(page);
  expect((await onServer()).panels[0].circuits ?? []).toEqual([]);
  expect((await onServer()).loads.filter((l: { kind: string }) => l.kind === "range")).toEqual([]);

  await entry.fill("12 kws range");
  await entry.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "not understood" })).toBeVisible();
  await entry.fill("");
  await entry.evaluate((input) => {
    const data = new DataTransfer();
    data.setData("text", "20 solar 2p backfed\n30/2 dryer 5kw\n15 hall\n47 pump");
    input.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await expect(page.getByText("3 of 4 lines added. 47 pump: There is no breaker of 47 A")).toBeVisible();
  await expect(page.locator("[data-device]")).toHaveCount(3);
  await saved(page);
  expect((await onServer()).supply.onsiteGeneration).toBe(true);
});

test("a UK board has ways in a row, RCD groups over them, and a type AC one is found", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  await newJob(page, heron, "1 Board Lane", "uk-bs7671-2018-a2");
  await field(page, "Number of ways").fill("8");
  await addDevice(page, "rcbo 32 cooker");
  await addDevice(page, "b6 lights");
  await expect(device(page, /^Way 1: Cooker, RCBO A, B32 A/)).toBeVisible();
  await device(page, /^Way 2: Lights/).focus();
  await page.keyboard.press("Alt+ArrowRight");
  await expect(device(page, /^Way 3: Lights/)).toBeVisible();
  await device(page, "Add an RCD over several ways").click();
  await field(page, "To way").fill("9");
  await expect(page.getByText(/there is no way 9; the last one is 8/)).toBeVisible();
  await field(page, "To way").fill("8");
  await page.locator("fieldset").getByText("AC", { exact: true }).click();
  await expect(page.getByText("RCD type AC")).toBeVisible();
  await expect(page.getByLabel("Findings")).toContainText("has an RCD of type AC");
});

test("values have sources; assumed ones are named in the answer until confirmed; ticked faults are findings", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  await newJob(page, heron, "4 Panel Street");
  await field(page, "Service rating").fill("125");
  const source = async (field: string, word: string) => {
    await page.getByRole("button", { name: new RegExp(`^${field}: where it came from`) }).click();
    await page.getByTitle(word, { exact: true }).click();
    await expect(page.getByRole("button", { name: `${field}: where it came from: ${word}` })).toBeVisible();
  };
  await source("Service rating", "assumed");
  await expect(page.getByText(/:.*service rating.*, which was only assumed/).first()).toBeVisible();
  await source("Service rating", "read");
  await expect(page.getByText(/which was only assumed/)).toHaveCount(0);
  await field(page, "Meter place").fill("hall");
  await source("Meter place", "assumed");
  await page.getByRole("button", { name: /^the answer: Open/ }).click();
  await expect(page.getByRole("complementary", { name: "Why this figure" })).toContainText("Meter place hall");
  await page.getByRole("checkbox", { name: "Heat marks or a burnt smell" }).check();
  await expect(page.getByRole("alert").filter({ hasText: /^Stop: Heat marks/ })).toBeVisible();
  await expect(page.getByLabel("Findings")).toContainText("find the cause");
  await saved(page);
});

test("a suggested type stays marked at its own receptacle when another one is removed", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await newJob(page, heron, "6 Panel Street");
  const add = page.getByRole("button", { name: "Add a receptacle" });
  for (let i = 0; i < 3; i++) await add.click();
  const marks = page.locator("#outlets").getByRole("button", { name: "Type is assumed: it is right" });
  const marked = () =>
    page
      .locator("#outlets [data-pointer$='/type']")
      .evaluateAll((fields) => fields.map((one) => one.querySelector("[data-source=assumed]") !== null));
  await expect(marks).toHaveCount(3);
  await marks.nth(2).click();
  await expect.poll(marked).toEqual([true, true, false]);
  await page
    .locator("#outlets")
    .getByRole("button", { name: /^Remove the/ })
    .first()
    .click();
  await expect.poll(marked).toEqual([true, false]);
  await marks.click();
  await expect.poll(marked).toEqual([false, false]);
  await saved(page);
});

test("pictures are turned upright, cleaned of their place, drawn on, and linked to what they prove", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "5 Panel Street");
  await files(page, "Meter").setInputFiles([
    { name: "a.jpg", mimeType: "image/jpeg", buffer: await phonePhoto(800, 600) },
    { name: "b.jpg", mimeType: "image/jpeg", buffer: await phonePhoto(640, 480) },
  ]);
  await expect(device(page, /^Meter: picture/)).toHaveCount(2);
  await expect(page.getByText(/waiting here/)).toHaveCount(0);
  const list = () => photosOf(page, heron, id);
  expect(await list()).toMatchObject([
    { item: "meter", width: 600, height: 800 },
    { width: 480, height: 640 },
  ]);

  await device(page, /^Meter: picture/)
    .first()
    .click();
  const dialog = page.getByRole("dialog", { name: "Picture" });
  await dialog.getByText("Route", { exact: true }).click();
  const canvas = dialog.locator("canvas").last();
  for (const position of [
    { x: 40, y: 60 },
    { x: 160, y: 90 },
    { x: 200, y: 200 },
  ])
    await canvas.click({ position });
  await dialog.getByRole("button", { name: "Finish" }).click();
  await dialog.getByText("Label", { exact: true }).click();
  await canvas.click({ position: { x: 90, y: 260 } });
  await dialog.getByLabel("Words of the mark").fill("gland here");
  await dialog.getByLabel("Words of the mark").press("Enter");
  await dialog.getByLabel("Caption").fill("Meter by the door");
  await dialog.getByRole("button", { name: "Done" }).click();
  await expect(device(page, "Meter: Meter by the door")).toBeVisible();
  await expect
    .poll(async () => (await list())[0])
    .toMatchObject({
      caption: "Meter by the door",
      marks: [{ kind: "route" }, { kind: "label", text: "gland here" }],
    });
  await device(page, "Meter: Meter by the door").click();
  await dialog.getByRole("combobox", { name: "What it proves" }).click();
  await page.getByTitle("Main breaker").last().click();
  await dialog.getByRole("button", { name: "Done" }).click();
  await expect(device(page, "Main breaker: Meter by the door")).toBeVisible();
  await expect.poll(async () => (await list()).map((p: { item: string }) => p.item)).toEqual(["supply-label", "meter"]);
});

test("a picture shows where the thing it proves is worked on", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "6 Panel Street");
  const jpeg = async (name: string) => ({ name, mimeType: "image/jpeg", buffer: await phonePhoto(640, 480) });
  await files(page, "Panel, door open").setInputFiles(await jpeg("panel.jpg"));
  // There is one panel only: it is that one's picture.
  await expect(device(page, "Shows Main panel: picture")).toBeVisible();
  await goToStep(page, "demand");
  await field(page, "Add a load").fill("kiln 8kw");
  await field(page, "Add a load").press("Enter");
  await page.getByRole("link", { name: "Survey" }).click();
  await files(page, "Nameplates").setInputFiles(await jpeg("plate.jpg"));
  await device(page, "Nameplates: picture").click();
  const dialog = page.getByRole("dialog", { name: "Picture" });
  await dialog.getByRole("combobox", { name: "What it shows" }).fill("kiln");
  await page.getByTitle("Kiln", { exact: true }).last().click();
  await dialog.getByRole("button", { name: "Done" }).click();
  await page.getByRole("link", { name: "Demand" }).click();
  await device(page, "Shows Kiln: picture").click();
  await expect(dialog.getByLabel("Caption")).toBeVisible();
  await dialog.getByRole("button", { name: "Done" }).click();
  await expect
    .poll(async () => (await photosOf(page, heron, id)).map((p: { about: string }) => p.about))
    .toEqual(["panel:main", expect.stringMatching(/^load:/)]);
  await device(page, "Shows Kiln: picture").click();
  await dialog.getByRole("button", { name: "Delete", exact: true }).click();
  await expect(dialog).toBeVisible();
  await dialog.getByRole("button", { name: "Delete for good" }).click();
  await expect(device(page, "Shows Kiln: picture")).toHaveCount(0);
  await expect.poll(async () => (await photosOf(page, heron, id)).length).toBe(1);
  const other = await page.request.patch(`${heron.url}/jobs/${id}/photos/${(await photosOf(page, heron, id))[0].id}`, {
    headers: { Origin: heron.url },
    data: { about: "roof:slate" },
  });
  expect(other.status()).toBe(400);
});

test("files that are not pictures are refused in plain words, and the others are stored", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "6 Panel Street");
  const folder = mkdtempSync(path.join(os.tmpdir(), "heron-pictures-"));
  const write = (name: string, bytes: string | Buffer) => {
    writeFileSync(path.join(folder, name), bytes);
    return path.join(folder, name);
  };
  const huge = write("huge.jpg", Buffer.from([0xff, 0xd8, 0xff]));
  truncateSync(huge, 80_000_000);
  const given = [
    write("notes.jpg", "just words"),
    write("script.svg", '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
    write("phone.heic", Buffer.from("\0\0\0\x18ftypheic\0\0\0\0mif1heic", "latin1")),
    write("broken.jpg", (await phonePhoto(400, 300)).subarray(0, 400)),
    huge,
    write("good.jpg", await phonePhoto(400, 300)),
  ];
  await files(page, "Meter").setInputFiles(given);
  await expect(device(page, /^Meter: picture/)).toHaveCount(1);
  const told = page.getByRole("alert").filter({ hasText: "notes.jpg" });
  await expect(told).toContainText('"notes.jpg" is not a picture');
  await expect(told).toContainText('"script.svg" is a drawing that can carry script');
  await expect(told).toContainText('"phone.heic" is a HEIC picture that could not be read');
  await expect(told).toContainText('"broken.jpg" is damaged');
  await expect(told).toContainText('"huge.jpg" is 80 MB; a picture may have 60 MB at most');
  rmSync(folder, { recursive: true, force: true });
  // The server looks for itself as well.
  const post = (buffer: Buffer, item = "meter") =>
    page.request.post(`${heron.url}/jobs/${id}/photos`, {
      headers: { Origin: heron.url },
      multipart: {
        id: crypto.randomUUID(),
        item,
        takenAt: "0",
        picture: { name: "x.jpg", mimeType: "image/jpeg", buffer },
      },
    });
  expect((await post(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'))).status()).toBe(422);
  expect((await post(Buffer.alloc(13_000_000, 1))).status()).toBe(413);
  expect((await post(await phonePhoto(40, 30), "nonsense")).status()).toBe(400);
  expect(await photosOf(page, heron, id)).toHaveLength(1);
});

test("a HEIC picture is read in the browser and stored as JPEG", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "8 Panel Street");
  // 640 x 480: a red square at the top left, light to the left, dark to the right.
  await files(page, "Meter").setInputFiles("e2e/files/fuse.heic");
  await expect(device(page, /^Meter: picture/)).toHaveCount(1);
  await expect.poll(async () => (await photosOf(page, heron, id)).length).toBe(1);
  const [photo] = await photosOf(page, heron, id);
  expect(photo).toMatchObject({ width: 640, height: 480 });
  const bytes = await (await page.request.get(`${heron.url}/jobs/${id}/photos/${photo.id}`)).body();
  const { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true });
  const at = (x: number, y: number) => [...data.subarray((y * info.width + x) * info.channels)].slice(0, 3);
  const near = (is: number[], wanted: number[]) => is.every((v, i) => Math.abs(v - (wanted[i] as number)) < 24);
  expect(near(at(100, 100), [160, 65, 43])).toBe(true);
  expect(near(at(200, 300), [245, 243, 236])).toBe(true);
  expect(near(at(500, 300), [29, 42, 48])).toBe(true);
});

test("a photo of 12 megapixels is made smaller in the browser before it is sent", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "7 Panel Street");
  await files(page, "Meter").setInputFiles({
    name: "large.jpg",
    mimeType: "image/jpeg",
    buffer: await noisyPhoto(4000, 3000),
  });
  await expect(device(page, /^Meter: picture/)).toHaveCount(1);
  await expect(page.getByText(/waiting here/)).toHaveCount(0);
  expect(await photosOf(page, heron, id)).toMatchObject([{ width: 2048, height: 1536 }]);
});

test("the owner of a rented home is asked on paper", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await newJob(page, heron, "8 Panel Street");
  await page.getByText("rented", { exact: true }).click();
  await field(page, "Owner of the home").fill("Pella Marsh");
  await field(page, "Gate").fill("code with the neighbour");
  await saved(page);
  const href = await page.getByRole("link", { name: "Consent form (PDF)" }).getAttribute("href");
  const pdf = await page.request.get(`${heron.url}${href}`);
  const text = spawnSync("pdftotext", ["-layout", "-", "-"], { input: await pdf.body(), encoding: "utf8" }).stdout;
  expect(text).toContain("Consent of the owner");
  expect(text).toContain("To Pella Marsh, owner of 8 Panel Street");
  expect((await caseOf(page, heron, id)).enquiry).toMatchObject({ tenure: "tenant", gate: "code with the neighbour" });
});

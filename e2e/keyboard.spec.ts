/** The whole way with the keyboard alone: no mouse, no touch. */
import type { Page } from "@playwright/test";
import { expect, field, goToStep, type Heron, newJob, openCopy, openStep, saved, signInAs, test } from "./heron.ts";

const FARTHEST = 60;

/** Goes on with Tab until the named thing has the focus. */
async function tabTo(page: Page, name: RegExp) {
  for (let i = 0; i < FARTHEST; i++) {
    await page.keyboard.press("Tab");
    const here = await page.evaluate(() => {
      const at = document.activeElement as HTMLElement | null;
      const labels = at && "labels" in at ? [...((at.labels as NodeListOf<HTMLElement> | null) ?? [])] : [];
      return at?.getAttribute("aria-label") ?? (labels.map((l) => l.textContent).join(" ") || at?.textContent || "");
    });
    if (name.test(here)) return;
  }
  throw new Error(`Tab does not come to ${name}`);
}

/** Finds a field with `/` and types into it. */
async function enter(page: Page, letters: string, text: string) {
  await page.keyboard.press("/");
  await expect(page.getByRole("combobox", { name: "Find" })).toBeFocused();
  await page.keyboard.type(letters);
  await expect(page.getByRole("option").first()).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect(page.locator("input:focus")).toHaveCount(1);
  await page.keyboard.press("Control+A");
  await page.keyboard.type(text);
  await page.keyboard.press("Escape");
}

async function signInByKeys(page: Page, heron: Heron) {
  await page.goto(`${heron.url}/sign-in`);
  await tabTo(page, /^E-mail$/);
  await page.keyboard.type("mara@tidewrack.example");
  await page.keyboard.press("Tab");
  await page.keyboard.type("heron-demo");
  await page.keyboard.press("Enter");
  await page.waitForURL(`${heron.url}/`);
}

test("from sign-in to the worksheet", async ({ page, heron }) => {
  await signInByKeys(page, heron);
  await tabTo(page, /^New job$/);
  await page.keyboard.press("Enter");
  await page.waitForURL(/jobs\/new$/);
  await expect(page.locator("input:focus")).toHaveCount(1);
  await page.keyboard.type("7 Keyboard Row");
  await page.keyboard.press("Enter");
  await page.waitForSelector("html[data-ready=job]");

  await enter(page, "service rating", "200");
  await enter(page, "floor area", "1850");
  await enter(page, "number of", "30");

  await page.keyboard.press("2");
  await expect(page).toHaveURL(/demand$/);
  await expect(page.getByRole("textbox", { name: "Add a load" })).toBeVisible();
  await page.keyboard.press("a");
  await expect(page.getByRole("textbox", { name: "Add a load" })).toBeFocused();
  for (const load of ["range 9.6kw", "dryer", "wh"]) {
    await page.keyboard.type(load);
    await page.keyboard.press("Enter");
  }
  await page.keyboard.press("Escape");
  await page.keyboard.press("3");
  await expect(page).toHaveURL(/need$/);
  await tabTo(page, /^Add a car$/);
  await page.keyboard.press("Enter");
  await expect(page.getByText(/^As it stands: .* would meet the need\.$/)).toBeVisible();
  await saved(page);

  await page.keyboard.press("6");
  await expect(page).toHaveURL(/papers$/);
  await tabTo(page, /^Open the draft \(PDF\)$/);
  const address = await page.evaluate(() => (document.activeElement as HTMLAnchorElement).href);
  const paper = await page.request.get(address);
  expect(paper.headers()["content-type"]).toBe("application/pdf");
});

test("a row of the ledger is moved by its handle, and figures answer why", async ({ page, heron }) => {
  await signInByKeys(page, heron);
  await page.goto(`${heron.url}/jobs/tidewrack-tern-court/demand`);
  await page.waitForSelector("html[data-ready=job]");
  const names = () =>
    page.getByRole("textbox", { name: /^Name of/ }).evaluateAll((all) => all.map((e) => (e as HTMLInputElement).value));
  const [first, second] = await names();
  await tabTo(page, new RegExp(`^Order of ${first}`));
  await page.keyboard.press("ArrowDown");
  await expect.poll(async () => (await names()).slice(0, 2)).toEqual([second, first]);
  await page.keyboard.press("ArrowUp");
  await expect.poll(async () => (await names()).slice(0, 2)).toEqual([first, second]);
  // The other actions of the row are reached from there, and are no Tab stops.
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("button", { name: `${first} is planned, not there yet` })).toBeFocused();
  await page.keyboard.press("ArrowLeft");
  await tabTo(page, /Why\?$/);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("complementary", { name: "Why this figure" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("complementary", { name: "Why this figure" })).toHaveCount(0);
});

test("an action that takes its own control away leaves the focus beside it, never on the page's body", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  await openCopy(page, heron, "tidewrack-lantern-row", "3 Focus Lane", "demand");
  const focused = () => page.evaluate(() => document.activeElement?.tagName);
  const press = async (name: string | RegExp) => {
    const button = page.getByRole("button", { name }).first();
    await button.focus();
    await page.keyboard.press("Enter");
  };
  const rows = page.locator("[data-load]");
  const before = await rows.count();
  await press(/^Remove /);
  await expect(rows).toHaveCount(before - 1);
  await expect.poll(focused).not.toBe("BODY");

  await goToStep(page, "survey");
  const source = page.getByRole("button", { name: /^Service rating: where it came from/ });
  await source.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("combobox", { name: /^Service rating: where it came from/ })).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(source).toBeFocused();

  const device = page.locator("[data-device]").first();
  await device.focus();
  await page.keyboard.press("Enter");
  await press("Close");
  await expect(page.getByRole("button", { name: "Close" })).toHaveCount(0);
  await expect(device).toBeFocused();

  await goToStep(page, "ways");
  await field(page, "Why").fill("The owner wants it");
  await press("Decide");
  await expect(page.getByText("was decided by Mara Quill")).toBeVisible();
  await expect.poll(focused).not.toBe("BODY");
});

test("a press counts for the button that it began on, though the page has moved meanwhile", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await newJob(page, heron, "4 Moving Street");
  const yes = page.getByRole("button", { name: "Undo" });
  await field(page, "Floor area").fill("1500");
  await page.keyboard.press("Tab");
  const box = await yes.boundingBox();
  if (!box) throw new Error("there is no such button");
  await page.mouse.move(box.x + 8, box.y + 8);
  await page.mouse.down();
  await page.evaluate(() => {
    const line = document.createElement("p");
    line.style.height = "120px";
    document.body.prepend(line);
  });
  await page.mouse.up();
  await expect(field(page, "Floor area")).toHaveValue("");
});

test("a step begins at its top, and going back comes to where one was", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openStep(page, heron, "tidewrack-lantern-row", "survey");
  const sheet = page.locator("main");
  const top = () => sheet.evaluate((main) => main.scrollTop);
  await sheet.evaluate((main) => main.scrollTo(0, 600));
  await expect.poll(top).toBe(600);
  await page.keyboard.press("2");
  await page.waitForURL(/demand$/);
  await expect.poll(top).toBe(0);
  await page.goBack();
  await page.waitForURL(/survey$/);
  await expect.poll(top).toBe(600);
});

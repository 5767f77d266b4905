/** When a step fails: it says so in its own place, and the rest of the job goes on. */
import { expect, openStep, signInByButton, test } from "./heron.ts";

const JOB = "tidewrack-coopers-slip";

test.use({ expectedErrors: /this step fails/ });

test("a fault in one step leaves the head, the answer and the other steps as they were", async ({ page, heron }) => {
  await signInByButton(page, heron, "Mara Quill");
  const scripts = await page.evaluate(() => {
    const { routes } = (window as unknown as { __reactRouterManifest: { routes: Record<string, { module: string }> } })
      .__reactRouterManifest;
    return routes["routes/job/need/route"]?.module ?? "";
  });
  // The script of the step as it is, but for a page that fails when it is drawn.
  await page.route(`**${scripts}`, async (route) => {
    const answer = await route.fetch();
    const body = (await answer.text()).replace(/[\w$]+ as default/, "failing as default");
    await route.fulfill({ response: answer, body: `function failing(){throw new Error("this step fails")}${body}` });
  });
  await openStep(page, heron, JOB, "survey");
  await expect(page).toHaveTitle("Survey of 3 Coopers Slip - Heron");
  await page.getByRole("navigation", { name: "Steps" }).getByText("Need").click();
  await expect(page.getByRole("alert").filter({ hasText: "Something went wrong" })).toBeVisible();
  await expect(page.getByRole("heading", { name: "3 Coopers Slip" })).toBeVisible();
  await expect(page.getByText("a 24 A shared circuit would meet the need").first()).toBeVisible();
  await page.getByRole("navigation", { name: "Steps" }).getByText("Ways").click();
  await expect(page.getByRole("heading", { name: "Which way" })).toBeVisible();
  await expect(page).toHaveTitle("Ways of 3 Coopers Slip - Heron");
});

test("a part that cannot be fetched appears, with its style, once there is a connection; the page stays", async ({
  browser,
  heron,
}) => {
  // A context of its own: one that others have used has the part in its cache.
  const context = await browser.newContext({ serviceWorkers: "block" });
  const page = await context.newPage();
  await signInByButton(page, heron, "Mara Quill");
  await openStep(page, heron, JOB, "survey");
  await context.setOffline(true);
  const failed = page.waitForEvent("requestfailed", (request) => /\/assets\/find-.*\.css/.test(request.url()));
  await page.keyboard.press("/");
  await failed;
  await expect(page.getByRole("heading", { name: "3 Coopers Slip" })).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByRole("dialog", { name: /find/i })).toBeVisible();
  await expect(page.getByRole("heading", { name: "3 Coopers Slip" })).toBeAttached();
  expect(await page.evaluate(() => [...document.styleSheets].some(({ href }) => href?.includes("/find-")))).toBe(true);
  await context.close();
});

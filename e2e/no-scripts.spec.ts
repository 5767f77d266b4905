/** With scripts blocked: the first job goes as far as its address; what is there can be read and printed. */
import { expect, test } from "./heron.ts";

test.use({ javaScriptEnabled: false, expectedErrors: /status of 400/ });

test("the first job, up to where it cannot go on", async ({ page, heron }) => {
  await page.goto(`${heron.url}/`);
  await expect(page).toHaveURL(/sign-in/);
  await page.getByRole("textbox", { name: "E-mail" }).fill("wren@osier.example");
  await page.getByLabel("Password").fill("wrong");
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(page.getByText("E-mail or password is not right.")).toBeVisible();
  await expect(page.getByRole("textbox", { name: "E-mail" })).toHaveValue("wren@osier.example");
  await page.getByLabel("Password").fill("heron-demo");
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Osier & Daughter Electrical" })).toBeVisible();

  await page.getByRole("navigation", { name: "Stage" }).getByRole("link", { name: "Waiting" }).click();
  await expect(page).toHaveURL(/stage=waiting/);
  await page.getByRole("link", { name: "New job" }).click();
  await page.getByRole("button", { name: "Start the survey" }).click();
  const address = page.getByRole("textbox", { name: "Address" });
  await expect(address).toHaveAttribute("aria-invalid", "true");
  await expect(address).toHaveAccessibleDescription("Type the address");
  await address.fill("3 Plain Street");
  // A firm chooses among the rules of its own country.
  await expect(page.getByText("NEC 2023")).toHaveCount(0);
  await page.getByRole("button", { name: "Start the survey" }).click();

  await expect(page.getByRole("heading", { name: "3 Plain Street" })).toBeVisible();
  await expect(page.getByText(/For a first answer, enter the cut-out fuse/)).toBeVisible();
  await expect(page.getByText(/Without scripts this page shows the job as it was saved/)).toBeVisible();
  for (const step of ["Demand", "Need", "Ways", "Papers"])
    await page.getByRole("navigation", { name: "Steps" }).getByRole("link", { name: step }).click();
  const paper = await page.getByRole("link", { name: /worksheet/ }).getAttribute("href");
  const pdf = await page.request.get(`${heron.url}${paper}`);
  expect(pdf.headers()["content-type"]).toBe("application/pdf");
});

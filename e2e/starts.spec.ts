import { expect, field, newJob, openStep, saved, signInAs, test } from "./heron.ts";

test("a circuit starts wherever it is least work, or where the job says, and what is better elsewhere is one press away", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  await openStep(page, heron, "tidewrack-tern-court", "ways");
  const answer = page.getByText(/^As it stands: /);
  await expect(answer).toHaveText(/99 A spare; a 48 A charger on its own 60 A circuit would meet the need\.$/);
  await expect(page.getByText("Its circuit starts at the main panel, where it is least work.")).toBeVisible();
  await expect(page.getByText(/From Garage panel: 12 A of charging counts as 30 A/)).toBeVisible();

  await openStep(page, heron, "tidewrack-tern-court", "need");
  await page.getByLabel("Its circuit starts at").click();
  await page.getByTitle("Garage panel").click();
  await expect(answer).toHaveText(
    /99 A spare at the service, 8\.3 A spare at the feeder of Garage panel; .*; better from the main panel: dedicated circuit, 48 A for \$[\d,]+\.$/,
  );
  await saved(page);

  await page.getByRole("navigation", { name: "Steps" }).getByRole("link", { name: /Ways/ }).click();
  await expect(page.locator("[data-way=service-upgrade]")).toContainText("Ruled out");
  await page.getByRole("button", { name: "Start at the main panel" }).first().click();
  await expect(answer).toHaveText(/a 48 A charger on its own 60 A circuit would meet the need\.$/);
  await page.keyboard.press("Control+z");
  await expect(answer).toHaveText(/better from the main panel/);
  await saved(page);
});

test("the main device is entered with the service rating that is read off it", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await newJob(page, heron, "2 Main Street");
  await field(page, "Service rating").fill("200");
  await expect(field(page, "Main breaker")).toHaveValue("200");
  await field(page, "Main breaker").fill("150");
  await field(page, "Service rating").fill("225");
  await expect(field(page, "Main breaker")).toHaveValue("150");
  await saved(page);
});

/** Every paper of the Papers step opens as a PDF, in both countries; an apprentice issues none. */
import { expect, openStep, signInAs, test } from "./heron.ts";

const JOBS = [
  { person: "Mara Quill", job: "tidewrack-lantern-row", some: "Site assessment" },
  { person: "Wren Osier", job: "osier-marsh-view", some: "Notification of the network operator" },
];

for (const { person, job, some } of JOBS)
  test(`every paper of ${job} opens`, async ({ page, heron }) => {
    await signInAs(page, heron, person);
    await openStep(page, heron, job, "papers");
    await expect(page.getByRole("link", { name: `${some} (PDF)` })).toBeVisible();
    const links = await page
      .locator('a[href*="/papers/"]')
      .evaluateAll((all) => all.map((link) => (link as HTMLAnchorElement).href));
    expect(links.length).toBeGreaterThan(8);
    for (const link of links) {
      const answer = await page.request.get(link);
      expect({ link, status: answer.status() }).toEqual({ link, status: 200 });
      expect((await answer.body()).subarray(0, 5).toString()).toBe("%PDF-");
    }
    const gone = await page.request.get(`${heron.url}/jobs/${job}/papers/poem.pdf`);
    expect(gone.status()).toBe(404);
  });

test("a paper of another country is not found", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const answer = await page.request.get(`${heron.url}/jobs/tidewrack-lantern-row/papers/network-notification.pdf`);
  expect(answer.status()).toBe(404);
});

test("a button that is a link can be read", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openStep(page, heron, "tidewrack-lantern-row", "papers");
  const button = page.getByRole("link", { name: "Open the worksheet (PDF)" });
  await expect(button).toHaveCSS("background-color", "rgb(47, 95, 115)");
  await expect(button).toHaveCSS("color", "rgb(252, 251, 247)");
});

test("the calendar of a job has its steps as days", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openStep(page, heron, "tidewrack-kelp-row", "papers");
  const started = page.waitForEvent("download");
  await page.getByRole("link", { name: "Calendar of its days" }).click();
  const download = await started;
  expect(download.suggestedFilename()).toBe("31-kelp-row.ics");
  const answer = await page.request.get(`${heron.url}/jobs/tidewrack-kelp-row/calendar.ics`);
  expect(answer.headers()["content-type"]).toContain("text/calendar");
  expect(await answer.text()).toMatch(
    /^BEGIN:VCALENDAR[\s\S]*UID:step-permit@tidewrack-kelp-row\.heron[\s\S]*END:VCALENDAR/,
  );
});

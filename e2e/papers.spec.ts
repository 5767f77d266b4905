/** Every paper of the Papers step opens as a PDF, in both countries; an apprentice issues none. */
import { randomUUID } from "node:crypto";
import { expect, openCopy, openStep, signInAs, test } from "./heron.ts";

const JOBS = [
  { person: "Mara Quill", job: "tidewrack-lantern-row", some: "Site assessment" },
  { person: "Wren Osier", job: "osier-marsh-view", some: "Notification of the network operator" },
];

for (const { person, job, some } of JOBS)
  test(`every paper of ${job} opens`, async ({ page, heron }) => {
    await signInAs(page, heron, person);
    await openStep(page, heron, job, "papers");
    await expect(page.getByRole("link", { name: some, exact: true })).toBeVisible();
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
  const button = page.getByRole("link", { name: "Calendar of its days" });
  await expect(button).toHaveCSS("background-color", "rgb(252, 251, 247)");
  await expect(button).toHaveCSS("color", "rgb(29, 42, 48)");
});

test("a paper is issued, superseded by a change, issued anew and withdrawn", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-marsh-view", "9 Marsh View", "papers");
  const papers = page.locator("#papers");
  const row = (name: string) => papers.getByRole("table", { name: "Papers" }).getByRole("row", { name });
  await papers.getByRole("button", { name: "Issue Single-line diagram" }).click();
  await expect(row("Single-line diagram")).toContainText("version 1 holds");
  const file = await page.request.get(`${heron.url}/jobs/${id}/issued/single-line/1`);
  expect((await file.body()).subarray(0, 5).toString()).toBe("%PDF-");

  // What is missing is asked about before it is issued.
  await expect(row("Notification of the network operator")).toContainText("Supply number");
  await papers.getByRole("button", { name: "Issue Notification of the network operator" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText("it lacks");
  await expect(dialog.getByRole("button", { name: "Issue it" })).toBeDisabled();
  await dialog.getByRole("textbox", { name: "Why it is issued all the same" }).fill("the operator knows the number");
  await dialog.getByRole("button", { name: "Issue it" }).click();
  await expect(row("Notification of the network operator")).toContainText("version 1 holds");

  const patch = [{ op: "replace", path: "/supply/ratingA", value: 80 }];
  await page.request.post(`${heron.url}/jobs/${id}/edits`, {
    headers: { Origin: heron.url },
    data: { id: randomUUID(), baseRevision: 0, patch },
  });
  await expect(row("Single-line diagram")).toContainText("superseded");
  await papers.getByText("All issued versions: 2").click();
  const versions = papers.getByRole("table", { name: "All issued versions" });
  await expect(versions.getByRole("row", { name: "Single-line diagram" })).toContainText("Cut-out fuse is 80 A");
  await papers.getByRole("button", { name: "Issue Single-line diagram" }).click();
  await expect(row("Single-line diagram")).toContainText("version 2 holds");
  const why = versions.getByRole("textbox", { name: "Withdraw Single-line diagram, version 2: why" });
  await why.fill("wrong route");
  await why.press("Enter");
  await expect(row("Single-line diagram")).toContainText("version 2 withdrawn");

  const pack = await page.request.get(`${heron.url}/jobs/${id}/pack.zip`);
  expect((await pack.body()).subarray(0, 2).toString()).toBe("PK");
  await page.goto(`${heron.url}/jobs/${id}/revisions/0`);
  await expect(page.getByRole("main")).toContainText("Single-line diagram, version 1");
  await expect(page.getByRole("main")).toContainText("Cut-out fuse is 80 A");
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

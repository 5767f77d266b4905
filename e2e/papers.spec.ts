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
    const list = page.getByRole("list", { name: "Papers" });
    await expect(list.getByRole("button", { name: some })).toBeVisible();
    const ids = await list.getByRole("button").evaluateAll((all) => all.map(({ id }) => id.replace("paper-", "")));
    expect(ids.length).toBeGreaterThan(11);
    for (const id of ids) {
      const answer = await page.request.get(`${heron.url}/jobs/${job}/papers/${id}.pdf`);
      expect({ id, status: answer.status() }).toEqual({ id, status: 200 });
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

test("the desk shows the pages of the chosen paper, and draws it again after a change", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-marsh-view", "10 Marsh View", "papers");
  await page.getByRole("button", { name: /^Single-line diagram/ }).click();
  const preview = page.getByRole("region", { name: "Single-line diagram, as it will print" });
  const first = preview.getByRole("img", { name: "Single-line diagram, page 1 of 1" });
  await expect(first).toBeVisible();
  const drawn = () => first.evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL());
  const before = await drawn();
  await page.request.post(`${heron.url}/jobs/${id}/edits`, {
    headers: { Origin: heron.url },
    data: {
      id: randomUUID(),
      baseRevision: 0,
      patch: [{ op: "replace", path: "/supply/ratingA", value: 80 }],
    },
  });
  await expect.poll(drawn).not.toBe(before);
});

test("a notification that was mailed marks its notice as done; a mail that came back can be taken out", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Wren Osier");
  await openCopy(page, heron, "osier-marsh-view", "12 Marsh View", "papers");
  const notification = page.getByRole("button", { name: /^Notification of the network operator/ });
  await expect(notification).toContainText("lacks 3 things");
  await notification.click();
  await page.getByRole("button", { name: "Issue Notification of the network operator" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("textbox", { name: "Why it is issued all the same" }).fill("the rest follows");
  await dialog.getByRole("button", { name: "Issue it" }).click();
  const outside = page.locator("#outside");
  await outside.getByRole("textbox", { name: "E-mail of the receiver" }).fill("desk@operator.example");
  await outside.getByRole("button", { name: "Send it" }).click();
  await outside.getByRole("button", { name: /^Mark as done: .*network operator/ }).click({ timeout: 20_000 });
  const notice = page.getByRole("row", { name: /Notify the network operator/ });
  await expect(notice).toContainText("done");
  await expect(notice.getByRole("textbox", { name: /: proof$/ })).toHaveValue(
    /version 1, mailed to desk@operator.example/,
  );
  await outside.getByRole("button", { name: "The mail to desk@operator.example came back" }).click();
  await expect(outside.getByRole("row", { name: /desk@operator/ })).toContainText("came back");
  await outside.getByRole("button", { name: "Take out the mail to desk@operator.example" }).click();
  await expect(outside.getByRole("row", { name: /desk@operator/ })).toHaveCount(0);
});

test("a paper is issued, superseded by a change, issued anew and withdrawn", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-marsh-view", "9 Marsh View", "papers");
  const papers = page.locator("#papers");
  const row = (name: string) =>
    papers.getByRole("list", { name: "Papers" }).getByRole("listitem").filter({ hasText: name });
  const version = (name: string) => papers.getByRole("article", { name });
  const issue = async (name: string) => {
    await row(name).getByRole("button").click();
    await papers.getByRole("button", { name: `Issue ${name}` }).click();
  };
  await issue("Single-line diagram");
  await expect(row("Single-line diagram")).toContainText("version 1 holds");
  const file = await page.request.get(`${heron.url}/jobs/${id}/issued/single-line/1`);
  expect((await file.body()).subarray(0, 5).toString()).toBe("%PDF-");

  // What is missing is asked about before it is issued.
  await expect(row("Notification of the network operator")).toContainText("lacks 3 things");
  await issue("Notification of the network operator");
  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText("Supply number");
  await expect(dialog.getByRole("button", { name: "Issue it" })).toBeDisabled();
  await dialog.getByRole("textbox", { name: "Why it is issued all the same" }).fill("the operator knows the number");
  await dialog.getByRole("button", { name: "Issue it" }).click();
  await expect(row("Notification of the network operator")).toContainText("version 1 holds");
  await expect(version("Notification of the network operator, version 1")).toContainText(
    "the operator knows the number",
  );

  const patch = [{ op: "replace", path: "/supply/ratingA", value: 80 }];
  await page.request.post(`${heron.url}/jobs/${id}/edits`, {
    headers: { Origin: heron.url },
    data: { id: randomUUID(), baseRevision: 0, patch },
  });
  await expect(row("Single-line diagram")).toContainText("superseded");
  await row("Single-line diagram").getByRole("button").click();
  await expect(version("Single-line diagram, version 1")).toContainText("Cut-out fuse is 80 A");
  // By keys: issue it, then go on to the next paper.
  await page.keyboard.press("i");
  await expect(row("Single-line diagram")).toContainText("version 2 holds");
  await expect(version("Single-line diagram, version 1")).toContainText("replaced by a newer version");
  const why = papers.getByRole("textbox", { name: "Withdraw Single-line diagram, version 2: why" });
  await why.fill("wrong route");
  await why.press("Enter");
  await expect(row("Single-line diagram")).toContainText("version 2 withdrawn");
  await row("Single-line diagram").getByRole("button").focus();
  await page.keyboard.press("n");
  await expect(row("Termination sheet").getByRole("button")).toHaveAttribute("aria-current", "true");

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

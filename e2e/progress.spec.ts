/** A job's life: stages with their reasons, waits, notices with their days, and the list of what is due. */
import { caseOf, expect, openCopy, openStep, saved, signInAs, test } from "./heron.ts";

test("a job is moved, waited for and noticed, and the list says what is due", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-curlew-bank", "3 Curlew Reach", "papers");
  const standing = page.locator("#standing");
  const moveTo = async (name: string) => {
    await standing.getByRole("combobox", { name: "Move it to" }).click();
    await page.getByTitle(name, { exact: true }).click();
  };
  // The next stage is one press away; against the facts a reason is asked for.
  await standing.getByRole("button", { name: "Move to Quoted" }).click();
  await expect(standing).toContainText("Quoted since");
  await expect(standing).toContainText("it waits for the customer");
  await moveTo("To prove");
  await expect(standing).toContainText("Nobody has decided for a way yet. Say why.");
  await expect(standing.getByRole("button", { name: "Move to To prove" })).toBeDisabled();
  await standing.getByRole("textbox", { name: "Why", exact: true }).fill("agreed by telephone");
  await standing.getByRole("textbox", { name: "On", exact: true }).fill("2026-01-10");
  await standing.getByRole("button", { name: "Move to To prove" }).click();
  await expect(standing).toContainText("To prove since 10 Jan 2026");

  const notice = standing.getByRole("row", { name: /Notify the network operator/ });
  await expect(notice).toContainText("7 Feb 2026, overdue");
  await standing.getByRole("textbox", { name: "What for" }).fill("the signed form");
  await standing.getByRole("button", { name: "Add the wait" }).click();
  const wait = standing.getByRole("row", { name: /Customer/ });
  await wait.getByRole("textbox", { name: /Last done/ }).fill("called, comes on Friday");
  await wait.getByRole("textbox", { name: /Last done/ }).blur();
  await saved(page);
  expect((await caseOf(page, heron, id)).progress).toMatchObject({
    stage: "to-prove",
    moves: [{ to: "quoted" }, { from: "quoted", to: "to-prove", why: "agreed by telephone", on: "2026-01-10" }],
    waits: [{ for: "customer", what: "the signed form", last: "called, comes on Friday" }],
  });

  await page.goto(`${heron.url}/`);
  const due = page.getByRole("region", { name: "Due" });
  await expect(due.getByRole("listitem").filter({ hasText: "3 Curlew Reach" })).toContainText(
    "Overdue. Papers: Notify the network operator",
  );
  await page.getByRole("link", { name: "To prove", exact: true }).click();
  await expect(page.getByRole("main")).toContainText("3 Curlew Reach");

  await openStep(page, heron, id, "papers");
  await standing.getByRole("button", { name: "Notify the network operator: done" }).click();
  await notice.getByRole("textbox", { name: /proof/ }).fill("form 17");
  await notice.getByRole("textbox", { name: /proof/ }).blur();
  await expect(notice).toContainText("done");
  await standing.getByRole("button", { name: "The wait for customer is over" }).click();
  await expect(standing).toContainText("It waits for nobody");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(standing.getByRole("row", { name: /Customer/ })).toContainText("the signed form");
  await moveTo("Lost");
  await standing.getByRole("textbox", { name: "Why", exact: true }).fill("took another firm");
  await standing.getByRole("button", { name: "Move to Lost" }).click();
  await saved(page);
  await page.goto(`${heron.url}/?stage=lost`);
  await expect(page.getByRole("listitem").filter({ hasText: "3 Curlew Reach" })).toContainText("Nothing left to do");
});

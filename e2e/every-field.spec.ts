/**
 * Every field that is typed into, on every step, is cleared, half typed and given nonsense by real keystrokes. The job
 * stays editable, "Saved" is true, and page and server hold the same case.
 */
import { readFileSync } from "node:fs";
import type { CaseDocument } from "#core/case/document/types.ts";
import { caseOf, expect, field, goToStep, importCase, openAllFolds, openStep, saved, signInAs, test } from "./heron.ts";

test.use({ expectedErrors: /422/ });

const caseNamed = (name: string): CaseDocument => JSON.parse(readFileSync(`db/demo/${name}.case.json`, "utf8"));

for (const name of ["tidewrack-lantern-row", "osier-sluice-road"])
  test(`no field of ${name} locks the job, after any typing`, async ({ page, heron }) => {
    await signInAs(page, heron, name.startsWith("osier") ? "Wren Osier" : "Mara Quill");
    const job = await importCase(page, heron, caseNamed(name));
    const own = page.locator("main :is(input:not([type]), input[type=text], input[type=time], textarea):not([role])");
    let typed = 0;
    await openStep(page, heron, job, "survey");
    for (const step of ["survey", "demand", "need", "circuit"]) {
      await goToStep(page, step);
      await openAllFolds(page);
      const labels = await own.evaluateAll((all) =>
        all
          .filter((e) => e.getClientRects().length > 0)
          .map((e) => e.getAttribute("aria-label") ?? (e as HTMLInputElement).labels?.[0]?.textContent ?? "")
          .filter((label) => label !== "" && !/^Add /.test(label)),
      );
      for (const label of new Set(labels)) {
        const one = own.and(page.getByLabel(label, { exact: true })).first();
        if ((await one.count()) === 0 || !(await one.isEditable())) continue;
        const { before, takesLetters } = await one.evaluate((input) => {
          const { value, type } = input as HTMLInputElement;
          input.focus();
          return { before: value, takesLetters: type !== "time" };
        });
        for (const text of ["", before.slice(0, 1), "-x"]) {
          await page.keyboard.press("ControlOrMeta+a");
          await page.keyboard.press("Backspace");
          if (text !== "" && takesLetters) await page.keyboard.type(text);
        }
        await page.keyboard.press("Tab");
        typed++;
      }
      await expect(page.getByRole("alert").filter({ hasText: "The last change was refused" })).toHaveCount(0);
      await saved(page);
      expect(await page.locator("main").getByText("could not be saved").count()).toBe(0);
    }
    expect(typed).toBeGreaterThan(25);
    // The job can still be edited, and the next page shows what the server has.
    await openStep(page, heron, job, "need");
    const distance = field(page, "Car 1: distance a day");
    await distance.press("ControlOrMeta+a");
    await distance.press("Backspace");
    await page.keyboard.type("60");
    await page.keyboard.press("Tab");
    await expect(distance).toHaveValue(/^60 (mi|km)$/);
    await saved(page);
    expect((await caseOf(page, heron, job)).need?.cars?.[0]?.distancePerDay.value).toBe(60);
    await page.reload();
    await page.waitForSelector("html[data-ready=job]");
    await expect(field(page, "Car 1: distance a day")).toHaveValue(/^60 /);
  });

/** The screens and papers of a job use the trade words, times and units of its own country. */
import { spawnSync } from "node:child_process";
import type { Page } from "@playwright/test";
import { expect, goToStep, openAllFolds, openStep, signInAs, test } from "./heron.ts";

const STEPS = ["survey", "demand", "need", "ways", "circuit", "papers"];
const PAPERS = ["load-worksheet", "panel-directory", "single-line", "terminations"];

const COUNTRIES = [
  {
    person: "Mara Quill",
    jobs: ["tidewrack-saltgrass-lane", "tidewrack-gannet-hill"],
    foreign:
      /\b(earth(ed|ing)?|aluminium|licence|labour|charging point|metres?|\d+ mm|consumer unit|RCD|BS 7671|\d{1,2} Nov|(1[3-9]|2[0-3]):\d\d)\b/i,
  },
  {
    person: "Wren Osier",
    jobs: ["osier-sluice-road", "osier-curlew-bank"],
    // "Disconnects on an open PEN" is what a charger does, not a part.
    foreign:
      /\b(panels?|raceways?|disconnects?(?! on)|grounded|licensed|the authority|lb-in|receptacles?|breakers?|aluminum|AWG|Nov \d{1,2})\b/i,
  },
];

/** Every text of the sheet, labels and placeholders too, with the parts that open on request. */
async function textsOf(page: Page): Promise<string[]> {
  await openAllFolds(page);
  return page.evaluate(() => {
    const texts: string[] = [];
    const walker = document.createTreeWalker(document.querySelector("main") ?? document.body, NodeFilter.SHOW_TEXT);
    while (walker.nextNode()) texts.push(walker.currentNode.textContent ?? "");
    for (const element of document.querySelectorAll("main *"))
      for (const name of ["aria-label", "placeholder", "title"]) texts.push(element.getAttribute(name) ?? "");
    return texts;
  });
}

for (const { person, jobs, foreign } of COUNTRIES)
  test(`a job of ${person} has no words of another country on its screens and papers`, async ({ page, heron }) => {
    await signInAs(page, heron, person);
    for (const job of jobs) {
      await openStep(page, heron, job, "survey");
      for (const step of STEPS) {
        await goToStep(page, step);
        const found = (await textsOf(page)).filter((text) => foreign.test(text));
        expect([...new Set(found)], `${step} of ${job}`).toEqual([]);
      }
      for (const paper of PAPERS) {
        const pdf = await page.request.get(`${heron.url}/jobs/${job}/papers/${paper}.pdf`);
        const text = spawnSync("pdftotext", ["-layout", "-", "-"], {
          input: await pdf.body(),
          encoding: "utf8",
        }).stdout;
        const found = text.split("\n").filter((line) => foreign.test(line));
        expect(found, `${paper} of ${job}`).toEqual([]);
      }
    }
  });

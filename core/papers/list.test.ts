import { describe, expect, it } from "vitest";
import { codebookOf } from "#core/rules/index.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { PAPER_LIST, papersOf } from "./list.ts";

const idsOf = (document: ReturnType<typeof usCase>) =>
  papersOf(document, codebookOf(document.rules)).map(({ id }) => id);

describe("the papers of a case", () => {
  it("are those of its country", () => {
    expect(idsOf(usCase())).toEqual([
      "load-worksheet",
      "site-assessment",
      "quote",
      "materials",
      "permit-pack",
      "panel-directory",
      "labels",
      "single-line",
      "terminations",
      "consent",
      "test-record",
      "handover",
      "job-record",
    ]);
    expect(idsOf(ukCase()).filter((id) => !idsOf(usCase()).includes(id))).toEqual([
      "network-notification",
      "building-notice",
      "certificate",
    ]);
    expect(idsOf(ukCase())).not.toContain("permit-pack");
  });
  it("have the approval of an association where one is asked", () => {
    const asked = usCase({ enquiry: { permissions: { association: "to-ask" } } });
    expect(idsOf(asked)).toContain("association-approval");
  });
  it("each have a name in the words of the country", () => {
    const { words } = codebookOf(ukCase().rules);
    const names = PAPER_LIST.map(({ name }) => name(words));
    expect(new Set(names).size).toBe(PAPER_LIST.length);
    expect(names).toContain("Notification of the network operator");
  });
  it("follow the stage or the prices only where they show them", () => {
    const follows = Object.fromEntries(PAPER_LIST.flatMap(({ id, follows: what }) => (what ? [[id, what]] : [])));
    expect(follows).toEqual({
      "site-assessment": ["prices"],
      quote: ["prices"],
      "building-notice": ["stage"],
      handover: ["stage"],
      "job-record": ["stage", "prices"],
    });
  });
});

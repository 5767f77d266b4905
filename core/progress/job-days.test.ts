import { describe, expect, it } from "vitest";
import type { CaseDocument, Progress } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { jobDays } from "./job-days.ts";

const MONDAY = "2026-12-07";
const daysOf = (document: CaseDocument, start = MONDAY) =>
  jobDays(document, assess(document), start, DEMO_BOOKS[document.rules.startsWith("nec") ? "USD" : "GBP"]);
const inProgress = (home: CaseDocument, progress: Progress): CaseDocument => ({ ...home, progress });

describe("the days of a job", () => {
  it("are the steps of the way, each after what it waits for, and none without a day", () => {
    const days = daysOf(knownUsHome());
    expect(days.length).toBeGreaterThan(1);
    expect(days[0]?.from).toBe(MONDAY);
    for (const { from, until } of days) expect(from < until).toBe(true);
    const [permit, install] = ["step-permit", "step-install"].map((id) => days.find((day) => day.id === id));
    expect(install).toBeDefined();
    if (permit) expect(install && install.from >= permit.until).toBe(true);
    expect(days.map(({ from }) => from)).toEqual([...days.map(({ from }) => from)].sort());
  });
  it("begin on the first working day at the earliest", () => {
    const fromFriday = daysOf(knownUsHome(), "2026-12-11").find(({ id }) => id === "step-install");
    const fromMonday = daysOf(knownUsHome()).find(({ id }) => id === "step-install");
    expect((fromFriday?.from ?? "") > (fromMonday?.from ?? "")).toBe(true);
  });
  it("have no step once the work is done, but the last days of the notices that are open", () => {
    const moves = [{ from: "survey" as const, to: "done" as const, on: "2026-11-20", by: "Wren Osier" }];
    const open = daysOf(inProgress(knownUkHome(), { stage: "done", moves }));
    expect(open.map(({ id }) => id)).toEqual(["notice-operator", "notice-building-control"]);
    expect(open[0]).toMatchObject({ from: "2026-12-18", until: "2026-12-19" });
    const notices = [{ kind: "operator" as const, sentOn: "2026-11-25" }];
    const sent = daysOf(inProgress(knownUkHome(), { stage: "done", moves, notices }));
    expect(sent.map(({ id }) => id)).toEqual(["notice-building-control"]);
  });
  it("have the day on which somebody is to be asked again", () => {
    const waits = [{ id: "w1", for: "customer" as const, what: "a date", since: "2026-12-01", askOn: "2026-12-09" }];
    expect(daysOf(inProgress(knownUsHome(), { stage: "quoted", waits }))).toContainEqual({
      id: "wait-w1",
      from: "2026-12-09",
      until: "2026-12-10",
      text: "Ask the customer again: a date",
    });
    expect(
      daysOf(inProgress(knownUsHome(), { stage: "lost", waits })).filter(({ id }) => /^(wait|step)/.test(id)),
    ).toEqual([]);
  });
});

import "#core/rules/editions.ts";
import { describe, expect, it } from "vitest";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { usCase } from "#core/testing/cases.ts";
import { calendarOf } from "./calendar.ts";

const order = { document: usCase(), book: DEMO_BOOKS.USD, start: "2026-12-07", job: "kelp" };
const linesOf = (text: string, name: string) => text.split("\r\n").filter((line) => line.startsWith(`${name}:`));

describe("the calendar of a job", () => {
  it("gives a day the same id at every revision, and the revision as its sequence number", () => {
    const [first, later] = [calendarOf({ ...order, revision: 3 }), calendarOf({ ...order, revision: 9 })];
    expect(linesOf(later, "UID")).toEqual(linesOf(first, "UID"));
    expect(new Set(linesOf(first, "SEQUENCE"))).toEqual(new Set(["SEQUENCE:3"]));
    expect(new Set(linesOf(later, "SEQUENCE"))).toEqual(new Set(["SEQUENCE:9"]));
  });
  it("begins at 0 for a case that has no revision", () => {
    expect(new Set(linesOf(calendarOf(order), "SEQUENCE"))).toEqual(new Set(["SEQUENCE:0"]));
  });
});

import { expect, it } from "vitest";
import { ukConventions } from "#core/rules/bs7671/conventions.ts";
import { necConventions } from "#core/rules/nec/conventions.ts";
import { showDay, showDayOfMonth, showTime, showWindow, withLocalDates } from "./dates.ts";

it("writes a day as the country of the rules does", () => {
  expect(showDay("2026-11-29", necConventions)).toBe("Nov 29, 2026");
  expect(showDay("2026-11-29", ukConventions)).toBe("29 Nov 2026");
  expect(showDayOfMonth("2026-03-01", necConventions)).toBe("Mar 1");
  expect(showDayOfMonth("2026-03-01", ukConventions)).toBe("1 Mar");
});

it("leaves what is no day as it is", () => {
  expect(showDay("some time in May", necConventions)).toBe("some time in May");
});

it("writes a time of day on a clock of twelve hours in the US and of 24 in the UK", () => {
  expect(["00:05", "07:00", "12:30", "23:59"].map((clock) => showTime(clock, necConventions))).toEqual([
    "12:05 AM",
    "7:00 AM",
    "12:30 PM",
    "11:59 PM",
  ]);
  expect(showTime("23:59", ukConventions)).toBe("23:59");
  expect(showWindow({ from: "19:00", to: "07:00" }, necConventions)).toBe("7:00 PM to 7:00 AM");
});

it("writes the days and times within a sentence as the country does", () => {
  const sentence = "Nothing from 2026-08-01 04:00 to 2026-08-02 (96 intervals)";
  expect(withLocalDates(sentence, necConventions)).toBe(
    "Nothing from Aug 1, 2026, 4:00 AM to Aug 2, 2026 (96 intervals)",
  );
  expect(withLocalDates(sentence, ukConventions)).toBe("Nothing from 1 Aug 2026, 04:00 to 2 Aug 2026 (96 intervals)");
  expect(withLocalDates("31 days, digest 2026-0", necConventions)).toBe("31 days, digest 2026-0");
});

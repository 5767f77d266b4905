import { expect, it } from "vitest";
import { showDay, showDayOfMonth } from "./dates.ts";

it("writes a day as the country of the rules does", () => {
  expect(showDay("2026-11-29", "us")).toBe("Nov 29, 2026");
  expect(showDay("2026-11-29", "uk")).toBe("29 Nov 2026");
  expect(showDayOfMonth("2026-03-01", "us")).toBe("Mar 1");
  expect(showDayOfMonth("2026-03-01", "uk")).toBe("1 Mar");
});

it("leaves what is no day as it is", () => {
  expect(showDay("some time in May", "us")).toBe("some time in May");
});

import { expect, it } from "vitest";
import { csvOf } from "./table.server.ts";

const cell = (value: string | number) =>
  csvOf(["Load"], [[value]])
    .split("\r\n")
    .slice(1)
    .join("\r\n");

it.each([
  ["=1+1", '"\'=1+1"'],
  ["+1", '"\'+1"'],
  ["-1", '"\'-1"'],
  ["@sum", '"\'@sum"'],
  ["a\n=1+1", '"a\n\'=1+1"'],
  ["a\r\n @sum", '"a\r\n \'@sum"'],
  ["a\n\n-1", '"a\n\n\'-1"'],
  ["a = 1", "a = 1"],
  ["two\nlines", '"two\nlines"'],
  [-5, "-5"],
])("%j is no formula", (value, written) => {
  expect(cell(value)).toBe(written);
});

import { expect, it } from "vitest";
import { wayBack } from "./way-back.ts";

it.each([
  ["/jobs/1/survey", "/jobs/1/survey"],
  ["/?search=reed&page=2", "/?search=reed&page=2"],
  ["/jobs/../prices", "/prices"],
  ["/jobs/\0\r\nSet-Cookie: a=b", "/jobs/%00Set-Cookie:%20a=b"],
  [null, "/"],
  ["", "/"],
  ["jobs", "/"],
  ["https://elsewhere.example/", "/"],
  ["//elsewhere.example/", "/"],
  ["/\t/elsewhere.example/", "/"],
  ["/\n/elsewhere.example", "/"],
  ["/\\elsewhere.example", "/"],
  ["/.//elsewhere.example", "/"],
  ["/a/..//elsewhere.example", "/"],
  ["javascript:alert(1)", "/"],
])("of %j is %s", (to, path) => {
  expect(wayBack(to)).toBe(path);
});

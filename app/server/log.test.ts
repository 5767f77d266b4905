import { describe, expect, it } from "vitest";
import { faultOf, pathOf } from "./log.ts";

describe("the log", () => {
  it("logs an error's kind, codes and place, and no quoted input", () => {
    const cause = Object.assign(new Error("Duplicate entry 'Ines Calloway' for key"), { code: "ER_DUP_ENTRY" });
    const error = new TypeError("Failed query: insert ... params: 14 Lantern Row", { cause });
    const told = faultOf(error);
    expect(told).toMatchObject({ fault: "TypeError", cause: { fault: "Error", code: "ER_DUP_ENTRY" } });
    expect(told.at[0]).toMatch(/^at .*log\.test\.ts/);
    expect(JSON.stringify(told)).not.toMatch(/Ines|Lantern|insert/);
  });
  it("logs only the type of a value that is not an error", () => {
    expect(faultOf("Ines Calloway")).toEqual({ fault: "string", at: [] });
  });
  it("holds no query, and no token of a link", () => {
    expect(pathOf("http://x.example/?search=Ines")).toBe("/");
    expect(pathOf("http://x.example/password/abc-DEF_1?x=1")).toBe("/password/*");
    expect(pathOf("http://x.example/password/abc.data")).toBe("/password/*.data");
    expect(pathOf("http://x.example/jobs/1/survey?to=x")).toBe("/jobs/1/survey");
  });
});

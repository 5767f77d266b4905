import { describe, expect, it } from "vitest";
import { waitsFor } from "./waiting.ts";

describe("a job waits", () => {
  it("for the customer once quoted, for the operator once applied for", () => {
    expect(waitsFor("quoted", {})).toEqual(["customer"]);
    expect(waitsFor("waiting", {})).toEqual(["operator"]);
    expect(waitsFor("survey", {})).toEqual([]);
  });
  it("for everyone asked without an answer, at any stage", () => {
    expect(waitsFor("survey", { owner: "asked", association: "given", authority: "to-ask" })).toEqual(["owner"]);
    expect(waitsFor("waiting", { authority: "asked" })).toEqual(["operator", "authority"]);
  });
});

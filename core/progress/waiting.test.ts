/** Whom a job waits for. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Stage } from "#core/case/document/types.ts";
import { waitsFor } from "./waiting.ts";

const at = (stage: Stage, permissions = {}, waits: NonNullable<CaseDocument["progress"]>["waits"] = []) =>
  waitsFor({ progress: { stage, waits }, enquiry: { permissions } });

describe("a job waits", () => {
  it("for the customer once quoted, for the operator once applied for", () => {
    expect(at("quoted")).toEqual(["customer"]);
    expect(at("waiting")).toEqual(["operator"]);
    expect(at("survey")).toEqual([]);
    expect(waitsFor({})).toEqual([]);
  });
  it("for everyone asked without an answer, at any stage", () => {
    expect(at("survey", { owner: "asked", association: "given", authority: "to-ask" })).toEqual(["owner"]);
    expect(at("waiting", { authority: "asked" })).toEqual(["operator", "authority"]);
  });
  it("for whoever was entered, once each", () => {
    const wait = (id: string, who: "supplier" | "customer") => ({ id, for: who, since: "2026-12-01" });
    expect(at("quoted", {}, [wait("a", "supplier"), wait("b", "customer")])).toEqual(["customer", "supplier"]);
  });
});

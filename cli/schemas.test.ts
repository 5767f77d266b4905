import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { Ajv2020 } from "ajv/dist/2020.js";
import { describe, expect, it } from "vitest";
import { readCaseText } from "#core/laws/read.ts";
import { assess } from "#core/testing/assess.ts";
import { usCase } from "#core/testing/cases.ts";
import { caseJsonSchema } from "./json-schema.ts";

const ajv = new Ajv2020({ strict: false, allErrors: true });
const json = (file: string) => JSON.parse(readFileSync(file, "utf8"));
const caseSchema = ajv.compile(json("docs/case.schema.json"));
const assessmentSchema = ajv.compile(json("docs/assessment.schema.json"));
const demo = readdirSync("db/demo").filter((f) => f.endsWith(".case.json"));

describe("the published JSON Schemas", () => {
  it("are those of the program (npm run schemas)", () => {
    expect(json("docs/case.schema.json")).toEqual(JSON.parse(JSON.stringify(caseJsonSchema())));
  });
  it.each(demo)("fit %s and its assessment", (name) => {
    const document = json(path.join("db/demo", name));
    expect(caseSchema(document) || caseSchema.errors).toBe(true);
    expect(readCaseText(JSON.stringify(document)).unknown).toEqual([]);
    const assessment = JSON.parse(JSON.stringify(assess(document)));
    expect(assessmentSchema(assessment) || assessmentSchema.errors).toBe(true);
  });
  it("refuse what Heron refuses", () => {
    for (const wrong of [
      { rules: "us-nec-1899" },
      { loads: [{ id: "a", kind: "range", va: -5 }] },
      { supply: { system: "x" } },
    ])
      expect(caseSchema({ ...usCase(), ...wrong })).toBe(false);
  });
});

describe("the demo jobs", () => {
  it("differ in the way that wins", () => {
    const winners = demo.map((name) => assess(json(path.join("db/demo", name))).recommended);
    expect(new Set(winners).size).toBeGreaterThanOrEqual(5);
  });
});

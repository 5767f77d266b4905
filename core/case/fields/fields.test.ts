import "#core/rules/editions.ts";
import { describe, expect, it } from "vitest";
import { wholeCase } from "../document/schema.ts";
import { FIELDS, WITHOUT_FIELD } from "./index.ts";

interface Described {
  type: string;
  fields?: Record<string, Described>;
  innerType?: Described;
}

/** Pointers of all leaves of the schema; `*` stands for an index. A described field ends its branch. */
function leavesOf(schema: Described, at: string, ends: ReadonlySet<string>): string[] {
  if (ends.has(at)) return [at];
  const { fields, innerType } = schema;
  if (innerType) {
    const numbered = [...ends].filter((end) => new RegExp(`^${at.replaceAll("*", "[*]")}/\\d+$`).test(end));
    if (numbered.length > 0) return numbered;
    const goesOn = innerType.fields !== undefined || [...ends].some((end) => end.startsWith(`${at}/*`));
    return goesOn ? leavesOf(innerType, `${at}/*`, ends) : [at];
  }
  const names = Object.keys(fields ?? {});
  if (names.length === 0) return [at];
  return names.flatMap((name) => leavesOf(fields?.[name] as Described, `${at}/${name}`, ends));
}

const described = wholeCase.describe() as unknown as Described;
const told = new Set([...FIELDS, ...WITHOUT_FIELD].map(({ at }) => at));

describe("the fields of the case", () => {
  it("describe each leaf of the schema, or say why it has no field", () => {
    const leaves = leavesOf(described, "", told);
    expect(leaves.length).toBeGreaterThan(120);
    expect(leaves.filter((at) => !told.has(at))).toEqual([]);
  });

  it("all exist in the schema", () => {
    const exists = (at: string): boolean => {
      let part: Described | undefined = described;
      for (const key of at.split("/").slice(1)) part = /^([*]|\d+)$/.test(key) ? part?.innerType : part?.fields?.[key];
      return part !== undefined;
    };
    expect([...told].filter((at) => !exists(at))).toEqual([]);
  });

  it("are described once", () => {
    expect(told.size).toBe(FIELDS.length + WITHOUT_FIELD.length);
  });
});

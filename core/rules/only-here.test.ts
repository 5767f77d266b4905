import { readdirSync, readFileSync } from "node:fs";
import { expect, it } from "vitest";

/** Countries and sections of published rules, in code and comments; a language ("en-US") is neither. */
const OF_A_RULE_BOOK = /(?<!en-)\b(NEC|BS 7671|BS EN|UK|US)\b|"(us|uk)"|north-america|united-kingdom/;
/** The open format names the rule sets, and two of its fields belong to one country. */
const OPEN_FORMAT = ["case/document/vocabulary.ts", "case/document/schema.ts"];

it("names a country or a section of published rules only inside the rule books", () => {
  const core = new URL("..", import.meta.url);
  const files = readdirSync(core, { recursive: true, encoding: "utf8" }).filter(
    (file) =>
      file.endsWith(".ts") &&
      !file.endsWith(".test.ts") &&
      !/^(rules|testing)\//.test(file) &&
      !OPEN_FORMAT.includes(file),
  );
  expect(files.length).toBeGreaterThan(150);
  const naming = files.filter((file) => OF_A_RULE_BOOK.test(readFileSync(new URL(file, core), "utf8")));
  expect(naming).toEqual([]);
});

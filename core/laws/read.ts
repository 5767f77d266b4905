/** Reading a case from outside: text or parsed JSON in, a checked document and a report of unknown fields out. */

import type { AnyObject } from "yup";
import { CaseRefused, type InputProblem } from "#core/case/document/problems.ts";
import { wholeCase } from "#core/case/document/schema.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { upgradeCase } from "#core/case/document/upgrade.ts";
import { ownValue } from "#core/own-value.ts";
import { lawProblems } from "./laws.ts";
import { frameProblem, MOST_PROBLEMS, shapeProblems } from "./shape.ts";

export interface ReadCase {
  document: CaseDocument;
  /** Paths of fields that this version does not know. They are preserved and written back. */
  unknown: string[];
}

/**
 * Reads a case from JSON text.
 * @throws CaseRefused `not-json`, `not-a-case`, `newer-version` or `bad-field`, naming each offending path.
 */
export function readCaseText(text: string): ReadCase {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text.replace(/^\uFEFF/, ""));
  } catch (error) {
    const place = /position (\d+)/.exec(String(error))?.[1];
    const line = place ? text.slice(0, Number(place)).split("\n").length : undefined;
    throw new CaseRefused("not-json", [
      { path: "", message: `is not JSON${line ? `: it breaks off or goes wrong on line ${line}` : ""}` },
    ]);
  }
  return readCase(parsed);
}

/** Reads a case from parsed JSON; older versions are upgraded first. Throws as `readCaseText`. */
export function readCase(parsed: unknown): ReadCase {
  if (typeof parsed !== "object" || parsed === null || Array.isArray(parsed))
    throw new CaseRefused("not-a-case", [{ path: "", message: "is not a Heron case: it must be an object" }]);
  if ((parsed as AnyObject).format !== "heron-case")
    throw new CaseRefused("not-a-case", [{ path: "format", message: 'must be "heron-case"' }]);
  const framed = frameProblem(parsed);
  if (framed) throw new CaseRefused("bad-field", framed);
  const upgraded = upgradeCase(parsed as AnyObject);
  const problems = problemsInFrame(upgraded);
  if (problems.length > 0) throw new CaseRefused("bad-field", problems);
  return { document: upgraded as unknown as CaseDocument, unknown: unknownPaths(wholeCase, upgraded, "") };
}

/** Problems of a parsed case by path, at most 100; empty when it can be assessed. */
export const caseProblems = (parsed: unknown): InputProblem[] => frameProblem(parsed) ?? problemsInFrame(parsed);

/** As `caseProblems`, of a case whose frame is sound. */
function problemsInFrame(parsed: unknown): InputProblem[] {
  const problems = shapeProblems(parsed);
  return problems.length > 0 ? problems : lawProblems(parsed as CaseDocument).slice(0, MOST_PROBLEMS);
}

/** Paths of fields that the schema does not name, depth first. */
function unknownPaths(schema: unknown, value: unknown, path: string): string[] {
  const node = schema as { fields?: Record<string, unknown>; innerType?: unknown };
  if (Array.isArray(value)) return value.flatMap((v, i) => unknownPaths(node.innerType, v, `${path}[${i}]`));
  // A part without named fields is a table with keys of its own.
  if (!node?.fields || Object.keys(node.fields).length === 0 || typeof value !== "object" || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) => {
    const at = path ? `${path}.${key}` : key;
    return Object.hasOwn(node.fields as object, key) ? unknownPaths(ownValue(node.fields ?? {}, key), inner, at) : [at];
  });
}

/** Writes a case as the open format's JSON text; unknown fields included. */
export const writeCase = (document: CaseDocument): string => `${JSON.stringify(document, null, 1)}\n`;

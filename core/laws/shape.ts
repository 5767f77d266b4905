/** Checks the shape of a parsed case: types, limits, lengths. Every check is fast, also for malicious input. */

import { type AnySchema, ValidationError } from "yup";
import type { InputProblem } from "#core/case/document/problems.ts";
import { wholeCase } from "#core/case/document/schema.ts";
import { ownValue } from "#core/own-value.ts";

/** More than anybody reads; the rest shows once these are mended. */
export const MOST_PROBLEMS = 100;
/** The format itself needs eight; what it does not know may lie a little deeper. */
const MOST_LEVELS = 12;

/** Problems that apply to all fields, known or not: unpaired surrogates and unlimited nesting; null without one. */
export function frameProblem(parsed: unknown, path = "", level = 0): InputProblem[] | null {
  if (typeof parsed === "string")
    return parsed.isWellFormed() ? null : [{ path, message: "holds half a character: type it again" }];
  if (typeof parsed !== "object" || parsed === null) return null;
  if (level > MOST_LEVELS) return [{ path, message: `lies too deep: ${MOST_LEVELS} levels at most` }];
  const isList = Array.isArray(parsed);
  for (const [key, inner] of Object.entries(parsed)) {
    const at = isList ? `${path}[${key}]` : path ? `${path}.${key}` : key;
    const found = key.isWellFormed() ? frameProblem(inner, at, level + 1) : [{ path, message: "has half a character" }];
    if (found) return found;
  }
  return null;
}

/** Where a parsed case is not of the case's shape, at most 100 places. */
export function shapeProblems(parsed: unknown): InputProblem[] {
  const sound = problemsWith(wholeCase, parsed, "", { abortEarly: true }).length === 0;
  if (sound) return [];
  const found: InputProblem[] = [];
  collect(wholeCase, parsed, "", found);
  return found.slice(0, MOST_PROBLEMS);
}

/** Goes down only into what is sound by itself: a list that is too long is refused before its entries are looked at. */
function collect(schema: AnySchema, value: unknown, path: string, found: InputProblem[]): void {
  if (found.length >= MOST_PROBLEMS) return;
  const own = problemsWith(schema, value, path, { abortEarly: false, recursive: false });
  found.push(...own);
  if (own.length > 0 || typeof value !== "object" || value === null) return;
  const { fields = {}, innerType } = schema as { fields?: Record<string, AnySchema>; innerType?: AnySchema };
  if (Array.isArray(value) && innerType)
    for (const [i, inner] of value.entries()) collect(innerType, inner, `${path}[${i}]`, found);
  else
    for (const [key, inner] of Object.entries(fields))
      collect(inner, ownValue(value as Record<string, unknown>, key), path ? `${path}.${key}` : key, found);
}

/** Problems that a schema finds in a value, by path. */
export function problemsWith(
  schema: AnySchema,
  value: unknown,
  path: string,
  how: { abortEarly: boolean; recursive?: boolean },
): InputProblem[] {
  try {
    schema.validateSync(value, { strict: true, ...how, ...(path && ({ path } as object)) });
    return [];
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const each = error.inner.length > 0 ? error.inner : [error];
    return each.map((e) => ({ path: e.path ?? path, message: plainMessage(e) }));
  }
}

function plainMessage(error: ValidationError): string {
  if (error.type === "nullable") return "must not be null";
  if (error.type === "typeError" && / must be a `/.test(error.message)) return "has the wrong type";
  return error.message;
}

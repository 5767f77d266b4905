/** Whether one value may stand at one place of a case, in the words of that field. */
import { reach, type Schema, ValidationError } from "yup";
import { applyPatch } from "../document/patch.ts";
import type { Problem } from "../document/problems.ts";
import { wholeCase } from "../document/schema.ts";
import { setValue } from "../document/set-value.ts";
import type { CaseDocument } from "../document/types.ts";
import { lawProblems } from "./laws.ts";

/**
 * @param pointer JSON Pointer of the field, e.g. `/panels/0/mainA`
 * @returns what is wrong with the value taken by itself, or null
 */
export function fieldProblem(pointer: string, value: unknown): string | null {
  try {
    const schema = reach(wholeCase, pathOf(pointer)) as Schema;
    schema.validateSync(value, { strict: true });
    return null;
  } catch (error) {
    if (error instanceof ValidationError) return error.message;
    throw error;
  }
}

/**
 * @param value what the field shall hold; undefined takes it away
 * @returns the law between fields that this value would newly break in the case, or null
 */
export function clashProblem(document: CaseDocument, pointer: string, value: unknown): string | null {
  const key = ({ path, message }: Problem) => `${path}\n${message}`;
  const after = lawProblems(applyPatch(document, setValue(document, pointer, value)));
  if (after.length === 0) return null;
  const already = new Set(lawProblems(document).map(key));
  const broken = after.filter((problem) => !already.has(key(problem)));
  const own = pathOf(pointer);
  const beside = own.slice(0, own.lastIndexOf("."));
  const nearest =
    broken.find((p) => p.path === own) ?? broken.find((p) => p.path.startsWith(`${beside}.`)) ?? broken[0];
  if (!nearest) return null;
  return nearest.path === own ? nearest.message : `does not fit: ${nearest.message}`;
}

/** `/panels/0/mainA` as the open format's paths write it: `panels[0].mainA`. */
const pathOf = (pointer: string): string =>
  pointer
    .split("/")
    .slice(1)
    .map((key, i) => (/^\d+$/.test(key) ? `[${key}]` : i === 0 ? key : `.${key}`))
    .join("");

/** Whether one value may stand at one place of a case, in the words of that field. */
import { reach, type Schema, ValidationError } from "yup";
import { wholeCase } from "./schema.ts";

/**
 * @param pointer JSON Pointer of the field, e.g. `/panels/0/mainA`
 * @returns what is wrong with the value, or null
 */
export function fieldProblem(pointer: string, value: unknown): string | null {
  const path = pointer
    .split("/")
    .slice(1)
    .map((key, i) => (/^\d+$/.test(key) ? `[${key}]` : i === 0 ? key : `.${key}`))
    .join("");
  try {
    const schema = reach(wholeCase, path) as Schema;
    schema.validateSync(value, { strict: true });
    return null;
  } catch (error) {
    if (error instanceof ValidationError) return error.message;
    throw error;
  }
}

/** JSON text from outside, checked before and after it is parsed. */
import type { AnyObject, InferType, ObjectSchema } from "yup";

/** The deepest nesting that any request or file needs is below this; a schema says what is allowed exactly. */
const MOST_DEPTH = 40;

/** The deepest nesting of arrays and objects in a JSON text, counted without parsing it. */
function jsonDepth(text: string): number {
  let depth = 0;
  let deepest = 0;
  let inString = false;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (inString) {
      if (code === 0x5c) i++;
      else if (code === 0x22) inString = false;
    } else if (code === 0x22) inString = true;
    else if (code === 0x7b || code === 0x5b) deepest = Math.max(deepest, ++depth);
    else if (code === 0x7d || code === 0x5d) depth--;
  }
  return deepest;
}

/**
 * Parses JSON text and checks it by a schema; fields that the schema does not know are refused.
 * @throws SyntaxError where it is not JSON or is nested too deeply; ValidationError where the schema refuses it
 */
export function parseJson<S extends ObjectSchema<AnyObject>>(text: string, schema: S): InferType<S> {
  if (jsonDepth(text) > MOST_DEPTH) throw new SyntaxError("nested too deeply");
  return schema.noUnknown().validateSync(JSON.parse(text), { strict: true });
}

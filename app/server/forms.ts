/** Forms as they arrive. */
import { ValidationError } from "yup";
import { refuse } from "./refusals.ts";

/** @throws a refusal where the body is no form */
export async function readForm(request: Request): Promise<FormData> {
  return request.formData().catch(() => {
    throw refuse("bad-request");
  });
}

/** What is wrong with a form, by field, in the field's own words; any other fault goes on. */
export function problemsOf(error: unknown): Record<string, string> {
  if (!(error instanceof ValidationError)) throw error;
  const each = error.inner.length > 0 ? error.inner : [error];
  return Object.fromEntries(each.map((e) => [e.path ?? "form", e.message]));
}

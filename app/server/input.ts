/**
 * The one way in for what people send. Each form, JSON body and query is read by a Yup schema that knows its fields;
 * every other field is dropped (forms, queries) or refused (JSON). Ids, firm, flags and times that the server sets
 * never come from here.
 */
import { type AnyObject, type InferType, type ObjectSchema, ValidationError } from "yup";
import { MOST_FORM_BYTES } from "#core/limits.ts";
import { parseJson } from "#core/parse-json.ts";
import { bodyOf } from "./received-body.ts";
import { refuse } from "./refusals.ts";

/** Validated form values, or the problems by field; and the typed text of the known fields. */
export type FormInput<T> = { typed: Record<string, string> } & (
  | { value: T; problems?: undefined }
  | { value?: undefined; problems: Record<string, string> }
);

/** Problems of a form by field, in the field's own words; any other error is rethrown. */
function problemsOf(error: unknown): Record<string, string> {
  if (!(error instanceof ValidationError)) throw error;
  const each = error.inner.length > 0 ? error.inner : [error];
  return Object.fromEntries(each.map((e) => [e.path || "form", e.message]));
}

/**
 * The body of a request and its kind, as a worker thread takes it apart.
 * @throws the refusal "too-large"
 */
export async function readUpload(request: Request, mostBytes: number) {
  const body = await bodyOf(request);
  if (body.byteLength > mostBytes) throw refuse("too-large");
  return { contentType: request.headers.get("Content-Type") ?? "", body };
}

/** @throws a refusal where the body is no form */
async function textFields(request: Request): Promise<FormData> {
  const { contentType, body } = await readUpload(request, MOST_FORM_BYTES);
  const form = new Response(body, { headers: { "Content-Type": contentType } }).formData();
  return form.catch(() => {
    throw refuse("bad-request");
  });
}

/** The text of the fields that a schema knows; a field sent twice counts once. */
function knownFields(form: FormData | URLSearchParams, names: readonly string[]): Record<string, string> {
  const texts = new Map<string, string>();
  for (const name of names) {
    const value = form.get(name);
    if (typeof value === "string") texts.set(name, value);
  }
  return Object.fromEntries(texts);
}

function checked<S extends ObjectSchema<AnyObject>>(schema: S, typed: Record<string, string>): FormInput<InferType<S>> {
  try {
    return { value: schema.validateSync(typed, { abortEarly: false, stripUnknown: true }), typed };
  } catch (error) {
    return { problems: problemsOf(error), typed };
  }
}

/** Reads a form. @throws a refusal where the body is no form */
export async function readForm<S extends ObjectSchema<AnyObject>>(
  request: Request,
  schema: S,
): Promise<FormInput<InferType<S>>> {
  return checked(schema, knownFields(await textFields(request), Object.keys(schema.fields)));
}

type Intents = Readonly<Record<string, ObjectSchema<AnyObject>>>;
type IntentInput<I extends Intents> = { [K in keyof I]: { intent: K } & FormInput<InferType<I[K]>> }[keyof I];

/**
 * Reads a form whose field `what` names one of several intents, each with a schema of its own.
 * @throws the refusal "bad-request" where it names none of them
 */
export async function readIntent<I extends Intents>(request: Request, intents: I): Promise<IntentInput<I>> {
  const form = await textFields(request);
  const what = form.get("what");
  const found = Object.entries(intents).find(([name]) => name === what);
  if (!found) throw refuse("bad-request");
  const [intent, schema] = found;
  const input = checked(schema, knownFields(form, Object.keys(schema.fields)));
  return { intent, ...input } as IntentInput<I>;
}

/** Reads the query of an address. @throws the refusal "bad-request" where a field is wrong */
export function readQuery<S extends ObjectSchema<AnyObject>>(request: Request, schema: S): InferType<S> {
  const input = checked(schema, knownFields(new URL(request.url).searchParams, Object.keys(schema.fields)));
  if (input.problems) throw refuse("bad-request");
  return input.value as InferType<S>;
}

/** Reads a small JSON body; large ones go to a worker thread. @throws as `parseJson`, or a refusal */
export async function readJson<S extends ObjectSchema<AnyObject>>(request: Request, schema: S): Promise<InferType<S>> {
  const { body } = await readUpload(request, MOST_FORM_BYTES);
  return parseJson(Buffer.from(body).toString("utf8"), schema);
}

/** The Yup schema of the case as JSON Schema, for those who read or write cases without Heron. */
import type {
  SchemaDescription,
  SchemaFieldDescription,
  SchemaInnerTypeDescription,
  SchemaObjectDescription,
} from "yup";
import { wholeCase } from "#core/case/document/schema.ts";

type JsonSchema = Record<string, unknown>;

const bounds: Record<string, string> = { min: "minimum", max: "maximum", more: "exclusiveMinimum" };

function numberSchema({ tests }: SchemaDescription): JsonSchema {
  const schema: JsonSchema = { type: tests.some((t) => t.name === "integer") ? "integer" : "number" };
  for (const { name, params } of tests) {
    if (name === "min" && params?.more !== undefined) schema.exclusiveMinimum = params.more;
    else if (name && bounds[name] && params?.[name] !== undefined) schema[bounds[name]] = params[name];
  }
  return schema;
}

/** A value of several types: one of a list, what a meter shows, or a text or an object. */
function mixedSchema({ oneOf, tests, nullable }: SchemaDescription): JsonSchema {
  if (oneOf.length > 0) return { enum: oneOf };
  const types = tests.some(({ name }) => name === "reading") ? ["number", "boolean", "string"] : ["string", "object"];
  return { type: nullable ? [...types, "null"] : types };
}

/** One node of `schema.describe()` as JSON Schema. Unknown fields are allowed and preserved. */
function toJsonSchema(description: SchemaFieldDescription): JsonSchema {
  const node = description as SchemaDescription;
  let schema: JsonSchema;
  if (node.type === "object") {
    const { fields } = description as SchemaObjectDescription;
    const required = Object.entries(fields).filter(([, f]) => !(f as SchemaDescription).optional);
    schema = {
      type: "object",
      properties: Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, toJsonSchema(field)])),
      ...(required.length > 0 && { required: required.map(([name]) => name) }),
    };
  } else if (node.type === "array") {
    schema = {
      type: "array",
      items: toJsonSchema((description as SchemaInnerTypeDescription).innerType as SchemaFieldDescription),
    };
    const most = node.tests.find((t) => t.name === "max")?.params?.max;
    if (most !== undefined) schema.maxItems = most;
  } else if (node.type === "number") schema = numberSchema(node);
  else if (node.type === "mixed") return mixedSchema(node);
  else {
    schema = { type: node.type };
    const pattern = node.tests.find((t) => t.name === "matches")?.params?.regex;
    if (pattern) schema.pattern = (pattern as RegExp).source;
  }
  return node.nullable ? { anyOf: [schema, { type: "null" }] } : schema;
}

export const caseJsonSchema = (): JsonSchema => ({
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: "Heron case, version 1",
  ...toJsonSchema(wholeCase.describe()),
});

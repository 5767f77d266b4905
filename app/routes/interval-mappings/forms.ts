/** What the firm says of the columns of a file. */
import { object, string } from "yup";
import { csvMapping } from "#core/formats/interval-data/mapping.ts";

export const BODY = object({
  head: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  mapping: csvMapping.required(),
});

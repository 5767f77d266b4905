/** The request body that stores what the columns of an interval-data file mean. */
import { object, string } from "yup";
import { csvMapping } from "#core/energy/intervals/formats/mapping.ts";

export const BODY = object({
  head: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  mapping: csvMapping.required(),
});

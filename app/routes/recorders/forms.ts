/** The request body that starts or stops a recorder. */
import { object, string } from "yup";

export const BODY = object({
  address: string().max(80).required(),
  command: string()
    .oneOf(["start", "stop"] as const)
    .required(),
});

/** Messages of charge points, checked against the published schemas of OCPP 1.6. */
import { createRequire } from "node:module";
import { Ajv, type ErrorObject } from "ajv";
import addFormats from "ajv-formats";
import { createRPCError } from "ocpp-rpc";

const require = createRequire(import.meta.url);
const ajv = new Ajv({ strictSchema: false });
addFormats.default(ajv);
const schemas = require("ocpp-rpc/lib/schemas/ocpp1_6.json") as ({ $id: string } & object)[];

/** The messages that a charge point may begin. */
export const ACTIONS = [
  "Authorize",
  "BootNotification",
  "DataTransfer",
  "DiagnosticsStatusNotification",
  "FirmwareStatusNotification",
  "Heartbeat",
  "MeterValues",
  "StartTransaction",
  "StatusNotification",
  "StopTransaction",
] as const;
export type Action = (typeof ACTIONS)[number];

/** Checks of the payloads, by their action. Their ids are no addresses, and are not needed. */
const validators = new Map(
  ACTIONS.map((action) => {
    const { $id: _, ...schema } = schemas.find(({ $id }) => $id === `urn:${action}.req`) ?? { $id: "" };
    return [action, ajv.compile(schema)];
  }),
);

const isAction = (action: string): action is Action => (ACTIONS as readonly string[]).includes(action);

/** The OCPP error code for an invalid payload: a wrong type, or any other violation of its schema. */
const codeOf = (errors: readonly ErrorObject[]): string =>
  errors.some(({ keyword }) => keyword === "type") ? "TypeConstraintViolation" : "FormationViolation";

/**
 * Checks a message of a charge point.
 * @returns its action
 * @throws an error of OCPP: NotImplemented, FormationViolation or TypeConstraintViolation
 */
export function checkedAction(action: string, payload: unknown): Action {
  if (!isAction(action)) throw createRPCError("NotImplemented", "Heron does not know this action", {});
  if (typeof payload !== "object" || payload === null || Array.isArray(payload))
    throw createRPCError("FormationViolation", "The payload must be an object", {});
  const validate = validators.get(action);
  if (!validate?.(payload)) {
    const errors = validate?.errors ?? [];
    throw createRPCError(codeOf(errors), ajv.errorsText(errors).slice(0, 255), {});
  }
  return action;
}

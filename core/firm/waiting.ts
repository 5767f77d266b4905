/** Whom a job waits for. */
import type { PermissionFrom, PermissionState } from "#core/case/document/types.ts";
import { PERMISSIONS } from "#core/case/document/vocabulary.ts";
import type { Stage } from "./stages.ts";

/**
 * Parties that a job can wait for: the customer with a quote, the operator with an application, and everyone whose
 * permission was asked.
 */
export const WAITED_FOR = ["customer", "operator", ...PERMISSIONS] as const;
export type WaitedFor = (typeof WAITED_FOR)[number];

/** The stage of the jobs that wait for the customer or the operator. */
export const WAITING_STAGE: Readonly<Record<Exclude<WaitedFor, PermissionFrom>, Stage>> = {
  customer: "quoted",
  operator: "waiting",
};

/** Everybody a job waits for, in the order of `WAITED_FOR`. */
export const waitsFor = (stage: Stage, permissions: Partial<Record<PermissionFrom, PermissionState>>): WaitedFor[] =>
  WAITED_FOR.filter((who) =>
    who === "customer" || who === "operator" ? WAITING_STAGE[who] === stage : permissions[who] === "asked",
  );

/** An edit: one patch with an id, its base revision, its author and its time. */
import { array, mixed, number, object, string } from "yup";
import { type Patch, rebasePatch } from "./patch.ts";

export interface CaseEdit {
  /** Made by the client; the same id never takes effect twice. */
  id: string;
  /** The revision of the case that the patch was made on. */
  baseRevision: number;
  /** The edit that made that revision: a server that was restored may have come to the same number by others. */
  baseEdit?: string | undefined;
  patch: Patch;
}

/** An edit that took effect: it made `revision` out of `revision - 1`. */
export interface AppliedEdit {
  id: string;
  revision: number;
  patch: Patch;
  by: string;
  at: string;
}

/** No place of a case has a longer address. */
const LONGEST_PATH = 300;

const EDIT_ID = /^[\w-]{8,64}$/;

const editId = () => string().max(64).matches(EDIT_ID, "must be 8 to 64 letters, digits and hyphens");

/** The shape of a patch, in an edit from outside and in an applied one. */
const patchSchema = () =>
  array(
    object({
      op: mixed<"add" | "replace" | "remove">().oneOf(["add", "replace", "remove"]).required(),
      path: string()
        .required("is required")
        .max(LONGEST_PATH, `must be at most ${LONGEST_PATH} characters`)
        .matches(/^(\/[^/]+)+$/, "must be a path inside the case")
        .test("plain", "must be a path inside the case", (p) => !/__proto__|prototype|constructor/.test(p ?? "")),
      value: mixed().nullable(),
    }),
  ).required("is required");

/** The shape of an edit as it comes from outside. */
export const editSchema = object({
  id: editId().required("is required"),
  baseRevision: number().required("is required").integer().min(0).max(2_147_483_647),
  baseEdit: editId(),
  patch: patchSchema().min(1).max(200),
});

/** The shape of an applied edit. */
export const appliedEdit = object({
  id: string().required(),
  revision: number().integer().min(0).required(),
  patch: patchSchema(),
  by: string().defined(),
  at: string().required(),
});

/**
 * Moves a patch made on an older revision over the edits that took effect since, in order.
 * @returns the patch for today's document, or the edit it conflicts with.
 */
export function rebaseOverEdits(
  patch: Patch,
  since: readonly AppliedEdit[],
): { patch: Patch } | { conflict: AppliedEdit } {
  let moved = patch;
  for (const edit of since) {
    const next = rebasePatch(moved, edit.patch);
    if (!next) return { conflict: edit };
    moved = next;
  }
  return { patch: moved };
}

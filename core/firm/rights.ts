/** Rights by role, stated once: the server refuses by them, and the page hides controls by them. */

export const ROLES = ["owner", "electrician", "apprentice"] as const;
export type Role = (typeof ROLES)[number];

const ALL: readonly Role[] = ROLES;
const LICENSED: readonly Role[] = ["owner", "electrician"];
const OWNER: readonly Role[] = ["owner"];

export const RIGHTS = {
  /** Survey, demand, need, ways, circuit: all that a case holds but its rules. */
  "edit-case": ALL,
  "start-job": ALL,
  "add-pictures": ALL,
  "remove-own-pictures": ALL,
  "change-rules": LICENSED,
  "remove-others-pictures": LICENSED,
  /** A whole case from a file. */
  import: LICENSED,
  /** Papers that leave the firm. */
  issue: LICENSED,
  /** Signing for the work, and answering for a test that fails. */
  sign: LICENSED,
  /** Charge points of a job: their tokens, and what is asked of them. */
  "join-chargers": LICENSED,
  /** Case, assessment, tables and drawings as files. */
  export: LICENSED,
  "change-prices": OWNER,
  /** Invite, change roles, make inactive, hand over links, ask for a second factor. */
  "manage-people": OWNER,
} satisfies Record<string, readonly Role[]>;
export type Right = keyof typeof RIGHTS;

/** Whether a role has a right. */
export const hasRight = (role: Role, right: Right): boolean => RIGHTS[right].includes(role);

/** Owner of the pages stored in a browser, and their expiry. */

export interface PageOwner {
  person: string;
  /** Seconds without a connection after which the pages are deleted. */
  keepS: number;
  /** When the server was last reached, milliseconds since 1970. */
  contactMs: number;
}

/**
 * Whether a stored page may be shown.
 * @param pageOf the person whose page it is
 */
export const mayKeep = (owner: PageOwner | null, pageOf: string | null, nowMs: number): boolean =>
  owner !== null && pageOf === owner.person && nowMs - owner.contactMs <= owner.keepS * 1000;

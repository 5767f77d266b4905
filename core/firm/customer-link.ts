/** Links for people outside the firm, and what they answer there. */

/** quote: the customer chooses; owner and association: they agree; pictures: the customer takes them. */
export const LINK_KINDS = ["quote", "owner", "association", "pictures"] as const;
export type LinkKind = (typeof LINK_KINDS)[number];

/** The kinds that show an issued paper, with its id. */
export const PAPER_OF_LINK = {
  quote: "quote",
  owner: "consent",
  association: "association-approval",
} as const satisfies Partial<Record<LinkKind, string>>;

/** The answer that was given on a page. */
export type LinkAnswer =
  | { kind: "accepted"; option: string; name: string; on: string; signature: string }
  | { kind: "declined"; why: string; name: string; on: string }
  | { kind: "agreed"; condition: string; name: string; on: string; signature: string }
  | { kind: "refused"; why: string; name: string; on: string; signature: string };

/** Days that a link works. */
export const LINK_DAYS = 60;

export const ANSWER_KINDS = ["accepted", "declined", "agreed", "refused"] as const satisfies LinkAnswer["kind"][];

export const LINK_STATES = ["open", "answered", "expired", "withdrawn"] as const;
export type LinkState = (typeof LINK_STATES)[number];

/** A link as the page of the job shows it. */
export interface CustomerLink {
  id: string;
  kind: LinkKind;
  name: string;
  /** The version that it shows; null for pictures. */
  version: number | null;
  state: LinkState;
  by: string;
  /** ISO moments. */
  createdAt: string;
  expiresAt: string;
  openedAt: string | null;
  answeredAt: string | null;
  answer: LinkAnswer | null;
  /** State of each requested picture by its id; empty for other pages. */
  told: readonly { id: string; said: string }[];
  messages: readonly CustomerMessage[];
}

export interface CustomerMessage {
  id: string;
  /** Name of the person of the firm; null for a message of the customer. */
  by: string | null;
  text: string;
  /** ISO moment. */
  at: string;
}

/** Issued papers: numbered versions that never change. */

/** An issued version as the page shows it. */
export interface IssuedPaper {
  id: string;
  /** Id of the paper, such as `quote`. */
  paper: string;
  /** 1 is the first version of this paper of the job. */
  number: number;
  /** Revision of the job that it was drawn from. */
  revision: number;
  by: string;
  /** ISO moment. */
  at: string;
  /** SHA-256 of the file, hex. */
  digest: string;
  bytes: number;
  /** Values that were missing when it was issued, and the reason for issuing it nevertheless. */
  lacks: readonly string[];
  reason: string;
  withdrawn: { by: string; at: string; why: string } | null;
  /** How the job differs from this version now, in words; empty while it still holds. */
  differs: readonly string[];
}

export type IssuedState = "current" | "superseded" | "replaced" | "withdrawn";

/** Whether a version still holds. @param all the versions of the job */
export function issuedState(one: IssuedPaper, all: readonly IssuedPaper[]): IssuedState {
  if (one.withdrawn) return "withdrawn";
  const isReplaced = all.some(
    ({ paper, number, withdrawn }) => paper === one.paper && number > one.number && !withdrawn,
  );
  if (isReplaced) return "replaced";
  return one.differs.length > 0 ? "superseded" : "current";
}

/** The papers of a job: what each lacks now, and the issued versions of all of them. */
export interface JobPapers {
  /** Revision of the job that this is about. */
  revision: number;
  papers: readonly { id: string; lacks: readonly string[] }[];
  issued: readonly IssuedPaper[];
}

/** The answer to a request to issue a paper. */
export type IssueAnswer =
  | { kind: "issued"; number: number }
  /** It is not complete, so it needs a reason. */
  | { kind: "lacks"; lacks: readonly string[] }
  /** The job has changed since the page asked. */
  | { kind: "changed-since"; revision: number };

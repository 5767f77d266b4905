/** A block of text that the firm puts into its quotes. */
export interface FirmText {
  id: string;
  version: number;
  title: string;
  text: string;
  /** Author of this version, and its time as an ISO moment. */
  by: string;
  at: string;
}

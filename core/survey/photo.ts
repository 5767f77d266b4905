/** A photo of the survey as lists and pages see it; its bytes have addresses of their own. */
import type { PhotoMark } from "./photo-marks.ts";
import type { ThingId } from "./things.ts";

export interface PhotoEntry {
  id: string;
  /** Item of the evidence list that it proves. */
  item: string;
  /** The thing of the home that it shows; null where none is named. */
  about: ThingId | null;
  caption: string;
  /** Pixels, upright. */
  width: number;
  height: number;
  marks: PhotoMark[];
  /** ISO 8601 */
  takenAt: string;
  takenBy: Photographer;
  /** Name of the customer who took it; the photographer is then the person who asked for it. */
  customer?: string;
  /** True until a person of the firm has confirmed what it shows. */
  toConfirm?: boolean;
}

/** The photographer. */
export interface Photographer {
  id: string;
  name: string;
}

/** The photos of a job, in the order they were taken. */
export interface PhotoList {
  /** Goes up with every change of the photos. */
  revision: number;
  photos: PhotoEntry[];
}

/** The editable fields of a photo. */
export type PhotoChange = Partial<Pick<PhotoEntry, "about" | "caption" | "item" | "marks" | "toConfirm">>;

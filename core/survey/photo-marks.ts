/** Drawings on a survey picture: vector marks, stored apart from the picture and editable. */
import { array, lazy, mixed, number, object, string, ValidationError } from "yup";

/** A point as shares of the picture's width and height, 0 to 1. */
export type MarkPoint = [x: number, y: number];

export type PhotoMark =
  /** The cable's route, through any number of points. */
  | { kind: "route"; points: MarkPoint[] }
  | { kind: "arrow"; points: [MarkPoint, MarkPoint] }
  | { kind: "label"; points: [MarkPoint]; text: string }
  /** A measured distance between two points, in the words it was given: "3.2 m". */
  | { kind: "dimension"; points: [MarkPoint, MarkPoint]; text: string };

/**
 * The head of an arrow as points of a line that goes on from its tip.
 * @param length of each barb, in the units of the points
 * @returns SVG points
 */
export function arrowHead(tail: readonly [number, number], tip: readonly [number, number], length: number): string {
  const along = Math.atan2(tail[1] - tip[1], tail[0] - tip[0]);
  const barb = (turn: number) =>
    [tip[0] + length * Math.cos(along + turn), tip[1] + length * Math.sin(along + turn)]
      .map((v) => v.toFixed(1))
      .join();
  return `${barb(0.5)} ${tip.join()} ${barb(-0.5)}`;
}

export const MARK_KINDS = ["route", "arrow", "label", "dimension"] as const;
export type MarkKind = (typeof MARK_KINDS)[number];

const share = () => number().strict().min(0, "must lie on the picture").max(1, "must lie on the picture").required();
const point = () => array(share()).length(2, "must be a point of two numbers").required();
const points = (least: number, most: number) =>
  array(point())
    .min(least, `must have at least ${least} points`)
    .max(most, `must have at most ${most} points`)
    .required();
const words = () => string().strict().max(120, "must be at most 120 characters").required("is required");

const SHAPES = {
  route: object({ kind: mixed().oneOf(["route"]), points: points(2, 200) }),
  arrow: object({ kind: mixed().oneOf(["arrow"]), points: points(2, 2) }),
  label: object({ kind: mixed().oneOf(["label"]), points: points(1, 1), text: words() }),
  dimension: object({ kind: mixed().oneOf(["dimension"]), points: points(2, 2), text: words() }),
} as const;

export const markList = array(
  lazy((mark: unknown) => {
    const kind = (mark as { kind?: MarkKind } | null)?.kind;
    return kind !== undefined && Object.hasOwn(SHAPES, kind)
      ? SHAPES[kind].noUnknown()
      : object({
          kind: mixed()
            .oneOf([...MARK_KINDS], `must be one of: ${MARK_KINDS.join(", ")}`)
            .required(),
        });
  }) as never,
)
  .max(200, "must have at most 200 marks")
  .required();

/**
 * Checks marks from outside.
 * @returns the marks, or what is wrong with them
 */
export function readMarks(given: unknown): PhotoMark[] | { problem: string } {
  try {
    return markList.validateSync(given, { strict: true }) as PhotoMark[];
  } catch (error) {
    if (error instanceof ValidationError) return { problem: `${error.path ? `${error.path} ` : ""}${error.message}` };
    throw error;
  }
}

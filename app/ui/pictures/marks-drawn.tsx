/** The marks of a picture on its thumbnail, without their words. */
import type { CSSProperties } from "react";
import { arrowHead } from "#core/survey/photo-marks.ts";
import type { ShownPhoto } from "#ui/photo-store/photo-store.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import styles from "./pictures.module.css";

/** Ink on paper, as in the picture itself: readable on any picture, in either theme. */
const ON_A_PICTURE = { "--mark-ink": PRINT_COLORS.ink, "--mark-paper": PRINT_COLORS.sheet } as CSSProperties;

/** Covers a thumbnail that is cut to its frame in the same way. */
export function MarksDrawn({ photo: { marks, width, height } }: { photo: ShownPhoto }) {
  if (marks.length === 0) return null;
  return (
    <svg
      className={styles.marks}
      style={ON_A_PICTURE}
      viewBox={`0 0 ${width} ${height}`}
      preserveAspectRatio="xMidYMid slice"
      aria-hidden
    >
      {marks.map((mark, i) => {
        const points = mark.points.map(([x, y]) => [x * width, y * height] as const);
        const line = points.map((p) => p.join()).join(" ");
        const head = mark.kind === "arrow" ? arrowHead(points[0] ?? [0, 0], points[1] ?? [0, 0], width / 8) : "";
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: marks have no names of their own
          <g key={i}>
            {mark.kind === "label" ? (
              <circle cx={points[0]?.[0]} cy={points[0]?.[1]} r={width / 22} />
            ) : (
              [styles.halo, styles.line].map((className) => (
                <polyline key={className} className={className} points={`${line} ${head}`} />
              ))
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** Pictures of a job on paper, with what was drawn on them. */
import { Image, Polyline, Rect, StyleSheet, Svg, Text, View } from "@react-pdf/renderer";
import type { ChargerOutline } from "#core/survey/agreed-place.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import type { PaperInput, PaperPicture } from "./index.ts";
import { plainText, sheetStyles as s } from "./sheet.tsx";

const p = StyleSheet.create({
  row: { flexDirection: "row", gap: 10, marginTop: 6 },
  drawn: { position: "absolute", left: 0, top: 0 },
});
/** Widths of a picture alone, and of two beside each other, points. */
const WIDE = 250;
const NARROW = 240;
const HIGHEST = 230;

interface PictureProps {
  picture: PaperPicture;
  width?: number;
  /** The charger to scale, in pixels of the picture. */
  outline?: ChargerOutline | null;
}

/** One picture with its caption, at most `width` wide. */
export function PictureOnPaper({ picture, width = WIDE, outline = null }: PictureProps) {
  const scale = Math.min(width / picture.width, HIGHEST / picture.height);
  const [w, h] = [picture.width * scale, picture.height * scale];
  return (
    <View style={{ width }} wrap={false}>
      <View style={{ width: w, height: h }}>
        <Image src={{ data: Buffer.from(picture.jpeg), format: "jpg" }} style={{ width: w, height: h }} />
        <Svg style={p.drawn} width={w} height={h} viewBox={`0 0 ${w} ${h}`}>
          {picture.marks
            .filter(({ kind }) => kind !== "label")
            .map(({ kind, points }) => (
              <Polyline
                key={`${kind} ${points.join(" ")}`}
                points={points.map(([x, y]) => `${(x * w).toFixed(1)},${(y * h).toFixed(1)}`).join(" ")}
                stroke={PRINT_COLORS.clay}
                strokeWidth={2.2}
                fill="none"
              />
            ))}
          {outline && (
            <Rect
              x={outline.x * scale}
              y={outline.y * scale}
              width={outline.width * scale}
              height={outline.height * scale}
              fill={PRINT_COLORS.sheet}
              stroke={PRINT_COLORS.ink}
              strokeWidth={1.6}
            />
          )}
        </Svg>
      </View>
      <Text style={s.quiet}>
        {plainText(
          [
            picture.caption || picture.item.replaceAll("-", " "),
            ...picture.marks.flatMap((mark) => ("text" in mark ? [mark.text] : [])),
          ].join("; "),
        )}
      </Text>
    </View>
  );
}

/** All pictures of a paper, two in a row; renders nothing without pictures. */
export function PicturesOnPaper({ input: { pictures } }: { input: PaperInput }) {
  if (!pictures || pictures.shown.length + pictures.leftOut === 0) return null;
  const pairs = pictures.shown.flatMap((_, i, all) => (i % 2 === 0 ? [all.slice(i, i + 2)] : []));
  return (
    <View>
      {pairs.map((pair, i) => (
        <View key={pair[0]?.caption + String(i)} style={p.row} wrap={false}>
          {pair.map((picture) => (
            <PictureOnPaper key={picture.caption + picture.item} picture={picture} width={NARROW} />
          ))}
        </View>
      ))}
      {pictures.leftOut > 0 && (
        <Text style={{ marginTop: 6 }}>
          {pictures.leftOut === 1
            ? "One more picture of the job is"
            : `${pictures.leftOut} more pictures of the job are`}{" "}
          left out here.
        </Text>
      )}
    </View>
  );
}

/** One mark as it is drawn: ink with a rim of paper, so that it can be read on any picture. */
import type { ComponentProps } from "react";
import { Arrow, Group, Label, Line, Tag, Text } from "react-konva";
import type { MarkPoint, PhotoMark } from "#core/survey/photo-marks.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";

const { ink, sheet: paper } = PRINT_COLORS;

/** A finger finds a thin line all the same. */
const FINGER_PX = 26;

/** @param px a point of the picture, 0 to 1 either way, in pixels of the screen */
export function MarkShape({
  mark,
  px,
  onChoose,
}: {
  mark: PhotoMark;
  px(p: MarkPoint): MarkPoint;
  onChoose?: () => void;
}) {
  const points = mark.points.flatMap(px);
  return (
    <Group {...(onChoose && { onClick: onChoose, onTap: onChoose })}>
      {mark.kind === "route" && <Route points={points} />}
      {mark.kind === "arrow" && (
        <RimmedArrow
          points={points}
          rim={{ strokeWidth: 8, pointerLength: 16, pointerWidth: 16 }}
          line={{ strokeWidth: 3.5, pointerLength: 13, pointerWidth: 12 }}
        />
      )}
      {mark.kind === "dimension" && (
        <RimmedArrow
          points={points}
          rim={{ strokeWidth: 6, pointerAtBeginning: true }}
          line={{ strokeWidth: 2, pointerAtBeginning: true }}
        />
      )}
      {"text" in mark && <Words mark={mark} px={px} />}
    </Group>
  );
}

type ArrowLine = Pick<
  ComponentProps<typeof Arrow>,
  "strokeWidth" | "pointerLength" | "pointerWidth" | "pointerAtBeginning"
>;

/** An arrow of ink on a wider one of paper, which takes the finger. */
function RimmedArrow({ points, rim, line }: { points: number[]; rim: ArrowLine; line: ArrowLine }) {
  return (
    <>
      <Arrow {...rim} points={points} stroke={paper} fill={paper} hitStrokeWidth={FINGER_PX} />
      <Arrow {...line} points={points} stroke={ink} fill={ink} listening={false} />
    </>
  );
}

function Route({ points }: { points: number[] }) {
  return (
    <>
      <Line
        points={points}
        stroke={paper}
        strokeWidth={7}
        lineJoin="round"
        lineCap="round"
        hitStrokeWidth={FINGER_PX}
      />
      <Line
        points={points}
        stroke={ink}
        strokeWidth={3.5}
        dash={[12, 7]}
        lineJoin="round"
        lineCap="round"
        listening={false}
      />
    </>
  );
}

/** At the point of a label, in the middle of a dimension. */
function Words({ mark, px }: { mark: PhotoMark & { text: string }; px(p: MarkPoint): MarkPoint }) {
  const [first, second] = mark.points as [MarkPoint, MarkPoint | undefined];
  const [x, y] = px(second ? [(first[0] + second[0]) / 2, (first[1] + second[1]) / 2] : first);
  return (
    <Label x={x} y={y} offsetY={second ? 0 : 14}>
      <Tag fill={paper} stroke={ink} strokeWidth={1} cornerRadius={3} />
      <Text text={mark.text} padding={5} fontSize={16} fontFamily="Atkinson Hyperlegible Next" fill={ink} />
    </Label>
  );
}

/** The waterline on paper: the page's shape, with hatching in place of colour. */

import { G, Line, Path, Rect, Svg, Text } from "@react-pdf/renderer";
import { showA } from "#core/units.ts";
import type { Waterline } from "#core/waterline.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import { waterlineShape } from "#ui/waterline/shape.ts";
import { FIGURE_FONT, TEXT_FONT } from "./fonts.ts";

/** Slanting lines across a rectangle. */
function hatch(x: number, y: number, width: number, height: number, step = 5): string {
  let path = "";
  for (let at = step; at < width + height; at += step) {
    const [x1, y1] = [x + Math.min(at, width), y + Math.max(0, at - width)];
    const [x2, y2] = [x + Math.max(0, at - height), y + Math.min(at, height)];
    path += `M${x1} ${y1}L${x2} ${y2}`;
  }
  return path;
}

interface Props {
  level: Waterline;
  width: number;
  height: number;
  /** Amperes at full height, where several are compared. */
  scaleA?: number;
}

export function PaperWaterline({ level, width, height, scaleA }: Props) {
  const shape = waterlineShape(level, { width, height, left: 38, right: 92, labelStep: 26, ...(scaleA && { scaleA }) });
  const { basin, water, tide, overflow } = shape;
  const right = basin.x + basin.width;
  return (
    <Svg width={width} height={height} viewBox={`0 0 ${width} ${height}`}>
      {shape.ticks.map((tick) => (
        <G key={tick.amps}>
          <Line
            x1={basin.x - 12}
            y1={tick.y}
            x2={basin.x - 8}
            y2={tick.y}
            stroke={PRINT_COLORS.ruleStrong}
            strokeWidth={0.7}
          />
          <Text x={basin.x - 34} y={tick.y + 3.5} style={{ fontSize: 10, fontFamily: FIGURE_FONT }}>
            {String(tick.amps)}
          </Text>
        </G>
      ))}
      <Rect x={basin.x} y={water.y} width={basin.width} height={water.height} fill={PRINT_COLORS.waterWash} />
      {tide.height > 1 && (
        <Path d={hatch(basin.x, tide.y, basin.width, tide.height)} stroke={PRINT_COLORS.deepWater} strokeWidth={0.8} />
      )}
      {overflow.height > 1 && (
        <>
          <Path
            d={hatch(basin.x, overflow.y, basin.width, overflow.height, 3)}
            stroke={PRINT_COLORS.clay}
            strokeWidth={0.8}
          />
          <Rect
            x={basin.x}
            y={overflow.y}
            width={basin.width}
            height={overflow.height}
            stroke={PRINT_COLORS.clay}
            strokeWidth={1}
            fill="none"
          />
        </>
      )}
      <Path
        d={`M${basin.x - 8} ${basin.top}H${basin.x}V${basin.bottom}H${right}V${basin.top}H${right + 8}V${height - 1}H${basin.x - 8}Z`}
        fill={PRINT_COLORS.wash}
        stroke={PRINT_COLORS.ink}
        strokeWidth={1}
      />
      {shape.limitY !== null && (
        <Line
          x1={basin.x}
          y1={shape.limitY}
          x2={right}
          y2={shape.limitY}
          stroke={PRINT_COLORS.ink}
          strokeWidth={1.2}
          strokeDasharray="4 3"
        />
      )}
      {shape.labels.map((label) => (
        <G key={label.name}>
          <Line
            x1={right + 9}
            y1={label.y}
            x2={right + 14}
            y2={label.at}
            stroke={PRINT_COLORS.ruleStrong}
            strokeWidth={0.7}
          />
          <Text x={right + 16} y={label.at + 1} style={{ fontSize: 10, fontFamily: FIGURE_FONT, fontWeight: 600 }}>
            {`${label.name === "charging" ? "+" : ""}${showA(label.amps)}`}
          </Text>
          <Text x={right + 16} y={label.at + 11} style={{ fontSize: 10, fontFamily: TEXT_FONT }}>
            {label.text}
          </Text>
        </G>
      ))}
    </Svg>
  );
}

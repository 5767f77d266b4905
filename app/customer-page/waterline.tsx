/** The waterline of a home after the work, with labels for people without knowledge of the trade. */

import { showA } from "#core/units.ts";
import { describeWaterline, type Waterline } from "#core/waterline.ts";
import { PALETTES } from "#ui/theme/palette.ts";
import { waterlineShape } from "#ui/waterline/shape.ts";

const COLORS = PALETTES.light;
const SIZE = { width: 250, height: 170, left: 40, right: 104, labelStep: 26 };

/** Plain words for the labels. */
const PLAIN = {
  supply: "your supply",
  demand: "your home",
  charging: "the car",
  limit: "held below",
  over: "too much",
};

export function CustomerWaterline({ level, scaleA }: { level: Waterline; scaleA: number }) {
  const shape = waterlineShape(level, { ...SIZE, scaleA });
  const { basin, water, tide, overflow, limitY } = shape;
  const right = basin.x + basin.width;
  return (
    <svg
      className="waterline"
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      width={SIZE.width}
      height={SIZE.height}
      role="img"
      aria-label={describeWaterline(level)}
    >
      <defs>
        <pattern id="tide" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" fill={COLORS.waterWash} />
          <path d="M0 0V7" stroke={COLORS.deepWater} strokeWidth="2.4" />
        </pattern>
      </defs>
      <rect x={basin.x} y={water.y} width={basin.width} height={water.height} fill={COLORS.water} />
      <rect x={basin.x} y={tide.y} width={basin.width} height={tide.height} fill="url(#tide)" />
      {overflow.height > 1 && (
        <rect x={basin.x} y={overflow.y} width={basin.width} height={overflow.height} fill={COLORS.clay} />
      )}
      <path
        d={`M${basin.x - 8} ${basin.top}H${basin.x}V${basin.bottom}H${right}V${basin.top}H${right + 8}`}
        fill="none"
        stroke={COLORS.ink}
        strokeWidth="2"
      />
      {limitY !== null && (
        <path d={`M${basin.x} ${limitY}H${right}`} stroke={COLORS.ink} strokeDasharray="5 4" strokeWidth="1.5" />
      )}
      {shape.labels.map(({ name, amps, y, at }) => (
        <g key={name}>
          <path d={`M${right + 2} ${at}L${right + 12} ${y}`} stroke={COLORS.ruleStrong} />
          <text x={right + 15} y={y} fontSize="13" fontWeight="600" fill={COLORS.ink}>
            {name === "charging" ? `+${showA(amps)}` : showA(amps)}
          </text>
          <text x={right + 15} y={y + 12} fontSize="11" fill={COLORS.slate}>
            {PLAIN[name]}
          </text>
        </g>
      ))}
    </svg>
  );
}

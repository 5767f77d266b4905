/** The single line as a self-contained drawing with its own colours, so that it can be saved as a file. */
import type { Palette } from "#ui/theme/palette.ts";
import type { SingleLineShape } from "./shape.ts";

const FONT = "Atkinson Hyperlegible Next, sans-serif";

export function SingleLineDrawing({ shape, palette }: { shape: SingleLineShape; palette: Palette }) {
  const { ink, paper, slate } = palette;
  const line = { fill: "none", stroke: ink, strokeWidth: 2 } as const;
  return (
    <svg
      xmlns="http://www.w3.org/2000/svg"
      viewBox={`0 0 ${shape.width} ${shape.height}`}
      width="100%"
      style={{ maxWidth: shape.width, display: "block" }}
      role="img"
      aria-label={`Single line: ${shape.says}`}
    >
      {shape.wires.map(({ key, path, isNew }) => (
        <g key={key}>
          <path d={path} {...line} strokeWidth={isNew ? 7 : 2} />
          {isNew && <path d={path} {...line} stroke={paper} strokeWidth={3} />}
        </g>
      ))}
      <path d={shape.lead} {...line} strokeDasharray="2 5" />
      {shape.rows.map((row) => (
        <g key={row.key}>
          <path d={row.sign} {...line} fill={row.filled ? ink : paper} />
          <text x={shape.textX} y={row.y - 3} fontFamily={FONT} fontSize="15" fontWeight="600" fill={ink}>
            {row.what}
          </text>
          {row.sizes.map((size, i) => (
            <text key={size} x={shape.textX} y={row.y + 15 + 17 * i} fontFamily={FONT} fontSize="14" fill={slate}>
              {size}
            </text>
          ))}
        </g>
      ))}
    </svg>
  );
}

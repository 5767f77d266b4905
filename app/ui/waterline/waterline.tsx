/** The waterline: banks up to the supply rating, water to the demand, charging as the tide, overflow over the edge. */
import { useId } from "react";
import { showA } from "#core/units.ts";
import { describeWaterline, type Waterline as Level } from "#core/waterline.ts";
import { waterlineShape } from "./shape.ts";
import styles from "./waterline.module.css";

const SIGN = { supply: "", demand: "", charging: "+", limit: "", over: "" } as const;

interface Props {
  level: Level;
  width: number;
  height: number;
  /** Amperes at full height, so that several can be compared. */
  scaleA?: number;
  /** "whole" with scale and labels; "bank" with figures left out, for thumbnails. */
  detail?: "whole" | "bank";
}

/** A gentle surface across the basin. */
function surface(x: number, width: number, y: number): string {
  const step = width / 4;
  return `M${x} ${y} q${step / 2} -3 ${step} 0 t${step} 0 t${step} 0 t${step} 0`;
}

export function WaterlineDrawing({ level, width, height, scaleA, detail = "whole" }: Props) {
  const id = useId();
  const whole = detail === "whole";
  const shape = waterlineShape(level, {
    width,
    height,
    scaleA,
    left: whole ? 40 : 5,
    right: whole ? 92 : 5,
    labelStep: 31,
  });
  const { basin, water, tide, overflow } = shape;
  const right = basin.x + basin.width;
  const bank = whole ? 10 : 5;
  return (
    <svg
      className={styles.waterline}
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={describeWaterline(level)}
    >
      <defs>
        <pattern id={`${id}t`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V6" className={styles.tideHatch} />
        </pattern>
        <pattern id={`${id}o`} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <path d="M0 0V5" className={styles.overHatch} />
        </pattern>
      </defs>
      {whole &&
        shape.ticks.map((tick) => (
          <g key={tick.amps} className={styles.tick}>
            <path d={`M${basin.x - bank - 5} ${tick.y}H${basin.x - bank}`} />
            <text x={basin.x - bank - 8} y={tick.y + 3.5} textAnchor="end">
              {tick.amps}
            </text>
          </g>
        ))}
      <rect x={basin.x} y={basin.top} width={basin.width} height={basin.bottom - basin.top} className={styles.basin} />
      <rect x={basin.x} y={water.y} width={basin.width} height={water.height} className={styles.water} />
      {water.height > 6 && <path d={surface(basin.x, basin.width, water.y)} className={styles.surface} />}
      {tide.height > 0 && (
        <g className={styles.tide}>
          <rect x={basin.x} y={tide.y} width={basin.width} height={tide.height} className={styles.tideFill} />
          <rect x={basin.x} y={tide.y} width={basin.width} height={tide.height} fill={`url(#${id}t)`} />
          <path d={surface(basin.x, basin.width, tide.y)} />
        </g>
      )}
      {overflow.height > 0 && (
        <g className={styles.over}>
          <path
            d={`M${basin.x - bank - 3} ${basin.top}C${basin.x - bank} ${overflow.y} ${basin.x} ${overflow.y} ${basin.x + 4} ${overflow.y}H${right - 4}C${right} ${overflow.y} ${right + bank} ${overflow.y} ${right + bank + 3} ${basin.top}Z`}
            className={styles.overFill}
          />
          <path
            d={`M${basin.x - bank - 3} ${basin.top}C${basin.x - bank} ${overflow.y} ${basin.x} ${overflow.y} ${basin.x + 4} ${overflow.y}H${right - 4}C${right} ${overflow.y} ${right + bank} ${overflow.y} ${right + bank + 3} ${basin.top}Z`}
            fill={`url(#${id}o)`}
          />
        </g>
      )}
      <path
        d={`M${basin.x - bank} ${basin.top}H${basin.x}V${basin.bottom}H${right}V${basin.top}H${right + bank}V${shape.height - 1}H${basin.x - bank}Z`}
        className={styles.bank}
      />
      {shape.limitY !== null && <path d={`M${basin.x - 2} ${shape.limitY}H${right + 2}`} className={styles.limit} />}
      {whole &&
        shape.labels.map((label) => (
          <g key={label.name} className={label.name === "over" ? styles.labelOver : styles.label}>
            <path d={`M${right + bank + 1} ${label.y}L${right + bank + 8} ${label.at}`} />
            <text x={right + bank + 11} y={label.at - 2} className={styles.amps}>
              {SIGN[label.name]}
              {showA(label.amps)}
            </text>
            <text x={right + bank + 11} y={label.at + 11}>
              {label.text}
            </text>
          </g>
        ))}
    </svg>
  );
}

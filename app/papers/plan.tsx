/** The plan of the plot with the charger, the cars and the route, to scale. */
import { Circle, G, Polygon, Polyline, Svg, Text } from "@react-pdf/renderer";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Point } from "#core/place/geometry.ts";
import { outlineOf, parkedCars, plotOf } from "#core/place/plot.ts";
import { codebookOf } from "#core/rules/index.ts";
import { FT_PER_M, showBuildingLength } from "#core/units.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import { TEXT_FONT } from "./fonts.ts";

const WIDTH = 480;
const HIGHEST = 330;
const MARGIN = 18;
const LENGTHS_M = [1, 2, 5, 10, 20, 50];

/** Nothing where no plan was drawn. */
export function PlanOnPaper({ document }: { document: CaseDocument }) {
  const { place, run, rules } = document;
  if (!place) return null;
  const { solids, parking, charger } = plotOf(place);
  const metres = place.unit === "ft" ? 1 / FT_PER_M : 1;
  const [car] = parkedCars(document);
  const cars = car ? parking.map((position) => outlineOf(position, car)) : [];
  const routes = (run?.segments ?? []).flatMap(({ points }) =>
    points && points.length > 1 ? [points.map(([x = 0, y = 0]): Point => [x * metres, y * metres])] : [],
  );
  const all = [
    ...solids.flatMap(({ polygon }) => polygon),
    ...cars.flat(),
    ...routes.flat(),
    ...(charger ? [charger.at] : []),
  ];
  if (all.length === 0) return null;
  const [xs, ys] = [all.map(([x]) => x), all.map(([, y]) => y)];
  const [left, right, bottom, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min(
    (WIDTH - 2 * MARGIN) / Math.max(1, right - left),
    (HIGHEST - 2 * MARGIN) / Math.max(1, top - bottom),
  );
  const height = (top - bottom) * scale + 2 * MARGIN + 14;
  const at = ([x, y]: Point): Point => [MARGIN + (x - left) * scale, MARGIN + (top - y) * scale];
  const line = (points: readonly Point[]) =>
    points
      .map((point) =>
        at(point)
          .map((v) => v.toFixed(1))
          .join(),
      )
      .join(" ");
  const barM = LENGTHS_M.findLast((length) => length * scale < WIDTH / 4) ?? 1;
  const text = { fontSize: 10, fontFamily: TEXT_FONT };
  return (
    <Svg width={WIDTH} height={height} viewBox={`0 0 ${WIDTH} ${height}`}>
      {solids.map(({ id, polygon, kind }) => (
        <G key={id}>
          <Polygon points={line(polygon)} fill={PRINT_COLORS.rule} stroke={PRINT_COLORS.ink} strokeWidth={0.8} />
          <Text x={at(polygon[0] as Point)[0] + 3} y={at(polygon[0] as Point)[1] - 3} style={text}>
            {kind}
          </Text>
        </G>
      ))}
      {cars.map((outline) => (
        <Polygon
          key={line(outline)}
          points={line(outline)}
          fill="none"
          stroke={PRINT_COLORS.slate}
          strokeDasharray="4 3"
        />
      ))}
      {routes.map((route) => (
        <Polyline key={line(route)} points={line(route)} fill="none" stroke={PRINT_COLORS.clay} strokeWidth={2.2} />
      ))}
      {charger && (
        <G>
          <Circle cx={at(charger.at)[0]} cy={at(charger.at)[1]} r={4.5} fill={PRINT_COLORS.ink} />
          <Text x={at(charger.at)[0] + 7} y={at(charger.at)[1] + 3} style={text}>
            charger
          </Text>
        </G>
      )}
      <Polyline
        points={`${MARGIN},${height - 6} ${MARGIN + barM * scale},${height - 6}`}
        stroke={PRINT_COLORS.ink}
        strokeWidth={2}
      />
      <Text x={MARGIN + barM * scale + 6} y={height - 3} style={text}>
        {showBuildingLength(barM, codebookOf(rules).conventions)}
      </Text>
    </Svg>
  );
}

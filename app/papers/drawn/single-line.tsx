/** The single-line diagram of the way that is taken, from the supply to the car, with the checks of its circuit. */

import { G, Path, Svg, Text, View } from "@react-pdf/renderer";
import { answerInWords } from "#core/case/document/confirmations.ts";
import { showDay } from "#core/dates.ts";
import { takenWay } from "#core/decide/decision.ts";
import type { CircuitDesign } from "#core/rules/circuit/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showPercent, showSize } from "#core/units.ts";
import { TEXT_FONT } from "#papers/fonts.ts";
import { singleLineShape } from "#ui/single-line/shape.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import type { PaperInput } from "../index.ts";
import { lacksWay } from "../lacks.ts";
import { PaperSheet, plainText, SignatureLines, sheetStyles as s } from "../sheet.tsx";

/** Points to a unit of the drawing. */
const SCALE = 0.68;
/** Width of the drawing on the page, points; the checks are beside it. */
const DRAWN_WIDTH = 265;

export const lacksOf = lacksWay;

export default function SingleLine(input: PaperInput) {
  const way = takenWay(input.assessment);
  const { words, conventions } = codebookOf(input.document.rules);
  const day = (iso: string) => showDay(iso, conventions);
  return (
    <PaperSheet title="Single-line diagram" input={input}>
      {way && way.verdict !== "ruled-out" ? (
        <>
          <Text style={s.h2}>{plainText(way.name)}</Text>
          <View style={{ flexDirection: "row", gap: 16 }}>
            <Drawing shape={singleLineShape(way, words.earthConductor)} />
            <View style={{ flex: 1 }}>
              {way.feeder && <Designed title="The feeder" design={way.feeder.design} of="on the feeder" day={day} />}
              {way.circuit && <Designed title="The circuit" design={way.circuit} of="of charging" day={day} />}
            </View>
          </View>
        </>
      ) : (
        <Text style={{ marginTop: 14 }}>Every way is ruled out as things stand; there is nothing to draw yet.</Text>
      )}
      <Text style={[s.quiet, { marginTop: 10 }]}>
        A plain line is existing, a double line is new. Local code, the {words.authority} and the makers' instructions
        come first; {words.competent} is responsible for the work.
      </Text>
      <SignatureLines lines={["Prepared by", "Signature", "Date"]} />
    </PaperSheet>
  );
}

function Drawing({ shape }: { shape: ReturnType<typeof singleLineShape> }) {
  const line = { fill: "none", stroke: PRINT_COLORS.ink, strokeWidth: 1.6 } as const;
  return (
    <Svg width={DRAWN_WIDTH} height={shape.height * SCALE} viewBox={`0 0 ${DRAWN_WIDTH / SCALE} ${shape.height}`}>
      {shape.wires.map(({ key, path, isNew }) => (
        <G key={key}>
          <Path d={path} {...line} strokeWidth={isNew ? 7 : 2} />
          {isNew ? <Path d={path} fill="none" stroke="#FFFFFF" strokeWidth={3} /> : null}
        </G>
      ))}
      <Path d={shape.lead} {...line} strokeDasharray="2 5" />
      {shape.rows.map((row) => (
        <G key={row.key}>
          {row.sign ? <Path d={row.sign} {...line} fill={row.filled ? PRINT_COLORS.ink : "#FFFFFF"} /> : null}
          <Text x={shape.textX} y={row.y - 3} style={{ fontSize: 14, fontFamily: TEXT_FONT, fontWeight: 600 }}>
            {plainText(row.what)}
          </Text>
          {row.sizes.map((size, i) => (
            <Text key={size} x={shape.textX} y={row.y + 14 + 17 * i} style={{ fontSize: 12.5, fontFamily: TEXT_FONT }}>
              {plainText(size)}
            </Text>
          ))}
        </G>
      ))}
    </Svg>
  );
}

/** A circuit or feeder along its run, with every check. */
const Designed = (props: { title: string; design: CircuitDesign; of: string; day(iso: string): string }) => {
  const { title, design, of, day } = props;
  return (
    <View>
      <Text style={[s.h2, { marginTop: 0 }]}>{title}</Text>
      <Text>
        {showSize(design.conductor.size)} on {showA(design.deviceA)}, for {showA(design.chargeA)} {of};{" "}
        {showPercent(design.voltDropPercent / 100)} lost along the run.
      </Text>
      {design.checks.map((c) => (
        <Text key={c.id + c.numbers}>
          - {c.label}: {plainText(c.numbers)} ({c.rule})
          {c.confirmed && !c.confirmed.isStale
            ? `: ${plainText(answerInWords(c.confirmed, day))}`
            : c.passes === null
              ? ": confirm"
              : c.passes
                ? ""
                : ": fails"}
        </Text>
      ))}
      {design.cautions.map((c) => (
        <Text key={c}>- {plainText(c)}</Text>
      ))}
    </View>
  );
};

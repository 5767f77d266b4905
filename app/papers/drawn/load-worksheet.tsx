/** The load-calculation worksheet: every line, factor, rule, assumption and caution, and a place to sign. */

import { StyleSheet, Text, View } from "@react-pdf/renderer";
import { answerInWords } from "#core/case/document/confirmations.ts";
import { showDay } from "#core/dates.ts";
import { answerOf } from "#core/decide/answer.ts";
import { governingOf } from "#core/decide/assessment.ts";
import { recommendedOtherwise, takenWay } from "#core/decide/decision.ts";
import { questionsOf } from "#core/decide/questions.ts";
import { demandInput } from "#core/demand/calculate.ts";
import { replayedInWords } from "#core/energy/need/replayed.ts";
import type { PathLink } from "#core/path/types.ts";
import type { DemandCalculation } from "#core/rules/demand/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showKWh, showNumber, showPercent, showVA } from "#core/units.ts";
import { FIGURE_FONT } from "#papers/fonts.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import type { PaperInput } from "../index.ts";
import { lacksDecisive } from "../lacks.ts";
import { PaperSheet, plainText, SignatureLines, sheetStyles } from "../sheet.tsx";
import { PaperWaterline } from "../waterline.tsx";

const s = {
  ...sheetStyles,
  ...StyleSheet.create({
    verdict: { fontSize: 12.5, fontWeight: 700, lineHeight: 1.3, marginBottom: 3 },
    row: { flexDirection: "row", borderBottom: `0.6pt solid ${PRINT_COLORS.rule}`, paddingVertical: 1.8 },
    headRow: { color: PRINT_COLORS.slate, fontSize: 10, fontWeight: 600 },
    total: { fontWeight: 700, borderBottom: 0, borderTop: `1pt solid ${PRINT_COLORS.ink}` },
    label: { flex: 1, paddingRight: 6 },
    va: { width: 72, textAlign: "right", fontFamily: FIGURE_FONT },
    factor: { width: 52, textAlign: "right", fontFamily: FIGURE_FONT },
    decided: { width: 196, paddingLeft: 10, color: PRINT_COLORS.slate },
    rule: { width: 128, paddingLeft: 10, color: PRINT_COLORS.slate },
    part: { fontSize: 10, color: PRINT_COLORS.slate, paddingLeft: 10, flexDirection: "row" },
  }),
};

/** The path from the supply to the car: current and limit of each link, and its faults. */
function PathTable({ links }: { links: readonly PathLink[] }) {
  const [first, ...others] = links.map((link) => (
    <View key={link.link} style={s.row} wrap={false}>
      <Text style={s.label}>
        {plainText(
          [link.name, ...link.faults.map((f) => f.text), ...link.unknowns.map((u) => `not confirmed: ${u.text}`)].join(
            "; ",
          ),
        )}
      </Text>
      <Text style={s.va}>{showA(link.carriesA)}</Text>
      <Text style={s.va}>{link.mayCarryA === null ? "-" : showA(link.mayCarryA)}</Text>
      <Text style={s.decided}>{plainText(link.decidedBy)}</Text>
    </View>
  ));
  return (
    <View>
      {/** The head is never alone at the foot of a page. */}
      <View wrap={false}>
        <Text style={s.h2}>From the supply to the car, after the work</Text>
        <View style={[s.row, s.headRow]}>
          <Text style={s.label}>Link</Text>
          <Text style={s.va}>Carries</Text>
          <Text style={s.va}>May carry</Text>
          <Text style={s.decided}>Decided by</Text>
        </View>
        {first}
      </View>
      {others}
    </View>
  );
}

function Lines({ calculation, ratingA }: { calculation: DemandCalculation; ratingA: number }) {
  return (
    <View>
      <View style={[s.row, s.headRow]}>
        <Text style={s.label}>Line</Text>
        <Text style={s.va}>Connected</Text>
        <Text style={s.factor}>Factor</Text>
        <Text style={s.va}>Counted</Text>
        <Text style={s.rule}>Rule</Text>
      </View>
      {calculation.lines.map((line) => (
        <View key={line.label} wrap={false}>
          <View style={s.row}>
            <Text style={s.label}>{line.label}</Text>
            <Text style={s.va}>{showVA(line.connectedVA)}</Text>
            <Text style={s.factor}>{showPercent(line.factor)}</Text>
            <Text style={s.va}>{showVA(line.countedVA)}</Text>
            <Text style={s.rule}>{line.rule}</Text>
          </View>
          {line.parts.length > 0 &&
            line.parts.map((part) => (
              <View key={part.label + part.va} style={s.part}>
                <Text style={{ flex: 1 }}>
                  {part.label}
                  {part.note ? ` (${part.note})` : ""}
                </Text>
                <Text style={{ width: 72, textAlign: "right", fontFamily: FIGURE_FONT }}>{showVA(part.va)}</Text>
                <Text style={{ width: 252 }}> </Text>
              </View>
            ))}
        </View>
      ))}
      {calculation.leftOut.map((left) => (
        <View key={left.label} style={s.row} wrap={false}>
          <Text style={s.label}>
            Left out: {left.label}. {left.reason}
          </Text>
          <Text style={s.va}>{showVA(left.va)}</Text>
          <Text style={s.factor}>0 %</Text>
          <Text style={s.va}>0 VA</Text>
          <Text style={s.rule}>{left.rule}</Text>
        </View>
      ))}
      <View style={[s.row, s.total]} wrap={false}>
        <Text style={s.label}>Demand: {calculation.explain.demandA.numbers}</Text>
        <Text style={s.va}>{showA(calculation.demandA)}</Text>
        <Text style={s.rule}> </Text>
      </View>
      <View style={[s.row, { fontWeight: 700, borderBottom: 0 }]} wrap={false}>
        <Text style={s.label}>Headroom of {showA(ratingA)}</Text>
        <Text style={s.va}>{showA(calculation.headroomA)}</Text>
        <Text style={s.rule}> </Text>
      </View>
    </View>
  );
}

/** The measurement, its file, and each condition of the rules, met or not. */
function MeasuredLines({ input: { document, assessment } }: { input: PaperInput }) {
  const codebook = codebookOf(document.rules);
  const method = codebook.methods.find((m) => m.measures);
  const conditions = method?.conditions?.(demandInput(document, codebook, assessment.supply.ratingA)) ?? [];
  const { days, digest, file, intervalMinutes } = document.measured ?? {};
  return (
    <View wrap={false}>
      <Text style={s.h2}>Measured demand</Text>
      {file && (
        <Text>
          {plainText(`${file}: ${showNumber(days ?? 0)} days of ${showNumber(intervalMinutes ?? 0)}-minute averages.`)}
          {digest ? ` SHA-256 ${digest}` : ""}
        </Text>
      )}
      {conditions.map((c) => (
        <Text key={c.asks} style={s.quiet}>
          {c.met ? "Met" : "NOT MET"}: {plainText(`${c.asks}: ${c.found} (${c.rule})`)}
        </Text>
      ))}
    </View>
  );
}

/** The decision with its reason. The recommendation, where there is no decision or it differs. */
function Decision({ input: { document, assessment, because } }: { input: PaperInput }) {
  const { decision } = document;
  const otherwise = recommendedOtherwise(assessment);
  const way = takenWay(assessment);
  if (!decision || !way) return <Text style={{ marginTop: 4 }}>{plainText(because)}</Text>;
  return (
    <View style={{ marginTop: 4 }}>
      <Text>
        {plainText(
          `Decided by ${decision.by} on ${showDay(decision.on, codebookOf(document.rules).conventions)}: ${decision.why}`,
        )}
      </Text>
      {otherwise && <Text style={s.quiet}>{plainText(`Recommended otherwise: ${otherwise.name}. ${because}`)}</Text>}
    </View>
  );
}

/** Answers given on site; empty without any. */
function Answered({ input: { document, assessment } }: { input: PaperInput }) {
  const { conventions } = codebookOf(document.rules);
  const answered = questionsOf(document, assessment).flatMap(({ asked, answer }) =>
    answer && !answer.isStale ? [`${asked.label}: ${answerInWords(answer, (day) => showDay(day, conventions))}`] : [],
  );
  if (answered.length === 0) return null;
  return (
    <>
      <Text style={s.h2}>Seen to on site</Text>
      {answered.map((text) => (
        <Text key={text}>- {plainText(text)}</Text>
      ))}
    </>
  );
}

export const lacksOf = lacksDecisive;

export default function LoadWorksheet(input: PaperInput) {
  const { document, assessment, method, preparedBy } = input;
  const codebook = codebookOf(document.rules);
  const governing = governingOf(assessment);
  const calculation = assessment.calculations.find((c) => c.applies && c.method === method) ?? governing;
  const found = answerOf(assessment);
  const way = takenWay(assessment);
  const cautions = [...new Set(way?.cautions ?? [])];
  const chosen = document.options?.loadMethod === calculation.method;
  return (
    <PaperSheet title="Load-calculation worksheet" input={input}>
      <View style={{ flexDirection: "row", gap: 14, marginTop: 9 }}>
        <View style={{ flex: 1 }}>
          <Text style={s.verdict}>{found.verdict}</Text>
          <Text>{plainText(found.text)}.</Text>
          <Decision input={input} />
          <Text style={s.h2}>Method</Text>
          <Text>
            {calculation === governing
              ? `${calculation.name} (${calculation.rule})${chosen ? ", chosen by hand" : ""}: ${assessment.governingBecause}.`
              : `${calculation.name} (${calculation.rule}), printed for comparison. ${governing.name} governs the verdict: ${assessment.governingBecause}.`}
          </Text>
          {assessment.calculations
            .filter((c) => c !== calculation)
            .map((c) => (
              <Text key={c.method} style={s.quiet}>
                {c.name}: {c.applies ? `${showA(c.demandA)}, headroom ${showA(c.headroomA)}` : plainText(c.why ?? "")}
              </Text>
            ))}
        </View>
        <PaperWaterline level={assessment.waterline} width={190} height={146} />
      </View>
      {document.measured && <MeasuredLines input={input} />}
      <Text style={s.h2}>Calculation</Text>
      <Lines calculation={calculation} ratingA={assessment.supply.ratingA} />
      <View wrap={false}>
        <Text style={s.h2}>Charging</Text>
        {way ? (
          <>
            <Text>
              {way.name}: {showA(way.chargeA)}
              {way.limitA === undefined ? "" : `, held below ${showA(way.limitA)}`} on a {showA(way.circuitA)} circuit;{" "}
              {showKWh(way.energyPerNightKWh)} a night of {showKWh(assessment.need.energyPerDayKWh)} needed.
            </Text>
            {way.replayed && (
              <Text>
                Nights: all that is needed on {plainText(replayedInWords(way.replayed))}, replayed step by step;
                throttled {showNumber(Math.round(way.replayed.throttledHours))} h, above its limit{" "}
                {showNumber(Math.round(way.replayed.secondsOverLimit))} s, above the supply rating{" "}
                {showNumber(Math.round(way.replayed.secondsOverRating))} s a year.
              </Text>
            )}
            <Text style={s.quiet}>
              {plainText(`${way.explain.formula}: ${way.explain.numbers} (${way.explain.rule})`)}
            </Text>
          </>
        ) : (
          <Text>Every way is ruled out as things stand.</Text>
        )}
      </View>
      {way && way.work.length > 0 && (
        <>
          <Text style={s.h2}>Work, in this order</Text>
          {way.work.map((text, i) => (
            <Text key={text}>
              {i + 1}. {plainText(text)}
            </Text>
          ))}
        </>
      )}
      {way && <PathTable links={way.path} />}
      {assessment.findings.length > 0 && <Text style={s.h2}>Findings</Text>}
      {assessment.findings.map((f) => (
        <Text key={f.code + f.text}>
          {f.severity === "stop" ? "STOP: " : f.severity === "fix" ? "Put right: " : "Note: "}
          {plainText(f.text)} ({f.rule})
        </Text>
      ))}
      {assessment.assumptions.length > 0 && <Text style={s.h2}>Assumed, to be confirmed on site</Text>}
      {assessment.assumptions.map((a) => (
        <Text key={a}>- {plainText(a)}</Text>
      ))}
      <Answered input={input} />
      {/** The cautions are on the page of the signature, which is never alone on a page. */}
      <View wrap={false}>
        {cautions.length > 0 && <Text style={s.h2}>Cautions</Text>}
        {cautions.map((c) => (
          <Text key={c}>- {plainText(c)}</Text>
        ))}
        <Text style={{ marginTop: 10 }}>
          This worksheet supports the judgement of {codebook.words.competent} and does not replace it. Local code, the{" "}
          {codebook.words.authority}'s rules and the maker's instructions come first.
        </Text>
        <SignatureLines
          lines={[
            `Prepared by${preparedBy ? `: ${preparedBy}` : " (name)"}`,
            codebook.words.checkedBy,
            "Signature and date",
          ]}
        />
      </View>
    </PaperSheet>
  );
}

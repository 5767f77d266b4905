/** The survey in one paper for the customer and the office: supply, boards, findings, what fits, and every way. */
import { Text, View } from "@react-pdf/renderer";
import type { FieldDefinition } from "#core/case/fields/field.ts";
import { supplyFields } from "#core/case/fields/supply.ts";
import { answerOf, wayVerdict } from "#core/decide/answer.ts";
import { governingOf } from "#core/decide/assessment.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { SEVERITY_WORDS } from "#core/rules/findings/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showDays } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { capital } from "#core/words.ts";
import type { PaperInput } from "../index.ts";
import { lacksDecisive } from "../lacks.ts";
import { enteredPairs, Lines, type Pair, Pairs, PaperTable } from "../parts.tsx";
import { PicturesOnPaper } from "../pictures.tsx";
import { PlanOnPaper } from "../plan.tsx";
import { refusalsOf } from "../refusals.ts";
import { PaperSheet, plainText, sheetStyles as s } from "../sheet.tsx";
import { PaperWaterline } from "../waterline.tsx";

const SUPPLY: readonly FieldDefinition[] = [
  supplyFields.ratingA,
  supplyFields.system,
  supplyFields.conductor,
  supplyFields.meterPlace,
  supplyFields.onsiteGeneration,
  supplyFields.battery,
];

/** One row of the table of ways; a way that is ruled out says why instead of what it costs. */
function wayCells(way: WayJudgement, isTaken: boolean): string[] {
  const name = isTaken ? `${way.name} (taken)` : way.name;
  if (way.verdict === "ruled-out") return [name, wayVerdict(way), "-", "-", way.reasons[0]?.text ?? ""];
  const days = Math.round(way.leadTimeDays.typical);
  const { typical, currency } = way.cost;
  return [
    name,
    wayVerdict(way),
    showA(way.chargeA),
    showMoney(typical, currency),
    `${days === 0 ? "at once" : showDays(days)}. ${way.leaves}`,
  ];
}

/** The way that is taken, then those that would do, then those that are ruled out. */
function inOrder({ ways, taken }: PaperInput["assessment"]): WayJudgement[] {
  const rank = ({ way, verdict }: WayJudgement) => (way === taken ? 0 : verdict === "ruled-out" ? 2 : 1);
  return [...ways].sort((a, b) => rank(a) - rank(b));
}

export const lacksOf = lacksDecisive;

export default function SiteAssessment(input: PaperInput) {
  const { document, assessment } = input;
  const { words } = codebookOf(document.rules);
  const found = answerOf(assessment);
  const governing = governingOf(assessment);
  const refused = refusalsOf(input);
  const boards = document.panels.map(
    ({ name, mainA, busA }): Pair => [
      name ?? words.mainPanel,
      [mainA ? `main ${showA(mainA)}` : "main not read", busA ? `${words.bus} ${showA(busA)}` : ""]
        .filter(Boolean)
        .join(", "),
    ],
  );
  return (
    <PaperSheet title="Site assessment" input={input} fontSize={10}>
      <View style={{ flexDirection: "row", gap: 14, marginTop: 9 }} wrap={false}>
        <View style={{ flex: 1 }}>
          <Text style={{ fontSize: 14, fontWeight: 700, lineHeight: 1.25 }}>{found.verdict}</Text>
          <Text>{plainText(found.text)}.</Text>
          <Text style={{ marginTop: 4 }}>{plainText(`Worked out by: ${governing.name} (${governing.rule}).`)}</Text>
          <Text style={[s.quiet, { marginTop: 4 }]}>{plainText(input.because)}</Text>
        </View>
        <PaperWaterline level={assessment.waterline} width={190} height={146} />
      </View>
      <View wrap={false}>
        <Text style={s.h2}>The {words.supply}</Text>
        <Pairs pairs={enteredPairs(document, SUPPLY)} />
      </View>
      <View wrap={false}>
        <Text style={s.h2}>The {document.panels.length === 1 ? words.board : `${words.board}s`}</Text>
        {boards.length > 0 ? <Pairs pairs={boards} /> : <Text>No {words.board} has been recorded.</Text>}
      </View>
      <Text style={s.h2}>What was found</Text>
      {assessment.findings.length === 0 ? (
        <Text>Nothing that has to be put right was found.</Text>
      ) : (
        <Lines
          lines={assessment.findings.map(
            ({ severity, text, todo, rule }) =>
              `${SEVERITY_WORDS[severity]}: ${capital(text)}. ${capital(todo)}. (${rule})`,
          )}
        />
      )}
      {refused.length > 0 && (
        <View wrap={false}>
          <Text style={s.h2}>Offered and refused</Text>
          <Lines lines={refused} />
        </View>
      )}
      <Text style={s.h2}>The ways</Text>
      <PaperTable
        columns={[
          { title: "Way", width: "22%" },
          { title: "Verdict", width: "16%" },
          { title: "Charges at", width: "12%", isFigure: true },
          { title: "About", width: "11%", isFigure: true },
          { title: "Wait, and what it leaves; or the reason against it", width: "39%" },
        ]}
        rows={inOrder(assessment).map((way) => ({ key: way.way, cells: wayCells(way, way.way === assessment.taken) }))}
      />
      {assessment.assumptions.length > 0 && (
        <View wrap={false}>
          <Text style={s.h2}>Assumed, to be confirmed</Text>
          <Lines lines={assessment.assumptions} />
        </View>
      )}
      <PlanOnPaper document={document} />
      {input.pictures && input.pictures.shown.length > 0 && <Text style={s.h2}>Pictures</Text>}
      <PicturesOnPaper input={input} />
      <Text style={[s.quiet, { marginTop: 10 }]}>
        Prices here are estimates, not an offer. The work is done by {words.competent}. Local code, the{" "}
        {words.authority}'s rules and the maker's instructions come first.
      </Text>
    </PaperSheet>
  );
}

/** The notification of the network operator: the supply, the demand, the charger and its load limit. */
import { Text } from "@react-pdf/renderer";
import { feedsBack } from "#core/case/document/lookups.ts";
import type { FieldDefinition } from "#core/case/fields/field.ts";
import { supplyFields } from "#core/case/fields/supply.ts";
import { governingOf } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import { codebookOf } from "#core/rules/index.ts";
import { isApplication } from "#core/rules/notices.ts";
import { showA } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import type { PaperInput, PaperSource } from "../index.ts";
import { lacksAddress, lacksWay } from "../lacks.ts";
import { enteredPairs, type Pair, Pairs } from "../parts.tsx";
import { PicturesOnPaper } from "../pictures.tsx";
import { PaperSheet, plainText, SignatureLines, sheetStyles as s } from "../sheet.tsx";

/** The facts of the supply that an operator asks for, as they were entered. */
const ASKED: readonly FieldDefinition[] = [
  supplyFields.number,
  supplyFields.ratingA,
  supplyFields.system,
  supplyFields.earthing,
  supplyFields.conductor,
  supplyFields.looped,
  supplyFields.meterPlace,
  supplyFields.onsiteGeneration,
  supplyFields.battery,
];

/** How the work reaches the operator, and the reason for it. */
function procedureOf(way: WayJudgement, operator: string): { heading: string; text: string } {
  const first = way.workItems.find(({ id }) => isApplication(id));
  return first
    ? {
        heading: "Application before the work",
        text: `${way.reasons.find(({ code }) => code === "permission-open")?.text ?? first.text}. The charger is not connected before the ${operator} has answered.`,
      }
    : {
        heading: "Notification after connecting",
        text: `The demand and the charging current stay within what may be connected first. The ${operator} is notified within 28 days of connecting.`,
      };
}

const limitsOf = (way: WayJudgement): string => {
  const limits = way.limits ?? [];
  if (limits.length > 0) return limits.map(({ name, limitA }) => `${name}: held below ${showA(limitA)}`).join("; ");
  return way.limitA === undefined ? "none" : `held below ${showA(way.limitA)}`;
};

function demandPairs(input: PaperInput, way: WayJudgement | null): Pair[] {
  const { assessment } = input;
  const governing = governingOf(assessment);
  const after = way?.path.find(({ kind }) => kind === "supply")?.carriesA;
  return [
    ["Demand before the work", `${showA(governing.demandA)} (${governing.name})`],
    ["Demand with the charger", after === undefined ? null : showA(after)],
    ["Charging adds, without diversity", way ? showA(way.chargeA) : null],
  ];
}

export const lacksOf = (source: PaperSource): string[] => [
  ...lacksAddress(source),
  ...enteredPairs(source.document, ASKED).flatMap(([name, value]) => (value === null ? [`"${name}"`] : [])),
  ...lacksWay(source),
];

export default function NetworkNotification(input: PaperInput) {
  const { document, assessment, firm, preparedBy } = input;
  const codebook = codebookOf(document.rules);
  const { operator } = codebook.words;
  const supply = enteredPairs(document, ASKED);
  const way = takenWay(assessment);
  const procedure = way && procedureOf(way, operator);
  const { charger } = document;
  return (
    <PaperSheet title={procedure?.heading ?? "Notification"} input={input} fontSize={10}>
      <Text style={{ marginTop: 8 }}>
        To the {operator}: a charger for an electric vehicle at {document.enquiry?.address || document.title}.
      </Text>
      {procedure && <Text style={{ marginTop: 4 }}>{plainText(procedure.text)}</Text>}
      <Text style={s.h2}>The supply as found</Text>
      <Pairs pairs={supply} />
      <Text style={s.h2}>Demand</Text>
      <Pairs pairs={demandPairs(input, way)} />
      <Text style={s.h2}>The charger</Text>
      <Pairs
        pairs={[
          ["Way", way?.name ?? null],
          ["Charging current", way ? `${showA(way.chargeA)} at ${way.volts} V` : null],
          ["Phases", way ? String(way.phases) : null],
          ["Largest current it can be set to", charger?.maxA === undefined ? null : showA(charger.maxA)],
          ["New chargers", way?.chargerStays ? "none; the charger that is there stays" : "1"],
          ["Feeds back", feedsBack(document) ? "yes" : "no"],
          ["Load limit", way ? limitsOf(way) : null],
        ]}
      />
      <Text style={s.h2}>Pictures</Text>
      {(input.pictures?.shown.length ?? 0) === 0 && (
        <Text>Enclose the picture of the cut-out with its label and the picture of the meter with its number.</Text>
      )}
      <PicturesOnPaper input={input} />
      <Text style={s.h2}>Sent by</Text>
      <Pairs
        pairs={[
          ["Firm", firm],
          ["Prepared by", preparedBy || null],
        ]}
      />
      <SignatureLines lines={["Installer (name)", "Signature", "Date"]} />
    </PaperSheet>
  );
}

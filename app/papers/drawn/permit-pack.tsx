/**
 * The pack for a permit: cover with its scope, worksheet, single-line diagram, panel schedules before and after, equipment,
 * conductors with their checks, site plan, energy management where there is some, and pictures.
 */
import { Text, View } from "@react-pdf/renderer";
import { answerOf } from "#core/decide/answer.ts";
import { takenWay } from "#core/decide/decision.ts";
import { materialsIn } from "#core/decide/materials.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showNumber, showPercent, showSize } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { capital } from "#core/words.ts";
import type { PaperInput, PaperSource } from "../index.ts";
import { lacksAddress, lacksDecisive, lacksWay } from "../lacks.ts";
import { PanelSchedules } from "../panel-schedules.tsx";
import { Lines, type Pair, Pairs, PaperTable } from "../parts.tsx";
import { PicturesOnPaper } from "../pictures.tsx";
import { PlanOnPaper } from "../plan.tsx";
import { PaperPack, PaperSheet, plainText, SignatureLines, sheetStyles as s } from "../sheet.tsx";
import LoadWorksheet from "./load-worksheet.tsx";
import SingleLine from "./single-line.tsx";

export const lacksOf = (source: PaperSource): string[] => [
  ...lacksAddress(source),
  ...lacksWay(source),
  ...lacksDecisive(source),
  ...(takenWay(source.assessment)?.circuit ? [] : ["the run of the circuit"]),
  ...(source.document.place ? [] : ["the site plan"]),
  ...((source.pictures?.shown.length ?? 0) > 0 ? [] : ["pictures"]),
];

/** The sheets of the pack behind its cover name nothing as missing: the cover has it. */
const withoutLacks = (input: PaperInput): PaperInput => ({ ...input, lacks: [] });

const equipmentPairs = ({ document: { charger } }: PaperInput, way: WayJudgement): Pair[] => [
  ["Charger", charger?.kind ?? (way.chargerStays ? "the one that is there" : "as entered below")],
  ["Largest current of the charger", charger?.maxA === undefined ? null : showA(charger.maxA)],
  ["Set to", `${showA(way.chargeA)} at ${way.volts} V${way.phases === 3 ? ", three phases" : ""}`],
  ["Connected", charger?.connection === "plug" ? "by plug and receptacle" : "hard-wired"],
  ["Overcurrent device", showA(way.circuitA)],
];

/** The statement of energy management, where clamps hold the charger below a limit. */
function Managed({ way }: { way: WayJudgement }) {
  const limits = way.limits ?? [];
  if (way.limitA === undefined && limits.length === 0) return null;
  return (
    <View wrap={false}>
      <Text style={s.h2}>Energy management</Text>
      <Text>
        {plainText(
          limits.length > 0
            ? limits.map(({ name, limitA }) => `${capital(name)}: held at or below ${showA(limitA)}`).join(". ")
            : `The charger holds the total at or below ${showA(way.limitA ?? 0)}`,
        )}
        . The setting is behind a tool or a password of the installer. When the signal of the clamps is lost, the
        charger falls back to a current that needs no room. The setting is proved on site and stands on a label at the
        panel.
      </Text>
      <Text style={s.quiet}>{plainText(`${way.explain.formula}: ${way.explain.numbers} (${way.explain.rule})`)}</Text>
    </View>
  );
}

/** Conductors and raceway of the circuit, with every check. */
function Conductors({ way }: { way: WayJudgement }) {
  const { circuit } = way;
  if (!circuit) return null;
  return (
    <View>
      <Text style={s.h2}>Conductors and raceway</Text>
      <Text>
        {showSize(circuit.conductor.size)} on {showA(circuit.deviceA)}; {showPercent(circuit.voltDropPercent / 100)}{" "}
        lost along the run.
      </Text>
      <Lines
        lines={circuit.checks.map(
          ({ label, numbers, rule, passes }) =>
            `${label}: ${numbers} (${rule})${passes === null ? ": to be confirmed" : passes ? "" : ": fails"}`,
        )}
      />
    </View>
  );
}

export default function PermitPack(input: PaperInput) {
  const { document, assessment, firm } = input;
  const { words } = codebookOf(document.rules);
  const way = takenWay(assessment);
  const found = answerOf(assessment);
  const sheet = withoutLacks(input);
  const equipment = materialsIn(way?.lines ?? []).filter(({ group }) => group === "devices" || group === "equipment");
  return (
    <PaperPack title="Permit pack" input={input}>
      <PaperSheet title="Permit pack" input={input} fontSize={10.4}>
        <Text style={s.h2}>Scope</Text>
        <Pairs
          pairs={[
            ["At", document.enquiry?.address || document.title],
            ["Owner or customer", document.enquiry?.customer || null],
            ["Authority", document.enquiry?.authority || null],
            ["Contractor", firm],
            ["Way", way?.name ?? null],
            ["Charging", way ? `${showA(way.chargeA)} on a ${showA(way.circuitA)} circuit` : null],
            [capital(words.supplyRating), showA(assessment.supply.ratingA)],
            ["Result", `${found.verdict}. ${found.text}`],
          ]}
        />
        {way && (
          <>
            <Text style={s.h2}>Work</Text>
            <Lines lines={way.work} />
          </>
        )}
        <Text style={s.h2}>Enclosed</Text>
        <Lines
          lines={[
            "Load-calculation worksheet",
            "Single-line diagram with the checks of the circuit",
            "Panel schedule before and after the work",
            "Equipment with its ratings, conductors and raceway",
            "Site plan with the route",
            "Pictures",
          ]}
        />
        <SignatureLines lines={["For the contractor (name)", "License", "Signature", "Date"]} />
      </PaperSheet>
      <LoadWorksheet {...sheet} />
      <SingleLine {...sheet} />
      <PaperSheet title="Panel schedules" input={sheet} fontSize={10}>
        <Text style={s.h2}>Before the work</Text>
        <PanelSchedules input={sheet} isBefore />
        <View>
          <Text style={s.h2}>After the work</Text>
          <PanelSchedules input={sheet} />
        </View>
      </PaperSheet>
      <PaperSheet title="Equipment, conductors and site" input={sheet} fontSize={10}>
        {way && (
          <>
            <Text style={s.h2}>Equipment, with ratings as entered</Text>
            <Pairs pairs={equipmentPairs(sheet, way)} />
            {equipment.length > 0 && (
              <PaperTable
                columns={[
                  { title: "Count", width: "14%", isFigure: true },
                  { title: "Item", width: "86%" },
                ]}
                rows={equipment.map(({ item, needed, name }) => ({ key: item, cells: [showNumber(needed), name] }))}
              />
            )}
            <Managed way={way} />
            <Conductors way={way} />
          </>
        )}
        <View wrap={false}>
          <Text style={s.h2}>Site plan with the route</Text>
          {document.place ? <PlanOnPaper document={document} /> : <Text>No plan was drawn.</Text>}
        </View>
        {input.pictures && <Text style={s.h2}>Pictures</Text>}
        <PicturesOnPaper input={sheet} />
      </PaperSheet>
    </PaperPack>
  );
}

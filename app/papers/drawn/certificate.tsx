/** The certificate of the installation with its schedule of results. */
import { Text } from "@react-pdf/renderer";
import { showDay } from "#core/dates.ts";
import { takenWay } from "#core/decide/decision.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showNumber, showOhm, showPercent, showSize } from "#core/units.ts";
import { capital } from "#core/words.ts";
import type { PaperInput, PaperSource } from "../index.ts";
import {
  ChecksRecord,
  CommentsRecord,
  DeparturesRecord,
  ExtentPairs,
  IsolationRecord,
  lacksCertificate,
  ScheduleOfResults,
  SettingsRecord,
  SignedRecord,
  TerminalsRecord,
} from "../log-parts.tsx";
import { Lines, Pairs } from "../parts.tsx";
import { PaperSheet, sheetStyles as s } from "../sheet.tsx";

export const lacksOf = (source: PaperSource): string[] => [
  ...lacksCertificate(source),
  ...(source.document.installation?.nextInspection ? [] : ["the day of the next inspection"]),
];

export default function Certificate(input: PaperInput) {
  const { document, assessment } = input;
  const { conventions, words } = codebookOf(document.rules);
  const way = takenWay(assessment);
  const circuit = way?.circuit;
  const { supply } = document;
  const next = document.installation?.nextInspection;
  return (
    <PaperSheet title="Installation certificate and schedule of results" input={input} fontSize={10}>
      <ExtentPairs input={input} />
      {way && <Lines lines={way.work} />}
      <Text style={s.h2}>Supply and design</Text>
      <Pairs
        pairs={[
          [capital(words.supplyRating), showA(assessment.supply.ratingA)],
          ["Earthing", supply.earthing?.toUpperCase() ?? null],
          ["External loop Ze", supply.zeOhm == null ? null : showOhm(supply.zeOhm)],
          ["Prospective fault current", supply.prospectiveKA == null ? null : `${showNumber(supply.prospectiveKA)} kA`],
          ["Charging current", way ? showA(way.chargeA) : null],
          ["Protective device", way ? showA(way.circuitA) : null],
          ["Conductor", circuit ? showSize(circuit.conductor.size) : null],
          ["Earth conductor", circuit ? showSize(circuit.earthConductor.size) : null],
          ["Voltage drop", circuit ? showPercent(circuit.voltDropPercent / 100) : null],
          ["Fault loop Zs, designed", circuit?.zsOhm == null ? null : showOhm(circuit.zsOhm)],
        ]}
      />
      <ScheduleOfResults input={input} />
      <DeparturesRecord document={document} />
      <TerminalsRecord input={input} />
      <IsolationRecord document={document} />
      <SettingsRecord input={input} />
      <ChecksRecord input={input} />
      <CommentsRecord document={document} />
      <Text style={{ marginTop: 8 }}>
        Next inspection recommended by: {next ? showDay(next, conventions) : "______________________"}
      </Text>
      <SignedRecord document={document} />
    </PaperSheet>
  );
}

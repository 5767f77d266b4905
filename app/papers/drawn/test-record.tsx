/** The record of tests and commissioning. */
import { takenWay } from "#core/decide/decision.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showNumber, showPercent, showSize } from "#core/units.ts";
import { capital } from "#core/words.ts";
import type { PaperInput } from "../index.ts";
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
import { Lines } from "../parts.tsx";
import { PaperSheet } from "../sheet.tsx";

export const lacksOf = lacksCertificate;

export default function TestRecord(input: PaperInput) {
  const { document, assessment } = input;
  const { words } = codebookOf(document.rules);
  const way = takenWay(assessment);
  const circuit = way?.circuit;
  return (
    <PaperSheet title="Test and commissioning record" input={input} fontSize={10}>
      <ExtentPairs
        input={input}
        more={[
          [capital(words.supplyRating), showA(assessment.supply.ratingA)],
          ["Charging current", way ? `${showA(way.chargeA)} at ${way.volts} V` : null],
          ["Overcurrent device", way ? showA(way.circuitA) : null],
          ["Conductor", circuit ? showSize(circuit.conductor.size) : null],
          ["Grounding conductor", circuit ? showSize(circuit.earthConductor.size) : null],
          [
            "Voltage drop, computed",
            circuit ? `${showNumber(circuit.voltDropV)} V, ${showPercent(circuit.voltDropPercent / 100)}` : null,
          ],
        ]}
      />
      {way && <Lines lines={way.work} />}
      <ScheduleOfResults input={input} />
      <SettingsRecord input={input} />
      <ChecksRecord input={input} />
      <DeparturesRecord document={document} />
      <TerminalsRecord input={input} />
      <IsolationRecord document={document} />
      <CommentsRecord document={document} />
      <SignedRecord document={document} />
    </PaperSheet>
  );
}

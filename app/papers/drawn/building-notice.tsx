/** The notice of the finished work to building control, or to the firm's competent-person scheme. */
import { Text } from "@react-pdf/renderer";
import { reachedOn } from "#core/case/document/stage.ts";
import { showDay } from "#core/dates.ts";
import { takenWay } from "#core/decide/decision.ts";
import { noticesOf } from "#core/progress/notices.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import type { PaperInput, PaperSource } from "../index.ts";
import { lacksAddress, lacksWay } from "../lacks.ts";
import { Lines, Pairs } from "../parts.tsx";
import { PaperSheet, plainText, SignatureLines, sheetStyles as s } from "../sheet.tsx";

export const lacksOf = (source: PaperSource): string[] => [
  ...lacksAddress(source),
  ...(reachedOn(source.document, "done") ? [] : ["the day of completion"]),
  ...lacksWay(source),
];

export default function BuildingNotice(input: PaperInput) {
  const { document, assessment, firm } = input;
  const { conventions } = codebookOf(document.rules);
  const way = takenWay(assessment);
  const notice = noticesOf(document, assessment).find(({ kind }) => kind === "building-control");
  const completed = reachedOn(document, "done");
  const day = (iso: string | null | undefined) => (iso ? showDay(iso, conventions) : null);
  return (
    <PaperSheet title="Notice to building control" input={input} fontSize={10.5}>
      <Text style={{ marginTop: 8 }}>
        {notice
          ? plainText(
              `${notice.rule}. It goes to building control, or the firm's competent-person scheme sends it in its place.`,
            )
          : "The way that is taken makes no new circuit, so this notice is not owed. It is printed for the record."}
      </Text>
      <Text style={s.h2}>The work</Text>
      <Pairs
        pairs={[
          ["At", document.enquiry?.address || document.title],
          ["Customer", document.enquiry?.customer || null],
          ["Way", way?.name ?? null],
          ["Charging current", way ? `${showA(way.chargeA)} at ${way.volts} V` : null],
          ["Circuit", way ? showA(way.circuitA) : null],
          ["Completed on", day(completed)],
          ["To be sent by", day(notice?.dueOn)],
          ["Sent on", day(notice?.said?.sentOn)],
        ]}
      />
      {way && <Lines lines={way.work} />}
      <Text style={s.h2}>Installed by</Text>
      <Pairs
        pairs={[
          ["Firm", firm],
          ["Scheme and number", "______________________"],
          ["Number of the installation certificate", "______________________"],
        ]}
      />
      <SignatureLines lines={["For the firm (name)", "Signature", "Date"]} />
    </PaperSheet>
  );
}

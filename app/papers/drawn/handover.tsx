/** The sheet for the customer: how to switch the charger off, its setting, signs of danger, and whom to call. */
import { StyleSheet, Text, View } from "@react-pdf/renderer";
import { reachedOn } from "#core/case/document/stage.ts";
import { panelTitle } from "#core/case/fields/names.ts";
import { takenWay } from "#core/decide/decision.ts";
import { judgeInstallation } from "#core/install/certificate.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import type { PaperInput } from "../index.ts";
import { lacksWay } from "../lacks.ts";
import { Lines, Pairs } from "../parts.tsx";
import { refusalsOf } from "../refusals.ts";
import { PaperSheet, plainText, SignatureLines, sheetStyles as s } from "../sheet.tsx";

const h = StyleSheet.create({
  notice: { border: `2.4pt solid ${PRINT_COLORS.ink}`, padding: 9, marginTop: 10 },
  blank: { borderBottom: `0.8pt solid ${PRINT_COLORS.ink}`, height: 20 },
});

/** The reason for the setting, in the customer's words. */
function settingBecause(way: WayJudgement, largestA: number | undefined): string {
  if (way.limitA !== undefined)
    return `The charger measures what the home draws and slows down by itself, so that the whole stays below ${showA(way.limitA)}.`;
  if (largestA === undefined || way.chargeA >= largestA) return "This is the largest setting of the charger.";
  const link = way.path.find((each) => each.link === way.tightest);
  return `The charger itself could be set to ${showA(largestA)}. ${
    link ? `The ${link.name.toLowerCase()} has the least room: ${link.decidedBy}` : "The circuit was made for less"
  }.`;
}

/** Signs of danger, each with what to do. */
const WATCH_FOR = [
  "Heat: a plug, a socket or a lead that is too hot to hold. Stop charging and call.",
  "Smell of burning, crackling, scorched plastic, water inside the charger. Switch off, do not touch it, and call.",
  "A device that trips. Switch it on again once. If it trips again, leave it off and call.",
  "A damaged lead or connector. Do not use it and do not mend it with tape.",
];
/** Rules for the customer. */
const NEVER = [
  "No extension lead, no adapter, and no lead that splits one socket for two machines.",
  "Nobody changes the setting but an electrician: it protects the supply of the home.",
  "The lead does not lie across a pavement or a path, under a door, or over a sharp edge.",
  "Nobody opens the charger or the board.",
];

/** Where the charger is switched off, in the words of the region. */
function switchPlaces({ document }: PaperInput, way: WayJudgement | null): string {
  const codebook = codebookOf(document.rules);
  if (!way) return "not settled yet";
  return `the ${codebook.words.device} of ${showA(way.circuitA)} marked "EV charger" in: ${panelTitle(document, way.panel, codebook)}`;
}

export const lacksOf = lacksWay;

export default function Handover(input: PaperInput) {
  const { document, assessment, firm } = input;
  const { words } = codebookOf(document.rules);
  const way = takenWay(assessment);
  const refused = refusalsOf(input);
  const { certificate, against } = judgeInstallation(document, assessment, input.today);
  const isProved = certificate === "ready" || reachedOn(document, "done") !== null;
  const open = document.installation ? against : [];
  return (
    <PaperSheet title="Your charger" input={input} fontSize={10.4}>
      {!isProved && (
        <View style={h.notice} wrap={false}>
          <Text style={{ fontSize: 14, fontWeight: 700 }}>Not to be used yet</Text>
          <Text>
            The last tests have not been recorded. Do not charge before {firm} has told you so in writing, and has taken
            the same notice off the charger.
          </Text>
          <Lines lines={open.slice(0, 6)} />
        </View>
      )}
      <Text style={s.h2}>To switch it off</Text>
      <Text>
        First stop charging in the car or at the charger. Then switch off {plainText(switchPlaces(input, way))}.
      </Text>
      <Text style={s.h2}>Its setting</Text>
      {way && (
        <>
          <Pairs
            pairs={[
              ["Built", way.name],
              ["Set to", `${showA(way.chargeA)} at ${way.volts} V`],
              ["Held below", way.limitA === undefined ? "no limit needed" : showA(way.limitA)],
            ]}
          />
          <Text style={{ marginTop: 4 }}>{plainText(settingBecause(way, document.charger?.maxA))}</Text>
          <Text style={{ marginTop: 4 }}>{plainText(way.leaves)}</Text>
        </>
      )}
      <Text style={s.h2}>To charge</Text>
      <Lines
        lines={[
          "Unwind the whole lead. Push the connector in until it clicks.",
          "Where the car or the charger has a timer, set it in one of them only.",
          "When you are done, hang the lead up, off the ground, with its cap on.",
        ]}
      />
      <View wrap={false}>
        <Text style={s.h2}>What the light means</Text>
        <Text>To be filled in by the electrician from the maker's guide, which stays with this sheet:</Text>
        {["ready", "charging", "fault"].map((state) => (
          <View key={state} style={{ flexDirection: "row", gap: 8, alignItems: "flex-end" }}>
            <Text style={{ width: 70 }}>{state}</Text>
            <View style={[h.blank, { flex: 1 }]} />
          </View>
        ))}
      </View>
      <View wrap={false}>
        <Text style={s.h2}>What to watch for</Text>
        <Lines lines={WATCH_FOR} />
      </View>
      <View wrap={false}>
        <Text style={s.h2}>What not to do</Text>
        <Lines lines={NEVER} />
      </View>
      {refused.length > 0 && (
        <View wrap={false}>
          <Text style={s.h2}>Offered and refused</Text>
          <Lines lines={refused} />
        </View>
      )}
      <View wrap={false}>
        <Text style={s.h2}>Whom to call</Text>
        <Text>
          {firm} for the charger and its circuit. The {words.operator} where the whole home is dark or its own equipment
          is damaged. The emergency number where there is smoke or fire.
        </Text>
        <SignatureLines lines={["Handed over by", "Received by (name)", "Signature", "Date"]} />
      </View>
    </PaperSheet>
  );
}

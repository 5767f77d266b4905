/** The form for an association of owners: place, route, costs, insurance, making good and removal. */
import { StyleSheet, Text, View } from "@react-pdf/renderer";
import { panelTitle } from "#core/case/fields/names.ts";
import { takenWay } from "#core/decide/decision.ts";
import { leftToCustomer } from "#core/judge/making-good.ts";
import { codebookOf } from "#core/rules/index.ts";
import { chargerOutline } from "#core/survey/agreed-place.ts";
import { lengthM, showA, showBuildingLength } from "#core/units.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import type { PaperInput, PaperSource } from "../index.ts";
import { lacksWay } from "../lacks.ts";
import { AnswerBoxes, Lines, Pairs } from "../parts.tsx";
import { PictureOnPaper } from "../pictures.tsx";
import { PaperSheet, plainText, SignatureLines, sheetStyles as s } from "../sheet.tsx";
import { shownConsent } from "../shown-consent.ts";

const a = StyleSheet.create({
  picture: { border: `0.8pt solid ${PRINT_COLORS.slate}`, height: 120, marginTop: 4, padding: 6 },
});

/** The length of the route as it was measured; null before any of it was. */
function lengthInWords({ document: { run, rules } }: PaperSource): string | null {
  const { segments = [] } = run ?? {};
  if (segments.length === 0) return null;
  const total = segments.reduce((sum, { length }) => sum + lengthM(length), 0);
  return `${showBuildingLength(total, codebookOf(rules).conventions)}, as drawn on the enclosed single-line diagram`;
}

export const lacksOf = (source: PaperSource): string[] => [
  ...lacksWay(source),
  ...(lengthInWords(source) ? [] : ["the route of the cable"]),
];

export const shownOf = shownConsent;

export default function AssociationApproval(input: PaperInput) {
  const { document, assessment, firm } = input;
  const codebook = codebookOf(document.rules);
  const { words } = codebook;
  const way = takenWay(assessment);
  const { customer, address } = document.enquiry ?? {};
  const route = lengthInWords(input);
  const wall = input.pictures?.shown.findLast(({ marks }) => marks.length > 0) ?? input.pictures?.shown.at(-1);
  return (
    <PaperSheet title="Approval of the association" input={input} fontSize={10.5}>
      <Text style={{ marginTop: 8 }}>
        To the association of {address || document.title}. {customer || "The customer"} asks to charge an electric
        vehicle here. {firm} asks for your written approval before any work begins.
      </Text>
      <Text style={s.h2}>Place</Text>
      {wall ? (
        <PictureOnPaper picture={wall} outline={chargerOutline(wall, document)} />
      ) : (
        <View style={a.picture} wrap={false}>
          <Text style={s.quiet}>The picture of the wall, with the charger drawn on it, is fixed here.</Text>
        </View>
      )}
      <Text style={s.h2}>Work</Text>
      <Pairs
        pairs={[
          ["Way", way ? `${way.name}, charging at ${showA(way.chargeA)}` : null],
          ["Starts at", way ? panelTitle(document, way.panel, codebook) : null],
          ["Route", route],
        ]}
      />
      {way && <Lines lines={way.work} />}
      <Text style={s.h2}>Terms</Text>
      <Pairs
        pairs={[
          ["Energy is paid by", "______________________ , read from ______________________"],
          ["Insurance of the installer", `${firm}, certificate enclosed: ______________________`],
          ["Insurance of the charger", "______________________"],
          [
            "Making good",
            leftToCustomer(document.run ?? null).join(" ") || `${firm} closes its own openings and seals its holes`,
          ],
          ["Removal", "At the end of the use by: ______________________ , the wall made good by the same"],
          ["Upkeep and damage", "______________________"],
        ]}
      />
      <Text style={[s.quiet, { marginTop: 6 }]}>
        {plainText(
          `The work is done by ${words.competent} to the rules named above. Local code and the ${words.authority}'s rules come first. This form is not legal advice.`,
        )}
      </Text>
      <View wrap={false}>
        <Text style={s.h2}>The association's answer</Text>
        <AnswerBoxes
          boxes={["We approve the work as described.", "We approve it on this condition:", "We do not approve it."]}
        />
        <SignatureLines lines={["For the association (name)", "Office held", "Signature", "Date"]} />
      </View>
    </PaperSheet>
  );
}

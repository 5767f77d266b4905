/** The owner's consent where the customer rents: what would be done, what stays behind, and a place to sign. */

import { Text, View } from "@react-pdf/renderer";
import { takenWay } from "#core/decide/decision.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import type { PaperInput } from "../index.ts";
import { lacksWay } from "../lacks.ts";
import { AnswerBoxes } from "../parts.tsx";
import { PaperSheet, plainText, SignatureLines, sheetStyles as s } from "../sheet.tsx";
import { shownConsent } from "../shown-consent.ts";

export const lacksOf = lacksWay;

export const shownOf = shownConsent;

export default function OwnerConsent(input: PaperInput) {
  const { document, assessment, firm } = input;
  const { words } = codebookOf(document.rules);
  const way = takenWay(assessment);
  const isTenant = document.enquiry?.tenure === "tenant";
  const customer = document.enquiry?.customer || (isTenant ? "The tenant" : "The customer");
  const owner = document.enquiry?.owner;
  const boxes = ["I agree to the work described here.", "I agree on this condition:", "I do not agree."];
  return (
    <PaperSheet title="Consent of the owner" input={input} fontSize={10.5}>
      <Text style={{ marginTop: 14 }}>
        {owner ? `To ${owner}, owner` : "To the owner"} of {document.enquiry?.address || document.title}
      </Text>
      <Text style={{ marginTop: 8 }}>
        {customer}
        {isTenant ? " rents this home and" : ""} asks for a charger for an electric vehicle. {firm} has surveyed the{" "}
        {words.supply} and the {words.panel} and asks for your written consent before any work begins.
      </Text>
      <Text style={s.h2}>What would be done</Text>
      {way ? (
        <>
          <Text>
            {plainText(way.name)}: charging at {showA(way.chargeA)}
            {way.limitA === undefined ? "" : `, held below ${showA(way.limitA)}`}.
          </Text>
          {way.work.map((w) => (
            <Text key={w}>- {plainText(w)}</Text>
          ))}
        </>
      ) : (
        <Text>The way is not settled yet; this form does not cover any work until it is written here.</Text>
      )}
      <Text style={s.h2}>What it leaves</Text>
      <Text>{way ? plainText(way.leaves) : "-"}</Text>
      <Text>
        The new circuit, its protective device and the charger stay with the building unless you and{" "}
        {isTenant ? "the tenant" : "the customer"} agree otherwise in writing.
      </Text>
      {assessment.findings.length > 0 && (
        <View>
          <Text style={s.h2}>What the survey found</Text>
          {assessment.findings.map((f) => (
            <Text key={f.code + f.text}>
              - {plainText(f.text)}. {plainText(f.todo)}.
            </Text>
          ))}
        </View>
      )}
      <Text style={s.h2}>Your answer</Text>
      <AnswerBoxes boxes={boxes} />
      <View style={{ marginTop: 18 }}>
        <SignatureLines lines={["Owner (name)", "Signature", "Date"]} />
      </View>
      <Text style={[s.quiet, { marginTop: 18 }]}>
        The work is done by {words.competent} to the rules named above. Local code, the {words.authority}'s rules and
        the maker's instructions come first. This form is not legal advice.
      </Text>
    </PaperSheet>
  );
}

/** The supply: rating, system, earthing, conductors, and equipment between the street and the panel. */

import { AMPERE_UNITS, OHM_UNITS } from "#core/quantity/parse.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { CaseChoice, CaseConductor, CaseNumber, CaseText, CaseYesNo } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Caution, Section } from "#ui/frame/sheet.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import { Figure } from "#ui/why/why-sheet.tsx";

const SYSTEMS = {
  "split-phase-120-240": "120/240 V",
  "two-legs-120-208": "120/208 V",
  "single-phase-230": "Single phase",
  "three-phase-230-400": "Three phase",
} as const;

export function SupplySection() {
  const { document, assessment } = useJob();
  const codebook = codebookOf(document.rules);
  const { words, asksFor, survey, leastSupplyA } = codebook;
  return (
    <Section
      id="supply"
      title={words.supply === "service" ? "Service" : "Supply"}
      aside={
        <span className="quiet">
          {document.supply.ratingA ? "rating" : "assumed rating"}{" "}
          <Figure why={assessment.explain.ratingA}>{showA(assessment.supply.ratingA)}</Figure>
        </span>
      }
    >
      <Caution>{survey.isolate}</Caution>
      <Fields>
        <CaseNumber
          label={words.supplyRating}
          pointer="/supply/ratingA"
          units={AMPERE_UNITS}
          usual="A"
          empty="null"
          source="supply.ratingA"
          hint={`${words.ratingReadOff}; leave empty if it cannot be read`}
        />
        <CaseChoice
          label="System"
          pointer="/supply/system"
          source="supply.system"
          options={codebook.systems.map((value) => ({ value, label: SYSTEMS[value] }))}
        />
        <CaseConductor
          label={capital(codebook.supplyConductor.name)}
          pointer="/supply/conductor"
          codebook={codebook}
          source="supply.conductor"
          sizeOnly
        />
        {asksFor.earthing && (
          <CaseChoice
            label="Earthing"
            pointer="/supply/earthing"
            source="supply.earthing"
            options={[
              { value: "tn-c-s", label: "TN-C-S" },
              { value: "tn-s", label: "TN-S" },
              { value: "tt", label: "TT" },
            ]}
          />
        )}
        {asksFor.earthing && (
          <CaseNumber
            label={document.supply.earthing === "tt" ? "Measured electrode" : "Measured Ze"}
            pointer="/supply/zeOhm"
            units={OHM_UNITS}
            usual="ohm"
            empty="null"
            source="supply.zeOhm"
          />
        )}
        <CaseText
          label="Meter place"
          pointer="/supply/meterPlace"
          source="supply.meterPlace"
          placeholder="outside, left of the door"
        />
        {asksFor.earthing && (
          <CaseYesNo label="Looped to the neighbour" pointer="/supply/looped" source="supply.looped" />
        )}
        {asksFor.isolator && (
          <CaseYesNo label="Isolator after the meter" pointer="/supply/isolator" source="supply.isolator" />
        )}
        {asksFor.emergencyDisconnect && (
          <CaseYesNo
            label="Emergency disconnect outdoors"
            pointer="/supply/emergencyDisconnect"
            source="supply.emergencyDisconnect"
          />
        )}
        {leastSupplyA && (document.supply.ratingA ?? leastSupplyA.value) < leastSupplyA.value && (
          <CaseYesNo
            label="Accepted below the minimum"
            pointer="/supply/belowMinimumAccepted"
            hint="yes only where the authority has agreed in writing"
          />
        )}
        <CaseYesNo
          label="Solar or other generation"
          pointer="/supply/onsiteGeneration"
          source="supply.onsiteGeneration"
        />
        <CaseYesNo label="Battery" pointer="/supply/battery" source="supply.battery" />
      </Fields>
    </Section>
  );
}

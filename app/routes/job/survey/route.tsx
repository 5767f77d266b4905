/** Survey: the dwelling, its supply, and the panel where the charger's circuit would start. */
import { codebookOf } from "../../../../core/codebook/index.ts";
import { AMPERE_UNITS, AREA_UNITS, NO_UNITS, OHM_UNITS } from "../../../../core/quantity/parse.ts";
import { showA } from "../../../../core/units.ts";
import { ISOLATE } from "../../../../core/ways/situation.ts";
import {
  CaseChoice,
  CaseNumber,
  CaseQuantity,
  CaseSwitch,
  CaseText,
  Fields,
} from "../../../ui/case-field/case-field.tsx";
import { Caution, Section } from "../../../ui/frame/sheet.tsx";
import { useJob } from "../../../ui/job-store/use-job.tsx";
import { Figure } from "../../../ui/why/why-sheet.tsx";
import { Findings } from "./findings.tsx";

const SYSTEMS = {
  "split-phase-120-240": "120/240 V",
  "two-legs-120-208": "120/208 V",
  "single-phase-230": "Single phase",
  "three-phase-230-400": "Three phase",
} as const;

const amps = { units: AMPERE_UNITS, usual: "A" } as const;

export default function Survey() {
  const { document, assessment } = useJob();
  const codebook = codebookOf(document.rules);
  const { words, asksFor } = codebook;
  return (
    <>
      <Findings findings={assessment.findings} />
      <Section title="Dwelling">
        <Fields>
          <CaseText label="Address" pointer="/title" />
          <CaseText label="Customer" pointer="/enquiry/customer" />
          <CaseQuantity
            label="Floor area"
            pointer="/dwelling/floorArea"
            units={AREA_UNITS}
            usual={codebook.areaUnit}
            empty="null"
            hint={asksFor.floorArea ? "Outside dimensions; no garage, porch or unfinished space" : undefined}
          />
          <CaseChoice
            label="Kind"
            pointer="/dwelling/kind"
            fallback="one-family"
            options={[
              { value: "one-family", label: "House" },
              { value: "apartment", label: codebook.region === "us" ? "Apartment" : "Flat" },
            ]}
          />
          <CaseSwitch label="Already built" pointer="/dwelling/existing" fallback />
        </Fields>
      </Section>
      <Section
        title={words.supply === "service" ? "Service" : "Supply"}
        aside={
          <span className="quiet">
            taken as <Figure why={assessment.explain.ratingA}>{showA(assessment.supply.ratingA)}</Figure>
          </span>
        }
      >
        <Caution>{ISOLATE[codebook.region]}</Caution>
        <Fields>
          <CaseNumber
            label={words.supplyRating}
            pointer="/supply/ratingA"
            {...amps}
            empty="null"
            hint={`${words.ratingReadOff}; leave empty if it cannot be read`}
          />
          <CaseChoice
            label="System"
            pointer="/supply/system"
            options={codebook.systems.map((value) => ({ value, label: SYSTEMS[value] }))}
          />
          {asksFor.earthing && (
            <CaseChoice
              label="Earthing"
              pointer="/supply/earthing"
              options={[
                { value: "tn-c-s", label: "TN-C-S" },
                { value: "tn-s", label: "TN-S" },
                { value: "tt", label: "TT" },
              ]}
            />
          )}
          {asksFor.earthing && (
            <CaseNumber label="Measured Ze" pointer="/supply/zeOhm" units={OHM_UNITS} usual="ohm" empty="null" />
          )}
          {asksFor.earthing && <CaseSwitch label="Looped to the neighbour" pointer="/supply/looped" />}
          <CaseSwitch label="Solar or other generation" pointer="/supply/onsiteGeneration" />
          {codebook.region === "us" && (
            <CaseSwitch label="Emergency disconnect outdoors" pointer="/supply/emergencyDisconnect" />
          )}
        </Fields>
      </Section>
      <PanelSection />
    </>
  );
}

function PanelSection() {
  const { document } = useJob();
  const { words, region } = codebookOf(document.rules);
  const index = Math.max(
    0,
    document.panels.findIndex((p) => p.id === document.charger?.panel),
  );
  const panel = document.panels[index];
  const at = `/panels/${index}`;
  if (!panel) return null;
  return (
    <Section title={panel.name ?? words.mainPanel}>
      <Fields>
        <CaseNumber
          label={region === "us" ? "Main breaker" : "Main switch"}
          pointer={`${at}/mainA`}
          {...amps}
          empty="null"
        />
        {region === "us" && <CaseNumber label="Bus rating" pointer={`${at}/busA`} {...amps} empty="null" />}
        <CaseNumber
          label={`Number of ${words.spaces}`}
          pointer={`${at}/spaces`}
          units={NO_UNITS}
          usual={words.spaces}
          hint={spacesHint(panel.circuits?.length ?? 0, words.spaces)}
        />
        <CaseChoice
          label="Condition"
          pointer={`${at}/condition`}
          fallback="sound"
          options={[
            { value: "sound", label: "Sound" },
            { value: "obsolete", label: "Obsolete" },
            { value: "unsafe", label: "Unsafe" },
          ]}
        />
        {region === "uk" && <CaseSwitch label="Surge protection fitted" pointer={`${at}/surgeProtection`} />}
      </Fields>
      {panel.condition !== "sound" && panel.condition !== undefined && (
        <Caution>
          Old boards may contain asbestos flash guards or devices known not to trip: do not disturb, do not add to.
        </Caution>
      )}
    </Section>
  );
}

const spacesHint = (circuits: number, spaces: string) =>
  circuits > 0 ? `${circuits} circuits recorded in them` : `Count all ${spaces}, used and free`;

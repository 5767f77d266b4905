/** Demand: the loads of the home as a ledger, and the governing calculation line by line. */

import { Section } from "../../../ui/frame/sheet.tsx";
import { useJob } from "../../../ui/job-store/use-job.tsx";
import { GoverningCalculation, MethodChoice } from "./calculation.tsx";
import { Ledger } from "./ledger.tsx";
import { QuickEntry } from "./quick-entry.tsx";

export default function Demand() {
  const { document } = useJob();
  return (
    <>
      <Section title="Loads" aside={<span className="quiet">{document.loads.length} in the ledger</span>}>
        <QuickEntry />
        <Ledger />
      </Section>
      <Section title="Calculation" aside={<MethodChoice />}>
        <GoverningCalculation />
      </Section>
    </>
  );
}

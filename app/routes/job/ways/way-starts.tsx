/** Where a way's circuit starts, and what the way would be from the other panels: one press away. */
import { Button } from "antd";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { panelName } from "#core/case/fields/names.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { capital } from "#core/words.ts";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./ways.module.css";

/** The name of a panel within a sentence. */
const nameOf = ({ panels, rules }: CaseDocument, id: string | null): string =>
  panelName(panels.find((p) => p.id === id) ?? {}, codebookOf(rules));

export function WayStarts({ way }: { way: WayJudgement }) {
  const { document, assessment } = useJob();
  const store = useJobStore();
  const named = document.charger?.panel;
  const better = assessment.elsewhere.filter((e) => e.way === way.way);
  if (document.panels.length < 2 || (way.variants.length === 0 && better.length === 0)) return null;
  const startAt = (panel: string | undefined) =>
    store.edit(setValue(store.getState().document, "/charger/panel", panel));
  const inWords = ({ chargeA, typical }: { chargeA: number; typical: number }) =>
    `${showA(chargeA)} for ${showMoney(typical, way.cost.currency)}`;
  return (
    <div className={styles.starts}>
      <p>
        Its circuit starts at {nameOf(document, way.panel)}
        {named === undefined ? ", where it is least work." : ", as this job has it."}
      </p>
      <ul>
        {[...way.variants, ...better].map((other) => (
          <li key={other.panel}>
            {capital(`from ${nameOf(document, other.panel)}`)}:{" "}
            {other.verdict === "ruled-out" ? ("because" in other ? other.because : "ruled out") : inWords(other)}
            {other.verdict !== "ruled-out" && (
              <Button
                size="small"
                aria-label={`Start at ${nameOf(document, other.panel)}`}
                onClick={() => startAt(other.panel ?? undefined)}
              >
                Start there
              </Button>
            )}
          </li>
        ))}
      </ul>
      {named !== undefined && (
        <Button size="small" type="text" onClick={() => startAt(undefined)}>
          Leave it open: start wherever it is least work
        </Button>
      )}
    </div>
  );
}

/** Where a way's circuit starts, and what the way would be from the other panels: one press away. */
import { Button } from "antd";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { panelName } from "#core/case/fields/names.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import { wayOf } from "#core/ways/index.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { capital, lower } from "#core/words.ts";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./ways.module.css";

/** The name of a panel within a sentence. */
const nameOf = ({ panels, rules }: CaseDocument, id: string | null): string =>
  panelName(panels.find((p) => p.id === id) ?? {}, codebookOf(rules));

/** The best way from another panel than the one that the job names, where it beats the recommended one. */
export function BetterStart() {
  const { document, assessment } = useJob();
  const store = useJobStore();
  const [best] = assessment.elsewhere;
  if (!best?.beatsRecommended) return null;
  const { name } = wayOf(best.way).words[codebookOf(document.rules).conventions.locale];
  return (
    <p className={styles.school}>
      From {best.panelName} it would be better: {lower(name)}, {showA(best.chargeA)} for{" "}
      {showMoney(best.typical, best.currency)}.{" "}
      <Button
        size="small"
        onClick={() => store.edit(setValue(store.getState().document, "/charger/panel", best.panel))}
      >
        Start at {best.panelName}
      </Button>
    </p>
  );
}

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

/** Where a way's circuit starts, and what the way would be from the other panels: one press away. */
import { Button } from "antd";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { panelName } from "#core/case/fields/names.ts";
import { elsewhereInWords } from "#core/decide/answer.ts";
import { forMoney } from "#core/estimate/estimate.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import type { WayJudgement, WayVariant } from "#core/ways/types.ts";
import { capital } from "#core/words.ts";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./ways.module.css";

/** The name of a panel within a sentence. */
const nameOf = ({ panels, rules }: CaseDocument, id: string | null): string =>
  panelName(panels.find((p) => p.id === id) ?? {}, codebookOf(rules));

/** Names the panel where the charger's circuit starts; null leaves it open. */
function useStartAt() {
  const store = useJobStore();
  return (panel: string | null) =>
    store.edit(setValue(store.getState().document, "/charger/panel", panel ?? undefined));
}

/** The best way from another panel than the one that the job names, where it beats the recommended one. */
export function BetterStart() {
  const { assessment } = useJob();
  const startAt = useStartAt();
  const [best] = assessment.elsewhere;
  if (!best?.beatsRecommended) return null;
  return (
    <p className={styles.school}>
      From {best.panelName} it would be better: {elsewhereInWords(best, assessment)}.{" "}
      <Button size="small" onClick={() => startAt(best.panel)}>
        Start at {best.panelName}
      </Button>
    </p>
  );
}

export function WayStarts({ way }: { way: WayJudgement }) {
  const { document, assessment } = useJob();
  const startAt = useStartAt();
  const named = document.charger?.panel;
  const better = assessment.elsewhere.filter((e) => e.way === way.way);
  if (document.panels.length < 2 || (way.variants.length === 0 && better.length === 0)) return null;
  // A better way from another panel is usable, so it has no reason against it.
  const others: (Pick<WayVariant, "panel" | "verdict" | "chargeA" | "typical"> & Partial<WayVariant>)[] = [
    ...way.variants,
    ...better,
  ];
  return (
    <div className={styles.starts}>
      <p>
        Its circuit starts at {nameOf(document, way.panel)}
        {named === undefined ? ", where it is least work." : ", as this job has it."}
      </p>
      <ul>
        {others.map((other) => (
          <li key={other.panel}>
            {capital(`from ${nameOf(document, other.panel)}`)}:{" "}
            {other.verdict === "ruled-out"
              ? other.because
              : `${showA(other.chargeA)}${forMoney(other.typical, way.cost.currency)}`}{" "}
            {other.verdict !== "ruled-out" && (
              <Button
                size="small"
                aria-label={`Start at ${nameOf(document, other.panel)}`}
                onClick={() => startAt(other.panel)}
              >
                Start there
              </Button>
            )}
          </li>
        ))}
      </ul>
      {named !== undefined && (
        <Button size="small" type="text" onClick={() => startAt(null)}>
          Leave it open: start wherever it is least work
        </Button>
      )}
    </div>
  );
}

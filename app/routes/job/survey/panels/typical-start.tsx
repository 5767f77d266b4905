/** A typical panel as a start, and what of a panel is still only assumed. */
import { Button } from "antd";
import type { Panel } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assumedLoads, assumedOfPanel, markAssumed } from "#core/survey/assumed.ts";
import { startFromTypical } from "#core/survey/typical-panel.ts";
import { AssumedNotice } from "#ui/case-field/assumed-notice.tsx";
import { freshId } from "#ui/job-store/fresh-id.ts";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./panels.module.css";

/** For a panel without circuits: one press fills it, every value marked as assumed. */
export function TypicalStart({ index }: { index: number }) {
  const { document } = useJob();
  const store = useJobStore();
  const { typicalHomes, words } = codebookOf(document.rules);
  if (document.panels[index]?.fedFrom !== "supply") return null;
  return (
    <fieldset className={styles.typical} aria-label={`Start from a typical ${words.panel}`}>
      <p>No label in sight yet? Start from the usual {words.panel} of a house of this size, built</p>
      <p className={styles.actions}>
        {typicalHomes.map((home) => (
          <Button
            key={home.id}
            onClick={() => store.edit(startFromTypical(store.getState().document, index, home, freshId))}
          >
            {home.built}
          </Button>
        ))}
      </p>
      <p className="quiet">Every value is marked as assumed until you confirm it.</p>
    </fieldset>
  );
}

/** The number of assumed values of a panel, and a button that confirms all of them. */
export function AssumedPanel({ index }: { index: number }) {
  const { document } = useJob();
  const store = useJobStore();
  const panel = document.panels[index] as Panel;
  const { words } = codebookOf(document.rules);
  const keys = assumedOfPanel(document, panel);
  const loads = assumedLoads(document).length;
  if (keys.length === 0) return null;
  return (
    <AssumedNotice
      onConfirm={() => {
        const { document: now } = store.getState();
        const here = now.panels[index];
        if (here) store.edit(markAssumed(now, assumedOfPanel(now, here), false));
      }}
    >
      <strong>
        {keys.length === 1 ? "One value" : `${keys.length} values`} of this {words.panel}{" "}
        {keys.length === 1 ? "is" : "are"} only assumed.
      </strong>{" "}
      {loads > 0 && <>The nameplates of its loads are confirmed on Demand. </>}
    </AssumedNotice>
  );
}

/** Faults that only a person on site can see: ticked here, weighed among the findings. */
import { Checkbox } from "antd";
import { setValue } from "#core/case/document/set-value.ts";
import { SEEN_FAULTS } from "#core/rules/findings/seen.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./survey.module.css";

export function SeenFaults() {
  const store = useJobStore();
  const seen = useJobPart((job) => job.document.survey?.seen);
  const tick = (code: string, on: boolean) => {
    const others = (store.getState().document.survey?.seen ?? []).filter((c) => c !== code);
    store.edit(setValue(store.getState().document, "/survey/seen", on ? [...others, code] : others));
  };
  return (
    <Section id="faults" title="Seen on site">
      <div className={styles.ticks}>
        {SEEN_FAULTS.map((fault) => (
          <Checkbox
            key={fault.code}
            checked={seen?.includes(fault.code) ?? false}
            onChange={(event) => tick(fault.code, event.target.checked)}
          >
            {fault.label}
          </Checkbox>
        ))}
      </div>
    </Section>
  );
}

/** Beside a field of the survey: whether its value was read, measured, told or only assumed. */
import { setValue } from "#core/case/document/set-value.ts";
import { SOURCES, type Source } from "#core/case/document/types.ts";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./case-field.module.css";

export function SourceOf({ field, label }: { field: string; label: string }) {
  const store = useJobStore();
  const source = useJobPart((state) => state.document.survey?.sources?.[field]) ?? "read";
  return (
    <select
      className={styles.source}
      aria-label={`${label}: where it came from`}
      value={source}
      data-source={source}
      onChange={(event) => {
        const next = event.target.value as Source;
        store.edit(setValue(store.getState().document, `/survey/sources/${field}`, next));
      }}
    >
      {SOURCES.map((s) => (
        <option key={s} value={s}>
          {s}
        </option>
      ))}
    </select>
  );
}

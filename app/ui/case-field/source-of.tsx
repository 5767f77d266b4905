/** Source of a survey field: read, measured, told or assumed. */

import { Select } from "antd";
import { useState } from "react";
import { setValue, valueAt } from "#core/case/document/set-value.ts";
import { SOURCES, type Source } from "#core/case/document/types.ts";
import { ownValue } from "#core/own-value.ts";
import { isAssumed } from "#core/survey/assumed.ts";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./case-field.module.css";

const OPTIONS = SOURCES.map((value) => ({ value, label: value }));

/**
 * A word, and a list once it is pressed: drawing a list beside each of thirty fields would be slow. A field that is
 * empty has no source.
 */
export function SourceOf({ field, label, pointer }: { field: string; label: string; pointer?: string | undefined }) {
  const store = useJobStore();
  const marked = useJobPart((state) => ownValue(state.document.survey?.sources ?? {}, field));
  const isEmpty = useJobPart(({ document }) => pointer !== undefined && (valueAt(document, pointer) ?? null) === null);
  const [asked, setAsked] = useState(false);
  if (isEmpty && !marked) return null;
  const source = marked ?? "read";
  const name = `${label}: where it came from`;
  if (!asked)
    return (
      <button
        type="button"
        className={styles.source}
        data-source={source}
        // Reached from its field by Alt S, so that Tab goes from field to field.
        tabIndex={-1}
        data-source-mark
        aria-label={`${name}: ${source}`}
        aria-haspopup="listbox"
        onClick={() => setAsked(true)}
      >
        {source}
      </button>
    );
  return (
    <Select<Source>
      open
      autoFocus
      size="small"
      variant="borderless"
      className={styles.sources}
      popupMatchSelectWidth={false}
      aria-label={name}
      value={source}
      options={OPTIONS}
      onChange={(next) => store.edit(setValue(store.getState().document, `/survey/sources/${field}`, next))}
      onOpenChange={(open) => !open && setAsked(false)}
    />
  );
}

/** Mark of a suggested value: pressing it, or typing another value, makes it an answer. */
export function AssumedMark({ field, label }: { field: string; label: string }) {
  const store = useJobStore();
  const assumed = useJobPart((state) => isAssumed(state.document, field));
  if (!assumed) return null;
  return (
    <button
      type="button"
      className={styles.source}
      data-source="assumed"
      aria-label={`${label} is assumed: it is right`}
      onClick={() => store.edit(setValue(store.getState().document, `/survey/sources/${field}`, undefined))}
    >
      assumed: confirm
    </button>
  );
}

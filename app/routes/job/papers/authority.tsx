/** What the firm knows of the job's authority; the one whose name the address has is offered first. */
import { Select } from "antd";
import { useEffect, useState } from "react";
import { setValue } from "#core/case/document/set-value.ts";
import { showDay } from "#core/dates.ts";
import type { Authority } from "#core/firm/authority.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showDays } from "#core/units.ts";
import { ANSWERS } from "#core/wire.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { deferred, useJobStore } from "#ui/job-store/use-job.tsx";
import { askFor } from "#ui/live/connection.ts";
import styles from "./standing.module.css";

const PATIENCE_MS = 10_000;

export const AuthorityNotes = deferred(function Notes({ document }) {
  const store = useJobStore();
  const { conventions } = codebookOf(document.rules);
  const [known, setKnown] = useState<readonly Authority[]>([]);
  useEffect(() => {
    void askFor(ANSWERS.authorities, "/firm/authorities", PATIENCE_MS).then((answer) => answer && setKnown(answer));
  }, []);
  const chosen = document.enquiry?.authority;
  const place = `${document.enquiry?.address ?? ""} ${document.title}`.toLowerCase();
  const likely = known.find(({ name }) => place.includes(name.toLowerCase()));
  const page = known.find(({ name }) => name === chosen) ?? (chosen ? undefined : likely);
  const put = (name: string | undefined) => store.edit(setValue(store.getState().document, "/enquiry/authority", name));
  return (
    <>
      <h3 className={styles.part}>Authority</h3>
      <Fields>
        <Field label="Which one" hint={!chosen && likely ? "as the address has it; choose it to keep it" : undefined}>
          {(controlProps) => (
            <Select
              {...controlProps}
              aria-label="Which authority"
              allowClear
              placeholder="not chosen"
              value={chosen ?? likely?.name ?? null}
              options={known.map(({ name }) => ({ value: name, label: name }))}
              onChange={(name: string | undefined) => put(name)}
              notFoundContent="None yet: write them under Texts"
            />
          )}
        </Field>
      </Fields>
      {page && (
        <dl className={styles.notes}>
          {(
            [
              ["Forms", page.forms],
              ["Answers within", page.days === undefined ? "" : showDays(page.days)],
              ["Fees", page.fees],
              ["Wishes", page.wishes],
              ["Confirmed", `${showDay(page.confirmedOn, conventions)}, ${page.confirmedBy}`],
            ] as const
          )
            .filter(([, value]) => value !== "")
            .map(([name, value]) => (
              <div key={name}>
                <dt>{name}</dt>
                <dd>{value}</dd>
              </div>
            ))}
        </dl>
      )}
    </>
  );
});

/** Whom the job waits for: since when, what was last done, and when to ask again. */
import { Button, Input, Select } from "antd";
import { useState } from "react";
import { endedWaitPatch, waitPatch, withoutWaitPatch } from "#core/case/document/stage.ts";
import { type CaseDocument, WAITED_FOR, type Wait, type WaitedFor } from "#core/case/document/types.ts";
import { daysAfter, showDay } from "#core/dates.ts";
import { partyName } from "#core/progress/due.ts";
import { waitsFor } from "#core/progress/waiting.ts";
import { codebookOf } from "#core/rules/index.ts";
import { capital, listed } from "#core/words.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { freshId } from "#ui/job-store/fresh-id.ts";
import { deferred, useJobStore } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { useVisitor } from "../use-visitor.ts";
import styles from "./standing.module.css";

/** Days after which one asks again, where nobody says otherwise. */
const ASK_AFTER_DAYS = 7;

const partyWords = (who: WaitedFor, operator: string): string => capital(partyName(who, operator));

export const WaitsTable = deferred(function Waits({ document }) {
  const store = useJobStore();
  const { today } = useVisitor();
  const { words, conventions } = codebookOf(document.rules);
  const waits = document.progress?.waits ?? [];
  const put = (wait: Wait) => store.edit(waitPatch(store.getState().document, wait));
  const days = (since: string) => Math.max(0, Math.round((Date.parse(today) - Date.parse(since)) / 86_400_000));
  return (
    <>
      <h3 className={styles.part}>Waits</h3>
      {waits.length === 0 && <p className="quiet">{waitsByItself(document, words.operator)}</p>}
      {waits.length > 0 && (
        <DataTable
          label="Waits"
          stacksOnPhone
          rows={waits}
          rowKey={({ id }) => id}
          columns={[
            {
              title: "For",
              kind: "name",
              cell: ({ for: who, what }) => (
                <>
                  {partyWords(who, words.operator)}
                  {what && <small>{what}</small>}
                </>
              ),
            },
            {
              title: "Since",
              cell: ({ since }) => `${showDay(since, conventions)}, ${days(since)} days`,
            },
            {
              title: "Last done",
              cell: (wait) => (
                <Input
                  key={`${wait.last} ${wait.lastOn}`}
                  aria-label={`Last done about ${partyName(wait.for, words.operator)}`}
                  placeholder="called, wrote"
                  maxLength={300}
                  defaultValue={wait.last ?? ""}
                  onBlur={({ target }) => {
                    const last = target.value.trim();
                    if (last !== (wait.last ?? ""))
                      put({ ...wait, last, lastOn: today, askOn: daysAfter(today, ASK_AFTER_DAYS) });
                  }}
                />
              ),
            },
            {
              title: "Again",
              isBad: ({ askOn }) => askOn !== undefined && askOn <= today,
              cell: (wait) => (
                <span className={styles.again}>
                  <span className="quiet">ask again on</span>
                  <Input
                    key={wait.askOn ?? ""}
                    type="date"
                    aria-label={`Ask ${partyName(wait.for, words.operator)} again on`}
                    defaultValue={wait.askOn ?? ""}
                    onBlur={({ target }) => {
                      const { askOn: _, ...rest } = wait;
                      if (target.value !== (wait.askOn ?? ""))
                        put({ ...rest, ...(target.value !== "" && { askOn: target.value }) });
                    }}
                  />
                </span>
              ),
            },
            {
              title: "It is",
              cell: ({ id, for: who }) => (
                <span className={styles.actions}>
                  <Button
                    size="small"
                    aria-label={`The wait for ${partyName(who, words.operator)} is over`}
                    onClick={() => store.edit(endedWaitPatch(store.getState().document, id, today))}
                  >
                    Over
                  </Button>
                  <Button
                    size="small"
                    type="text"
                    aria-label={`Remove the wait for ${partyName(who, words.operator)}`}
                    onClick={() => store.edit(withoutWaitPatch(store.getState().document, id))}
                  >
                    Remove
                  </Button>
                </span>
              ),
            },
          ]}
        />
      )}
      <AddWait operator={words.operator} onAdd={put} />
    </>
  );
});

/** Whom the job waits for without an entered wait. */
function waitsByItself(document: CaseDocument, operator: string): string {
  const who = waitsFor(document).map((party) => partyName(party, operator));
  return who.length === 0
    ? "It waits for nobody."
    : `By its stage and its permissions it waits for the ${listed(who)}. Enter what was done, and when to ask again.`;
}

function AddWait({ operator, onAdd }: { operator: string; onAdd(wait: Wait): void }) {
  const { today } = useVisitor();
  const [who, setWho] = useState<WaitedFor>("customer");
  const [what, setWhat] = useState("");
  const add = () => {
    const entered = what.trim();
    onAdd({
      id: freshId("wait"),
      for: who,
      ...(entered !== "" && { what: entered }),
      since: today,
      askOn: daysAfter(today, ASK_AFTER_DAYS),
    });
    setWhat("");
  };
  return (
    <Fields>
      <Field label="It waits for">
        {(controlProps) => (
          <Select
            {...controlProps}
            aria-label="It waits for"
            value={who}
            options={WAITED_FOR.map((value) => ({ value, label: partyWords(value, operator) }))}
            onChange={setWho}
          />
        )}
      </Field>
      <Field label="What for">
        {(controlProps) => (
          <Input
            {...controlProps}
            maxLength={300}
            placeholder="the signed quote"
            value={what}
            onChange={({ target }) => setWhat(target.value)}
            onPressEnter={add}
          />
        )}
      </Field>
      <span className={styles.add}>
        <Button onClick={add}>Add the wait</Button>
      </span>
    </Fields>
  );
}

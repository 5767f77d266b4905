/** Residual-current devices that protect a run of ways of a board. */
import { Button } from "antd";
import type { Panel, RcdGroup } from "#core/case/document/types.ts";
import { rcdGroupFields } from "#core/case/fields/panel.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { freshId } from "#ui/job-store/fresh-id.ts";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./panels.module.css";

export function RcdGroups({ index }: { index: number }) {
  const { document } = useJob();
  const store = useJobStore();
  const panel = document.panels[index] as Panel;
  const groups = panel.rcdGroups ?? [];
  const at = `/panels/${index}/rcdGroups`;
  function add() {
    const from = Math.min((groups.at(-1)?.to ?? 0) + 1, panel.spaces ?? 1);
    const group: RcdGroup = { id: freshId("rcd"), rcd: "A", from, to: panel.spaces ?? from };
    store.edit([
      ...(panel.rcdGroups === undefined ? [{ op: "add" as const, path: at, value: [] }] : []),
      { op: "add", path: `${at}/-`, value: group },
    ]);
  }
  return (
    <>
      {groups.map((group, k) => (
        <fieldset key={group.id} className={styles.feeder}>
          <legend>
            RCD over ways {group.from} to {group.to}
          </legend>
          <Fields>
            {Object.values(rcdGroupFields).map((field) => (
              <CaseField key={field.at} of={field} index={[index, k]} />
            ))}
          </Fields>
          <Button type="text" danger onClick={() => store.edit([{ op: "remove", path: `${at}/${k}` }])}>
            Remove this RCD
          </Button>
        </fieldset>
      ))}
      <p className={styles.actions}>
        <Button onClick={add}>Add an RCD over several ways</Button>
      </p>
    </>
  );
}

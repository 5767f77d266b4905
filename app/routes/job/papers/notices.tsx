/** The notices that the job owes: by when, and what proves that they were given. */
import { Button, Input } from "antd";
import type { AssessedCase } from "#core/assessed-case.ts";
import { noticePatch } from "#core/case/document/stage.ts";
import { showDay } from "#core/dates.ts";
import { noticesOf, type OwedNotice } from "#core/progress/notices.ts";
import { codebookOf } from "#core/rules/index.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { useVisitor } from "../use-visitor.ts";
import styles from "./standing.module.css";

export function NoticesTable({ document, assessment }: Pick<AssessedCase, "document" | "assessment">) {
  const { today } = useVisitor();
  const { conventions } = codebookOf(document.rules);
  const notices = noticesOf(document, assessment);
  if (notices.length === 0) return null;
  const isLate = ({ isOpen, dueOn }: OwedNotice) => isOpen && dueOn !== null && dueOn < today;
  return (
    <>
      <h3 className={styles.part}>Notices</h3>
      <DataTable
        label="Notices"
        stacksOnPhone
        rows={notices}
        rowKey={({ kind }) => kind}
        columns={[
          {
            title: "What",
            kind: "name",
            cell: ({ text, rule }) => (
              <>
                {text}
                <small>{rule}</small>
              </>
            ),
          },
          {
            title: "By",
            isBad: isLate,
            cell: (notice) =>
              notice.dueOn === null
                ? notice.when
                : `${showDay(notice.dueOn, conventions)}${isLate(notice) ? ", overdue" : ""}`,
          },
          { title: "State", cell: (notice) => <NoticeState notice={notice} day={(on) => showDay(on, conventions)} /> },
        ]}
      />
    </>
  );
}

/** What became of a notice, and the presses that say so. */
function NoticeState({ notice, day }: { notice: OwedNotice; day(on: string): string }) {
  const store = useJobStore();
  const { today } = useVisitor();
  const { kind, said, isOpen, text } = notice;
  const put = (more: { sentOn?: string; proof?: string; notOwed?: string }) =>
    store.edit(noticePatch(store.getState().document, { kind, ...more }));
  if (isOpen)
    return (
      <span className={styles.actions}>
        <Button size="small" aria-label={`${text}: done`} onClick={() => put({ sentOn: today })}>
          Done today
        </Button>
        <Input
          size="small"
          aria-label={`${text}: why not owed`}
          placeholder="not owed, because"
          maxLength={300}
          onBlur={({ target }) => target.value.trim() !== "" && put({ notOwed: target.value.trim() })}
        />
      </span>
    );
  return (
    <span className={styles.actions}>
      <span>{said?.sentOn ? `done ${day(said.sentOn)}` : `not owed: ${said?.notOwed ?? ""}`}</span>
      {said?.sentOn && (
        <Input
          key={said.proof ?? ""}
          size="small"
          aria-label={`${text}: proof`}
          placeholder="number, receipt, name"
          maxLength={300}
          defaultValue={said.proof ?? ""}
          onBlur={({ target }) => {
            const proof = target.value.trim();
            if (proof !== (said.proof ?? "")) put({ sentOn: said.sentOn as string, ...(proof !== "" && { proof }) });
          }}
        />
      )}
      <Button size="small" type="text" aria-label={`${text}: open again`} onClick={() => put({})}>
        Open again
      </Button>
    </span>
  );
}

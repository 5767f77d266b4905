/** The notices that the job owes: by when, and what proves that they were given. */
import { Button, Input } from "antd";
import type { AssessedCase } from "#core/assessed-case.ts";
import { noticePatch } from "#core/case/document/stage.ts";
import { showDay } from "#core/dates.ts";
import { noticesOf, type OwedNotice } from "#core/progress/notices.ts";
import { codebookOf } from "#core/rules/index.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { PictureSelect } from "../picture-select.tsx";
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

/** State of a notice, and the controls that change it. */
function NoticeState({ notice, day }: { notice: OwedNotice; day(on: string): string }) {
  const store = useJobStore();
  const { today } = useVisitor();
  const { kind, said, isOpen, text } = notice;
  const put = (more: Omit<Parameters<typeof noticePatch>[1], "kind">) =>
    store.edit(noticePatch(store.getState().document, { kind, ...more }));
  const { sentOn, proof = "", picture, notOwed } = said ?? {};
  const sent = { ...(sentOn && { sentOn }), ...(proof && { proof }), ...(picture && { picture }) };
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
      <span>{sentOn ? `done ${day(sentOn)}` : `not owed: ${notOwed ?? ""}`}</span>
      {sentOn && (
        <>
          <Input
            key={sentOn}
            size="small"
            type="date"
            aria-label={`${text}: done on`}
            max={today}
            defaultValue={sentOn}
            onBlur={({ target: { value } }) => value !== "" && value !== sentOn && put({ ...sent, sentOn: value })}
          />
          <Input
            key={proof}
            size="small"
            aria-label={`${text}: proof`}
            placeholder="number, receipt, name"
            maxLength={300}
            defaultValue={proof}
            onBlur={({ target }) => target.value.trim() !== proof && put({ ...sent, proof: target.value.trim() })}
          />
          <PictureSelect of={text} value={picture} onChange={(id) => put({ ...sent, picture: id })} />
        </>
      )}
      <Button size="small" type="text" aria-label={`${text}: open again`} onClick={() => put({})}>
        Open again
      </Button>
    </span>
  );
}

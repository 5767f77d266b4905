/** Plain messages at the top of the sheet: a conflict that a person settles, an edit that was refused. */
import { Alert, Button } from "antd";
import { changesInWords, problemInWords } from "#core/changes/changes.ts";
import { conflictInWords, useIsConflictAtField } from "#ui/case-field/field-conflict.tsx";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import { type ColleagueWaiting, colleagueInWords } from "#ui/offline/colleagues.ts";
import styles from "./notices.module.css";

export default function JobNotices({ others }: { others: readonly ColleagueWaiting[] }) {
  return (
    <div className={styles.notices}>
      {others.length > 0 && <ColleaguesNotice others={others} />}
      <ConflictNotice />
      <RefusalNotice />
      <ParkedNotice />
    </div>
  );
}

function ColleaguesNotice({ others }: { others: readonly ColleagueWaiting[] }) {
  const names = others.map(({ name }) => name).join(" and ");
  return (
    <Alert
      type="info"
      showIcon
      role="status"
      title="Something of a colleague waits in this browser."
      description={`${others.map(colleagueInWords).join("; ")}. It is sent when ${names} ${others.length === 1 ? "signs" : "sign"} in here again, under that name.`}
    />
  );
}

function ConflictNotice() {
  const conflict = useJobPart((job) => job.conflict);
  const document = useJobPart((job) => job.document);
  const store = useJobStore();
  const isAtField = useIsConflictAtField();
  if (!conflict || (isAtField && conflict.mine.length === 1)) return null;
  const { who, changes } = conflictInWords(conflict, document);
  return (
    <Alert
      type="warning"
      showIcon
      role="alert"
      title={`${who} changed the same thing while you did.`}
      description={changes}
      action={
        <span className={styles.choices}>
          <Button onClick={() => store.settle("theirs")}>Keep theirs</Button>
          <Button type="primary" onClick={() => store.settle("mine")}>
            Use mine
          </Button>
        </span>
      }
    />
  );
}

function RefusalNotice() {
  const refused = useJobPart((job) => job.refused);
  const document = useJobPart((job) => job.document);
  const store = useJobStore();
  if (!refused) return null;
  return (
    <Alert
      type="error"
      showIcon
      role="alert"
      title="The last change was refused and has been undone."
      description={refused.map((problem) => problemInWords(document, problem)).join("; ")}
      action={<Button onClick={() => store.dismissRefusal()}>OK</Button>}
    />
  );
}

function ParkedNotice() {
  const parked = useJobPart((job) => job.parked);
  const store = useJobStore();
  if (parked.length === 0) return null;
  return (
    <Alert
      type="warning"
      showIcon
      role="alert"
      title={`${parked.length === 1 ? "One change" : `${parked.length} changes`} could not be saved and ${parked.length === 1 ? "was" : "were"} put aside. All else is saved.`}
      description={parked.flatMap(({ patch, madeOn }) => changesInWords(madeOn, patch)).join("; ")}
      action={
        <span className={styles.choices}>
          <Button onClick={() => store.settleParked("leave-out")}>Discard</Button>
          <Button type="primary" onClick={() => store.settleParked("again")}>
            Try again
          </Button>
        </span>
      }
    />
  );
}

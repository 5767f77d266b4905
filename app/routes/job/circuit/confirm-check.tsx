/** The answer to a check that only a person on site can make. */
import { Input, Segmented } from "antd";
import { setValue } from "#core/case/document/set-value.ts";
import type { Confirmation } from "#core/case/document/types.ts";
import { confirmationsWith } from "#core/circuit/confirmed.ts";
import { showDay } from "#core/dates.ts";
import type { RouteCheck } from "#core/rules/circuit/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import { useVisitor } from "../use-visitor.ts";
import styles from "./circuit.module.css";

const OPEN = "open";
const ANSWERS: readonly { value: Confirmation["answer"] | typeof OPEN; label: string }[] = [
  { value: OPEN, label: "open" },
  { value: "yes", label: "yes" },
  { value: "no", label: "no" },
  { value: "refused", label: "refused" },
  { value: "by-test", label: "by test" },
];

export function ConfirmCheck({ check }: { check: RouteCheck }) {
  const store = useJobStore();
  const { name, today } = useVisitor();
  const { conventions } = codebookOf(useJobPart((job) => job.document.rules));
  const { confirmed } = check;
  const put = (answer: Parameters<typeof confirmationsWith>[2]) => {
    const { document } = store.getState();
    const next = confirmationsWith(document, check, answer);
    store.edit(setValue(document, "/confirmations", next.length > 0 ? next : undefined));
  };
  return (
    <span className={styles.confirm}>
      <Segmented
        size="small"
        aria-label={`Answer: ${check.label}`}
        options={[...ANSWERS]}
        value={confirmed && !confirmed.isStale ? confirmed.answer : OPEN}
        onChange={(value) =>
          put(value === OPEN ? null : { answer: value as Confirmation["answer"], by: name, on: today })
        }
      />
      {confirmed?.isStale && (
        <span className="quiet">It was answered "{confirmed.answer}" for other numbers: answer it again.</span>
      )}
      {confirmed && !confirmed.isStale && (
        <>
          <span className="quiet">
            {confirmed.by}
            {confirmed.on && `, ${showDay(confirmed.on, conventions)}`}
          </span>
          <Input
            size="small"
            aria-label={`Words on ${check.label}`}
            placeholder="in words"
            defaultValue={confirmed.words ?? ""}
            onBlur={({ target }) => {
              const words = target.value.trim();
              if (words !== (confirmed.words ?? ""))
                put({
                  answer: confirmed.answer,
                  ...(confirmed.by !== undefined && { by: confirmed.by }),
                  ...(confirmed.on !== undefined && { on: confirmed.on }),
                  ...(words !== "" && { words }),
                });
            }}
          />
        </>
      )}
    </span>
  );
}

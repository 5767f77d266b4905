/** The answer to a question that only the person on site, or the customer, can give. */
import { Input, Segmented } from "antd";
import { type Asked, answerPatch, answerTo, type GivenAnswer } from "#core/case/document/confirmations.ts";
import type { Confirmation } from "#core/case/document/types.ts";
import { showDay } from "#core/dates.ts";
import { codebookOf } from "#core/rules/index.ts";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./answer-on-site.module.css";
import { PictureSelect } from "./picture-select.tsx";
import { useVisitor } from "./use-visitor.ts";

const OPEN = "open";
const ANSWERS: readonly { value: Confirmation["answer"] | typeof OPEN; label: string }[] = [
  { value: OPEN, label: "open" },
  { value: "yes", label: "yes" },
  { value: "no", label: "no" },
  { value: "refused", label: "refused" },
  { value: "by-test", label: "by test" },
];

/** The answers of a line of the craft list. */
export const CRAFT_ANSWERS: typeof ANSWERS = [
  { value: OPEN, label: "open" },
  { value: "yes", label: "done" },
  { value: "not-needed", label: "not needed" },
];

type Answer = Parameters<typeof answerPatch>[2];

export function AnswerOnSite({ asked, answers = ANSWERS }: { asked: Asked; answers?: typeof ANSWERS }) {
  const store = useJobStore();
  const { name, today } = useVisitor();
  const confirmations = useJobPart((job) => job.document.confirmations);
  const given = answerTo(asked, { confirmations });
  const counts = given !== undefined && !given.isStale;
  const put = (answer: Answer) => store.edit(answerPatch(store.getState().document, asked, answer));
  return (
    <span className={styles.answer}>
      <Segmented
        size={answers === ANSWERS ? "small" : "middle"}
        aria-label={`Answer: ${asked.label}`}
        options={[...answers]}
        value={counts ? given.answer : OPEN}
        onChange={(value) =>
          put(value === OPEN ? null : { answer: value as Confirmation["answer"], by: name, on: today })
        }
      />
      {given?.isStale && (
        <span className="quiet">
          It was answered "{given.answer}" when this read differently: "{given.basis}". Answer it again.
        </span>
      )}
      {counts && (
        <AnswerDetails asked={asked} given={given} onChange={(more) => put({ ...answerOf(given), ...more })} />
      )}
    </span>
  );
}

/** The parts of an answer that are stored. */
const answerOf = ({ answer, by, on, words, picture }: Confirmation): NonNullable<Answer> => ({
  answer,
  ...(by !== undefined && { by }),
  ...(on !== undefined && { on }),
  ...(words !== undefined && { words }),
  ...(picture !== undefined && { picture }),
});

/** Details of an answer: person, day, words and picture. */
function AnswerDetails(props: { asked: Asked; given: GivenAnswer; onChange(more: Partial<Confirmation>): void }) {
  const { asked, given, onChange } = props;
  const { conventions } = codebookOf(useJobPart((job) => job.document.rules));
  const { by, on, words = "", picture } = given;
  return (
    <>
      <span className="quiet">{[by, on && showDay(on, conventions)].filter(Boolean).join(", ")}</span>
      <Input
        // An undo gives the words that were there before.
        key={words}
        size="small"
        aria-label={`Words on ${asked.label}`}
        placeholder="in words"
        maxLength={1000}
        defaultValue={words}
        onBlur={({ target }) => {
          const typed = target.value.trim();
          if (typed !== words) onChange({ words: typed === "" ? undefined : typed });
        }}
      />
      <PictureSelect of={asked.label} value={picture} onChange={(id) => onChange({ picture: id })} />
    </>
  );
}

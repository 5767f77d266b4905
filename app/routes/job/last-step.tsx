/** The last undo or redo in words; loaded with the first one. */
import { changesInWords } from "#core/changes/changes.ts";
import type { LastStep as Step } from "#ui/job-store/job-store.ts";

const SAID = { undone: "Undone", redone: "Redone" } as const;

const inWords = ({ kind, patch, madeOn, by }: Step): string =>
  kind === "overtaken"
    ? `This step cannot be undone: ${by ?? "somebody"} has changed the same thing since.`
    : `${SAID[kind]}: ${changesInWords(madeOn, patch).join("; ")}.`;

export default function LastStepNotice({ step, className }: { step: Step; className: string | undefined }) {
  return (
    <p className={className} role="status">
      {inWords(step)}
    </p>
  );
}

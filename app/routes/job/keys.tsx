/** The list of keys of a job. */
import { Descriptions } from "antd";
import { STEPS } from "#core/case/fields/steps.ts";
import { Dialog } from "#ui/dialog/dialog.tsx";

const KEYS: readonly [keys: string, what: string][] = [
  ...STEPS.map(({ name }, i): [string, string] => [String(i + 1), `Go to ${name}`]),
  ["/", "Find anything in this job, or another job"],
  ["a", "Add a load (on Demand)"],
  ["r", "Show what is ruled out (on Ways)"],
  ["n, i, s", "The next paper, issue it, send it (on Papers)"],
  ["[ and ]", "The section before, the section after"],
  ["Alt S", "Where the value of this field came from (on Survey)"],
  ["Ctrl Z", "Undo"],
  ["Ctrl Shift Z", "Redo"],
  ["Esc", "Leave the field, close the why sheet"],
  ["?", "This list"],
];

export default function KeysDialog({ onClose }: { onClose(): void }) {
  return (
    <Dialog title="Keys" onCancel={onClose}>
      <Descriptions
        column={1}
        size="small"
        colon={false}
        items={KEYS.map(([keys, what]) => ({
          key: keys,
          label: <span className="figure">{keys}</span>,
          children: what,
        }))}
        styles={{ label: { width: "8rem" } }}
      />
    </Dialog>
  );
}

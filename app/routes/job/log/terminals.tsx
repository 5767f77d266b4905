/** Every terminal of the work: the label's value, what was done, with which tool, and the verdict at once. */
import { Checkbox, Input } from "antd";
import { useState } from "react";
import type { CaseDocument, TerminationEntry } from "#core/case/document/types.ts";
import { logPatch } from "#core/install/log.ts";
import { type JudgedTerminal, judgedTerminals, terminalsOf } from "#core/install/terminals.ts";
import { LONGEST_LINE } from "#core/limits.ts";
import { parseNumber } from "#core/quantity/parse.ts";
import { codebookOf } from "#core/rules/index.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { LogVerdict } from "#ui/frame/verdict.tsx";
import { deferred } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { PictureSelect } from "../picture-select.tsx";
import styles from "./log.module.css";
import { useLog } from "./use-log.ts";

type Tool = Pick<TerminationEntry, "tool" | "toolCalibrated">;

/** The tool of the last entry that names one. */
const lastTool = ({ installation }: CaseDocument): Tool => {
  const { tool, toolCalibrated } = installation?.terminations?.findLast((one) => one.toolCalibrated) ?? {};
  return { ...(tool !== undefined && { tool }), ...(toolCalibrated !== undefined && { toolCalibrated }) };
};

export const TerminalsSection = deferred(function Terminals({ document, assessment }) {
  const { by, today, write } = useLog();
  const [tool, setTool] = useState<Tool>(() => lastTool(document));
  const { torqueUnit } = codebookOf(document.rules).circuit.terminals;
  const rows = judgedTerminals(document, terminalsOf(document, assessment), today);
  const open = rows.filter(({ verdict }) => verdict !== "pass").length;
  const put = (terminal: string, more: Partial<TerminationEntry>) =>
    write((at) => {
      const known = at.installation?.terminations?.findLast((one) => one.terminal === terminal);
      const entry = { unit: torqueUnit, ...known, ...tool, ...more, terminal, by, on: today } as TerminationEntry;
      return logPatch(at, "terminations", (one) => one.terminal === terminal, entry);
    });
  return (
    <Section
      id="terminals"
      title="Terminals"
      aside={<span className="quiet">{open === 0 ? "all pass" : `${open} of ${rows.length} open`}</span>}
    >
      <Fields>
        <Field label="Torque tool">
          {(controlProps) => (
            <Input
              {...controlProps}
              placeholder="its name or number"
              maxLength={LONGEST_LINE}
              defaultValue={tool.tool}
              onBlur={({ target }) => setTool({ ...tool, tool: target.value.trim() })}
            />
          )}
        </Field>
        <Field label="Calibrated on" hint="It goes with each terminal that is entered from now on">
          {(controlProps) => (
            <Input
              {...controlProps}
              type="date"
              max={today}
              value={tool.toolCalibrated ?? ""}
              onChange={({ target: { value } }) => {
                const { toolCalibrated: _, ...rest } = tool;
                setTool(value === "" ? rest : { ...rest, toolCalibrated: value });
              }}
            />
          )}
        </Field>
      </Fields>
      {rows.length === 0 ? (
        <p>No circuit has been designed along a run yet; there are no terminals to list.</p>
      ) : (
        <DataTable
          label="Terminals"
          isWide
          stacksOnPhone
          rows={rows}
          rowKey={({ terminal }) => terminal}
          columns={[
            {
              title: "Terminal",
              kind: "name",
              cell: ({ terminal, made }) => (
                <>
                  {terminal}
                  <small>{made?.torque ? `${made.conductor}; its maker says ${made.torque}` : made?.conductor}</small>
                </>
              ),
            },
            {
              title: `Label, ${torqueUnit}`,
              cell: (row) => <Torque row={row} of="labelValue" name="Label value" onChange={put} />,
            },
            {
              title: `Done, ${torqueUnit}`,
              cell: (row) => <Torque row={row} of="value" name="Done value" onChange={put} />,
            },
            {
              title: "Then",
              cell: ({ terminal, made, entry }) => (
                <span className={styles.then}>
                  <Checkbox
                    checked={entry?.pulled ?? false}
                    aria-label={`${terminal}: pull-tested`}
                    onChange={({ target }) => put(terminal, { pulled: target.checked })}
                  >
                    pulled
                  </Checkbox>
                  {made?.twice && (
                    <Checkbox
                      checked={entry?.again ?? false}
                      aria-label={`${terminal}: torqued again`}
                      onChange={({ target }) => put(terminal, { again: target.checked })}
                    >
                      again
                    </Checkbox>
                  )}
                  {entry && (
                    <PictureSelect
                      of={terminal}
                      value={entry.picture}
                      onChange={(picture) => put(terminal, { picture })}
                    />
                  )}
                </span>
              ),
            },
            {
              title: "Verdict",
              isBad: ({ verdict }) => verdict === "fail",
              cell: ({ verdict, because }) => (
                <>
                  <LogVerdict verdict={verdict} />
                  {verdict === "fail" && <small>{because}</small>}
                </>
              ),
            },
          ]}
        />
      )}
    </Section>
  );
});

interface TorqueProps {
  row: JudgedTerminal;
  of: "labelValue" | "value";
  name: string;
  onChange(terminal: string, more: Partial<TerminationEntry>): void;
}

/** One value of torque; what is no number is refused at the field and stays typed. */
function Torque({ row: { terminal, entry }, of, name, onChange }: TorqueProps) {
  const [problem, setProblem] = useState<string | null>(null);
  const stored = entry?.[of] ?? null;
  return (
    <>
      <Input
        // An undo gives the value that was there before.
        key={stored ?? ""}
        className={styles.figure ?? ""}
        inputMode="decimal"
        aria-label={`${name}: ${terminal}`}
        status={problem ? "error" : ""}
        defaultValue={stored ?? ""}
        onBlur={({ target }) => {
          const typed = target.value.trim();
          const value = typed === "" ? null : parseNumber(typed);
          if (typed !== "" && (value === null || value <= 0 || value > 2000))
            return setProblem("Type a torque, such as 2.5");
          setProblem(null);
          if (value !== stored) onChange(terminal, { [of]: value });
        }}
      />
      {problem && <small role="alert">{problem}</small>}
    </>
  );
}

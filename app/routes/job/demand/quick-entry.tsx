/** Quick entry of loads, with a pick list of usual ones for thumbs. */
import { Button, Input, type InputRef } from "antd";
import { useEffect, useRef, useState } from "react";
import { type EnteredLoad, parseLoads, showNameplate } from "#core/case/laws/quick-entry.ts";
import { codebookOf } from "#core/codebook/index.ts";
import { freshId } from "#ui/job-store/fresh-id.ts";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./demand.module.css";

const FEW_LOADS = 4;

export function QuickEntry() {
  const rules = useJobPart((job) => job.document.rules);
  const volts = useJobPart((job) => job.assessment.supply.volts);
  const store = useJobStore();
  const [text, setText] = useState("");
  const [refused, setRefused] = useState<string | null>(null);
  const [added, setAdded] = useState("");
  // In the way of a ledger that is filled already.
  const [startsOpen] = useState(() => store.getState().document.loads.length < FEW_LOADS);
  const input = useRef<InputRef>(null);
  const codebook = codebookOf(rules);
  const read = text.trim() === "" ? null : parseLoads(text, codebook, volts);
  const understood = read && !("problem" in read) ? read : null;

  useEffect(() => {
    const focus = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA)$/.test(event.target.tagName);
      if (event.key !== "a" || typing || event.ctrlKey || event.metaKey || event.altKey) return;
      event.preventDefault();
      input.current?.focus();
    };
    window.addEventListener("keydown", focus);
    return () => window.removeEventListener("keydown", focus);
  }, []);

  function add(entries: readonly EnteredLoad[]) {
    for (const { load } of entries)
      store.edit([{ op: "add", path: "/loads/-", value: { id: freshId(load.kind), ...load } }]);
    setAdded(`Added: ${entries.map((e) => e.understood).join("; ")}`);
  }

  function enter() {
    if (!read) return;
    if ("problem" in read) return setRefused(read.problem);
    add(read);
    setText("");
    setRefused(null);
  }

  /** Rows pasted from a spreadsheet: those understood are entered, the others told by their line. */
  function pasteRows(rows: readonly string[]) {
    const read = rows.map((row, i) => ({
      row,
      line: i + 1,
      entry: parseLoads(row.replaceAll("\t", " "), codebook, volts),
    }));
    const understoodRows = read.flatMap(({ entry }) => ("problem" in entry ? [] : entry));
    add(understoodRows);
    const refusedRows = read.flatMap(({ row, line, entry }) =>
      "problem" in entry ? [{ row, text: `line ${line}: ${entry.problem}` }] : [],
    );
    setText(refusedRows.map((r) => r.row.replaceAll("\t", " ")).join(" + "));
    setRefused(
      refusedRows.length > 0 ? `${understoodRows.length} entered; ${refusedRows.map((r) => r.text).join("; ")}` : null,
    );
  }

  const usual = codebook.loadKinds.filter((k) => k.kind !== "ev-charger");
  return (
    <div className={styles.entry}>
      <label htmlFor="quick-entry">Add a load</label>
      <div className={styles.entryLine}>
        <Input
          id="quick-entry"
          ref={input}
          autoComplete="off"
          enterKeyHint="done"
          placeholder={codebook.survey.loadExamples}
          value={text}
          status={refused ? "error" : ""}
          onChange={(e) => {
            setText(e.target.value);
            setRefused(null);
          }}
          onPressEnter={enter}
          onPaste={(e) => {
            const rows = e.clipboardData
              .getData("text")
              .split(/\r?\n/)
              .filter((row) => row.trim() !== "");
            if (rows.length < 2) return;
            e.preventDefault();
            pasteRows(rows);
          }}
        />
        <Button type="primary" onClick={enter} disabled={text.trim() === ""}>
          Add
        </Button>
      </div>
      <p className={refused ? styles.refused : styles.understood} role={refused ? "alert" : "status"}>
        {refused ??
          (understood
            ? understood.map((e) => e.understood + (e.typical ? " (typical, check the nameplate)" : "")).join("; ")
            : text.trim() === ""
              ? added || "Name and rating, then Enter"
              : "...")}
      </p>
      <details className={styles.usualLoads} open={startsOpen}>
        <summary>Usual loads, with typical values: check the nameplate</summary>
        <div className={styles.usual}>
          {usual.map((kind) => (
            <Button
              key={kind.kind}
              className={styles.usualLoad}
              title="typical, check the nameplate"
              onClick={() => {
                const one = parseLoads(kind.label, codebook, volts);
                if (!("problem" in one))
                  add(one.map((e) => ({ ...e, load: { ...e.load, kind: kind.kind, label: kind.label } })));
              }}
            >
              {kind.label}
              <span className="quiet figure">
                {showNameplate(kind.fixedVA === undefined ? kind.typical : { va: kind.fixedVA }, volts)}
              </span>
            </Button>
          ))}
        </div>
      </details>
    </div>
  );
}

/** The ledger: every load of the home with its nameplate, editable in place. */
import { Button, Input } from "antd";
import { type KeyboardEvent, memo } from "react";
import { fieldProblem } from "../../../../core/case/field.ts";
import { showNameplate } from "../../../../core/case/quick-entry.ts";
import type { Load } from "../../../../core/case/types.ts";
import { codebookOf } from "../../../../core/codebook/index.ts";
import { countedLoads } from "../../../../core/demand/loads.ts";
import { NO_UNITS, parseNameplate, parseNumber, parseQuantity } from "../../../../core/quantity/parse.ts";
import { showVA } from "../../../../core/units.ts";
import { useCaseText } from "../../../ui/case-field/case-field.tsx";
import { useJob, useJobStore } from "../../../ui/job-store/use-job.tsx";
import styles from "./demand.module.css";

export function Ledger() {
  const { document, assessment } = useJob();
  const codebook = codebookOf(document.rules);
  const counted = countedLoads(document, codebook);
  if (document.loads.length === 0)
    return <p className="quiet">No loads yet. Walk through the home and enter each fixed appliance as you see it.</p>;
  return (
    <table className={styles.ledger}>
      <thead>
        <tr>
          <th>Load</th>
          <th>Pieces</th>
          <th>Nameplate of one</th>
          <th className={styles.number}>Connected</th>
          <th>
            <span className="out-of-sight">Take away</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {document.loads.map((load, index) => (
          <Row
            key={load.id}
            load={load}
            index={index}
            va={counted[index]?.va ?? 0}
            fixedVA={codebook.loadKinds.find((k) => k.kind === load.kind)?.fixedVA}
            kindLabel={codebook.loadKinds.find((k) => k.kind === load.kind)?.label ?? load.kind}
            volts={assessment.supply.volts}
          />
        ))}
      </tbody>
    </table>
  );
}

interface RowProps {
  load: Load;
  index: number;
  va: number;
  fixedVA: number | undefined;
  kindLabel: string;
  volts: number;
}

const Row = memo(function Row({ load, index, va, fixedVA, kindLabel, volts }: RowProps) {
  const store = useJobStore();
  const at = `/loads/${index}`;
  return (
    <tr>
      <td>
        <LabelField at={at} kindLabel={kindLabel} />
        {load.label !== kindLabel && <span className={styles.kind}>{kindLabel}</span>}
      </td>
      <td className={styles.pieces}>
        <QuantityField at={at} name={load.label ?? kindLabel} />
      </td>
      <td>
        {fixedVA === undefined ? (
          <NameplateField at={at} volts={volts} name={load.label ?? kindLabel} />
        ) : (
          <span className="quiet figure">{showVA(fixedVA)} each, by rule</span>
        )}
      </td>
      <td className={`${styles.number} figure`}>{showVA(va)}</td>
      <td>
        <Button
          aria-label={`Take away ${load.label ?? kindLabel}`}
          type="text"
          onClick={() => store.edit([{ op: "remove", path: at }])}
        >
          ×
        </Button>
      </td>
    </tr>
  );
});

/** Enter and the arrows move down and up the same column. */
function moveInColumn(event: KeyboardEvent<HTMLInputElement>) {
  const by = event.key === "ArrowDown" || event.key === "Enter" ? 1 : event.key === "ArrowUp" ? -1 : 0;
  if (by === 0) return;
  const cell = event.currentTarget.closest("td");
  const row = cell?.parentElement;
  const next = by > 0 ? row?.nextElementSibling : row?.previousElementSibling;
  const input = cell && next?.children[cell.cellIndex]?.querySelector("input");
  if (!input) return;
  event.preventDefault();
  input.focus();
  input.select();
}

function LabelField({ at, kindLabel }: { at: string; kindLabel: string }) {
  const field = useCaseText<string>({
    pointer: `${at}/label`,
    show: (v) => v ?? "",
    read: (text) => ({ value: text }),
  });
  return (
    <Input
      variant="borderless"
      className={styles.cell}
      aria-label={`Name of ${kindLabel}`}
      value={field.text}
      onChange={(e) => field.change(e.target.value)}
      onBlur={field.leave}
      onKeyDown={moveInColumn}
    />
  );
}

function QuantityField({ at, name }: { at: string; name: string }) {
  const field = useCaseText<number>({
    pointer: `${at}/quantity`,
    show: (v) => String(v ?? 1),
    read: (text) => {
      const read = parseQuantity(text, NO_UNITS, "");
      return "problem" in read ? read : { value: parseNumber(String(read.value)) ?? 1 };
    },
  });
  return (
    <>
      <Input
        variant="borderless"
        className={`${styles.cell} figure`}
        inputMode="numeric"
        aria-label={`Pieces of ${name}`}
        value={field.text}
        status={field.problem ? "error" : ""}
        onChange={(e) => field.change(e.target.value)}
        onBlur={field.leave}
        onKeyDown={moveInColumn}
      />
      {field.problem && (
        <span role="alert" className={styles.refused}>
          {field.problem}
        </span>
      )}
    </>
  );
}

/** `12 kW`, `4500`, `24 A 240 V`; the case keeps what was typed, watts or amperes. */
function NameplateField({ at, volts, name }: { at: string; volts: number; name: string }) {
  const store = useJobStore();
  const field = useCaseText<Load>({
    pointer: at,
    show: (load) =>
      load === undefined
        ? ""
        : showNameplate(
            load.va !== undefined ? { va: load.va } : { amps: load.amps ?? 0, volts: load.volts ?? volts },
            volts,
          ),
    read: (text) => {
      const bare = parseNumber(text);
      const read = bare === null ? parseNameplate(text) : { nameplate: { va: bare }, rest: "" };
      if ("problem" in read) return read;
      if (!read.nameplate || read.rest)
        return { problem: `"${read.rest || text}" is not understood; write 5 kW, 4500 W or 24 A 240 V` };
      const nameplate = read.nameplate;
      for (const [key, value] of Object.entries(nameplate)) {
        const wrong = fieldProblem(`${at}/${key}`, value);
        if (wrong) return { problem: wrong };
      }
      const load = store.getState().document.loads[Number(at.split("/").at(-1))];
      if (!load) return { problem: "is no longer there" };
      const { va: _va, amps: _amps, volts: _volts, ...rest } = load;
      return { value: { ...rest, ...nameplate } };
    },
  });
  return (
    <>
      <Input
        variant="borderless"
        className={`${styles.cell} figure`}
        aria-label={`Nameplate of ${name}`}
        value={field.text}
        status={field.problem ? "error" : ""}
        onChange={(e) => field.change(e.target.value)}
        onBlur={field.leave}
        onKeyDown={moveInColumn}
      />
      {field.problem && (
        <span role="alert" className={styles.refused}>
          {field.problem}
        </span>
      )}
    </>
  );
}

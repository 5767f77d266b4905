/** The ledger: every load of the home with its nameplate, editable in place. */
import { Button, Input, Select } from "antd";
import { type KeyboardEvent, memo } from "react";
import { fieldProblem } from "../../../../core/case/field.ts";
import { showNameplate } from "../../../../core/case/quick-entry.ts";
import { removeLoad } from "../../../../core/case/remove-load.ts";
import { setValue } from "../../../../core/case/set-value.ts";
import type { Load, Panel } from "../../../../core/case/types.ts";
import { codebookOf } from "../../../../core/codebook/index.ts";
import { countedLoads } from "../../../../core/demand/loads.ts";
import { NO_UNITS, parseNameplate, parseNumber, parseQuantity } from "../../../../core/quantity/parse.ts";
import { showVA } from "../../../../core/units.ts";
import { useCaseText } from "../../../ui/case-field/case-field.tsx";
import { useJob, useJobStore } from "../../../ui/job-store/use-job.tsx";
import styles from "./demand.module.css";
import { freshLoadId } from "./fresh-load-id.ts";

export function Ledger() {
  const { document, assessment } = useJob();
  const codebook = codebookOf(document.rules);
  const counted = countedLoads(document, codebook);
  if (document.loads.length === 0)
    return <p className="quiet">No loads yet. Walk through the home and enter each fixed appliance as you see it.</p>;
  const rows = document.loads.map((load, index) => ({
    load,
    index,
    kind: codebook.loadKinds.find((k) => k.kind === load.kind),
  }));
  const several = document.panels.length > 1;
  const groups = several
    ? [
        ...document.panels.map((p) => ({
          id: p.id,
          name: p.name ?? p.id,
          rows: rows.filter((r) => r.load.panel === p.id),
        })),
        { id: "", name: "Not placed on a panel", rows: rows.filter((r) => !r.load.panel) },
      ].filter((g) => g.rows.length > 0)
    : [{ id: "", name: "", rows }];
  return (
    <table className={styles.ledger}>
      <thead>
        <tr>
          <th>Load</th>
          <th>Pieces</th>
          <th>Nameplate of one</th>
          <th className={styles.number}>Connected</th>
          <th>
            <span className="out-of-sight">Order and copies</span>
          </th>
        </tr>
      </thead>
      {groups.map((group) => (
        <tbody key={group.id}>
          {several && (
            <tr className={styles.group}>
              <th colSpan={3}>{group.name}</th>
              <th className={`${styles.number} figure`}>
                {showVA(group.rows.reduce((t, r) => t + (counted[r.index]?.va ?? 0), 0))}
              </th>
              <th />
            </tr>
          )}
          {group.rows.map(({ load, index, kind }) => (
            <Row
              key={load.id}
              load={load}
              index={index}
              last={index === document.loads.length - 1}
              va={counted[index]?.va ?? 0}
              fixedVA={kind?.fixedVA}
              kindLabel={kind?.label ?? load.kind}
              volts={assessment.supply.volts}
              panels={several ? document.panels : NO_PANELS}
            />
          ))}
        </tbody>
      ))}
    </table>
  );
}
const NO_PANELS: readonly Panel[] = [];

interface RowProps {
  load: Load;
  index: number;
  last: boolean;
  va: number;
  fixedVA: number | undefined;
  kindLabel: string;
  volts: number;
  panels: readonly Panel[];
}

const Row = memo(function Row({ load, index, last, va, fixedVA, kindLabel, volts, panels }: RowProps) {
  const store = useJobStore();
  const at = `/loads/${index}`;
  const name = load.label ?? kindLabel;
  const move = (to: number) =>
    store.edit([
      { op: "remove", path: at },
      { op: "add", path: `/loads/${to}`, value: load },
    ]);
  return (
    <tr>
      <td>
        <LabelField at={at} kindLabel={kindLabel} />
        {load.label !== kindLabel && <span className={styles.kind}>{kindLabel}</span>}
        {panels.length > 0 && (
          <Select
            size="small"
            variant="borderless"
            aria-label={`Panel of ${name}`}
            placeholder="on no panel"
            value={load.panel}
            popupMatchSelectWidth={false}
            options={panels.map((p) => ({ value: p.id, label: p.name ?? p.id }))}
            onChange={(panel) => store.edit(setValue(store.getState().document, `${at}/panel`, panel))}
          />
        )}
      </td>
      <td className={styles.pieces}>
        <QuantityField at={at} name={name} />
      </td>
      <td>
        {fixedVA === undefined ? (
          <NameplateField at={at} volts={volts} name={name} />
        ) : (
          <span className="quiet figure">{showVA(fixedVA)} each, by rule</span>
        )}
      </td>
      <td className={`${styles.number} figure`}>{showVA(va)}</td>
      <td className={styles.actions}>
        <Button
          aria-label={`Move ${name} up`}
          type="text"
          disabled={index === 0}
          onClick={() => move(index - 1)}
          className={styles.atDesk}
        >
          <Sign d="M8 13V3M4 7l4-4 4 4" />
        </Button>
        <Button
          aria-label={`Move ${name} down`}
          type="text"
          disabled={last}
          onClick={() => move(index + 1)}
          className={styles.atDesk}
        >
          <Sign d="M8 3v10M4 9l4 4 4-4" />
        </Button>
        <Button
          aria-label={`Copy ${name}`}
          type="text"
          className={styles.atDesk}
          onClick={() =>
            store.edit([{ op: "add", path: `/loads/${index + 1}`, value: { ...load, id: freshLoadId(load.kind) } }])
          }
        >
          <Sign d="M3 3h7v7H3zM6 6h7v7H6z" />
        </Button>
        <Button
          aria-label={`Take away ${name}`}
          type="text"
          onClick={() => store.edit(removeLoad(store.getState().document, index))}
        >
          <Sign d="M4 4l8 8M12 4l-8 8" />
        </Button>
      </td>
    </tr>
  );
});

const Sign = ({ d }: { d: string }) => (
  <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
    <path d={d} fill="none" stroke="currentColor" strokeWidth="1.6" strokeLinecap="round" strokeLinejoin="round" />
  </svg>
);

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
        : showNameplate(load.va !== undefined ? { va: load.va } : { ...load, amps: load.amps ?? 0 }, volts),
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
      const { va: _va, amps: _amps, volts: _volts, ampsFrom: _from, ...rest } = load;
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

/** The ledger: every load of the home with its nameplate, editable in place. */

import { ClockCircleOutlined, CloseOutlined, CopyOutlined, HolderOutlined } from "@ant-design/icons";
import { Checkbox, Select } from "antd";
import { type InputHTMLAttributes, type KeyboardEvent, memo, Suspense, useMemo, useRef } from "react";
import { onSupply } from "#core/case/document/lookups.ts";
import { moveLoad } from "#core/case/document/move-load.ts";
import { removeLoad } from "#core/case/document/remove-load.ts";
import { setValue, valueAt } from "#core/case/document/set-value.ts";
import type { Load } from "#core/case/document/types.ts";
import { showNameplate } from "#core/panel/quick-load.ts";
import { NO_UNITS, parseNameplate, parseNumber, parseQuantity } from "#core/quantity/parse.ts";
import { countedLoads } from "#core/rules/demand/loads.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { LoadKind } from "#core/rules/types.ts";
import { assumedKey } from "#core/survey/assumed.ts";
import { showVA } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { useConflictNotice } from "#ui/case-field/field-conflict.tsx";
import { AssumedMark } from "#ui/case-field/source-of.tsx";
import { useCaseText } from "#ui/case-field/use-case-text.ts";
import { useFirstReach } from "#ui/drag/first-reach.ts";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { freshId } from "#ui/job-store/fresh-id.ts";
import { useJob, useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import { useWhoIsIn } from "#ui/live/presence.ts";
import { PicturesOf } from "#ui/pictures/pictures-of.tsx";
import styles from "./demand.module.css";

/** Only who drags needs it. */
const LedgerDrag = lazyPart(() => import("./ledger-drag.tsx"));

export function LoadLedger() {
  const { document, assessment } = useJob();
  const table = useRef<HTMLTableElement>(null);
  const store = useJobStore();
  const { reached, pressed, listeners } = useFirstReach();
  const codebook = codebookOf(document.rules);
  const counted = countedLoads(document, codebook);
  const several = document.panels.length > 1;
  // The same list until a panel changes, so that the rows need not be drawn for it.
  const choices = useMemo(
    () => (several ? document.panels.map((p) => ({ value: p.id, label: p.name ?? p.id })) : NO_PANELS),
    [several, document.panels],
  );
  const behindFeeder = useMemo(
    () => new Set(document.panels.filter((p) => !onSupply(p)).map((p) => p.id)),
    [document.panels],
  );
  if (document.loads.length === 0)
    return <p className="quiet">No loads yet. Walk through the home and enter each fixed appliance as you see it.</p>;
  const rows = document.loads.map((load, index) => ({
    load,
    index,
    kind: codebook.loadKinds.find((k) => k.kind === load.kind),
  }));
  const groups = several
    ? [
        ...document.panels.map((p) => ({
          id: p.id,
          name: p.name ?? p.id,
          rows: rows.filter((r) => r.load.panel === p.id),
        })),
        { id: "", name: `Not placed on a ${codebook.words.board}`, rows: rows.filter((r) => !r.load.panel) },
      ].filter((g) => g.rows.length > 0)
    : [{ id: "", name: "", rows }];
  // In the order of the rows, panel by panel.
  const order = groups.flatMap((g) => g.rows.map((r) => r.index));
  const placeOf = new Map(order.map((index, place) => [index, place]));
  return (
    <>
      <table ref={table} className={styles.ledger} {...listeners}>
        <thead>
          <tr>
            <th>Load</th>
            <th>Quantity</th>
            <th>Nameplate, each</th>
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
                above={order[(placeOf.get(index) as number) - 1]}
                below={order[(placeOf.get(index) as number) + 1]}
                va={counted[index]?.va ?? 0}
                fixedVA={kind?.fixedVA}
                asks={kind?.asks}
                kindLabel={kind?.label ?? load.kind}
                volts={assessment.supply.volts}
                panels={choices}
                board={codebook.words.board}
                phases={document.supply.system === "three-phase-230-400"}
                onFeeder={codebook.charging.continuousFactor > 1 && behindFeeder.has(load.panel ?? "")}
              />
            ))}
          </tbody>
        ))}
      </table>
      {reached && (
        <Suspense>
          <LedgerDrag
            table={table}
            loads={order.map((i) => (document.loads[i] as Load).id)}
            pressed={pressed}
            onMove={(id, onto) => {
              const { document: now } = store.getState();
              const at = (load: string) => now.loads.findIndex((l) => l.id === load);
              if (at(id) >= 0 && at(onto) >= 0) store.edit(moveLoad(now, at(id), at(onto)));
            }}
          />
        </Suspense>
      )}
    </>
  );
}
type Choices = { value: string | number; label: string }[];
const NO_PANELS: Choices = [];
const PHASES: Choices = [1, 2, 3].map((value) => ({ value, label: `L${value}` }));

interface RowProps {
  load: Load;
  index: number;
  /** Places in the case of the rows above and below; none at the ends. */
  above: number | undefined;
  below: number | undefined;
  va: number;
  fixedVA: number | undefined;
  /** An additional question for this kind of load. */
  asks: LoadKind["asks"];
  kindLabel: string;
  volts: number;
  /** The panels to choose from; empty where there is only one. */
  panels: Choices;
  /** The rule set's word for a panel. */
  board: string;
  /** The supply has three phases, and each load is on one of them. */
  phases: boolean;
  /** It is behind a feeder, which counts what runs for hours at more. */
  onFeeder: boolean;
}

const Row = memo(function Row({
  load,
  index,
  above,
  below,
  va,
  fixedVA,
  asks,
  kindLabel,
  volts,
  panels,
  board,
  phases,
  onFeeder,
}: RowProps) {
  const at = `/loads/${index}`;
  const name = load.label ?? kindLabel;
  return (
    <tr data-load={load.id} data-pieces={load.quantity ?? 1}>
      <td>
        <LabelField at={at} kindLabel={kindLabel} />
        <PicturesOf thing={`load:${load.id}`} name={name} />
        {load.label !== undefined && load.label !== kindLabel && <span className={styles.kind}>{kindLabel}</span>}
        {load.existing === false && <span className={styles.planned}>planned</span>}
        {asks === "controlled" && <ControlledField at={at} name={name} pieces={load.quantity ?? 1} />}
        {asks === "socketOnControl" && (
          <Tick pointer={`${at}/socketOnControl`} label={`A socket on the control of ${name}`}>
            a socket on its control
          </Tick>
        )}
        {onFeeder && (
          <Tick pointer={`${at}/continuous`} label={`${name} runs for three hours or more`}>
            runs for three hours or more
          </Tick>
        )}
        {panels.length > 0 && (
          <RowChoice
            pointer={`${at}/panel`}
            label={`${capital(board)} of ${name}`}
            placeholder={`on no ${board}`}
            options={panels}
          />
        )}
        {phases && (
          <RowChoice
            pointer={`${at}/phase`}
            label={`Phase of ${name}`}
            placeholder="phase?"
            options={PHASES}
            allowClear
          />
        )}
      </td>
      <td>
        <QuantityField at={at} name={name} />
      </td>
      <td>
        {fixedVA === undefined ? (
          <NameplateField at={at} volts={volts} name={name} id={load.id} />
        ) : (
          <span className="quiet figure">
            {showVA(fixedVA)}
            <span className={styles.byRule}> each, by rule</span>
          </span>
        )}
      </td>
      <td className={`${styles.number} figure`}>{showVA(va)}</td>
      <td className={styles.actions}>
        <Actions index={index} above={above} below={below} name={name} isPlanned={load.existing === false} />
      </td>
    </tr>
  );
});

/**
 * Plain elements: a ledger has up to two hundred rows, each with six controls.
 * The parts of a row are drawn again only when they change themselves: typing a nameplate touches no other cell.
 */
const RowChoice = memo(function RowChoice(props: {
  pointer: string;
  label: string;
  placeholder: string;
  options: Choices;
  allowClear?: boolean;
}) {
  const { pointer, label, placeholder, options, allowClear = false } = props;
  const store = useJobStore();
  const value = useJobPart((job) => valueAt(job.document, pointer)) as string | number | undefined;
  return (
    <Select
      size="small"
      variant="borderless"
      aria-label={label}
      placeholder={placeholder}
      value={value}
      allowClear={allowClear}
      popupMatchSelectWidth={false}
      options={options}
      onChange={(next) => store.edit(setValue(store.getState().document, pointer, next))}
    />
  );
});

/** How many units of a heating load are controlled separately; each piece where nothing has been entered. */
const ControlledField = memo(function ControlledField(props: { at: string; name: string; pieces: number }) {
  const { at, name, pieces } = props;
  const pointer = `${at}/controlled`;
  const field = useCaseText<number>({
    pointer,
    show: (v) => (v === undefined ? "" : String(v)),
    read: (text) => {
      if (text.trim() === "") return { value: undefined };
      const read = parseQuantity(text, NO_UNITS, "");
      return "problem" in read ? read : { value: read.value };
    },
  });
  const label = `Separately controlled units of ${name}`;
  return (
    <div className={styles.asked}>
      <span aria-hidden="true">controlled separately:</span>
      <Cell
        pointer={pointer}
        field={field}
        input={{ inputMode: "numeric", "aria-label": label, placeholder: String(pieces) }}
      />
    </div>
  );
});

/** A yes or nothing of a load, in its row. */
const Tick = memo(function Tick({ pointer, label, children }: { pointer: string; label: string; children: string }) {
  const store = useJobStore();
  const value = useJobPart((job) => valueAt(job.document, pointer)) === true;
  return (
    <Checkbox
      className={styles.asked}
      aria-label={label}
      checked={value}
      onChange={(e) => store.edit(setValue(store.getState().document, pointer, e.target.checked || undefined))}
    >
      {children}
    </Checkbox>
  );
});

const Actions = memo(function Actions(
  props: Pick<RowProps, "index" | "above" | "below"> & { name: string; isPlanned: boolean },
) {
  const { index, above, below, name, isPlanned } = props;
  const store = useJobStore();
  const load = () => store.getState().document.loads[index] as Load;
  const copy = () =>
    store.edit([{ op: "add", path: `/loads/${index + 1}`, value: { ...load(), id: freshId(load().kind) } }]);
  return (
    <>
      <button
        type="button"
        className={`${styles.act} ${styles.handle}`}
        data-handle
        aria-label={`Order of ${name}: drag it, or the arrows up and down move it; left and right lead to its other actions`}
        onKeyDown={(event) => {
          moveInActions(event);
          if (event.key !== "ArrowUp" && event.key !== "ArrowDown") return;
          event.preventDefault();
          const to = event.key === "ArrowUp" ? above : below;
          if (to !== undefined) store.edit(moveLoad(store.getState().document, index, to));
        }}
      >
        <HolderOutlined />
      </button>
      <button
        type="button"
        tabIndex={-1}
        aria-label={`${name} is planned, not there yet`}
        title="Planned, not there yet"
        aria-pressed={isPlanned}
        className={styles.act}
        onKeyDown={moveInActions}
        onClick={() =>
          store.edit(setValue(store.getState().document, `/loads/${index}/existing`, isPlanned ? undefined : false))
        }
      >
        <ClockCircleOutlined />
      </button>
      <button
        type="button"
        tabIndex={-1}
        aria-label={`Copy ${name}`}
        className={`${styles.act} ${styles.atDesk}`}
        onKeyDown={moveInActions}
        onClick={copy}
      >
        <CopyOutlined />
      </button>
      <button
        type="button"
        tabIndex={-1}
        aria-label={`Remove ${name}`}
        className={styles.act}
        onKeyDown={moveInActions}
        onClick={() => store.edit(removeLoad(store.getState().document, index))}
      >
        <CloseOutlined />
      </button>
    </>
  );
});

/** The actions of a row are one Tab stop: the arrows to the left and right move between them. */
function moveInActions(event: KeyboardEvent<HTMLButtonElement>) {
  const { currentTarget: button, key } = event;
  const next =
    key === "ArrowRight" ? button.nextElementSibling : key === "ArrowLeft" ? button.previousElementSibling : null;
  if (!(next instanceof HTMLButtonElement)) return;
  event.preventDefault();
  next.focus();
}

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

/** The input of a cell, and the messages below it: its problem, another person in it, an open conflict. */
function Cell(props: {
  pointer: string;
  field: ReturnType<typeof useCaseText>;
  input: Omit<InputHTMLAttributes<HTMLInputElement>, "value" | "onChange" | "onBlur">;
}) {
  const { pointer, field, input } = props;
  const who = useWhoIsIn(pointer);
  const conflict = useConflictNotice(pointer);
  return (
    <div data-pointer={pointer} className={who ? styles.shared : undefined}>
      <input
        className={`${styles.cell} figure`}
        {...input}
        value={field.text}
        aria-invalid={field.problem ? true : undefined}
        onChange={(e) => field.change(e.target.value)}
        onBlur={field.leave}
        onKeyDown={moveInColumn}
      />
      {who && <span className={styles.who}>{who} is here</span>}
      {conflict}
      {!conflict && field.hint && <span className="quiet">{field.hint}</span>}
      {field.problem && (
        <span role="alert" className={styles.refused}>
          {field.problem}
        </span>
      )}
    </div>
  );
}

const LabelField = memo(function LabelField({ at, kindLabel }: { at: string; kindLabel: string }) {
  const pointer = `${at}/label`;
  const field = useCaseText<string>({ pointer, show: (v) => v ?? "", read: (text) => ({ value: text }) });
  const input = { className: styles.cell, "aria-label": `Name of ${kindLabel}`, placeholder: kindLabel };
  return <Cell pointer={pointer} field={field} input={input} />;
});

const QuantityField = memo(function QuantityField({ at, name }: { at: string; name: string }) {
  const pointer = `${at}/quantity`;
  const field = useCaseText<number>({
    pointer,
    show: (v) => String(v ?? 1),
    read: (text) => {
      const read = parseQuantity(text, NO_UNITS, "");
      return "problem" in read ? read : { value: parseNumber(String(read.value)) ?? 1 };
    },
  });
  return <Cell pointer={pointer} field={field} input={{ inputMode: "numeric", "aria-label": `Quantity of ${name}` }} />;
});

/** `12 kW`, `4500`, `24 A 240 V`; the case keeps what was typed, watts or amperes. */
function NameplateField(props: { at: string; volts: number; name: string; id: string }) {
  const { at, volts, name, id } = props;
  const assumption = assumedKey.load(id);
  const store = useJobStore();
  const field = useCaseText<Load>({
    pointer: at,
    source: assumption,
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
      const load = store.getState().document.loads[Number(at.split("/").at(-1))];
      if (!load) return { problem: "is no longer there" };
      const { va: _va, amps: _amps, volts: _volts, ampsFrom: _from, ...rest } = load;
      return { value: { ...rest, ...nameplate } };
    },
  });
  return (
    <>
      <Cell pointer={at} field={field} input={{ "aria-label": `Nameplate of ${name}` }} />
      <AssumedMark field={assumption} label={`Nameplate of ${name}`} />
    </>
  );
}

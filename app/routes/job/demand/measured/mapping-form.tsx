/** Meaning of a CSV's columns, confirmed by a person and remembered for the firm's next file of the kind. */
import { Button, Checkbox, Flex, Input, Select, Switch } from "antd";
import { useState } from "react";
import { isZone } from "#core/energy/intervals/clock.ts";
import {
  type ColumnDoubt,
  type ColumnGuess,
  type CsvMapping,
  type ValueColumn,
  WRITTEN_UNITS,
} from "#core/energy/intervals/formats/mapping.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import styles from "./measured.module.css";

const DOUBTS: Record<ColumnDoubt, string> = {
  columns: "which column is the time",
  unit: "the unit of the values",
  "date-order": "whether the day or the month comes first",
  "value-columns": "which column is the demand of the home",
  direction: "whether the values flow from the grid into the home or out to the grid",
};
const PHASES = [
  { value: 0, label: "the whole home" },
  { value: 1, label: "L1" },
  { value: 2, label: "L2" },
  { value: 3, label: "L3" },
] as const;

/** Columns of a wide file that its sample shows. */
const COLUMNS_SHOWN = 12;

interface SampleRow {
  cells: readonly string[];
  index: number;
}

export function MappingForm(props: { guess: ColumnGuess; onSaid(mapping: CsvMapping): void; onCancel(): void }) {
  const { guess, onSaid, onCancel } = props;
  const [mapping, setMapping] = useState<CsvMapping>(guess.mapping);
  const [unit, setUnit] = useState(guess.doubts.includes("unit") ? null : guess.mapping.unit);
  const [problem, setProblem] = useState<"unit" | "values" | "zone" | null>(null);
  const set = (changes: Partial<CsvMapping>) => setMapping({ ...mapping, ...changes });
  const columns = guess.columns.map((name, value) => ({ value, label: name }));
  const valueColumn = (column: number): ValueColumn | undefined => mapping.values.find((v) => v.column === column);
  const days = mapping.shape === "days";
  const others = columns.filter((c) => c.value !== mapping.date && c.value !== mapping.clock);
  const said = () => {
    if (unit === null) return setProblem("unit");
    if (mapping.values.length === 0) return setProblem("values");
    if (mapping.zone !== null && !isZone(mapping.zone)) return setProblem("zone");
    onSaid({ ...mapping, unit });
  };
  return (
    <form
      className={styles.mapping}
      onSubmit={(event) => {
        event.preventDefault();
        said();
      }}
    >
      <h3>What do its columns mean?</h3>
      <p className="quiet">
        {guess.doubts.length > 0 && <>Not clear from the file: {guess.doubts.map((d) => DOUBTS[d]).join(", ")}. </>}
        Your answer is remembered for the firm's next file of this kind.
      </p>
      <DataTable<SampleRow>
        label="The first rows of the file"
        rows={guess.sample.map((cells, index) => ({ cells, index }))}
        rowKey={(row) => String(row.index)}
        columns={guess.columns.slice(0, COLUMNS_SHOWN).map((title, index) => ({
          title,
          cell: (row) => row.cells[index],
        }))}
      />
      <Fields>
        <Field label="Date, or date and time">
          {(controlProps) => (
            <Select
              {...controlProps}
              options={columns}
              value={mapping.date}
              onChange={(date: number) => set({ date })}
            />
          )}
        </Field>
        {!days && (
          <Field label="Clock time" hint="if it has its own column">
            {(controlProps) => (
              <Select
                {...controlProps}
                options={[{ value: -1, label: "in the same column" }, ...columns]}
                value={mapping.clock ?? -1}
                onChange={(clock: number) => set({ clock: clock < 0 ? null : clock })}
              />
            )}
          </Field>
        )}
        <Field label="Order of the date">
          {(controlProps) => (
            <Select
              {...controlProps}
              options={[
                { value: "ymd", label: "year, month, day" },
                { value: "dmy", label: "day, month, year" },
                { value: "mdy", label: "month, day, year" },
              ]}
              value={mapping.dateOrder}
              onChange={(dateOrder) => set({ dateOrder })}
            />
          )}
        </Field>
        <Field label="A time stands for">
          {(controlProps) => (
            <Select
              {...controlProps}
              options={[
                { value: "start", label: "the start of its interval" },
                { value: "end", label: "the end of its interval" },
              ]}
              value={mapping.stamps}
              onChange={(stamps) => set({ stamps })}
            />
          )}
        </Field>
        <Field label="Unit" problem={problem === "unit" ? "Choose the unit: the file does not say it." : null}>
          {(controlProps) => (
            <Select
              {...controlProps}
              options={WRITTEN_UNITS.map((value) => ({ value, label: value }))}
              value={unit}
              onChange={(next) => {
                setUnit(next);
                setProblem(null);
              }}
            />
          )}
        </Field>
        <Field label="Values are">
          {(controlProps) => (
            <Select
              {...controlProps}
              options={[
                { value: "interval", label: "of each interval" },
                { value: "register", label: "a counter that runs on" },
              ]}
              value={mapping.means}
              onChange={(means) => set({ means })}
            />
          )}
        </Field>
        <Field label="Decimals with a">
          {(controlProps) => (
            <Select
              {...controlProps}
              options={[
                { value: ".", label: "point" },
                { value: ",", label: "comma" },
              ]}
              value={mapping.decimal}
              onChange={(decimal) => set({ decimal })}
            />
          )}
        </Field>
        <Field
          label="Time zone"
          hint="if the file uses another clock than the home's, for example America/Chicago"
          problem={problem === "zone" ? "No time zone of this name is known, e.g. Europe/London." : null}
        >
          {(controlProps) => (
            <Input
              {...controlProps}
              value={mapping.zone ?? ""}
              onChange={({ target }) => {
                set({ zone: target.value.trim() || null });
                setProblem(null);
              }}
            />
          )}
        </Field>
      </Fields>
      {!days && (
        <fieldset className={styles.valueColumns}>
          <legend>Columns with the demand</legend>
          {problem === "values" && (
            <p role="alert" className="stops">
              Choose at least one column.
            </p>
          )}
          {others.map(({ value, label }) => {
            const chosen = valueColumn(value);
            const change = (next: ValueColumn | null) => {
              setProblem(null);
              set({
                values: [...mapping.values.filter((v) => v.column !== value), ...(next ? [next] : [])].sort(
                  (a, b) => a.column - b.column,
                ),
              });
            };
            return (
              <Flex key={value} wrap align="center" gap={10}>
                <Checkbox
                  checked={chosen !== undefined}
                  onChange={({ target }) => change(target.checked ? { column: value, phase: 0, export: false } : null)}
                >
                  {label}
                </Checkbox>
                {chosen && (
                  <>
                    <Select
                      size="small"
                      aria-label={`${label} measures`}
                      options={[...PHASES]}
                      value={chosen.phase}
                      onChange={(phase) => change({ ...chosen, phase })}
                    />
                    <span>
                      <Switch
                        size="small"
                        aria-label={`${label} flows out to the grid`}
                        checked={chosen.export}
                        onChange={(given) => change({ ...chosen, export: given })}
                      />{" "}
                      flows out to the grid
                    </span>
                  </>
                )}
              </Flex>
            );
          })}
        </fieldset>
      )}
      <Flex gap={8}>
        <Button type="primary" htmlType="submit">
          Read it this way
        </Button>
        <Button onClick={onCancel}>Cancel</Button>
      </Flex>
    </form>
  );
}

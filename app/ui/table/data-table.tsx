/** A table of rows: Ant Design's Table in Heron's look, which scrolls sideways where its place is narrow. */
import { type ReactNode, useEffect, useSyncExternalStore } from "react";
import { WideTable } from "#ui/frame/wide-table.tsx";
import styles from "./data-table.module.css";
import { type LoadedTable, loadedTable, loadTable, onTableLoaded } from "./load-table.ts";

export interface Column<Row> {
  title: ReactNode;
  /** The content of a row's cell. */
  cell(row: Row): ReactNode;
  /** The name of the row, a figure in the monospaced type, or a figure that is aligned to the right. */
  kind?: "name" | "figure" | "number";
  className?: string | undefined;
  /** Whether a row's cell shows a fault; it does so in words too. */
  isBad?(row: Row): boolean;
  /** Attributes of a row's cell, such as `colSpan` or `data-...`. */
  cellAttributes?(row: Row): object;
  /** Attributes of the cell in the head. */
  headAttributes?: object;
}

export interface DataTableProps<Row> {
  /** The name of the table for screen readers; with `isCaptioned` it is shown as the caption too. */
  label: string;
  isCaptioned?: boolean;
  /** Whether it takes the whole width of its place. */
  isWide?: boolean;
  /** Whether the widths of its columns ignore their content (`table-layout: fixed`). */
  hasFixedColumns?: boolean;
  /** Whether a phone shows the cells of a row below each other. */
  stacksOnPhone?: boolean;
  /** A column that does not apply is false. */
  columns: readonly (Column<Row> | false)[];
  rows: readonly Row[];
  rowKey(row: Row): string;
  /** Whether a row is bold, such as the chosen one. */
  isMarked?(row: Row): boolean;
  /** Attributes of a row, such as `data-...` for its look. */
  rowAttributes?(row: Row): object;
  /** Rows under a stronger line, with a cell for each column. */
  totals?: readonly { key: string; cells: readonly ReactNode[] }[];
  className?: string | undefined;
}

export function DataTable<Row extends object>(props: DataTableProps<Row>) {
  const Loaded = useLoadedTable();
  return (
    <WideTable label={props.label}>
      {Loaded ? <Loaded {...(props as unknown as DataTableProps<object>)} /> : <div className={styles.place} />}
    </WideTable>
  );
}

/** The loaded table, or null until it is there. On the server it always is: pages are complete without scripts. */
function useLoadedTable(): LoadedTable | null {
  useEffect(() => void loadTable(), []);
  return useSyncExternalStore(onTableLoaded, loadedTable, loadedTable);
}

/** The part of a data table that is loaded on its own: Ant Design's Table. */
import { Table } from "antd";
import styles from "./data-table.module.css";
import type { Column, DataTableProps } from "./data-table.tsx";

export default function AntdTable(props: DataTableProps<object>) {
  const { label, rows, rowKey, isMarked, rowAttributes, totals } = props;
  const columns = props.columns.filter((column) => column !== false);
  const looks = [styles.table, props.isWide && styles.wide, props.stacksOnPhone && styles.stacked, props.className];
  return (
    <Table<object>
      size="small"
      pagination={false}
      // Otherwise each table measures the scroll bar by a style of its own, which the page's policy refuses.
      tailor
      aria-label={label}
      className={looks.filter(Boolean).join(" ")}
      tableLayout={props.hasFixedColumns ? "fixed" : "auto"}
      dataSource={rows as object[]}
      rowKey={rowKey}
      onRow={(row): object => ({ ...(isMarked?.(row) && { "data-marked": true }), ...rowAttributes?.(row) })}
      columns={columns.map((column, index) => ({
        key: index,
        title: column.title,
        className: classOf(column),
        render: (_, row) => column.cell(row),
        onCell: (row): object => ({
          ...(column.isBad?.(row) && { "data-bad": true }),
          ...column.cellAttributes?.(row),
        }),
        ...(column.kind === "name" && { rowScope: "row" as const }),
        ...(column.headAttributes && { onHeaderCell: () => column.headAttributes as object }),
      }))}
      {...(props.isCaptioned && { title: () => label })}
      {...(totals && {
        summary: () =>
          totals.map(({ key, cells }) => (
            <Table.Summary.Row key={key}>
              {columns.map((column, index) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: the columns of a table have no names
                <Table.Summary.Cell key={index} index={index} className={classOf(column)}>
                  {cells[index]}
                </Table.Summary.Cell>
              ))}
            </Table.Summary.Row>
          )),
      })}
    />
  );
}

const KINDS = { name: undefined, figure: "figure", number: `figure ${styles.number}` };

const classOf = ({ kind, className }: Column<object>): string =>
  [kind && KINDS[kind], className].filter(Boolean).join(" ");

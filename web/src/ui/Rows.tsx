import { Table } from "antd";
import type { Key, ReactNode } from "react";
import css from "./rows.module.css";

type Column<T> = { title: string; of: (row: T) => ReactNode; head?: boolean };

type Props<T> = {
  columns: Column<T>[];
  rows: readonly T[];
  keyOf: (row: T) => Key;
  /** What a test or a style holds a row by. */
  data?: (row: T) => Record<`data-${string}`, string | true | undefined>;
  caption?: string;
};

/** Figures in rows and columns, on paper rather than in a box. */
export function Rows<T extends object>({ columns, rows, keyOf, data, caption }: Props<T>) {
  return (
    <div className={css.rows}>
      <Table<T>
        size="small"
        pagination={false}
        aria-label={caption}
        dataSource={[...rows]}
        rowKey={keyOf}
        onRow={(row) => data?.(row) ?? {}}
        columns={columns.map((c) => ({
          key: c.title,
          title: c.title,
          rowScope: c.head ? ("row" as const) : undefined,
          render: (_: unknown, row: T) => c.of(row),
        }))}
      />
    </div>
  );
}

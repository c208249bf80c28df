import type { ComponentPropsWithoutRef, ReactNode } from "react";

/** A column of a table: its heading, and classes such as `text-right`. */
export interface TableColumn {
  readonly label: ReactNode;
  readonly className?: string;
}

interface DataTableProps extends ComponentPropsWithoutRef<"table"> {
  readonly columns: readonly TableColumn[];
  /** What the table is, for those who do not see what stands above. */
  readonly caption?: string;
  /** Rows of the body. */
  readonly children: ReactNode;
}

/** A table of facts: headings, then a row under a hairline for each thing. */
export function DataTable({ columns, caption, children, className = "", ...table }: DataTableProps) {
  return (
    <table className={`data-table ${className}`} {...table}>
      {caption !== undefined && <caption className="sr-only">{caption}</caption>}
      <thead>
        <tr>
          {columns.map(({ label, className: place }, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: columns never move, and two may share a heading.
            <th key={at} scope="col" className={place}>
              {label}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>{children}</tbody>
    </table>
  );
}

import type { ReactNode } from "react";
import { Across } from "./Across";

interface Props {
  /** What the table is of. */
  of: string;
  headings: string[];
  /** Rows of cells; the first names its row. */
  rows: ReactNode[][];
  open?: boolean;
}

/** The table of a chart: every figure that is drawn, in words and numbers. */
export function AsTable({ of, headings, rows, open = false }: Props) {
  return (
    <details className="mt-1 text-[15px]" open={open}>
      <summary className="min-h-10 w-fit cursor-pointer py-2 underline-offset-4 hover:underline">
        As a table
      </summary>
      <Across of={of}>
        <table className="min-w-full border-collapse">
          <thead>
            <tr className="border-b border-ink">
              {headings.map((heading, place) => (
                <th
                  key={heading}
                  scope="col"
                  className={`py-1 pr-4 font-semibold whitespace-nowrap ${place ? "text-right" : "text-left"}`}
                >
                  {heading}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, place) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: rows keep their order
              <tr key={place} className="border-b border-rule">
                {row.map((cell, column) => (
                  <td
                    key={headings[column]}
                    className={`py-1 pr-4 ${column ? "text-right tabular-nums" : "text-left"}`}
                  >
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </Across>
    </details>
  );
}

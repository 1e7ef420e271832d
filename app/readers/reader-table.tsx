import type { ReactNode } from 'react'

interface Props {
  /** The id of the heading that names it. */
  labelledBy: string
  columns: readonly string[]
  children: ReactNode
}

/** A table of this screen: it scrolls by itself where the window is narrow, by keyboard too. */
export function ReaderTable({ labelledBy, columns, children }: Props) {
  return (
    <div className="table-scroll" tabIndex={0} role="region" aria-labelledby={labelledBy}>
      <table>
        <thead>
          <tr>
            {columns.map((column) => (
              <th key={column} scope="col">
                {column}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
    </div>
  )
}

/** A number; nothing where there is none. */
export const some = (number: number): string => (number > 0 ? String(number) : '')

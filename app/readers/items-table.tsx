import { KindIcon } from '../shell/entry-kinds.tsx'
import { DoneChart } from './charts.tsx'
import type { ReadItem } from './read-items.ts'
import { ReaderTable, some } from './reader-table.tsx'

interface Props {
  rows: readonly ReadItem[]
  courseId: string
  /** How many students there are. */
  students: number
}

/** What was done with each item, as a chart and as a table. */
export function ItemsTable({ rows, courseId, students }: Props) {
  return (
    <section>
      <h2 id="items-head">What was done with each item</h2>
      <DoneChart data={rows.map(({ title, done }) => ({ name: title, done, open: students - done }))} />
      <ReaderTable
        labelledBy="items-head"
        columns={['Item', 'Done', 'Wrote', 'Posts', 'Answered', 'Handed in', 'It helped']}
      >
        {rows.map((row) => (
          <ItemRow key={row.id} {...{ row, courseId, students }} />
        ))}
      </ReaderTable>
    </section>
  )
}

function ItemRow({ row, courseId, students }: { row: ReadItem; courseId: string; students: number }) {
  const votes = row.helped + row.notYet
  return (
    <tr>
      <th scope="row">
        <span className="reader-item">
          <KindIcon kind={row.kind} size={15} /> {row.title}
        </span>
      </th>
      <td>
        {row.done} <span className="soft">{Math.round((row.done / students) * 100)} %</span>
      </td>
      <td>
        {row.posts > 0 && (
          <a href={`/${row.kind === 'discussion' ? 'discuss' : 'read'}/${courseId}/${row.id}`}>{row.posted}</a>
        )}
      </td>
      <td>{some(row.posts)}</td>
      <td>{some(row.answered)}</td>
      <td>
        {row.handedIn > 0 && (
          <a href={`/courses/${courseId}/hand-ins/${row.id}`}>
            {row.handedIn}
            {row.waiting > 0 && `, ${row.waiting} ${row.waiting === 1 ? 'waits' : 'wait'}`}
          </a>
        )}
      </td>
      <td>{votes > 0 && `${row.helped} of ${votes}`}</td>
    </tr>
  )
}

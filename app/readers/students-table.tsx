import { initials } from '../../core/people/initials.ts'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import type { StudentReading as Reading } from '../../server/readers/queries.server.ts'
import { shortDateTime } from '../shell/date-times.ts'
import type { ReadItem } from './read-items.ts'
import { ReaderTable, some } from './reader-table.tsx'

/** `done` has a sign for each item that was asked for: 1 where the student is done with it. */
type StudentReading = Omit<Reading, 'done'> & { readonly done: string }

interface Props {
  rows: readonly ReadItem[]
  students: readonly StudentReading[]
  timeZone: string
}

/** Which items each student is done with, what they wrote, and when they were last here. */
export function StudentsTable({ rows, students, timeZone }: Props) {
  return (
    <ReaderTable labelledBy="students-head" columns={['Student', 'Done', 'Which items', 'Posts', 'Last']}>
      {students.map((student) => (
        <tr key={student.id}>
          <th scope="row">
            <span className="reader-item">
              <span className="face" style={{ backgroundColor: student.colour }} aria-hidden>
                {initials(student.name)}
              </span>{' '}
              {student.name}
            </span>
          </th>
          <td>
            {rows.filter((row) => isDone(student, row)).length} of {rows.length}
          </td>
          <td>
            <DoneRow {...{ rows, student }} />
          </td>
          <td>{some(student.posts)}</td>
          <td>{student.seenAt ? shortDateTime(student.seenAt, timeZone) : <span className="soft">never</span>}</td>
        </tr>
      ))}
    </ReaderTable>
  )
}

const isDone = (student: StudentReading, { place }: ReadItem): boolean => student.done[place] === '1'

/** A mark for each item, filled where the student is done with it. */
function DoneRow({ rows, student }: { rows: readonly ReadItem[]; student: StudentReading }) {
  const done = rows.filter((row) => isDone(student, row)).map(({ title }) => title)
  return (
    <span className="done-row" role="img" aria-label={done.join(', ') || 'none'}>
      {rows.map((row) => (
        <span
          key={row.id}
          title={`${row.title} (${kindOfEntry(row.kind).label.toLowerCase()})`}
          className={isDone(student, row) ? 'is-done' : ''}
        />
      ))}
    </span>
  )
}

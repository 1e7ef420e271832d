import { Form, Link, useRouteLoaderData } from 'react-router'
import { z } from 'zod'
import { performance } from '../../core/questions/performance.ts'
import { isOpened, kindOfEntry } from '../../core/plan/kinds.ts'
import { inOrder } from '../../core/plan/tree.ts'
import { initials } from '../../core/people/initials.ts'
import { pool } from '../../server/database/pool.server.ts'
import { listAnswersOfCourse, MOST_ATTEMPTS } from '../../server/exercises/queries.server.ts'
import { countStudents, listItemReadings, listStudentReadings } from '../../server/readers/queries.server.ts'
import { listQuestionsByIds } from '../../server/questions/queries.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { plainText } from '../../core/document/plain-text.ts'
import type { QuestionResponse } from '../../core/questions/kinds/kind.ts'
import { kindOfAnswer } from '../../core/questions/kinds/registry.ts'
import { passageFromJson } from '../../core/document/passage.ts'
import type { loader as courseLoader } from '../shell/course.tsx'
import { KindIcon } from '../shell/entry-kinds.tsx'
import { shortDateTime } from '../shell/date-times.ts'
import { Strip } from '../shell/strip.tsx'
import type { Route } from './+types/readers'
import { DoneChart, FacilityChart } from './charts.tsx'
import './readers.css'
import { isCleanLine } from '../../core/tree/characters.ts'

export async function loader({ request, context, params }: Route.LoaderArgs) {
  const { course } = await requireCourse(context, request, params.courseId, 'write')
  const { name, from } = asked.parse(Object.fromEntries(new URL(request.url).searchParams))
  const [items, listed, count, answers] = await Promise.all([
    listItemReadings(pool, course.id),
    listStudentReadings(pool, course.id, { words: name, skip: from, most: STUDENTS }),
    countStudents(pool, course.id, name),
    listAnswersOfCourse(pool, course.id),
  ])
  // A sign an item instead of ids: a part of the list stays small however long the course is.
  const students = listed.map(({ done, ...student }) => {
    const ids = new Set(done)
    return { ...student, done: items.map(({ id }) => (ids.has(id) ? '1' : '0')).join('') }
  })
  return {
    items,
    students,
    count,
    name,
    from,
    mostAttempts: MOST_ATTEMPTS,
    questions: await questionsOf(course.id, answers),
  }
}

/** So many students are listed at once. */
const STUDENTS = 30
const asked = z.object({
  name: z.string().trim().max(100).refine(isCleanLine).catch(''),
  from: z.coerce.number().int().min(0).max(1_000_000).catch(0),
})

type Answers = Awaited<ReturnType<typeof listAnswersOfCourse>>

/** How each question performed, and which wrong choice was taken most. */
async function questionsOf(courseId: string, answers: Answers) {
  const sheets = new Map<string, Map<string, number>>()
  for (const { attemptId, questionId, score } of answers)
    sheets.set(attemptId, (sheets.get(attemptId) ?? new Map<string, number>()).set(questionId, score))
  const ids = [...new Set(answers.map(({ questionId }) => questionId))]
  const contents = new Map(
    (await listQuestionsByIds(pool, courseId, ids)).map(({ id, title, content }) => [
      id,
      { title, answer: content.answer, prompt: plainText(passageFromJson(content.prompt)) },
    ]),
  )
  return performance([...sheets.values()], ids).map((each) => {
    const question = contents.get(each.questionId)
    const response = answers.flatMap((answer) =>
      answer.questionId === each.questionId ? [answer.response as QuestionResponse] : [],
    )
    const mistake = question ? kindOfAnswer(question.answer).commonMistake(question.answer, response) : null
    return {
      ...each,
      title: question?.title || question?.prompt.slice(0, 80) || 'A question that is no longer in the bank',
      wrong: mistake ? `${mistake.words.slice(0, 60)} (${mistake.times})` : '',
    }
  })
}

export const meta = () => [{ title: 'Readers – Fieldstone' }]

/** Who read, wrote, answered and handed in; and how the questions performed. */
export default function Readers({
  loaderData: { items, students, count, name, from, mostAttempts, questions },
}: Route.ComponentProps) {
  const frame = useRouteLoaderData<typeof courseLoader>('shell/course')
  if (!frame) return null
  const { person, course, plan } = frame
  const readings = new Map(items.map((item) => [item.id, item]))
  const rows = inOrder(plan).flatMap((row) => {
    const reading = readings.get(row.id)
    return reading && isOpened(row.kind) && row.kind !== 'book' ? [{ ...row, ...reading }] : []
  })
  const score = (part: number): string => (count.all === 0 ? '' : `${Math.round((part / count.all) * 100)} %`)
  const some = (number: number): string => (number > 0 ? String(number) : '')
  const places = new Map(items.map(({ id }, at) => [id, at]))
  return (
    <div className="screen">
      <Strip person={person} course={course} />
      <main className="readers">
        <h1>Readers</h1>
        <p className="soft">
          {count.all.toLocaleString('en')} {count.all === 1 ? 'student' : 'students'}, {rows.length} published{' '}
          {rows.length === 1 ? 'item' : 'items'}.
        </p>
        {rows.length === 0 || count.all === 0 ? (
          <p>
            {rows.length === 0
              ? 'Nothing is published yet. Once it is, who read what stands here.'
              : 'The course has no students yet.'}
          </p>
        ) : (
          <>
            <section aria-labelledby="items-head">
              <h2 id="items-head">What was done with each item</h2>
              <DoneChart data={rows.map(({ title, done }) => ({ name: title, done, open: count.all - done }))} />
              <div className="table-scroll" tabIndex={0} role="region" aria-labelledby="items-head">
                <table>
                  <thead>
                    <tr>
                      <th scope="col">Item</th>
                      <th scope="col">Done</th>
                      <th scope="col">Wrote</th>
                      <th scope="col">Posts</th>
                      <th scope="col">Answered</th>
                      <th scope="col">Handed in</th>
                      <th scope="col">It helped</th>
                    </tr>
                  </thead>
                  <tbody>
                    {rows.map((row) => (
                      <tr key={row.id}>
                        <th scope="row">
                          <span className="reader-item">
                            <KindIcon kind={row.kind} size={15} /> {row.title}
                          </span>
                        </th>
                        <td>
                          {row.done} <span className="soft">{score(row.done)}</span>
                        </td>
                        <td>
                          {row.posts > 0 ? (
                            <a href={`/${row.kind === 'discussion' ? 'discuss' : 'read'}/${course.id}/${row.id}`}>
                              {row.posted}
                            </a>
                          ) : (
                            ''
                          )}
                        </td>
                        <td>{some(row.posts)}</td>
                        <td>{some(row.answered)}</td>
                        <td>
                          {row.handedIn > 0 ? (
                            <a href={`/courses/${course.id}/hand-ins/${row.id}`}>
                              {row.handedIn}
                              {row.waiting > 0 && `, ${row.waiting} ${row.waiting === 1 ? 'waits' : 'wait'}`}
                            </a>
                          ) : (
                            ''
                          )}
                        </td>
                        <td>{row.helped + row.notYet > 0 ? `${row.helped} of ${row.helped + row.notYet}` : ''}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            </section>
            <section aria-labelledby="students-head">
              <h2 id="students-head">Students</h2>
              <StudentPages {...{ name, from, found: count.found, shown: students.length }} />
              <div className="table-scroll" tabIndex={0} role="region" aria-labelledby="students-head">
                <table>
                  <thead>
                    <tr>
                      <th scope="col">Student</th>
                      <th scope="col">Done</th>
                      <th scope="col">Which items</th>
                      <th scope="col">Posts</th>
                      <th scope="col">Last</th>
                    </tr>
                  </thead>
                  <tbody>
                    {students.map((student) => {
                      const done = rows.filter(({ id }) => student.done[places.get(id) ?? -1] === '1')
                      return (
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
                            {done.length} of {rows.length}
                          </td>
                          <td>
                            <span
                              className="done-row"
                              role="img"
                              aria-label={done.length === 0 ? 'none' : done.map(({ title }) => title).join(', ')}
                            >
                              {rows.map(({ id, title, kind }) => (
                                <span
                                  key={id}
                                  title={`${title} (${kindOfEntry(kind).label.toLowerCase()})`}
                                  className={student.done[places.get(id) ?? -1] === '1' ? 'is-done' : ''}
                                />
                              ))}
                            </span>
                          </td>
                          <td>{some(student.posts)}</td>
                          <td>
                            {student.seenAt ? (
                              shortDateTime(student.seenAt, course.timeZone)
                            ) : (
                              <span className="soft">never</span>
                            )}
                          </td>
                        </tr>
                      )
                    })}
                  </tbody>
                </table>
              </div>
            </section>
            <section aria-labelledby="questions-head">
              <h2 id="questions-head">How the questions performed</h2>
              {questions.length === 0 ? (
                <p className="soft">Nobody has answered a question yet.</p>
              ) : (
                <>
                  <FacilityChart
                    data={questions.map(({ title, facility }) => ({ name: title, right: Math.round(facility * 100) }))}
                  />
                  <div className="table-scroll" tabIndex={0} role="region" aria-labelledby="questions-head">
                    <table>
                      <thead>
                        <tr>
                          <th scope="col">Question</th>
                          <th scope="col">Answers</th>
                          <th scope="col">Facility</th>
                          <th scope="col">Discrimination</th>
                          <th scope="col">Wrong choice taken most</th>
                        </tr>
                      </thead>
                      <tbody>
                        {questions.map(({ questionId, title, answers, facility, discrimination, wrong }) => (
                          <tr key={questionId}>
                            <th scope="row">{title}</th>
                            <td>{answers}</td>
                            <td>{Math.round(facility * 100)} %</td>
                            <td>
                              {discrimination === null ? (
                                <span className="soft">too few answers</span>
                              ) : (
                                discrimination.toFixed(2)
                              )}
                            </td>
                            <td>{wrong}</td>
                          </tr>
                        ))}
                      </tbody>
                    </table>
                  </div>
                  <p className="soft small">
                    Facility: the mean share of the points; near 100 % everybody can do it, below 30 % hardly anybody.
                    Discrimination: how far those who do well elsewhere do well here, −1 to 1; below 0.1 the question
                    tells little, below 0 something in it is wrong. First attempts are counted, of the newest{' '}
                    {mostAttempts.toLocaleString('en')} at the most.
                  </p>
                </>
              )}
            </section>
          </>
        )}
      </main>
    </div>
  )
}

/** Finding a student by name, and the way through a long list. */
function StudentPages({ name, from, found, shown }: { name: string; from: number; found: number; shown: number }) {
  const to = (place: number): string =>
    `?${new URLSearchParams({ ...(name === '' ? {} : { name }), ...(place === 0 ? {} : { from: String(place) }) }).toString()}`
  return (
    <Form className="student-pages" role="search" preventScrollReset>
      <label htmlFor="student-name">Name</label>{' '}
      <input id="student-name" name="name" type="search" defaultValue={name} placeholder="Part of a name" />{' '}
      <button type="submit" className="plain-button">
        Find
      </button>
      <span className="soft" role="status">
        {found === 0
          ? 'Nobody has such a name.'
          : `${(from + 1).toLocaleString('en')} to ${(from + shown).toLocaleString('en')} of ${found.toLocaleString('en')}`}
      </span>
      {from > 0 && (
        <Link to={to(Math.max(0, from - STUDENTS))} preventScrollReset>
          Previous
        </Link>
      )}
      {from + shown < found && (
        <Link to={to(from + shown)} preventScrollReset>
          Next
        </Link>
      )}
    </Form>
  )
}

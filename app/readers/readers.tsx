import { Form, Link, useRouteLoaderData } from 'react-router'
import { z } from 'zod'
import { performance } from '../../core/questions/performance.ts'
import { pool } from '../../server/database/pool.server.ts'
import { listAnswersOfCourse, MOST_ATTEMPTS } from '../../server/exercises/queries.server.ts'
import { waitingFor } from '../../server/home/waiting.server.ts'
import {
  countStudents,
  listItemReadings,
  listMissing,
  listStudentReadings,
} from '../../server/readers/queries.server.ts'
import { listQuestionsByIds } from '../../server/questions/queries.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { plainText } from '../../core/document/plain-text.ts'
import type { QuestionResponse } from '../../core/questions/kinds/kind.ts'
import { kindOfAnswer } from '../../core/questions/kinds/registry.ts'
import { passageFromJson } from '../../core/document/passage.ts'
import type { loader as courseLoader } from '../shell/course.tsx'
import { Strip } from '../shell/strip.tsx'
import type { Route } from './+types/readers'
import { ATTENTION } from './attention.ts'
import { AttentionPart } from './attention-part.tsx'
import { ItemsTable } from './items-table.tsx'
import { type QuestionPerformance, QuestionsTable } from './questions-table.tsx'
import { readItems } from './read-items.ts'
import { StudentsTable } from './students-table.tsx'
import './readers.css'
import { isCleanLine } from '../../core/tree/characters.ts'

export async function loader({ request, context, params }: Route.LoaderArgs) {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write')
  const { name, from } = asked.parse(Object.fromEntries(new URL(request.url).searchParams))
  const [waiting, missing, items, listed, count, answers] = await Promise.all([
    waitingFor(pool, person.id, course.id, ATTENTION),
    listMissing(pool, course.id),
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
    ...{ waiting, missing },
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
async function questionsOf(courseId: string, answers: Answers): Promise<QuestionPerformance[]> {
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
  loaderData: { waiting, missing, items, students, count, name, from, mostAttempts, questions },
}: Route.ComponentProps) {
  const frame = useRouteLoaderData<typeof courseLoader>('shell/course')
  if (!frame) return null
  const { person, course, plan } = frame
  const rows = readItems(plan, items)
  const nothing =
    rows.length === 0
      ? 'Nothing is published yet. Once it is, who read what stands here.'
      : count.all === 0
        ? 'The course has no students yet.'
        : null
  return (
    <div className="screen">
      <Strip person={person} course={course} />
      <main className="readers" id="work" data-area="work">
        <h1>Readers</h1>
        <p className="soft">
          {count.all.toLocaleString('en')} {count.all === 1 ? 'student' : 'students'}, {rows.length} published{' '}
          {rows.length === 1 ? 'item' : 'items'}.
        </p>
        {nothing ? (
          <p>{nothing}</p>
        ) : (
          <>
            <AttentionPart {...{ waiting, missing, courseId: course.id }} />
            <ItemsTable rows={rows} courseId={course.id} students={count.all} />
            <section>
              <h2 id="students-head">Students</h2>
              <StudentPages {...{ name, from, found: count.found, shown: students.length }} />
              <StudentsTable {...{ rows, students, timeZone: course.timeZone }} />
            </section>
            <QuestionsTable {...{ questions, mostAttempts }} />
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
      <input
        className="plain-field"
        id="student-name"
        name="name"
        type="search"
        defaultValue={name}
        placeholder="Part of a name"
      />{' '}
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

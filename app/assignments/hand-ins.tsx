import { Button } from 'antd'
import { PanelLeft } from 'lucide-react'
import { useState } from 'react'
import { data, Link, useFetcher, useNavigate, useRouteLoaderData, type FetcherWithComponents } from 'react-router'
import { z } from 'zod'
import { emptyPassage } from '../../core/document/empty-passage.ts'
import { identifier } from '../../core/document/wire.ts'
import { initials } from '../../core/people/initials.ts'
import { sayIn } from '../../core/words/say.ts'
import { giveBack, type Handed } from '../../server/assignments/assignment.server.ts'
import {
  type HandInStanding,
  listStandings,
  listSubmissions,
  type Submission,
} from '../../server/assignments/queries.server.ts'
import { recordDeed } from '../../server/audit/audit.server.ts'
import { pool } from '../../server/database/pool.server.ts'
import { findEntry } from '../../server/plan/queries.server.ts'
import { failure, requireCourse } from '../../server/web/guard.server.ts'
import { readJson } from '../../server/web/read-json.server.ts'
import type { loader as courseLoader } from '../shell/course.tsx'
import { shortDateTime } from '../shell/date-times.ts'
import { PaneButton, SidePane, usePane } from '../shell/pane.tsx'
import { Strip } from '../shell/strip.tsx'
import { RichField } from '../writing/rich-field.tsx'
import type { Route } from './+types/hand-ins'
import { HandedIn } from './handed-in.tsx'
import { stepsFrom, useStepKeys } from './student-steps.ts'
import '../../reader/content.css'
import './assignment.css'
import './hand-ins.css'

const query = z.object({ of: identifier.optional().catch(undefined) })
const returned = z.object({ personId: identifier, number: z.number().int().min(1), comment: z.unknown() })

export async function loader({ request, context, params }: Route.LoaderArgs) {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write')
  const entry = identifier.safeParse(params.itemId).success ? await findEntry(pool, course.id, params.itemId) : null
  if (entry?.kind !== 'assignment') failure('no such place', 404)
  const standings = await listStandings(pool, course.id, entry.id)
  const { of } = query.parse(Object.fromEntries(new URL(request.url).searchParams))
  const chosen =
    standings.find(({ personId }) => personId === of) ?? standings.find(({ handedInAt }) => handedInAt !== null) ?? null
  if (chosen?.handedInAt)
    await recordDeed(pool, {
      act: 'hand-ins read',
      personId: person.id,
      courseId: course.id,
      about: `“${entry.title}” of ${chosen.name}`,
      address: context.address,
    })
  return {
    entry: { id: entry.id, title: entry.title, dueAt: entry.settings.dueAt },
    standings,
    chosen,
    submissions: chosen ? await listSubmissions(pool, entry.id, chosen.personId) : [],
  }
}

export async function action({ request, context, params }: Route.ActionArgs) {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write')
  const unsafeBody = await readJson(request, 2_000_000)
  const parsed = returned.safeParse(unsafeBody.ok ? unsafeBody.value : null)
  if (!parsed.success) return data({ ok: false as const, reason: 'That was not understood.' }, { status: 400 })
  const entry = identifier.safeParse(params.itemId).success ? await findEntry(pool, course.id, params.itemId) : null
  if (entry?.kind !== 'assignment') failure('no such place', 404)
  const result = await giveBack(
    { personId: person.id, name: person.name },
    { courseId: course.id, entryId: entry.id, title: entry.title, say: sayIn(course.language) },
    parsed.data.personId,
    parsed.data.number,
    parsed.data.comment,
  )
  return data(result, { status: result.ok ? 200 : 422 })
}

export const meta = ({ loaderData }: Route.MetaArgs) => [
  { title: `Handed in: ${loaderData?.entry.title ?? ''} – Fieldstone` },
]

/** What students handed in, one of them at a time, with a field to answer in. */
export default function HandIns({ loaderData: { entry, standings, chosen, submissions } }: Route.ComponentProps) {
  const list = usePane()
  const frame = useRouteLoaderData<typeof courseLoader>('shell/course')
  if (!frame) return null
  const { person, course } = frame
  const waiting = standings.filter(({ handedInAt, returnedAt }) => handedInAt && !returnedAt).length
  const handed = standings.filter(({ handedInAt }) => handedInAt).length
  return (
    <div className="screen">
      <Strip
        person={person}
        course={course}
        others={<PaneButton name="List of students" Icon={PanelLeft} pane={list} />}
      />
      <div className="panes hand-ins">
        <SidePane pane={list} side="start" name="Students">
          <HandInList {...{ handed, standings, waiting, chosen }} timeZone={course.timeZone} />
        </SidePane>
        <main className="hand-in-work" id="work" data-area="work">
          <h1>
            <Link to={`/courses/${course.id}/items/${entry.id}`}>{entry.title}</Link>
          </h1>
          {chosen && <StudentSteps {...{ standings, chosen }} />}
          {chosen ? (
            <OneStudent
              key={`${chosen.personId} ${submissions.length}`}
              {...{ chosen, submissions }}
              timeZone={course.timeZone}
              courseId={course.id}
            />
          ) : (
            <p className="soft">
              {standings.length === 0
                ? 'The course has no students yet.'
                : 'Nobody has handed in yet. What students hand in stands here, with a field to answer in.'}
            </p>
          )}
        </main>
      </div>
    </div>
  )
}

/** From one student who handed in to the one before, the one after, and the next who waits for a comment. */
function StudentSteps({ standings, chosen }: { standings: readonly HandInStanding[]; chosen: HandInStanding }) {
  const steps = stepsFrom(standings, chosen.personId)
  const navigate = useNavigate()
  useStepKeys((step) => {
    const to = steps[step]
    if (to) void navigate(`?of=${to.personId}`)
  })
  return (
    <nav className="hand-in-steps" aria-label="Previous and next student">
      <Step to={steps.previous} name="Previous" keys="Alt+PageUp" />
      <Step to={steps.next} name="Next" keys="Alt+PageDown" />
      {steps.waiting && steps.waiting !== steps.next && <Step to={steps.waiting} name="Next who waits" keys="" />}
      <span className="soft small">
        {steps.place} of {steps.count} who handed in
      </span>
    </nav>
  )
}

function Step({ to, name, keys }: { to: HandInStanding | undefined; name: string; keys: string }) {
  if (!to) return null
  return (
    <Link
      className="quiet-link"
      to={`?of=${to.personId}`}
      {...(keys === '' ? {} : { title: `${to.name} (${keys})`, 'aria-keyshortcuts': keys })}
    >
      {name}: {to.name}
    </Link>
  )
}

interface HandInListProps {
  standings: readonly HandInStanding[]
  chosen: HandInStanding | null
  /** How many have handed in, and how many of them have no answer yet. */
  handed: number
  waiting: number
  timeZone: string
}

/** The students, and how it stands with each. */
function HandInList({ handed, standings, waiting, chosen, timeZone }: HandInListProps) {
  return (
    <nav className="hand-in-list" aria-label="Students">
      <p className="hand-in-count">
        <b>{handed}</b> of {standings.length} handed in, <b>{waiting}</b> {waiting === 1 ? 'waits' : 'wait'} for a
        comment
      </p>
      <ul>
        {standings.map((each) => (
          <li key={each.personId}>
            <Link
              to={`?of=${each.personId}`}
              aria-current={each.personId === chosen?.personId || undefined}
              preventScrollReset
            >
              <span className="face" style={{ backgroundColor: each.colour }} aria-hidden>
                {initials(each.name)}
              </span>
              <span className="hand-in-name">
                {each.name}
                <small className="soft">{standingWords(each, timeZone)}</small>
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </nav>
  )
}

function standingWords({ handedInAt, isLate, returnedAt }: HandInStanding, timeZone: string): string {
  if (!handedInAt) return 'nothing yet'
  return returnedAt
    ? `returned ${shortDateTime(returnedAt, timeZone)}`
    : `handed in ${shortDateTime(handedInAt, timeZone)}${isLate ? ', late' : ''}`
}

interface OneStudentProps {
  chosen: HandInStanding
  submissions: readonly Submission[]
  timeZone: string
  courseId: string
}

function OneStudent({ chosen, submissions, timeZone, courseId }: OneStudentProps) {
  const fetcher = useFetcher<typeof action>()
  const [comment, setComment] = useState<object>(emptyPassage)
  const newest = submissions[0]
  if (!newest) return <p className="soft">{chosen.name} has handed in nothing yet.</p>
  const giveIt = (): void =>
    void fetcher.submit(JSON.stringify({ personId: chosen.personId, number: newest.number, comment }), {
      method: 'post',
      encType: 'application/json',
    })
  const result = fetcher.state === 'idle' ? fetcher.data : undefined
  return (
    <>
      <h2>{chosen.name}</h2>
      {submissions.map((each) => (
        <HandedIn
          key={`${each.number} ${each.returnedAt ?? ''}`}
          submission={each}
          timeZone={timeZone}
          isNewest={each === newest}
        />
      ))}
      <section className="answer-field" aria-label="Your comment">
        <RichField
          key={newest.returnedAt ?? ''}
          label="Your comment"
          placeholder={newest.returnedAt ? 'Change your comment…' : `Your comment for ${chosen.name.split(' ')[0]}…`}
          courseId={courseId}
          uploadTo="contributions"
          onChange={setComment}
          onSend={giveIt}
        />
        {result && !result.ok && (
          <p className="post-problem" role="alert">
            {result.reason}
          </p>
        )}
        <GiveBack {...{ fetcher, giveIt, newest, result, chosen }} />
      </section>
    </>
  )
}

interface GiveBackProps {
  fetcher: FetcherWithComponents<Handed>
  giveIt: () => void
  newest: Submission
  result: Handed | undefined
  chosen: HandInStanding
}

function GiveBack({ fetcher, giveIt, newest, result, chosen }: GiveBackProps) {
  return (
    <div className="post-actions">
      <Button type="primary" loading={fetcher.state !== 'idle'} onClick={giveIt}>
        {newest.returnedAt ? 'Replace the comment' : 'Return with this comment'}
      </Button>
      <span className="soft small" role="status">
        {result?.ok ? `${chosen.name} was notified.` : `${chosen.name.split(' ')[0]} is notified when you return it.`}
      </span>
    </div>
  )
}

import { Form, Link } from 'react-router'
import { z } from 'zod'
import { typedWords } from '../../core/search/typed.ts'
import { ACTS, DEEDS_A_PART, listDeeds } from '../../server/audit/audit.server.ts'
import { pool } from '../../server/database/pool.server.ts'
import { failure, requirePerson } from '../../server/web/guard.server.ts'
import { Strip } from '../shell/strip.tsx'
import type { Route } from './+types/audit'
import './audit.css'

const query = z.object({
  before: z
    .string()
    .regex(/^\d{1,18}$/)
    .nullable()
    .catch(null),
  act: z.enum(ACTS).nullable().catch(null),
  words: typedWords,
})

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = requirePerson(context, request)
  if (!person.isManager) failure('no right', 403)
  const search = new URL(request.url).searchParams
  const asked = query.parse({ before: search.get('before'), act: search.get('act'), words: search.get('words') ?? '' })
  const deeds = await listDeeds(pool, asked)
  return { person, asked, acts: ACTS, hasMore: deeds.length > DEEDS_A_PART, deeds: deeds.slice(0, DEEDS_A_PART) }
}

export const meta = () => [{ title: 'Audit trail – Fieldstone' }]

type Loaded = Route.ComponentProps['loaderData']

/** What was done with rights, sign-ins, exports and what students handed in; for the manager. */
export default function Audit({ loaderData: { person, asked, acts, deeds, hasMore } }: Route.ComponentProps) {
  const dateTime = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'medium', timeZone: 'UTC' })
  return (
    <div className="screen">
      <Strip person={person} />
      <main className="audit" id="work" data-area="work">
        <h1>Audit trail</h1>
        <p className="soft">
          Changes of rights, sign-ins, exports, and reading of what students handed in. Kept for a year. Times are UTC.
        </p>
        <AuditSearch {...{ asked, acts }} />
        {deeds.length === 0 ? <p>No entries match.</p> : <DeedsTable {...{ deeds, dateTime }} />}
        {hasMore && (
          <p>
            <Link
              to={`?${new URLSearchParams({ ...(asked.act ? { act: asked.act } : {}), words: asked.words, before: deeds.at(-1)!.id }).toString()}`}
            >
              Earlier entries
            </Link>
          </p>
        )}
      </main>
    </div>
  )
}

function AuditSearch({ asked, acts }: { asked: Loaded['asked']; acts: Loaded['acts'] }) {
  return (
    <Form role="search" className="audit-bar">
      <select name="act" aria-label="What was done" defaultValue={asked.act ?? ''}>
        <option value="">Everything</option>
        {acts.map((act) => (
          <option key={act}>{act}</option>
        ))}
      </select>
      <input
        className="plain-field"
        type="search"
        name="words"
        defaultValue={asked.words}
        aria-label="Find by word or name"
        placeholder="Find by word or name"
      />
      <button className="plain-button">Find</button>
    </Form>
  )
}

function DeedsTable({ deeds, dateTime }: { deeds: Loaded['deeds']; dateTime: Intl.DateTimeFormat }) {
  return (
    <table>
      <thead>
        <tr>
          <th scope="col">When</th>
          <th scope="col">Who</th>
          <th scope="col">What was done</th>
          <th scope="col">About</th>
          <th scope="col">From which address</th>
        </tr>
      </thead>
      <tbody>
        {deeds.map((deed) => (
          <tr key={deed.id}>
            <td>
              <time dateTime={deed.at}>{dateTime.format(new Date(deed.at))}</time>
            </td>
            <td>{deed.person ?? 'nobody signed in'}</td>
            <td>{deed.act}</td>
            <td>{[deed.course, deed.about].filter(Boolean).join(': ')}</td>
            <td>{deed.address}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

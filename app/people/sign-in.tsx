import { Alert, Button, Form } from 'antd'
import { data, redirect, Form as PostForm, useNavigation } from 'react-router'
import { z } from 'zod'
import { ownPath } from '../../core/html/own-path.ts'
import { initials } from '../../core/people/initials.ts'
import { config } from '../../server/config.server.ts'
import { pool } from '../../server/database/pool.server.ts'
import { DEMO_PASSWORD } from '../../server/people/demo-password.server.ts'
import { listPeople } from '../../server/people/queries.server.ts'
import { deviceOf } from '../../server/people/devices.server.ts'
import { finishSignIn, signIn } from '../../server/people/sign-in.server.ts'
import { welcome } from '../../server/people/welcome.server.ts'
import { saidWait } from '../../core/people/sign-in-wait.ts'
import type { MessageName } from '../../core/words/languages.ts'
import type { Say } from '../../core/words/say.ts'
import { sayFor } from '../../server/web/say-for.server.ts'
import { failure } from '../../server/web/guard.server.ts'
import { Mark } from '../shell/mark.tsx'
import type { Route } from './+types/sign-in'
import './sign-in.css'

export const meta = ({ loaderData }: Route.MetaArgs) => [
  { title: loaderData ? `${loaderData.words.signIn} – Fieldstone` : 'Fieldstone' },
]

/** The words of this page; what it says is sent with it, so that it need not fetch every word of the reading room. */
const wordsOf = (say: Say) => ({
  signIn: say('account.signIn'),
  email: say('account.email'),
  password: say('account.password'),
  code: say('account.code'),
  forgot: say('account.forgot'),
  lookAround: say('account.lookAround'),
  madeUp: say('account.madeUp'),
})
type Words = ReturnType<typeof wordsOf>

const ROLE: Readonly<Record<string, MessageName>> = {
  author: 'account.author',
  student: 'account.student',
  guest: 'account.guest',
}

/** Two authors, the manager, two students and a guest are enough to try everything; the others sign in by name. */
async function demoPeople(say: Say) {
  if (!config.DEMO) return []
  const people = await listPeople(pool)
  const shown = new Map<string, number>()
  return people
    .map(({ id, name, email, isManager, role, colour }) => ({
      id,
      name,
      email,
      colour,
      role: say(isManager ? 'account.manager' : (ROLE[role ?? ''] ?? 'account.outside')),
    }))
    .filter(({ role }) => {
      shown.set(role, (shown.get(role) ?? 0) + 1)
      return shown.get(role)! <= 2
    })
}

export async function loader({ request, context }: Route.LoaderArgs) {
  if (context.isDatabaseDown) failure('database', 503)
  if (context.person) throw redirect('/')
  const say = sayFor(request)
  return {
    words: wordsOf(say),
    parts: { spoken: { language: say.language, direction: say.direction } },
    people: await demoPeople(say),
  }
}

const asked = (say: Say) =>
  z.object({
    email: z.string().trim().min(1, say('account.typeEmail')).max(200),
    password: z.string().min(1, say('account.typePassword')).max(500),
  })
const askedCode = z.object({ token: z.string().regex(/^[\w-]{43}$/), code: z.string().trim().max(20) })

export async function action({ request, context }: Route.ActionArgs) {
  if (context.isDatabaseDown) failure('database', 503)
  const say = sayFor(request)
  const fields: Record<string, unknown> = Object.fromEntries(await request.formData())
  if (config.DEMO && typeof fields.demo === 'string')
    Object.assign(fields, { email: fields.demo, password: DEMO_PASSWORD })
  const from = { address: context.address, device: deviceOf(request.headers.get('Cookie') ?? undefined) }
  const second = askedCode.safeParse(fields)
  const parsed = second.success
    ? { success: true as const, data: { email: '', password: '' } }
    : asked(say).safeParse(fields)
  if (!parsed.success)
    return data({ message: null, token: null, errors: z.flattenError(parsed.error).fieldErrors }, { status: 400 })
  const token = second.data?.token
  const result = second.success
    ? await finishSignIn(second.data.token, second.data.code, from)
    : await signIn(parsed.data.email, parsed.data.password, from)
  if (result.ok)
    throw redirect(ownPath(new URL(request.url).searchParams.get('to')), {
      headers: await welcome(result.person, from, say),
    })
  const none = {} as { email?: string[]; password?: string[] }
  if (result.reason === 'code')
    return data(
      { message: token === undefined ? null : say('account.codeWrong'), token: result.token, errors: none },
      { status: token === undefined ? 200 : 401 },
    )
  const message =
    result.reason === 'wrong'
      ? say(token === undefined ? 'account.noMatch' : 'account.tookTooLong')
      : triedTooOften(say, result.wait)
  return data(
    { message, token: result.reason === 'wrong' ? null : (token ?? null), errors: none },
    { status: result.reason === 'wrong' ? 401 : 429 },
  )
}

function triedTooOften(say: Say, wait: number): string {
  const { unit, count } = saidWait(wait)
  return say(unit === 'seconds' ? 'account.waitSeconds' : 'account.waitMinutes', { count })
}

export default function SignIn({ loaderData, actionData }: Route.ComponentProps) {
  const isBusy = useNavigation().state === 'submitting'
  const errors = actionData?.errors ?? {}
  const { words, people } = loaderData
  return (
    <main className="sign-in">
      <h1>
        <Mark size={30} /> Fieldstone
      </h1>
      <div className="sign-in-columns">
        {/* Plain fields: what is typed before the script has come is kept by them. */}
        <PostForm method="post" className="sign-in-form" noValidate>
          <h2>{words.signIn}</h2>
          {actionData?.message && <Alert type="error" title={actionData.message} />}
          {actionData?.token ? (
            <CodeField token={actionData.token} label={words.code} />
          ) : (
            <NameFields errors={errors} words={words} />
          )}
          <Button type="primary" htmlType="submit" loading={isBusy}>
            {words.signIn}
          </Button>
          <p className="sign-in-forgot">
            <a href="/new-password">{words.forgot}</a>
          </p>
        </PostForm>
        {people.length > 0 && <DemoPeople people={people} words={words} />}
      </div>
    </main>
  )
}

/** The second step: `token` says that the first was taken. */
function CodeField({ token, label }: { token: string; label: string }) {
  return (
    <Form.Item layout="vertical" label={label} htmlFor="code">
      <input type="hidden" name="token" value={token} />
      <input
        className="sign-in-field"
        id="code"
        name="code"
        inputMode="numeric"
        autoComplete="one-time-code"
        maxLength={10}
        autoFocus
      />
    </Form.Item>
  )
}

const FIELDS = [
  { name: 'email', type: 'email', autoComplete: 'username' },
  { name: 'password', type: 'password', autoComplete: 'current-password' },
] as const

interface NameFieldsProps {
  errors: Partial<Record<'email' | 'password', string[]>>
  words: Words
}

function NameFields({ errors, words }: NameFieldsProps) {
  return FIELDS.map(({ name, type, autoComplete }) => (
    <Form.Item
      key={name}
      layout="vertical"
      label={words[name]}
      htmlFor={name}
      validateStatus={errors[name] ? 'error' : ''}
      help={errors[name]?.[0]}
    >
      <input
        className="sign-in-field"
        id={name}
        {...{ name, type, autoComplete }}
        aria-invalid={Boolean(errors[name])}
      />
    </Form.Item>
  ))
}

function DemoPeople({ people, words }: Pick<Route.ComponentProps['loaderData'], 'people' | 'words'>) {
  return (
    <section className="demo-people" aria-labelledby="demo-people">
      <h2 id="demo-people">{words.lookAround}</h2>
      <p className="soft small">{words.madeUp}</p>
      <PostForm method="post">
        {people.map(({ id, name, email, role, colour }) => (
          <button key={id} name="demo" value={email} className="demo-person">
            <span className="face" style={{ backgroundColor: colour }} aria-hidden>
              {initials(name)}
            </span>
            <span dir="auto">{name}</span>
            <span className="soft">{role}</span>
          </button>
        ))}
      </PostForm>
    </section>
  )
}

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
import { waitWords } from '../../core/people/sign-in-wait.ts'
import { failure } from '../../server/web/guard.server.ts'
import { Mark } from '../shell/mark.tsx'
import type { Route } from './+types/sign-in'
import './sign-in.css'

export const meta = () => [{ title: 'Sign in – Fieldstone' }]

const ROLE = { author: 'Author', student: 'Student', guest: 'Guest reader' } as const

/** Two authors, the manager, two students and a guest are enough to try everything; the others sign in by name. */
async function demoPeople() {
  if (!config.DEMO) return []
  const people = await listPeople(pool)
  const shown = new Map<string, number>()
  return people
    .map(({ id, name, email, isManager, role, colour }) => ({
      id,
      name,
      email,
      colour,
      role: isManager ? 'Manager' : (ROLE[role as keyof typeof ROLE] ?? 'Outside'),
    }))
    .filter(({ role }) => {
      shown.set(role, (shown.get(role) ?? 0) + 1)
      return shown.get(role)! <= 2
    })
}

export async function loader({ context }: Route.LoaderArgs) {
  if (context.isDatabaseDown) failure('database', 503)
  if (context.person) throw redirect('/')
  return { people: await demoPeople() }
}

const asked = z.object({
  email: z.string().trim().min(1, 'Type the e-mail address you sign in with.').max(200),
  password: z.string().min(1, 'Type your password.').max(500),
})
const askedCode = z.object({ token: z.string().regex(/^[\w-]{43}$/), code: z.string().trim().max(20) })

export async function action({ request, context }: Route.ActionArgs) {
  if (context.isDatabaseDown) failure('database', 503)
  const fields: Record<string, unknown> = Object.fromEntries(await request.formData())
  if (config.DEMO && typeof fields.demo === 'string')
    Object.assign(fields, { email: fields.demo, password: DEMO_PASSWORD })
  const from = { address: context.address, device: deviceOf(request.headers.get('Cookie') ?? undefined) }
  const second = askedCode.safeParse(fields)
  const parsed = second.success
    ? { success: true as const, data: { email: '', password: '' } }
    : asked.safeParse(fields)
  if (!parsed.success)
    return data({ message: null, token: null, errors: z.flattenError(parsed.error).fieldErrors }, { status: 400 })
  const token = second.data?.token
  const result = second.success
    ? await finishSignIn(second.data.token, second.data.code, from)
    : await signIn(parsed.data.email, parsed.data.password, from)
  if (result.ok)
    throw redirect(ownPath(new URL(request.url).searchParams.get('to')), {
      headers: await welcome(result.person, from),
    })
  const none = {} as { email?: string[]; password?: string[] }
  if (result.reason === 'code')
    return data(
      {
        message: token === undefined ? null : 'That code is wrong or was already used. Wait for the next one.',
        token: result.token,
        errors: none,
      },
      { status: token === undefined ? 200 : 401 },
    )
  const message =
    result.reason === 'wrong'
      ? token === undefined
        ? 'This e-mail address and password don’t match. Try again.'
        : 'That took too long. Sign in again from the beginning.'
      : `That was tried too often. Wait ${waitWords(result.wait)}, then try again.`
  return data(
    { message, token: result.reason === 'wrong' ? null : (token ?? null), errors: none },
    { status: result.reason === 'wrong' ? 401 : 429 },
  )
}

export default function SignIn({ loaderData, actionData }: Route.ComponentProps) {
  const isBusy = useNavigation().state === 'submitting'
  const errors = actionData?.errors ?? {}
  return (
    <main className="sign-in">
      <h1>
        <Mark size={30} /> Fieldstone
      </h1>
      <div className="sign-in-columns">
        {/* Plain fields: what is typed before the script has come is kept by them. */}
        <PostForm method="post" className="sign-in-form" noValidate>
          <h2>Sign in</h2>
          {actionData?.message && <Alert type="error" title={actionData.message} />}
          {actionData?.token ? <CodeField token={actionData.token} /> : <NameFields errors={errors} />}
          <Button type="primary" htmlType="submit" loading={isBusy}>
            Sign in
          </Button>
          <p className="sign-in-forgot">
            <a href="/new-password">I forgot my password</a>
          </p>
        </PostForm>
        {loaderData.people.length > 0 && <DemoPeople people={loaderData.people} />}
      </div>
    </main>
  )
}

/** The second step: `token` says that the first was taken. */
function CodeField({ token }: { token: string }) {
  return (
    <Form.Item layout="vertical" label="Code from your authenticator app" htmlFor="code">
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
  { name: 'email', label: 'Address', type: 'email', autoComplete: 'username' },
  { name: 'password', label: 'Password', type: 'password', autoComplete: 'current-password' },
] as const

function NameFields({ errors }: { errors: Partial<Record<'email' | 'password', string[]>> }) {
  return FIELDS.map(({ name, label, type, autoComplete }) => (
    <Form.Item
      key={name}
      layout="vertical"
      label={label}
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

function DemoPeople({ people }: { people: Route.ComponentProps['loaderData']['people'] }) {
  return (
    <section className="demo-people" aria-labelledby="demo-people">
      <h2 id="demo-people">Look around as</h2>
      <p className="soft small">
        Skerrow Field School is made up, and so are its people. Each signs in with one click.
      </p>
      <PostForm method="post">
        {people.map(({ id, name, email, role, colour }) => (
          <button key={id} name="demo" value={email} className="demo-person">
            <span className="face" style={{ backgroundColor: colour }} aria-hidden>
              {initials(name)}
            </span>
            <span>{name}</span>
            <span className="soft">{role}</span>
          </button>
        ))}
      </PostForm>
    </section>
  )
}

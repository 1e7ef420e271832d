import { Alert, Button } from 'antd'
import { data, Form, useActionData } from 'react-router'
import { z } from 'zod'
import { recordDeed } from '../../server/audit/audit.server.ts'
import { pool } from '../../server/database/pool.server.ts'
import { hostProblem } from '../../server/embeds/host-problem.server.ts'
import { forgetHosts } from '../../server/embeds/allowed.server.ts'
import { listHosts, putHost, setHostAllowed } from '../../server/embeds/queries.server.ts'
import { failure, requirePerson } from '../../server/web/guard.server.ts'
import { Strip } from '../shell/strip.tsx'
import type { Route } from './+types/hosts'
import './hosts.css'

const origin = z
  .string()
  .trim()
  .max(300)
  .transform((value, context) => {
    try {
      const url = new URL(/^https?:\/\//i.test(value) ? value : `https://${value}`)
      if (/^https?:\/\/[a-z0-9.:-]+$/.test(url.origin)) return url.origin
    } catch {
      // Told below, like every other address that is none.
    }
    context.addIssue({ code: 'custom', message: 'Type the address of the host, such as https://video.example.' })
    return z.NEVER
  })
const asked = z.discriminatedUnion('intent', [
  z.object({
    intent: z.literal('add'),
    origin,
    name: z.string().trim().min(1, 'Give the host a name that authors know it by.').max(100),
    oembed: z
      .union([z.literal(''), z.url('The oEmbed address begins with https://.')])
      .transform((value) => value || null),
  }),
  z.object({ intent: z.literal('allow'), origin }),
  z.object({ intent: z.literal('forbid'), origin }),
])

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = requirePerson(context, request)
  if (!person.isManager) failure('no right', 403)
  return { person, hosts: await listHosts(pool) }
}

export async function action({ request, context }: Route.ActionArgs) {
  const person = requirePerson(context, request)
  if (!person.isManager) failure('no right', 403)
  const parsed = asked.safeParse(Object.fromEntries(await request.formData()))
  if (!parsed.success)
    return data({ problem: parsed.error.issues[0]?.message ?? 'That can’t be saved.' }, { status: 400 })
  const trouble = parsed.data.intent === 'forbid' ? null : hostProblem(parsed.data.origin)
  if (trouble) return data({ problem: trouble }, { status: 400 })
  if (parsed.data.intent === 'add')
    await putHost(
      pool,
      { origin: parsed.data.origin, name: parsed.data.name, oembed: parsed.data.oembed, isAllowed: true },
      person.id,
    )
  else await setHostAllowed(pool, parsed.data.origin, parsed.data.intent === 'allow')
  await recordDeed(pool, {
    act: 'host',
    personId: person.id,
    about: `${parsed.data.origin} ${parsed.data.intent === 'forbid' ? 'forbidden' : 'allowed'}`,
    address: context.address,
  })
  forgetHosts()
  return { problem: '' }
}

export const meta = () => [{ title: 'Hosts – Fieldstone' }]

/** Which outside hosts may be embedded in pages. */
export default function Hosts({ loaderData: { person, hosts } }: Route.ComponentProps) {
  const result = useActionData<typeof action>()
  return (
    <div className="screen">
      <Strip person={person} />
      <main className="hosts" id="work" data-area="work">
        <h1>Hosts</h1>
        <p className="soft">
          Players of allowed hosts stand in pages. What comes from any other host is shown as a link card, which says
          why.
        </p>
        {result?.problem && <Alert type="warning" title={result.problem} />}
        {hosts.length > 0 && <HostsTable hosts={hosts} />}
        {hosts.length === 0 && <p>No host is known yet. Add the first one here.</p>}
        <AddHost />
      </main>
    </div>
  )
}

function HostsTable({ hosts }: Pick<Route.ComponentProps['loaderData'], 'hosts'>) {
  return (
    <table>
      <thead>
        <tr>
          <th scope="col">Host</th>
          <th scope="col">Address</th>
          <th scope="col">Fills in titles by itself (oEmbed)</th>
          <th scope="col">Allowed in pages</th>
          <th scope="col">Change</th>
        </tr>
      </thead>
      <tbody>
        {hosts.map(({ origin: address, name, oembed, isAllowed }) => (
          <tr key={address}>
            <th scope="row">{name}</th>
            <td>{address}</td>
            <td>{oembed ? 'yes' : 'no'}</td>
            <td>{isAllowed ? 'allowed' : 'not allowed'}</td>
            <td>
              <Form method="post">
                <input type="hidden" name="origin" value={address} />
                <Button
                  size="small"
                  htmlType="submit"
                  name="intent"
                  value={isAllowed ? 'forbid' : 'allow'}
                  aria-label={`${isAllowed ? 'Forbid' : 'Allow'} ${name}`}
                >
                  {isAllowed ? 'Forbid' : 'Allow'}
                </Button>
              </Form>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function AddHost() {
  return (
    <Form method="post" className="hosts-add">
      <h2>Allow another host</h2>
      <input type="hidden" name="intent" value="add" />
      <label>
        Name
        <input name="name" required maxLength={100} placeholder="Village Video" />
      </label>
      <label>
        Address
        <input name="origin" required maxLength={300} placeholder="https://video.example" />
      </label>
      <label>
        oEmbed address, if it has one
        <input name="oembed" maxLength={500} placeholder="https://video.example/oembed" />
      </label>
      <Button type="primary" htmlType="submit">
        Allow
      </Button>
    </Form>
  )
}

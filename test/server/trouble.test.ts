import { expect, test } from 'vitest'
import type { ServerBuild } from 'react-router'

process.env.DATABASE_URL ??= 'postgres://nobody@127.0.0.1:1/nothing'
const { withTrouble } = await import('../../server/web/trouble.server.ts')

const failing = (code: string): Error => Object.assign(new Error('from the database'), { code })

/** What a loader or action of the guarded build comes to. */
async function outcome(name: 'loader' | 'action', work: () => unknown): Promise<unknown> {
  const build = withTrouble({
    routes: { one: { id: 'one', module: { [name]: work, default: 'screen' } } },
  } as unknown as ServerBuild)
  const { module } = build.routes.one as unknown as { module: Record<string, (given: unknown) => Promise<unknown>> }
  expect(module.default, 'the rest of a route stays').toBe('screen')
  expect(module[name === 'loader' ? 'action' : 'loader'], 'nothing is added to a route').toBeUndefined()
  return module[name]!({}).then(
    (value) => ({ value }),
    (error: { data?: unknown; init?: { status: number } | null }) =>
      error instanceof Error ? error : { reason: error.data, status: error.init?.status },
  )
}

test.each(['loader', 'action'] as const)(
  'a %s tells a database that is away and one without room from a fault',
  async (name) => {
    expect(await outcome(name, () => 'fine')).toEqual({ value: 'fine' })
    // PostgreSQL, appendix A: connection exceptions, operator intervention, too many connections.
    for (const code of ['08006', '57P01', '57P03', '53300', 'ECONNREFUSED', 'ECONNRESET'])
      expect(await outcome(name, () => Promise.reject(failing(code))), code).toEqual({
        reason: { reason: 'database' },
        status: 503,
      })
    expect(await outcome(name, () => Promise.reject(failing('53100')))).toEqual({
      reason: { reason: 'full' },
      status: 507,
    })
    // A statement that is wrong, a right that is missing: whoever throws says so.
    const wrong = failing('42601')
    expect(await outcome(name, () => Promise.reject(wrong))).toBe(wrong)
    expect(
      await outcome(name, () => {
        throw wrong
      }),
    ).toBe(wrong)
  },
)

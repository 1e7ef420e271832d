import { SCHEMA_VERSION } from '../../../core/kinds/upgrades.ts'
import { expect } from 'vitest'
import { type RunningApp, withClient } from './app.ts'
import { freshDatabase } from './database.ts'
import { makeSchool } from './factories.ts'

const NEW_PAGE = { type: 'doc', content: [{ type: 'title' }, { type: 'paragraph' }] }

/** A school with one page, in a database of its own. */
export async function school(): Promise<string> {
  const url = await freshDatabase()
  await withClient(url, async (client) => {
    await makeSchool(client)
    await client.query(`insert into documents (id, course_id) values ('page', 'course')`)
    await client.query(
      `insert into snapshots (document_id, version, schema_version, content) values ('page', 0, 1, $1)`,
      [JSON.stringify(NEW_PAGE)],
    )
  })
  return url
}

/** Sends one batch; null when nobody answered. */
export async function save(
  app: RunningApp,
  cookie: string,
  base: number,
  words: string,
  id: string,
): Promise<{ status: string; to?: number } | null> {
  const body = JSON.stringify({
    id,
    base,
    client: 'crash',
    schemaVersion: SCHEMA_VERSION,
    steps: [{ stepType: 'replace', from: 3, to: 3, slice: { content: [{ type: 'text', text: words }] } }],
  })
  try {
    const response = await fetch(`${app.address}/documents/page/batches`, {
      method: 'POST',
      body,
      headers: { cookie, origin: app.address, 'content-type': 'application/json' },
      signal: AbortSignal.timeout(5000),
    })
    return response.ok ? ((await response.json()) as { status: string; to?: number }) : null
  } catch {
    return null
  }
}

/** The log of the page. */
export const wholeLog = (url: string): Promise<{ id: string; base: number; version: number }[]> =>
  withClient(
    url,
    async (client) =>
      (
        await client.query<{ id: string; base: number; version: number }>(
          `select id, base, version from batches where document_id = 'page' order by base`,
        )
      ).rows,
  )

/** Somebody who writes one batch after the other, and tries again what is not answered. */
export interface Saving {
  /** Resolves when the server has said of so many more that it has taken them, however long that takes. */
  more: (count: number) => Promise<void>
  /** Stops; gives back the ids of all that the server said it had taken. */
  end: () => Promise<string[]>
}

/** Writes batches until told to stop. */
export function keepSaving(app: () => RunningApp, cookie: string): Saving {
  const taken: string[] = []
  let isOver = false
  const run = async (): Promise<void> => {
    let base = 0
    for (let number = 0; !isOver; number++) {
      const id = `batch-${number}`
      let answer = await save(app(), cookie, base, 'x', id)
      while (answer === null && !isOver) {
        await pause(100)
        answer = await save(app(), cookie, base, 'x', id)
      }
      if (answer?.status !== 'taken') continue
      taken.push(id)
      base = answer.to!
    }
  }
  const running = run()
  return {
    more: async (count) => {
      const wanted = taken.length + count
      while (taken.length < wanted) await pause(20)
    },
    end: async () => {
      isOver = true
      await running
      return taken
    },
  }
}

const pause = (wait: number): Promise<unknown> => new Promise((done) => setTimeout(done, wait))

/** Every batch that was acknowledged stands in the log, and the log has no gap. */
export function expectWhole(log: { id: string; base: number; version: number }[], taken: readonly string[]): void {
  const kept = new Set(log.map(({ id }) => id))
  expect(
    taken.filter((id) => !kept.has(id)),
    'acknowledged, but not in the log',
  ).toEqual([])
  log.forEach(({ base }, at) => expect(base).toBe(log[at - 1]?.version ?? 0))
}

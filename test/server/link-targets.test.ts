import { afterAll, beforeAll, expect, test } from 'vitest'
import { linkTargets } from '../../core/links/targets.ts'
import { cookieFor, type RunningApp, startApp } from './setup/app.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

const url = await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { publish } = await import('../../server/editions/publish.server.ts')

let app: RunningApp
beforeAll(async () => {
  await makeSchool(pool)
  await (await import('../../server/jobs/jobs.server.ts')).prepareJobs()
  await transaction(async (db) => {
    await createDocument(db, 'course', 'open', 'Read by all')
    await createDocument(db, 'course', 'draft', 'Not yet')
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    await insertEntries(db, 'course', [
      { id: 'open', parentId: 'unit', kind: 'page', title: 'Read by all', documentId: 'open' },
      { id: 'draft', parentId: 'unit', kind: 'page', title: 'Not yet', documentId: 'draft' },
    ])
  })
  await publish('open', 'author', { note: '', version: 0 })
  app = await startApp(url)
})
afterAll(async () => {
  await app.stop()
  await pool.end()
})

const titles = async (person: string): Promise<string[]> => {
  const headers = { cookie: await cookieFor(url, app.port, person) }
  const answer = await fetch(`${app.address}/read/course/link-targets`, { headers })
  return linkTargets.parse(await answer.json()).map(({ title, where }) => `${title} (${where})`)
}

test('students link to what they can read, authors to all that is planned', async () => {
  expect(await titles('student')).toEqual(['Unit ()', 'Read by all (Unit)'])
  expect(await titles('author')).toEqual(['Unit (Unit)', 'Read by all (Page in Unit)', 'Not yet (Page in Unit)'])
})

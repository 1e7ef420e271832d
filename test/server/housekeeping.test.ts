import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { afterAll, expect, test, vi } from 'vitest'
import { isTooOften } from '../../server/web/rate.server.ts'
import { Pace } from '../../server/documents/cursor-pace.ts'
import { useFreshDatabase } from './setup/database.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
afterAll(() => pool.end())

test('what has had its time is forgotten, and nothing else', async () => {
  const { purge } = await import('../../server/jobs/queries.server.ts')
  const { makeSchool } = await import('./setup/factories.ts')
  await makeSchool(pool)
  await pool.query(
    `insert into sessions (token_hash, person_id, created_at, seen_at)
      values ('a', 'author', now(), now()), ('b', 'author', now() - interval '10 days', now() - interval '9 days'),
      ('c', 'author', now() - interval '40 days', now())`,
  )
  await pool.query(
    `insert into sign_in_failures (account, address, at)
      values ('x', 'y', now()), ('x', 'y', now() - interval '2 days')`,
  )
  await pool.query(
    `insert into notices (person_id, course_id, sort, words, address, created_at, seen_at)
      values ('author', 'course', 'reply', 'new', '/', now(), null),
      ('author', 'course', 'reply', 'unseen', '/', now() - interval '300 days', null),
      ('author', 'course', 'reply', 'seen', '/', now() - interval '300 days', now())`,
  )
  expect(await purge(pool)).toBe(4)
  expect(await purge(pool)).toBe(0)
  expect(
    (await pool.query(`select words from notices order by words`)).rows.map(({ words }: { words: string }) => words),
  ).toEqual(['new', 'unseen'])
})

test('a document that can’t be squashed holds up no other', async () => {
  const { planSquashing, squashDocument } = await import('../../server/documents/squash.server.ts')
  const { prepareJobs } = await import('../../server/jobs/jobs.server.ts')
  const { createDocument } = await import('../../server/plan/plan.server.ts')
  const { acceptBatch } = await import('../../server/documents/accept-batch.server.ts')
  await prepareJobs()
  for (const id of ['broken', 'sound']) {
    await transaction((db) => createDocument(db, 'course', id, 'Walls'))
    for (let base = 0; base < 3; base++)
      await acceptBatch(id, 'author', {
        id: `${id}-${base}`,
        base,
        client: 'test',
        schemaVersion: SCHEMA_VERSION,
        steps: [{ stepType: 'replace', from: 8, to: 8, slice: { content: [{ type: 'text', text: 'x' }] } }],
      })
  }
  await pool.query(`update batches set created_at = now() - interval '40 days'`)
  await pool.query(`update batches set steps = '[{"stepType":"nonsense"}]' where document_id = 'broken' and base = 1`)
  expect(await planSquashing()).toBe(2)
  expect(
    (await pool.query(`select payload->>'documentId' as id from graphile_worker._private_jobs order by 1`)).rows,
  ).toEqual([{ id: 'broken' }, { id: 'sound' }])
  await expect(squashDocument('broken')).rejects.toThrow()
  await squashDocument('sound')
  expect(
    (await pool.query(`select document_id, count(*)::int as count from batches group by 1 order by 1`)).rows,
  ).toEqual([
    { document_id: 'broken', count: 3 },
    { document_id: 'sound', count: 1 },
  ])
})

test('of a cursor the newest place is told ten times a second, and a flood closes its socket once', () => {
  vi.useFakeTimers({ now: 0 })
  const told: number[] = []
  const flood = vi.fn()
  const pace = new Pace<number>((message) => told.push(message), flood)
  for (let message = 0; message < 40; message++) {
    pace.take(message)
    vi.advanceTimersByTime(20)
  }
  vi.advanceTimersByTime(1000)
  expect(told.length).toBeLessThanOrEqual(11)
  expect(told[0]).toBe(0)
  expect(told.at(-1)).toBe(39)
  expect(flood).not.toHaveBeenCalled()
  for (let message = 0; message < 1000; message++) pace.take(message)
  expect(flood).toHaveBeenCalledOnce()
  vi.useRealTimers()
})

test('nobody does more in a minute than hands can, and time gives it back; others are not held up', () => {
  const start = 1_000_000
  const taken = (person: string, at: number, count: number): number =>
    Array.from({ length: count }, () => isTooOften(person, 'post', at)).filter((isOften) => !isOften).length
  expect(taken('busy', start, 100)).toBe(30)
  expect(isTooOften('busy', 'post', start)).toBe(true)
  expect(isTooOften('busy', 'preview', start)).toBe(false)
  expect(taken('other', start, 5)).toBe(5)
  expect(taken('busy', start + 10_000, 100)).toBe(5)
  expect(taken('busy', start + 600_000, 100)).toBe(30)
})

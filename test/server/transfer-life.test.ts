import { zipSync } from 'fflate'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { cookieFor, startApp } from './setup/app.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'
import { importDocument, settled } from './setup/transfers.ts'

const url = await useFreshDatabase()
const { pool } = await import('../../server/database/pool.server.ts')
const { keepBytes, sweep } = await import('../../server/shelf/bytes.server.ts')
const { deleteOldTransfers, findTransfer, insertTransfer, listTransfers, updateProgress } =
  await import('../../server/transfers/queries.server.ts')
const { runTransfer, tryAgain } = await import('../../server/transfers/transfers.server.ts')
const { formatOf } = await import('../../server/transfers/format-of.server.ts')
const { inWorkshop } = await import('../../server/transfers/workshop.server.ts')

beforeAll(async () => {
  await makeSchool(pool)
  await pool.query(
    `insert into plan_entries (id, course_id, parent_id, kind, title, position)
      values ('unit', 'course', null, 'unit', 'Unit', 0)`,
  )
  await (await import('../../server/jobs/jobs.server.ts')).prepareJobs()
})
afterAll(() => pool.end())

async function add(id: string, more: { hash?: Buffer; direction?: 'in' | 'out'; format?: string } = {}): Promise<void> {
  await insertTransfer(pool, {
    id,
    courseId: 'course',
    personId: 'author',
    direction: more.direction ?? 'out',
    format: more.format ?? 'epub',
    entryId: 'unit',
    variant: 'written',
    name: id,
    hash: more.hash ?? null,
    size: more.hash ? 5 : null,
  })
}

test('one that was ended with its process says so, and can be tried again; one that is under way can’t', async () => {
  await add('stalled')
  await updateProgress(pool, 'stalled', 'Writing the file', 1, 2)
  expect(await findTransfer(pool, 'stalled')).toMatchObject({
    state: 'running',
    step: 'Writing the file',
    done: 1,
    total: 2,
  })
  expect(await tryAgain('course', 'stalled')).toEqual({ ok: false, reason: 'There is nothing to try again.' })
  await pool.query(`update transfers set touched_at = now() - interval '10 minutes' where id = 'stalled'`)
  expect((await listTransfers(pool, 'course'))[0]).toMatchObject({
    id: 'stalled',
    state: 'failed',
    problem: 'It was broken off in the middle. Try it again.',
  })
  expect(await tryAgain('other', 'stalled')).toMatchObject({ ok: false })
  expect(await tryAgain('course', 'stalled')).toEqual({ ok: true })
  expect(await findTransfer(pool, 'stalled')).toMatchObject({ state: 'waiting', problem: null })
})

test('what goes wrong is told to whoever asked: something that is no text, a file whose bytes are gone', async () => {
  await add('unit-out')
  await runTransfer('unit-out')
  expect(await findTransfer(pool, 'unit-out')).toMatchObject({
    state: 'failed',
    problem: 'That is no longer in the plan.',
  })
  await add('ours', { direction: 'in', format: 'word' })
  await runTransfer('ours')
  expect(await findTransfer(pool, 'ours')).toMatchObject({
    state: 'failed',
    problem: expect.stringContaining('a fault in Fieldstone') as unknown,
  })
  // Nothing happens to one that is not there.
  await runTransfer('nothing')
})

test('bytes stay while a transfer points to them, and go after it', async () => {
  const hash = await keepBytes(pool, Buffer.from('an old book'))
  await add('old', { hash })
  await pool.query(`update blobs set created_at = now() - interval '3 days'`)
  expect(await sweep(pool)).toBe(0)
  await pool.query(`update transfers set touched_at = now() - interval '15 days' where id = 'old'`)
  await deleteOldTransfers(pool, 14)
  expect(await findTransfer(pool, 'old')).toBeNull()
  expect(await sweep(pool)).toBe(1)
})

test('what a file is, its bytes say', () => {
  const zip = (names: string[]): Buffer =>
    Buffer.from(zipSync(Object.fromEntries(names.map((name) => [name, new Uint8Array([60])]))))
  expect(formatOf('x.pdf', zip(['word/document.xml']))).toEqual({ ok: true, format: 'word' })
  expect(formatOf('x.docx', zip(['META-INF/container.xml', 'mimetype']))).toEqual({ ok: true, format: 'epub' })
  expect(formatOf('x.zip', zip(['a.md', 'pictures/a.png']))).toEqual({ ok: true, format: 'markdown' })
  expect(formatOf('page.txt', Buffer.from('  <!DOCTYPE html><p>x'))).toEqual({ ok: true, format: 'html' })
  expect(formatOf('page.html', Buffer.from('<p>x'))).toEqual({ ok: true, format: 'html' })
  expect(formatOf('notes', Buffer.from('# A\n'))).toEqual({ ok: true, format: 'markdown' })
  expect(formatOf('x.md', Buffer.from([0x66, 0, 0x67]))).toMatchObject({
    ok: false,
    reason: expect.stringContaining('is no text') as unknown,
  })
  expect(formatOf('x.md', Buffer.from([0xff, 0xfe, 0x41]))).toMatchObject({
    ok: false,
    reason: expect.stringContaining('UTF-8') as unknown,
  })
})

test('what is too much for the workshop ends there, with a sentence', async () => {
  // A single page whose tree takes more memory than one document may have.
  const html = '<div>'.repeat(200) + '<p><b>x</b> '.repeat(6_000_000)
  const answer = await inWorkshop({
    task: 'read',
    format: 'html',
    bytes: new TextEncoder().encode(html),
    as: 'page',
    name: 'Too much',
  })
  expect(answer).toEqual({
    ok: false,
    reason: 'It took more time or memory than one document may. Try it in smaller parts.',
  })
}, 240_000)

test('two processes share the work, and each document comes in once', async () => {
  const apps = [await startApp(url), await startApp(url)]
  try {
    const cookies = await Promise.all(apps.map((app) => cookieFor(url, app.port, 'author')))
    const imported = await Promise.all(
      Array.from({ length: 8 }, (_, at) =>
        importDocument(apps[at % 2]!, cookies[at % 2]!, 'course', `text ${at}.md`, `# Text ${at}\n\nWords.`, 'as=page'),
      ),
    )
    expect(imported.map(({ transfer }) => transfer?.state)).toEqual(Array.from({ length: 8 }, () => 'done'))
    const { rows } = await pool.query<{ title: string }>(
      `select title from plan_entries where parent_id = 'unit' order by title`,
    )
    expect(rows.map(({ title }) => title)).toEqual(Array.from({ length: 8 }, (_, at) => `Text ${at}`))
    expect((await settled(apps[1]!, cookies[1]!, 'course', imported[0]!.transfer!.id)).state).toBe('done')
  } finally {
    await Promise.all(apps.map((app) => app.stop()))
  }
})

import { execFile } from 'node:child_process'
import { mkdtemp, readFile, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { expect, test } from 'vitest'
import { cookieFor, startApp, withClient } from './setup/app.ts'
import { useFreshDatabase } from './setup/database.ts'

const url = await useFreshDatabase()
const run = promisify(execFile)

/* The Nu Html Checker (vnu-jar, validator.github.io) over what students receive of the demo, frame and all. */
test('the HTML checker finds no error in any reading page of the demo', async () => {
  await run(process.execPath, ['--import', 'tsx', 'demo/main.ts'], { env: { ...process.env, DATABASE_URL: url, DEMO: 'true', LOG_LEVEL: 'warn' } })
  const app = await startApp(url, { environment: { DEMO: 'true' } })
  try {
    const cookie = await cookieFor(url, app.port, 'jory')
    const items = await withClient(url, (client) => client.query<{ id: string; course_id: string }>('select e.id, e.course_id from plan_entries e where exists (select 1 from editions where document_id = e.document_id) order by e.id'))
    const folder = await mkdtemp(join(tmpdir(), 'demo-'))
    const fetched: string[] = []
    for (const { id, course_id: course } of [...items.rows, ...new Set(items.rows.map((row) => row.course_id))].map((each) => (typeof each === 'string' ? { id: '', course_id: each } : each))) {
      const response = await fetch(`${app.address}/read/${course}${id && `/${id}`}`, { headers: { cookie } })
      expect(response.status, `${course}/${id}`).toBe(200)
      await writeFile(join(folder, `${course}-${id}.html`), await response.text())
      fetched.push(id)
    }
    expect(fetched.length).toBeGreaterThan(10)
    const messages = await run('java', ['-jar', 'node_modules/vnu-jar/build/dist/vnu.jar', '--format', 'json', '--errors-only', folder], { maxBuffer: 1 << 26 }).then(({ stderr }) => stderr, (error: { stderr: string }) => error.stderr)
    const found = JSON.parse(messages || '{"messages":[]}') as { messages: { url: string; message: string; extract?: string }[] }
    expect(found.messages.map(({ url: file, message, extract }) => `${file.split('/').at(-1)}: ${message} ${extract ?? ''}`)).toEqual([])
    // The demo's book as an e-book, by EPUBCheck (w3c/epubcheck, from Debian).
    const book = await fetch(`${app.address}/courses/walling/items/handbook/book.epub`, { headers: { cookie: await cookieFor(url, app.port, 'tobias') } })
    expect([book.status, book.headers.get('content-type')]).toEqual([200, 'application/epub+zip'])
    const file = join(folder, 'handbook.epub')
    await writeFile(file, Buffer.from(await book.arrayBuffer()))
    const checked = join(folder, 'handbook.json')
    await run('java', ['-jar', '/usr/bin/epubcheck', file, '--json', checked]).catch(() => undefined)
    const report = await readFile(checked, 'utf8')
    const { messages: problems, publication } = JSON.parse(report) as { messages: { severity: string; message: string }[]; publication: { title: string } }
    expect(problems.filter(({ severity }) => severity === 'ERROR' || severity === 'WARNING' || severity === 'FATAL').map(({ message }) => message)).toEqual([])
    expect(publication.title).toBe('A Waller’s Handbook')
  } finally {
    await app.stop()
  }
}, 120_000)

import { execFile } from 'node:child_process'
import { mkdtemp, readFile, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { expect, test } from 'vitest'
import { cookieFor, startApp, withClient } from './setup/app.ts'
import { exportedFile } from './setup/transfers.ts'
import { checkerFindings } from '../shared/checker-findings.ts'
import { useFreshDatabase } from './setup/database.ts'

const url = await useFreshDatabase()
const run = promisify(execFile)

/* The Nu Html Checker (vnu-jar, validator.github.io) over what students receive of the demo, frame and all. */
test('the HTML checker finds no error in any reading page of the demo', async () => {
  await run(process.execPath, ['--import', 'tsx', 'demo/main.ts'], {
    env: { ...process.env, DATABASE_URL: url, DEMO: 'true', LOG_LEVEL: 'warn' },
  })
  const app = await startApp(url, { environment: { DEMO: 'true' } })
  try {
    const cookie = await cookieFor(url, app.port, 'jory')
    const items = await withClient(url, (client) =>
      client.query<{ id: string; course_id: string }>(
        `select e.id, e.course_id from plan_entries e
          where exists (select 1 from editions where document_id = e.document_id) order by e.id`,
      ),
    )
    const folder = await mkdtemp(join(tmpdir(), 'demo-'))
    const fetched: string[] = []
    for (const { id, course_id: course } of [...items.rows, ...new Set(items.rows.map((row) => row.course_id))].map(
      (each) => (typeof each === 'string' ? { id: '', course_id: each } : each),
    )) {
      const response = await fetch(`${app.address}/read/${course}${id && `/${id}`}`, { headers: { cookie } })
      expect(response.status, `${course}/${id}`).toBe(200)
      await writeFile(join(folder, `${course}-${id}.html`), await response.text())
      fetched.push(id)
    }
    expect(fetched.length).toBeGreaterThan(10)
    const messages = await run(
      'java',
      ['-jar', 'node_modules/vnu-jar/build/dist/vnu.jar', '--format', 'json', '--errors-only', folder],
      { maxBuffer: 1 << 26 },
    ).then(
      ({ stderr }) => stderr,
      (error: { stderr: string }) => error.stderr,
    )
    expect(checkerFindings(messages)).toEqual([])
    const author = await cookieFor(url, app.port, 'tobias')
    const handbook = (format: string): ReturnType<typeof exportedFile> =>
      exportedFile(app, author, 'walling', { entryId: 'handbook', format, variant: 'published' })
    // The demo's book as an e-book, by EPUBCheck (w3c/epubcheck, from Debian).
    const epub = await handbook('epub')
    expect(epub.type).toBe('application/epub+zip')
    const file = join(folder, 'handbook.epub')
    await writeFile(file, epub.bytes)
    const checked = join(folder, 'handbook.json')
    await run('java', ['-jar', '/usr/bin/epubcheck', file, '--json', checked]).catch(() => undefined)
    const report = await readFile(checked, 'utf8')
    const { messages: problems, publication } = JSON.parse(report) as {
      messages: { severity: string; message: string }[]
      publication: { title: string }
    }
    expect(
      problems
        .filter(({ severity }) => severity === 'ERROR' || severity === 'WARNING' || severity === 'FATAL')
        .map(({ message }) => message),
    ).toEqual([])
    expect(publication.title).toBe('A Waller’s Handbook')

    // As one web page, by the HTML checker.
    const web = join(folder, 'handbook.html')
    await writeFile(web, (await handbook('web')).bytes)
    const said = await run(
      'java',
      ['-jar', 'node_modules/vnu-jar/build/dist/vnu.jar', '--format', 'json', '--errors-only', web],
      { maxBuffer: 1 << 26 },
    ).then(
      ({ stderr }) => stderr,
      (error: { stderr: string }) => error.stderr,
    )
    expect(checkerFindings(said)).toEqual([])

    // As PDF, by pdfinfo (poppler-utils, from Debian): tagged, with headings, lists and tables in its structure tree.
    const pdf = join(folder, 'handbook.pdf')
    await writeFile(pdf, (await handbook('pdf')).bytes)
    expect((await run('pdfinfo', [pdf])).stdout).toMatch(/Title: +A Waller’s Handbook\n(.*\n)*Tagged: +yes/)
    const { stdout: tree, stderr: complaints } = await run('pdfinfo', ['-struct-text', pdf], { maxBuffer: 1 << 26 })
    expect(complaints).toBe('')
    for (const [kind, least] of [
      ['H1', 9],
      ['H2', 10],
      ['L', 4],
      ['LI', 10],
      ['Table', 1],
      ['TH', 2],
      ['TD', 4],
      ['Link', 8],
    ] as const)
      expect(tree.match(new RegExp(`^ *${kind}\\b`, 'gm'))?.length ?? 0, kind).toBeGreaterThanOrEqual(least)
    for (const words of ['What a wall is', 'spreads the weight on firm ground']) expect(tree).toContain(words)
    expect((await run('pdftotext', [pdf, '-'])).stdout).toContain('Mending a gap')
  } finally {
    await app.stop()
  }
}, 240_000)

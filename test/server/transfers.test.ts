import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { strFromU8, unzipSync, zipSync } from 'fflate'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { cookieFor, type RunningApp, startApp, withClient } from './setup/app.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'
import { importDocument, settled, exportedFile } from './setup/transfers.ts'

const url = await useFreshDatabase()
let app: RunningApp
let author = ''
const folder = mkdtempSync(join(tmpdir(), 'transfers-'))

beforeAll(async () => {
  await withClient(url, async (client) => {
    await makeSchool(client)
    await client.query(
      `insert into plan_entries (id, course_id, parent_id, kind, title, position)
        values ('unit', 'course', null, 'unit', 'Unit', 0), ('lesson', 'course', 'unit', 'lesson', 'Lesson', 0),
        ('other-unit', 'other', null, 'unit', 'Unit', 0)`,
    )
  })
  app = await startApp(url)
  author = await cookieFor(url, app.port, 'author')
})
afterAll(() => app.stop())

const rows = async <T>(sql: string, values: unknown[] = []): Promise<T[]> =>
  withClient(url, async (client) => (await client.query(sql, values)).rows as T[])

/** A Word document made by pandoc (from Debian), with a picture. */
async function word(name: string, markdown: string): Promise<Buffer> {
  writeFileSync(
    join(folder, 'wall.png'),
    await sharp({ create: { width: 320, height: 200, channels: 3, background: '#4b6b3c' } })
      .png()
      .toBuffer(),
  )
  writeFileSync(join(folder, `${name}.md`), markdown)
  execFileSync('pandoc', ['-f', 'markdown', `${name}.md`, '-o', `${name}.docx`], { cwd: folder })
  return readFileSync(join(folder, `${name}.docx`))
}

test('a Word document comes in as a book with its picture and a report, and leaves and comes back as Markdown', async () => {
  const document = await word(
    'year',
    '---\ntitle: A year\n---\n\nOpening.\n\n# Winter\n\n![A wall](wall.png)\n\n- a\n- b\n\n# Spring\n\n| x | y |\n|---|---|\n| 1 | 2 |\n',
  )
  const { transfer } = await importDocument(app, author, 'course', 'A year.docx', document, 'as=book&after=lesson')
  expect(transfer).toMatchObject({ state: 'done', report: { kept: { chapters: 2, lists: 1, tables: 1, pictures: 1 } } })
  const plan = await rows<{ kind: string; title: string; parent_id: string }>(
    `select kind, title, parent_id from plan_entries where course_id = 'course' and kind in ('book', 'chapter')
      order by kind, position`,
  )
  expect(plan).toEqual([
    { kind: 'book', title: 'A year', parent_id: 'lesson' },
    { kind: 'chapter', title: 'Winter', parent_id: transfer!.madeId },
    { kind: 'chapter', title: 'Spring', parent_id: transfer!.madeId },
  ])
  expect(await rows(`select width, height from shelf_items where course_id = 'course'`)).toEqual([
    { width: 320, height: 200 },
  ])

  const out = await exportedFile(app, author, 'course', {
    entryId: transfer!.madeId!,
    format: 'markdown',
    variant: 'written',
  })
  expect(out.transfer).toMatchObject({ state: 'done', name: 'A year.zip', report: { notes: [] } })
  const files = unzipSync(new Uint8Array(out.bytes))
  expect(Object.keys(files).sort()).toEqual([
    '1-Winter.md',
    '2-Spring.md',
    'contents.md',
    'opening.md',
    expect.stringMatching(/^pictures\/.+\.png$/),
  ])
  expect(strFromU8(files['2-Spring.md']!)).toContain('| x | y |')
  // Back in another course: the same pages, the picture on that course's own shelf.
  const other = await cookieFor(url, app.port, 'outsider')
  const back = await importDocument(app, other, 'other', out.transfer.name, new Uint8Array(out.bytes))
  expect(back.transfer).toMatchObject({
    state: 'done',
    report: { kept: { chapters: 2, lists: 1, tables: 1, pictures: 1 }, notes: [] },
  })
  expect(await rows(`select width from shelf_items where course_id = 'other'`)).toEqual([{ width: 320 }])
  const content = async (course: string): Promise<unknown[]> =>
    (
      await rows<{ content: unknown }>(
        `select s.content from plan_entries e join snapshots s on s.document_id = e.document_id
          where e.course_id = $1 and e.kind in ('book', 'chapter') order by e.kind, e.position`,
        [course],
      )
    ).map((row) => JSON.parse(JSON.stringify(row.content).replace(/"item":"[^"]*"/g, '"item":""')) as unknown)
  expect(await content('other')).toEqual(await content('course'))
  // What was made is fetched by authors of the course alone.
  expect(
    (await fetch(`${app.address}/courses/other/transfers/${out.transfer.id}/file`, { headers: { cookie: other } }))
      .status,
  ).toBe(404)
  expect(
    (
      await fetch(`${app.address}/courses/course/transfers/${out.transfer.id}/file`, {
        headers: { cookie: await cookieFor(url, app.port, 'student') },
      })
    ).status,
  ).toBe(403)
})

test('what is not published is not taken out as students read it', async () => {
  const [draft] = await rows<{ id: string }>(
    `select id from plan_entries where kind = 'chapter' and course_id = 'course' limit 1`,
  )
  await expect(
    exportedFile(app, author, 'course', { entryId: 'unit', format: 'epub', variant: 'published' }),
  ).rejects.toThrow('Only what is written')
  const { transfer } = await exportedFile(app, author, 'course', {
    entryId: draft!.id,
    format: 'epub',
    variant: 'published',
  })
  expect(transfer).toMatchObject({ state: 'failed', problem: expect.stringContaining('is not published') as unknown })
  const again = await fetch(`${app.address}/courses/course/transfers`, {
    method: 'POST',
    body: JSON.stringify({ intent: 'again', id: transfer.id }),
    headers: { cookie: author, origin: app.address, 'Content-Type': 'application/json' },
  })
  expect(await again.json()).toEqual({ ok: true })
  expect((await settled(app, author, 'course', transfer.id)).state).toBe('failed')
})

test('every format of a page with everything in it', async () => {
  const { transfer } = await importDocument(
    app,
    author,
    'course',
    'pieces.html',
    '<h1>Pieces</h1><div data-piece="tabs"><section><h2>One</h2><p>first</p></section></div><iframe data-piece="html" title="Gauge" srcdoc="&lt;b&gt;x&lt;/b&gt;"></iframe><p style="color:red" onclick="steal()">words</p><script>steal()</script><img src="https://tracker.example/x.png" alt="Tracked">',
    'as=page',
  )
  expect(transfer!.report!.notes.map(({ message }) => message)).toEqual(
    expect.arrayContaining([
      'A page holds no script; it was left out: “steal()”.',
      'A picture is not in the file; its alternative text was kept.',
    ]),
  )
  const taken = async (format: string): Promise<Awaited<ReturnType<typeof exportedFile>>> =>
    exportedFile(app, author, 'course', { entryId: transfer!.madeId!, format, variant: 'written' })
  const web = await taken('web')
  expect([
    web.type?.split(';')[0],
    web.bytes.toString('utf8').includes('srcdoc='),
    web.bytes.includes('steal'),
  ]).toEqual(['text/html', true, false])
  expect((await taken('epub')).transfer.report!.notes.map(({ message }) => message)).toEqual([
    'An HTML piece runs only in a browser; its title, and its words for paper, stand in its place.',
  ])
  expect((await taken('pdf')).bytes.subarray(0, 5).toString()).toBe('%PDF-')
  expect((await taken('markdown')).bytes.toString('utf8')).toMatch(/^# Pieces\n\n<div data-piece="tabs"/)
})

test('bad files are refused with a sentence, and leave nothing behind', async () => {
  const before = (await rows<{ count: string }>('select count(*) from plan_entries'))[0]!.count
  const whole = await word('whole', '# A\n\ntext\n')
  const refused: [string, Buffer | string, RegExp][] = [
    ['cut.docx', whole.subarray(0, whole.length / 2), /damaged, or was cut off/],
    ['old.doc', Buffer.from('d0cf11e0a1b11ae100000000', 'hex'), /older Word.*Save it as \.docx/],
    ['data.bin', Buffer.from([0, 1, 2, 255]), /no text in UTF-8/],
    ['empty.md', '', /is empty/],
    ['other.zip', Buffer.from(zipSync({ 'a.txt': new Uint8Array([65]) })), /an archive without a text/],
  ]
  for (const [name, bytes, reason] of refused)
    expect(await importDocument(app, author, 'course', name, bytes), name).toMatchObject({
      status: 422,
      ok: false,
      reason: expect.stringMatching(reason) as unknown,
    })
  // These show only when they are read.
  const tricks = await importDocument(
    app,
    author,
    'course',
    'tricks.docx',
    Buffer.from(zipSync({ 'word/document.xml': new Uint8Array([60]), '../../x': new Uint8Array([65]) })),
  )
  expect(tricks.transfer).toMatchObject({
    state: 'failed',
    problem: expect.stringContaining('leads out of it') as unknown,
  })
  const broken = await importDocument(
    app,
    author,
    'course',
    'broken.docx',
    Buffer.from(zipSync({ 'word/document.xml': new Uint8Array([60, 119]) })),
  )
  expect(broken.transfer).toMatchObject({ state: 'failed', problem: expect.stringMatching(/damaged/) as unknown })
  expect((await rows<{ count: string }>('select count(*) from plan_entries'))[0]!.count).toBe(before)
})

test('a picture that is none is left to its alternative text, which is said in the report and beside the page', async () => {
  const archive = zipSync({
    'a.md': new TextEncoder().encode('# A\n\n![Not a picture](x.png)\n\nText.'),
    'x.png': new TextEncoder().encode('words'),
  })
  const { transfer } = await importDocument(app, author, 'course', 'a.zip', archive, 'as=page')
  expect(transfer).toMatchObject({
    state: 'done',
    report: {
      kept: { pictures: 0 },
      notes: [
        {
          type: 'left out',
          message: '“x.png” is a text file, not a picture. Pictures are PNG, JPEG, WebP, AVIF, GIF or SVG.',
        },
      ],
    },
  })
  expect(await rows('select reason, told from set_aside where document_id = $1', [transfer!.madeId])).toEqual([
    {
      reason: 'left out',
      told: 'Of “a.zip”, as it was imported: “x.png” is a text file, not a picture. Pictures are PNG, JPEG, WebP, AVIF, GIF or SVG.',
    },
  ])
})

test('what comes in tells its findings in the plan before anyone has opened it', async () => {
  const { transfer } = await importDocument(
    app,
    author,
    'course',
    'junk.md',
    '# Junk\n\nClick [here](https://a.example/).\n\n#### Too deep\n\ntext',
    'as=page',
  )
  expect(await rows('select words, findings from documents where id = $1', [transfer!.madeId])).toEqual([
    { words: 5, findings: 2 },
  ])
})

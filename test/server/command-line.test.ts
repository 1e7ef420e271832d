import { execFile } from 'node:child_process'
import { mkdtemp, readFile, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { beforeAll, expect, test } from 'vitest'
import sharp from 'sharp'
import { schema } from '../../core/document/schema.ts'
import { epubFiles } from '../../core/formats/epub.ts'
import { zipEpub } from '../../core/formats/zip.ts'
import { freshDatabase, useFreshDatabase } from './setup/database.ts'
import { withClient } from './setup/app.ts'

const url = await useFreshDatabase()
let folder = ''
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'fieldstone-test-'))
})

interface Ran {
  code: number
  out: string
  error: string
}

function fieldstone(args: readonly string[], environment: Record<string, string> = {}): Promise<Ran> {
  return new Promise((done) => {
    execFile(
      'bin/fieldstone',
      args,
      { env: { ...process.env, ...environment }, maxBuffer: 1 << 26 },
      (error, out, complaint) =>
        done({ code: typeof error?.code === 'number' ? error.code : 0, out, error: complaint }),
    )
  })
}

async function file(name: string, text: string | Buffer): Promise<string> {
  const path = join(folder, name)
  await writeFile(path, text)
  return path
}

test('read, write and stats go round', async () => {
  const html = await file('a.html', '<h1>Walls</h1><p>One <b>on</b> two.</p><script>x</script>')
  const read = await fieldstone(['read', html])
  expect(JSON.parse(read.out)).toMatchObject({ document: { type: 'doc' }, notes: [{ type: 'left out', line: 1 }] })
  const json = await file('a.json', read.out)
  expect((await fieldstone(['write', json])).out).toBe('<h1>Walls</h1>\n<p>One <strong>on</strong> two.</p>\n')
  expect(JSON.parse((await fieldstone(['stats', json])).out)).toMatchObject({
    title: 'Walls',
    words: 3,
    characters: 11,
    minutes: 1,
  })
  const several = (await fieldstone(['stats', html, json])).out
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as { file: string; words: number })
  expect(several.map(({ file: name, words }) => [name, words])).toEqual([
    [html, 3],
    [json, 3],
  ])
})

test('clean tells what paste makes of a file, source-check what is wrong in it and where', async () => {
  const junk = await file(
    'junk.html',
    '<p class=MsoNormal><b style="font-weight:normal"><span style="font-weight:700">a</span></b></p><p hidden>An answer.</p>',
  )
  expect(JSON.parse((await fieldstone(['clean', junk])).out)).toEqual({
    html: '<p><strong>a</strong></p>\n',
    report: 'Pasted: 1 paragraph. Left out: hidden text.',
    leftOut: ['Words that are hidden were left out: “An answer.”.'],
  })
  const broken = await file('broken.html', '<p>a</p>\n<div><p>b</p>')
  const { code, out } = await fieldstone(['source-check', broken])
  expect(code).toBe(1)
  expect(JSON.parse(out)).toMatchObject({
    diagnostics: [
      {
        rule: 'unclosed',
        line: 2,
        column: 1,
        repairs: [{ label: 'Close it at the end' }, { label: 'Remove the tag' }],
      },
    ],
  })
  expect((await fieldstone(['source-check', await file('right.html', '<p>a</p>')])).code).toBe(0)
})

test('convert goes from HTML to Markdown and back, and to one document', async () => {
  const html = await file('in.html', '<h1>Walls</h1><h2>Stones</h2><ul><li>a</li></ul>')
  const [md, back, alone] = [join(folder, 'out.md'), join(folder, 'back.json'), join(folder, 'alone.html')]
  expect((await fieldstone(['convert', html, md])).code).toBe(0)
  expect(await readFile(md, 'utf8')).toBe('# Walls\n\n## Stones\n\n- a\n')
  await fieldstone(['convert', md, back])
  expect((await fieldstone(['write', back])).out).toBe('<h1>Walls</h1>\n<h2>Stones</h2>\n<ul>\n  <li>a</li>\n</ul>\n')
  await fieldstone(['convert', md, alone])
  expect(await readFile(alone, 'utf8')).toMatch(/<style>[^]+<h1 id="_title">Walls<\/h1>/)
})

test('convert makes a book of a text with parts, and says what it can’t make', async () => {
  const md = join(folder, 'out-of-book.md')
  const html = await file('page.html', '<h1>Walls</h1>')
  expect((await fieldstone(['convert', html, join(folder, 'x.doc')])).error).toContain('has an ending')
  const book = await file('book.md', '# Year\n\n## Winter\n\na\n\n## Spring\n\nb\n')
  const epub = join(folder, 'book.epub')
  expect((await fieldstone(['convert', book, epub])).code).toBe(0)
  expect((await readFile(epub)).subarray(30, 58).toString()).toBe('mimetypeapplication/epub+zip')
  expect((await fieldstone(['convert', epub, md])).error).toContain('is a book of several texts')
  expect((await fieldstone(['convert', await file('broken.docx', 'PK'), md])).error).toContain('damaged')
})

test('convert keeps pictures where the format holds them, and says what it leaves out or changes', async () => {
  const png = await sharp({ create: { width: 3, height: 2, channels: 3, background: '#4b6b3c' } })
    .png()
    .toBuffer()
  const figure = schema.nodeFromJSON({
    type: 'picture',
    attrs: { item: 'wall', width: 3, height: 2, alt: 'A wall', description: '', widthPercent: 100, align: 'center' },
    content: [{ type: 'caption' }],
  })
  const page = schema.node('doc', null, [schema.node('title', null, schema.text('Walls')), figure])
  const book = {
    identifier: 'urn:x',
    language: 'en',
    direction: 'ltr' as const,
    authors: [],
    modified: '2026-01-01T00:00:00Z',
    opening: page,
    parts: [],
    pictures: new Map([['wall', { bytes: new Uint8Array(png), mediaType: 'image/png', ending: 'png' }]]),
  }
  const epub = await file('walls.epub', Buffer.from(zipEpub(epubFiles(book, ''))))
  const html = join(folder, 'walls.html')
  expect(await fieldstone(['convert', epub, html])).toMatchObject({ code: 0 })
  expect(await readFile(html, 'utf8')).toContain(`data:image/png;base64,${png.toString('base64').slice(0, 40)}`)
  const { code, error } = await fieldstone(['convert', epub, join(folder, 'walls.md')])
  expect([code, error]).toEqual([0, expect.stringContaining('A picture is not in')])
  const left = await fieldstone([
    'convert',
    await file('left.html', '<h1>W</h1><p>a</p><img src="x.png" alt="An arch"><canvas></canvas>'),
    join(folder, 'left.md'),
  ])
  expect(left.error).toMatch(/canvas/)
  expect(left.error).toMatch(/picture|img|image/i)
})

test.each([
  [['nonsense'], 'There is no command “nonsense”'],
  [['read'], 'needs a file'],
  [['read', '/no/such/file'], 'can’t be read'],
])('%j ends with 2 and a sentence', async (args, sentence) => {
  const { code, error } = await fieldstone(args)
  expect(code).toBe(2)
  expect(error).toContain(sentence)
})

test('files that are no page end with 2 and a sentence', async () => {
  for (const [name, content, sentence] of [
    ['x.json', '{"type":"doc","content":[{"type":"script"}]}', 'is not the JSON of a page'],
    ['y.json', '{"half', 'is not the JSON of a page'],
    ['z.html', Buffer.from([0xff, 0xfe, 0x00]), 'not text in UTF-8'],
  ] as const) {
    const { code, error } = await fieldstone(['write', await file(name, content)])
    expect([code, error.includes(sentence)]).toEqual([2, true])
  }
})

test('a backup restored into an empty database is the same, row for row', async () => {
  process.env.DATABASE_URL = url
  const { seedDemo } = await import('../../demo/seed.ts')
  const { pool } = await import('../../server/database/pool.server.ts')
  await seedDemo(new Date('2026-11-23T12:00:00Z'))
  await pool.end()
  const archive = join(folder, 'demo.backup')
  expect(await fieldstone(['backup', archive], { DATABASE_URL: url })).toMatchObject({ code: 0 })
  const empty = await freshDatabase('template0')
  expect(await fieldstone(['restore', archive], { DATABASE_URL: empty })).toMatchObject({ code: 0, error: '' })
  const contents = (database: string): Promise<Record<string, string[]>> =>
    withClient(database, async (client) => {
      const { rows: tables } = await client.query<{ name: string }>(
        `select table_name as name from information_schema.tables where table_schema = 'public' order by 1`,
      )
      const found: Record<string, string[]> = {}
      for (const { name } of tables)
        found[name] = (
          await client.query<{ row: string }>(
            `select t::text as row from ${client.escapeIdentifier(name)} t order by 1`,
          )
        ).rows.map(({ row }) => row)
      return found
    })
  const [before, after] = [await contents(url), await contents(empty)]
  expect(Object.keys(before)).toContain('editions')
  expect(before.editions?.length).toBeGreaterThan(8)
  expect(after).toEqual(before)
  expect(await fieldstone(['restore', archive], { DATABASE_URL: empty })).toMatchObject({
    code: 2,
    error: expect.stringContaining('not empty'),
  })
  expect(await fieldstone(['restore', await file('no.backup', 'hello')], { DATABASE_URL: empty })).toMatchObject({
    code: 2,
    error: expect.stringContaining('not a backup'),
  })
})

test('whoever runs the server takes the second step off an account; it stands in the audit trail', async () => {
  const database = await freshDatabase()
  await withClient(database, (client) =>
    client.query(
      `insert into people (id, name, email, password_hash, colour, is_manager, totp_secret)
        values ('m', 'Test manager', 'm@test.example', 'none', '#46586b', true, 'X')`,
    ),
  )
  const run = (...args: string[]): Promise<Ran> => fieldstone(['second-step-off', ...args], { DATABASE_URL: database })
  expect(await run()).toMatchObject({ code: 2, error: expect.stringContaining('needs the address') })
  expect(await run('nobody@test.example')).toMatchObject({
    code: 2,
    error: expect.stringContaining('Nobody signs in as'),
  })
  expect(await run(' M@test.example')).toMatchObject({ code: 0, error: '' })
  expect(await run('m@test.example')).toMatchObject({ code: 2 })
  await withClient(database, async (client) => {
    expect((await client.query('select totp_secret from people')).rows).toEqual([{ totp_secret: null }])
    expect((await client.query('select person_id, act, address from audit')).rows).toEqual([
      { person_id: 'm', act: 'second step', address: 'command line' },
    ])
  })
})

test('whoever runs the server makes the first manager, who sets a password by the way that is printed', async () => {
  const database = await freshDatabase()
  const manager = (...args: string[]): Promise<Ran> =>
    fieldstone(['manager', ...args], { DATABASE_URL: database, ADDRESS: 'https://fieldstone.example' })
  expect(await manager('nobody')).toMatchObject({ code: 2, error: expect.stringContaining('needs the e-mail address') })
  const made = await manager('Head@school.example', 'Test', 'Head')
  expect(made).toMatchObject({ code: 0, error: '' })
  const token = /^https:\/\/fieldstone\.example\/new-password\?way=([\w-]{43})\n$/.exec(made.out)![1]!
  // Once more is the same person, by another way.
  expect((await manager('head@school.example', 'Test Head')).out).not.toBe(made.out)
  await withClient(database, async (client) => {
    expect((await client.query('select name, email, is_manager from people')).rows).toEqual([
      { name: 'Test Head', email: 'head@school.example', is_manager: true },
    ])
    expect(
      (await client.query(`select 1 from password_resets where token_hash = sha256($1)`, [Buffer.from(token)]))
        .rowCount,
    ).toBe(1)
    expect((await client.query('select act from audit')).rows).toEqual([{ act: 'rights' }, { act: 'rights' }])
  })
})

test('the demo is the same for the same moment', async () => {
  const [first, second] = [await freshDatabase(), await freshDatabase()]
  const seedAt = (database: string): Promise<Ran> =>
    new Promise((done) =>
      execFile(
        process.execPath,
        [
          '--import',
          'tsx',
          '-e',
          `const { seedDemo } = await import('./demo/seed.ts'); const { pool } = await import('./server/database/pool.server.ts'); await seedDemo(new Date('2026-11-23T12:00:00Z')); await pool.end()`,
        ],
        { env: { ...process.env, DATABASE_URL: database } },
        (error, out, complaint) => done({ code: error ? 1 : 0, out, error: complaint }),
      ),
    )
  for (const database of [first, second]) expect(await seedAt(database)).toMatchObject({ code: 0 })
  const contents = (database: string): Promise<unknown[]> =>
    withClient(
      database,
      async (client) =>
        (
          await client.query(
            `select document_id, base, version, person_id, created_at, steps::text from batches
              union all select document_id, number, version, title, published_at, segments::text from editions
              order by 1, 2, 3, 4`,
          )
        ).rows,
    )
  expect(await contents(first)).toEqual(await contents(second))
})

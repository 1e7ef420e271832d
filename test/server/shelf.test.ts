import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { cookieFor, type RunningApp, startApp, withClient } from './setup/app.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

const url = await useFreshDatabase()
let app: RunningApp
beforeAll(async () => {
  await withClient(url, (client) => makeSchool(client))
  app = await startApp(url)
})
afterAll(() => app.stop())

interface Answer {
  status: number
  ok?: boolean
  reason?: string
  isKnown?: boolean
  item?: { id: string; name: string; width: number; height: number; state: string; mediaType: string }
}

async function put(name: string, bytes: Buffer | string, person = 'author'): Promise<Answer> {
  const response = await fetch(`${app.address}/courses/course/uploads?name=${encodeURIComponent(name)}`, {
    method: 'POST',
    body: bytes as never,
    headers: { cookie: await cookieFor(url, app.port, person), origin: app.address },
  })
  return {
    status: response.status,
    ...(response.headers.get('content-type')?.includes('json')
      ? ((await response.json()) as object)
      : { reason: await response.text() }),
  }
}

async function get(path: string, person = 'author', headers: Record<string, string> = {}): Promise<Response> {
  return fetch(app.address + path, { headers: { cookie: await cookieFor(url, app.port, person), ...headers } })
}

const rows = async <T>(sql: string): Promise<T[]> =>
  withClient(url, async (client) => (await client.query(sql)).rows as T[])

async function ready(id: string): Promise<void> {
  for (let attempt = 0; attempt < 250; attempt++) {
    const item = (await (await get(`/courses/course/shelf-list/${id}`)).json()) as { state: string }
    if (item.state !== 'new') return expect(item.state).toBe('ready')
    await new Promise((done) => setTimeout(done, 200))
  }
  throw new Error('The renditions were not made.')
}

/** Noise does not compress: the file is as large as a camera's. */
async function noise(width: number, height: number): Promise<Buffer> {
  return sharp({
    create: { width, height, channels: 3, background: '#777', noise: { type: 'gaussian', mean: 128, sigma: 60 } },
  })
    .png({ compressionLevel: 0 })
    .toBuffer()
}

test('a picture is kept once, found again, and made in the sizes readers need without where it was taken', async () => {
  const bytes = await sharp({ create: { width: 1600, height: 1000, channels: 3, background: '#4b6b3c' } })
    .jpeg()
    .withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '54/1 0/1 0/1' } })
    .toBuffer()
  expect(bytes.includes('Exif')).toBe(true)
  const first = await put('C:\\photos\\hagg wall.jpg', bytes)
  expect(first).toMatchObject({
    status: 200,
    ok: true,
    isKnown: false,
    item: { name: 'hagg wall.jpg', width: 1600, height: 1000, mediaType: 'image/jpeg' },
  })
  const second = await put('the same again.jpg', bytes)
  expect(second).toMatchObject({ ok: true, isKnown: true, item: { id: first.item!.id } })
  expect(await rows(`select hash from blobs where size = ${bytes.length}`)).toHaveLength(1)
  await ready(first.item!.id)
  expect(
    (await rows<{ width: number }>('select width from renditions order by width')).map(({ width }) => width),
  ).toEqual([480, 960, 1600])
  const response = await get(`/files/${first.item!.id}/960`)
  expect(response.headers.get('content-type')).toBe('image/webp')
  expect(response.headers.get('content-security-policy')).toContain('sandbox')
  const sent = Buffer.from(await response.arrayBuffer())
  const meta = await sharp(sent).metadata()
  expect([meta.width, meta.height, meta.exif]).toEqual([960, 600, undefined])
  await fetch(`${app.address}/courses/course/shelf-list/${first.item!.id}`, {
    method: 'POST',
    body: JSON.stringify({ alt: 'A mossy wall, 100% dry' }),
    headers: {
      cookie: await cookieFor(url, app.port, 'author'),
      origin: app.address,
      'content-type': 'application/json',
    },
  })
  const found = async (words: string): Promise<number> =>
    ((await (await get(`/courses/course/shelf-list?words=${encodeURIComponent(words)}`)).json()) as unknown[]).length
  expect([await found('mossy'), await found('hagg 100%'), await found('100_'), await found('nothing')]).toEqual([
    1, 1, 0, 0,
  ])
})

test('ranges of a file are sent as RFC 9110 has them', async () => {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"><!--${'x'.repeat(1_200_000)}--><rect width="40" height="20"/></svg>`
  const { item } = await put('long.svg', svg)
  const part = await get(`/files/${item!.id}/480`, 'author', { range: 'bytes=1048570-1048589' })
  expect([part.status, part.headers.get('content-range'), await part.text()]).toEqual([
    206,
    `bytes 1048570-1048589/${svg.length}`,
    svg.slice(1_048_570, 1_048_590),
  ])
  expect(await (await get(`/files/${item!.id}/480`, 'author', { range: 'bytes=-6' })).text()).toBe('</svg>')
  expect((await get(`/files/${item!.id}/480`, 'author', { range: `bytes=${svg.length}-` })).status).toBe(416)
  const whole = await get(`/files/${item!.id}/480`)
  expect((await whole.text()).length).toBe(svg.length)
  expect((await get(`/files/${item!.id}/480`, 'author', { 'if-none-match': whole.headers.get('etag')! })).status).toBe(
    304,
  )
})

test('a 30 MB picture is taken', async () => {
  const bytes = await noise(3600, 2900)
  expect(bytes.length).toBeGreaterThan(30_000_000)
  const { item, reason } = await put('large.png', bytes)
  expect(reason).toBeUndefined()
  await ready(item!.id)
})

test.each<[string, () => Promise<Buffer | string> | string, RegExp]>([
  ['notes.png', () => 'only words', /“notes.png” is a text file, not a picture/],
  ['empty.png', () => '', /is empty/],
  [
    'huge.png',
    async () =>
      sharp({ create: { width: 16_000, height: 16_000, channels: 3, background: '#fff' } })
        .png()
        .toBuffer(),
    /16,000 × 16,000 pixels/,
  ],
  [
    'cut.jpg',
    async () =>
      (
        await sharp({ create: { width: 90, height: 90, channels: 3, background: '#fff' } })
          .jpeg()
          .toBuffer()
      ).subarray(0, 40),
    /can’t be read as one/,
  ],
  ['paper.png', () => '%PDF-1.7\n1 0 obj', /is a file of the type PDF, not a picture/],
  [
    'no-size.svg',
    () => '<svg xmlns="http://www.w3.org/2000/svg" width="0" height="0"></svg>',
    /no size of its own|can’t be read/,
  ],
])('%s is refused with a sentence, and nothing of it stays', async (name, make, sentence) => {
  const before = (await rows<{ n: number }>('select count(*)::int as n from blob_chunks'))[0]!.n
  const answer = await put(name, await make())
  expect(answer.status).toBe(422)
  expect(answer.reason).toMatch(sentence)
  expect((await rows<{ n: number }>('select count(*)::int as n from blob_chunks'))[0]!.n).toBe(before)
  expect(await rows('select id from uploads')).toEqual([])
})

test('a picture of 40,000 by 40,000 that says so in its head alone is refused without being read', async () => {
  const head = Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex')
  const size = Buffer.alloc(8)
  size.writeUInt32BE(40_000, 0)
  size.writeUInt32BE(40_000, 4)
  const answer = await put(
    'vast.png',
    Buffer.concat([
      head,
      size,
      Buffer.from('0802000000', 'hex'),
      Buffer.alloc(4),
      Buffer.from('0000000049454e44ae426082', 'hex'),
    ]),
  )
  expect(answer.reason).toMatch(/40,000 × 40,000 pixels|can’t be read/)
})

test('more than a request may hold is refused before it is read', async () => {
  const response = await fetch(`${app.address}/courses/course/plan`, {
    method: 'POST',
    body: Buffer.alloc(21 * 1024 * 1024),
    headers: { cookie: await cookieFor(url, app.port, 'author'), origin: app.address },
  }).catch(() => null)
  expect(response?.status ?? 413).toBe(413)
})

test.each(['uploads?name=a', 'contributions?name=a&any=yes', 'transfers/import?name=a.docx&as=book'])(
  'a file may be larger than a form: %s',
  async (path) => {
    const response = await fetch(`${app.address}/courses/course/${path}`, {
      method: 'POST',
      body: Buffer.alloc(21 * 1024 * 1024),
      headers: { cookie: await cookieFor(url, app.port, 'author'), origin: app.address },
    })
    expect(response.status).not.toBe(413)
    expect(await response.text()).not.toContain('more than one request may hold')
  },
)

test('readers get a picture while a current edition shows it, authors always, others never', async () => {
  const { item } = await put(
    'drawing.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><script>steal()</script><image href="https://evil.example/x"/></svg>',
  )
  const path = `/files/${item!.id}/480`
  expect((await get(path, 'student')).status).toBe(404)
  expect((await get(path, 'author')).status).toBe(200)
  await withClient(url, async (client) => {
    await client.query(`insert into documents (id, course_id) values ('shown', 'course')`)
    await client.query(
      `insert into plan_entries (id, course_id, kind, title, position) values ('u', 'course', 'unit', 'U', 0)`,
    )
    await client.query(
      `insert into plan_entries (id, course_id, parent_id, kind, title, position, document_id)
        values ('shown', 'course', 'u', 'page', 'P', 0, 'shown')`,
    )
    const edition = (number: number): Promise<unknown> =>
      client.query(
        `insert into editions (document_id, number, version, schema_version, renderer, title, note, words, content,
          segments, headings, published_by) values ('shown', $1, $1, 1, 2, 'P', '', 1, '{}', '[]', '[]', 'author')`,
        [number],
      )
    await edition(1)
    await client.query(`insert into edition_items values ('shown', 1, $1)`, [item!.id])
  })
  const shown = await get(path, 'student')
  expect(shown.status).toBe(200)
  expect(shown.headers.get('content-security-policy')).toBe(
    "default-src 'none'; style-src 'unsafe-inline'; img-src data:; sandbox",
  )
  expect((await get(path, 'guest')).status).toBe(200)
  expect((await get(path, 'outsider')).status).toBe(404)
  await withClient(url, (client) =>
    client.query(
      `insert into editions (document_id, number, version, schema_version, renderer, title, note, words, content,
        segments, headings, published_by) values ('shown', 2, 2, 1, 2, 'P', '', 1, '{}', '[]', '[]', 'author')`,
    ),
  )
  expect((await get(path, 'student')).status).toBe(404)
})

test('what nothing points to is swept away, the rest stays', async () => {
  const { sweep } = await import('../../server/shelf/bytes.server.ts')
  const { pool } = await import('../../server/database/pool.server.ts')
  const { item } = await put('gone.svg', '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 7 7"/>')
  const before = (await rows('select hash from blobs')).length
  await withClient(url, (client) => client.query('delete from shelf_items where id = $1', [item!.id]))
  expect(await sweep(pool, 0)).toBe(1)
  expect(await rows('select hash from blobs')).toHaveLength(before - 1)
  await pool.end()
})

test('several files at once, the same among them and some that are refused: each has its own answer, and nothing is left over', async () => {
  const same = await noise(40, 40)
  const others = await Promise.all([noise(41, 40), noise(42, 40), noise(43, 40)])
  const answers = await Promise.all([
    put('a.png', same),
    put('b.png', same),
    put('c.txt', 'words'.repeat(100_000)),
    put('d.png', others[0]),
    put('e.png', same),
    put('f.png', others[1]),
    put('g.png', Buffer.alloc(0)),
    put('h.png', others[2]),
    put('i.png', Buffer.concat([others[0].subarray(0, 20), Buffer.alloc(30_000)])),
  ])
  expect(answers.map(({ ok }) => ok)).toEqual([true, true, false, true, true, true, false, true, false])
  expect(new Set([answers[0], answers[1], answers[4]].map((answer) => answer.item!.id)).size).toBe(1)
  expect(answers[2].reason).toContain('a text file, not a picture')
  expect(await rows('select id from uploads')).toEqual([])
  expect(await rows('select upload_id from blob_chunks where upload_id is not null')).toEqual([])
})

test('what is no picture is told by its first bytes, and none of it is kept meanwhile', async () => {
  let most = 0
  const watch = setInterval(
    () =>
      void rows<{ count: number }>('select count(*)::int as count from blob_chunks where upload_id is not null').then(
        ([row]) => (most = Math.max(most, row!.count)),
      ),
    20,
  )
  const answer = await put(
    'film.mp4',
    Buffer.concat([Buffer.from('00000018667479706d703432', 'hex'), Buffer.alloc(30 * 1024 * 1024)]),
  )
  clearInterval(watch)
  expect(answer).toMatchObject({
    status: 422,
    ok: false,
    reason: expect.stringContaining('file of the type MP4, not a picture'),
  })
  expect(most).toBe(0)
})

test('a name loses what can’t be shown and what turns its direction', async () => {
  const { item } = await put('wall\u202egpj.exe\u0007\u2066.png', await noise(44, 40))
  expect(item!.name).toBe('wallgpj.exe.png')
})

test('who has brought too much in a day is told so', async () => {
  await rows(`insert into blobs (hash, size) values (decode(repeat('01', 32), 'hex'), 5000000000)`)
  await rows(
    `insert into shelf_items (id, course_id, hash, name, media_type, state, created_by)
      values ('huge', 'course', decode(repeat('01', 32), 'hex'), 'huge', 'image/png', 'ready', 'coauthor')`,
  )
  expect(await put('one.png', await noise(45, 40), 'coauthor')).toMatchObject({
    status: 422,
    reason:
      '“one.png” was not taken: you have brought 4 GB in the last 24 hours, the most that one person may. Try again tomorrow.',
  })
  expect(await put('one.png', await noise(45, 40))).toMatchObject({ ok: true })
})

import { randomBytes } from 'node:crypto'
import { request } from 'node:http'
import sharp from 'sharp'
import { cookieFor, startApp, withClient } from '../test/server/setup/app.ts'
import { type Figure, percentile } from './measure.ts'
import { memory } from './memory.ts'
import { seedCourse } from './school.ts'

const STUDENTS = 20_000

/** What one large thing costs others: the readers of a crowd, and a large file on its way in. */
export async function benchCrowded(url: string): Promise<Figure[]> {
  // A connection of its own: what fills the school takes longer than any request may.
  await withClient(url, async (client) => {
    await seedCourse(client, 'crowd', 60)
    await client.query(`insert into memberships (course_id, person_id, role) values ('crowd', 'author', 'author')`)
    await client.query(
      `insert into people (id, name, email, password_hash, colour) select 'c' || n, 'Student ' || lpad(n::text, 5, '0'),
        'c' || n || '@test.example', 'none', '#46586b' from generate_series(1, $1::int) n on conflict do nothing`,
      [STUDENTS],
    )
    await client.query(
      `insert into memberships (course_id, person_id, role) select 'crowd', 'c' || n, 'student'
        from generate_series(1, $1::int) n on conflict do nothing`,
      [STUDENTS],
    )
    await client.query(
      `insert into progress (entry_id, person_id, done_at) select 'crowd-page-' || j, 'c' || n, now()
        from generate_series(1, $1::int) n, generate_series(0, 19) j on conflict do nothing`,
      [STUDENTS],
    )
    await client.query('vacuum analyze')
  })
  const app = await startApp(url, { environment: { LOG_LEVEL: 'silent' } })
  try {
    const cookie = await cookieFor(url, app.port, 'author')
    const get = (path: string): Promise<Buffer> =>
      fetch(app.address + path, { headers: { cookie } }).then(async (response) => {
        if (response.status !== 200) throw new Error(`${path} answered ${response.status}`)
        return Buffer.from(await response.arrayBuffer())
      })
    await get('/courses/crowd/readers')
    // Others ask for what needs nothing but the server's attention, all the while.
    const waits: number[] = []
    let isOver = false
    const others = (async () => {
      while (!isOver) {
        const start = performance.now()
        await (await fetch(`${app.address}/health/live`)).text()
        waits.push(performance.now() - start)
        await new Promise((done) => setTimeout(done, 5))
      }
    })()
    let [most, unpacked] = [0, 0]
    for (const path of [
      '/courses/crowd/readers',
      '/courses/crowd/readers?from=9000',
      '/courses/crowd/readers?name=0199',
    ].flatMap((each) => [each, each, each]))
      [most, unpacked] = [
        Math.max(most, await sentBytes(app.address + path, cookie)),
        Math.max(unpacked, (await get(path)).length),
      ]
    isOver = true
    await others
    const longest = percentile(waits, 1)
    return [
      {
        name: 'Readers of 20,000 students: the largest answer, in kB, as it is sent',
        ratio: most / 1000,
        goal: 'at most 100',
        isReached: most <= 100_000,
        detail: `unpacked ${(unpacked / 1000).toFixed(0)} kB; ${waits.length} others asked meanwhile`,
      },
      {
        name: 'The same: the longest that anybody else waited, in ms',
        ratio: longest,
        goal: 'at most 200',
        isReached: longest <= 200,
        detail: `median ${percentile(waits, 0.5).toFixed(1)}, p95 ${percentile(waits, 0.95).toFixed(1)}`,
      },
      ...(await benchUpload(app.process.pid!, app.address, cookie)),
    ]
  } finally {
    await app.stop()
  }
}

/** Bytes of an answer on the wire, asked for as browsers do. */
function sentBytes(address: string, cookie: string): Promise<number> {
  return new Promise((done, fail) => {
    request(address, { headers: { cookie, 'accept-encoding': 'br, gzip' } }, (response) => {
      let bytes = 0
      response.on('data', (part: Buffer) => (bytes += part.length))
      response.on('end', () => done(bytes))
    })
      .once('error', fail)
      .end()
  })
}

/** A picture of some 95 MB, sent as fast as it is taken: the memory of the server above what it had before. */
async function benchUpload(pid: number, address: string, cookie: string): Promise<Figure[]> {
  // Noise in a PNG that is not packed; what follows its end is no part of the picture, and makes it as large as is
  // wanted.
  const picture = await sharp({
    create: {
      width: 1200,
      height: 900,
      channels: 3,
      background: '#777',
      noise: { type: 'gaussian', mean: 128, sigma: 60 },
    },
  })
    .png({ compressionLevel: 0 })
    .toBuffer()
  const rest = 95 * 1024 * 1024 - picture.length
  const before = memory(pid)
  let most = 0
  const watch = setInterval(() => (most = Math.max(most, memory(pid))), 10)
  const status = await new Promise<number>((done, fail) => {
    const upload = request(
      `${address}/courses/crowd/uploads?name=large.png`,
      { method: 'POST', headers: { cookie, origin: address, 'content-length': 95 * 1024 * 1024 } },
      (response) => response.resume().once('end', () => done(response.statusCode ?? 0)),
    )
    upload.once('error', fail)
    void (async () => {
      upload.write(picture)
      for (let sent = 0; sent < rest;) {
        const part = randomBytes(Math.min(65_536, rest - sent))
        sent += part.length
        if (!upload.write(part)) await new Promise((drained) => upload.once('drain', drained))
      }
      upload.end()
    })()
  })
  clearInterval(watch)
  if (status !== 200) throw new Error(`The upload was answered with ${status}.`)
  const above = Math.max(0, most - before)
  return [
    {
      name: 'A picture of 95 MB on its way in: memory of the server above idle, in MB',
      ratio: above,
      goal: 'at most 64',
      isReached: above <= 64,
      detail: `${before.toFixed(0)} MB before, ${most.toFixed(0)} MB at most`,
    },
  ]
}

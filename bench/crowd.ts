import { saveAnswer } from '../core/document/wire.ts'
import { Mapping, Step } from 'prosemirror-transform'
import { schema } from '../core/document/schema.ts'
import { readPage } from '../core/html/read.ts'
import { SCHEMA_VERSION } from '../core/kinds/upgrades.ts'
import { cookieFor, startApp } from '../test/server/setup/app.ts'
import { signedInAuthors } from './authors.ts'
import { longPage } from './html.ts'
import { type Figure, percentile } from './measure.ts'

const READERS = 200
const AUTHORS = 20
/** So many authors write on one page. */
const TOGETHER = 4
const SECONDS = 60

/** 200 students reading and 20 authors writing, four on a page, for a minute: no error, no lost step. */
export async function benchCrowd(url: string): Promise<Figure[]> {
  const { pool, transaction } = await import('../server/database/pool.server.ts')
  const { insertEntries } = await import('../server/plan/queries.server.ts')
  const { createDocument } = await import('../server/plan/plan.server.ts')
  const { insertPublished } = await import('../server/editions/publish.server.ts')
  const { currentTree, dropTree } = await import('../server/documents/trees.server.ts')
  await pool.query(`insert into courses (id, title) values ('crowd', 'Crowd')`)
  await pool.query(
    `insert into memberships (course_id, person_id, role)
      values ('crowd', 'student', 'student'), ('crowd', 'author', 'author')`,
  )
  const { page } = readPage(longPage(12_000))
  const read = Array.from({ length: 40 }, (_, at) => `crowd-${at}`)
  const written = Array.from({ length: AUTHORS / TOGETHER }, (_, at) => `written-${at}`)
  await transaction(async (db) => {
    await insertEntries(db, 'crowd', [
      { id: 'crowd-unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null },
    ])
    for (const id of [...read, ...written]) {
      await createDocument(db, 'crowd', id, page)
      await insertPublished(db, id, 'author', { version: 0, page }, '', 1)
    }
    await insertEntries(
      db,
      'crowd',
      [...read, ...written].map((id) => ({
        id,
        parentId: 'crowd-unit',
        kind: 'page' as const,
        title: id,
        documentId: id,
      })),
    )
  })
  await pool.query('analyze')
  const app = await startApp(url, { environment: { LOG_LEVEL: 'silent' } })
  const student = await cookieFor(url, app.port, 'student')
  const authors = await signedInAuthors(url, app.port, 'crowd', AUTHORS)
  const errors: string[] = []
  const times = { reading: [] as number[], writing: [] as number[] }
  const until = performance.now() + SECONDS * 1000
  const pause = (least: number, most: number): Promise<void> =>
    new Promise((done) => setTimeout(done, least + Math.random() * (most - least)))

  const reader = async (): Promise<void> => {
    await pause(0, 3000)
    while (performance.now() < until) {
      const start = performance.now()
      const response = await fetch(`${app.address}/read/crowd/${read[Math.floor(Math.random() * read.length)]}`, {
        headers: { cookie: student },
      }).catch(() => null)
      await response?.text()
      if (response?.status !== 200) errors.push(`reading answered ${response?.status ?? 'nothing'}`)
      times.reading.push(performance.now() - start)
      await pause(1000, 5000)
    }
  }

  const tokens: string[] = []
  const writer = async (number: number): Promise<void> => {
    const id = written[Math.floor(number / TOGETHER)]!
    let version = 0
    let place = page.firstChild!.nodeSize + 1
    await pause(0, 1000)
    for (let count = 0; performance.now() < until; count++) {
      const token = `w${number}x${count}.`
      const step = Step.fromJSON(schema, {
        stepType: 'replace',
        from: place,
        to: place,
        slice: { content: [{ type: 'text', text: token }] },
      })
      const start = performance.now()
      const response = await fetch(`${app.address}/documents/${id}/batches`, {
        method: 'POST',
        body: JSON.stringify({
          id: `c${number}-${count}`,
          base: version,
          client: `crowd-${number}`,
          schemaVersion: SCHEMA_VERSION,
          steps: [step.toJSON() as unknown],
        }),
        headers: { cookie: authors[number]!, origin: app.address, 'content-type': 'application/json' },
      }).catch(() => null)
      const answer = saveAnswer.safeParse(await response?.json().catch(() => null)).data
      if (answer?.status !== 'taken') {
        errors.push(`writing answered ${answer?.status ?? response?.status ?? 'nothing'}`)
        return
      }
      version = answer.to
      place =
        new Mapping(
          answer.before.flatMap(({ steps }) => steps.map((json) => Step.fromJSON(schema, json).getMap())),
        ).map(place) + token.length
      tokens.push(`${id} ${token}`)
      times.writing.push(performance.now() - start)
      await pause(200, 700)
    }
  }
  await Promise.all([
    ...Array.from({ length: READERS }, reader),
    ...Array.from({ length: AUTHORS }, (_, number) => writer(number)),
  ])
  await app.stop()
  let lost = 0
  for (const id of written) {
    dropTree(id)
    const text = (await currentTree(pool, id))!.page.textContent
    lost += tokens.filter((each) => each.startsWith(`${id} `) && !text.includes(each.slice(id.length + 1))).length
  }
  const wrong = errors.length + lost
  return [
    {
      name: `${READERS} students reading and ${AUTHORS} authors writing for ${SECONDS} s: errors and lost steps`,
      ratio: wrong,
      goal: 'none',
      isReached: wrong === 0,
      detail: `${times.reading.length} pages read, p95 ${percentile(times.reading, 0.95).toFixed(0)} ms; ${times.writing.length} batches kept, p95 ${percentile(times.writing, 0.95).toFixed(0)} ms; ${lost} steps lost${errors[0] ? `; first error: ${errors[0]}` : ''}`,
    },
  ]
}

import { Mapping, Step } from 'prosemirror-transform'
import { WebSocket } from 'ws'
import { schema } from '../core/document/schema.ts'
import { saveAnswer } from '../core/document/wire.ts'
import { readPage } from '../core/html/read.ts'
import { SCHEMA_VERSION } from '../core/kinds/upgrades.ts'
import { cookieFor, type RunningApp, startApp } from '../test/server/setup/app.ts'
import { signedInAuthors } from './authors.ts'
import { longPage } from './html.ts'
import { type Figure, median, percentile } from './measure.ts'

const AUTHORS = 30
const READERS = 8
/** Each round in seconds, and how many of each kind, in turn. */
const SECONDS = 10
const ROUNDS = 3
/** A browser gathers typing for so long before it sends, in milliseconds. */
const GATHER = 250

interface Round {
  batches: number
  times: number[]
  reads: number
}

/**
 * A class on one page against as many authors each on a page of their own: what the server takes, and what readers
 * notice.
 */
export async function benchTogether(url: string): Promise<Figure[]> {
  const { pool, transaction } = await import('../server/database/pool.server.ts')
  const { insertEntries } = await import('../server/plan/queries.server.ts')
  const { createDocument } = await import('../server/plan/plan.server.ts')
  const { insertPublished } = await import('../server/editions/publish.server.ts')
  await pool.query(`insert into courses (id, title) values ('class', 'Class')`)
  await pool.query(
    `insert into memberships (course_id, person_id, role)
      values ('class', 'student', 'student'), ('class', 'author', 'author')`,
  )
  const { page } = readPage(longPage(12_000))
  const ids = Array.from({ length: AUTHORS + 1 }, (_, at) => `class-${at}`)
  await transaction(async (db) => {
    await insertEntries(db, 'class', [
      { id: 'class-unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null },
    ])
    for (const id of ids) {
      await createDocument(db, 'class', id, page)
      await insertPublished(db, id, 'author', { version: 0, page }, '', 1)
    }
    await insertEntries(
      db,
      'class',
      ids.map((id) => ({ id, parentId: 'class-unit', kind: 'page' as const, title: id, documentId: id })),
    )
  })
  const app = await startApp(url, { environment: { LOG_LEVEL: 'silent' } })
  const cookies = {
    authors: await signedInAuthors(url, app.port, 'class', AUTHORS),
    student: await cookieFor(url, app.port, 'student'),
  }
  const place = page.firstChild!.nodeSize + 1
  const one: Round[] = []
  const many: Round[] = []
  const versions = new Map(ids.map((id) => [id, 0]))
  for (let round = 0; round < ROUNDS; round++) {
    one.push(
      await runRound(
        app,
        cookies,
        Array.from({ length: AUTHORS }, () => ids[AUTHORS]!),
        versions,
        place,
      ),
    )
    many.push(await runRound(app, cookies, ids.slice(0, AUTHORS - 1), versions, place))
  }
  await app.stop()
  const rate = (rounds: readonly Round[]): number => median(rounds.map(({ batches }) => batches / SECONDS))
  const p95 = (rounds: readonly Round[]): number => median(rounds.map(({ times }) => percentile(times, 0.95)))
  const reads = (rounds: readonly Round[]): number => median(rounds.map((each) => each.reads / SECONDS))
  const [share, slower, reading] = [rate(one) / rate(many), p95(one) / p95(many), reads(one) / reads(many)]
  return [
    {
      name: `${AUTHORS} authors on one page against ${AUTHORS - 1} on a page each: batches a second`,
      ratio: share,
      goal: 'at least 0.7',
      isReached: share >= 0.7,
      detail: `${rate(one).toFixed(0)} against ${rate(many).toFixed(0)} a second`,
    },
    {
      name: 'the same: time of a batch, p95',
      ratio: slower,
      goal: 'at most 3',
      isReached: slower <= 3,
      detail: `${p95(one).toFixed(0)} ms against ${p95(many).toFixed(0)} ms`,
    },
    {
      name: 'the same: pages read beside it a second',
      ratio: reading,
      goal: 'at least 0.7',
      isReached: reading >= 0.7,
      detail: `${reads(one).toFixed(0)} against ${reads(many).toFixed(0)} a second`,
    },
  ]
}

async function runRound(
  app: RunningApp,
  cookies: { authors: readonly string[]; student: string },
  documents: readonly string[],
  versions: Map<string, number>,
  start: number,
): Promise<Round> {
  const round: Round = { batches: 0, times: [], reads: 0 }
  const until = performance.now() + SECONDS * 1000
  const writer = async (id: string, number: number): Promise<void> => {
    const socket = new WebSocket(
      `${app.address.replace('http', 'ws')}/live?document=${id}&client=w${number}&since=${versions.get(id) ?? 0}`,
      { headers: { origin: app.address, cookie: cookies.authors[number]! } },
    )
    socket.on('error', () => undefined)
    let [version, place] = [versions.get(id) ?? 0, start]
    await new Promise((done) => setTimeout(done, Math.random() * GATHER))
    for (let count = 0; performance.now() < until; count++) {
      const step = Step.fromJSON(schema, {
        stepType: 'replace',
        from: place,
        to: place,
        slice: { content: [{ type: 'text', text: 'x' }] },
      })
      const begun = performance.now()
      const body = JSON.stringify({
        id: `${id}-${number}-${Math.round(until)}-${count}`,
        base: version,
        client: `w${number}`,
        schemaVersion: SCHEMA_VERSION,
        steps: [step.toJSON() as unknown],
      })
      const response = await fetch(`${app.address}/documents/${id}/batches`, {
        method: 'POST',
        body,
        headers: { cookie: cookies.authors[number]!, origin: app.address, 'content-type': 'application/json' },
      })
      const answer = saveAnswer.parse(await response.json())
      if (answer.status !== 'taken') throw new Error(`writing answered ${answer.status}`)
      version = answer.to
      place =
        new Mapping(
          answer.before.flatMap(({ steps }) => steps.map((json) => Step.fromJSON(schema, json).getMap())),
        ).map(place) + 1
      versions.set(id, Math.max(versions.get(id) ?? 0, version))
      round.batches++
      round.times.push(performance.now() - begun)
      await new Promise((done) => setTimeout(done, Math.max(0, GATHER - (performance.now() - begun))))
    }
    socket.close()
  }
  const reader = async (number: number): Promise<void> => {
    while (performance.now() < until) {
      await (await fetch(`${app.address}/read/class/class-${number}`, { headers: { cookie: cookies.student } })).text()
      round.reads++
      await new Promise((done) => setTimeout(done, 20))
    }
  }
  await Promise.all([...documents.map(writer), ...Array.from({ length: READERS }, (_, number) => reader(number))])
  return round
}

import { readdir, readFile } from 'node:fs/promises'
import { kindOfEntry } from '../core/plan/kinds.ts'
import { changeSteps } from '../core/source/changes.ts'
import { emptyPage, schema } from '../core/document/schema.ts'
import { type CourseLook, tableStyle } from '../core/looks/course-looks.ts'
import { readPage } from '../core/html/read.ts'
import { SCHEMA_VERSION } from '../core/kinds/upgrades.ts'
import { type Database, transaction } from '../server/database/pool.server.ts'
import { insertBatch, insertDocument, insertSnapshot } from '../server/documents/queries.server.ts'
import { writeSnapshot } from '../server/documents/snapshots.server.ts'
import type { Tree } from '../server/documents/trees.server.ts'
import { putHost } from '../server/embeds/queries.server.ts'
import { insertPublished } from '../server/editions/publish.server.ts'
import { replaceExercise } from '../server/exercises/queries.server.ts'
import { hashPassword } from '../server/people/passwords.server.ts'
import { insertEntries } from '../server/plan/queries.server.ts'
import { written } from '../server/questions/bank.server.ts'
import { readSnippetFile } from '../core/snippets/file.ts'
import { insertSnippet } from '../server/snippets/queries.server.ts'
import { declaredBlank } from '../core/templates/declared.ts'
import { sketchOf } from '../core/templates/sketch.ts'
import { insertTemplate } from '../server/templates/queries.server.ts'
import { insertFolder, insertQuestion } from '../server/questions/queries.server.ts'
import { keepBytes } from '../server/shelf/bytes.server.ts'
import { putLook } from '../server/looks/queries.server.ts'
import { insertOwnWord } from '../server/spelling/queries.server.ts'
import { insertShelfItem, updateAlt } from '../server/shelf/queries.server.ts'
import { seedActivity } from './activity.ts'
import { type DemoCourse, demoCourses, type DemoEntry } from './course.ts'
import { DEMO_PASSWORD, demoPeople } from './people.ts'
import { demoTemplates } from './templates.ts'
import { demoQuestions, exerciseOf } from './questions.ts'

const COURSE = 'walling'
const DAY = 86_400_000
const STANDINS = process.env.STANDINS_PORT ?? '4311'

/** Fills an empty database with the demo, as it would stand at `now`. The same moment always gives the same data. */
export async function seedDemo(now: Date): Promise<void> {
  await transaction(async (db) => {
    await seedPeople(db)
    // Before anything is published: players of hosts that are not allowed become links.
    await putHost(
      db,
      {
        origin: `http://millrace.localhost:${STANDINS}`,
        name: 'Millrace Video',
        oembed: `http://millrace.localhost:${STANDINS}/oembed`,
        isAllowed: true,
      },
      null,
    )
    for (const course of demoCourses) await seedCourse(db, course, now)
    await seedActivity(db, COURSE, now)
  })
}

/** What wallers say and dictionaries don't. */
const TRADE_WORDS = ['backfill', 'Fellside', 'hearted', 'hearting', 'smoot', 'throughs', 'turves', 'wallers']

/** What the pages of the course have in common. */
const COURSE_LOOKS: readonly CourseLook[] = [
  { sort: 'colour', name: 'Through brown', value: '#7a4a12' },
  { sort: 'colour', name: 'Cope green', value: '#dfe8cf' },
  {
    sort: 'table',
    name: 'Tally',
    value: tableStyle.parse({ lines: 'rows', lineColour: '#b0762a', isStriped: true, headGround: '#efe6d3' }),
  },
]

async function seedCourse(db: Database, course: DemoCourse, now: Date): Promise<void> {
  await db.query('insert into courses (id, title, language, direction, time_zone) values ($1, $2, $3, $4, $5)', [
    course.id,
    course.title,
    course.language,
    course.direction,
    course.timeZone,
  ])
  const members = demoPeople.filter(({ role }) => role !== 'manager')
  await db.query(
    `insert into memberships (course_id, person_id, role) select $1::text, * from unnest($2::text[], $3::text[])`,
    [course.id, members.map(({ id }) => id), members.map(({ role }) => role)],
  )
  if (course.id === COURSE) {
    await seedShelf(db)
    await seedBank(db)
    for (const word of TRADE_WORDS) await insertOwnWord(db, 'course', COURSE, word)
    for (const look of COURSE_LOOKS) await putLook(db, COURSE, look)
    await seedTemplates(db, now)
  }
  const clock = { day: 70 }
  const place = async (entries: readonly DemoEntry[], parentId: string | null): Promise<void> => {
    for (const [at, entry] of entries.entries()) {
      await seedEntry(db, course, entry, parentId, at, now, clock)
      await place(entry.under ?? [], entry.id)
    }
  }
  await place(course.units, null)
}

/** An entry with its text, written on a day of the clock and published the day after. */
async function seedEntry(
  db: Database,
  course: DemoCourse,
  entry: DemoEntry,
  parentId: string | null,
  position: number,
  now: Date,
  clock: { day: number },
): Promise<void> {
  const kind = entry.kind ?? 'page'
  const isWritten = kindOfEntry(kind).isWritten || entry.file !== undefined
  if (isWritten) await insertDocument(db, entry.id, course.id, 0)
  await insertEntries(db, course.id, [
    {
      id: entry.id,
      parentId,
      kind,
      title: entry.title ?? '',
      documentId: isWritten ? entry.id : null,
      settings: entry.settings ?? {},
      opensAt: entry.opensIn === undefined ? null : new Date(now.getTime() + entry.opensIn * DAY).toISOString(),
    },
  ])
  await db.query('update plan_entries set position = $2 where id = $1', [entry.id, position])
  const questions = exerciseOf[entry.id as keyof typeof exerciseOf] as readonly string[] | undefined
  if (questions)
    await replaceExercise(
      db,
      course.id,
      entry.id,
      questions.map((questionId) => ({ questionId, points: questionId === 'tonnes' ? 2 : 1 })),
    )
  if (questions) await db.query('update documents set questions_changed_at = null where id = $1', [entry.id])
  if (isWritten) await seedText(db, entry, new Date(now.getTime() - (clock.day -= 2) * DAY))
}

/**
 * A text written at `at`, published a day later, and edited after that where the demo says so. The entry takes its
 * title.
 */
async function seedText(db: Database, entry: DemoEntry, at: Date): Promise<void> {
  const port = STANDINS
  const source = (await readFile(new URL(`pages/${entry.file ?? entry.id}.html`, import.meta.url), 'utf8')).replaceAll(
    '{millrace}',
    `http://millrace.localhost:${port}`,
  )
  const start: Tree = { version: 0, page: emptyPage() }
  await insertSnapshot(db, entry.id, 0, SCHEMA_VERSION, JSON.stringify(start.page.toJSON()))
  const by = entry.by ?? 'tobias'
  const tree = await write(db, entry.id, by, start, source, at)
  const published =
    entry.state === 'draft'
      ? null
      : await insertPublished(db, entry.id, by, tree, entry.note ?? '', 1, new Date(at.getTime() + DAY))
  if (published && !published.ok) throw new Error(`The demo’s ${entry.id} can’t be published: ${published.reason}`)
  const [old, fresh, note] = entry.again ?? []
  if (old !== undefined && fresh !== undefined && note !== undefined) {
    const next = await write(db, entry.id, by, tree, source.replace(old, fresh), new Date(at.getTime() + 3 * DAY))
    const again = await insertPublished(db, entry.id, by, next, note, 2, new Date(at.getTime() + 4 * DAY))
    if (!again.ok) throw new Error(`The demo’s second ${entry.id} can’t be published: ${again.reason}`)
  }
  const [before, after] = entry.since ?? []
  if (before !== undefined && after !== undefined)
    await write(db, entry.id, by, tree, source.replace(before, after), new Date(at.getTime() + 5 * DAY))
  await db.query('update plan_entries set title = $2 where id = $1', [
    entry.id,
    tree.page.firstChild?.textContent ?? '',
  ])
  await db.query(
    `update plan_entries
      set settings = (settings::jsonb || jsonb_build_object('address',
      replace(settings->>'address', ':4311/', $2)))::json where id = $1 and settings->>'address' like '%:4311/%'`,
    [entry.id, `:${port}/`],
  )
}

async function write(db: Database, id: string, personId: string, tree: Tree, source: string, at: Date): Promise<Tree> {
  const { page, notes } = readPage(source, { positions: true })
  if (notes.length > 0)
    throw new Error(`The demo page ${id} is not all read: ${notes[0]?.message} (line ${notes[0]?.line})`)
  const steps = changeSteps(tree.page, schema.nodeFromJSON(page.toJSON()))
  if (steps.length === 0) throw new Error(`The demo page ${id} should change, but does not.`)
  await insertBatch(db, {
    documentId: id,
    id: `demo-${tree.version}`,
    base: tree.version,
    count: steps.length,
    personId,
    clientId: 'demo',
    schemaVersion: SCHEMA_VERSION,
    steps: JSON.stringify(steps),
  })
  await db.query('update batches set created_at = $3 where document_id = $1 and base = $2', [id, tree.version, at])
  const next = { version: tree.version + steps.length, page }
  await writeSnapshot(db, id, next)
  return next
}

/** The pictures drawn for the demo, under the names that its pages use. */
async function seedShelf(db: Database): Promise<void> {
  const drawings = [
    {
      id: 'through-section',
      width: 600,
      height: 420,
      alt: 'A wall cut across, with footing, hearting, through and cope',
    },
    { id: 'through-rows', width: 640, height: 300, alt: 'A wall from the front with two rows of throughs' },
    { id: 'gap-open', width: 640, height: 300, alt: 'A wall with a gap in the shape of a V, its stones on the ground' },
    { id: 'gap-closed', width: 640, height: 300, alt: 'The same wall, whole again' },
  ]
  for (const { id, width, height, alt } of drawings) {
    const hash = await keepBytes(db, await readFile(new URL(`media/${id}.svg`, import.meta.url)))
    await insertShelfItem(db, {
      id,
      courseId: COURSE,
      hash,
      name: `${id}.svg`,
      mediaType: 'image/svg+xml',
      width,
      height,
      isReady: true,
      personId: 'ines',
    })
    await updateAlt(db, COURSE, id, alt)
  }
}

async function seedBank(db: Database): Promise<void> {
  const folders = [...new Set(demoQuestions.map(({ folder }) => folder))]
  for (const [at, name] of folders.entries()) await insertFolder(db, COURSE, `folder-${at + 1}`, name)
  for (const { id, folder, title, content } of demoQuestions)
    await insertQuestion(db, COURSE, `folder-${folders.indexOf(folder) + 1}`, 'tobias', written(id, title, content))
}

async function seedPeople(db: Database): Promise<void> {
  // One hash for all: they share a password that is no secret, and as many hashes as people take their time.
  const hash = await hashPassword(DEMO_PASSWORD)
  for (const [at, { id, name, email, role, colour }] of demoPeople.entries())
    await db.query(
      `insert into people (id, name, email, password_hash, is_manager, colour, created_at)
        values ($1, $2, $3, $4, $5, $6, timestamptz '2026-01-05' + $7 * interval '1 minute')`,
      [id, name, email, hash, role === 'manager', colour, at],
    )
}

async function seedTemplates(db: Database, now: Date): Promise<void> {
  for (const { id, by, blanks = [], ...template } of demoTemplates) {
    const { page } = readPage(await readFile(new URL(`templates/${id}.html`, import.meta.url), 'utf8'))
    await insertTemplate(db, {
      id,
      courseId: COURSE,
      personId: by,
      ...template,
      schemaVersion: SCHEMA_VERSION,
      content: JSON.stringify(page.toJSON()),
      sketch: sketchOf(page),
      blanks: blanks.map((each) => declaredBlank.parse({ example: '', ...each })),
    })
  }
  for (const file of await readdir(new URL('snippets/', import.meta.url))) {
    const {
      page,
      notes: _notes,
      ...snippet
    } = readSnippetFile(await readFile(new URL(`snippets/${file}`, import.meta.url), 'utf8'))
    await insertSnippet(db, {
      id: `snippet-${file.replace('.html', '')}`,
      courseId: COURSE,
      personId: 'ines',
      visibility: 'everyone',
      ...snippet,
      schemaVersion: SCHEMA_VERSION,
      content: JSON.stringify(page.toJSON()),
      sketch: sketchOf(page, true),
    })
  }
  await db.query('update templates set created_at = $1', [new Date(now.getTime() - 30 * DAY)])
}

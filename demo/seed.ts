import { readFile } from 'node:fs/promises'
import { changeSteps } from '../core/source/changes.ts'
import { emptyPage, schema } from '../core/document/schema.ts'
import { readPage } from '../core/html/read.ts'
import { SCHEMA_VERSION } from '../core/kinds/registry.ts'
import { type Database, transaction } from '../server/database/pool.server.ts'
import { insertBatch, insertDocument, insertSnapshot } from '../server/documents/queries.server.ts'
import { writeSnapshot } from '../server/documents/snapshots.server.ts'
import type { Tree } from '../server/documents/trees.server.ts'
import { insertPublished } from '../server/editions/publish.server.ts'
import { hashPassword } from '../server/people/passwords.server.ts'
import { keepBytes } from '../server/shelf/bytes.server.ts'
import { insertShelfItem, updateAlt } from '../server/shelf/queries.server.ts'
import { insertEntries } from '../server/plan/queries.server.ts'
import { type DemoItem, type DemoLesson, walling } from './course.ts'
import { DEMO_PASSWORD, demoPeople } from './people.ts'

const COURSE = 'walling'
const DAY = 86_400_000

/** Fills an empty database with the demo, as it would stand at `now`. The same moment always gives the same data. */
export async function seedDemo(now: Date): Promise<void> {
  await transaction(async (db) => {
    await seedPeople(db)
    await db.query(`insert into courses (id, title, language, direction, time_zone) values ($1, 'Dry Stone Walling: First Season', 'en-GB', 'ltr', 'Europe/London')`, [COURSE])
    const members = demoPeople.filter(({ role }) => role !== 'manager')
    await db.query(`insert into memberships (course_id, person_id, role) select $1::text, * from unnest($2::text[], $3::text[])`, [COURSE, members.map(({ id }) => id), members.map(({ role }) => role)])
    await seedShelf(db)
    let day = 60
    for (const unit of walling) {
      await insertEntries(db, COURSE, [{ id: unit.id, parentId: null, kind: 'unit', title: unit.title, documentId: null }])
      await db.query('update plan_entries set position = $2 where id = $1', [unit.id, walling.indexOf(unit)])
      const seedItems = async (items: readonly DemoItem[], parentId: string): Promise<void> => {
        const titles = new Map<string, string>()
        for (const item of items) titles.set(item.id, await seedItem(db, item, new Date(now.getTime() - (day -= 4) * DAY)))
        await insertEntries(db, COURSE, items.map(({ id }) => ({ id, parentId, kind: 'page' as const, title: titles.get(id) ?? '', documentId: id })))
      }
      await seedItems(unit.items, unit.id)
      await seedLessons(db, unit.lessons, unit.id)
      for (const lesson of unit.lessons) await seedItems(lesson.items, lesson.id)
    }
  })
}

/** The pictures drawn for the demo, under the names that its pages use. */
async function seedShelf(db: Database): Promise<void> {
  const drawings = [
    { id: 'through-section', width: 600, height: 420, alt: 'A wall cut across, with footing, hearting, through and cope' },
    { id: 'through-rows', width: 640, height: 300, alt: 'A wall from the front with two rows of throughs' },
  ]
  for (const { id, width, height, alt } of drawings) {
    const hash = await keepBytes(db, await readFile(new URL(`media/${id}.svg`, import.meta.url)))
    await insertShelfItem(db, { id, courseId: COURSE, hash, name: `${id}.svg`, mediaType: 'image/svg+xml', width, height, isReady: true, personId: 'ines' })
    await updateAlt(db, COURSE, id, alt)
  }
}

async function seedPeople(db: Database): Promise<void> {
  // One hash for all: they share a password that is no secret, and 24 hashes take their time.
  const hash = await hashPassword(DEMO_PASSWORD)
  for (const { id, name, email, role, colour } of demoPeople)
    await db.query('insert into people (id, name, email, password_hash, is_manager, colour) values ($1, $2, $3, $4, $5, $6)', [id, name, email, hash, role === 'manager', colour])
}

async function seedLessons(db: Database, lessons: readonly DemoLesson[], unitId: string): Promise<void> {
  await insertEntries(db, COURSE, lessons.map(({ id, title }) => ({ id, parentId: unitId, kind: 'lesson' as const, title, documentId: null })))
  // The items that stand in the unit itself come before its lessons.
  await db.query('update plan_entries set position = position + 100 where parent_id = $1 and kind = $2', [unitId, 'lesson'])
}

/** A page written at `at`, published a day later, and edited after that where the demo says so. Gives back its title. */
async function seedItem(db: Database, item: DemoItem, at: Date): Promise<string> {
  const source = (await readFile(new URL(`pages/${item.id}.html`, import.meta.url), 'utf8')).replaceAll('{millrace}', `http://millrace.localhost:${process.env.STANDINS_PORT ?? 4311}`)
  await insertDocument(db, item.id, COURSE, 0)
  const start: Tree = { version: 0, page: emptyPage() }
  await insertSnapshot(db, item.id, 0, SCHEMA_VERSION, JSON.stringify(start.page.toJSON()))
  const written = await write(db, item, start, source, at)
  if (item.state !== 'draft') await insertPublished(db, item.id, item.by, written, item.note ?? '', 1, new Date(at.getTime() + DAY))
  const [before, after] = item.since ?? []
  if (before !== undefined && after !== undefined) await write(db, item, written, source.replace(before, after), new Date(at.getTime() + 5 * DAY))
  return written.page.firstChild?.textContent ?? ''
}

async function write(db: Database, item: DemoItem, tree: Tree, source: string, at: Date): Promise<Tree> {
  const { page, notes } = readPage(source, { positions: true })
  if (notes.length > 0) throw new Error(`The demo page ${item.id} is not all read: ${notes[0]?.message} (line ${notes[0]?.line})`)
  const steps = changeSteps(tree.page, schema.nodeFromJSON(page.toJSON()))
  if (steps.length === 0) throw new Error(`The demo page ${item.id} should change, but does not.`)
  await insertBatch(db, { documentId: item.id, id: `demo-${tree.version}`, base: tree.version, count: steps.length, personId: item.by, clientId: 'demo', schemaVersion: SCHEMA_VERSION, steps: JSON.stringify(steps) })
  await db.query('update batches set created_at = $3 where document_id = $1 and base = $2', [item.id, tree.version, at])
  const next = { version: tree.version + steps.length, page }
  await writeSnapshot(db, item.id, next)
  return next
}

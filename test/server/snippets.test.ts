import sharp from 'sharp'
import { beforeAll, expect, test } from 'vitest'
import { pageFromJson, schema } from '../../core/document/schema.ts'
import { readPage } from '../../core/html/read.ts'
import { filledSnippet, placesOfSnippet } from '../../core/snippets/snippets.ts'
import type { SnippetRequest } from '../../core/snippets/wire.ts'
import { declaredBlank } from '../../core/templates/declared.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { keepBytes } = await import('../../server/shelf/bytes.server.ts')
const { insertShelfItem, listShelf } = await import('../../server/shelf/queries.server.ts')
const { currentTree } = await import('../../server/documents/trees.server.ts')
const { countFacts } = await import('../../server/documents/facts.server.ts')
const { prepareJobs } = await import('../../server/jobs/jobs.server.ts')
const { carrySnippet, placesOn, saveSnippet, shownSnippet, takeSnippet } =
  await import('../../server/snippets/snippets.server.ts')
const { bringSnippet, fileOfSnippet } = await import('../../server/snippets/files.server.ts')
const { listSnippets, listUses } = await import('../../server/snippets/queries.server.ts')
const { offeredTemplates, shownTemplate } = await import('../../server/templates/templates.server.ts')
const { updateTemplateDeleted } = await import('../../server/templates/queries.server.ts')

const COURSE = { id: 'course', language: 'en' }
const LIFT = '<p>Lift <span data-blank="two">two</span> at once.</p>'
const PICTURE = '<figure data-piece="picture"><img src="/files/wall/480" width="9" height="9" alt="A wall"></figure>'

beforeAll(async () => {
  await makeSchool(pool)
  await prepareJobs()
  await transaction(async (db) => {
    const hash = await keepBytes(db, Buffer.from('a wall, as bytes'))
    await insertShelfItem(db, {
      ...{ id: 'wall', courseId: 'course', hash, name: 'wall.png', mediaType: 'image/png', width: 120, height: 80 },
      ...{ isReady: true, personId: 'author' },
    })
    for (const course of ['course', 'other'])
      await insertEntries(db, course, [
        { id: `${course}-unit`, parentId: null, kind: 'unit', title: 'Unit', documentId: null },
        { id: `${course}-lesson`, parentId: `${course}-unit`, kind: 'lesson', title: 'Lesson', documentId: null },
      ])
  })
  return () => pool.end()
})

const blocksOf = (html: string): unknown[] => (readPage(html).page.toJSON() as { content: unknown[] }).content.slice(1)
type Save = Extract<SnippetRequest, { intent: 'save' }>
const toSave = (html: string, more: Partial<Save> = {}): Save => ({
  ...{ intent: 'save', id: null, name: 'Lifting', description: 'How many', purpose: 'safety', visibility: 'own' },
  blocks: blocksOf(html),
  blanks: [],
  ...more,
})
const many = { of: 'two', ...declaredBlank.parse({ name: 'How many', type: 'number', example: 'two', most: 4 }) }
async function saved(html: string, more: Partial<Save> = {}, courseId = 'course', person = 'author'): Promise<string> {
  const answer = await saveSnippet(courseId, person, toSave(html, more))
  if (!answer.ok) throw new Error(answer.reason)
  return answer.id!
}
const snippetOf = async (id: string) => {
  const { content, ...shown } = (await shownSnippet('course', 'author', id))!
  return { ...shown, page: pageFromJson(content) }
}
/** A page on which a snippet was put in, with these values, one after the other. */
async function pageWith(documentId: string, id: string, values: readonly string[], courseId = 'course'): Promise<void> {
  const snippet = await snippetOf(id)
  const { doc, title, paragraph } = schema.nodes
  const places = values.map((value) => filledSnippet(snippet, new Map([['How many', value]]), 'en'))
  const page = doc.create(null, [title.create(null, schema.text(documentId)), ...places, paragraph.create()])
  await transaction(async (db) => {
    await createDocument(db, courseId, documentId, page)
    await insertEntries(db, courseId, [
      { id: documentId, parentId: `${courseId}-lesson`, kind: 'page', title: documentId, documentId },
    ])
  })
}
const textOf = async (documentId: string): Promise<string> =>
  (await currentTree(pool, documentId))!.page.textBetween(
    0,
    (await currentTree(pool, documentId))!.page.content.size,
    '|',
  )

test('a snippet is kept with its blanks, and is seen by whom it is for; templates and snippets are not mixed up', async () => {
  const id = await saved(LIFT, { blanks: [many] })
  const [own] = await listSnippets(pool, 'course', 'author')
  expect(own).toMatchObject({ id, name: 'Lifting', asks: 1, isOwn: true, version: 1, purpose: 'safety' })
  expect((await shownSnippet('course', 'author', id))!.blanks).toMatchObject([
    { name: 'How many', type: 'number', most: 4 },
  ])
  expect(await shownSnippet('course', 'coauthor', id)).toBeNull()
  expect(await offeredTemplates('course', 'author')).toEqual([])
  expect(await shownTemplate('course', 'author', id)).toBeNull()
  const [ofCourse, ofAll] = [await saved(LIFT, { visibility: 'course' }), await saved(LIFT, { visibility: 'everyone' })]
  const seen = async (course: string, person: string) =>
    (await listSnippets(pool, course, person)).map((each) => each.id)
  expect((await seen('course', 'coauthor')).toSorted()).toEqual([ofCourse, ofAll].toSorted())
  expect(await seen('other', 'outsider')).toEqual([ofAll])
})

test('what nobody has declared is asked for in words; what is declared and not there is not', async () => {
  const gone = { of: 'three', ...declaredBlank.parse({ name: 'Gone', type: 'colour', example: '#123456' }) }
  const id = await saved(LIFT, { blanks: [gone] })
  expect((await snippetOf(id)).blanks).toMatchObject([{ name: 'two', type: 'words', example: 'two' }])
})

test('what is no snippet is refused with a sentence', async () => {
  const refused = async (html: string, more: Partial<Save> = {}): Promise<string> => {
    const answer = await saveSnippet('course', 'author', toSave(html, more))
    return answer.ok ? '' : answer.reason!
  }
  expect(await refused(LIFT, { blocks: [{ type: 'nonsense' }] })).toContain('can’t be kept')
  expect(await refused(LIFT, { blocks: [{ type: 'title' }] })).toContain('can’t be kept')
  expect(await refused(`<p>${'word '.repeat(90_000)}</p>`)).toContain('too much')
  expect(await refused(LIFT, { blanks: [{ ...many, least: 9 }] })).toContain('largest number')
  const outsiders = await saveSnippet('other', 'outsider', toSave(PICTURE))
  expect(outsiders).toMatchObject({ ok: false, reason: expect.stringContaining('another course') as string })
})

test('only whoever made a snippet keeps another state of it, deletes it and brings it back', async () => {
  const id = await saved(LIFT, { visibility: 'everyone' })
  expect(await saveSnippet('course', 'coauthor', toSave(LIFT, { id }))).toMatchObject({ ok: false })
  expect(await saveSnippet('course', 'author', toSave(LIFT, { id, name: 'Anew' }))).toMatchObject({
    ok: true,
    version: 2,
  })
  expect(await updateTemplateDeleted(pool, 'coauthor', id, true)).toBe(false)
  expect(await updateTemplateDeleted(pool, 'author', id, true)).toBe(true)
  expect(await shownSnippet('course', 'author', id)).toBeNull()
  expect(await saveSnippet('course', 'author', toSave(LIFT, { id }))).toMatchObject({ ok: false })
  expect(await updateTemplateDeleted(pool, 'author', id, false)).toBe(true)
  expect(await snippetOf(id)).toMatchObject({ name: 'Anew', version: 2 })
})

test('in another course its pictures come along as items of that course', async () => {
  const wall = { of: 'A wall', ...declaredBlank.parse({ name: 'Site', type: 'picture', example: 'wall' }) }
  const html = `${PICTURE}<p><a href="elsewhere">there</a></p>`
  const id = await saved(html, { visibility: 'everyone', blanks: [wall] })
  expect((await shownSnippet('other', 'outsider', id))!.isFromElsewhere).toBe(true)
  const taken = await takeSnippet('other', 'outsider', id)
  expect(taken.notes).toEqual([expect.stringContaining('plain words')])
  const [mine] = await listShelf(pool, 'other', '')
  expect(JSON.stringify(taken.content)).toContain(`"item":"${mine!.id}"`)
  expect(JSON.stringify(taken.content)).not.toContain('"item":"wall"')
  expect(taken.blanks).toMatchObject([{ name: 'Site', type: 'picture', example: mine!.id }])
  expect(await takeSnippet('course', 'coauthor', await saved(LIFT))).toMatchObject({ ok: false })
})

test('where it is used is known by page, and a new state is carried to each with what was filled in there', async () => {
  const id = await saved(LIFT, { blanks: [many], visibility: 'everyone' })
  await pageWith('one', id, ['3', '4'])
  await pageWith('strangers', id, ['1'], 'other')
  const uses = await listUses(pool, 'author', id)
  expect(uses).toMatchObject({ elsewhere: 1, pages: [{ title: 'one', places: 2, oldest: 1, course: 'Test course' }] })
  expect((await listUses(pool, 'manager', id)).pages).toHaveLength(2)
  await saveSnippet(
    'course',
    'author',
    toSave('<p>Never more than <span data-blank="How many">two</span>.</p>', {
      id,
      visibility: 'everyone',
      blanks: [{ ...many, of: 'How many' }],
    }),
  )
  expect(await placesOn('one', id, COURSE)).toMatchObject({
    count: 2,
    language: 'en',
    places: [{ isTouched: false }, {}],
  })
  expect(await carrySnippet(COURSE, 'author', { id, documentId: 'one', takesTouched: false })).toMatchObject({
    changed: 2,
    stayed: 0,
  })
  expect(await textOf('one')).toBe('one|Never more than 3.|Never more than 4.|')
  const tree = (await currentTree(pool, 'one'))!
  await countFacts(pool, 'one', tree.page)
  expect((await listUses(pool, 'author', id)).pages).toMatchObject([{ oldest: 2 }])
  expect(placesOfSnippet(tree.page, id).map(({ isTouched }) => isTouched)).toEqual([false, false])
  // Once more changes nothing.
  expect(await carrySnippet(COURSE, 'author', { id, documentId: 'one', takesTouched: true })).toMatchObject({
    changed: 0,
  })
})

test('a page that no longer holds it is no longer named; ids that are no snippet are none', async () => {
  const id = await saved(LIFT, { blanks: [many] })
  await pageWith('two', id, ['1'])
  expect((await listUses(pool, 'author', id)).pages).toHaveLength(1)
  await countFacts(pool, 'two', readPage('<div data-snippet="nobody"><p>a</p></div>').page)
  expect(await listUses(pool, 'author', id)).toEqual({ pages: [], elsewhere: 0 })
  const { rows } = await pool.query(`select snippet_id from snippet_uses where document_id = 'two'`)
  expect(rows).toEqual([])
})

test('a snippet goes out with its pictures in it, and comes into another course with them on the shelf there', async () => {
  const png = await sharp({ create: { width: 30, height: 20, channels: 3, background: '#7a1f14' } })
    .png()
    .toBuffer()
  const brought = await bringSnippet(
    'course',
    'author',
    `<title>With a picture</title><meta name="keywords" content="doing"><form><p><label>Who <input name="Who" required></label> <small>One person</small></p></form><main><p><span data-blank="Who">Somebody</span></p><figure data-piece="picture"><img src="data:image/png;base64,${png.toString('base64')}" width="30" height="20" alt="Red"></figure><script>x()</script></main>`,
  )
  expect(brought.ok).toBe(true)
  expect(brought.notes).toEqual([expect.stringMatching(/script/i)])
  const file = (await fileOfSnippet(COURSE, 'author', brought.id!))!
  expect(file.name).toBe('With a picture')
  expect(file.html).toContain('src="data:image/')
  expect(file.html).toContain('<input type="text" name="Who" required>')
  expect(await fileOfSnippet(COURSE, 'coauthor', brought.id!)).toBeNull()
  const again = await bringSnippet('other', 'outsider', file.html)
  const shown = (await shownSnippet('other', 'outsider', again.id!))!
  expect(shown).toMatchObject({ name: 'With a picture', purpose: 'doing', visibility: 'own', isOwn: true })
  expect(shown.blanks).toMatchObject([{ name: 'Who', isNeeded: true, help: 'One person' }])
  const shelf = (await listShelf(pool, 'other', '')).map(({ id }) => id)
  expect(shelf.some((id) => JSON.stringify(shown.content).includes(`"item":"${id}"`))).toBe(true)
})

test('a file brings in no picture of another shelf, none that is none, and no more than a snippet', async () => {
  const foreign = await bringSnippet('other', 'outsider', PICTURE)
  expect(JSON.stringify((await shownSnippet('other', 'outsider', foreign.id!))!.content)).not.toContain('"item":"wall"')
  const fake = await bringSnippet('course', 'author', '<img src="data:image/png;base64,AAAA" alt="Fake">')
  expect(fake.notes).toHaveLength(1)
  const { content } = (await shownSnippet('course', 'author', fake.id!))!
  expect(JSON.stringify(content)).toContain('Fake')
  expect(await bringSnippet('course', 'author', `<p>${'word '.repeat(300_000)}</p>`)).toMatchObject({ ok: false })
})

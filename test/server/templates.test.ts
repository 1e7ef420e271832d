import { beforeAll, expect, test } from 'vitest'
import { readPage } from '../../core/html/read.ts'
import { type DeclaredBlank, declaredBlank } from '../../core/templates/declared.ts'
import { pictureValue } from '../../core/templates/picture-value.ts'
import { writePage } from '../../core/html/write.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries, listPlan } = await import('../../server/plan/queries.server.ts')
const { keepBytes } = await import('../../server/shelf/bytes.server.ts')
const { insertShelfItem, listShelf } = await import('../../server/shelf/queries.server.ts')
const { currentTree } = await import('../../server/documents/trees.server.ts')
const { beforeSaving, makeFromTemplate, offeredTemplates, saveTemplate, shownTemplate } =
  await import('../../server/templates/templates.server.ts')
const { updateTemplateDeleted } = await import('../../server/templates/queries.server.ts')

const DIARY =
  '<h1>Site diary</h1><p>At <span data-blank="High Tarn">High Tarn</span> on <span data-blank="12 March">12 March</span>, see <a href="elsewhere">there</a>.</p><figure data-piece="picture"><img src="/files/wall/480" width="9" height="9" alt="A wall"></figure>'

beforeAll(async () => {
  await makeSchool(pool)
  await transaction(async (db) => {
    const hash = await keepBytes(db, Buffer.from('a wall, as bytes'))
    await insertShelfItem(db, {
      id: 'wall',
      courseId: 'course',
      hash,
      name: 'wall.png',
      mediaType: 'image/png',
      width: 120,
      height: 80,
      isReady: true,
      personId: 'author',
    })
    await createDocument(db, 'course', 'diary', readPage(DIARY).page)
    for (const course of ['course', 'other'])
      await insertEntries(db, course, [
        { id: `${course}-unit`, parentId: null, kind: 'unit', title: 'Unit', documentId: null },
        { id: `${course}-lesson`, parentId: `${course}-unit`, kind: 'lesson', title: 'Lesson', documentId: null },
      ])
    await insertEntries(db, 'course', [
      { id: 'diary', parentId: 'course-lesson', kind: 'page', title: 'Site diary', documentId: 'diary' },
    ])
  })
  return () => pool.end()
})

/** What marked words ask for, where nothing else is said. */
const asked = (of: string, name: string, more: Partial<DeclaredBlank> = {}) => ({
  of,
  ...declaredBlank.parse({ name, type: 'words', example: of, ...more }),
})

const save = async (visibility: 'own' | 'course' | 'everyone', name = 'Diary', person = 'author'): Promise<string> => {
  const saved = await saveTemplate('course', person, {
    entryId: 'diary',
    name,
    description: 'After a day out',
    visibility,
    blanks: [asked('High Tarn', 'Site'), asked('12 March', 'Day')],
  })
  if (!saved.ok) throw new Error(saved.reason)
  return saved.id
}

test('a page with two blanks is used in another course, pictures and all', async () => {
  expect(await beforeSaving('course', 'diary')).toEqual({
    title: 'Site diary',
    blanks: [
      { name: 'High Tarn', example: 'High Tarn', type: 'words' },
      { name: '12 March', example: '12 March', type: 'words' },
      { name: 'Picture 1', example: 'wall', type: 'picture' },
    ],
  })
  const id = await save('everyone')
  const offered = (await offeredTemplates('other', 'outsider')).find((each) => each.id === id)!
  expect(offered).toMatchObject({ name: 'Diary', isOwn: false, person: 'Test author' })
  // The list holds no contents: they are asked for one by one.
  expect(JSON.stringify(offered)).not.toContain('blank')
  expect(await shownTemplate('other', 'outsider', id)).toMatchObject({
    blanks: [{ name: 'Site' }, { name: 'Day' }],
    html: expect.stringContaining('data-blank'),
  })
  expect(await shownTemplate('other', 'outsider', 'nowhere')).toBeNull()
  const made = await makeFromTemplate({ id: 'other', language: 'en' }, 'outsider', {
    templateId: id,
    afterId: 'other-lesson',
    title: 'Low Moss, May',
    values: { Site: 'Low Moss' },
  })
  expect(made).toMatchObject({ ok: true, notes: ['1 link to a page of that course became plain words.'] })
  if (!made.ok) return
  expect((await listPlan(pool, 'other')).find((row) => row.id === made.id)).toMatchObject({
    title: 'Low Moss, May',
    kind: 'page',
    parentId: 'other-lesson',
    state: 'draft',
  })
  const { page } = (await currentTree(pool, made.id))!
  const [item] = await listShelf(pool, 'other', '')
  expect(item).toMatchObject({ name: 'wall.png', width: 120 })
  expect(writePage(page, 'source')).toContain(
    'At Low Moss on <span data-blank="Day" data-open="yes">12 March</span>, see there.',
  )
  expect(writePage(page, 'source')).toContain(`/files/${item!.id}/`)
  // Once more: the same bytes are on the shelf once.
  await makeFromTemplate({ id: 'other', language: 'en' }, 'outsider', {
    templateId: id,
    afterId: null,
    title: 'Again',
    values: {},
  })
  expect(await listShelf(pool, 'other', '')).toHaveLength(1)
})

test('who may use it and who may take it away', async () => {
  const [own, course] = [await save('own', 'Mine'), await save('course', 'Ours')]
  const seen = async (courseId: string, person: string): Promise<string[]> =>
    (await offeredTemplates(courseId, person)).map(({ name }) => name)
  expect(await seen('course', 'author')).toEqual(['Mine', 'Ours', 'Diary'])
  expect(await seen('course', 'coauthor')).toEqual(['Ours', 'Diary'])
  expect(await seen('other', 'outsider')).toEqual(['Diary'])
  expect(
    await makeFromTemplate({ id: 'course', language: 'en' }, 'coauthor', {
      templateId: own,
      afterId: null,
      title: 'x',
      values: {},
    }),
  ).toMatchObject({ ok: false })
  expect(
    await makeFromTemplate({ id: 'other', language: 'en' }, 'outsider', {
      templateId: course,
      afterId: null,
      title: 'x',
      values: {},
    }),
  ).toMatchObject({ ok: false })
  expect(await updateTemplateDeleted(pool, 'coauthor', course, true)).toBe(false)
  expect(await updateTemplateDeleted(pool, 'author', course, true)).toBe(true)
  expect(await seen('course', 'coauthor')).toEqual(['Diary'])
})

test('what is no single page is refused with a sentence, and so is a plan without a place', async () => {
  expect(
    await saveTemplate('course', 'author', {
      entryId: 'course-unit',
      name: 'x',
      description: '',
      visibility: 'own',
      blanks: [],
    }),
  ).toEqual({ ok: false, reason: 'That is no longer in the plan.' })
  await pool.query(`insert into courses (id, title) values ('empty', 'Empty')`)
  const id = await save('everyone', 'For nowhere')
  expect(
    await makeFromTemplate({ id: 'empty', language: 'en' }, 'author', {
      templateId: id,
      afterId: null,
      title: 'x',
      values: {},
    }),
  ).toMatchObject({ ok: false, reason: expect.stringContaining('unit first') })
})

test('what its blanks ask for is kept, asked for, checked, and written as the course writes it', async () => {
  const declared = [
    asked('High Tarn', 'Site', { type: 'choice', choices: ['High Tarn', 'Low Moss'], help: 'Where the van stops.' }),
    asked('12 March', 'Day', { type: 'date', isNeeded: true }),
  ]
  const keep = (blanks: typeof declared) =>
    saveTemplate('course', 'author', {
      entryId: 'diary',
      name: 'Typed',
      description: '',
      visibility: 'everyone',
      blanks,
    })
  const saved = await keep(declared)
  if (!saved.ok) throw new Error(saved.reason)
  expect((await shownTemplate('course', 'author', saved.id))!.blanks).toMatchObject([
    { name: 'Site', type: 'choice', choices: ['High Tarn', 'Low Moss'], help: 'Where the van stops.' },
    { name: 'Day', type: 'date', isNeeded: true, example: '12 March' },
  ])
  const use = (values: Record<string, string>) =>
    makeFromTemplate({ id: 'course', language: 'de' }, 'author', {
      templateId: saved.id,
      afterId: 'course-lesson',
      title: 'Typed',
      values,
    })
  const before = (await listPlan(pool, 'course')).length
  expect(await use({ Site: 'Elsewhere', Day: '2027-03-12' })).toEqual({
    ok: false,
    reason: 'Site: One of these was expected: High Tarn, Low Moss.',
  })
  expect(await use({})).toEqual({ ok: false, reason: 'Day: This has to be filled in.' })
  expect(await listPlan(pool, 'course')).toHaveLength(before)
  const made = await use({ Site: 'Low Moss', Day: '2027-03-12' })
  if (!made.ok) throw new Error(made.reason)
  expect((await currentTree(pool, made.id))!.page.textContent).toContain('At Low Moss on 12. März 2027, see')
  // Nobody could fill these.
  expect(await keep([asked('High Tarn', 'Site', { type: 'choice', choices: ['one'] })])).toMatchObject({ ok: false })
  expect(await keep([asked('High Tarn', 'Day'), asked('12 March', 'Day', { type: 'date' })])).toEqual({
    ok: false,
    reason: 'Two blanks are called “Day”.',
  })
})

test('a picture that is asked for comes from the shelf of the course alone, in whatever course the template is used', async () => {
  const saved = await saveTemplate('course', 'author', {
    entryId: 'diary',
    name: 'With a picture',
    description: '',
    visibility: 'everyone',
    blanks: [asked('A wall', 'Site', { type: 'picture', example: 'wall' })],
  })
  if (!saved.ok) throw new Error(saved.reason)
  const use = (courseId: string, personId: string, item: string) =>
    makeFromTemplate({ id: courseId, language: 'en' }, personId, {
      templateId: saved.id,
      afterId: `${courseId}-lesson`,
      title: 'Made',
      values: { Site: pictureValue({ item, width: 30, height: 20, alt: 'Chosen' }) },
    })
  expect(await use('other', 'outsider', 'wall')).toMatchObject({
    ok: false,
    reason: expect.stringContaining('shelf') as string,
  })
  const mine = (await listShelf(pool, 'other', ''))[0]!.id
  await pool.query(`update shelf_items set alt = 'Mine' where id = $1`, [mine])
  const made = await use('other', 'outsider', mine)
  if (!made.ok) throw new Error(made.reason)
  const { rows } = await pool.query<{ document_id: string }>('select document_id from plan_entries where id = $1', [
    made.id,
  ])
  const text = JSON.stringify((await currentTree(pool, rows[0]!.document_id))!.page.toJSON())
  expect(text).toContain(`"item":"${mine}"`)
  expect(text).toContain('"alt":"Chosen"')
})
